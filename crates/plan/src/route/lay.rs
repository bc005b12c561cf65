//! Lays the wires of every circuit along the skeleton.

use super::branch::{self, Branched, between, branched, drier};
use super::graph::Graph;
use super::path::{path, price_of, prices};
use super::sites::{Sited, sited, taps};
use super::tree::tree;
use crate::fact::{Fact, ToldSection};
use jovek_catalog::joint::BESIDE_M;
use jovek_job::{
    Feed, Job, LampCircuit, Light, Passage, PlugId, ReturnKind, Section, Shop, WayId, Waypoint,
    Zone,
};
use jovek_phrases::route as say;

/// What a wire is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum LaidRole {
    /// To the lamps.
    Supply,
    /// From the lamps back.
    Return,
    /// To the switch and back.
    Coil,
    /// From a signal to the relay.
    Signal,
    /// From lamp to lamp, to keep them in step.
    Sync,
}

impl LaidRole {
    /// True where lamp current warms it.
    pub fn is_loaded(self) -> bool {
        matches!(self, LaidRole::Supply | LaidRole::Return)
    }
}

/// A wire on its ways.
#[derive(Debug, Clone, PartialEq)]
pub struct LaidWire {
    /// Its circuit, by index in the job.
    pub circuit: usize,
    /// What it is for.
    pub role: LaidRole,
    /// Ends, by index of the place.
    pub ends: (usize, usize),
    /// Ways in order.
    pub ways: Vec<usize>,
    /// How many of the same lie side by side: to the switch and back are two.
    pub count: usize,
}

/// A leg of a circuit behind the first branch: a piece of wire with lamps at its end, or further legs.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct LaidLeg {
    /// The leg that it goes on from; none from the branch itself.
    pub parent: Option<usize>,
    /// Its sections.
    pub sections: Vec<ToldSection>,
    /// Lamps at its end, by number within the circuit.
    pub lamps: Vec<usize>,
}

/// The path of one circuit.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Laid {
    /// From source to the lamps, or to the first branch.
    pub supply: Vec<ToldSection>,
    /// From the lamps or the last branch back.
    pub back: Vec<ToldSection>,
    /// From relay to switch, one way, m.
    pub switch_lead_m: Option<f64>,
    /// From the farthest signal to the relay, m.
    pub signal_lead_m: Option<f64>,
    /// Legs of the supply; none where all lamps sit at one place.
    pub legs: Vec<LaidLeg>,
    /// Legs of the return.
    pub back_legs: Vec<LaidLeg>,
    /// Legs of the sync wire.
    pub sync_legs: Vec<LaidLeg>,
    /// Where each lamp sits, by index of the place.
    pub lamps: Vec<usize>,
    /// Price of it all, m.
    pub price_m: f64,
}

/// All wires of a job on its skeleton.
#[derive(Debug, Clone, PartialEq)]
pub struct Layout {
    /// The skeleton.
    pub graph: Graph,
    /// One for each circuit of the job; none where it is not routed, or cannot be.
    pub circuits: Vec<Option<Laid>>,
    /// Every wire.
    pub wires: Vec<LaidWire>,
    /// Places that no path joins: circuit, from, to.
    pub unreached: Vec<(usize, usize, usize)>,
}

/// What is known of a circuit before it is laid.
#[derive(Debug, Clone, PartialEq)]
pub struct Wanted {
    /// Its index in the job.
    pub circuit: usize,
    /// A switch carries the lamps.
    pub by_hand: bool,
    /// The factory wire on which it hangs.
    pub wire: Option<usize>,
    /// Signals that it takes up.
    pub taps: Vec<usize>,
    /// It has a switch in the coil circuit.
    pub has_switch: bool,
}

