//! A network made ready for the search: unknowns, matrix pattern, where each element's slope goes.

use super::conditions::{name_opens, name_shorts};
use super::solution::{Condition, Solution};
use super::ties::{SourceGroups, islands, source_currents};
use crate::devices::{Contact, Device};
use crate::network::{Element, Network, NetworkError, NodeId};
use crate::sparse::{Factor, Pattern, Slot};

/// Where one element's slope goes in the matrix.
#[derive(Debug, Clone, Copy)]
pub(super) struct Stamp {
    pub(super) element: u32,
    /// Fixed part of the voltage across it, V.
    pub(super) offset_v: f64,
    pub(super) from: Option<u32>,
    pub(super) to: Option<u32>,
    pub(super) on_from: Option<Slot>,
    pub(super) on_to: Option<Slot>,
    pub(super) between: Option<Slot>,
}

/// What makes two networks alike to the solver: where each element lies, and ideal voltages.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Topology {
    from: NodeId,
    to: NodeId,
    is_straight: bool,
    source_v: Option<f64>,
}

impl Topology {
    fn of(element: &Element) -> Topology {
        let source_v = match element.device {
            Device::VoltageSource { volt_v } => Some(volt_v),
            _ => None,
        };
        let is_straight = is_straight(&element.device);
        Topology { from: element.from, to: element.to, is_straight, source_v }
    }
}

/// The shape of a network: all that stays the same while the figures of its devices change.
///
/// Unknowns are numbered in the order of elimination: first the inner ones, where only straight
/// devices (wires, contacts) meet, then the outer ones, where a lamp or source sits. The inner ones
/// follow from the outer ones by a straight rule, so they are eliminated once for a set of contacts
/// and Newton moves the outer ones alone.
#[derive(Debug)]
pub(super) struct Shape {
    places: Vec<Topology>,
    /// Unknown of each node; none for nodes tied to the reference by ideal sources.
    pub(super) unknown: Vec<Option<u32>>,
    /// Fixed offset of each node against its unknown or the reference, V.
    pub(super) offset_v: Vec<f64>,
    /// Stamps of straight devices.
    straight: Vec<Stamp>,
    /// Stamps of lamps, sources and diodes.
    pub(super) bent: Vec<Stamp>,
    /// Number of inner unknowns.
    inner: usize,
    /// Unknowns pinned because their island does not reach the reference.
    pinned: Vec<u32>,
    floating: Vec<NodeId>,
    pub(super) pattern: Pattern,
}

/// The straight part of a network with its contacts set, inner unknowns eliminated.
pub(super) struct Base {
    factor: Factor,
    /// Currents of the straight devices at zero volts, carried through the elimination, A.
    rhs: Vec<f64>,
}

fn is_straight(device: &Device) -> bool {
    matches!(device, Device::Resistor(_) | Device::Contact(_))
}

/// A network made ready.
pub(super) struct Workspace<'n> {
    pub(super) net: &'n Network,
    pub(super) shape: &'n Shape,
}

impl Shape {
    /// True when `net` has this shape.
    pub(super) fn fits(&self, net: &Network) -> bool {
        self.unknown.len() == net.node_names().len()
            && self.places.len() == net.elements().len()
            && self.places.iter().zip(net.elements()).all(|(p, e)| *p == Topology::of(e))
    }

    fn has_ideal_source(&self) -> bool {
        self.places.iter().any(|p| p.source_v.is_some())
    }

