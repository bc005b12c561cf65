//! A lamp that the vehicle could have had: its module has to be told.

use super::{Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use jovek_job::WorkKind;
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Coding,
    label: say::coding_label,
    says: say::coding_says,
    also: say::coding_also,
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
