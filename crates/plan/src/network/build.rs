//! Plan -> network: the chains of a job as one electrical circuit.

use crate::chain::Chain;
use crate::factory::PlannedFactory;
use crate::fuse_block::SharedFeed;
use crate::housing::SharedGround;
use crate::inputs::Assignment;
use crate::network::builder::draw;
use crate::network::drawing::Drawing;
use crate::network::parts::{BuiltRelay, MovedContact, PartKind, PartRef};
use crate::sizes::Sizes;
use crate::supply::PlannedSupply;
use jovek_circuit::devices::Contact;
use jovek_circuit::{Device, ElementId, Network, NodeId, Solution};
use jovek_job::SupplyState;

/// What is asked of the network: how the supply stands and which inputs are on.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Situation {
    /// Alternator state.
    pub supply: SupplyState,
    /// Battery open-circuit voltage, V.
    pub open_circuit_v: f64,
    /// What is on.
    pub inputs: Assignment,
    /// Factor on the resistance of every joint.
    pub joint_factor: f64,
    /// Factor on the power of every lamp.
    pub lamp_factor: f64,
    /// Factor on what nobody measured: lengths, internal resistance of the battery, loads that were there before.
    pub assumed_factor: f64,
    /// A cut-off module that closed still holds, whatever the lamps take.
    pub cut_off_holds: bool,
}

impl Situation {
    /// Sound joints, lamps as planned.
    pub fn plain(supply: &PlannedSupply, state: SupplyState, inputs: Assignment) -> Self {
        Situation {
            supply: state,
            open_circuit_v: supply.open_circuit_v(state.charge_percent()),
            inputs,
            joint_factor: 1.0,
            lamp_factor: 1.0,
            assumed_factor: 1.0,
            cut_off_holds: false,
        }
    }
}

/// The battery that lights a circuit.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum LitFrom {
    /// The starting battery.
    Starting,
    /// The auxiliary battery.
    Auxiliary,
    /// The battery of the towing vehicle.
    Towing,
}

/// Where a circuit's chain ended up in the network.
#[derive(Debug, Clone)]
pub struct BuiltCircuit {
    /// Node before each link, and one more after the last.
    pub nodes: Vec<NodeId>,
    /// Element of each link; none for the lamps, which are many.
    pub links: Vec<Option<ElementId>>,
    /// One element for each single lamp, grouped as in the plan.
    pub lamps: Vec<Vec<ElementId>>,
    /// One element for each leg of the supply.
    pub legs: Vec<ElementId>,
    /// One element for each leg of the return.
    pub back_legs: Vec<ElementId>,
    /// Copper of each leg of the supply, ohm: without its contacts.
    pub leg_copper_ohm: Vec<f64>,
    /// Copper of each leg of the return, ohm.
    pub back_leg_copper_ohm: Vec<f64>,
    /// Coil of the relay that carries the lamps.
    pub coil: Option<ElementId>,
}

impl BuiltCircuit {
    /// The lamp with the least voltage, by light and number: the farthest, where there are branches.
    pub fn weakest_lamp(&self, net: &Network, solution: &Solution) -> Option<(usize, usize)> {
        let each =
            self.lamps.iter().enumerate().flat_map(|(k, group)| {
                group.iter().enumerate().map(move |(n, &lamp)| ((k, n), lamp))
            });
        each.min_by(|a, b| solution.across_v(net, a.1).total_cmp(&solution.across_v(net, b.1)))
            .map(|(at, _)| at)
    }
}

/// Where a factory circuit ended up in the network.
#[derive(Debug, Clone, Copy)]
pub struct BuiltFactory {
    /// The wire to the plus of its lamps, where it is taken up.
    pub tap: NodeId,
    /// The wire from their minus to the switch, where that lights them; none where they are grounded for good.
    pub minus: Option<NodeId>,
    /// What makes it live, or grounds it.
    pub source: ElementId,
    /// Its own wire from there to the tap.
    pub wire: ElementId,
    /// Its own lamps.
    pub lamps: Option<ElementId>,
}

impl BuiltFactory {
    /// Voltage that its lamps have, V.
    pub fn lit_v(&self, solution: &Solution) -> f64 {
        solution.node_v(self.tap) - self.minus.map_or(0.0, |minus| solution.node_v(minus))
    }
}

