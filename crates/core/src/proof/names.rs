//! Keys and words for the parts of a vehicle's network.

use crate::answers::Assessment;
use crate::job::Job;
use crate::plan::chain::LinkKind;
use crate::plan::logic::{SwitchRef, seconds_text};
use crate::plan::places::{Place, What};
use crate::plan::switching::{ContactOf, RelayRole, Rung};

/// Stable key of a part, such as `rear.fuse`, or `vehicle/reverse.wire` for what was there before.
pub fn key(job: &Job, study: &Assessment, place: Place) -> String {
    let circuit =
        place.circuit.and_then(|c| study.circuits.get(c)).map_or("", |c| c.chain.id.0.as_str());
    let factory = |i: usize| job.factory.get(i).map_or("", |f| f.id.0.as_str());
    match place.what {
        What::Battery => "battery".into(),
        What::TowingBattery => "towing_battery".into(),
        What::Auxiliary => "auxiliary".into(),
        What::Isolation => "isolation".into(),
        What::Alternator => "alternator".into(),
        What::FactoryFuse(i) => format!("vehicle/{}.fuse", factory(i)),
        What::FactorySource(i) => format!("vehicle/{}.source", factory(i)),
        What::FactoryWire(i) => format!("vehicle/{}.wire", factory(i)),
        What::FactoryLamps(i) => format!("vehicle/{}.lamps", factory(i)),
        What::FactoryLeak(i) => format!("vehicle/{}.leak", factory(i)),
        What::GroundBus => "ground_bus".into(),
        What::Link(i) => match link(study, place, i) {
            Some(LinkKind::Fuse { .. }) => format!("{circuit}.fuse"),
            _ => format!("{circuit}.link.{i}"),
        },
        What::Lamp(k, n) => format!("{circuit}.lamp.{}.{}", k + 1, n + 1),
        What::Leg(k, false) => format!("{circuit}.leg.{}", k + 1),
        What::Leg(k, true) => format!("{circuit}.back_leg.{}", k + 1),
        What::Switch(n) => format!("{circuit}.switch.{n}"),
        What::SwitchLead(n) => format!("{circuit}.switch_lead.{n}"),
        What::SignalLead(i) => format!("{circuit}.signal.{}", factory(i)),
        What::Diode(n) => format!("{circuit}.diode.{n}"),
        What::RelayContact(r) => format!("{circuit}.relay.{}", r + 1),
        What::Coil(r) => format!("{circuit}.coil.{}", r + 1),
        What::CoilGround(r) => format!("{circuit}.coil_ground.{}", r + 1),
        What::Splice(n) => format!("{circuit}.splice.{n}"),
        What::Standby => format!("{circuit}.standby"),
    }
}

fn link(study: &Assessment, place: Place, i: usize) -> Option<&LinkKind> {
    let chain = &study.circuits.get(place.circuit?)?.chain;
    chain.links.get(i).map(|l| &l.kind)
}

/// A part as it is spoken, without its circuit.
pub fn words(job: &Job, study: &Assessment, place: Place) -> String {
    let factory = |i: usize| job.factory.get(i).map_or("", |f| f.name.as_str());
    let of = place.circuit.and_then(|c| study.circuits.get(c));
    match place.what {
        What::Battery => "battery".into(),
        What::TowingBattery => "battery of the towing vehicle".into(),
        What::Auxiliary => "auxiliary battery".into(),
        What::Isolation => "link between the batteries".into(),
        What::Alternator => "alternator".into(),
        What::FactoryFuse(i) => format!("fuse of {}", factory(i)),
        What::FactorySource(i) => format!("source of {}", factory(i)),
        What::FactoryWire(i) => format!("wire of {}", factory(i)),
        What::FactoryLamps(i) => format!("lamps of {}", factory(i)),
        What::FactoryLeak(i) => format!("module on {}", factory(i)),
        What::GroundBus => "stud of the ground bus".into(),
        What::Link(i) => {
            let name = of.and_then(|c| c.chain.links.get(i)).map_or("", |l| l.name.as_str());
            match link(study, place, i) {
                Some(LinkKind::Wire(_)) => format!("wire \"{name}\""),
                Some(LinkKind::Joint { .. }) => match name {
                    "stud" => "ground stud".into(),
                    "factory joint" => name.into(),
                    "ground bus" => "terminal on the ground bus".into(),
                    other => format!("joint {other}"),
                },
                Some(LinkKind::Connector { .. }) => format!("connector \"{name}\""),
                _ => name.into(),
            }
        }
        What::Lamp(k, n) => {
            let lamp = of.and_then(|c| c.chain.lamps.get(k));
            let name = lamp.map_or("", |l| l.name.as_str());
            if lamp.is_some_and(|l| l.count == 1) {
                name.into()
            } else {
                format!("{name} {}", n + 1)
            }
        }
        What::Leg(k, is_back) => {
            let to = of
                .and_then(|c| if is_back { c.chain.back_legs.get(k) } else { c.chain.legs.get(k) })
                .and_then(|l| l.stretches.last())
                .map_or("", |s| s.name.as_str());
            format!("{} leg \"{to}\"", if is_back { "return" } else { "supply" })
        }
        What::Switch(n) => {
            match of.and_then(|c| switch_name(job, c.chain.switching.as_ref()?, n)) {
                Some(name) => name,
                None => "switch".into(),
            }
        }
        What::SwitchLead(_) => "wire to the switch".into(),
        What::SignalLead(i) => format!("wire from {}", factory(i)),
        What::Diode(n) => format!("diode {n}"),
        What::RelayContact(r) => match role(of, r) {
            Some(RelayRole::Timer { seconds }) => format!("timer ({})", seconds_text(seconds)),
            Some(RelayRole::CutOff) => "low-voltage cut-off".into(),
            _ => format!("relay {}", r + 1),
        },
        What::Coil(r) => format!("coil of relay {}", r + 1),
        What::CoilGround(r) => format!("coil ground of relay {}", r + 1),
        What::Splice(_) => "joint".into(),
        What::Standby => "modules at rest".into(),
    }
}

fn role(of: Option<&crate::answers::Studied>, relay: usize) -> Option<RelayRole> {
    Some(of?.chain.switching.as_ref()?.relays.get(relay)?.role)
}

/// Name of the n-th switch contact, in the order in which they are drawn.
fn switch_name(
    job: &Job,
    switching: &crate::plan::switching::Switching,
    n: usize,
) -> Option<String> {
    let hand = |c: &&ContactOf| matches!(c, ContactOf::Switch { .. });
    let contacts: Vec<&ContactOf> =
        switching.rungs().flat_map(Rung::contacts).filter(hand).collect();
    match contacts.get(n.checked_sub(1)?)? {
        ContactOf::Switch { which: SwitchRef::Shared(id, _), .. } => {
            Some(job.switch(id).map_or_else(|| id.0.clone(), |s| s.name.clone()))
        }
        _ => Some("switch".into()),
    }
}

/// The circuit of a part, as it is spoken.
pub fn circuit_name(study: &Assessment, place: Place) -> Option<&str> {
    study.circuits.get(place.circuit?).map(|c| c.chain.name.as_str())
}

/// A part with its circuit.
pub fn full(job: &Job, study: &Assessment, place: Place) -> String {
    match circuit_name(study, place) {
        Some(circuit) => format!("{circuit}: {}", words(job, study, place)),
        None => words(job, study, place),
    }
}
