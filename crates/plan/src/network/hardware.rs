//! Draws the hardware between feed and lamps: the same wires that are cut, and the parts between them.

use crate::end::{CircuitIx, End, RelayTerminal};
use crate::logic::Logic;
use crate::network::builder::{Control, NetworkBuilder};
use crate::network::parts::{BuiltRelay, Memory, PartKind, PartRef};
use crate::sizes::{ControlChoice, Hardware};
use crate::switching::{Inner, Inside, LeadUse, RelayRole, Switching};
use crate::switching_options::{box_rest_a, modules_a};
use crate::wires::lead_m;
use jovek_catalog::contact;
use jovek_catalog::fuse::HOLDER_OHM;
use jovek_catalog::inline_module::ModuleTerminal;
use jovek_catalog::relay::{self, RelayType};
use jovek_catalog::switch;
use jovek_circuit::devices::Contact;
use jovek_circuit::{Device, ElementId, NodeId, Relay, RelayContact};
use jovek_job::SupplyState;
use jovek_phrases::plan as say;

/// What is in the way where the chain has an element and the wiring has none, ohm: nothing that counts.
/// The element is there to read the current.
pub(super) const TERMINAL_OHM: f64 = 1e-6;

/// The nodes of one circuit's hardware.
struct Nodes {
    known: Vec<(End, NodeId)>,
}

impl NetworkBuilder<'_, '_> {
    /// Draws the hardware between the feed and the lamps. Returns the terminal that the lamp current passes,
    /// and the coil of the relay that carries it.
    pub(super) fn hardware(
        &mut self,
        control: &Control,
        inside: &Inside,
        (from, to): (NodeId, NodeId),
        link: usize,
    ) -> (ElementId, Option<ElementId>) {
        let Control { at, chain, sizes, .. } = *control;
        let id = &chain.id;
        let place = |what| PartRef { circuit: Some(at), what };
        let mut nodes = Nodes { known: Vec::new() };
        // A switch or relay of its own is read itself: the lamp wire starts at its terminal.
        let is_own = chain.switching.is_none();
        if is_own {
            nodes.known.push((inside.exit, to));
        }
        self.enter(control, inside, from, &mut nodes);
        let mut contacts: Vec<Vec<RelayContact>> = vec![Vec::new(); inside.relays];
        let mut lamp_element = None;
        for part in &inside.parts {
            let ends =
                (self.at(control, &mut nodes, part.from), self.at(control, &mut nodes, part.to));
            let element = match part.of {
                Inner::Switch { number, mask, holds } => self.contact(
                    place(PartKind::Switch(number)),
                    format_args!("{id}_switch{number}"),
                    ends,
                    (mask, holds),
                ),
                Inner::Contact { relay, throw } => {
                    let number = contacts[relay].len();
                    let element = self.add(
                        place(PartKind::RelayContact(relay)),
                        format_args!("{id}_r{}c{number}", relay + 1),
                        ends,
                        Device::Contact(Contact { closed_ohm: relay::CONTACT_OHM, closed: false }),
                    );
                    contacts[relay].push(RelayContact { element, throw });
                    element
                }
                Inner::Fuse { number } => {
                    let fuse = sizes.lead_fuses.get(number - 1).map(|f| f.fuse);
                    self.add(
                        place(PartKind::LeadFuse(number)),
                        format_args!("{id}_lead_fuse{number}"),
                        ends,
                        Device::ohm(fuse.map_or(TERMINAL_OHM, |f| f.cold_ohm() + HOLDER_OHM)),
                    )
                }
                Inner::Symbol { number } => self.add(
                    place(PartKind::Standby),
                    format_args!("{id}_symbol{number}"),
                    ends,
                    switch::symbol(self.installed.supply.batteries),
                ),
                Inner::Receiver { number } => {
                    let rest_a = chain.switching.as_ref().and_then(box_rest_a);
                    let ohm = 12.0 * self.installed.supply.batteries
                        / rest_a.unwrap_or(relay::MODULE_STANDBY_A);
                    self.add(
                        place(PartKind::Standby),
                        format_args!("{id}_receiver{number}"),
                        ends,
                        Device::ohm(ohm),
                    )
                }
                Inner::Diode { number, is_coil } => {
                    let kind = match sizes.control {
                        ControlChoice::Planned(hardware) if !is_coil => hardware.lamp_diode,
                        _ => jovek_catalog::diode::COIL,
                    };
                    self.add(
                        place(PartKind::Diode(number)),
                        format_args!("{id}_d{number}"),
                        ends,
                        Device::Diode(kind.device),
                    )
                }
            };
            if part.to == inside.exit {
                lamp_element = Some(element);
            }
        }
        self.leads(control, inside, &mut nodes);
        let read = match lamp_element.filter(|_| is_own) {
            Some(element) => element,
            None => self.start_of_lamp_wire(control, inside, &mut nodes, (to, link)),
        };
        let coils: Vec<ElementId> =
            (0..inside.relays).map(|r| self.coil(control, &mut nodes, r)).collect();
        self.control_ground(control, &nodes);
        let lamp_coil = match &chain.switching {
            None => coils.first().copied(),
            Some(switching) => {
                let entry = self.at(control, &mut nodes, inside.entry);
                self.standby(control, switching, entry);
                switching.lamp_relays().first().and_then(|&r| coils.get(r).copied())
            }
        };
        self.relays_of(control, &coils, contacts);
        self.ground_modules(control, &mut nodes);
        (read, lamp_coil)
    }

