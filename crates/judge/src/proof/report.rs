//! The proof in words.

use super::drains::{Drains, drains};
use super::failures::{Failure, failures_while};
use super::names;
use super::path::{landmarks, path_to};
use super::simulation::Simulation;
use super::sweep::{FedBack, Miss, Swept, fed_back, sweep_while};
use super::watched::{Watched, watched};
use jovek_base::figure::{amps_or_milli, shown, volts};
use jovek_base::grade::Grade;
use jovek_base::wanted::Wanted;
use jovek_circuit::Solution;
use jovek_job::{CircuitId, FactoryCircuit, Job, OutputKind, StateId};
use jovek_phrases::proof as say;
use jovek_plan::inputs::Assignment;
use jovek_plan::keyed;
use jovek_plan::logic::sentence;
use jovek_plan::network::parts::PartRef;
use jovek_plan::study::Assessment;
use jovek_plan::study::study;
use serde::Serialize;
use utoipa::ToSchema;

/// A combination that shows what is wrong.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Counter {
    /// Keys of what is on: what Try is given.
    pub on: Vec<String>,
    /// The combination in words.
    pub words: String,
    /// What happens then.
    pub says: String,
}

/// One lamp function held against its wish.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WishProof {
    /// The circuit.
    pub circuit: CircuitId,
    /// Its name.
    pub name: String,
    /// The wish as one sentence.
    pub sentence: String,
    /// Combinations in which it does something else.
    pub missed: usize,
    /// The simplest of them, one of each kind.
    pub counters: Vec<Counter>,
    /// True where it burns weakly somewhere: neither lit nor dark.
    pub is_dim: bool,
    /// True where it flashes with the indicators without being asked to.
    pub is_blinking: bool,
}

/// A factory wire that is fed backwards.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Backfeed {
    /// Its name.
    pub wire: String,
    /// Highest voltage on it while its source is off, V.
    pub volt_v: f64,
    /// Current into its lamps then, A.
    pub current_a: f64,
    /// Combinations in which it happens.
    pub states: usize,
    /// The simplest of them.
    pub counter: Counter,
    /// Keys of the parts on the way, source first.
    pub path: Vec<String>,
    /// The way in words.
    pub path_text: String,
    /// The remedy.
    pub remedy: String,
}

/// A saved state, as it is now.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SavedNow {
    /// Its id.
    pub id: StateId,
    /// Its name.
    pub name: String,
    /// What is on, and what is lit; or why it cannot be shown.
    pub says: String,
    /// True where every lamp obeys its wish and no wire is fed backwards.
    pub is_right: bool,
}

/// Everything that was proven, or not.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Proof {
    /// True where no wish is missed, no wire fed backwards, no pulsed wire used, and no Stop stands.
    pub passes: bool,
    /// Combinations solved.
    pub states: usize,
    /// `64 combinations, all of them`.
    pub states_text: String,
    /// False where groups of circuits were swept one after another.
    pub is_whole: bool,
    /// Each lamp function.
    pub wishes: Vec<WishProof>,
    /// Wires fed backwards.
    pub backfeeds: Vec<Backfeed>,
    /// Relays that buzz, and when.
    pub buzzers: Vec<Counter>,
    /// Combinations that have no steady state, and why.
    pub unsolved: Vec<Counter>,
    /// Currents with the key out.
    pub drains: Option<Drains>,
    /// Wires that are used and not known to be plainly on or off: what comes of it.
    pub watched: Vec<Watched>,
    /// States that were saved in Try.
    pub saved: Vec<SavedNow>,
    /// Single failures that do something.
    pub failures: Vec<Failure>,
    /// Failures looked at.
    pub failures_tried: usize,
}

/// Proves a job. `saved` are its saved states as they are now, of [`crate::moment::saved_now`].
pub fn prove(job: &Job, saved: Vec<SavedNow>) -> Proof {
    proof(job, saved, &Wanted::default())
}

/// Proves a job; none where that is no longer wanted before it is done.
pub fn prove_while(job: &Job, saved: Vec<SavedNow>, wanted: &Wanted) -> Option<Proof> {
    let proof = proof(job, saved, wanted);
    wanted.is_still().then_some(proof)
}

fn proof(job: &Job, saved: Vec<SavedNow>, wanted: &Wanted) -> Proof {
    let study = study(job);
    let swept = sweep_while(&study, wanted);
    let mut live = Simulation::at_rest(&study);
    let tried = failures_while(job, &study, wanted);
    let words = Words { job, study: &study };
    let wishes: Vec<WishProof> = (0..study.circuits.len()).map(|c| words.wish(c, &swept)).collect();
    let backfeeds = words.backfeeds(&mut live, &swept);
    let buzzers = words.buzzers(&live, &swept);
    let unsolved =
        swept.unsolved.iter().take(4).map(|(a, why)| words.counter(*a, why.clone())).collect();
    let stops = tried.iter().any(|f| f.grade == Some(Grade::Stop));
    let watched = watched(job, &mut live).unwrap_or_default();
    let is_pulsed = watched.iter().any(|w| w.output == OutputKind::Pulsed);
    let kept: Vec<Failure> = tried.iter().filter(|f| !f.effects.is_empty()).cloned().collect();
    Proof {
        passes: wishes.iter().all(|w| w.missed == 0)
            && backfeeds.is_empty()
            && buzzers.is_empty()
            && swept.unsolved.is_empty()
            && !stops
            && !is_pulsed,
        states: swept.states,
        states_text: states_text(&swept),
        is_whole: swept.is_whole,
        wishes,
        backfeeds,
        buzzers,
        unsolved,
        // A vehicle without a steady state is told above.
        drains: drains(job, &mut live).ok(),
        watched,
        saved,
        failures_tried: tried.len(),
        failures: kept,
    }
}

