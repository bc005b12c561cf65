//! The wire: why this size, and why the thinner one was refused.

use super::told_by;
use crate::answers::choices::drop_source;
use crate::rules::refusal::refusal_text;
use jovek_base::figure::{Figure, amps, figure, volts};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::conductor::WireSystem;
use jovek_catalog::{ampacity, heat};
use jovek_phrases::{answers as say, small};
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
            say::voltage_that_the_lamps_need(),
            Source::practice("cut-in and margin at the lowest battery in which it must work"),
            "U ≥ cut-in + margin, from the solved circuit",
        ),
        Some(Refusal::Drop(d)) => (
            say::voltage_drop_in_the_copper(),
            drop_source(d.need.rule),
            "ΔV = I·Σ R20·L·(1 + 0.00393·(T − 20)), from the solved circuit",
        ),
        Some(Refusal::Ampacity { .. }) => (
            say::ampacity_above_the_fuse(),
            ampacity::source(bench.shop.ampacity),
            "I = I30·sqrt((Tmax − Ta)/(Tmax − 30))·bundle factor",
        ),
        Some(Refusal::FarEnd(_)) => (
            say::short_at_the_far_end(),
            Source::standard("ISO 8820-3 gates and IEC 60949, recalled from memory"),
            "Ifault ≥ 3.5·In and I²t ≤ k²·S²",
        ),
        Some(Refusal::Mechanical { .. }) => (
            say::mechanical_minimum(),
            Source::practice("0.75 mm² outside the cab, 0.5 mm² inside"),
            "S ≥ 0.75 mm²",
        ),
        Some(Refusal::NoFuse { .. } | Refusal::Unsolved { .. }) => {
            (say::no_part_of_the_catalog(), Source::practice("the catalog"), "")
        }
        None if governs.is_some() => (
            say::voltage_with_every_circuit(),
            drop_source(bench.chain.need.rule),
            "ΔV of the whole vehicle, from the solved circuit",
        ),
        None => (say::thinnest_of_the_shelf(), Source::practice("sizes on the shelf"), ""),
    };
    let says = match governs {
        _ if overruled.is_some() => match &trial.refusal {
            Some(_) => format!("{}. {}", told_by(bench.circuit), refusal_text(trial, system)),
            None => say::it_passes_every_check(&told_by(bench.circuit)),
        },
        Some(t) if sized.is_short => short_text(t, system),
        Some(t) if t.refusal.is_some() => {
            let why = refused_because(t, system);
            let why = why.trim_end_matches('.');
            let own_a = trial.sizes.fuse.map(|f| f.rating_a);
            // More current through thinner wire: its fuse is another one.
            let wants = match t.refusal {
                Some(Refusal::Ampacity { fuse_a, .. }) if own_a.is_some_and(|a| a < fuse_a) => {
                    say::that_it_would_want()
                }
                _ => "",
            };
            say::because(&wire.label(), &why, &wants)
        }
        Some(t) => say::because_would_do_alone(&wire.label(), &t.sizes.wire.label()),
        _ => say::is_the_thinnest_wire_kept(&wire.label()),
    };
    let d = trial.drop;
    let copper_m = bench.chain.copper_m();
    let units = bench.shop.units;
    let mut inputs = vec![
        figure(say::current(), d.current_a, "A"),
        units.figure(say::copper_there_and_back(), copper_m, "m"),
        units.figure(
            units.by_degrees(say::resistance_at_20_c(), say::resistance_at_68_f()),
            wire.ohm_per_m_20c() * 1000.0,
            "mohm/m",
        ),
        figure(say::lost_in_the_copper(), d.copper_v, "V"),
        figure(say::lost_in_joints_fuse_and_contacts(), d.beside_v(), "V"),
        figure(say::allowed_in_the_copper_while_charging(), d.need.copper_v, "V"),
        figure(say::bears_here(), trial.ampacity_a, "A"),
        figure(
            units.by_degrees(say::bears_alone_at_30_c(), say::bears_alone_at_86_f()),
            trial.single_a,
            "A",
        ),
    ];
    inputs.extend(d.need.lamp_v.map(|v| figure(say::lowest_voltage_that_the_lamps_need(), v, "V")));
    inputs.push(figure(say::temperature_factor(), trial.ampacity_factors.0, ""));
    inputs.push(figure(say::bundle_factor(), trial.ampacity_factors.1, ""));
    inputs.push(heat_figure(bench, trial));
    if let Some(end) = trial.far_end {
        inputs.push(figure(say::short_at_the_lamps(), end.fault_a, "A"));
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
        margin: Some(d.slack_v())
            .filter(|v| v.is_finite())
            .map(|v| figure(say::margin_to_spare(), v, "V")),
        next_best: sized.thicker.as_ref().map(|(wire, drop)| Alternative {
            label: wire.label(),
            effect: say::at_the_lamps(&volts(drop.lamp_v), &drop.state.label().to_lowercase()),
        }),
        would_change: sized.thinner.as_ref().and_then(|t| thinner_would_do(t, copper_m, units)),
        overruled,
    }
}

/// The heat-balance figure beside the table's.
fn heat_figure(bench: &SizingInput, trial: &WireTrial) -> Figure {
    let hottest = bench.chain.hottest_c();
    let max_c = trial.sizes.insulation.max_c();
    figure(say::still_air_physics_alone(), heat::still_air_a(trial.sizes.wire, max_c, hottest), "A")
}

/// What would let the thinner wire pass.
fn thinner_would_do(thinner: &WireTrial, copper_m: f64, units: Units) -> Option<String> {
    let Some(Refusal::Drop(d)) = &thinner.refusal else { return None };
    // What the copper may lose at most, by its share or by what the lamps are left with.
    let spare_v = if d.is_lamp_short() { d.copper_v + d.slack_v() } else { d.need.copper_v };
    let part = spare_v / d.copper_v;
    (part > 0.0).then(|| {
        say::would_do_with_of_copper_instead(
            &thinner.sizes.wire.label(),
            &units.length(copper_m * part),
            &units.length(copper_m),
            &amps(d.current_a * part),
            &amps(d.current_a),
        )
    })
}

/// A wire that was taken although no wire meets the whole need.
fn short_text(trial: &WireTrial, system: WireSystem) -> String {
    let taken = match &trial.refusal {
        Some(Refusal::Drop(_)) => say::is_the_thinnest_that_is_safe(),
        Some(Refusal::FarEnd(_)) => say::is_the_thinnest_that_bears(),
        _ => say::bears_most(),
    };
    say::no_wire_that_holders_and_relays(
        &trial.sizes.wire.label(),
        &taken,
        &refusal_text(trial, system),
    )
}

/// Why a wire is refused, as it goes on behind "because": sentences that open with a size keep their first letter.
fn refused_because(trial: &WireTrial, system: WireSystem) -> String {
    let text = refusal_text(trial, system);
    match trial.refusal {
        Some(Refusal::FarEnd(_) | Refusal::NoFuse { .. }) => small(&text),
        _ => text,
    }
}
