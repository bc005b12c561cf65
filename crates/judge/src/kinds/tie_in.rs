//! A light that comes on with a factory lamp, and needs no switch.

use super::begin::light;
use super::{Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{
    FactoryKind, Feed, LampRole, LightKind, MadeFor, Section, Signal, Waypoint, Wish, WorkKind,
    Zone,
};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::TieIn,
    label: say::tie_in_label,
    says: say::tie_in_says,
    also: say::tie_in_also,
    begin,
    stages: &[Stage::Light, Stage::Feed, Stage::Run, Stage::Cut],
    opens: Stage::Look,
    turns_on: undecided::output,
};

fn begin(work: &mut Begun) {
    let factory = work.factory(say::parking_lamps(), Signal::Parking, FactoryKind::Lamp);
    let lit = Wish::With(Signal::Parking);
    let circuit = work.circuit(say::accent_light(), lit, Some(Feed::TieIn { factory }));
    // A metre or two from the joint, where the whole way from the battery would mislead.
    circuit.run.supply =
        vec![Section::unmeasured(say::joint_to_light(), Zone::Exterior, Waypoint::Pass)];
    light(circuit, |l| {
        (l.name, l.count, l.role) = (say::led_strip().into(), 1, Some(LampRole::Accent));
        (l.draws, l.made_for) = (LightKind::Strip { forward_v: None }, MadeFor::V12);
        l.is_stuck = true;
    });
}
