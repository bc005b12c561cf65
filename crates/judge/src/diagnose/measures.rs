//! Every reading that can be taken to find a fault: by eye, by hand, by meter.

use super::points::{Point, PointAt, reach_s};
use crate::proof::names;
use jovek_circuit::ElementId;
use jovek_job::{CheckId, Job};
use jovek_phrases::common;
use jovek_phrases::{capital, diagnose as say};
use jovek_plan::chain::{LinkKind, Origin};
use jovek_plan::end::Pole;
use jovek_plan::inputs::Assignment;
use jovek_plan::network::build::Built;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::study::Assessment;

/// What is read.
#[derive(Debug, Clone, PartialEq)]
pub enum MeasureKind {
    /// How the lamps of a circuit burn, by eye: see [`Burns`].
    Look {
        /// The circuit, by number among the chains.
        circuit: usize,
        /// One of its lamps alone, by group and number.
        lamp: Option<(usize, usize)>,
    },
    /// What the driver says: 1 a circuit is sometimes other than now, 0 it is always so.
    Story {
        /// The circuit.
        circuit: usize,
    },
    /// Volts between two points, by index.
    Volts {
        /// Red lead.
        red: usize,
        /// Black lead.
        black: usize,
    },
    /// Current of a circuit's lamps, A.
    LampsA {
        /// The circuit.
        circuit: usize,
    },
    /// Current of one of its lamps, A.
    LampA {
        /// The circuit.
        circuit: usize,
        /// The lamp, by group and number.
        lamp: (usize, usize),
    },
    /// Current out of the battery, A.
    BatteryA,
    /// Ohms between two points, battery off, with a fuse out.
    Ohms {
        /// Red lead.
        red: usize,
        /// Black lead.
        black: usize,
        /// The fuse that is out.
        fuse_out: Option<ElementId>,
        /// The circuit.
        circuit: usize,
    },
    /// Whether the lamps flicker while joints are moved: 1 they do, 0 they do not.
    Wiggle {
        /// The joints, one or several that follow each other.
        places: Vec<PartRef>,
    },
    /// Rating read off a fuse, A.
    Rating {
        /// The circuit.
        circuit: usize,
    },
}

/// How lamps burn, as a person sees it: the value of a look.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Burns {
    /// None.
    Dark = 0,
    /// All weakly.
    Dim = 1,
    /// Some.
    Partly = 2,
    /// All.
    Lit = 3,
}

impl Burns {
    /// All, darkest first.
    pub const ALL: [Burns; 4] = [Burns::Dark, Burns::Dim, Burns::Partly, Burns::Lit];

    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            Burns::Dark => common::dark(),
            Burns::Dim => say::dim(),
            Burns::Partly => say::partly(),
            Burns::Lit => say::lit(),
        }
    }
}

/// A reading that can be taken.
#[derive(Debug, Clone, PartialEq)]
pub struct Measure {
    /// Stable id: a check's own, or one made of state and points.
    pub id: CheckId,
    /// What is read.
    pub kind: MeasureKind,
    /// State of the vehicle, by index.
    pub state: usize,
    /// To take it, s.
    pub seconds: f64,
    /// What it is.
    pub name: String,
    /// Where the leads go and what is on.
    pub how: String,
}

impl Measure {
    /// Its unit; empty for what the eye sees.
    pub fn unit(&self) -> &'static str {
        match self.kind {
            MeasureKind::Volts { .. } => "V",
            MeasureKind::LampsA { .. }
            | MeasureKind::LampA { .. }
            | MeasureKind::BatteryA
            | MeasureKind::Rating { .. } => "A",
            MeasureKind::Ohms { .. } => "ohm",
            MeasureKind::Look { .. } | MeasureKind::Story { .. } | MeasureKind::Wiggle { .. } => "",
        }
    }
}

/// Seconds to set a state and read a steady figure. Common practice, no source.
const READ_S: f64 = 12.0;
/// Seconds for a look at the lamps in one state: a second person calls them, or a mirror.
const LOOK_S: f64 = 10.0;
/// Seconds to take the battery's negative off and a fuse out, and put them back.
const POWER_OFF_S: f64 = 90.0;
/// Seconds to move a joint while somebody watches.
const WIGGLE_S: f64 = 10.0;
/// Lamps of a circuit at which a lead is put one by one.
const MOST_LAMPS: usize = 8;