/// Ways of a circuit before they are made into sections.
struct Traced {
    to_fuse: Vec<usize>,
    to_control: Vec<usize>,
    supply: Branched,
    back: Branched,
    /// Legs of the sync wire: along those of the supply.
    sync: Vec<branch::Leg>,
    to_switch: Option<Vec<usize>>,
    signals: Vec<Vec<usize>>,
    lamps: Vec<usize>,
    /// Price of the trees to the lamps and back, m, before a splice was moved into the dry.
    tree_price_m: f64,
}

/// Lays all circuits that have sites. None without a skeleton.
pub fn lay(job: &Job, wanted: &[Wanted]) -> Option<Layout> {
    let skeleton = job.skeleton.as_ref()?;
    let graph = Graph::new(skeleton);
    let prices = prices(&graph);
    let mut layout = Layout {
        circuits: vec![None; job.circuits.len()],
        wires: Vec::new(),
        unreached: Vec::new(),
        graph,
    };
    let mut traces: Vec<(usize, Traced)> = Vec::new();
    for want in wanted.iter().filter(|w| job.circuits[w.circuit].sites.is_some()) {
        let circuit = &job.circuits[want.circuit];
        let mut at = sited(&layout.graph, job, circuit, want.by_hand, want.wire);
        let pinned: Vec<usize> = circuit
            .sites
            .iter()
            .flat_map(|s| &s.pinned)
            .filter_map(|id: &WayId| layout.graph.way(id))
            .collect();
        match traced(&layout.graph, job, &prices, want, &mut at, &pinned) {
            Ok(trace) => {
                note_wires(&layout.graph, want.circuit, &at, &trace, &mut layout.wires);
                traces.push((want.circuit, trace));
            }
            Err((from, to)) => layout.unreached.push((want.circuit, from, to)),
        }
    }
    for (circuit, trace) in &traces {
        let lights = &job.circuits[*circuit].lights;
        let relief_m = if lights.iter().any(Light::is_held_by_adhesive) {
            job.shop.strain_relief_m.unwrap_or(STRAIN_RELIEF_M)
        } else {
            0.0
        };
        let beside = Beside { shop: &job.shop, layout: &layout, relief_m };
        let laid = beside.laid(trace, &prices);
        layout.circuits[*circuit] = Some(laid);
    }
    Some(layout)
}

fn traced(
    graph: &Graph,
    job: &Job,
    prices: &[Option<f64>],
    want: &Wanted,
    at: &mut Sited,
    pinned: &[usize],
) -> Result<Traced, (usize, usize)> {
    let go = |from: usize, to: usize| path(graph, prices, from, to).ok_or((from, to));
    let far = |root: usize| at.lamps.iter().copied().find(|&l| l != root).unwrap_or(root);
    let supply = through(graph, prices, at.control, pinned, &at.lamps)
        .ok_or((at.control, far(at.control)))?;
    let circuit = &job.circuits[want.circuit];
    let grounds: Vec<usize> = match (circuit.run.return_by, at.ground) {
        (ReturnKind::BatteryNegative, _) => vec![sited(graph, job, circuit, false, None).source],
        (ReturnKind::PlugGround, _) => vec![at.source],
        // One beside the lamp.
        (ReturnKind::FactoryGround, _) => at.lamps.first().copied().into_iter().collect(),
        (_, Some(place)) => vec![place],
        (ReturnKind::GroundBus, None) => bus_place(graph, job, prices).into_iter().collect(),
        (ReturnKind::ChassisStud, None) => ground_places(graph).collect(),
    };
    let back = grounds
        .iter()
        .filter_map(|&g| Some((g, tree(graph, prices, g, &at.lamps)?)))
        .min_by(|a, b| price_of(prices, &a.1).total_cmp(&price_of(prices, &b.1)))
        .ok_or((at.lamps.first().copied().unwrap_or(0), grounds.first().copied().unwrap_or(0)))?;
    at.ground = Some(back.0);
    let supply_price_m = price_of(prices, &supply);
    let supply = drier(graph, branched(graph, at.control, &supply, &at.lamps));
    Ok(Traced {
        lamps: at.lamps.clone(),
        to_fuse: go(at.source, at.fuse)?,
        to_control: go(at.fuse, at.control)?,
        tree_price_m: supply_price_m + price_of(prices, &back.1),
        sync: between(&supply, |lamp| circuit.is_in_step(lamp)),
        supply,
        back: drier(graph, branched(graph, back.0, &back.1, &at.lamps)),
        to_switch: match want.has_switch {
            true => Some(go(at.control, at.switch)?),
            false => None,
        },
        signals: taps(graph, job, &want.taps)
            .into_iter()
            .map(|tap| go(tap, at.control))
            .collect::<Result<_, _>>()?,
    })
}

