//! Each choice of a circuit with its reason, from the trials of the sizing.

mod control;
mod fuse;
mod plug;
mod wire;

use jovek_base::figure::{figure, shown};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::contact;
use jovek_catalog::insulation::Insulation;
use jovek_job::{DropLimit, LampCircuit, ReturnKind};
use jovek_plan::chain::Chain;
use jovek_plan::sizing::choice::{Alternative, Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::trial::SizingInput;

/// All choices of one circuit.
pub fn choices(bench: &SizingInput, sized: &Sized) -> Vec<Choice> {
    if bench.chain.is_plug {
        return plug::choices(bench, sized);
    }
    let mut out = vec![
        wire::wire(bench, sized),
        insulation(bench.chain, sized, bench.shop.units),
        fuse::fuse(bench, sized),
    ];
    out.extend(control::control(bench, sized));
    out.push(ground(bench.circuit, bench.chain, sized));
    out
}

/// Who or what told a size.
fn told_by(circuit: &LampCircuit) -> &'static str {
    if circuit.kit.is_some() { "The harness has it" } else { "Your choice" }
}

fn drop_source(limit: DropLimit) -> Source {
    match limit {
        DropLimit::LampNeeds => Source::practice(
            "cut-in and margin for regulated lamps; 3 % headlamps, 5 % filaments and strips, 10 % regulated lamps, in the copper",
        ),
        DropLimit::ThreePercent => Source::standard(
            "ABYC E-11 conductor tables: 3 % for panel feeders, bilge blowers, electronics and navigation lights, recalled from memory",
        ),
        DropLimit::TenPercent => Source::standard(
            "ABYC E-11 conductor tables: 10 % for general lighting, recalled from memory",
        ),
        DropLimit::HalfVolt => Source::practice("0.5 V in the copper of a lamp circuit"),
    }
}

fn insulation(chain: &Chain, sized: &Sized, units: Units) -> Choice {
    let class = sized.chosen.sizes.insulation;
    let hottest_c = chain.hottest_c();
    Choice {
        part: Part::Insulation,
        label: class.label().into(),
        detail: format!("hottest place {}", units.degrees(hottest_c)),
        rule: units.by_degrees(
            "20 K above the hottest surroundings",
            "36 °F above the hottest surroundings",
        ),
        says: format!(
            "The path is up to {} hot; {} leaves {} for the wire's own heat.",
            units.degrees(hottest_c),
            class.label(),
            units.warmer(class.max_c() - hottest_c)
        ),
        formula: "Tclass ≥ Ta + 20",
        inputs: vec![
            units.figure("hottest surroundings", hottest_c, "°C"),
            units.figure("class", class.max_c(), "°C"),
        ],
        source: Source::standard("SAE J1128 and ISO 6722-1 classes, recalled from memory"),
        margin: Some(units.figure("left for own heat", class.max_c() - hottest_c, "K")),
        next_best: Insulation::ALL.into_iter().find(|c| *c > class).map(|c| Alternative {
            label: c.label().into(),
            effect: format!("{} for the wire's own heat", units.warmer(c.max_c() - hottest_c)),
        }),
        would_change: None,
        overruled: None,
    }
}

fn ground(circuit: &LampCircuit, chain: &Chain, sized: &Sized) -> Choice {
    let by = circuit.run.return_by;
    let (label, detail) = match by {
        _ if chain.is_ground_switched => {
            ("minus wire of the factory lamp", "joined before the switch that grounds it")
        }
        _ if !chain.has_own_return() => {
            ("ground of the housing", "one lead for all its functions; sized for all of them")
        }
        _ if chain.keeps_ground() => ("the lamps' own ground wires", "as the factory made them"),
        ReturnKind::FactoryGround => {
            ("ground wire of the factory", "joined beside the lamp; probe it first")
        }
        ReturnKind::ChassisStud => ("M6 stud on the frame", "ring, toothed washer, sealed"),
        ReturnKind::BatteryNegative => ("battery negative", "ring at the post"),
        ReturnKind::PlugGround => ("ground pin of the plug", "ring in the junction box, by wire"),
        ReturnKind::GroundBus => {
            ("ground bus", "ring on the bus under its cover; one M6 stud to the frame for all")
        }
    };
    let drop = &sized.chosen.drop;
    let drop_mv = drop.ground_v * 1000.0;
    Choice {
        part: Part::Ground,
        label: label.into(),
        detail: detail.into(),
        rule: "ground drop",
        says: format!(
            "The joint and the way back cost {}; {} is where a ground is called poor.",
            shown(drop_mv, "mV"),
            shown(contact::GROUND_LIMIT_V * 1000.0, "mV")
        ),
        formula: "ΔV = I·(Rstud + Rframe)",
        inputs: vec![
            figure("current", drop.current_a, "A"),
            figure("joint and frame", drop_mv / drop.current_a.max(1e-9), "mohm"),
        ],
        source: Source::practice("0.1 V good, 0.2 V limit for the ground path"),
        margin: Some(figure("to the limit", contact::GROUND_LIMIT_V - drop_mv / 1000.0, "V")),
        next_best: (!chain.is_ground_switched && chain.has_own_return() && !chain.keeps_ground())
            .then_some(match by {
                ReturnKind::ChassisStud => Alternative {
                    label: "battery negative".into(),
                    effect: "no stud that can corrode; as much wire again".into(),
                },
                ReturnKind::BatteryNegative => {
                    Alternative { label: "M6 stud on the frame".into(), effect: "less wire".into() }
                }
                ReturnKind::FactoryGround => Alternative {
                    label: "M6 stud on the frame".into(),
                    effect: "a ground of its own: it serves no other lamp".into(),
                },
                ReturnKind::PlugGround => Alternative {
                    label: "ground bus".into(),
                    effect: "less wire; the frame carries it to the plug".into(),
                },
                ReturnKind::GroundBus => Alternative {
                    label: "M6 stud on the frame".into(),
                    effect: "one poor stud is not poor for all".into(),
                },
            }),
        would_change: None,
        overruled: None,
    }
}
