//! Bulbs that become LED in their fittings: the remedy follows from what watches the whole circuit.

use super::{Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use jovek_job::WorkKind;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::BulbToLed,
    label: "Bulbs to LED",
    says: "In the fittings that are there; what flashes fast or reports a fault is answered.",
    also: "hyperflash flasher resistor canbus bulb out indicator turn signal",
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
