//! Keys and words for the parts of a vehicle's network.

use crate::part_names;
use jovek_job::{Isolation, Job};
use jovek_phrases::common;
use jovek_phrases::proof as say;
use jovek_plan::chain::{JointOf, LinkKind};
use jovek_plan::end::Pole;
use jovek_plan::logic::SwitchRef;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::study::{Assessment, Studied};
use jovek_plan::switching::{ContactOf, Rung, Switching};

/// Stable key of a part, such as `rear.fuse`, or `vehicle/reverse.wire` for what was there before.
pub fn key(job: &Job, study: &Assessment, place: PartRef) -> String {
    let circuit =
        place.circuit.and_then(|c| study.circuits.get(c)).map_or("", |c| c.chain.id.0.as_str());
    let factory = |i: usize| job.factory.get(i).map_or("", |f| f.id.0.as_str());
    match place.what {
        PartKind::Battery => "battery".into(),
        PartKind::TowingBattery => "towing_battery".into(),
        PartKind::Auxiliary => "auxiliary".into(),
        PartKind::Isolation => "isolation".into(),
        PartKind::Alternator => "alternator".into(),
        PartKind::FactoryFuse(i) => format!("vehicle/{}.fuse", factory(i)),
        PartKind::FactorySource(i) => format!("vehicle/{}.source", factory(i)),
        PartKind::FactoryWire(i) => format!("vehicle/{}.wire", factory(i)),
        PartKind::FactoryLamps(i) => format!("vehicle/{}.lamps", factory(i)),
        PartKind::FactoryLeak(i) => format!("vehicle/{}.leak", factory(i)),
        PartKind::GroundBus => "ground_bus".into(),
        PartKind::PlugGround => "plug_ground".into(),
        PartKind::HousingGround(k) => {
            let at = study.grounds.get(k).and_then(|g| job.housings.get(g.at.0));
            format!("housing/{}.ground", at.map_or("", |h| h.id.0.as_str()))
        }
        PartKind::BlockFeed => "fuse_block".into(),
        PartKind::BlockRelay => "fuse_block.relay".into(),
        PartKind::BlockCoil => "fuse_block.coil".into(),
        PartKind::Link(i) => match link(study, place, i) {
            Some(LinkKind::Fuse { .. }) => format!("{circuit}.fuse"),
            _ => format!("{circuit}.link.{i}"),
        },
        PartKind::Lamp(k, n) => format!("{circuit}.lamp.{}.{}", k + 1, n + 1),
        PartKind::Leg(k, Pole::Plus) => format!("{circuit}.leg.{}", k + 1),
        PartKind::Leg(k, Pole::Minus) => format!("{circuit}.back_leg.{}", k + 1),
        PartKind::Leg(k, Pole::Sync) => format!("{circuit}.sync_leg.{}", k + 1),
        PartKind::SyncInput(k, n) => format!("{circuit}.sync.{}.{}", k + 1, n + 1),
        PartKind::Switch(n) => format!("{circuit}.switch.{n}"),
        PartKind::SwitchLead(n) => format!("{circuit}.switch_lead.{n}"),
        PartKind::SignalLead(i) => format!("{circuit}.signal.{}", factory(i)),
        PartKind::LeadFuse(n) => format!("{circuit}.lead_fuse.{n}"),
        PartKind::Diode(n) => format!("{circuit}.diode.{n}"),
        PartKind::RelayContact(r) => format!("{circuit}.relay.{}", r + 1),
        PartKind::Coil(r) => format!("{circuit}.coil.{}", r + 1),
        PartKind::CoilGround(r) => format!("{circuit}.coil_ground.{}", r + 1),
        PartKind::Splice(n) => format!("{circuit}.splice.{n}"),
        PartKind::Jumper(n) => format!("{circuit}.jumper.{n}"),
        PartKind::Standby => format!("{circuit}.standby"),
    }
}

fn link(study: &Assessment, place: PartRef, i: usize) -> Option<&LinkKind> {
    let chain = &study.circuits.get(place.circuit?)?.chain;
    chain.links.get(i).map(|l| &l.kind)
}

