//! Draws the network of a vehicle: what it came with, then the chains.

use crate::chain::{Chain, JointOf, Leg, LinkKind, Origin, Stretch};
use crate::end::Pole;
use crate::factory::{ASSUMED_FACTORY_WIRE, plug_ground_ohm, plug_return_ohm};
use crate::network::build::{Built, BuiltCircuit, BuiltFactory, Installed, Situation};
use crate::network::drawing::Drawing;
use crate::network::hardware::TERMINAL_OHM;
use crate::network::parts::{BuiltRelay, MovedContact, PartKind, PartRef};
use crate::sizes::{ControlChoice, Sizes};
use crate::wires::{
    LEG_JUMPER_C, hardware, jumper_m, jumpers, leg_contacts_ohm, leg_jumpers, leg_wire,
};
use jovek_catalog::fuse::HOLDER_OHM;
use jovek_catalog::inline_module::{self, InlineModule};
use jovek_catalog::joint::BESIDE_M;
use jovek_catalog::light::SYNC_INPUT_OHM;
use jovek_catalog::{contact, relay, switch};
use jovek_circuit::devices::Contact;
use jovek_circuit::{Device, ElementId, Network, NodeId};
use jovek_job::{ReturnKind, VehicleSide};
use std::fmt::Arguments;

/// Where everything lies in a network.
pub(super) struct BuiltParts {
    battery_plus: NodeId,
    towing_plus: Option<NodeId>,
    auxiliary_plus: Option<NodeId>,
    battery: ElementId,
    auxiliary: Option<ElementId>,
    alternator: Option<ElementId>,
    circuits: Vec<BuiltCircuit>,
    factory: Vec<Option<BuiltFactory>>,
    grounds: Vec<Option<ElementId>>,
    places: Vec<PartRef>,
    moved: Vec<MovedContact>,
    pub(super) relays: Vec<BuiltRelay>,
}

impl BuiltParts {
    pub(super) fn with(self, net: Network) -> Built {
        Built {
            net,
            battery_plus: self.battery_plus,
            towing_plus: self.towing_plus,
            auxiliary_plus: self.auxiliary_plus,
            battery: self.battery,
            auxiliary: self.auxiliary,
            alternator: self.alternator,
            circuits: self.circuits,
            factory: self.factory,
            grounds: self.grounds,
            places: self.places,
            moved: self.moved,
            relays: self.relays,
        }
    }
}

pub(super) fn draw(net: &mut Drawing, installed: Installed, situation: &Situation) -> BuiltParts {
    NetworkBuilder {
        net,
        installed,
        situation,
        places: Vec::with_capacity(64),
        moved: Vec::new(),
        relays: Vec::new(),
        taps: vec![None; installed.factory.len()],
        module_grounds: Vec::new(),
        bus: None,
        block: None,
        plug: None,
        grounds: vec![None; installed.grounds.len()],
    }
    .draw()
}

/// Draws one network.
pub(super) struct NetworkBuilder<'a, 'n> {
    pub(super) net: &'n mut Drawing,
    pub(super) installed: Installed<'a>,
    pub(super) situation: &'a Situation,
    places: Vec<PartRef>,
    moved: Vec<MovedContact>,
    pub(super) relays: Vec<BuiltRelay>,
    pub(super) taps: Vec<Option<BuiltFactory>>,
    /// Where the modules in the lamp feed of the circuit that is drawn are grounded, in the order of the current.
    pub(super) module_grounds: Vec<NodeId>,
    /// The ground bus and its stud, once a circuit is on it.
    bus: Option<(NodeId, ElementId)>,
    /// The fuse block: the end of its feed, and behind its master relay, once a circuit hangs on it.
    block: Option<[(NodeId, ElementId); 2]>,
    /// The ground of a trailer's plug and its pin, once a circuit ends there.
    plug: Option<(NodeId, ElementId)>,
    /// The shared grounds of housings, once a lamp is on them: the node at the housing, the way from there, and its end.
    grounds: Vec<Option<(NodeId, ElementId, NodeId)>>,
}

