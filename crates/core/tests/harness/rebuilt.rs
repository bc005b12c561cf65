//! The cut list is the network: from its pieces, and the parts at their ends, the vehicle is wired up once
//! more, without the plan's own network, and solved. Every lamp has the same voltage.
//!
//! What is joined where is read off the ends of the pieces alone; resistances of wire by the AWG and metric
//! definitions at the temperature of the piece; contacts as `docs/method.md` lists them. The solver itself is
//! checked against ngspice elsewhere.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use jovek_core::catalog::conductor::Conductor;
use jovek_core::catalog::fuse::HOLDER_OHM;
use jovek_core::catalog::inline_module::{self, ModuleTerminal};
use jovek_core::catalog::light::SYNC_INPUT_OHM;
use jovek_core::catalog::{contact, diode, relay, switch};
use jovek_core::circuit::devices::Contact;
use jovek_core::circuit::{Device, ElementId, Network, NodeId, Relay, RelayContact, solve};
use jovek_core::harness::cuts::cut_list;
use jovek_core::harness::{CutLine, Installation};
use jovek_core::job::{Job, LampEnd, ReturnKind, SupplyState};
use jovek_core::plan::chain::Chain;
use jovek_core::plan::end::{
    BlockEnd, CircuitIx, End, HousingEnd, LampIx, Pole, Post, RelayTerminal, Side, Thrown,
};
use jovek_core::plan::factory::plug_ground_ohm;
use jovek_core::plan::fuse_block::SharedFeed;
use jovek_core::plan::housing::GroundWay;
use jovek_core::plan::inputs::Assignment;
use jovek_core::plan::logic::Logic;
use jovek_core::plan::network::build::{Built, Installed, build};
use jovek_core::plan::network::hardware::kind_for;
use jovek_core::plan::sizes::{ControlChoice, Sizes};
use jovek_core::plan::study::{Assessment, study};
use jovek_core::plan::switching::{Inner, RelayRole};
use jovek_core::plan::switching_options::{box_rest_a, modules_a};
use jovek_core::plan::wires::wires;
use std::collections::BTreeMap;

/// A harness wired up on a vehicle.
struct Bench<'a> {
    net: Network,
    vehicle: &'a Built,
    nodes: BTreeMap<End, NodeId>,
    lamps: BTreeMap<LampIx, ElementId>,
}

impl Bench<'_> {
    fn at(&mut self, end: End) -> NodeId {
        if let Some(node) = self.nodes.get(&end) {
            return *node;
        }
        let node = match end {
            End::Post(Post::StartPlus) => self.vehicle.battery_plus,
            End::Post(Post::StartMinus | Post::AuxiliaryMinus) => NodeId::GROUND,
            End::Post(Post::AuxiliaryPlus) => self.vehicle.auxiliary_plus.unwrap(),
            End::Factory(wire) => self.vehicle.factory[wire.0].unwrap().tap,
            End::FactoryMinus(wire) => self.vehicle.factory[wire.0].unwrap().minus.unwrap(),
            _ => self.net.node(&format!("{end:?}")),
        };
        self.nodes.insert(end, node);
        node
    }

    fn put(&mut self, from: End, to: End, device: Device) -> ElementId {
        let (from, to) = (self.at(from), self.at(to));
        let name = format!("e{}", self.net.elements().len());
        self.net.add(&name, from, to, device)
    }

    fn ohm(&mut self, from: End, to: End, ohm: f64) {
        self.put(from, to, Device::ohm(ohm));
    }

    fn ground(&mut self, from: End, ohm: f64) {
        let from = self.at(from);
        let name = format!("frame{}", self.net.elements().len());
        self.net.add(&name, from, NodeId::GROUND, Device::ohm(ohm));
    }
}

/// What one wire's contact at an end costs: the list of `docs/method.md`, put down once more.
fn contact_ohm(end: End) -> f64 {
    match end {
        End::Post(_) => contact::POST_OHM,
        End::Factory(_)
        | End::FactoryMinus(_)
        | End::FactoryGround(_)
        | End::Adapter(_)
        | End::Lamp(_, _, LampEnd::Bare)
        | End::Housing(_, HousingEnd::Ground(LampEnd::Bare)) => contact::SPLICE_OHM,
        End::Splice(..) => 0.5 * contact::SPLICE_OHM,
        End::Cavity(..) => 0.5 * contact::LAMP_PLUG_OHM,
        End::Lamp(_, _, LampEnd::Plug) | End::Housing(_, HousingEnd::Ground(LampEnd::Plug)) => {
            contact::LAMP_PLUG_OHM
        }
        End::Stud(..)
        | End::Housing(_, HousingEnd::Stud)
        | End::Bus
        | End::PlugGround
        | End::Block(BlockEnd::Bus | BlockEnd::CoilStud) => contact::STUD_OHM,
        _ => 0.0,
    }
}