    /// Draws what grounds the modules in the feed of lamps that nothing of their own switches.
    pub(super) fn module_leads(&mut self, control: &Control, inside: &Inside) {
        let mut nodes = Nodes { known: Vec::new() };
        self.leads(control, inside, &mut nodes);
        self.control_ground(control, &nodes);
        self.ground_modules(control, &mut nodes);
    }

    fn ground_modules(&mut self, control: &Control, nodes: &mut Nodes) {
        let chain = control.chain;
        self.module_grounds = (chain.modules.iter())
            .map(|&module| {
                let end = End::Module(chain.index, module, ModuleTerminal::Ground);
                self.at(control, nodes, end)
            })
            .collect();
    }

    /// The terminal or splice at which the lamp wire starts.
    fn start_of_lamp_wire(
        &mut self,
        control: &Control,
        inside: &Inside,
        nodes: &mut Nodes,
        (to, link): (NodeId, usize),
    ) -> ElementId {
        let exit = self.at(control, nodes, inside.exit);
        let joint_ohm = inside.exit.contact_ohm() * self.situation.joint_factor;
        let place = PartRef { circuit: Some(control.at), what: PartKind::Splice(0) };
        let name = format_args!("{}_{link}", control.chain.id);
        self.add(place, name, (exit, to), Device::ohm(joint_ohm.max(TERMINAL_OHM)))
    }

    /// Joins the end of the feed to the terminal or splice at which it stops.
    fn enter(&mut self, control: &Control, inside: &Inside, from: NodeId, nodes: &mut Nodes) {
        let contact_ohm = inside.entry.contact_ohm();
        if contact_ohm <= 0.0 {
            nodes.known.push((inside.entry, from));
            return;
        }
        let node = self.at(control, nodes, inside.entry);
        let place = PartRef { circuit: Some(control.at), what: PartKind::Jumper(0) };
        let name = format_args!("{}_entry", control.chain.id);
        let device = Device::ohm(contact_ohm * self.situation.joint_factor);
        self.add(place, name, (from, node), device);
    }

    /// The node of an end.
    fn at(&mut self, control: &Control, nodes: &mut Nodes, end: End) -> NodeId {
        if let Some((_, node)) = nodes.known.iter().find(|(e, _)| *e == end) {
            return *node;
        }
        let node = match end {
            End::Factory(wire) => self.taps[wire.0].map(|f| f.tap),
            End::FactoryMinus(wire) => self.taps[wire.0].and_then(|f| f.minus),
            _ => None,
        };
        let number = nodes.known.len() + 1;
        let node =
            node.unwrap_or_else(|| self.net.node(format_args!("{}_n{number}", control.chain.id)));
        nodes.known.push((end, node));
        node
    }

    /// The wires inside: each its copper and the contacts that it makes.
    fn leads(&mut self, control: &Control, inside: &Inside, nodes: &mut Nodes) {
        let Control { at, chain, sizes, ambient_c } = *control;
        for (k, lead) in inside.leads.iter().enumerate() {
            let ends = (self.at(control, nodes, lead.from), self.at(control, nodes, lead.to));
            let wire = if lead.of.is_coil() { sizes.coil_wire } else { sizes.wire };
            let contacts_ohm = lead.from.contact_ohm() + lead.to.contact_ohm();
            let ohm = wire.ohm(lead_m(chain, lead), ambient_c)
                + contacts_ohm * self.situation.joint_factor;
            let is_spliced = |end| matches!(end, End::Splice(..));
            let what = match (lead.of, lead.from) {
                (LeadUse::Signal(wire) | LeadUse::SignalFeed(wire), _) => {
                    PartKind::SignalLead(wire.0)
                }
                (LeadUse::SwitchLead, _) => PartKind::SwitchLead(switch_number(lead.from, lead.to)),
                _ if is_spliced(lead.from) || is_spliced(lead.to) => PartKind::Splice(k + 1),
                _ => PartKind::Jumper(chain.links.len() + k),
            };
            let place = PartRef { circuit: Some(at), what };
            let name = format_args!("{}_lead{}", chain.id, k + 1);
            self.add(place, name, ends, Device::ohm(ohm));
        }
    }

    /// What timers and cut-offs draw all the time; a box that is switched by radio has a ground wire of its own.
    fn standby(&mut self, control: &Control, switching: &Switching, feed: NodeId) {
        let Some(current_a) = modules_a(switching) else { return };
        let ohm = 12.0 * self.installed.supply.batteries / current_a;
        let name = format_args!("{}_standby", control.chain.id);
        let place = PartRef { circuit: Some(control.at), what: PartKind::Standby };
        self.add(place, name, (feed, NodeId::GROUND), Device::ohm(ohm));
    }

