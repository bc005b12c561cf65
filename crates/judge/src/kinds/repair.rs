//! Corroded connectors, melted holders, lost grounds.

use super::{Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::WorkKind;
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Repair,
    label: say::repair_label,
    says: say::repair_says,
    also: say::repair_also,
    begin,
    stages: &[],
    opens: Stage::Fit,
    turns_on: undecided::nothing,
};

fn begin(work: &mut Begun) {
    if work.job.repairs.is_empty() {
        work.job.repairs.push(say::connector().into());
    }
}