fn wired<'a>(
    job: &Job,
    study: &Assessment,
    vehicle: &'a Built,
    at: (SupplyState, Assignment),
) -> Bench<'a> {
    let parts = study.parts();
    let cuts = cut_list(Installation::of(job, study, &parts));
    let mut bench =
        Bench { net: vehicle.net.clone(), vehicle, nodes: BTreeMap::new(), lamps: BTreeMap::new() };
    // What joins the batteries is one resistance in the vehicle's own network: see `charge_cable.rs`.
    let joins_batteries =
        |c: &&CutLine| [c.from_end, c.to_end].iter().any(|e| matches!(e, End::Charge(_)));
    for cut in cuts.iter().filter(|c| !joins_batteries(c)) {
        let ohm = cut.wire.ohm(cut.path_m, cut.working_c)
            + contact_ohm(cut.from_end)
            + contact_ohm(cut.to_end);
        bench.ohm(cut.from_end, cut.to_end, ohm);
    }
    let mut studs: Vec<End> = cuts
        .iter()
        .flat_map(|c: &CutLine| [c.from_end, c.to_end])
        .filter(|e| {
            let is_stud = matches!(e, End::Stud(..) | End::Housing(_, HousingEnd::Stud));
            is_stud || matches!(e, End::Bus | End::PlugGround)
        })
        .collect();
    studs.sort();
    studs.dedup();
    for stud in studs {
        let own_ohm = if stud == End::Bus { contact::STUD_OHM } else { 0.0 };
        let frame_ohm = own_ohm + contact::CHASSIS_OHM;
        let of_circuit = |circuit: CircuitIx| parts.iter().find(|(c, _)| c.index == circuit);
        let on_trailer = match stud {
            End::Stud(circuit, _) => of_circuit(circuit).is_some_and(|(c, _)| c.is_trailer),
            _ => job.is_trailer(),
        };
        match stud {
            End::PlugGround => bench.ground(stud, plug_ground_ohm(&study.factory, 1.0)),
            _ if on_trailer => bench.ohm(stud, End::PlugGround, frame_ohm),
            _ => bench.ground(stud, frame_ohm),
        }
    }
    let to_plug = parts.iter().any(|(c, _)| c.is_trailer);
    let has_plug = cuts.iter().any(|c| c.to_end == End::PlugGround);
    if to_plug && !has_plug {
        bench.ground(End::PlugGround, plug_ground_ohm(&study.factory, 1.0));
    }
    if let Some(shared) = &study.block {
        put_block(&mut bench, shared, at.1);
    }
    for ground in &study.grounds {
        if let GroundWay::Factory(wire) = ground.way {
            let wire = wire.map_or(Conductor::Metric(75), |w| study.factory[w.0].wire);
            let wire_ohm = wire.ohm(1.0, 40.0);
            let stud_ohm = contact::STUD_OHM + contact::CHASSIS_OHM;
            bench.ground(ground.start(), contact::LAMP_PLUG_OHM + wire_ohm + stud_ohm);
        }
    }
    for (chain, sizes) in &parts {
        put_parts(&mut bench, study, (chain, sizes), at);
    }
    bench
}

/// Main fuse and master relay of a fuse block.
fn put_block(bench: &mut Bench, shared: &SharedFeed, a: Assignment) {
    let block = |end| End::Block(end);
    let fuse = |side| block(BlockEnd::MainFuse(side));
    bench.ohm(fuse(Side::In), fuse(Side::Out), shared.plan.fuse.cold_ohm() + HOLDER_OHM);
    let Some(key) = shared.key else { return };
    let at_relay = |terminal| block(BlockEnd::Relay(terminal));
    let closed = a.any(key.live_by);
    let (from, to) = (RelayTerminal::Common(0), RelayTerminal::Out(0, Thrown::Made));
    let device = Device::Contact(Contact { closed_ohm: relay::CONTACT_OHM, closed });
    bench.put(at_relay(from), at_relay(to), device);
    let coil = |side| block(BlockEnd::CoilFuse(side));
    bench.ohm(coil(Side::In), coil(Side::Out), key.coil_fuse().cold_ohm() + HOLDER_OHM);
    let (plus, minus) = (RelayTerminal::Coil86, RelayTerminal::Coil85);
    bench.ohm(at_relay(plus), at_relay(minus), key.relay.load_ohm());
    bench.ground(block(BlockEnd::CoilStud), contact::CHASSIS_OHM);
}