    pub(super) fn new(net: &Network) -> Result<Self, NetworkError> {
        let groups = SourceGroups::new(net)?;
        let mut unknown = vec![None; net.node_names().len()];
        let mut by_root: Vec<Option<u32>> = vec![None; unknown.len()];
        let mut n = 0;
        for (node, unknown) in unknown.iter_mut().enumerate() {
            let root = groups.root[node];
            if root == groups.root[0] {
                continue;
            }
            *unknown = Some(*by_root[root as usize].get_or_insert_with(|| {
                n += 1;
                n - 1
            }));
        }
        let n = n as usize;
        let ground_offset = groups.offset_v[0];
        let offset_v: Vec<f64> = (0..unknown.len())
            .map(|node| {
                groups.offset_v[node] - if unknown[node].is_none() { ground_offset } else { 0.0 }
            })
            .collect();

        let mut ends = Vec::new();
        let mut pairs = Vec::new();
        let mut late = vec![false; n];
        for (id, element) in net.iter() {
            if matches!(element.device, Device::VoltageSource { .. }) {
                continue;
            }
            let (from, to) = (unknown[element.from.index()], unknown[element.to.index()]);
            if let (Some(a), Some(b)) = (from, to)
                && a != b
            {
                pairs.push((a, b));
            }
            if !is_straight(&element.device) {
                [from, to].into_iter().flatten().for_each(|u| late[u as usize] = true);
            }
            ends.push((id.0, from, to));
        }
        let (pinned, floating_unknowns) = islands(n, &ends);
        let floating = (0..unknown.len())
            .filter(|&node| unknown[node].is_some_and(|u: u32| floating_unknowns[u as usize]))
            .map(|node| NodeId(node as u32))
            .collect();
        let (pattern, position) = Pattern::new(&pairs, &late);
        let at = |u: u32| position[u as usize];
        unknown.iter_mut().for_each(|u| *u = u.map(at));
        let (mut straight, mut bent) = (Vec::new(), Vec::new());
        for (element, from, to) in ends {
            let (from, to) = (from.map(at), to.map(at));
            let both = from.is_some() && from == to;
            let e = &net.elements()[element as usize];
            let stamp = Stamp {
                element,
                offset_v: offset_v[e.from.index()] - offset_v[e.to.index()],
                from,
                to,
                on_from: from.filter(|_| !both).map(|u| pattern.slot(u, u)),
                on_to: to.filter(|_| !both).map(|u| pattern.slot(u, u)),
                between: match (from, to) {
                    (Some(a), Some(b)) if a != b => Some(pattern.slot(a, b)),
                    _ => None,
                },
            };
            if is_straight(&e.device) { straight.push(stamp) } else { bent.push(stamp) }
        }
        Ok(Shape {
            places: net.elements().iter().map(Topology::of).collect(),
            unknown,
            offset_v,
            straight,
            bent,
            inner: pattern.inner(),
            pinned: pinned.into_iter().map(at).collect(),
            floating,
            pattern,
        })
    }

    /// The outer unknowns, which Newton moves.
    pub(super) fn outer(&self) -> std::ops::Range<usize> {
        self.inner..self.pattern.len()
    }
}