/// States in which readings are taken: nothing on, then most at once until each circuit is lit; behind
/// these, for looks alone, each way to light each circuit and each factory wire alone.
pub fn states(study: &Assessment) -> Vec<Assignment> {
    let inputs = &study.wiring.inputs;
    let mut out = vec![Assignment::NONE];
    let mut push = |a: Assignment| {
        if !out.contains(&a) && out.len() < MOST_STATES {
            out.push(a);
        }
    };
    for scene in &study.scenes {
        push(scene.inputs);
    }
    for c in &study.circuits {
        for &a in &c.chain.lit_by {
            push(a);
        }
        for tap in c.chain.taps() {
            push(inputs.completed(inputs.lowest_of(study.factory[tap].live_by)));
        }
    }
    out
}

/// Most states of a walk-round.
const MOST_STATES: usize = 14;

/// All readings.
pub struct Gathered<'a> {
    /// The job.
    pub job: &'a Job,
    /// Its plan.
    pub study: &'a Assessment,
    /// The network.
    pub built: &'a Built,
    /// The states.
    pub states: &'a [Assignment],
    /// The points.
    pub points: &'a [Point],
}

/// Everything that can be read on a vehicle.
pub fn measures(of: &Gathered) -> Vec<Measure> {
    let mut out = Vec::new();
    let battery = (of.point("battery+"), of.point("battery-"));
    if let (Some(plus), Some(minus)) = battery {
        let kind = MeasureKind::Volts { red: plus, black: minus };
        out.push(of.volts("battery.rest_v".into(), kind.clone(), 0, say::battery_at_rest()));
        if of.states.len() > 1 {
            out.push(of.volts("battery.on_v".into(), kind, 1, say::battery_with_the_lamps()));
        }
        out.push(Measure {
            id: "battery.key_off_a".into(),
            kind: MeasureKind::BatteryA,
            state: 0,
            seconds: 60.0,
            name: say::current_with_all_off().into(),
            how: say::all_off_doors_shut_modules_asleep().into(),
        });
    }
    for circuit in 0..of.study.circuits.len() {
        out.push(of.story(circuit));
        for state in 0..of.states.len() {
            out.push(of.look(circuit, state));
        }
        let lit = of.study.scenes.iter().position(|s| s.lit.contains(&circuit));
        // Scenes stand behind the state with nothing on, in their order.
        let scene = lit.map(|k| of.study.scenes[k].inputs);
        let state = scene.and_then(|a| of.states.iter().position(|s| *s == a));
        if let Some(state) = state {
            of.circuit(circuit, state, &mut out);
        }
    }
    let mut seen = std::collections::HashSet::new();
    out.retain(|m| seen.insert(m.id.clone()));
    out
}