/// Lamps on the factory's own plugs: a contact of each plug before and behind, then the plugs' own ground wires of 1 m
/// each with their stud; or the minus wire that a switch grounds.
fn put_on_plugs(bench: &mut Bench, study: &Assessment, chain: &Chain) {
    let wire = chain.origin_wire().unwrap();
    let count = f64::from(chain.lamp_count());
    let each_ohm = contact::LAMP_PLUG_OHM / count;
    let at =
        |pole| End::Lamp(LampIx { circuit: chain.index, light: 0, number: 0 }, pole, LampEnd::Plug);
    bench.ohm(End::Factory(wire), at(Pole::Plus), each_ohm);
    for (light, lamp) in chain.lamps.iter().enumerate() {
        for number in 0..lamp.count as usize {
            let minus = housed(study, chain, (light, number)).unwrap_or(at(Pole::Minus));
            let element = bench.put(at(Pole::Plus), minus, lamp.device);
            bench.lamps.insert(LampIx { circuit: chain.index, light, number }, element);
        }
    }
    if chain.is_ground_switched {
        return bench.ohm(at(Pole::Minus), End::FactoryMinus(wire), each_ohm);
    }
    let own = chain.lamp_count() - chain.grounded.len() as u32;
    if own == 0 {
        return;
    }
    let (count, each_ohm) = (f64::from(own), contact::LAMP_PLUG_OHM / f64::from(own));
    let ground_ohm = (study.factory[wire.0].wire.ohm(1.0, 40.0) + contact::STUD_OHM) / count;
    bench.ground(at(Pole::Minus), each_ohm + ground_ohm + contact::CHASSIS_OHM);
}

/// The housing's ground at which a lamp meets others; none with a return of its own.
fn housed(study: &Assessment, chain: &Chain, lamp: (usize, usize)) -> Option<End> {
    chain.ground_of(lamp).map(|ground| study.grounds[ground].start())
}

/// Where the minus wires of lamps meet that keep their own grounds.
fn kept_minus(chain: &Chain) -> End {
    End::Lamp(LampIx { circuit: chain.index, light: 0, number: 0 }, Pole::Minus, LampEnd::Plug)
}

