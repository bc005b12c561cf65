//! The wire: why this size, and why the thinner one was refused.

use crate::answers::choices::drop_source;
use crate::rules::refusal::refusal_text;
use jovek_base::figure::{Figure, amps, figure, shown, volts};
use jovek_base::source::Source;
use jovek_catalog::{ampacity, heat};
use jovek_plan::sizing::choice::{Alternative, Choice, Part};
use jovek_plan::sizing::circuit::Sized;
use jovek_plan::sizing::trial::{Refusal, SizingInput, WireTrial};

pub(super) fn wire(bench: &SizingInput, sized: &Sized) -> Choice {
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
        next_best: sized.thicker.as_ref().map(|(wire, drop)| Alternative {
            label: wire.label(),
            effect: format!(
                "{} at the lamps ({})",
                volts(drop.lamp_v),
                drop.state.label().to_lowercase()
            ),
        }),
        would_change: sized.thinner.as_ref().and_then(|t| thinner_would_do(t, copper_m)),
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
fn thinner_would_do(thinner: &WireTrial, copper_m: f64) -> Option<String> {
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
