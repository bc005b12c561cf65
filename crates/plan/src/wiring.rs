//! The logic of a whole job: its inputs, each circuit's wish, and the hardware that is taken for it.

use crate::chain::{Chain, FeedPlan};
use crate::factory::PlannedFactory;
use crate::feed::USUAL_TIE_IN_A;
use crate::inputs::{Assignment, Input, Inputs};
use crate::keyed;
use crate::lamp::PlannedLamp;
use crate::logic::{Leaf, Logic, SwitchRef};
use crate::need::Need;
use crate::supply::PlannedSupply;
use crate::switching::{Unmet, Wires};
use crate::switching_options::{SwitchingOption, Wired, ways};
use jovek_job::{ControlKind, Feed, Job, LampCircuit, OutputKind, Signal, VehicleSide, Wish};

/// Most combinations looked at to find what lights a circuit and where a diode is needed.
const MOST_LOOKED_AT: usize = 1 << 14;
/// Most ways to turn a circuit on that sizing tries.
const MOST_TRIED: usize = 4;

/// Inputs, wishes and factory wires of a job.
#[derive(Debug, Clone)]
pub struct Wiring {
    /// The inputs.
    pub inputs: Inputs,
    /// The wish of each circuit, by index in the job.
    pub logic: Vec<Logic>,
    /// What the hardware of each circuit follows: the wish, without a fuse block that is dead by itself.
    switched: Vec<Logic>,
    /// Whether each circuit hangs on a fuse block that is live with the key.
    is_behind_key: Vec<bool>,
    /// The fuse position on which each circuit hangs behind its own switch.
    pub positions: Vec<Option<usize>>,
    follows: Vec<(VehicleSide, Signal)>,
    live_by: Vec<u64>,
    is_ground_switched: Vec<bool>,
    signals: Vec<Vec<Signal>>,
    outputs: Vec<OutputKind>,
    order: Vec<usize>,
}

/// One combination of inputs, and the circuits that it lights, by index in the job.
#[derive(Debug, Clone, PartialEq)]
pub struct Scene {
    /// The combination.
    pub inputs: Assignment,
    /// What it lights.
    pub lit: Vec<usize>,
}

impl Wiring {
    /// Works out the logic of a job.
    pub fn new(job: &Job) -> Wiring {
        let inputs = Inputs::new(job);
        let positions: Vec<Option<usize>> =
            job.circuits.iter().map(|c| keyed::position(job, c)).collect();
        let each = |of: fn(&Job, &LampCircuit) -> Wish| {
            let circuits = job.circuits.iter().enumerate();
            circuits.map(|(i, circuit)| Logic::new(&inputs, i, &of(job, circuit))).collect()
        };
        let (logic, switched) = (each(keyed::wish), each(keyed::switched_wish));
        let is_behind_key = job.circuits.iter().map(|c| keyed::is_behind_key(job, c)).collect();
        let follows: Vec<_> = job.factory.iter().map(|f| (f.of, f.follows)).collect();
        let live_by = job.factory.iter().map(|f| inputs.live_by_wire(f)).collect();
        let outputs: Vec<OutputKind> = job.factory.iter().map(|f| f.output).collect();
        // A wire that is live with something else too stands for no signal alone.
        let is_one = |i: &usize| job.factory[*i].also.is_empty();
        let mut order: Vec<usize> = (0..follows.len()).filter(is_one).collect();
        order.sort_by_key(|&i| match outputs[i] {
            OutputKind::Plain => 0,
            OutputKind::Unknown => 1,
            OutputKind::Monitored => 2,
            OutputKind::Pulsed => 3,
        });
        let is_ground_switched = job.factory.iter().map(|f| f.is_ground_switched()).collect();
        Wiring {
            inputs,
            logic,
            switched,
            is_behind_key,
            positions,
            follows,
            live_by,
            is_ground_switched,
            signals: job.factory.iter().map(|f| f.signals().collect()).collect(),
            outputs,
            order,
        }
    }

    /// Combinations of the inputs of one circuit that can occur.
    fn combinations(&self, logic: &Logic) -> Vec<Assignment> {
        let mut mask = logic.inputs();
        // A wire may be live by more than the wish names: a turn wire by the hazard lights.
        for (leaf, _) in logic.leaves() {
            if let Leaf::Signal(side, signal) = leaf {
                mask |= self.inputs.live_by(*side, *signal);
            }
        }
        let mut all = self.inputs.combinations(self.inputs.with_what_they_need(mask));
        all.truncate(MOST_LOOKED_AT);
        all
    }

    /// The least that has to be on for a logic to hold: one for each way to turn it on.
    pub fn lit_by(&self, logic: &Logic) -> Vec<Assignment> {
        let mut lit: Vec<Assignment> = self
            .combinations(logic)
            .into_iter()
            .filter(|&a| logic.holds(a) && !logic.contradicts(a))
            .collect();
        lit.sort_by_key(|a| (a.0.count_ones(), a.0));
        let mut least: Vec<Assignment> = Vec::new();
        for a in lit {
            if least.len() < MOST_TRIED && !least.iter().any(|l| l.0 & a.0 == l.0) {
                least.push(a);
            }
        }
        least
    }