/// The parts of a circuit between their terminals.
fn put_parts(
    bench: &mut Bench,
    study: &Assessment,
    (chain, sizes): (&Chain, &Sizes),
    (state, a): (SupplyState, Assignment),
) {
    let circuit = chain.index;
    if chain.is_plug {
        return put_on_plugs(bench, study, chain);
    }
    let of = wires(chain, sizes);
    if chain.block.is_some() {
        // Its fuse stands in the block.
        let fuse_in = End::Fuse(circuit, Side::In);
        bench.ohm(End::Block(BlockEnd::Bus), fuse_in, 1e-6);
    }
    if chain.is_position {
        // The adapter: its blade in the position, the fuse, its lead.
        let position = End::Factory(chain.origin_wire().unwrap());
        let fuse_ohm = sizes.fuse.map_or(1e-6, |f| f.cold_ohm() + HOLDER_OHM);
        bench.ohm(position, End::Adapter(circuit), fuse_ohm + contact::SPLICE_OHM);
    } else if let Some(fuse) = sizes.fuse {
        let (from, to) = (End::Fuse(circuit, Side::In), End::Fuse(circuit, Side::Out));
        bench.ohm(from, to, fuse.cold_ohm() + HOLDER_OHM);
    } else if chain.origin_wire().is_none() {
        // No fuse is large enough: told as a finding. The holder is wired all the same.
        let (from, to) = (End::Fuse(circuit, Side::In), End::Fuse(circuit, Side::Out));
        bench.ohm(from, to, 1e-6);
    }
    for &module in &chain.modules {
        let at = |terminal| End::Module(circuit, module, terminal);
        let (from, to) = (at(ModuleTerminal::In), at(ModuleTerminal::Out));
        bench.ohm(from, to, inline_module::ON_OHM);
        let own_ohm = 12.0 * study.supply.batteries / relay::MODULE_STANDBY_A;
        bench.ohm(from, at(ModuleTerminal::Ground), own_ohm);
    }
    for (light, lamp) in chain.lamps.iter().enumerate() {
        for number in 0..lamp.count as usize {
            let ix = LampIx { circuit, light, number };
            let end = |pole| match housed(study, chain, (light, number)) {
                Some(ground) if pole == Pole::Minus => ground,
                // Lamps that stay share the joint of their own grounds.
                None if pole == Pole::Minus && chain.keeps_ground() => kept_minus(chain),
                _ => End::Lamp(ix, pole, lamp.lead.ends),
            };
            for own in of.own_leads.iter().filter(|o| o.lamp == ix) {
                // Its own lead is in the splice.
                bench.ohm(own.to, end(own.pole), 0.5 * contact::SPLICE_OHM);
            }
            if chain.sync_legs.iter().any(|l| l.lamps.contains(&(light, number))) {
                bench.ohm(end(Pole::Sync), end(Pole::Minus), SYNC_INPUT_OHM);
            }
            let element = bench.put(end(Pole::Plus), end(Pole::Minus), lamp.device);
            bench.lamps.insert(ix, element);
        }
    }
    if chain.keeps_ground() && chain.has_own_return() {
        let own = f64::from(chain.lamp_count() - chain.grounded.len() as u32);
        let wire = chain.origin_wire().map_or(Conductor::Metric(75), |w| study.factory[w.0].wire);
        let each_ohm = contact::LAMP_PLUG_OHM + wire.ohm(1.0, 40.0) + contact::STUD_OHM;
        bench.ground(kept_minus(chain), each_ohm / own + contact::CHASSIS_OHM);
    }
    if chain.return_by == ReturnKind::FactoryGround && !chain.keeps_ground() {
        let wire = chain.origin_wire().map_or(Conductor::Metric(75), |w| study.factory[w.0].wire);
        let ohm = wire.ohm(1.0, 40.0) + contact::STUD_OHM + contact::CHASSIS_OHM;
        let at = End::FactoryGround(circuit);
        match chain.is_trailer {
            true => bench.ohm(at, End::PlugGround, ohm),
            false => bench.ground(at, ohm),
        }
    }
    let Some(inside) = of.inside else { return };
    let mut contacts: Vec<Vec<RelayContact>> = vec![Vec::new(); inside.relays];
    for part in &inside.parts {
        match part.of {
            Inner::Switch { mask, holds, .. } => {
                let closed = a.any(mask) == holds;
                let device = Device::Contact(Contact { closed_ohm: switch::CLOSED_OHM, closed });
                bench.put(part.from, part.to, device);
            }
            Inner::Contact { relay, throw } => {
                let device =
                    Device::Contact(Contact { closed_ohm: relay::CONTACT_OHM, closed: false });
                let element = bench.put(part.from, part.to, device);
                contacts[relay].push(RelayContact { element, throw });
            }
            Inner::Fuse { number } => {
                let fuse = sizes.lead_fuses[number - 1].fuse;
                bench.ohm(part.from, part.to, fuse.cold_ohm() + HOLDER_OHM);
            }
            Inner::Symbol { .. } => {
                bench.put(part.from, part.to, switch::symbol(study.supply.batteries));
            }
            Inner::Receiver { .. } => {
                let rest_a = box_rest_a(chain.switching.as_ref().unwrap()).unwrap();
                bench.ohm(part.from, part.to, 12.0 * study.supply.batteries / rest_a);
            }
            Inner::Diode { is_coil, .. } => {
                let kind = match sizes.control {
                    ControlChoice::Planned(hardware) if !is_coil => hardware.lamp_diode,
                    _ => diode::COIL,
                };
                bench.put(part.from, part.to, Device::Diode(kind.device));
            }
        }
    }
    for (r, contacts) in contacts.into_iter().enumerate() {
        let planned = chain.switching.as_ref().map(|s| &s.relays[r]);
        let module = planned.filter(|p| p.role.is_module());
        let kind = match (&sizes.control, planned) {
            (ControlChoice::Planned(hardware), Some(p)) => kind_for(hardware, p.role),
            (ControlChoice::Relay { relay, .. }, _) => *relay,
            other => panic!("a relay without a kind: {other:?}"),
        };
        let ohm = if module.is_some() { relay::MODULE_INPUT_OHM } else { kind.load_ohm() };
        // A cut-off that stands at the feed reads it where its current comes in.
        let reads_feed = chain.switching.as_ref().is_some_and(|s| s.reads_its_feed(r));
        let plus = if reads_feed { RelayTerminal::Common(0) } else { RelayTerminal::Coil86 };
        let coil = bench.put(
            End::Relay(circuit, r, plus),
            End::Relay(circuit, r, RelayTerminal::Coil85),
            Device::ohm(ohm),
        );
        let n = study.supply.batteries;
        let (pull_in_v, drop_out_v) = match module.map(|p| p.role) {
            Some(RelayRole::Timer { .. }) => {
                (relay::TIMER_INPUT_V.0 * n, relay::TIMER_INPUT_V.1 * n)
            }
            Some(_) => (relay::CUT_OFF_V.0 * n, relay::CUT_OFF_V.1 * n),
            None => (kind.pull_in_v, kind.drop_out_v),
        };
        let (before, held) = match planned.map(|p| (p.role, &p.follows)) {
            Some((RelayRole::Hold, Logic::Held { before, .. })) => (Some(a.any(*before)), None),
            Some((RelayRole::Timer { .. }, Logic::After { running, .. })) => {
                (None, a.any(*running).then_some(true))
            }
            Some((RelayRole::CutOff, Logic::NotLow { low, .. })) => {
                // A low battery is tried as if the module still held.
                let on = Some(!a.any(*low));
                (on, on.filter(|_| state == SupplyState::LowBattery))
            }
            _ => (None, None),
        };
        bench.net.add_relay(Relay {
            name: format!("{} relay {r}", chain.id),
            coil,
            pull_in_v,
            drop_out_v,
            contacts,
            before,
            held,
        });
    }
    if let Some(current_a) = chain.switching.as_ref().and_then(modules_a) {
        bench.ground(inside.entry, 12.0 * study.supply.batteries / current_a);
    }
}

