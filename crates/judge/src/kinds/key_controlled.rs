//! New lamps that go out with the key: from an empty fuse position, or a relay that the ignition pulls.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{FactoryKind, LampRole, Signal, Wish, WorkKind};

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::KeyControlled,
    label: "New lamps that go out with the key",
    says: "From an empty fuse position, or a relay that the ignition pulls.",
    also: "ignition switched fuse box tap accessory",
    begin,
    stages: &AIMED,
    opens: Stage::Look,
    turns_on: undecided::live_side,
};

fn begin(work: &mut Begun) {
    work.factory("Empty fuse position", Signal::Ignition, FactoryKind::FusePosition);
    light(work.circuit("Added lamps", Wish::OwnSwitch, None), |l| l.role = Some(LampRole::Work));
}
