//! Steady operating point of a network.
//!
//! Nodal analysis with Newton steps. Ideal voltage sources are not extra unknowns: the nodes they
//! tie together move as one with fixed offsets, so the matrix stays symmetric. If every lamp had a
//! small capacitor, the point would be stable exactly where that matrix is positive definite; the
//! factorisation tells. Newton starts from "sources on, lamps off" and falls to the highest stable
//! point; where there is none (a line that is too weak for its lamp) the same descent goes on to the
//! dimmed one.

use super::devices::{Contact, Device, LAMP_LEAK_OHM, RegulatedLed};
use super::network::{ElementId, Network, NetworkError, NodeId, Relay, Throw};
use super::sparse::{Factor, Pattern, Slot};

/// Something the solver found that has a name.
#[derive(Debug, Clone, PartialEq)]
pub enum Condition {
    /// The line cannot carry the full power of its lamps: V² < 4·R·P.
    Collapse {
        /// The lamp.
        element: ElementId,
        /// Most power the line could put into any load there, W.
        available_w: f64,
        /// Power that this lamp and its dimmed neighbours on the line want there, W.
        wanted_w: f64,
    },
    /// A second, lower stable point exists: a lamp switched on from cold may stay dim.
    ColdStartLatch {
        /// The lamp.
        element: ElementId,
        /// Voltage across it at the lower point, V.
        low_v: f64,
    },
    /// A source is pulled below half its open voltage.
    Short {
        /// The source.
        element: ElementId,
        /// Current it delivers, A.
        current_a: f64,
    },
    /// A lamp with no closed path to any source.
    Open {
        /// The lamp.
        element: ElementId,
    },
    /// A node without any path to the reference; its voltage has no meaning.
    Floating {
        /// The node.
        node: NodeId,
    },
    /// A relay that opens its own coil circuit and closes it again, without end.
    Buzzer {
        /// Index of the relay in [`Network::relays`].
        relay: usize,
    },
}

/// Why no answer could be given.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum SolveError {
    /// The network itself is not sound.
    #[error(transparent)]
    Network(#[from] NetworkError),
    /// Neither method came to rest.
    #[error("no steady state found after {steps} steps; largest current error {residual_a:.3e} A")]
    NoRest {
        /// Steps taken.
        steps: usize,
        /// Largest violation of Kirchhoff's current law, A.
        residual_a: f64,
    },
}

/// A solved network.
#[derive(Debug, Clone)]
pub struct Solution {
    node_v: Vec<f64>,
    element_a: Vec<f64>,
    closed: Vec<bool>,
    energised: Vec<bool>,
    /// What the solver noticed.
    pub conditions: Vec<Condition>,
    /// Newton and continuation steps taken in all.
    pub steps: usize,
}

impl Solution {
    /// Voltage of a node against the reference, V.
    pub fn node_v(&self, node: NodeId) -> f64 {
        self.node_v[node.index()]
    }

    /// Current through an element from its first to its second node, A.
    pub fn current_a(&self, element: ElementId) -> f64 {
        self.element_a[element.index()]
    }

    /// Voltage across an element, first node against second, V.
    pub fn across_v(&self, net: &Network, element: ElementId) -> f64 {
        let e = net.element(element);
        self.node_v(e.from) - self.node_v(e.to)
    }

    /// Power taken by an element (negative: delivered), W.
    pub fn power_w(&self, net: &Network, element: ElementId) -> f64 {
        self.across_v(net, element) * self.current_a(element)
    }

    /// State of a contact in this solution.
    pub fn is_closed(&self, element: ElementId) -> bool {
        self.closed[element.index()]
    }

    /// Whether the relay's coil is energised.
    pub fn is_energised(&self, relay: usize) -> bool {
        self.energised[relay]
    }

    /// The collapse or other condition named for this element, if any.
    pub fn condition_of(&self, element: ElementId) -> Option<&Condition> {
        self.conditions.iter().find(|c| match c {
            Condition::Collapse { element: e, .. }
            | Condition::ColdStartLatch { element: e, .. }
            | Condition::Short { element: e, .. }
            | Condition::Open { element: e } => *e == element,
            Condition::Floating { .. } | Condition::Buzzer { .. } => false,
        })
    }
}

