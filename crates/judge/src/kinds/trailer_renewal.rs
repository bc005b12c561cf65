//! Lamps of a trailer made new.

use super::{AIMED, Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use crate::trailer::build::{TrailerAsked, build};
use jovek_job::WorkKind;
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::TrailerRenewal,
    label: say::trailer_renewal_label,
    says: say::trailer_renewal_says,
    also: say::trailer_renewal_also,
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