impl NetworkBuilder<'_, '_> {
    fn draw(mut self) -> BuiltParts {
        let Installed { supply, factory, parts, .. } = self.installed;
        let plus = self.net.node(format_args!("bat_plus"));
        let vehicle = |what| PartRef { circuit: None, what };
        let battery = self.add(
            vehicle(PartKind::Battery),
            format_args!("battery"),
            (plus, NodeId::GROUND),
            Device::Battery(self.starting_battery()),
        );
        let alternator = supply.alternator(self.situation.supply).map(|a| {
            self.add(
                vehicle(PartKind::Alternator),
                format_args!("alternator"),
                (plus, NodeId::GROUND),
                Device::Alternator(a),
            )
        });
        let has_auxiliary = supply.auxiliary.is_some();
        let (auxiliary_plus, auxiliary) = has_auxiliary.then(|| self.auxiliary(plus)).unzip();
        let mut towing_plus = None;
        for (index, planned) in factory.iter().enumerate() {
            let source = match planned.side {
                VehicleSide::Own => plus,
                VehicleSide::Towing => match towing_plus {
                    Some(node) => node,
                    None => *towing_plus.insert(self.towing()),
                },
            };
            self.taps[index] = Some(self.factory(source, index, planned));
        }
        let circuits = parts
            .iter()
            .enumerate()
            .map(|(i, (chain, sizes))| {
                let source = match chain.origin {
                    Origin::Battery if chain.is_auxiliary => auxiliary_plus.unwrap_or(plus),
                    Origin::Battery => plus,
                    Origin::Factory { index, .. } => self.taps[index].map_or(plus, |f| f.tap),
                };
                self.chain(i, chain, sizes, source)
            })
            .collect();
        BuiltParts {
            battery_plus: plus,
            towing_plus,
            auxiliary_plus,
            battery,
            auxiliary: auxiliary.flatten(),
            alternator,
            circuits,
            factory: self.taps,
            grounds: self.grounds.into_iter().map(|g| g.map(|(_, element, _)| element)).collect(),
            places: self.places,
            moved: self.moved,
            relays: self.relays,
        }
    }

    pub(super) fn add(
        &mut self,
        place: PartRef,
        name: Arguments,
        (from, to): (NodeId, NodeId),
        device: Device,
    ) -> ElementId {
        self.places.push(place);
        self.net.add(name, from, to, device)
    }

    /// Length of a stretch in this situation, m.
    fn length_m(&self, stretch: &Stretch) -> f64 {
        stretch.length_at_m(self.situation.assumed_factor)
    }

    /// A contact that inputs move.
    pub(super) fn contact(
        &mut self,
        place: PartRef,
        name: Arguments,
        ends: (NodeId, NodeId),
        (mask, holds): (u64, bool),
    ) -> ElementId {
        let closed = self.situation.inputs.any(mask) == holds;
        let device = Device::Contact(Contact { closed_ohm: switch::CLOSED_OHM, closed });
        let element = self.add(place, name, ends, device);
        self.moved.push(MovedContact { element, mask, holds });
        element
    }