/// Places where a stud can sit.
fn ground_places(graph: &Graph) -> impl Iterator<Item = usize> {
    (0..graph.places.len()).filter(|&p| graph.places[p].id.0.starts_with("g_"))
}

/// Where the ground bus sits: where a circuit on it says, else at the stud nearest to where the first one is fed.
fn bus_place(graph: &Graph, job: &Job, prices: &[Option<f64>]) -> Option<usize> {
    let wire = |c: &LampCircuit| match &c.feed {
        Some(Feed::TieIn { factory }) => job.factory.iter().position(|f| f.id == *factory),
        _ => None,
    };
    let on_bus = || {
        let circuits = job.circuits.iter();
        circuits
            .filter(|c| c.run.return_by == ReturnKind::GroundBus)
            .map(|c| sited(graph, job, c, false, wire(c)))
    };
    on_bus().find_map(|s| s.ground).or_else(|| {
        let source = on_bus().next()?.source;
        ground_places(graph)
            .filter_map(|g| Some((g, price_of(prices, &path(graph, prices, source, g)?))))
            .min_by(|a, b| a.1.total_cmp(&b.1))
            .map(|g| g.0)
    })
}

/// The cheapest tree to the lamps that goes through the pinned ways first, in their order. Where the lamps
/// cannot be reached from there without going back, it may go back.
fn through(
    graph: &Graph,
    prices: &[Option<f64>],
    root: usize,
    pinned: &[usize],
    lamps: &[usize],
) -> Option<Vec<usize>> {
    let (mut here, mut trunk) = (root, Vec::new());
    let mut left = prices.to_vec();
    for &way in pinned.iter().filter(|&&w| prices[w].is_some()) {
        let (a, b) = graph.ways[way].ends;
        let to = |near: usize| Some((path(graph, &left, here, near)?, near));
        let nearest = [to(a), to(b)]
            .into_iter()
            .flatten()
            .filter(|(ways, _)| !ways.contains(&way))
            .min_by(|p, q| price_of(&left, &p.0).total_cmp(&price_of(&left, &q.0)));
        let Some((ways, near)) = nearest else { continue };
        here = if near == a { b } else { a };
        trunk.extend(ways);
        trunk.push(way);
        trunk.iter().for_each(|&w| left[w] = None);
    }
    let onward = tree(graph, &left, here, lamps).or_else(|| {
        trunk.iter().for_each(|&w| left[w] = Some(0.0));
        tree(graph, &left, here, lamps)
    })?;
    let mut out = [trunk, onward].concat();
    out.sort_unstable();
    out.dedup();
    Some(out)
}

