//! Each choice of a circuit with its reason, from the trials of the sizing.

use crate::catalog::source::Source;
use crate::catalog::{ampacity, contact, fuse as fuse_table, heat, relay};
use crate::job::{DropLimit, FuseSchool, LampCircuit, ReturnKind};
use crate::plan::chain::{Chain, Origin};
use crate::sizing::ControlChoice;
use crate::sizing::choice::{Alternative, Choice, Figure, Part, amps, figure, shown, volts};
use crate::sizing::circuit::Sized;
use crate::sizing::trial::{Bench, Refusal, Trial};

/// All choices of one circuit.
pub fn choices(bench: &Bench, sized: &Sized) -> Vec<Choice> {
    let mut out = vec![wire(bench, sized), insulation(bench.chain, sized), fuse(bench, sized)];
    out.extend(control(bench, sized));
    out.push(ground(bench.circuit, sized));
    out
}

/// Name of the drop rule in force.
pub fn drop_rule_text(limit: DropLimit) -> &'static str {
    match limit {
        DropLimit::ThreePercent => "3 %",
        DropLimit::TenPercent => "10 %",
        DropLimit::HalfVolt => "0.5 V",
    }
}

fn drop_source(limit: DropLimit) -> Source {
    match limit {
        DropLimit::ThreePercent | DropLimit::TenPercent => {
            Source::standard("ABYC E-11 voltage drop, recalled from memory")
        }
        DropLimit::HalfVolt => Source::practice("0.5 V for a whole lamp circuit"),
    }
}

/// Why a wire is refused, in one sentence.
pub fn refusal_text(trial: &Trial) -> String {
    let wire = trial.sizes.wire.label();
    match &trial.refusal {
        None => format!("{wire} will do."),
        Some(Refusal::Mechanical { min_mm2 }) => {
            format!("{wire} is thinner than {min_mm2} mm², which survives handling and vibration.")
        }
        Some(Refusal::Ampacity { fuse_a, ampacity_a, at }) => format!(
            "{wire} bears {} on \"{at}\", less than the {fuse_a} A fuse.",
            amps(*ampacity_a)
        ),
        Some(Refusal::Drop(d)) => format!(
            "{wire} would leave {} at the lamps, below the floor of {} ({}).",
            volts(d.lamp_v),
            volts(d.source_v - d.limit_v),
            d.state.label().to_lowercase()
        ),
        Some(Refusal::FarEnd(end)) => match end.opens_s {
            Some(s) => format!(
                "A short at the lamps draws only {} through {wire}; the {} A fuse may take {}.",
                amps(end.fault_a),
                end.fuse_a,
                shown(s, "s")
            ),
            None => format!(
                "A short at the lamps draws only {} through {wire}; the {} A fuse may never open.",
                amps(end.fault_a),
                end.fuse_a
            ),
        },
        Some(Refusal::NoFuse { needed_a }) => {
            format!("The load needs a fuse of {}; the catalog has none.", amps(*needed_a))
        }
        Some(Refusal::Unsolved { what }) => format!("With {wire}: {what}."),
    }
}