/// Solves a network, relays included.
///
/// # Errors
/// [`SolveError`] when the network is unsound or has no steady state that could be found.
pub fn solve(net: &Network) -> Result<Solution, SolveError> {
    net.check()?;
    let work = Workspace::new(net)?;
    let mut closed: Vec<bool> = net
        .elements()
        .iter()
        .map(|e| matches!(e.device, Device::Contact(Contact { closed: true, .. })))
        .collect();
    let mut energised = vec![false; net.relays().len()];
    apply_relays(net.relays(), &energised, &mut closed);
    let mut steps = 0;
    let mut seen: Vec<Vec<bool>> = Vec::new();
    let mut buzzing = Vec::new();
    let mut point = work.settle(&closed, &mut steps)?;
    while !net.relays().is_empty() {
        seen.push(energised.clone());
        let next: Vec<bool> = net
            .relays()
            .iter()
            .zip(&energised)
            .map(|(relay, &on)| {
                let coil = net.element(relay.coil);
                let v = (point[coil.from.index()] - point[coil.to.index()]).abs();
                if on { v >= relay.drop_out_v } else { v >= relay.pull_in_v }
            })
            .collect();
        if next == energised {
            break;
        }
        if seen.contains(&next) {
            buzzing = (0..next.len()).filter(|&r| next[r] != energised[r]).collect();
            break;
        }
        energised = next;
        apply_relays(net.relays(), &energised, &mut closed);
        point = work.settle(&closed, &mut steps)?;
    }
    let mut solution = work.finish(point, closed, energised, steps);
    solution.conditions.extend(buzzing.into_iter().map(|relay| Condition::Buzzer { relay }));
    Ok(solution)
}

fn apply_relays(relays: &[Relay], energised: &[bool], closed: &mut [bool]) {
    for (relay, &on) in relays.iter().zip(energised) {
        for contact in &relay.contacts {
            closed[contact.element.index()] = on == (contact.throw == Throw::NormallyOpen);
        }
    }
}

/// Where one element's slope goes in the matrix.
#[derive(Debug, Clone, Copy)]
struct Stamp {
    element: u32,
    from: Option<u32>,
    to: Option<u32>,
    on_from: Option<Slot>,
    on_to: Option<Slot>,
    between: Option<Slot>,
}

/// A network made ready: unknowns, pattern, stamps.
struct Workspace<'n> {
    net: &'n Network,
    /// Unknown of each node; none for nodes tied to the reference by ideal sources.
    unknown: Vec<Option<u32>>,
    /// Fixed offset of each node against its unknown or the reference, V.
    offset_v: Vec<f64>,
    stamps: Vec<Stamp>,
    /// Unknowns pinned because their island does not reach the reference.
    pinned: Vec<u32>,
    floating: Vec<NodeId>,
    pattern: Pattern,
}

/// Most steps until the search gives up.
const MOST_STEPS: usize = 2000;
/// Longest step of a free search: none that a first guess needs is longer.
const FREE_STEP_V: f64 = 100.0;
/// Longest step of a search that must not jump over a hollow.
const COLD_STEP_V: f64 = 0.1;
/// Below this a step is not looked at along its way: rounding would decide.
const SURE_STEP_V: f64 = 1e-6;
/// Steps below this mean rest.
const REST_V: f64 = 1e-9;
/// Smallest conductance added to an indefinite matrix, S.
const LEAST_ADDED_S: f64 = 1e-3;

