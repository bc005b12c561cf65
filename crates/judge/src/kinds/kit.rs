//! Lamps on a ready-made harness from a box: it is checked, laid and coiled, not made.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{ControlKind, KitHarness, LampRole, Wish, WorkKind};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Kit,
    label: say::kit_label,
    says: say::kit_says,
    also: say::kit_also,
    begin,
    stages: &AIMED,
    opens: Stage::Run,
    turns_on: undecided::kit,
};

fn begin(work: &mut Begun) {
    let circuit = work.circuit(say::work_lamps(), Wish::OwnSwitch, None);
    // Such a harness has a relay; one without is told under Switch.
    circuit.control.kind = Some(ControlKind::Relay);
    circuit.kit = Some(KitHarness { name: "harness".into(), ..KitHarness::default() });
    light(circuit, |l| l.role = Some(LampRole::Work));
}