fn wire(bench: &Bench, sized: &Sized) -> Choice {
    let trial = &sized.chosen;
    let wire = trial.sizes.wire;
    let overruled = bench.circuit.overrides.wire.as_ref().map(|o| o.reason.clone());
    let governs = if sized.is_short { Some(trial) } else { sized.thinner.as_ref() };
    let refusal = governs.and_then(|t| t.refusal.as_ref());
    let (rule, source, formula) = match refusal {
        Some(Refusal::Drop(_)) => (
            "voltage drop",
            drop_source(bench.shop.drop),
            "ΔV = I·Σ R20·L·(1 + 0.00393·(T − 20)) + joints, from the solved circuit",
        ),
        Some(Refusal::Ampacity { .. }) => (
            "ampacity above the fuse",
            ampacity::source(bench.shop.ampacity),
            "I = I30·sqrt((Tmax − Ta)/(Tmax − 30))·bundle factor",
        ),
        Some(Refusal::FarEnd(_)) => (
            "short at the far end",
            Source::standard("ISO 8820-3 gates and IEC 60949, recalled from memory"),
            "Ifault ≥ 3.5·In and I²t ≤ k²·S²",
        ),
        Some(Refusal::Mechanical { .. }) => (
            "mechanical minimum",
            Source::practice("0.75 mm² outside the cab, 0.5 mm² inside"),
            "S ≥ 0.75 mm²",
        ),
        Some(Refusal::NoFuse { .. } | Refusal::Unsolved { .. }) => {
            ("no part of the catalog", Source::practice("the catalog"), "")
        }
        None if governs.is_some() => (
            "voltage drop with every circuit on",
            drop_source(bench.shop.drop),
            "ΔV of the whole vehicle, from the solved circuit",
        ),
        None => ("thinnest of the shelf", Source::practice("sizes on the shelf"), ""),
    };
    let says = match governs {
        _ if overruled.is_some() => match &trial.refusal {
            Some(_) => format!("Your choice. {}", refusal_text(trial)),
            None => "Your choice; it passes every check.".to_owned(),
        },
        Some(t) if sized.is_short => {
            format!("No wire on the shelf will do: {}", lower(&refusal_text(t)))
        }
        Some(t) if t.refusal.is_some() => {
            format!("{} because {}", wire.label(), lower(&refusal_text(t)))
        }
        Some(t) => format!(
            "{} because {} would do alone, but not with every circuit on.",
            wire.label(),
            t.sizes.wire.label()
        ),
        _ => format!("{} is the thinnest wire kept for this work.", wire.label()),
    };
    let d = trial.drop;
    let copper_m = bench.chain.copper_m();
    let mut inputs = vec![
        figure("current", d.current_a, "A"),
        figure("copper, there and back", copper_m, "m"),
        figure("resistance at 20 °C", wire.ohm_per_m_20c() * 1000.0, "mohm/m"),
        figure("lost in the wire", d.wire_v, "V"),
        figure("lost in joints, fuse and switch", d.drop_v - d.wire_v, "V"),
        figure("allowed", d.limit_v, "V"),
        figure("bears here", trial.ampacity_a, "A"),
        figure("bears alone at 30 °C", trial.single_a, "A"),
    ];
    inputs.push(figure("temperature factor", trial.ampacity_factors.0, ""));
    inputs.push(figure("bundle factor", trial.ampacity_factors.1, ""));
    inputs.push(heat_figure(bench, trial));
    if let Some(end) = trial.far_end {
        inputs.push(figure("short at the lamps", end.fault_a, "A"));
    }
    Choice {
        part: Part::Wire,
        label: wire.label(),
        detail: wire.other_unit(),
        rule,
        says,
        formula,
        inputs,
        source,
        margin: Some(figure("above the floor", d.limit_v - d.drop_v, "V")),
        next_best: sized.thicker.as_ref().map(|t| Alternative {
            label: t.sizes.wire.label(),
            effect: format!("{} at the lamps", volts(t.drop.lamp_v)),
        }),
        would_change: sized.thinner.as_ref().and_then(|t| thinner_would_do(t, copper_m)),
        overruled,
    }
}

/// The heat-balance figure beside the table's.
fn heat_figure(bench: &Bench, trial: &Trial) -> Figure {
    let hottest = bench.chain.hottest_c();
    let max_c = trial.sizes.insulation.max_c();
    figure("still-air physics, alone", heat::still_air_a(trial.sizes.wire, max_c, hottest), "A")
}

