//! A lamp that the vehicle could have had: its module has to be told.

use super::{Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use jovek_job::WorkKind;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Coding,
    label: "Lamp coded into a module",
    says: "Pins into the module's connector, one bit of its coding value.",
    also: "retrofit module pin bit byte coding door",
    begin,
    stages: &[],
    opens: Stage::Sign,
    turns_on: undecided::series,
};

fn begin(work: &mut Begun) {
    if work.job.record.coding.is_empty() {
        work.job.record.coding.push(fresh().coding);
    }
}