    /// Draws the coil of a relay, or the input of a module.
    fn coil(&mut self, control: &Control, nodes: &mut Nodes, relay: usize) -> ElementId {
        let Control { at, chain, sizes, .. } = *control;
        let circuit = CircuitIx(chain.index.0);
        let mut terminal = |of| self.at(control, nodes, End::Relay(circuit, relay, of));
        let switching = chain.switching.as_ref();
        let plus = match switching.is_some_and(|s| s.reads_its_feed(relay)) {
            true => RelayTerminal::Common(0),
            false => RelayTerminal::Coil86,
        };
        let (c86, c85) = (terminal(plus), terminal(RelayTerminal::Coil85));
        let role = switching.and_then(|s| s.relays.get(relay)).map(|r| r.role);
        let ohm = match (role, &sizes.control) {
            (Some(role), _) if role.is_module() => relay::MODULE_INPUT_OHM,
            (Some(role), ControlChoice::Planned(hardware)) => kind_for(hardware, role).load_ohm(),
            (_, ControlChoice::Relay { relay: kind, .. }) => kind.load_ohm(),
            _ => relay::MODULE_INPUT_OHM,
        };
        let place = PartRef { circuit: Some(at), what: PartKind::Coil(relay) };
        let name = format_args!("{}_coil{}", chain.id, relay + 1);
        self.add(place, name, (c86, c85), Device::ohm(ohm))
    }

    /// One stud for all coils and modules of the circuit; what its rings cost is drawn with their leads.
    fn control_ground(&mut self, control: &Control, nodes: &Nodes) {
        let Some(&(_, stud)) = nodes.known.iter().find(|(e, _)| matches!(e, End::Stud(..))) else {
            return;
        };
        let ohm = contact::CHASSIS_OHM;
        let place = PartRef { circuit: Some(control.at), what: PartKind::CoilGround(0) };
        let name = format_args!("{}_coil_ground", control.chain.id);
        let end = match control.chain.is_trailer {
            true => self.plug_ground().0,
            false => NodeId::GROUND,
        };
        self.add(place, name, (stud, end), Device::ohm(ohm));
    }

    /// Relays with their thresholds and memories.
    fn relays_of(
        &mut self,
        control: &Control,
        coils: &[ElementId],
        contacts: Vec<Vec<RelayContact>>,
    ) {
        let Control { at, chain, sizes, .. } = *control;
        for ((r, &coil), contacts) in coils.iter().enumerate().zip(contacts) {
            let planned = chain.switching.as_ref().and_then(|s| s.relays.get(r));
            let (pull_in_v, drop_out_v) = match (planned, &sizes.control) {
                (Some(p), ControlChoice::Planned(hardware)) => self.thresholds(hardware, p.role),
                (_, ControlChoice::Relay { relay: kind, .. }) => (kind.pull_in_v, kind.drop_out_v),
                _ => continue,
            };
            let name = match planned {
                Some(_) => say::relay_number_of(&chain.name, &(r + 1)),
                None => say::relay_of(&chain.name),
            };
            let mut placed =
                Relay { name, coil, pull_in_v, drop_out_v, contacts, before: None, held: None };
            let memory = planned.map_or(Memory::None, |p| memory(p.role, &p.follows));
            memory.apply(self.situation.inputs, &mut placed);
            // A cut-off module is looked at apart: a low battery is tried as if it still held.
            if planned.is_some_and(|p| p.role == RelayRole::CutOff)
                && (self.situation.supply == SupplyState::LowBattery
                    || self.situation.cut_off_holds)
            {
                placed.held = placed.before;
            }
            self.net.add_relay(placed);
            self.relays.push(BuiltRelay { circuit: at, relay: r, memory });
        }
    }

    /// Pull-in and drop-out voltage, V.
    fn thresholds(&self, hardware: &Hardware, role: RelayRole) -> (f64, f64) {
        let n = self.installed.supply.batteries;
        let (on, off) = match role {
            RelayRole::Timer { .. } => relay::TIMER_INPUT_V,
            RelayRole::CutOff => relay::CUT_OFF_V,
            _ => {
                let kind = kind_for(hardware, role);
                return (kind.pull_in_v, kind.drop_out_v);
            }
        };
        (on * n, off * n)
    }
}

/// The number of the switch at either end of a lead.
fn switch_number(from: End, to: End) -> usize {
    match (from, to) {
        (End::Switch(_, number, _), _) | (_, End::Switch(_, number, _)) => number,
        _ => 0,
    }
}

/// The relay that a role takes.
pub fn kind_for(hardware: &Hardware, role: RelayRole) -> RelayType {
    match role {
        RelayRole::Lamps => hardware.lamp_relay,
        RelayRole::Signal => hardware.signal_relay,
        _ => hardware.logic_relay,
    }
}

fn memory(role: RelayRole, follows: &Logic) -> Memory {
    match (role, follows) {
        (RelayRole::Hold, Logic::Held { before, .. }) => Memory::Before(*before),
        (RelayRole::Timer { .. }, Logic::After { running, .. }) => Memory::Timer(*running),
        (RelayRole::CutOff, Logic::NotLow { low, .. }) => Memory::Unless(*low),
        _ => Memory::None,
    }
}