fn states_text(swept: &Swept) -> String {
    if swept.is_whole {
        say::combinations_all_that_can_occur(&swept.states)
    } else {
        say::combinations_all_within_each_group(&swept.states)
    }
}

struct Words<'a> {
    job: &'a Job,
    study: &'a Assessment,
}

impl Words<'_> {
    fn counter(&self, a: Assignment, says: String) -> Counter {
        let inputs = &self.study.wiring.inputs;
        Counter { on: inputs.keys(self.job, a), words: inputs.words(self.job, a), says }
    }

    fn wish(&self, c: usize, swept: &Swept) -> WishProof {
        let studied = &self.study.circuits[c];
        let mut misses: Vec<&Miss> = swept.misses.iter().filter(|m| m.circuit == c).collect();
        misses.sort_by_key(|m| (m.inputs.0.count_ones(), m.inputs.0));
        let is_dim = misses.iter().any(|m| !m.level.is_lit() && !m.level.is_dark());
        let mut counters = Vec::new();
        for wanted in [true, false] {
            if let Some(m) = misses.iter().find(|m| m.wanted == wanted) {
                counters.push(self.counter(m.inputs, miss_text(m)));
            }
        }
        let turns = self.study.wiring.inputs.turn_mask();
        WishProof {
            circuit: studied.chain.id.clone(),
            name: studied.chain.name.clone(),
            sentence: sentence(self.job, &keyed::wish(self.job, &self.job.circuits[studied.index])),
            missed: misses.len(),
            counters,
            is_dim,
            is_blinking: !misses.is_empty()
                && misses.iter().all(|m| m.inputs.any(turns))
                && misses.iter().any(|m| !m.wanted),
        }
    }

    fn backfeeds(&self, live: &mut Simulation, swept: &Swept) -> Vec<Backfeed> {
        let mut out = Vec::new();
        for (i, f) in self.job.factory.iter().enumerate() {
            let mut of: Vec<&FedBack> = swept.fed_back.iter().filter(|b| b.factory == i).collect();
            of.sort_by_key(|b| (b.inputs.0.count_ones(), b.inputs.0));
            let Some(first) = of.first() else { continue };
            let volt_v = of.iter().map(|b| b.volt_v).fold(0.0, f64::max);
            let current_a = of.iter().map(|b| b.current_a).fold(0.0, f64::max);
            live.put(first.inputs);
            let path = live
                .solve()
                .map(|solution| path_to(live, &solution, i, first.inputs))
                .unwrap_or_default();
            let worst = FedBack { volt_v, current_a, ..**first };
            out.push(Backfeed { states: of.len(), ..self.backfeed(f, &worst, &path) });
        }
        out
    }

    fn backfeed(&self, f: &FactoryCircuit, fed: &FedBack, path: &[PartRef]) -> Backfeed {
        let marks = landmarks(path);
        let mut names: Vec<String> = Vec::new();
        let mut circuit = None;
        for &p in &marks {
            // The circuit is named where the way enters it.
            names.push(if p.circuit == circuit {
                names::words(self.job, self.study, p)
            } else {
                names::full(self.job, self.study, p)
            });
            circuit = p.circuit;
        }
        let says =
            say::on_the_wire_of_while(&volts(fed.volt_v), &f.name, &amps_or_milli(fed.current_a));
        Backfeed {
            wire: f.name.clone(),
            volt_v: fed.volt_v,
            current_a: fed.current_a,
            states: 1,
            counter: self.counter(fed.inputs, says),
            path: path.iter().map(|&p| names::key(self.job, self.study, p)).collect(),
            path_text: say::path_to_wire_of(&names.join(" → "), &f.name),
            remedy: say::a_diode_in_the_lead(&f.name),
        }
    }

    fn buzzers(&self, live: &Simulation, swept: &Swept) -> Vec<Counter> {
        let mut seen: Vec<usize> = Vec::new();
        let mut out = Vec::new();
        for b in &swept.buzzes {
            if seen.contains(&b.relay) {
                continue;
            }
            seen.push(b.relay);
            let name = &live.built.net.relays()[b.relay].name;
            out.push(self.counter(b.inputs, say::opens_and_closes_without_end(&name)));
        }
        out
    }
}

/// Wires that are fed backwards in one solved state.
pub fn backfeeds_now(
    job: &Job,
    live: &Simulation,
    solution: &Solution,
    a: Assignment,
) -> Vec<Backfeed> {
    let words = Words { job, study: live.study };
    fed_back(live, solution, a)
        .into_iter()
        .map(|fed| {
            let path = path_to(live, solution, fed.factory, a);
            words.backfeed(&job.factory[fed.factory], &fed, &path)
        })
        .collect()
}

fn miss_text(m: &Miss) -> String {
    let percent = shown(m.level.most * 100.0, "%");
    match (m.wanted, m.level.is_dark(), m.level.is_lit()) {
        (true, true, _) => say::stays_dark().into(),
        (true, _, true) | (false, _, true) => say::is_lit().into(),
        (_, _, false) => say::glows_at_of_its_light(&percent),
    }
}
