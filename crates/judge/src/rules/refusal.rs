//! Why a wire is refused, as it is spoken.

use jovek_base::figure::{amps, apart, shown, volts};
use jovek_catalog::conductor::{WireSystem, copper_text};
use jovek_job::DropLimit;
use jovek_plan::drop::Drop;
use jovek_plan::need::Need;
use jovek_plan::sizing::trial::{Refusal, WireTrial};

/// Why a wire is refused, in one sentence.
pub fn refusal_text(trial: &WireTrial, system: WireSystem) -> String {
    let wire = trial.sizes.wire.label();
    match &trial.refusal {
        None => format!("{wire} will do."),
        Some(Refusal::Mechanical { min_mm2 }) => {
            let least = copper_text(*min_mm2, system);
            format!("{wire} is thinner than {least}, which survives handling and vibration.")
        }
        Some(Refusal::Ampacity { fuse_a, ampacity_a, at }) => format!(
            "{wire} bears {} on \"{at}\", less than the {fuse_a} A fuse.",
            amps(*ampacity_a)
        ),
        Some(Refusal::Drop(d)) => drop_text(&wire, d),
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

/// What is too much about the drop of a wire.
fn drop_text(wire: &str, d: &Drop) -> String {
    let state = d.state.label().to_lowercase();
    if let Some(needs_v) = d.needs_v().filter(|_| d.is_lamp_short()) {
        let (has, needs) = apart(d.lamp_v, needs_v, "V");
        if d.need.rest_v == Some(needs_v) {
            return format!(
                "{wire} would leave {has} at the lamps, and such lamps usually fade below {needs} ({state}; theirs is \
                 not known)."
            );
        }
        return format!("{wire} would leave {has} at the lamps, which need {needs} ({state}).");
    }
    let (lost, allowed) = apart(d.copper_v, d.need.copper_v, "V");
    format!(
        "{wire} would lose {lost} in the copper, more than {allowed}: {} ({state}).",
        need_text(&d.need)
    )
}

/// What the copper may lose, as it is spoken.
pub fn need_text(need: &Need) -> String {
    match (need.copper_part, need.rule) {
        (Some(part), DropLimit::LampNeeds) => {
            format!("{} of the charging voltage for such lamps", shown(part * 100.0, "%"))
        }
        (Some(part), _) => format!("{} of the charging voltage", shown(part * 100.0, "%")),
        (None, _) => format!("{} for a circuit", volts(need.copper_v)),
    }
}
