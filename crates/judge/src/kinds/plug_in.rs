//! A lamp in the place of another, on the factory's own plug: most of what is fitted.

use super::begin::light;
use super::{Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{FactoryKind, Feed, LampRole, MadeFor, OldLamp, Signal, Wish, WorkKind};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::PlugIn,
    label: say::plug_in_label,
    says: say::plug_in_says,
    also: say::plug_in_also,
    begin,
    stages: &[Stage::Light, Stage::Feed, Stage::Aim],
    opens: Stage::Light,
    turns_on: undecided::output,
};

fn begin(work: &mut Begun) {
    let factory = work.factory(say::front_fog_lamps(), Signal::Fog, FactoryKind::Lamp);
    let circuit =
        work.circuit(say::fog_lamps(), Wish::With(Signal::Fog), Some(Feed::Plug { factory }));
    light(circuit, |l| {
        (l.name, l.role, l.made_for) =
            (say::led_fog_lamp().into(), Some(LampRole::Fog), MadeFor::V12);
        l.replaces = Some(OldLamp { name: say::old_fog_lamp().into(), ..OldLamp::default() });
    });
}