/// What would let the thinner wire pass.
fn thinner_would_do(thinner: &Trial, copper_m: f64) -> Option<String> {
    let Some(Refusal::Drop(d)) = &thinner.refusal else { return None };
    let spare_v = d.limit_v - (d.drop_v - d.wire_v);
    if spare_v <= 0.0 {
        return Some(format!(
            "Joints, fuse and switch alone take {}: no wire makes up for it.",
            volts(d.drop_v - d.wire_v)
        ));
    }
    let part = spare_v / d.wire_v;
    Some(format!(
        "{} would do with {} of copper instead of {}, or at {} instead of {}.",
        thinner.sizes.wire.label(),
        shown(copper_m * part, "m"),
        shown(copper_m, "m"),
        amps(d.current_a * part),
        amps(d.current_a)
    ))
}

fn lower(text: &str) -> String {
    let mut chars = text.chars();
    match chars.next() {
        // Sentences that open with a size keep it; "A short" and "The load" become small.
        Some(c) if text.starts_with("A short") || text.starts_with("The ") => {
            c.to_lowercase().chain(chars).collect()
        }
        _ => text.to_owned(),
    }
}

fn insulation(chain: &Chain, sized: &Sized) -> Choice {
    let class = sized.chosen.sizes.insulation;
    let hottest_c = chain.hottest_c();
    Choice {
        part: Part::Insulation,
        label: class.label().into(),
        detail: format!("hottest place {}", shown(hottest_c, "°C")),
        rule: "20 K above the hottest surroundings",
        says: format!(
            "The path is up to {} hot; {} leaves {} for the wire's own heat.",
            shown(hottest_c, "°C"),
            class.label(),
            shown(class.max_c() - hottest_c, "K")
        ),
        formula: "Tclass ≥ Ta + 20",
        inputs: vec![
            figure("hottest surroundings", hottest_c, "°C"),
            figure("class", class.max_c(), "°C"),
        ],
        source: Source::standard("SAE J1128 and ISO 6722-1 classes, recalled from memory"),
        margin: Some(figure("left for own heat", class.max_c() - hottest_c, "K")),
        next_best: None,
        would_change: None,
        overruled: None,
    }
}

fn fuse(bench: &Bench, sized: &Sized) -> Choice {
    let trial = &sized.chosen;
    let fit = &trial.fuse;
    let ambient_c = bench.chain.fuse_ambient_c();
    let overruled = bench.circuit.overrides.fuse_a.as_ref().map(|o| o.reason.clone());
    let mut inputs = vec![
        figure("steady current", trial.load_a, "A"),
        figure("smallest rating for it", fit.min_rating_a, "A"),
        figure("wire bears", trial.ampacity_a, "A"),
        figure("at the fuse", ambient_c, "°C"),
        figure("inrush", fit.inrush_a2s, "A²s"),
    ];
    if let Some(end) = trial.far_end {
        inputs.push(figure("short at the lamps", end.fault_a, "A"));
        if let Some(s) = end.opens_s {
            inputs.push(figure("opens within", s, "s"));
        }
    }
    let (label, detail, says, margin) = match (trial.sizes.fuse, &bench.chain.origin) {
        (None, Origin::Factory { index, .. }) => {
            let rating = bench.factory[*index].fuse_a;
            (
                "none of its own".to_owned(),
                format!("factory fuse {rating} A"),
                format!(
                    "The factory fuse of {rating} A already protects the new wire, which bears {}.",
                    amps(trial.ampacity_a)
                ),
                trial.ampacity_a - rating,
            )
        }
        (None, Origin::Battery) => (
            "none fits".to_owned(),
            "split the circuit".to_owned(),
            format!("The load needs {}; the catalog ends at 100 A.", amps(fit.min_rating_a)),
            -fit.min_rating_a,
        ),
        (Some(fuse), _) => {
            let says = match (&overruled, bench.shop.fuse) {
                (Some(_), _) => format!(
                    "Your choice. The load needs {} or more, the wire bears {}.",
                    amps(fit.min_rating_a),
                    amps(trial.ampacity_a)
                ),
                (None, FuseSchool::DownToLoad) => format!(
                    "{} steady is 80 % of {} at {}; the next rating is {}, and the wire bears {}.",
                    amps(trial.load_a),
                    amps(fit.min_rating_a),
                    shown(ambient_c, "°C"),
                    fuse.label(),
                    amps(trial.ampacity_a)
                ),
                (None, FuseSchool::WireOnly) => format!(
                    "The largest rating that still protects the wire, which bears {}.",
                    amps(trial.ampacity_a)
                ),
            };
            (
                fuse.label(),
                format!("{}, {}", fuse.family_label(), fuse.colour()),
                says,
                trial.ampacity_a - fuse.rating_a,
            )
        }
    };
    let lifted = match (fit.without_inrush_a, trial.sizes.fuse) {
        (Some(a), Some(f)) if f.rating_a > a && overruled.is_none() => {
            Some(format!("Without the filaments' inrush {a} A would do."))
        }
        _ => None,
    };
    let next_best = trial.sizes.fuse.and_then(|f| {
        fuse_table::Fuse::ladder()
            .into_iter()
            .find(|g| g.rating_a > f.rating_a && g.rating_a <= trial.ampacity_a)
            .map(|g| Alternative {
                label: g.label(),
                effect: format!(
                    "still protects the wire; {} spare",
                    amps(trial.ampacity_a - g.rating_a)
                ),
            })
    });
    Choice {
        part: Part::Fuse,
        label,
        detail,
        rule: "load ≤ 80 % of fuse ≤ wire",
        says,
        formula: "In ≥ I/(0.8·(1 − 0.0015·(T − 23))), In ≤ Iwire",
        inputs,
        source: Source::standard("NFPA 70 210.20(A) and ABYC E-11, recalled from memory"),
        margin: Some(figure("wire above fuse", margin, "A")),
        next_best,
        would_change: lifted,
        overruled,
    }
}

