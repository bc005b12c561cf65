//! Lamps on a ready-made harness from a box: it is checked, laid and coiled, not made.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{ControlKind, KitHarness, LampRole, Wish, WorkKind};

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Kit,
    label: "Lamps on a harness from a box",
    says: "Fuse, relay and switch are on it: checked, laid, coiled.",
    also: "kit ready made harness box retrofit loom relay prewired",
    begin,
    stages: &AIMED,
    opens: Stage::Run,
    turns_on: undecided::kit,
};

fn begin(work: &mut Begun) {
    let circuit = work.circuit("Work lamps", Wish::OwnSwitch, None);
    // Such a harness has a relay; one without is told under Switch.
    circuit.control.kind = Some(ControlKind::Relay);
    circuit.kit = Some(KitHarness { name: "harness".into(), ..KitHarness::default() });
    light(circuit, |l| l.role = Some(LampRole::Work));
}
