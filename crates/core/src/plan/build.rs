//! Plan -> network: the chains of a job as one electrical circuit.

use super::assumed::Assumed;
use super::chain::{Chain, LinkKind, Origin};
use super::drawing::Drawing;
use super::supply::{PlannedSupply, SupplyState};
use crate::catalog::conductor::Conductor;
use crate::catalog::fuse::{Fuse, HOLDER_OHM};
use crate::catalog::{contact, relay, switch};
use crate::circuit::devices::{Contact, Incandescent};
use crate::circuit::{Device, ElementId, Network, NodeId, Relay, RelayContact, Throw};
use crate::job::Job;
use crate::sizing::{ControlChoice, Sizes};
use std::fmt::Arguments;

/// What is asked of the network: how the supply stands and whether everything is on.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Situation {
    /// Alternator state.
    pub supply: SupplyState,
    /// Battery open-circuit voltage, V.
    pub open_circuit_v: f64,
    /// All switches and factory sources on, or all off.
    pub on: bool,
    /// Factor on the resistance of every joint.
    pub joint_factor: f64,
    /// Factor on the power of every lamp.
    pub lamp_factor: f64,
}

impl Situation {
    /// The plain state: sound joints, lamps as planned, everything on.
    pub fn plain(supply: &PlannedSupply, state: SupplyState) -> Self {
        Situation {
            supply: state,
            open_circuit_v: supply.open_circuit_v(state.charge_percent()),
            on: true,
            joint_factor: 1.0,
            lamp_factor: 1.0,
        }
    }

    /// The same with everything off.
    pub fn off(self) -> Self {
        Situation { on: false, ..self }
    }
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
    /// The relay's coil.
    pub coil: Option<ElementId>,
    /// Contact of the tied-in factory source.
    pub factory_source: Option<ElementId>,
}

/// A network with the places of its parts.
#[derive(Debug, Clone)]
pub struct Built {
    /// The circuit.
    pub net: Network,
    /// Battery positive.
    pub battery_plus: NodeId,
    /// The battery.
    pub battery: ElementId,
    /// The alternator, while the engine runs.
    pub alternator: Option<ElementId>,
    /// One entry for each chain, in order.
    pub circuits: Vec<BuiltCircuit>,
}

/// Wire of a factory lamp circuit when nobody knows it: the thinnest that lamp circuits commonly
/// have. Common practice.
const ASSUMED_FACTORY_WIRE: Conductor = Conductor::Metric(75);

/// A factory circuit with its figures filled in.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PlannedFactory {
    /// Fuse rating, A.
    pub fuse_a: f64,
    /// Its wire.
    pub wire: Conductor,
    /// Length from fuse box to joint, m.
    pub length_m: f64,
    /// Load it carries already, A.
    pub existing_a: f64,
}

