//! A network made ready for the search: unknowns, matrix pattern, where each element's slope goes.

use super::conditions::{name_opens, name_shorts};
use super::solution::{Condition, Solution};
use super::ties::{SourceGroups, islands, source_currents};
use crate::circuit::devices::{Contact, Device};
use crate::circuit::network::{Network, NetworkError, NodeId};
use crate::circuit::sparse::{Factor, Pattern, Slot};

/// Where one element's slope goes in the matrix.
#[derive(Debug, Clone, Copy)]
pub(super) struct Stamp {
    pub(super) element: u32,
    pub(super) from: Option<u32>,
    pub(super) to: Option<u32>,
    pub(super) on_from: Option<Slot>,
    pub(super) on_to: Option<Slot>,
    pub(super) between: Option<Slot>,
}

/// A network made ready: unknowns, pattern, stamps.
pub(super) struct Workspace<'n> {
    pub(super) net: &'n Network,
    /// Unknown of each node; none for nodes tied to the reference by ideal sources.
    pub(super) unknown: Vec<Option<u32>>,
    /// Fixed offset of each node against its unknown or the reference, V.
    pub(super) offset_v: Vec<f64>,
    pub(super) stamps: Vec<Stamp>,
    /// Unknowns pinned because their island does not reach the reference.
    pub(super) pinned: Vec<u32>,
    pub(super) floating: Vec<NodeId>,
    pub(super) pattern: Pattern,
}