impl<'n> Workspace<'n> {
    fn new(net: &'n Network) -> Result<Self, NetworkError> {
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

    fn device(&self, stamp: &Stamp, closed: &[bool]) -> Device {
        let device = self.net.elements()[stamp.element as usize].device;
        match device {
            Device::Contact(c) => {
                Device::Contact(Contact { closed: closed[stamp.element as usize], ..c })
            }
            other => other,
        }
    }

    fn across_v(&self, stamp: &Stamp, x: &[f64]) -> f64 {
        let e = &self.net.elements()[stamp.element as usize];
        let at = |node: NodeId, unknown: Option<u32>| {
            self.offset_v[node.index()] + unknown.map_or(0.0, |u| x[u as usize])
        };
        at(e.from, stamp.from) - at(e.to, stamp.to)
    }

    /// Fills matrix and right-hand side (minus the current error) at `x`; returns the largest
    /// error relative to the currents that meet there.
    fn assemble(&self, devices: &[Device], x: &[f64], factor: &mut Factor, rhs: &mut [f64]) -> f64 {
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

    fn put(
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

    fn devices(&self, closed: &[bool]) -> Vec<Device> {
        self.stamps.iter().map(|s| self.device(s, closed)).collect()
    }

    /// Sources on, lamps off: the point above which no solution lies.
    fn start(&self, devices: &[Device]) -> Vec<f64> {
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

    /// Highest stable point with these contacts, as node voltages.
    fn settle(&self, closed: &[bool], steps: &mut usize) -> Result<Vec<f64>, SolveError> {
        let devices = self.devices(closed);
        let x = self.descend(&devices, self.start(&devices), FREE_STEP_V, steps)?;
        Ok(self.node_voltages(&x))
    }

    fn node_voltages(&self, x: &[f64]) -> Vec<f64> {
        self.unknown
            .iter()
            .zip(&self.offset_v)
            .map(|(unknown, offset)| offset + unknown.map_or(0.0, |u| x[u as usize]))
            .collect()
    }

    /// Walks down the circuit's co-content, whose slope is the current error and whose hollows are
    /// the stable points. Newton steps where the matrix is positive definite; elsewhere conductance
    /// is added until it is. A step that would climb the far side is cut back to the hollow.
    fn descend(
        &self,
        devices: &[Device],
        mut x: Vec<f64>,
        longest_v: f64,
        steps: &mut usize,
    ) -> Result<Vec<f64>, SolveError> {
        let n = x.len();
        let mut factor = Factor::new(&self.pattern);
        let mut error_a = vec![0.0; n];
        let mut there_a = vec![0.0; n];
        let mut way = vec![0.0; n];
        let mut there = vec![0.0; n];
        let mut added_s: f64 = 0.0;
        let mut worst = f64::INFINITY;
        for _ in 0..MOST_STEPS {
            *steps += 1;
            worst = self.assemble(devices, &x, &mut factor, &mut error_a);
            if added_s > 0.0 {
                for u in 0..n as u32 {
                    factor.add(self.pattern.slot(u, u), added_s);
                }
            }
            if !factor.factor(&self.pattern) {
                added_s = (added_s * 4.0).max(LEAST_ADDED_S);
                continue;
            }
            way.copy_from_slice(&error_a);
            factor.solve(&self.pattern, &mut way);
            let size = shorten(&mut way, longest_v);
            if !size.is_finite() {
                break;
            }
            let downhill = dot(&error_a, &way);
            let mut part = 1.0;
            if size > SURE_STEP_V {
                let (mut near, mut far) = (0.0, 1.0);
                for _ in 0..40 {
                    along(&x, &way, part, &mut there);
                    self.error_at(devices, &there, &mut there_a);
                    let slope = dot(&there_a, &way);
                    if slope < -0.5 * downhill {
                        far = part;
                    } else if slope > 0.5 * downhill && part < 1.0 {
                        near = part;
                    } else {
                        break;
                    }
                    part = 0.5 * (near + far);
                }
            }
            along(&x, &way, part, &mut there);
            x.copy_from_slice(&there);
            if added_s == 0.0 && size < REST_V {
                // One look at the final point: only a stable one counts.
                self.assemble(devices, &x, &mut factor, &mut error_a);
                if factor.factor(&self.pattern) {
                    return Ok(x);
                }
            }
            added_s = if added_s > LEAST_ADDED_S { added_s * 0.25 } else { 0.0 };
        }
        Err(SolveError::NoRest { steps: *steps, residual_a: worst })
    }

    /// Minus the current error at `x`, without the matrix.
    fn error_at(&self, devices: &[Device], x: &[f64], rhs: &mut [f64]) {
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

    fn finish(
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

    /// Names collapsed lamps, and lamps that a cold start would leave dim.
    fn name_lamps(
        &self,
        node_v: &[f64],
        closed: &[bool],
        conditions: &mut Vec<Condition>,
        steps: &mut usize,
    ) {
        let devices = self.devices(closed);
        let x: Vec<f64> = self.unknowns_of(node_v);
        let mut dimmed = Vec::new();
        let mut may_latch = false;
        for (i, (stamp, device)) in self.stamps.iter().zip(&devices).enumerate() {
            let Device::RegulatedLed(lamp) = device else { continue };
            let v = self.across_v(stamp, &x);
            if v < lamp.cut_in_v {
                dimmed.push((i, *lamp));
            } else {
                // Below half of what the lamp would see unloaded a second rest point can exist.
                may_latch |= lamp.cut_in_v < 0.6 * v;
            }
        }
        if !dimmed.is_empty() {
            self.name_collapses(&devices, &x, &dimmed, conditions);
        }
        if may_latch {
            self.name_latches(&devices, &x, conditions, steps);
        }
    }

    /// A dimmed lamp has collapsed when the line, with the dimmed lamps taken off, would give it
    /// more than its cut-in voltage but cannot carry their powers: V² < 4·Σ R·P, where R couples
    /// each of them to this one. For a single lamp that is V² < 4·R·P.
    fn name_collapses(
        &self,
        devices: &[Device],
        x: &[f64],
        dimmed: &[(usize, RegulatedLed)],
        conditions: &mut Vec<Condition>,
    ) {
        let mut bare = devices.to_vec();
        for (i, _) in dimmed {
            bare[*i] = Device::ohm(LAMP_LEAK_OHM);
        }
        let mut factor = Factor::new(&self.pattern);
        let mut rhs = vec![0.0; x.len()];
        self.assemble(&bare, x, &mut factor, &mut rhs);
        if !factor.factor(&self.pattern) {
            return;
        }
        let across = |stamp: &Stamp, v: &[f64]| {
            stamp.from.map_or(0.0, |u| v[u as usize]) - stamp.to.map_or(0.0, |u| v[u as usize])
        };
        for (i, lamp) in dimmed {
            let stamp = &self.stamps[*i];
            let mut unit = vec![0.0; x.len()];
            if let Some(u) = stamp.from {
                unit[u as usize] += 1.0;
            }
            if let Some(u) = stamp.to {
                unit[u as usize] -= 1.0;
            }
            factor.solve(&self.pattern, &mut unit);
            let own_ohm = across(stamp, &unit);
            let mut unloaded_v = self.across_v(stamp, x);
            let mut wanted_vv = 0.0;
            for (j, other) in dimmed {
                let coupling_ohm = across(&self.stamps[*j], &unit);
                let v = self.across_v(&self.stamps[*j], x);
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

    fn unknowns_of(&self, node_v: &[f64]) -> Vec<f64> {
        let mut x = vec![0.0; self.pattern.len()];
        for (node, unknown) in self.unknown.iter().enumerate() {
            if let Some(u) = unknown {
                x[*u as usize] = node_v[node] - self.offset_v[node];
            }
        }
        x
    }

    fn name_latches(
        &self,
        devices: &[Device],
        high: &[f64],
        conditions: &mut Vec<Condition>,
        steps: &mut usize,
    ) {
        let cold = vec![0.0; high.len()];
        let Ok(low) = self.descend(devices, cold, COLD_STEP_V, steps) else { return };
        for (stamp, device) in self.stamps.iter().zip(devices) {
            let Device::RegulatedLed(lamp) = device else { continue };
            let (low_v, high_v) = (self.across_v(stamp, &low), self.across_v(stamp, high));
            if high_v >= lamp.cut_in_v && low_v < lamp.cut_in_v - 0.05 {
                conditions
                    .push(Condition::ColdStartLatch { element: ElementId(stamp.element), low_v });
            }
        }
    }
}

/// Cuts a step to the longest allowed; returns its size against the voltages' scale of 1 V and up.
fn shorten(way: &mut [f64], longest_v: f64) -> f64 {
    let size =
        way.iter().fold(0.0, |top: f64, s| if s.is_finite() { top.max(s.abs()) } else { f64::NAN });
    if size > longest_v {
        let cut = longest_v / size;
        way.iter_mut().for_each(|s| *s *= cut);
        return longest_v;
    }
    size
}

fn dot(a: &[f64], b: &[f64]) -> f64 {
    a.iter().zip(b).map(|(a, b)| a * b).sum()
}

fn along(x: &[f64], way: &[f64], part: f64, out: &mut [f64]) {
    for ((out, x), way) in out.iter_mut().zip(x).zip(way) {
        *out = x + part * way;
    }
}

/// One pinned unknown for each island that does not reach the reference, and which unknowns float.
fn islands(n: usize, ends: &[(u32, Option<u32>, Option<u32>)]) -> (Vec<u32>, Vec<bool>) {
    let mut sets = Sets::new(n + 1);
    for &(_, from, to) in ends {
        let at = |u: Option<u32>| u.map_or(n, |u| u as usize);
        sets.join(at(from), at(to));
    }
    let ground = sets.find(n);
    let mut pinned = Vec::new();
    let mut roots = std::collections::HashSet::new();
    let mut floating = vec![false; n];
    for (u, float) in floating.iter_mut().enumerate() {
        let root = sets.find(u);
        *float = root != ground;
        if *float && roots.insert(root) {
            pinned.push(u as u32);
        }
    }
    (pinned, floating)
}

/// Sets that can be joined (union by halving paths).
struct Sets {
    parent: Vec<usize>,
}

impl Sets {
    fn new(n: usize) -> Self {
        Sets { parent: (0..n).collect() }
    }

    fn find(&mut self, mut a: usize) -> usize {
        while self.parent[a] != a {
            self.parent[a] = self.parent[self.parent[a]];
            a = self.parent[a];
        }
        a
    }

    fn join(&mut self, a: usize, b: usize) {
        let (a, b) = (self.find(a), self.find(b));
        self.parent[a] = b;
    }
}

/// Nodes tied by ideal sources: a common root and each node's offset from it.
struct SourceGroups {
    root: Vec<u32>,
    offset_v: Vec<f64>,
}

impl SourceGroups {
    fn new(net: &Network) -> Result<Self, NetworkError> {
        let n = net.node_names().len();
        let mut links: Vec<Vec<(usize, f64)>> = vec![Vec::new(); n];
        let mut sets = Sets::new(n);
        for element in net.elements() {
            let Device::VoltageSource { volt_v } = element.device else { continue };
            let (from, to) = (element.from.index(), element.to.index());
            if from == to {
                return Err(NetworkError::SourceShorted { element: element.name.clone() });
            }
            if sets.find(from) == sets.find(to) {
                return Err(NetworkError::SourceLoop { element: element.name.clone() });
            }
            sets.join(from, to);
            links[from].push((to, -volt_v));
            links[to].push((from, volt_v));
        }
        let (mut root, mut offset_v) = (vec![u32::MAX; n], vec![0.0; n]);
        for start in 0..n {
            if root[start] != u32::MAX {
                continue;
            }
            root[start] = start as u32;
            let mut todo = vec![start];
            while let Some(node) = todo.pop() {
                for &(other, step_v) in &links[node] {
                    if root[other] == u32::MAX {
                        root[other] = start as u32;
                        offset_v[other] = offset_v[node] + step_v;
                        todo.push(other);
                    }
                }
            }
        }
        Ok(SourceGroups { root, offset_v })
    }
}

/// Currents of ideal sources from what the other elements leave over, leaf by leaf.
fn source_currents(net: &Network, element_a: &mut [f64]) {
    let n = net.node_names().len();
    let mut out_a = vec![0.0; n];
    let mut open: Vec<Vec<usize>> = vec![Vec::new(); n];
    for (i, e) in net.elements().iter().enumerate() {
        if matches!(e.device, Device::VoltageSource { .. }) {
            open[e.from.index()].push(i);
            open[e.to.index()].push(i);
        } else {
            out_a[e.from.index()] += element_a[i];
            out_a[e.to.index()] -= element_a[i];
        }
    }
    // The reference is never a leaf: it takes whatever is left.
    let mut leaves: Vec<usize> = (1..n).filter(|&node| open[node].len() == 1).collect();
    while let Some(node) = leaves.pop() {
        let Some(&i) = open[node].first() else { continue };
        let e = &net.elements()[i];
        let forward = e.from.index() == node;
        let other = if forward { e.to.index() } else { e.from.index() };
        element_a[i] = if forward { -out_a[node] } else { out_a[node] };
        out_a[other] += out_a[node];
        open[node].clear();
        open[other].retain(|&k| k != i);
        if other != 0 && open[other].len() == 1 {
            leaves.push(other);
        }
    }
}

fn name_shorts(net: &Network, node_v: &[f64], element_a: &[f64], out: &mut Vec<Condition>) {
    for (id, e) in net.iter() {
        let Device::Battery(battery) = e.device else { continue };
        let v = node_v[e.from.index()] - node_v[e.to.index()];
        if v < 0.5 * battery.open_circuit_v {
            out.push(Condition::Short { element: id, current_a: -element_a[id.index()] });
        }
    }
}

/// Lamps that no closed path joins to a source on either side.
fn name_opens(net: &Network, closed: &[bool], out: &mut Vec<Condition>) {
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