impl Gathered<'_> {
    fn point(&self, key: &str) -> Option<usize> {
        self.points.iter().position(|p| p.key == key)
    }

    fn at(&self, at: PointAt) -> Option<usize> {
        self.points.iter().position(|p| p.at == at)
    }

    fn words(&self, state: usize) -> String {
        capital(&self.study.wiring.inputs.words(self.job, self.states[state]))
    }

    /// What is on in a state, as part of an id.
    fn on(&self, state: usize) -> String {
        self.study.wiring.inputs.keys(self.job, self.states[state]).join("+")
    }

    fn volts(&self, id: CheckId, kind: MeasureKind, state: usize, name: &str) -> Measure {
        let (mut seconds, mut how) = (READ_S, format!("{}.", self.words(state)));
        if let MeasureKind::Volts { red, black } = kind {
            let (red, black) = (&self.points[red], &self.points[black]);
            // The black lead mostly stays where it is.
            seconds += red.seconds + 0.5 * black.seconds;
            how = say::red_on_black(&how, &red.name, &black.name);
        }
        Measure { id, kind, state, seconds, name: name.into(), how }
    }

    fn look(&self, circuit: usize, state: usize) -> Measure {
        let chain = &self.study.circuits[circuit].chain;
        let words = self.words(state);
        Measure {
            id: CheckId(format!("look|{}|{}", self.on(state), chain.id)),
            kind: MeasureKind::Look { circuit, lamp: None },
            state,
            seconds: LOOK_S,
            name: say::how_it_burns(&chain.name),
            how: say::look_at(&words, &chain.name),
        }
    }

    fn story(&self, circuit: usize) -> Measure {
        let chain = &self.study.circuits[circuit].chain;
        Measure {
            id: CheckId(format!("{}.comes_and_goes", chain.id)),
            kind: MeasureKind::Story { circuit },
            state: 0,
            seconds: LOOK_S,
            name: say::what_the_driver_says(&chain.name),
            how: say::ask_is_ever_different(&chain.name),
        }
    }

    /// A look at each lamp of a circuit that has several.
    fn looks_at_lamps(&self, c: usize, state: usize, out: &mut Vec<Measure>) {
        let built = &self.built.circuits[c];
        if built.lamps.iter().flatten().count() < 2 {
            return;
        }
        for (k, group) in built.lamps.iter().enumerate() {
            for n in 0..group.len().min(MOST_LAMPS) {
                let place = PartRef { circuit: Some(c), what: PartKind::Lamp(k, n) };
                let words = names::full(self.job, self.study, place);
                let key = names::key(self.job, self.study, place);
                out.push(Measure {
                    id: CheckId(format!("look|{}|{key}", self.on(state))),
                    kind: MeasureKind::Look { circuit: c, lamp: Some((k, n)) },
                    state,
                    seconds: LOOK_S,
                    name: say::how_it_burns(&words),
                    how: say::look_at(&self.words(state), &words),
                });
                out.push(Measure {
                    id: CheckId(format!("{key}.current_a")),
                    kind: MeasureKind::LampA { circuit: c, lamp: (k, n) },
                    state,
                    seconds: READ_S + 60.0,
                    name: say::current(&words),
                    how: say::meter_in_one_lead(&self.words(state), &words),
                });
            }
        }
    }

    fn circuit(&self, c: usize, state: usize, out: &mut Vec<Measure>) {
        let chain = &self.study.circuits[c].chain;
        let built = &self.built.circuits[c];
        let (id, name) = (&chain.id, &chain.name);
        let on = self.on(state);
        let inputs = self.states.get(state).copied().unwrap_or_default();
        let (_, plus) = self.built.source(chain, &self.study.factory, inputs);
        let plus = self.at(PointAt::Node(plus)).or_else(|| self.point("battery+"));
        let minus = self.point("battery-");
        let node = |i: usize| self.at(PointAt::Node(built.nodes[i]));
        let mut volts =
            |id: Option<String>, red: Option<usize>, black: Option<usize>, name: &str| {
                let (Some(red), Some(black)) = (red, black) else { return };
                if red == black {
                    return;
                }
                let id = id.unwrap_or_else(|| {
                    format!("v|{on}|{}|{}", self.points[red].key, self.points[black].key)
                });
                let kind = MeasureKind::Volts { red, black };
                out.push(self.volts(CheckId(id), kind, state, name));
            };
        let far = chain.lamp_to_read().unwrap_or((0, 0));
        let lamp = built.lamps.get(far.0).and_then(|g| g.get(far.1)).copied();
        if let Some(lamp) = lamp {
            // Points of a lamp that hangs right on the chain bear the chain's name.
            let (red, black) = (self.lamp_end(lamp, true), self.lamp_end(lamp, false));
            volts(Some(format!("{id}.lamp_v")), red, black, &say::across_the_lamp(&name));
            volts(Some(format!("{id}.feed_v")), plus, red, &say::lost_in_the_feed(&name));
            volts(Some(format!("{id}.ground_v")), black, minus, &say::lost_in_the_ground(&name));
        }
        for (k, link) in chain.links.iter().enumerate() {
            let source =
                matches!(link.kind, LinkKind::Fuse { .. }) && chain.origin == Origin::Battery;
            let fuse_out = source.then(|| format!("{id}.fuse_v"));
            let behind = node(k + 1);
            let label =
                |p: Option<usize>| p.map_or("", |p| self.points[p].name.as_str()).to_owned();
            volts(fuse_out, behind, minus, &label(behind));
            if link.kind != LinkKind::Lamps {
                let words = names::words(
                    self.job,
                    self.study,
                    PartRef { circuit: Some(c), what: PartKind::Link(k) },
                );
                volts(None, node(k), behind, &say::across(&name, &words));
            }
        }
        for (element, what) in
            built.legs.iter().enumerate().map(|(k, &e)| (e, PartKind::Leg(k, Pole::Plus))).chain(
                built
                    .back_legs
                    .iter()
                    .enumerate()
                    .map(|(k, &e)| (e, PartKind::Leg(k, Pole::Minus))),
            )
        {
            let ends = self.built.net.element(element);
            let words = names::full(self.job, self.study, PartRef { circuit: Some(c), what });
            let (a, b) = (self.reached(c, ends.from), self.reached(c, ends.to));
            volts(None, a, b, &say::across_it(&words));
        }
        let source = (chain.origin != Origin::Battery).then(|| format!("{id}.source_v"));
        volts(source, node(0), minus, &say::at_its_source(&name));
        for group in &built.lamps {
            for &lamp in group.iter().take(MOST_LAMPS) {
                let (red, black) = (self.lamp_end(lamp, true), self.lamp_end(lamp, false));
                let label = red.map_or("", |p| self.points[p].name.as_str()).to_owned();
                volts(None, red, black, &say::across_it(&label));
                volts(None, red, minus, &label);
                // A small figure tells the way to one lamp from the way to the next; a large one hides it.
                volts(None, plus, red, &say::lost_up(&label));
                let label = black.map_or("", |p| self.points[p].name.as_str()).to_owned();
                volts(None, black, minus, &label);
            }
        }
        // Terminals of relays, diodes, switches.
        for (k, point) in self.points.iter().enumerate() {
            let is_inner = point.circuit == Some(c)
                && matches!(point.at, PointAt::Node(_))
                && !point.key.contains(".at.");
            if is_inner {
                volts(None, Some(k), minus, &point.name.clone());
            }
        }
        for ((_, e), place) in self.built.net.iter().zip(&self.built.places) {
            if place.circuit == Some(c)
                && matches!(
                    place.what,
                    PartKind::Coil(_) | PartKind::Diode(_) | PartKind::RelayContact(_)
                )
            {
                let name = say::place_across(&names::full(self.job, self.study, *place));
                volts(None, self.at(PointAt::Node(e.from)), self.at(PointAt::Node(e.to)), &name);
            }
        }
        out.push(Measure {
            id: CheckId(format!("{id}.current_a")),
            kind: MeasureKind::LampsA { circuit: c },
            state,
            seconds: READ_S + 25.0,
            name: say::current(&name),
            how: say::clamp_round_the_feed(&self.words(state)),
        });
        self.looks_at_lamps(c, state, out);
        self.cold(c, state, out);
    }

    /// The point at a node, or at the pin of a lamp that hangs on it.
    fn reached(&self, c: usize, node: jovek_circuit::NodeId) -> Option<usize> {
        let lamps = self.built.circuits[c].lamps.iter().flatten();
        self.at(PointAt::Node(node)).or_else(|| {
            lamps.into_iter().find_map(|&l| {
                let e = self.built.net.element(l);
                if e.from == node {
                    self.at(PointAt::LampPlus(l))
                } else if e.to == node {
                    self.at(PointAt::LampMinus(l))
                } else {
                    None
                }
            })
        })
    }

    /// Readings without power, and those of hand and eye.
    fn cold(&self, c: usize, state: usize, out: &mut Vec<Measure>) {
        let chain = &self.study.circuits[c].chain;
        let built = &self.built.circuits[c];
        let (id, name) = (&chain.id, &chain.name);
        let minus = self.point("battery-");
        let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }));
        let fused = self.study.circuits[c].sized.chosen.sizes.fuse;
        let is_fused = fuse_at.is_some() && fused.is_some();
        let off = say::battery_negative_off();
        let lamps_at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps);
        if let (Some(k), Some(minus)) = (lamps_at, minus) {
            let fuse_out = fuse_at.filter(|_| is_fused).and_then(|k| built.links[k]);
            let mut ohms = |key: &str, at: usize, what: &str, out_of: Option<ElementId>| {
                let Some(red) = self.at(PointAt::Node(built.nodes[at])) else { return };
                let point = &self.points[red];
                let fuse = if out_of.is_some() { say::its_fuse_out() } else { "" };
                out.push(Measure {
                    id: CheckId(format!("{id}.{key}")),
                    kind: MeasureKind::Ohms { red, black: minus, fuse_out: out_of, circuit: c },
                    state: 0,
                    seconds: READ_S + point.seconds + POWER_OFF_S,
                    name: format!("{name}: {what}"),
                    how: say::all_off_red_on_black(&off, &fuse, &point.name),
                });
            };
            ohms("ground_ohm", k + 1, say::resistance_to_ground(), None);
            if let (Some(at), Some(_)) = (fuse_at, fuse_out) {
                ohms("load_ohm", at + 1, say::load_side_of_the_fuse(), fuse_out);
            }
        }
        if is_fused {
            out.push(Measure {
                id: CheckId(format!("{id}.fuse_a")),
                kind: MeasureKind::Rating { circuit: c },
                state: 0,
                seconds: 20.0,
                name: say::rating_on_the_fuse(&name),
                how: say::pull_the_fuse_and_read().into(),
            });
        }
        self.wiggles(c, state, out);
    }

    /// Joints moved while the lamps are lit: one by one, and runs of them, halved again and again.
    fn wiggles(&self, c: usize, state: usize, out: &mut Vec<Measure>) {
        let chain = &self.study.circuits[c].chain;
        let mut joints: Vec<(PartRef, f64)> = Vec::new();
        for &place in &self.built.places {
            let seconds = match place.what {
                _ if place.circuit != Some(c) => continue,
                PartKind::Link(i) => match &chain.links[i].kind {
                    LinkKind::Joint { .. } | LinkKind::Connector { .. } => reach_s(chain, i),
                    _ => continue,
                },
                PartKind::Leg(_, Pole::Sync) => continue,
                PartKind::Leg(..) | PartKind::Splice(_) | PartKind::CoilGround(_) => 60.0,
                _ => continue,
            };
            if !joints.iter().any(|(p, _)| *p == place) {
                joints.push((place, seconds));
            }
        }
        let mut push = |some: &[(PartRef, f64)]| {
            let key = |p: PartRef| names::key(self.job, self.study, p);
            let words = |p: PartRef| names::words(self.job, self.study, p);
            let (Some(first), Some(last)) = (some.first(), some.last()) else { return };
            let (id, words) = if some.len() == 1 {
                (format!("wiggle|{}", key(first.0)), words(first.0))
            } else {
                let ends = [key(first.0), key(last.0)].join("..");
                let all: Vec<String> = some.iter().map(|(p, _)| words(*p)).collect();
                (format!("wiggle|{ends}"), all.join(", "))
            };
            out.push(Measure {
                id: CheckId(id),
                kind: MeasureKind::Wiggle { places: some.iter().map(|(p, _)| *p).collect() },
                state,
                // Several beside each other are reached faster than each alone.
                seconds: WIGGLE_S
                    + some.iter().map(|(_, s)| s).sum::<f64>() / (some.len() as f64).sqrt(),
                name: say::moved(&chain.name, &words),
                how: say::move_and_pull_do_the_lamps(&self.words(state), &words),
            });
        };
        let mut runs: Vec<std::ops::Range<usize>> = Vec::new();
        runs.push(0..joints.len());
        while let Some(run) = runs.pop() {
            push(&joints[run.clone()]);
            if run.len() > 1 {
                let middle = run.start + run.len() / 2;
                runs.push(run.start..middle);
                runs.push(middle..run.end);
            }
        }
    }

    /// The point at a lamp's pin: its own, or the chain's where the lamp hangs right on it.
    fn lamp_end(&self, lamp: ElementId, is_plus: bool) -> Option<usize> {
        let at = if is_plus { PointAt::LampPlus(lamp) } else { PointAt::LampMinus(lamp) };
        self.at(at)
    }
}