    fn chain(&mut self, at: usize, chain: &Chain, sizes: &Sizes, source: NodeId) -> BuiltCircuit {
        let id = &chain.id.0;
        let inside = hardware(chain, sizes);
        let jumpers = jumpers(chain, sizes, inside.as_ref());
        let mut nodes = vec![source];
        let mut links = Vec::with_capacity(chain.links.len());
        let mut lamps = Vec::new();
        let (mut legs, mut back_legs) = (Vec::new(), Vec::new());
        let (mut leg_copper_ohm, mut back_leg_copper_ohm) = (Vec::new(), Vec::new());
        let mut coil = None;
        let ambient_c = chain.control_ambient_c();
        self.module_grounds.clear();
        if let (ControlChoice::Source, Some(inside)) = (&sizes.control, &inside) {
            self.module_leads(&Control { at, chain, sizes, ambient_c }, inside);
        }
        let last = chain.links.len() - 1;
        for (i, link) in chain.links.iter().enumerate() {
            let mut from = nodes[i];
            // The jumper belongs to the span of the link behind it: points along the chain stay where they are.
            for &(_, _, to) in jumpers.iter().filter(|j| j.0 == i) {
                let node = self.net.node(format_args!("{id}_{i}_in"));
                let ohm = sizes.wire.ohm(jumper_m(to), chain.control_ambient_c());
                let place = PartRef { circuit: Some(at), what: PartKind::Jumper(i) };
                let name = format_args!("{id}_{i}_jumper");
                self.add(place, name, (from, node), Device::ohm(ohm));
                from = node;
            }
            if let LinkKind::BlockFeed | LinkKind::BlockRelay = link.kind {
                let [feed, relay] = self.block(source);
                let (node, element) = if link.kind == LinkKind::BlockFeed { feed } else { relay };
                links.push(Some(element));
                nodes.push(node);
                continue;
            }
            let to = if i == last {
                self.end_of_return(chain)
            } else if chain.links[i + 1].kind == LinkKind::HousingGround {
                self.housing(chain.grounded[0].1).0
            } else if chain.links[i + 1].kind == LinkKind::Bus {
                self.bus(chain.is_trailer).0
            } else if chain.links[i + 1].kind == LinkKind::PlugGround {
                self.plug_ground().0
            } else {
                self.net.node(format_args!("{id}_{i}"))
            };
            let name = format_args!("{id}_{i}");
            let place = PartRef { circuit: Some(at), what: PartKind::Link(i) };
            let ohm = match &link.kind {
                LinkKind::Wire(run) => run
                    .stretches
                    .iter()
                    .zip(sizes.stretch_c(i))
                    .map(|(s, c)| sizes.wire.ohm(self.length_m(s), c))
                    .sum(),
                LinkKind::Fuse { .. } => {
                    sizes.fuse.map_or(TERMINAL_OHM, |f| f.cold_ohm() + HOLDER_OHM)
                }
                LinkKind::Joint { ohm, .. } | LinkKind::Connector { ohm, .. } => {
                    ohm * self.situation.joint_factor
                }
                LinkKind::Module(module) => {
                    self.own_draw(at, chain, *module, from);
                    inline_module::ON_OHM
                }
                LinkKind::Chassis => contact::CHASSIS_OHM,
                LinkKind::FactoryGround => {
                    let wire = chain.origin_wire().map(|w| self.installed.factory[w.0].wire);
                    plug_return_ohm(wire.unwrap_or(ASSUMED_FACTORY_WIRE), chain.own_grounds())
                }
                LinkKind::Bus => {
                    let stud = self.bus(chain.is_trailer).1;
                    links.push(Some(stud));
                    nodes.push(to);
                    continue;
                }
                LinkKind::HousingGround => {
                    let (_, ground, end) = self.housing(chain.grounded[0].1);
                    links.push(Some(ground));
                    nodes.push(end);
                    continue;
                }
                // Drawn above: no node of the circuit's own lies there.
                LinkKind::BlockFeed | LinkKind::BlockRelay => continue,
                LinkKind::PlugGround => {
                    let pin = self.plug_ground().1;
                    links.push(Some(pin));
                    nodes.push(to);
                    continue;
                }
                LinkKind::Control { ambient_c } => {
                    let control = Control { at, chain, sizes, ambient_c: *ambient_c };
                    let ends = (from, to);
                    let (element, coil_element) = match &inside {
                        Some(inside) => self.hardware(&control, inside, ends, i),
                        // The source switches the lamps itself: never planned with a control of its own.
                        None => {
                            let own = (chain.own_switch, true);
                            let place = PartRef { circuit: Some(at), what: PartKind::Switch(0) };
                            (self.contact(place, name, ends, own), None)
                        }
                    };
                    coil = coil_element;
                    links.push(Some(element));
                    nodes.push(to);
                    continue;
                }
                LinkKind::Lamps => {
                    let of = (at, chain, sizes, i);
                    let drawn = self.legs(of, Pole::Plus, from);
                    let pluses = nodes_of_lamps(chain, &chain.legs, &drawn.ends, from);
                    (legs, leg_copper_ohm) = (drawn.wires, drawn.copper_ohm);
                    let drawn = self.legs(of, Pole::Minus, to);
                    let mut minuses = nodes_of_lamps(chain, &chain.back_legs, &drawn.ends, to);
                    for &((light, number), ground) in &chain.grounded {
                        minuses[light][number] = self.housing(ground).0;
                    }
                    (back_legs, back_leg_copper_ohm) = (drawn.wires, drawn.copper_ohm);
                    for (k, lamp) in chain.lamps.iter().enumerate() {
                        let device = lamp.scaled(self.situation.lamp_factor);
                        let mut group = Vec::with_capacity(lamp.count as usize);
                        for j in 0..lamp.count {
                            let place =
                                PartRef { circuit: Some(at), what: PartKind::Lamp(k, j as usize) };
                            let name = format_args!("{id}_lamp{k}_{j}");
                            let at_lamp = |of: &[Vec<NodeId>]| of[k][j as usize];
                            let (plus, minus) = (at_lamp(&pluses), at_lamp(&minuses));
                            group.push(self.add(place, name, (plus, minus), device));
                        }
                        lamps.push(group);
                    }
                    self.sync(of, &minuses);
                    links.push(None);
                    nodes.push(to);
                    continue;
                }
            };
            links.push(Some(self.add(place, name, (from, to), Device::ohm(ohm))));
            nodes.push(to);
        }
        BuiltCircuit {
            nodes,
            links,
            lamps,
            legs,
            back_legs,
            leg_copper_ohm,
            back_leg_copper_ohm,
            coil,
        }
    }

