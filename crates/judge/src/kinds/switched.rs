//! New lamps with a switch of their own, from the battery.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{LampRole, Wish, WorkKind};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Switched,
    label: say::switched_label,
    says: say::switched_says,
    also: say::switched_also,
    begin,
    stages: &AIMED,
    opens: Stage::Light,
    turns_on: undecided::watts,
};

fn begin(work: &mut Begun) {
    light(work.circuit(say::work_lamps(), Wish::OwnSwitch, None), |l| {
        l.role = Some(LampRole::Work)
    });
}