fn control(bench: &Bench, sized: &Sized) -> Vec<Choice> {
    let trial = &sized.chosen;
    let load = figure("steady current", trial.load_a, "A");
    let overruled = bench.circuit.control.kind.map(|_| "chosen under Switch".to_owned());
    let filament = bench.chain.has_filament();
    let kind = if filament { "filament lamps" } else { "LED lamps" };
    let base = Choice {
        part: Part::Control,
        label: String::new(),
        detail: String::new(),
        rule: "switch and contact derating",
        says: String::new(),
        formula: "",
        inputs: vec![load.clone()],
        source: Source::practice("derating of contacts for lamp inrush"),
        margin: None,
        next_best: None,
        would_change: None,
        overruled,
    };
    match &trial.sizes.control {
        ControlChoice::Source => vec![Choice {
            label: "no switch".into(),
            detail: "follows the factory lamp".into(),
            rule: "the source switches it",
            says: "The factory circuit turns it on and off.".into(),
            source: Source::practice("tie-in"),
            overruled: None,
            ..base
        }],
        ControlChoice::Switch { rating_a } => {
            let part = if filament {
                crate::catalog::switch::FILAMENT_PART
            } else {
                crate::catalog::switch::LED_PART
            } / bench.system.batteries();
            let label = rating_a.map_or("no switch is enough".into(), |a| format!("{a} A switch"));
            vec![
                Choice {
                    label: "switch alone".into(),
                    detail: "no relay".into(),
                    says: match rating_a {
                        Some(_) => format!(
                            "{} of {kind} is within what a switch bears by itself.",
                            amps(trial.load_a)
                        ),
                        None => format!(
                            "{} of {kind} is more than any panel switch bears.",
                            amps(trial.load_a)
                        ),
                    },
                    formula: "Iload ≤ part·Iswitch",
                    next_best: Some(Alternative {
                        label: "relay".into(),
                        effect: "spares the switch; one more part and a coil circuit".into(),
                    }),
                    ..base.clone()
                },
                switch_choice(base, label, rating_a.map(|a| a * part), part, trial.load_a),
            ]
        }
        ControlChoice::Relay { relay: kind_of, switch_a, is_enough } => {
            let part = if filament { relay::FILAMENT_PART } else { relay::CONTINUOUS_PART };
            let coil_a = bench.supply.regulated_v / kind_of.coil_ohm;
            let says = if *is_enough {
                format!(
                    "{} of {kind} is more than a switch should carry; the contact may carry {}.",
                    amps(trial.load_a),
                    amps(kind_of.contact_a * part)
                )
            } else {
                format!(
                    "{} is more than the strongest relay may carry ({}): split the circuit.",
                    amps(trial.load_a),
                    amps(kind_of.contact_a * part)
                )
            };
            let coil_part = crate::catalog::switch::COIL_PART / bench.system.batteries();
            vec![
                Choice {
                    label: format!("{} {} A", kind_of.name, kind_of.contact_a),
                    detail: format!("coil {} ohm, with suppression", kind_of.coil_ohm),
                    says,
                    formula: "Iload ≤ part·Icontact",
                    inputs: vec![
                        load,
                        figure("contact", kind_of.contact_a, "A"),
                        figure("part for this load", part, ""),
                        figure("coil", coil_a, "A"),
                    ],
                    margin: Some(figure("contact", kind_of.contact_a * part - trial.load_a, "A")),
                    ..base.clone()
                },
                switch_choice(
                    base,
                    format!("{switch_a} A switch"),
                    Some(switch_a * coil_part),
                    coil_part,
                    coil_a,
                ),
            ]
        }
    }
}