impl PlannedFactory {
    /// Fills in a factory circuit of the job.
    pub fn new(job: &Job, index: usize, assumed: &mut Assumed) -> Self {
        let f = &job.factory[index];
        let at = format!("factory[{index}]");
        PlannedFactory {
            fuse_a: assumed.or(
                f.fuse_a,
                10.0,
                format!("{at}.fuse_a"),
                format!("{}: fuse", f.name),
                "A",
            ),
            wire: f.wire.unwrap_or(ASSUMED_FACTORY_WIRE),
            length_m: assumed.or(
                f.length_m,
                4.0,
                format!("{at}.length_m"),
                format!("{}: wire to the joint", f.name),
                "m",
            ),
            existing_a: assumed.or(
                f.existing_a,
                1.5,
                format!("{at}.existing_a"),
                format!("{}: existing load", f.name),
                "A",
            ),
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

/// Where everything lies in a network.
struct Places {
    battery_plus: NodeId,
    battery: ElementId,
    alternator: Option<ElementId>,
    circuits: Vec<BuiltCircuit>,
}

impl Places {
    fn with(self, net: Network) -> Built {
        let Places { battery_plus, battery, alternator, circuits } = self;
        Built { net, battery_plus, battery, alternator, circuits }
    }
}

fn draw(net: &mut Drawing, installed: Installed, situation: &Situation) -> Places {
    let Installed { supply, factory, parts } = installed;
    let plus = net.node(format_args!("bat_plus"));
    let battery = net.add(
        format_args!("battery"),
        plus,
        NodeId::GROUND,
        Device::Battery(supply.battery(situation.open_circuit_v)),
    );
    let alternator = supply
        .alternator(situation.supply)
        .map(|a| net.add(format_args!("alternator"), plus, NodeId::GROUND, Device::Alternator(a)));
    let mut taps: Vec<Option<(NodeId, ElementId)>> = vec![None; factory.len()];
    for (chain, _) in parts {
        if let Origin::Factory { index, .. } = chain.origin
            && taps[index].is_none()
        {
            let tap = add_factory(net, supply, plus, index, &factory[index], situation);
            taps[index] = Some(tap);
        }
    }
    let circuits = parts
        .iter()
        .map(|(chain, sizes)| {
            let (source, factory_source) = match chain.origin {
                Origin::Battery => (plus, None),
                Origin::Factory { index, .. } => {
                    taps[index].map_or((plus, None), |(node, source)| (node, Some(source)))
                }
            };
            let mut built = add_chain(net, chain, sizes, source, situation);
            built.factory_source = factory_source;
            built
        })
        .collect();
    Places { battery_plus: plus, battery, alternator, circuits }
}

/// Battery -> factory fuse -> factory switch -> factory wire -> existing lamps. Returns the tap.
fn add_factory(
    net: &mut Drawing,
    supply: &PlannedSupply,
    plus: NodeId,
    index: usize,
    factory: &PlannedFactory,
    situation: &Situation,
) -> (NodeId, ElementId) {
    let fused = net.node(format_args!("f{index}_fused"));
    let switched = net.node(format_args!("f{index}_switched"));
    let tap = net.node(format_args!("f{index}_tap"));
    let fuse = Fuse::of_rating(factory.fuse_a).map_or(0.005, |f| f.cold_ohm());
    net.add(format_args!("f{index}_fuse"), plus, fused, Device::ohm(fuse + HOLDER_OHM));
    let source = net.add(
        format_args!("f{index}_source"),
        fused,
        switched,
        Device::Contact(Contact { closed_ohm: switch::CLOSED_OHM, closed: situation.on }),
    );
    net.add(
        format_args!("f{index}_wire"),
        switched,
        tap,
        Device::ohm(factory.wire.ohm(factory.length_m, 40.0)),
    );
    if factory.existing_a > 0.0 {
        let rated_v = 13.5 * supply.batteries;
        let lamp = Incandescent { power_w: factory.existing_a * rated_v, rated_v };
        net.add(format_args!("f{index}_lamps"), tap, NodeId::GROUND, Device::Incandescent(lamp));
    }
    (tap, source)
}

fn add_chain(
    net: &mut Drawing,
    chain: &Chain,
    sizes: &Sizes,
    source: NodeId,
    situation: &Situation,
) -> BuiltCircuit {
    let id = &chain.id.0;
    let mut nodes = vec![source];
    let mut links = Vec::with_capacity(chain.links.len());
    let mut lamps = Vec::new();
    let mut coil = None;
    let last = chain.links.len() - 1;
    for (i, link) in chain.links.iter().enumerate() {
        let from = nodes[i];
        let to = if i == last { NodeId::GROUND } else { net.node(format_args!("{id}_{i}")) };
        let name = format_args!("{id}_{i}");
        let element = match &link.kind {
            LinkKind::Wire(run) => {
                let ohm: f64 = run
                    .stretches
                    .iter()
                    .zip(sizes.stretch_c(i))
                    .map(|(s, c)| sizes.wire.ohm(s.length_m, c))
                    .sum();
                Some(net.add(name, from, to, Device::ohm(ohm)))
            }
            LinkKind::Fuse { .. } => {
                let ohm = sizes.fuse.map_or(1e-5, |f| f.cold_ohm() + HOLDER_OHM);
                Some(net.add(name, from, to, Device::ohm(ohm)))
            }
            LinkKind::Joint { ohm, .. } => {
                Some(net.add(name, from, to, Device::ohm(ohm * situation.joint_factor)))
            }
            LinkKind::Chassis => Some(net.add(name, from, to, Device::ohm(contact::CHASSIS_OHM))),
            LinkKind::Control { ambient_c } => {
                let (element, coil_element) =
                    add_control(net, chain, sizes, (from, to), name, *ambient_c, situation);
                coil = coil_element;
                Some(element)
            }
            LinkKind::Lamps => {
                for (k, lamp) in chain.lamps.iter().enumerate() {
                    let device = lamp.scaled(situation.lamp_factor);
                    lamps.push(
                        (0..lamp.count)
                            .map(|j| net.add(format_args!("{id}_lamp{k}_{j}"), from, to, device))
                            .collect(),
                    );
                }
                None
            }
        };
        links.push(element);
        nodes.push(to);
    }
    BuiltCircuit { nodes, links, lamps, coil, factory_source: None }
}

fn add_control(
    net: &mut Drawing,
    chain: &Chain,
    sizes: &Sizes,
    (from, to): (NodeId, NodeId),
    name: Arguments,
    ambient_c: f64,
    situation: &Situation,
) -> (ElementId, Option<ElementId>) {
    let id = &chain.id.0;
    match &sizes.control {
        ControlChoice::Relay { relay: kind, .. } => {
            let contact = net.add(
                name,
                from,
                to,
                Device::Contact(Contact { closed_ohm: relay::CONTACT_OHM, closed: false }),
            );
            let (sw_in, sw_out) =
                (net.node(format_args!("{id}_sw_in")), net.node(format_args!("{id}_sw_out")));
            let (c86, c85) = (net.node(format_args!("{id}_86")), net.node(format_args!("{id}_85")));
            let lead = |n: f64| sizes.coil_wire.ohm(chain.switch_lead_m * n, ambient_c);
            net.add(format_args!("{id}_coil_feed"), from, sw_in, Device::ohm(lead(1.0)));
            net.add(
                format_args!("{id}_switch"),
                sw_in,
                sw_out,
                Device::Contact(Contact { closed_ohm: switch::CLOSED_OHM, closed: situation.on }),
            );
            net.add(format_args!("{id}_coil_wire"), sw_out, c86, Device::ohm(lead(1.0)));
            let coil = net.add(format_args!("{id}_coil"), c86, c85, Device::ohm(kind.coil_ohm));
            net.add(
                format_args!("{id}_coil_ground"),
                c85,
                NodeId::GROUND,
                Device::ohm(contact::STUD_OHM + contact::CHASSIS_OHM),
            );
            net.add_relay(Relay {
                name: format!("{} relay", chain.name),
                coil,
                pull_in_v: kind.pull_in_v,
                drop_out_v: kind.drop_out_v,
                contacts: vec![RelayContact { element: contact, throw: Throw::NormallyOpen }],
            });
            (contact, Some(coil))
        }
        ControlChoice::Switch { .. } | ControlChoice::Source => {
            let closed = Contact { closed_ohm: switch::CLOSED_OHM, closed: situation.on };
            (net.add(name, from, to, Device::Contact(closed)), None)
        }
    }
}
