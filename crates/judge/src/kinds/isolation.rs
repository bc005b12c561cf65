//! A second battery for the added lights, kept apart from the one that starts the engine.

use super::{Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{Auxiliary, ChargeRun, WorkKind};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Isolation,
    label: say::isolation_label,
    says: say::isolation_says,
    also: say::isolation_also,
    begin,
    stages: &[Stage::Feed, Stage::Cut],
    opens: Stage::Look,
    turns_on: undecided::nothing,
};

fn begin(work: &mut Begun) {
    let isolation = work.job.shop.isolation;
    work.job.supply.auxiliary.get_or_insert(Auxiliary {
        isolation,
        fitted: Some(ChargeRun::default()),
        ..Auxiliary::default()
    });
}