    /// Where the return of a circuit ends: at battery negative, or at the minus wire of the factory lamp that it is tied
    /// to.
    fn end_of_return(&self, chain: &Chain) -> NodeId {
        let minus = match chain.links.last().map(|l| &l.kind) {
            Some(LinkKind::Joint { of: JointOf::FactoryMinus, .. }) => chain.origin_wire(),
            _ => None,
        };
        minus.and_then(|w| self.taps[w.0]?.minus).unwrap_or(NodeId::GROUND)
    }

    /// What a module in the lamp feed draws itself while it is fed.
    fn own_draw(&mut self, at: usize, chain: &Chain, module: InlineModule, fed: NodeId) {
        let number = chain.modules.iter().position(|m| *m == module);
        let Some(&ground) = number.and_then(|n| self.module_grounds.get(n)) else { return };
        let ohm = 12.0 * self.installed.supply.batteries / relay::MODULE_STANDBY_A;
        let place = PartRef { circuit: Some(at), what: PartKind::Standby };
        let name = format_args!("{}_{}", chain.id, module.label());
        self.add(place, name, (fed, ground), Device::ohm(ohm));
    }

    /// The ground bus and its stud, drawn for the first circuit on it: a poor stud is poor for all.
    fn bus(&mut self, is_trailer: bool) -> (NodeId, ElementId) {
        if let Some(bus) = self.bus {
            return bus;
        }
        let node = self.net.node(format_args!("ground_bus"));
        let ohm = contact::STUD_OHM * self.situation.joint_factor + contact::CHASSIS_OHM;
        let place = PartRef { circuit: None, what: PartKind::GroundBus };
        let end = if is_trailer { self.plug_ground().0 } else { NodeId::GROUND };
        let ends = (node, end);
        let bus = (node, self.add(place, format_args!("ground_bus_stud"), ends, Device::ohm(ohm)));
        self.bus = Some(bus);
        bus
    }