/// The wires of a circuit, for bundles and sheet.
fn note_wires(graph: &Graph, circuit: usize, at: &Sited, trace: &Traced, out: &mut Vec<LaidWire>) {
    let mut note = |role, from: usize, ways: &[usize], count| {
        let to = ways.iter().fold(from, |here, &w| super::path::other_end(graph, w, here));
        if !ways.is_empty() {
            out.push(LaidWire { circuit, role, ends: (from, to), ways: ways.to_vec(), count });
        }
    };
    note(LaidRole::Supply, at.source, &trace.to_fuse, 1);
    note(LaidRole::Supply, at.fuse, &trace.to_control, 1);
    for (role, branched, root) in [
        (LaidRole::Supply, &trace.supply, at.control),
        (LaidRole::Return, &trace.back, at.ground.unwrap_or(at.source)),
    ] {
        note(role, root, &branched.trunk, 1);
        for leg in &branched.legs {
            note(role, leg.from, &leg.ways, 1);
        }
    }
    for leg in &trace.sync {
        note(LaidRole::Sync, leg.from, &leg.ways, 1);
    }
    if let Some(ways) = &trace.to_switch {
        note(LaidRole::Coil, at.control, ways, 2);
    }
    for ways in &trace.signals {
        let to =
            ways.iter().rev().fold(at.control, |here, &w| super::path::other_end(graph, w, here));
        note(LaidRole::Signal, to, ways, 1);
    }
}

/// Makes sections of ways, each with the loaded wires beside it.
struct Beside<'a> {
    shop: &'a Shop,
    layout: &'a Layout,
    /// Strain relief before a lamp of this circuit, m.
    relief_m: f64,
}

impl Beside<'_> {
    fn loaded(&self, way: usize) -> u32 {
        let on = |w: &&LaidWire| w.role.is_loaded() && w.ways.contains(&way);
        self.layout.wires.iter().filter(on).map(|w| w.count as u32).sum()
    }

    /// `to_lamp` where the last of them ends at a lamp.
    fn sections(&self, ways: &[usize], end: Waypoint, to_lamp: bool) -> Vec<ToldSection> {
        let last = ways.len().saturating_sub(1);
        let mut out: Vec<ToldSection> = ways
            .iter()
            .enumerate()
            .map(|(k, &w)| {
                let way = &self.layout.graph.ways[w];
                let loop_m = match to_lamp && k == last {
                    true => drip_loop_m(way.zone, self.shop) + self.relief_m,
                    false => 0.0,
                };
                let section = Section {
                    name: way.name.clone(),
                    length_m: Some(way.length_m + slack_m(way.passage, self.shop) + loop_m),
                    zone: way.zone,
                    ambient_c: way.is_warmth_known.then_some(way.ambient_c),
                    beside: self.loaded(w).saturating_sub(1),
                    ends_at: match (k == last, way.passage) {
                        (_, Passage::Connector) => Waypoint::Connector,
                        (true, _) => end,
                        _ => Waypoint::Pass,
                    },
                    plug: (way.passage == Passage::Connector).then(|| PlugId(way.id.0.clone())),
                    flexes: way.passage == Passage::Hinge,
                };
                ToldSection { section, fact: Some(Fact::Way { way: way.id.clone() }) }
            })
            .collect();
        // A connector stands before the part at which the last way ends.
        let before = out.last().filter(|s| s.section.ends_at == Waypoint::Connector);
        if let (Some(last), true) = (before, end != Waypoint::Pass) {
            out.push(beside(last.section.zone, end));
        }
        out
    }

    fn length_m(&self, ways: &[usize]) -> f64 {
        let way = |&w: &usize| &self.layout.graph.ways[w];
        ways.iter().map(way).map(|w| w.length_m + slack_m(w.passage, self.shop)).sum()
    }

    fn laid(&self, trace: &Traced, prices: &[Option<f64>]) -> Laid {
        let mut supply = self.sections(&trace.to_fuse, Waypoint::Fuse, false);
        // A part right beside the one before still ends a section.
        let near = trace.to_fuse.iter().chain(&trace.to_control).chain(&trace.supply.trunk);
        let legs = trace.supply.legs.iter().flat_map(|l| &l.ways);
        let zone =
            near.chain(legs).next().map_or(Zone::Underbody, |&w| self.layout.graph.ways[w].zone);
        let here = |ends_at| beside(zone, ends_at);
        if trace.to_fuse.is_empty() {
            supply.push(here(Waypoint::Fuse));
        }
        match trace.to_control.as_slice() {
            [] => supply.push(here(Waypoint::Control)),
            ways => supply.extend(self.sections(ways, Waypoint::Control, false)),
        }
        supply.extend(self.sections(
            &trace.supply.trunk,
            Waypoint::Pass,
            trace.supply.legs.is_empty(),
        ));
        let legs = |legs: &[branch::Leg]| {
            legs.iter()
                .map(|leg| LaidLeg {
                    parent: leg.parent,
                    sections: self.sections(&leg.ways, Waypoint::Pass, !leg.lamps.is_empty()),
                    lamps: leg.lamps.clone(),
                })
                .collect()
        };
        let mut back = self.sections(&trace.back.trunk, Waypoint::Pass, trace.back.legs.is_empty());
        back.reverse();
        // Read the other way, a connector at the end of a section stands before it.
        let plugs: Vec<(Waypoint, Option<PlugId>)> =
            back.iter().map(|s| (s.section.ends_at, s.section.plug.clone())).collect();
        if let Some((Waypoint::Connector, plug)) = plugs.first().cloned() {
            let zone = back.first().map_or(zone, |s| s.section.zone);
            let mut first = beside(zone, Waypoint::Connector);
            first.section.plug = plug;
            back.insert(0, first);
        }
        let skip = back.len() - plugs.len();
        for (k, ToldSection { section, .. }) in back.iter_mut().skip(skip).enumerate() {
            (section.ends_at, section.plug) = plugs.get(k + 1).cloned().unwrap_or_default();
        }
        let all = [&trace.to_fuse, &trace.to_control].into_iter().chain(&trace.signals);
        Laid {
            supply,
            back,
            switch_lead_m: trace.to_switch.as_ref().map(|w| self.length_m(w).max(BESIDE_M)),
            signal_lead_m: trace
                .signals
                .iter()
                .map(|w| self.length_m(w).max(BESIDE_M))
                .fold(None, |far: Option<f64>, m| Some(far.map_or(m, |f| f.max(m)))),
            legs: legs(&trace.supply.legs),
            back_legs: legs(&trace.back.legs),
            sync_legs: legs(&trace.sync),
            lamps: trace.lamps.clone(),
            price_m: trace.tree_price_m
                + all.map(|ways| price_of(prices, ways)).sum::<f64>()
                + trace.to_switch.as_ref().map_or(0.0, |w| 2.0 * price_of(prices, w)),
        }
    }
}

