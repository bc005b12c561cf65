//! A lamp at the hitch, on a lead between socket and plug that passes everything on.

use super::begin::light;
use super::{Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use crate::trailer::connectors::connector;
use jovek_job::{
    ControlKind, FactoryKind, Feed, HousedLamp, Housing, HousingGround, HousingId, JointPractice,
    LampColour, LampPlace, LampRole, LightId, PinFunction, ReturnKind, Section, Signal, StopFrom,
    Waypoint, Wish, WorkKind, Zone,
};

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::HitchLamp,
    label: "Lamp at the hitch",
    says: "Takes tail, brake and reverse from the trailer socket and passes them on.",
    also: "hitch receiver trailer socket intermediate lead loop",
    begin,
    stages: &[Stage::Light, Stage::Feed, Stage::Switch, Stage::Run, Stage::Cut],
    opens: Stage::Run,
    turns_on: undecided::output,
};

/// Tail and stop light in one housing, each from its wire of the socket: where stop and turn share a wire on each side,
/// the stop light hangs on both over diodes.
fn begin(work: &mut Begun) {
    let usual = fresh();
    let link = work.job.trailer.get_or_insert(usual.link);
    if link.hitch.is_some() {
        return;
    }
    let is_combined = connector(link.socket).is_some_and(|c| c.is_combined());
    let has_reverse =
        connector(link.socket).is_some_and(|c| !c.of(PinFunction::Reverse).is_empty());
    let mut hitch = usual.hitch;
    if is_combined {
        hitch.stop_from = StopFrom::EitherWire;
    }
    hitch.housing = Some(HousingId::from("hitch"));
    link.hitch = Some(hitch.clone());
    let socket = FactoryKind::TrailerSocket;
    let mut lamps = Vec::new();
    let tail = work.factory("Tail wire of the socket", Signal::Parking, socket);
    let from = Some(Feed::TieIn { factory: tail });
    let with = |signal| Wish::With(signal);
    lamps.push(lamp(work, "Tail light", with(Signal::Parking), from, LampRole::Tail));
    let (lit, from) = match is_combined {
        true => {
            work.combined("Left stop and turn wire of the socket", Signal::Left, socket);
            work.combined("Right stop and turn wire of the socket", Signal::Right, socket);
            (Wish::Any([Signal::Left, Signal::Right, Signal::Brake].map(with).into()), None)
        }
        false => {
            let factory = work.factory("Stop wire of the socket", Signal::Brake, socket);
            (with(Signal::Brake), Some(Feed::TieIn { factory }))
        }
    };
    lamps.push(lamp(work, "Stop light", lit, from, LampRole::Brake));
    if hitch.reverse_w.is_some() && has_reverse {
        let factory = work.factory("Reverse wire of the socket", Signal::Reverse, socket);
        let from = Some(Feed::TieIn { factory });
        let lit = with(Signal::Reverse);
        lamps.push(lamp(work, "Reverse light", lit, from, LampRole::Reverse));
    }
    let housed = |light| HousedLamp { light, number: 0, lead_colour: None };
    work.job.housings.push(Housing {
        id: HousingId::from("hitch"),
        name: "Hitch lamp".into(),
        lamps: lamps.into_iter().map(housed).collect(),
        ground: Some(HousingGround { by: ReturnKind::PlugGround, ..HousingGround::default() }),
    });
}

/// One of its lights on a wire of the socket: by a lead between socket and plug, nothing cut.
fn lamp(work: &mut Begun, name: &str, lit: Wish, from: Option<Feed>, role: LampRole) -> LightId {
    let is_tied = from.is_some();
    let circuit = work.circuit(name, lit, from);
    circuit.control.kind = (!is_tied).then_some(ControlKind::Diodes);
    circuit.control.joint = Some(JointPractice::PlugIn);
    circuit.run.supply = vec![Section::unmeasured("Lead to lamp", Zone::Exterior, Waypoint::Pass)];
    circuit.run.return_by = ReturnKind::PlugGround;
    light(circuit, |l| {
        (l.name, l.count) = (name.into(), 1);
        (l.role, l.place) = (Some(role), Some(LampPlace::Rear));
        l.colour = (role != LampRole::Reverse).then_some(LampColour::Red);
    });
    circuit.lights.first().map_or_else(LightId::default, |l| l.id.clone())
}
