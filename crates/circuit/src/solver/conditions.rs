//! Naming what a point is: collapsed or latching lamps, shorts, open circuits.

use super::descent::COLD_STEP_V;
use super::solution::Condition;
use super::ties::Sets;
use super::workspace::{Base, Stamp, Workspace};
use crate::devices::{Device, LAMP_LEAK_OHM, RegulatedLed};
use crate::network::{ElementId, Network};
use crate::sparse::Factor;

impl Workspace<'_> {
    /// Names collapsed lamps, and lamps that a cold start would leave dim.
    pub(super) fn name_lamps(
        &self,
        node_v: &[f64],
        closed: &[bool],
        conditions: &mut Vec<Condition>,
        steps: &mut usize,
    ) {
        let x: Vec<f64> = self.unknowns_of(node_v);
        let mut dimmed = Vec::new();
        let mut may_latch = false;
        for (i, stamp) in self.shape.bent.iter().enumerate() {
            let Device::RegulatedLed(lamp) = self.net.elements()[stamp.element as usize].device
            else {
                continue;
            };
            let v = self.across_v(stamp, &x);
            if v < lamp.cut_in_v {
                dimmed.push((i, lamp));
            } else {
                // Below half of what the lamp would see unloaded a second rest point can exist.
                may_latch |= lamp.cut_in_v < 0.6 * v;
            }
        }
        if dimmed.is_empty() && !may_latch {
            return;
        }
        let base = self.base(closed);
        let devices = self.devices();
        if !dimmed.is_empty() {
            self.name_collapses(&base, &devices, &x, &dimmed, conditions);
        }
        if may_latch {
            self.name_latches(&base, &devices, &x, conditions, steps);
        }
    }

    /// A dimmed lamp has collapsed when the line, with the dimmed lamps taken off, would give it
    /// more than its cut-in voltage but cannot carry their powers: V² < 4·Σ R·P, where R couples
    /// each of them to this one. For a single lamp that is V² < 4·R·P.
    pub(super) fn name_collapses(
        &self,
        base: &Base,
        devices: &[Device],
        x: &[f64],
        dimmed: &[(usize, RegulatedLed)],
        conditions: &mut Vec<Condition>,
    ) {
        let mut bare = devices.to_vec();
        for (i, _) in dimmed {
            bare[*i] = Device::ohm(LAMP_LEAK_OHM);
        }
        let (pattern, outer) = (&self.shape.pattern, self.shape.outer());
        let mut factor = Factor::new(pattern);
        let mut rhs = vec![0.0; x.len()];
        self.assemble(base, &bare, x, &mut factor, &mut rhs);
        if !factor.eliminate(pattern, outer.clone()) {
            return;
        }
        let across = |stamp: &Stamp, v: &[f64]| {
            stamp.from.map_or(0.0, |u| v[u as usize]) - stamp.to.map_or(0.0, |u| v[u as usize])
        };
        for (i, lamp) in dimmed {
            let stamp = &self.shape.bent[*i];
            let mut unit = vec![0.0; x.len()];
            if let Some(u) = stamp.from {
                unit[u as usize] += 1.0;
            }
            if let Some(u) = stamp.to {
                unit[u as usize] -= 1.0;
            }
            factor.forward(pattern, outer.clone(), &mut unit);
            factor.backward(pattern, outer.clone(), &mut unit);
            let own_ohm = across(stamp, &unit);
            let mut unloaded_v = self.across_v(stamp, x);
            let mut wanted_vv = 0.0;
            for (j, other) in dimmed {
                let coupling_ohm = across(&self.shape.bent[*j], &unit);
                let v = self.across_v(&self.shape.bent[*j], x);
                unloaded_v += coupling_ohm * devices[*j].flow(v).current_a;
                wanted_vv += coupling_ohm * other.power_w;
            }
            if unloaded_v > lamp.cut_in_v && unloaded_v * unloaded_v < 4.0 * wanted_vv {
                conditions.push(Condition::Collapse {
                    element: ElementId(stamp.element),
                    available_w: unloaded_v * unloaded_v / (4.0 * own_ohm),
                    wanted_w: wanted_vv / own_ohm,
                });
            }
        }
    }

    pub(super) fn name_latches(
        &self,
        base: &Base,
        devices: &[Device],
        high: &[f64],
        conditions: &mut Vec<Condition>,
        steps: &mut usize,
    ) {
        let cold = vec![0.0; high.len()];
        let Ok(low) = self.descend(base, devices, cold, COLD_STEP_V, steps) else { return };
        for (stamp, device) in self.shape.bent.iter().zip(devices) {
            let Device::RegulatedLed(lamp) = device else { continue };
            let (low_v, high_v) = (self.across_v(stamp, &low), self.across_v(stamp, high));
            if high_v >= lamp.cut_in_v && low_v < lamp.cut_in_v - 0.05 {
                conditions
                    .push(Condition::ColdStartLatch { element: ElementId(stamp.element), low_v });
            }
        }
    }
}

pub(super) fn name_shorts(
    net: &Network,
    node_v: &[f64],
    element_a: &[f64],
    out: &mut Vec<Condition>,
) {
    for (id, e) in net.iter() {
        let Device::Battery(battery) = e.device else { continue };
        let v = node_v[e.from.index()] - node_v[e.to.index()];
        if v < 0.5 * battery.open_circuit_v {
            out.push(Condition::Short { element: id, current_a: -element_a[id.index()] });
        }
    }
}

/// Lamps that no closed path joins to a source on either side.
pub(super) fn name_opens(net: &Network, closed: &[bool], out: &mut Vec<Condition>) {
    let n = net.node_names().len();
    let mut sets = Sets::new(n);
    for (id, e) in net.iter() {
        let conducts = match e.device {
            Device::Contact(_) => closed[id.index()],
            Device::Diode(_) => true,
            ref d => !d.is_lamp(),
        };
        if conducts {
            sets.join(e.from.index(), e.to.index());
        }
    }
    let mut live = vec![false; n];
    for e in net.elements().iter().filter(|e| e.device.is_source()) {
        let root = sets.find(e.from.index());
        live[root] = true;
    }
    for (id, e) in net.iter().filter(|(_, e)| e.device.is_lamp()) {
        if !live[sets.find(e.from.index())] || !live[sets.find(e.to.index())] {
            out.push(Condition::Open { element: id });
        }
    }
}
