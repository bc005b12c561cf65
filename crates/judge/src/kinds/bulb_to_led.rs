//! Bulbs that become LED in their fittings: the remedy follows from what watches the whole circuit.

use super::{Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use jovek_job::WorkKind;
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::BulbToLed,
    label: say::bulb_to_led_label,
    says: say::bulb_to_led_says,
    also: say::bulb_to_led_also,
    begin,
    stages: &[Stage::Light],
    opens: Stage::Light,
    turns_on: undecided::nothing,
};

fn begin(work: &mut Begun) {
    if work.job.swaps.is_empty() {
        work.job.swaps.push(fresh().swap);
    }
}