impl Workspace<'_> {
    fn device(&self, element: usize, closed: &[bool]) -> Device {
        match self.net.elements()[element].device {
            Device::Contact(c) => Device::Contact(Contact { closed: closed[element], ..c }),
            other => other,
        }
    }

    /// Voltage across an element between outer unknowns, V.
    pub(super) fn across_v(&self, stamp: &Stamp, x: &[f64]) -> f64 {
        let at = |unknown: Option<u32>| unknown.map_or(0.0, |u| x[u as usize]);
        stamp.offset_v + at(stamp.from) - at(stamp.to)
    }

    /// The straight part with these contacts.
    pub(super) fn base(&self, closed: &[bool]) -> Base {
        let pattern = &self.shape.pattern;
        let mut factor = Factor::new(pattern);
        let mut rhs = vec![0.0; pattern.len()];
        for stamp in &self.shape.straight {
            let slope_s = self.device(stamp.element as usize, closed).flow(0.0).slope_s;
            self.put(stamp, slope_s, slope_s * stamp.offset_v, &mut factor, &mut rhs);
        }
        for &u in &self.shape.pinned {
            factor.add(pattern.slot(u, u), 1.0);
        }
        // Conductances alone are always positive definite.
        factor.eliminate(pattern, 0..self.shape.inner);
        factor.forward(pattern, 0..self.shape.inner, &mut rhs);
        Base { factor, rhs }
    }

    /// Fills matrix and right-hand side (minus the current error) of the outer unknowns at `x`.
    pub(super) fn assemble(
        &self,
        base: &Base,
        devices: &[Device],
        x: &[f64],
        factor: &mut Factor,
        rhs: &mut [f64],
    ) {
        let outer = self.shape.outer();
        factor.copy_from(&base.factor, &self.shape.pattern, outer.start);
        rhs[outer.clone()].copy_from_slice(&base.rhs[outer.clone()]);
        base.factor.take_product(&self.shape.pattern, outer, x, rhs);
        for (stamp, device) in self.shape.bent.iter().zip(devices) {
            let flow = device.flow(self.across_v(stamp, x));
            self.put(stamp, flow.slope_s, flow.current_a, factor, rhs);
        }
    }

    pub(super) fn put(
        &self,
        stamp: &Stamp,
        slope_s: f64,
        current_a: f64,
        factor: &mut Factor,
        rhs: &mut [f64],
    ) {
        if let Some(slot) = stamp.on_from {
            factor.add(slot, slope_s);
        }
        if let Some(slot) = stamp.on_to {
            factor.add(slot, slope_s);
        }
        if let Some(slot) = stamp.between {
            factor.add(slot, -slope_s);
        }
        if let Some(u) = stamp.from {
            rhs[u as usize] -= current_a;
        }
        if let Some(u) = stamp.to {
            rhs[u as usize] += current_a;
        }
    }

    /// Lamps, sources and diodes.
    pub(super) fn devices(&self) -> Vec<Device> {
        let elements = self.net.elements();
        self.shape.bent.iter().map(|s| elements[s.element as usize].device).collect()
    }

    /// Sources on, lamps off: the point above which no solution lies.
    pub(super) fn start(&self, base: &Base, devices: &[Device]) -> Vec<f64> {
        let (pattern, outer) = (&self.shape.pattern, self.shape.outer());
        let mut factor = base.factor.clone();
        let mut rhs = base.rhs.clone();
        for (stamp, device) in self.shape.bent.iter().zip(devices) {
            let (slope_s, at_zero_a) = device.start_line();
            let current_a = at_zero_a + slope_s * stamp.offset_v;
            self.put(stamp, slope_s, current_a, &mut factor, &mut rhs);
        }
        if !factor.eliminate(pattern, outer.clone()) {
            return vec![0.0; pattern.len()];
        }
        factor.forward(pattern, outer.clone(), &mut rhs);
        factor.backward(pattern, outer, &mut rhs);
        rhs
    }

    /// Adds the inner unknowns to a point of the outer ones, and gives the voltage of every node.
    pub(super) fn node_voltages(&self, base: &Base, mut x: Vec<f64>) -> Vec<f64> {
        let inner = 0..self.shape.inner;
        x[inner.clone()].copy_from_slice(&base.rhs[inner.clone()]);
        base.factor.backward(&self.shape.pattern, inner, &mut x);
        self.shape
            .unknown
            .iter()
            .zip(&self.shape.offset_v)
            .map(|(unknown, offset)| offset + unknown.map_or(0.0, |u| x[u as usize]))
            .collect()
    }

    /// Currents of all elements at a point, A.
    pub(super) fn element_currents(&self, node_v: &[f64], closed: &[bool]) -> Vec<f64> {
        let mut element_a: Vec<f64> = self
            .net
            .elements()
            .iter()
            .enumerate()
            .map(|(i, e)| {
                let v = node_v[e.from.index()] - node_v[e.to.index()];
                self.device(i, closed).flow(v).current_a
            })
            .collect();
        if self.shape.has_ideal_source() {
            source_currents(self.net, &mut element_a);
        }
        element_a
    }

    /// Names what the point is.
    pub(super) fn conditions(&self, solution: &mut Solution) {
        let conditions = &mut solution.conditions;
        conditions.extend(self.shape.floating.iter().map(|&node| Condition::Floating { node }));
        self.name_lamps(&solution.node_v, &solution.closed, conditions, &mut solution.steps);
        name_shorts(self.net, &solution.node_v, &solution.element_a, conditions);
        name_opens(self.net, &solution.closed, conditions);
    }

    pub(super) fn unknowns_of(&self, node_v: &[f64]) -> Vec<f64> {
        let mut x = vec![0.0; self.shape.pattern.len()];
        for (node, unknown) in self.shape.unknown.iter().enumerate() {
            if let Some(u) = unknown {
                x[*u as usize] = node_v[node] - self.shape.offset_v[node];
            }
        }
        x
    }
}