/// A network with the places of its parts.
#[derive(Debug, Clone)]
pub struct Built {
    /// The circuit.
    pub net: Network,
    /// Battery positive.
    pub battery_plus: NodeId,
    /// Auxiliary battery positive, where it is drawn.
    pub auxiliary_plus: Option<NodeId>,
    /// Battery positive of the towing vehicle, where its wires are drawn.
    pub towing_plus: Option<NodeId>,
    /// The battery.
    pub battery: ElementId,
    /// The auxiliary battery, where it is drawn.
    pub auxiliary: Option<ElementId>,
    /// The alternator, while the engine runs.
    pub alternator: Option<ElementId>,
    /// One entry for each chain, in order.
    pub circuits: Vec<BuiltCircuit>,
    /// Factory circuits, by index in the job.
    pub factory: Vec<Option<BuiltFactory>>,
    /// Shared grounds of housings, in their order: the element of each that any lamp is on.
    pub grounds: Vec<Option<ElementId>>,
    /// Meaning of each element.
    pub places: Vec<PartRef>,
    /// Contacts that inputs move.
    pub moved: Vec<MovedContact>,
    /// Meaning of each relay.
    pub relays: Vec<BuiltRelay>,
}

impl Built {
    /// The battery that lights a chain in a combination, with the node of its positive post: the towing vehicle's
    /// where only its wires are live.
    pub fn source(
        &self,
        chain: &Chain,
        factory: &[PlannedFactory],
        inputs: Assignment,
    ) -> (LitFrom, NodeId) {
        match (self.towing_plus, self.auxiliary_plus) {
            (Some(plus), _) if chain.is_lit_by_towing(factory, inputs) => (LitFrom::Towing, plus),
            (_, Some(plus)) if chain.is_auxiliary => (LitFrom::Auxiliary, plus),
            _ => (LitFrom::Starting, self.battery_plus),
        }
    }

    /// What the diodes in the feed of a circuit's lamps lose, V: the largest of those that carry at
    /// least a hundredth of the lamps' current. No wire mends it, so it is told apart.
    pub fn lamp_diode_v(&self, solution: &Solution, circuit: usize, chain: &Chain) -> f64 {
        if chain.switching.as_ref().is_none_or(|s| s.lamps_from.diodes() == 0) {
            return 0.0;
        }
        let lamps_a: f64 =
            self.circuits[circuit].lamps.iter().flatten().map(|&l| solution.current_a(l)).sum();
        self.places
            .iter()
            .zip(self.net.iter())
            .filter(|(place, (id, _))| {
                place.circuit == Some(circuit)
                    && matches!(place.what, PartKind::Diode(_))
                    && solution.current_a(*id) > 0.01 * lamps_a
            })
            .map(|(_, (id, _))| solution.across_v(&self.net, id))
            .fold(0.0, f64::max)
    }

    /// Sets every switch, source and memory to another combination of inputs.
    pub fn put(&mut self, inputs: Assignment) {
        for m in &self.moved {
            if let Device::Contact(c) = self.net.element(m.element).device {
                let closed = inputs.any(m.mask) == m.holds;
                self.net.set_device(m.element, Device::Contact(Contact { closed, ..c }));
            }
        }
        for (k, built) in self.relays.iter().enumerate() {
            if let Some(relay) = self.net.relay_mut(k) {
                built.memory.apply(inputs, relay);
            }
        }
    }
}

/// What is on the vehicle: supply, factory circuits, and the chains that were added.
#[derive(Debug, Clone, Copy)]
pub struct Installed<'a> {
    /// Battery and alternator.
    pub supply: &'a PlannedSupply,
    /// Factory circuits.
    pub factory: &'a [PlannedFactory],
    /// The feed of the fuse block; none without one.
    pub block: Option<&'a SharedFeed>,
    /// The grounds that lamps of a housing share.
    pub grounds: &'a [SharedGround],
    /// Chains with their sizes.
    pub parts: &'a [(&'a Chain, &'a Sizes)],
}

/// Builds the network of some chains of a job, with names for export.
pub fn build(installed: Installed, situation: &Situation) -> Built {
    build_anew(true, installed, situation)
}

fn build_anew(named: bool, installed: Installed, situation: &Situation) -> Built {
    let mut drawing = Drawing::new(named);
    let places = draw(&mut drawing, installed, situation);
    places.with(drawing.finish().unwrap_or_default())
}

/// Builds without names, over a network that was built so before where only figures differ.
pub fn build_over(before: Option<Built>, installed: Installed, situation: &Situation) -> Built {
    if let Some(before) = before {
        let mut drawing = Drawing::over(before.net);
        let places = draw(&mut drawing, installed, situation);
        if let Some(net) = drawing.finish() {
            return places.with(net);
        }
    }
    build_anew(false, installed, situation)
}