    /// The shared ground of a housing, drawn for the first of its lamps: the node at the housing, the way from there, and its
    /// end.
    fn housing(&mut self, ground: usize) -> (NodeId, ElementId, NodeId) {
        if let Some(known) = self.grounds[ground] {
            return known;
        }
        let shared = &self.installed.grounds[ground];
        let end = match shared.wire().map(|w| (w.by, w.is_trailer)) {
            Some((ReturnKind::GroundBus, is_trailer)) => self.bus(is_trailer).0,
            Some((_, true)) => self.plug_ground().0,
            Some((_, false)) | None => NodeId::GROUND,
        };
        let node = self.net.node(format_args!("housing{ground}"));
        let Situation { joint_factor, assumed_factor, .. } = *self.situation;
        let ohm = shared.ohm(self.installed.factory, (joint_factor, assumed_factor));
        let place = PartRef { circuit: None, what: PartKind::HousingGround(ground) };
        let name = format_args!("housing{ground}_ground");
        let element = self.add(place, name, (node, end), Device::ohm(ohm));
        *self.grounds[ground].insert((node, element, end))
    }

    /// The feed of the fuse block and its master relay, drawn for the first circuit on it. Without a relay both are the
    /// feed.
    fn block(&mut self, plus: NodeId) -> [(NodeId, ElementId); 2] {
        if let Some(block) = self.block {
            return block;
        }
        let shared = self.installed.block;
        let joint_factor = self.situation.joint_factor;
        let node = self.net.node(format_args!("block_feed"));
        let place = |what| PartRef { circuit: None, what };
        let ohm = shared.map_or(TERMINAL_OHM, |s| s.feed_ohm(joint_factor));
        let what = place(PartKind::BlockFeed);
        let feed = self.add(what, format_args!("block_feed_wire"), (plus, node), Device::ohm(ohm));
        let mut block = [(node, feed); 2];
        if let Some((shared, key)) = shared.and_then(|s| Some((s, s.key?))) {
            let behind = self.net.node(format_args!("block"));
            let closed = self.situation.inputs.any(key.live_by);
            let device = Device::Contact(Contact { closed_ohm: shared.relay_ohm(), closed });
            let what = place(PartKind::BlockRelay);
            let element = self.add(what, format_args!("block_relay"), (node, behind), device);
            self.moved.push(MovedContact { element, mask: key.live_by, holds: true });
            block[1] = (behind, element);
            let tap = self.taps[key.wire.0].map_or(NodeId::GROUND, |f| f.tap);
            let coil = Device::ohm(key.coil_ohm());
            let what = place(PartKind::BlockCoil);
            self.add(what, format_args!("block_coil"), (tap, NodeId::GROUND), coil);
        }
        self.block = Some(block);
        block
    }

    /// The ground wire of the plug and its pin, drawn for the first circuit of a trailer: all of them come back through
    /// it.
    pub(super) fn plug_ground(&mut self) -> (NodeId, ElementId) {
        if let Some(plug) = self.plug {
            return plug;
        }
        let node = self.net.node(format_args!("plug_ground"));
        let ohm = plug_ground_ohm(self.installed.factory, self.situation.joint_factor);
        let place = PartRef { circuit: None, what: PartKind::PlugGround };
        let ends = (node, NodeId::GROUND);
        let plug = (node, self.add(place, format_args!("plug_ground"), ends, Device::ohm(ohm)));
        self.plug = Some(plug);
        plug
    }

    /// The wire that keeps lamps in step, and their inputs on it.
    fn sync(&mut self, of: (usize, &Chain, &Sizes, usize), minuses: &[Vec<NodeId>]) {
        let (at, chain, ..) = of;
        if chain.sync_legs.is_empty() {
            return;
        }
        let branch = self.net.node(format_args!("{}_sync", chain.id));
        let ends = self.legs(of, Pole::Sync, branch).ends;
        for (leg, end) in chain.sync_legs.iter().zip(ends) {
            for &(light, number) in &leg.lamps {
                let what = PartKind::SyncInput(light, number);
                let name = format_args!("{}_lamp{light}_{number}_sync", chain.id);
                let place = PartRef { circuit: Some(at), what };
                self.add(place, name, (end, minuses[light][number]), Device::ohm(SYNC_INPUT_OHM));
            }
        }
    }

