//! Draws planned hardware: rungs of lamps and coils, relays, modules.

use crate::logic::Logic;
use crate::network::builder::{Control, NetworkBuilder};
use crate::network::parts::{BuiltRelay, Memory, PartKind, PartRef};
use crate::sizes::{ControlChoice, Hardware};
use crate::switching::{ContactOf, RelayRole, Rung, Switching};
use crate::switching_options::standby_a;
use jovek_catalog::contact;
use jovek_catalog::relay;
use jovek_catalog::relay::RelayType;
use jovek_circuit::devices::Contact;
use jovek_circuit::{Device, ElementId, NodeId, Relay, RelayContact};
use jovek_job::SupplyState;
use std::fmt::Arguments;

/// The hardware of one circuit while it is drawn.
struct Block<'a> {
    control: &'a Control<'a>,
    hardware: Hardware,
    switching: &'a Switching,
    /// The own feed, behind its fuse.
    feed: NodeId,
    /// Contacts drawn so far, by relay.
    contacts: Vec<Vec<RelayContact>>,
    /// Numbers of parts drawn so far.
    diodes: usize,
    switches: usize,
    leads: usize,
    nodes: usize,
    /// True while the rung of a coil is drawn.
    in_coil: bool,
}

impl NetworkBuilder<'_, '_> {
    /// Draws the hardware between the feed and the lamps. Returns the joint that the lamp current
    /// passes, and the coil of the relay that carries it.
    pub(super) fn switching(
        &mut self,
        control: &Control,
        switching: &Switching,
        (from, to): (NodeId, NodeId),
        name: Arguments,
    ) -> (ElementId, Option<ElementId>) {
        let ControlChoice::Planned(hardware) = control.sizes.control else {
            // Sizing always plans hardware for a chain that has some; a plain contact stands in.
            let place = PartRef { circuit: Some(control.at), what: PartKind::Switch(0) };
            let own = (control.chain.own_switch, true);
            return (self.contact(place, name, (from, to), own), None);
        };
        let mut block = Block {
            control,
            hardware,
            switching,
            feed: from,
            contacts: vec![Vec::new(); switching.relays.len()],
            diodes: 0,
            switches: 0,
            leads: 0,
            nodes: 0,
            in_coil: false,
        };
        let lamps = self.rung(&mut block, &switching.lamps_from);
        let place = |what| PartRef { circuit: Some(control.at), what };
        // The terminal at which the lamp wire starts.
        let joint = self.add(
            place(PartKind::Splice(0)),
            name,
            (lamps, to),
            Device::ohm(contact::SPLICE_OHM * self.situation.joint_factor),
        );
        block.in_coil = true;
        let coils: Vec<ElementId> =
            (0..switching.relays.len()).map(|r| self.coil(&mut block, r)).collect();
        if let Some(current_a) = standby_a(switching) {
            let ohm = 12.0 * self.installed.supply.batteries / current_a;
            let name = format_args!("{}_standby", control.chain.id);
            self.add(place(PartKind::Standby), name, (from, NodeId::GROUND), Device::ohm(ohm));
        }
        for (r, planned) in switching.relays.iter().enumerate() {
            let (pull_in_v, drop_out_v) = self.thresholds(&block, planned.role);
            let mut placed = Relay {
                name: format!("{} relay {}", control.chain.name, r + 1),
                coil: coils[r],
                pull_in_v,
                drop_out_v,
                contacts: std::mem::take(&mut block.contacts[r]),
                before: None,
                held: None,
            };
            let memory = memory(planned.role, &planned.follows);
            memory.apply(self.situation.inputs, &mut placed);
            // A cut-off module is looked at apart: a low battery is tried as if it still held.
            if planned.role == RelayRole::CutOff && self.situation.supply == SupplyState::LowBattery
            {
                placed.held = placed.before;
            }
            self.net.add_relay(placed);
            self.relays.push(BuiltRelay { circuit: control.at, relay: r, memory });
        }
        (joint, switching.lamp_relays().first().map(|&r| coils[r]))
    }

    fn node(&mut self, block: &mut Block) -> NodeId {
        block.nodes += 1;
        self.net.node(format_args!("{}_n{}", block.control.chain.id, block.nodes))
    }

    fn lead(&mut self, block: &mut Block, what: PartKind, from: NodeId, length_m: f64) -> NodeId {
        let to = self.node(block);
        block.leads += 1;
        let Control { at, chain, sizes, ambient_c } = *block.control;
        let wire = if block.in_coil { sizes.coil_wire } else { sizes.wire };
        self.add(
            PartRef { circuit: Some(at), what },
            format_args!("{}_lead{}", chain.id, block.leads),
            (from, to),
            Device::ohm(wire.ohm(length_m, ambient_c)),
        );
        to
    }