impl<'n> Workspace<'n> {
    pub(super) fn new(net: &'n Network) -> Result<Self, NetworkError> {
        let groups = SourceGroups::new(net)?;
        let mut unknown = vec![None; net.node_names().len()];
        let mut by_root: std::collections::HashMap<u32, u32> = Default::default();
        for (node, unknown) in unknown.iter_mut().enumerate() {
            let root = groups.root[node];
            if root == groups.root[0] {
                continue;
            }
            let next = by_root.len() as u32;
            *unknown = Some(*by_root.entry(root).or_insert(next));
        }
        let n = by_root.len();
        let ground_offset = groups.offset_v[0];
        let offset_v: Vec<f64> = (0..unknown.len())
            .map(|node| {
                groups.offset_v[node] - if unknown[node].is_none() { ground_offset } else { 0.0 }
            })
            .collect();

        let mut ends = Vec::new();
        let mut pairs = Vec::new();
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
            ends.push((id.0, from, to));
        }
        let (pinned, floating_unknowns) = islands(n, &ends);
        let floating = (0..unknown.len())
            .filter(|&node| unknown[node].is_some_and(|u| floating_unknowns[u as usize]))
            .map(|node| NodeId(node as u32))
            .collect();
        let pattern = Pattern::new(n, &pairs);
        let stamps = ends
            .into_iter()
            .map(|(element, from, to)| {
                let both = from.is_some() && from == to;
                Stamp {
                    element,
                    from,
                    to,
                    on_from: from.filter(|_| !both).map(|u| pattern.slot(u, u)),
                    on_to: to.filter(|_| !both).map(|u| pattern.slot(u, u)),
                    between: match (from, to) {
                        (Some(a), Some(b)) if a != b => Some(pattern.slot(a, b)),
                        _ => None,
                    },
                }
            })
            .collect();
        Ok(Workspace { net, unknown, offset_v, stamps, pinned, floating, pattern })
    }

    pub(super) fn device(&self, stamp: &Stamp, closed: &[bool]) -> Device {
        let device = self.net.elements()[stamp.element as usize].device;
        match device {
            Device::Contact(c) => {
                Device::Contact(Contact { closed: closed[stamp.element as usize], ..c })
            }
            other => other,
        }
    }

    pub(super) fn across_v(&self, stamp: &Stamp, x: &[f64]) -> f64 {
        let e = &self.net.elements()[stamp.element as usize];
        let at = |node: NodeId, unknown: Option<u32>| {
            self.offset_v[node.index()] + unknown.map_or(0.0, |u| x[u as usize])
        };
        at(e.from, stamp.from) - at(e.to, stamp.to)
    }

    /// Fills matrix and right-hand side (minus the current error) at `x`; returns the largest
    /// error relative to the currents that meet there.
    pub(super) fn assemble(
        &self,
        devices: &[Device],
        x: &[f64],
        factor: &mut Factor,
        rhs: &mut [f64],
    ) -> f64 {
        factor.clear();
        rhs.fill(0.0);
        let mut scale = vec![1e-9; rhs.len()];
        for (stamp, device) in self.stamps.iter().zip(devices) {
            let v = self.across_v(stamp, x);
            let flow = device.flow(v);
            self.put(stamp, flow.slope_s, flow.current_a, factor, rhs);
            let size = flow.current_a.abs();
            if let Some(u) = stamp.from {
                scale[u as usize] += size;
            }
            if let Some(u) = stamp.to {
                scale[u as usize] += size;
            }
        }
        for &u in &self.pinned {
            factor.add(self.pattern.slot(u, u), 1.0);
            rhs[u as usize] -= x[u as usize];
        }
        rhs.iter().zip(&scale).map(|(r, s)| r.abs() / s).fold(0.0, f64::max)
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

    pub(super) fn devices(&self, closed: &[bool]) -> Vec<Device> {
        self.stamps.iter().map(|s| self.device(s, closed)).collect()
    }

    /// Sources on, lamps off: the point above which no solution lies.
    pub(super) fn start(&self, devices: &[Device]) -> Vec<f64> {
        let n = self.pattern.len();
        let mut factor = Factor::new(&self.pattern);
        let mut rhs = vec![0.0; n];
        let zero = vec![0.0; n];
        for (stamp, device) in self.stamps.iter().zip(devices) {
            let (slope_s, at_zero_a) = device.start_line();
            let current_a = at_zero_a + slope_s * self.across_v(stamp, &zero);
            self.put(stamp, slope_s, current_a, &mut factor, &mut rhs);
        }
        for &u in &self.pinned {
            factor.add(self.pattern.slot(u, u), 1.0);
        }
        if factor.factor(&self.pattern) {
            factor.solve(&self.pattern, &mut rhs);
            rhs
        } else {
            zero
        }
    }

    pub(super) fn node_voltages(&self, x: &[f64]) -> Vec<f64> {
        self.unknown
            .iter()
            .zip(&self.offset_v)
            .map(|(unknown, offset)| offset + unknown.map_or(0.0, |u| x[u as usize]))
            .collect()
    }

    /// Minus the current error at `x`, without the matrix.
    pub(super) fn error_at(&self, devices: &[Device], x: &[f64], rhs: &mut [f64]) {
        rhs.fill(0.0);
        for (stamp, device) in self.stamps.iter().zip(devices) {
            let current_a = device.flow(self.across_v(stamp, x)).current_a;
            if let Some(u) = stamp.from {
                rhs[u as usize] -= current_a;
            }
            if let Some(u) = stamp.to {
                rhs[u as usize] += current_a;
            }
        }
        for &u in &self.pinned {
            rhs[u as usize] -= x[u as usize];
        }
    }

    pub(super) fn finish(
        &self,
        node_v: Vec<f64>,
        closed: Vec<bool>,
        energised: Vec<bool>,
        mut steps: usize,
    ) -> Solution {
        let net = self.net;
        let mut element_a = vec![0.0; net.elements().len()];
        for stamp in &self.stamps {
            let e = &net.elements()[stamp.element as usize];
            let v = node_v[e.from.index()] - node_v[e.to.index()];
            element_a[stamp.element as usize] = self.device(stamp, &closed).flow(v).current_a;
        }
        source_currents(net, &mut element_a);
        let mut conditions: Vec<Condition> =
            self.floating.iter().map(|&node| Condition::Floating { node }).collect();
        self.name_lamps(&node_v, &closed, &mut conditions, &mut steps);
        name_shorts(net, &node_v, &element_a, &mut conditions);
        name_opens(net, &closed, &mut conditions);
        Solution { node_v, element_a, closed, energised, conditions, steps }
    }

    pub(super) fn unknowns_of(&self, node_v: &[f64]) -> Vec<f64> {
        let mut x = vec![0.0; self.pattern.len()];
        for (node, unknown) in self.unknown.iter().enumerate() {
            if let Some(u) = unknown {
                x[*u as usize] = node_v[node] - self.offset_v[node];
            }
        }
        x
    }
}