fn switch_choice(
    base: Choice,
    label: String,
    bears_a: Option<f64>,
    part: f64,
    carries_a: f64,
) -> Choice {
    Choice {
        part: Part::Switch,
        label,
        detail: format!("carries {}", amps(carries_a)),
        says: match bears_a {
            Some(bears) => format!(
                "It may carry {} of this load and carries {}.",
                amps(bears),
                amps(carries_a)
            ),
            None => "Take a relay, or split the circuit.".into(),
        },
        formula: "Iload ≤ part·Iswitch",
        inputs: vec![figure("carries", carries_a, "A"), figure("part for this load", part, "")],
        margin: bears_a.map(|b| figure("switch", b - carries_a, "A")),
        overruled: None,
        ..base
    }
}

fn ground(circuit: &LampCircuit, sized: &Sized) -> Choice {
    let stud = circuit.run.return_by == ReturnKind::ChassisStud;
    let drop_mv = sized.chosen.drop.current_a
        * if stud { contact::STUD_OHM + contact::CHASSIS_OHM } else { contact::POST_OHM }
        * 1000.0;
    Choice {
        part: Part::Ground,
        label: if stud { "M6 stud on the frame".into() } else { "battery negative".into() },
        detail: if stud {
            "ring, toothed washer, sealed".into()
        } else {
            "ring at the post".into()
        },
        rule: "ground drop",
        says: format!(
            "The joint and the way back cost {}; {} is where a ground is called poor.",
            shown(drop_mv, "mV"),
            shown(contact::GROUND_LIMIT_V * 1000.0, "mV")
        ),
        formula: "ΔV = I·(Rstud + Rframe)",
        inputs: vec![
            figure("current", sized.chosen.drop.current_a, "A"),
            figure("joint and frame", drop_mv / sized.chosen.drop.current_a.max(1e-9), "mohm"),
        ],
        source: Source::practice("0.1 V good, 0.2 V limit for the ground path"),
        margin: Some(figure("to the limit", contact::GROUND_LIMIT_V - drop_mv / 1000.0, "V")),
        next_best: Some(if stud {
            Alternative {
                label: "battery negative".into(),
                effect: "no stud that can corrode; as much wire again".into(),
            }
        } else {
            Alternative { label: "M6 stud on the frame".into(), effect: "less wire".into() }
        }),
        would_change: None,
        overruled: None,
    }
}