/// Both networks in one situation: each lamp's voltage, the plan's and the rebuilt.
fn compared(
    job: &Job,
    study: &Assessment,
    state: SupplyState,
    a: Assignment,
) -> Option<Vec<(LampIx, f64, f64)>> {
    let situation = study.situation(state, a);
    let parts = study.parts();
    let built = build(study.installed(&parts), &situation);
    let bare = build(Installed { parts: &[], ..study.installed(&parts) }, &situation);
    let bench = wired(job, study, &bare, (state, a));
    let (ours, again) = match (solve(&built.net), solve(&bench.net)) {
        (Ok(ours), Ok(again)) => (ours, again),
        (Err(_), Err(_)) => return None,
        (ours, again) => panic!("only one has a steady state: {:?} {:?}", ours.err(), again.err()),
    };
    let mut out = Vec::new();
    for (k, (chain, _)) in parts.iter().enumerate() {
        for (light, group) in built.circuits[k].lamps.iter().enumerate() {
            for (number, &element) in group.iter().enumerate() {
                let ix = LampIx { circuit: chain.index, light, number };
                let planned_v = ours.across_v(&built.net, element);
                out.push((ix, planned_v, again.across_v(&bench.net, bench.lamps[&ix])));
            }
        }
    }
    Some(out)
}

fn agrees(name: &str, job: &Job) -> usize {
    let study = study(job);
    let mut compared_count = 0;
    let scenes: Vec<Assignment> = study.scenes.iter().map(|s| s.inputs).collect();
    for state in SupplyState::ALL {
        for &a in scenes.iter().chain([&Assignment::NONE]) {
            for (lamp, planned_v, rebuilt_v) in compared(job, &study, state, a).unwrap_or_default()
            {
                // A dark lamp behind open contacts floats on the solver's own leak, by as many nodes as there are.
                let is_dark = planned_v.abs().max(rebuilt_v.abs()) < 0.1;
                let most_v = if is_dark { 1e-3 } else { 1e-4 };
                assert!(
                    (planned_v - rebuilt_v).abs() < most_v,
                    "{name}, {state:?}, {:?}: {lamp:?} has {planned_v} V in the plan, {rebuilt_v} V by the cut list",
                    study.wiring.inputs.words(job, a)
                );
                compared_count += 1;
            }
        }
    }
    compared_count
}

/// Every demo job, wired up from its cut list, lights its lamps as the plan says.
#[test]
fn demo_jobs_from_their_cut_lists() {
    for (name, job) in demo_jobs() {
        let lamps: usize =
            job.circuits.iter().flat_map(|c| &c.lights).map(|l| l.count as usize).sum();
        assert!(agrees(name, &job) >= lamps, "{name}: not every lamp was compared");
    }
}

/// A thousand jobs by chance: diodes, dimmers, relays, shared switches, branches, legs, buses, connectors,
/// auxiliary batteries, tie-ins, strips.
#[test]
fn a_thousand_jobs_from_their_cut_lists() {
    let compared = std::sync::atomic::AtomicUsize::new(0);
    with_jobs(1000, |number, job| {
        let found = agrees(&format!("job {number}"), job);
        compared.fetch_add(found, std::sync::atomic::Ordering::Relaxed);
    });
    let compared = compared.into_inner();
    assert!(compared > 9_000, "{compared} voltages were compared");
}