    /// Draws a rung; returns the node at its end.
    fn rung(&mut self, block: &mut Block, rung: &Rung) -> NodeId {
        let Control { at, chain, .. } = *block.control;
        let place = |what| PartRef { circuit: Some(at), what };
        match rung {
            Rung::Feed => block.feed,
            Rung::Tap(i) => {
                // A chain that starts at this wire has its joint and fuse behind it already.
                let first = matches!(chain.origin, crate::chain::Origin::Factory { index, .. }
                    if index == *i);
                match self.taps[*i] {
                    _ if first && !block.in_coil => block.feed,
                    Some(built) => {
                        self.lead(block, PartKind::SignalLead(*i), built.tap, chain.signal_lead_m)
                    }
                    None => block.feed,
                }
            }
            Rung::Behind(ContactOf::Switch { mask, holds, .. }, of) => {
                let mut from = self.rung(block, of);
                block.switches += 1;
                let number = block.switches;
                let lead_m = chain.switch_lead_m;
                if block.in_coil {
                    from = self.lead(block, PartKind::SwitchLead(number), from, lead_m);
                }
                let to = self.node(block);
                self.contact(
                    place(PartKind::Switch(number)),
                    format_args!("{}_switch{number}", chain.id),
                    (from, to),
                    (*mask, *holds),
                );
                if block.in_coil {
                    return self.lead(block, PartKind::SwitchLead(number), to, lead_m);
                }
                to
            }
            Rung::Behind(ContactOf::Relay { relay, throw }, of) => {
                let from = self.rung(block, of);
                let to = self.node(block);
                let number = block.contacts[*relay].len();
                let element = self.add(
                    place(PartKind::RelayContact(*relay)),
                    format_args!("{}_r{}c{number}", chain.id, relay + 1),
                    (from, to),
                    Device::Contact(Contact { closed_ohm: relay::CONTACT_OHM, closed: false }),
                );
                block.contacts[*relay].push(RelayContact { element, throw: *throw });
                to
            }
            Rung::Diode(of) => {
                let from = self.rung(block, of);
                let to = self.node(block);
                block.diodes += 1;
                let number = block.diodes;
                let kind = if block.in_coil {
                    block.hardware.coil_diode
                } else {
                    block.hardware.lamp_diode
                };
                self.add(
                    place(PartKind::Diode(number)),
                    format_args!("{}_d{number}", chain.id),
                    (from, to),
                    Device::Diode(kind.device),
                );
                to
            }
            Rung::Joined(list) => {
                let ends: Vec<NodeId> = list.iter().map(|r| self.rung(block, r)).collect();
                let to = self.node(block);
                for end in ends {
                    block.leads += 1;
                    self.add(
                        place(PartKind::Splice(block.leads)),
                        format_args!("{}_lead{}", chain.id, block.leads),
                        (end, to),
                        Device::ohm(contact::SPLICE_OHM * self.situation.joint_factor),
                    );
                }
                to
            }
        }
    }

    /// Draws the coil of a relay, or the input of a module, from 86 to ground.
    fn coil(&mut self, block: &mut Block, relay: usize) -> ElementId {
        let switching = block.switching;
        let from = self.rung(block, &switching.relays[relay].coil_from);
        let Control { at, chain, .. } = *block.control;
        let c85 = self.node(block);
        let ohm = match switching.relays[relay].role {
            role if role.is_module() => relay::MODULE_INPUT_OHM,
            role => kind_for(&block.hardware, role).load_ohm(),
        };
        let coil = self.add(
            PartRef { circuit: Some(at), what: PartKind::Coil(relay) },
            format_args!("{}_coil{}", chain.id, relay + 1),
            (from, c85),
            Device::ohm(ohm),
        );
        self.add(
            PartRef { circuit: Some(at), what: PartKind::CoilGround(relay) },
            format_args!("{}_coil{}_ground", chain.id, relay + 1),
            (c85, NodeId::GROUND),
            Device::ohm(contact::STUD_OHM + contact::CHASSIS_OHM),
        );
        coil
    }

    /// Pull-in and drop-out voltage, V.
    fn thresholds(&self, block: &Block, role: RelayRole) -> (f64, f64) {
        let n = self.installed.supply.batteries;
        let (on, off) = match role {
            RelayRole::Timer { .. } => relay::TIMER_INPUT_V,
            RelayRole::CutOff => relay::CUT_OFF_V,
            _ => {
                let kind = kind_for(&block.hardware, role);
                return (kind.pull_in_v, kind.drop_out_v);
            }
        };
        (on * n, off * n)
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
