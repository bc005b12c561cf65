//! New lamps that go out with the key: from an empty fuse position, or a relay that the ignition pulls.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{FactoryKind, LampRole, Signal, Wish, WorkKind};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::KeyControlled,
    label: say::key_controlled_label,
    says: say::key_controlled_says,
    also: say::key_controlled_also,
    begin,
    stages: &AIMED,
    opens: Stage::Look,
    turns_on: undecided::live_side,
};

fn begin(work: &mut Begun) {
    work.factory(say::empty_fuse_position(), Signal::Ignition, FactoryKind::FusePosition);
    light(work.circuit(say::added_lamps(), Wish::OwnSwitch, None), |l| {
        l.role = Some(LampRole::Work)
    });
}
