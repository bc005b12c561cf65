//! The wire: why this size, and why the thinner one was refused.

use super::told_by;
use crate::answers::choices::drop_source;
use crate::rules::refusal::refusal_text;
use jovek_base::figure::{Figure, amps, figure, volts};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::conductor::WireSystem;
use jovek_catalog::{ampacity, heat};
use jovek_plan::sizing::choice::{Alternative, Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::trial::{Refusal, SizingInput, WireTrial};

pub(super) fn wire(bench: &SizingInput, sized: &Sized) -> Choice {
    let trial = &sized.chosen;
    let (wire, system) = (trial.sizes.wire, bench.shop.wire_system);
    let overruled = bench.circuit.told_wire().map(|(_, why)| why.to_owned());
    let governs = if sized.is_short { Some(trial) } else { sized.thinner.as_ref() };
    let refusal = governs.and_then(|t| t.refusal.as_ref());
    let (rule, source, formula) = match refusal {
        Some(Refusal::Drop(d)) if d.is_lamp_short() => (
            "voltage that the lamps need",
            Source::practice("cut-in and margin at the lowest battery in which it must work"),
            "U ≥ cut-in + margin, from the solved circuit",
        ),
        Some(Refusal::Drop(d)) => (
            "voltage drop in the copper",
            drop_source(d.need.rule),
            "ΔV = I·Σ R20·L·(1 + 0.00393·(T − 20)), from the solved circuit",
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
            "voltage with every circuit on",
            drop_source(bench.chain.need.rule),
            "ΔV of the whole vehicle, from the solved circuit",
        ),
        None => ("thinnest of the shelf", Source::practice("sizes on the shelf"), ""),
    };
    let says = match governs {
        _ if overruled.is_some() => match &trial.refusal {
            Some(_) => format!("{}. {}", told_by(bench.circuit), refusal_text(trial, system)),
            None => format!("{}; it passes every check.", told_by(bench.circuit)),
        },
        Some(t) if sized.is_short => short_text(t, system),
        Some(t) if t.refusal.is_some() => {
            let why = lower(&refusal_text(t, system));
            let why = why.trim_end_matches('.');
            let own_a = trial.sizes.fuse.map(|f| f.rating_a);
            // More current through thinner wire: its fuse is another one.
            let wants = match t.refusal {
                Some(Refusal::Ampacity { fuse_a, .. }) if own_a.is_some_and(|a| a < fuse_a) => {
                    " that it would want"
                }
                _ => "",
            };
            format!("{} because {why}{wants}.", wire.label())
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
    let units = bench.shop.units;
    let mut inputs = vec![
        figure("current", d.current_a, "A"),
        units.figure("copper, there and back", copper_m, "m"),
        units.figure(
            units.by_degrees("resistance at 20 °C", "resistance at 68 °F"),
            wire.ohm_per_m_20c() * 1000.0,
            "mohm/m",
        ),
        figure("lost in the copper", d.copper_v, "V"),
        figure("lost in joints, fuse and contacts", d.beside_v(), "V"),
        figure("allowed in the copper while charging", d.need.copper_v, "V"),
        figure("bears here", trial.ampacity_a, "A"),
        figure(
            units.by_degrees("bears alone at 30 °C", "bears alone at 86 °F"),
            trial.single_a,
            "A",
        ),
    ];
    inputs.extend(d.need.lamp_v.map(|v| figure("lowest voltage that the lamps need", v, "V")));
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
        margin: Some(d.slack_v()).filter(|v| v.is_finite()).map(|v| figure("to spare", v, "V")),
        next_best: sized.thicker.as_ref().map(|(wire, drop)| Alternative {
            label: wire.label(),
            effect: format!(
                "{} at the lamps ({})",
                volts(drop.lamp_v),
                drop.state.label().to_lowercase()
            ),
        }),
        would_change: sized.thinner.as_ref().and_then(|t| thinner_would_do(t, copper_m, units)),
        overruled,
    }
}

/// The heat-balance figure beside the table's.
fn heat_figure(bench: &SizingInput, trial: &WireTrial) -> Figure {
    let hottest = bench.chain.hottest_c();
    let max_c = trial.sizes.insulation.max_c();
    figure("still-air physics, alone", heat::still_air_a(trial.sizes.wire, max_c, hottest), "A")
}

/// What would let the thinner wire pass.
fn thinner_would_do(thinner: &WireTrial, copper_m: f64, units: Units) -> Option<String> {
    let Some(Refusal::Drop(d)) = &thinner.refusal else { return None };
    // What the copper may lose at most, by its share or by what the lamps are left with.
    let spare_v = if d.is_lamp_short() { d.copper_v + d.slack_v() } else { d.need.copper_v };
    let part = spare_v / d.copper_v;
    (part > 0.0).then(|| {
        format!(
            "{} would do with {} of copper instead of {}, or at {} instead of {}.",
            thinner.sizes.wire.label(),
            units.length(copper_m * part),
            units.length(copper_m),
            amps(d.current_a * part),
            amps(d.current_a)
        )
    })
}

/// A wire that was taken although no wire meets the whole need.
fn short_text(trial: &WireTrial, system: WireSystem) -> String {
    let taken = match &trial.refusal {
        Some(Refusal::Drop(_)) => "is the thinnest that is safe and works",
        Some(Refusal::FarEnd(_)) => "is the thinnest that bears the fuse",
        _ => "bears most",
    };
    format!(
        "No wire that holders and relays take meets all that is asked; {} {taken}. {}",
        trial.sizes.wire.label(),
        refusal_text(trial, system)
    )
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
