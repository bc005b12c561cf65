//! New lamps with a switch of their own, from the battery.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{LampRole, Wish, WorkKind};

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Switched,
    label: "New lamps with a switch",
    says: "Work, driving or ditch lamps: battery, fuse, relay, switch.",
    also: "work lamp light bar driving ditch pillar scene flood battery relay",
    begin,
    stages: &AIMED,
    opens: Stage::Light,
    turns_on: undecided::watts,
};

fn begin(work: &mut Begun) {
    light(work.circuit("Work lamps", Wish::OwnSwitch, None), |l| l.role = Some(LampRole::Work));
}
