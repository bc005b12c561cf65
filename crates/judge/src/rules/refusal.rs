//! Why a wire is refused, as it is spoken.

use jovek_base::figure::{amps, apart, shown, volts};
use jovek_catalog::conductor::{WireSystem, copper_text};
use jovek_job::DropLimit;
use jovek_phrases::rules as say;
use jovek_plan::drop::Drop;
use jovek_plan::need::Need;
use jovek_plan::sizing::trial::{Refusal, WireTrial};

/// Why a wire is refused, in one sentence.
pub fn refusal_text(trial: &WireTrial, system: WireSystem) -> String {
    let wire = trial.sizes.wire.label();
    match &trial.refusal {
        None => say::will_do(&wire),
        Some(Refusal::Mechanical { min_mm2 }) => {
            let least = copper_text(*min_mm2, system);
            say::is_thinner_than_which_survives_handling(&wire, &least)
        }
        Some(Refusal::Ampacity { fuse_a, ampacity_a, at }) => {
            say::bears_on_less(&wire, &amps(*ampacity_a), &at, &fuse_a)
        }
        Some(Refusal::Drop(d)) => drop_text(&wire, d),
        Some(Refusal::FarEnd(end)) => match end.opens_s {
            Some(s) => say::a_short_at_the_lamps_draws(
                &amps(end.fault_a),
                &wire,
                &end.fuse_a,
                &shown(s, "s"),
            ),
            None => say::a_short_at_the_lamps_draws_only(&amps(end.fault_a), &wire, &end.fuse_a),
        },
        Some(Refusal::NoFuse { needed_a }) => say::the_load_needs_a_fuse(&amps(*needed_a)),
        Some(Refusal::Unsolved { what }) => say::with(&wire, &what),
    }
}

/// What is too much about the drop of a wire.
fn drop_text(wire: &str, d: &Drop) -> String {
    let state = d.state.label().to_lowercase();
    if let Some(needs_v) = d.needs_v().filter(|_| d.is_lamp_short()) {
        let (has, needs) = apart(d.lamp_v, needs_v, "V");
        if d.need.rest_v == Some(needs_v) {
            return say::would_leave_at_the_lamps(&wire, &has, &needs, &state);
        }
        return say::would_leave_at_the_lamps_which(&wire, &has, &needs, &state);
    }
    let (lost, allowed) = apart(d.copper_v, d.need.copper_v, "V");
    say::would_lose_in_the_copper(&wire, &lost, &allowed, &need_text(&d.need), &state)
}

/// What the copper may lose, as it is spoken.
pub fn need_text(need: &Need) -> String {
    match (need.copper_part, need.rule) {
        (Some(part), DropLimit::LampNeeds) => {
            say::of_the_charging_voltage_for_such(&shown(part * 100.0, "%"))
        }
        (Some(part), _) => say::of_the_charging_voltage(&shown(part * 100.0, "%")),
        (None, _) => say::for_a_circuit(&volts(need.copper_v)),
    }
}
