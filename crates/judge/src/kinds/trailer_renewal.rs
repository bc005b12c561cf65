//! Lamps of a trailer made new.

use super::{AIMED, Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use crate::trailer::build::{TrailerAsked, build};
use jovek_job::WorkKind;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::TrailerRenewal,
    label: "Lamps of a trailer",
    says: "Old boards to sealed lamps, side markers; placed by the rule book.",
    also: "trailer board marker renewal plug wiring",
    begin,
    stages: &AIMED,
    opens: Stage::Aim,
    turns_on: undecided::nothing,
};

fn begin(work: &mut Begun) {
    // The rule book places the lamps of an empty trailer; what is there already stays.
    if work.job.circuits.is_empty() {
        let built = build(&TrailerAsked { unit: work.job.unit.clone(), ..fresh().trailer });
        let old = std::mem::replace(work.job, built);
        (work.job.shop, work.job.kinds) = (old.shop, old.kinds);
    }
}
