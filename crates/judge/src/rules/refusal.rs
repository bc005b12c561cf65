//! Why a wire is refused, as it is spoken.

use jovek_base::figure::{amps, shown, volts};
use jovek_plan::sizing::trial::{Refusal, WireTrial};

/// Why a wire is refused, in one sentence.
pub fn refusal_text(trial: &WireTrial) -> String {
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
            volts(d.floor_v()),
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
