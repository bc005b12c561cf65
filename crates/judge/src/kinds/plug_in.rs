//! A lamp in the place of another, on the factory's own plug: most of what is fitted.

use super::begin::light;
use super::{Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{FactoryKind, Feed, LampRole, MadeFor, OldLamp, Signal, Wish, WorkKind};

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::PlugIn,
    label: "Lamp on its own plug",
    says: "An LED fog, tail or side lamp in the place of the old one; nothing is cut.",
    also: "replacement swap unit fog tail lamp plug adapter",
    begin,
    stages: &[Stage::Light, Stage::Feed, Stage::Aim],
    opens: Stage::Light,
    turns_on: undecided::output,
};

fn begin(work: &mut Begun) {
    let factory = work.factory("Front fog lamps", Signal::Fog, FactoryKind::Lamp);
    let circuit = work.circuit("Fog lamps", Wish::With(Signal::Fog), Some(Feed::Plug { factory }));
    light(circuit, |l| {
        (l.name, l.role, l.made_for) = ("LED fog lamp".into(), Some(LampRole::Fog), MadeFor::V12);
        l.replaces = Some(OldLamp { name: "Old fog lamp".into(), ..OldLamp::default() });
    });
}