/// A short section between two parts that sit side by side.
fn beside(zone: Zone, ends_at: Waypoint) -> ToldSection {
    let section = Section {
        length_m: Some(BESIDE_M),
        ..Section::unmeasured(say::side_by_side(), zone, ends_at)
    };
    ToldSection { section, fact: None }
}

/// Wire to spare where nobody said how much, m. Common practice: a hinge 0.1 m of loop that flexes, a
/// connector enough to be unplugged, a drip loop 50 to 100 mm.
pub const HINGE_M: f64 = 0.1;
/// At a connector that is unplugged, m.
pub const CONNECTOR_M: f64 = 0.08;
/// Before a lamp outside, m.
pub const DRIP_LOOP_M: f64 = 0.08;
/// Strain relief at a lamp held by adhesive, m. Common practice: its lead must never pull at the tape.
pub const STRAIN_RELIEF_M: f64 = 0.05;

/// Wire that a passage needs to spare, m.
pub fn slack_m(passage: Passage, shop: &Shop) -> f64 {
    match passage {
        Passage::Hinge => shop.hinge_m.unwrap_or(HINGE_M),
        Passage::Connector => shop.connector_m.unwrap_or(CONNECTOR_M),
        Passage::Open | Passage::Grommet { .. } | Passage::NewHole => 0.0,
    }
}

/// Wire for the drip loop before a lamp, m: none where the way to it is dry.
pub fn drip_loop_m(zone: Zone, shop: &Shop) -> f64 {
    if zone == Zone::Exterior { shop.drip_loop_m.unwrap_or(DRIP_LOOP_M) } else { 0.0 }
}
