//! A lamp at the hitch, on a lead between socket and plug that passes everything on.

use super::begin::light;
use super::{Begun, Kind, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use crate::trailer::connectors::connector;
use jovek_job::{
    ControlKind, FactoryKind, Feed, HousedLamp, Housing, HousingGround, HousingId, Job,
    JointPractice, LampCircuit, LampColour, LampPlace, LampRole, Light, LightId, PinFunction,
    ReturnKind, Section, Signal, StopFrom, Waypoint, Wish, WorkKind, Zone,
};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::HitchLamp,
    label: say::hitch_lamp_label,
    says: say::hitch_lamp_says,
    also: say::hitch_lamp_also,
    begin,
    stages: &[Stage::Light, Stage::Feed, Stage::Switch, Stage::Run, Stage::Cut],
    opens: Stage::Run,
    turns_on: undecided::output,
};

/// From one wire of the lead to the diode of the other, m. Common practice.
const BESIDE_M: f64 = 0.2;

/// Tail and stop light in one housing, each from its wire of the socket: where stop and turn share a wire on each side,
/// the stop light hangs on both over diodes, or has a lead to each where it joins them itself. Begun again, what was
/// planned of it makes room: its socket or its way with two wires is another now.
fn begin(work: &mut Begun) {
    let usual = fresh();
    let link = work.job.trailer.get_or_insert(usual.link);
    let socket = connector(link.socket);
    let is_combined = socket.is_some_and(|c| c.is_combined());
    let has_reverse = socket.is_some_and(|c| !c.of(PinFunction::Reverse).is_empty());
    let told = link.hitch.clone();
    let mut hitch = told.clone().unwrap_or(usual.hitch);
    if is_combined && told.is_none() {
        hitch.stop_from = StopFrom::EitherWire;
    }
    let before = hitch.housing.replace(HousingId::from("hitch"));
    link.hitch = Some(hitch.clone());
    let before = before.map(|housing| taken_out(work.job, &housing)).unwrap_or_default();

    let socket = FactoryKind::TrailerSocket;
    let with = |signal| Wish::With(signal);
    let tie_in = |factory| Some(Feed::TieIn { factory });
    let tail = work.factory(say::tail_wire_of_the_socket(), Signal::Parking, socket);
    let mut plan = vec![(say::tail_light(), with(Signal::Parking), tie_in(tail), LampRole::Tail)];
    if is_combined {
        let wires = [(say::left(), Signal::Left), (say::right(), Signal::Right)]
            .map(|(side, turn)| work.combined(&say::stop_and_turn_wire(&side), turn, socket));
        match hitch.stop_from {
            StopFrom::EitherWire => {
                let any = [Signal::Left, Signal::Right, Signal::Brake].map(with);
                plan.push((say::stop_light(), Wish::Any(any.into()), None, LampRole::Brake));
            }
            StopFrom::BothWires => {
                let leads = [
                    (say::stop_light_left_lead(), Signal::Left),
                    (say::stop_light_right_lead(), Signal::Right),
                ];
                for ((name, turn), factory) in leads.into_iter().zip(wires) {
                    let lit = Wish::Any([turn, Signal::Brake].map(with).into());
                    plan.push((name, lit, tie_in(factory), LampRole::Brake));
                }
            }
        }
    } else {
        let stop = work.factory(say::stop_wire_of_the_socket(), Signal::Brake, socket);
        plan.push((say::stop_light(), with(Signal::Brake), tie_in(stop), LampRole::Brake));
    }
    if hitch.reverse_w.is_some() && has_reverse {
        let reverse = work.factory(say::reverse_wire_of_the_socket(), Signal::Reverse, socket);
        plan.push((
            say::reverse_light(),
            with(Signal::Reverse),
            tie_in(reverse),
            LampRole::Reverse,
        ));
    }
    let lamps: Vec<LightId> = plan
        .into_iter()
        .map(|(name, lit, from, role)| {
            let known = before.iter().find(|l| l.role == Some(role));
            lamp(work, (name, lit, from, role), known)
        })
        .collect();
    let housed = |light| HousedLamp { light, number: 0, lead_colour: None };
    work.job.housings.push(Housing {
        id: HousingId::from("hitch"),
        name: say::hitch_lamp_name().into(),
        lamps: lamps.into_iter().map(housed).collect(),
        ground: Some(HousingGround { by: ReturnKind::PlugGround, ..HousingGround::default() }),
    });
}

/// Takes the housing out with the circuits that light nothing else, and says what its lights were.
fn taken_out(job: &mut Job, id: &HousingId) -> Vec<Light> {
    let housings = std::mem::take(&mut job.housings);
    let (there, others): (Vec<Housing>, Vec<Housing>) =
        housings.into_iter().partition(|h| h.id == *id);
    job.housings = others;
    let is_in = |l: &Light| there.iter().flat_map(|h| &h.lamps).any(|housed| housed.light == l.id);
    let circuits = std::mem::take(&mut job.circuits);
    let is_of_it = |c: &LampCircuit| !c.lights.is_empty() && c.lights.iter().all(is_in);
    let (of_it, others): (Vec<LampCircuit>, Vec<LampCircuit>) =
        circuits.into_iter().partition(is_of_it);
    job.circuits = others;
    of_it.into_iter().flat_map(|c| c.lights).collect()
}

/// One of its lights on a wire of the socket: by a lead between socket and plug, nothing cut. What was known of it stays.
fn lamp(
    work: &mut Begun,
    (name, lit, from, role): (&str, Wish, Option<Feed>, LampRole),
    known: Option<&Light>,
) -> LightId {
    let is_tied = from.is_some();
    let circuit = work.circuit(name, lit, from);
    circuit.control.kind = (!is_tied).then_some(ControlKind::Diodes);
    circuit.control.joint = Some(JointPractice::PlugIn);
    // Both wires sit in the one lead between socket and plug.
    circuit.control.signal_lead_m = (!is_tied).then_some(BESIDE_M);
    circuit.run.supply =
        vec![Section::unmeasured(say::lead_to_lamp(), Zone::Exterior, Waypoint::Pass)];
    circuit.run.return_by = ReturnKind::PlugGround;
    light(circuit, |l| {
        let id = l.id.clone();
        if let Some(known) = known {
            *l = Light { id, ..known.clone() };
        }
        (l.name, l.count) = (name.into(), 1);
        (l.role, l.place) = (Some(role), Some(LampPlace::Rear));
        l.colour = (role != LampRole::Reverse).then_some(LampColour::Red);
    });
    circuit.lights.first().map_or_else(LightId::default, |l| l.id.clone())
}