/// A part as it is spoken, without its circuit.
pub fn words(job: &Job, study: &Assessment, place: PartRef) -> String {
    let factory = |i: usize| job.factory_label(i);
    let of = place.circuit.and_then(|c| study.circuits.get(c));
    match place.what {
        PartKind::Battery => say::battery().into(),
        PartKind::TowingBattery => say::battery_of_the_towing_vehicle().into(),
        PartKind::Auxiliary => say::auxiliary_battery().into(),
        PartKind::Isolation => isolation(study.supply.auxiliary.map(|a| a.isolation)).into(),
        PartKind::Alternator => say::alternator().into(),
        PartKind::FactoryFuse(i) => say::fuse_of(&factory(i)),
        PartKind::FactorySource(i) => say::source_of(&factory(i)),
        PartKind::FactoryWire(i) => say::wire_of(&factory(i)),
        PartKind::FactoryLamps(i) => say::lamps_of(&factory(i)),
        PartKind::FactoryLeak(i) => say::module_on(&factory(i)),
        PartKind::GroundBus => say::stud_of_the_ground_bus().into(),
        PartKind::PlugGround => common::ground_pin_of_the_plug().into(),
        PartKind::HousingGround(k) => {
            say::ground_of(&study.grounds.get(k).map_or("", |g| g.name.as_str()))
        }
        PartKind::BlockFeed => say::main_fuse_and_feed().into(),
        PartKind::BlockRelay => common::master_relay().into(),
        PartKind::BlockCoil => say::coil_of_the_master_relay().into(),
        PartKind::Link(i) => {
            let name = of.and_then(|c| c.chain.links.get(i)).map_or("", |l| l.name.as_str());
            match link(study, place, i) {
                Some(LinkKind::Wire(_)) => say::wire(&name),
                Some(LinkKind::Joint { of, .. }) => match of {
                    JointOf::Stud => say::ground_stud().into(),
                    JointOf::FactoryWire | JointOf::FactoryPlug(_) => of.label().into(),
                    JointOf::Bus => say::terminal_on_the_ground_bus().into(),
                    JointOf::PlugGround => say::terminal_in_the_junction_box().into(),
                    other => say::joint(&other.label()),
                },
                Some(LinkKind::Connector { .. }) => say::connector(&name),
                _ => name.into(),
            }
        }
        PartKind::Lamp(k, n) => {
            let lamp = of.and_then(|c| c.chain.lamps.get(k));
            let name = of.map_or_else(String::new, |c| job.light_label(c.index, k));
            if lamp.is_some_and(|l| l.count == 1) { name } else { format!("{name} {}", n + 1) }
        }
        PartKind::Leg(k, pole) => {
            let to = of
                .and_then(|c| c.chain.legs_of(pole).get(k))
                .and_then(|l| l.stretches.last())
                .map_or("", |s| s.name.as_str());
            let leg = match pole {
                Pole::Plus => say::supply_leg(),
                Pole::Minus => say::return_leg(),
                Pole::Sync => say::sync_wire(),
            };
            format!("{leg} \"{to}\"")
        }
        PartKind::SyncInput(k, n) => {
            let lamp = words(job, study, PartRef { what: PartKind::Lamp(k, n), ..place });
            say::sync_input(&lamp)
        }
        PartKind::Switch(n) => {
            match of.and_then(|c| switch_name(job, c.chain.switching.as_ref()?, n)) {
                Some(name) => name,
                None => say::switch().into(),
            }
        }
        PartKind::SwitchLead(_) => say::wire_to_the_switch().into(),
        PartKind::SignalLead(i) => say::wire_from(&factory(i)),
        PartKind::LeadFuse(n) => say::small_fuse(&n),
        PartKind::Diode(n) => say::diode(&n),
        PartKind::RelayContact(r) => part_names::relay_as_set(switching(of), r),
        PartKind::Coil(r) => {
            let name = part_names::relay(switching(of), r);
            let relays = switching(of).and_then(|s| s.relays.get(r));
            match relays.is_some_and(|r| r.role.is_module()) {
                true => say::electronics_of(&name),
                false => say::coil_of(&name),
            }
        }
        PartKind::CoilGround(_) => say::control_ground_stud().into(),
        PartKind::Splice(_) => say::a_joint().into(),
        PartKind::Jumper(_) => say::jumper().into(),
        PartKind::Standby => say::modules_at_rest().into(),
    }
}

fn switching(of: Option<&Studied>) -> Option<&Switching> {
    of?.chain.switching.as_ref()
}

/// Name of the n-th switch contact, in the order in which they are drawn.
fn switch_name(job: &Job, switching: &Switching, n: usize) -> Option<String> {
    let hand = |c: &&ContactOf| matches!(c, ContactOf::Switch { .. });
    let contacts: Vec<&ContactOf> =
        switching.rungs().flat_map(Rung::contacts).filter(hand).collect();
    match contacts.get(n.checked_sub(1)?)? {
        ContactOf::Switch { which: SwitchRef::Shared(id, _), .. } => Some(job.switch_label(id)),
        _ => Some(say::switch().into()),
    }
}

/// What stands between the two batteries.
fn isolation(isolation: Option<Isolation>) -> &'static str {
    match isolation {
        Some(Isolation::IgnitionRelay) => say::ignition_relay_between_the_batteries(),
        Some(Isolation::VoltageSensing) => say::voltage_sensing_relay_between_the_batteries(),
        Some(Isolation::DiodeIsolator) => say::diode_isolator(),
        Some(Isolation::DcDc) => common::dc_dc_charger(),
        Some(Isolation::ManualSwitch) => common::battery_switch(),
        None => say::link_between_the_batteries(),
    }
}

/// The circuit of a part, as it is spoken.
pub fn circuit_name(study: &Assessment, place: PartRef) -> Option<&str> {
    study.circuits.get(place.circuit?).map(|c| c.chain.name.as_str())
}

/// A part with its circuit.
pub fn full(job: &Job, study: &Assessment, place: PartRef) -> String {
    match circuit_name(study, place) {
        Some(circuit) => format!("{circuit}: {}", words(job, study, place)),
        None => words(job, study, place),
    }
}
