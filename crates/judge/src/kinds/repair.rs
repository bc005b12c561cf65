//! Corroded connectors, melted holders, lost grounds.

use super::{Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::WorkKind;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Repair,
    label: "Repair a connector",
    says: "Clean, neutralise, dry, grip, protect, seal; then look again.",
    also: "corrosion green plug water fix ground",
    begin,
    stages: &[],
    opens: Stage::Fit,
    turns_on: undecided::nothing,
};

fn begin(work: &mut Begun) {
    if work.job.repairs.is_empty() {
        work.job.repairs.push("Connector".into());
    }
}