    /// Draws the legs between a branch and the lamps. Its own plug lies before a lamp.
    fn legs(
        &mut self,
        (at, chain, sizes, link): (usize, &Chain, &Sizes, usize),
        pole: Pole,
        branch: NodeId,
    ) -> DrawnLegs {
        let legs = chain.legs_of(pole);
        let mut ends: Vec<NodeId> = Vec::with_capacity(legs.len());
        let mut wires = Vec::with_capacity(legs.len());
        let mut each_ohm = Vec::with_capacity(legs.len());
        let way = match pole {
            Pole::Plus => "leg",
            Pole::Minus => "back",
            Pole::Sync => "sync",
        };
        let (is_back, is_sync) = (pole == Pole::Minus, pole == Pole::Sync);
        // Working temperatures stand supply first, then return.
        let mut before: usize =
            if is_back { chain.legs.iter().map(|l| l.stretches.len()).sum() } else { 0 };
        for (k, leg) in legs.iter().enumerate() {
            let from = leg.parent.map_or(branch, |p| ends[p]);
            let to = self.net.node(format_args!("{}_{way}{k}", chain.id));
            let wire = if is_sync { sizes.sync_wire } else { leg_wire(chain, sizes, leg) };
            let mut warm = sizes.stretch_c(link).skip(before);
            // Nothing but its surroundings warms a sync wire.
            let stretch_ohm = |s: &Stretch| {
                let loaded_c = if is_sync { None } else { warm.next() };
                wire.ohm(self.length_m(s), loaded_c.unwrap_or(s.ambient_c))
            };
            let stretches_ohm: f64 = leg.stretches.iter().map(stretch_ohm).sum();
            let copper_ohm = stretches_ohm + leg_jumpers(leg) * wire.ohm(BESIDE_M, LEG_JUMPER_C);
            before += leg.stretches.len();
            let ohm =
                copper_ohm + leg_contacts_ohm(chain, legs, k, pole) * self.situation.joint_factor;
            let ends_at = if is_back { (to, from) } else { (from, to) };
            let place = PartRef { circuit: Some(at), what: PartKind::Leg(k, pole) };
            let name = format_args!("{}_{way}{k}_wire", chain.id);
            wires.push(self.add(place, name, ends_at, Device::ohm(ohm)));
            ends.push(to);
            each_ohm.push(copper_ohm);
        }
        DrawnLegs { ends, wires, copper_ohm: each_ohm }
    }
}

/// Legs as they were drawn, one entry for each.
struct DrawnLegs {
    /// The node at the end of each.
    ends: Vec<NodeId>,
    /// Its element.
    wires: Vec<ElementId>,
    /// Its copper, ohm: without contacts.
    copper_ohm: Vec<f64>,
}

/// The node of each lamp's pole, by light and number: the end of its leg, or `none` without one.
fn nodes_of_lamps(chain: &Chain, legs: &[Leg], ends: &[NodeId], none: NodeId) -> Vec<Vec<NodeId>> {
    let mut out: Vec<Vec<NodeId>> =
        chain.lamps.iter().map(|l| vec![none; l.count as usize]).collect();
    for (leg, &end) in legs.iter().zip(ends) {
        for &(light, number) in &leg.lamps {
            out[light][number] = end;
        }
    }
    out
}

/// The place of a control link.
pub(super) struct Control<'a> {
    pub(super) at: usize,
    pub(super) chain: &'a Chain,
    pub(super) sizes: &'a Sizes,
    pub(super) ambient_c: f64,
}