    /// Few combinations that together light every circuit that can be lit: first as many as
    /// possible at once. Circuits are counted as they stand in `chains`.
    pub fn scenes(&self, chains: &[&Chain]) -> Vec<Scene> {
        let lights = |a: Assignment| -> Vec<usize> {
            (0..chains.len()).filter(|&i| chains[i].follows.holds(a)).collect()
        };
        let mut scenes: Vec<Scene> = Vec::new();
        let mut left: Vec<usize> = (0..chains.len()).collect();
        while !left.is_empty() {
            // Add to what is on whatever lights one more and puts out none.
            let mut now = Assignment::NONE;
            let lit_of = |a| left.iter().filter(|&&i| chains[i].follows.holds(a)).count();
            let mut count = lit_of(now);
            for &i in &left {
                for a in &chains[i].lit_by {
                    let with = Assignment(now.0 | a.0);
                    if self.inputs.is_allowed(with) && lit_of(with) > count {
                        (now, count) = (with, lit_of(with));
                        break;
                    }
                }
            }
            if count == 0 {
                break;
            }
            let lit = lights(now);
            left.retain(|i| !lit.contains(i));
            scenes.push(Scene { inputs: now, lit });
        }
        if scenes.is_empty() {
            scenes.push(Scene { inputs: Assignment::NONE, lit: Vec::new() });
        }
        scenes
    }

    /// The ways to make a circuit's wish on an own feed, the best first.
    ///
    /// # Errors
    /// [`Unmet`] where a signal has no wire.
    pub fn ways(
        &self,
        job: &Job,
        index: usize,
        lamps: &[PlannedLamp],
        supply: &PlannedSupply,
        factory: &[PlannedFactory],
    ) -> Result<Vec<SwitchingOption>, Unmet> {
        let logic = &self.switched[index];
        let labels: Vec<String> = (0..job.factory.len()).map(|i| job.factory_label(i)).collect();
        let names: Vec<&str> = labels.iter().map(String::as_str).collect();
        ways(
            &Wired {
                wires: Wires {
                    follows: &self.follows,
                    live_by: &self.live_by,
                    is_ground_switched: &self.is_ground_switched,
                    signals: &self.signals,
                    order: &self.order,
                },
                factory,
                outputs: &self.outputs,
                names: &names,
                combinations: &self.combinations(logic),
                load_a: crate::feed::switched_a(lamps, supply),
                label_a: crate::feed::label_a(lamps, supply),
                system: job.vehicle.system,
                has_filament: lamps.iter().any(|l| l.is_filament),
                position: self.positions[index],
                tie_in_a: job.shop.tie_in_a.unwrap_or(USUAL_TIE_IN_A),
                limit_v: Need::of(job, &job.circuits[index], supply).copper_v,
                silicon: job.shop.silicon_diodes,
                suppression: job.suppression_of(&job.circuits[index]),
                box_rest_a: job.circuits[index].control.standby_ma.map(|ma| ma / 1000.0),
            },
            logic,
        )
    }

    /// How a circuit is fed and switched on a feed that is settled: by nothing of its own where the
    /// lamps hang on the wire that they follow; by a switch where that is the wish, or where a wire
    /// for it is missing; else by the hardware that a person chose, or the first of the ways.
    pub fn fed(
        &self,
        job: &Job,
        index: usize,
        feed: Feed,
        ways: Result<&[SwitchingOption], &Unmet>,
    ) -> FeedPlan {
        let circuit = &job.circuits[index];
        let own_switch = self.inputs.bit(&Input::OwnSwitch(index));
        let wanted = circuit.told_control();
        let tied = match &feed {
            Feed::TieIn { factory } | Feed::Plug { factory } => {
                job.factory.iter().position(|f| f.id == *factory)
            }
            Feed::Battery {} | Feed::Auxiliary {} => None,
        };
        let plain = |leaf, mask| {
            let follows = Logic::Leaf { leaf, mask, holds: true };
            let lit_by = self.lit_by(&follows);
            let block = None;
            FeedPlan {
                feed: feed.clone(),
                switching: None,
                own_switch,
                follows,
                lit_by,
                block,
                grounded: Vec::new(),
            }
        };
        let hangs_on = |i: usize| {
            let (side, signal) = self.follows[i];
            plain(Leaf::Signal(side, signal), self.live_by[i])
        };
        // On its own plug a lamp follows the plug, whatever was wished.
        if let (Some(i), Feed::Plug { .. }) = (tied, &feed) {
            return hangs_on(i);
        }
        if let Some(i) = tied
            && job.factory[i].does(&circuit.lit)
        {
            return hangs_on(i);
        }
        let is_keyed = tied.is_some() && tied == self.positions[index];
        let by_switch =
            circuit.lit.is_switch_alone() && wanted != Some(ControlKind::Controller) && !is_keyed;
        let chosen = ways.ok().filter(|_| !by_switch).and_then(|ways| {
            ways.iter().find(|w| Some(w.switching.kind) == wanted).or(ways.first())
        });
        match (chosen, tied) {
            (Some(way), _) => FeedPlan {
                switching: Some(way.switching.clone()),
                own_switch,
                follows: self.logic[index].clone(),
                lit_by: self.lit_by(&self.logic[index]),
                feed,
                block: None,
                grounded: Vec::new(),
            },
            (None, Some(i)) => hangs_on(i),
            (None, None) if self.is_behind_key[index] => FeedPlan {
                follows: self.logic[index].clone(),
                lit_by: self.lit_by(&self.logic[index]),
                ..plain(Leaf::Contact(SwitchRef::Own), own_switch)
            },
            (None, None) => plain(Leaf::Contact(SwitchRef::Own), own_switch),
        }
    }
}
