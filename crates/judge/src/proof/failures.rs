//! What each single failure of an added part does to each lamp.

use super::faults::{can_fail, put_in};
use super::names;
use super::simulation::Simulation;
use jovek_base::grade::Grade;
use jovek_base::wanted::Wanted;
use jovek_circuit::Solution;
use jovek_job::{FactoryKind, FaultKind, Job, LampRole, Signal, VehicleSide};
use jovek_phrases::common;
use jovek_phrases::proof as say;
use jovek_plan::chain::leg_path;
use jovek_plan::end::Pole;
use jovek_plan::inputs::Assignment;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::study::Assessment;
use serde::Serialize;
use utoipa::ToSchema;

/// What one failure does.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Failure {
    /// Key of the part.
    pub part: String,
    /// The part, as it is spoken.
    pub name: String,
    /// How it fails.
    pub kind: FaultKind,
    /// `open`, `stuck closed`.
    pub kind_text: &'static str,
    /// What it does to each lamp; empty where nobody would see it.
    pub effects: Vec<String>,
    /// How grave that is; none where only added lamps go out.
    pub grade: Option<Grade>,
    /// The remedy.
    pub remedy: Option<&'static str>,
}

/// How a failure is spoken.
pub fn kind_text(kind: FaultKind) -> &'static str {
    match kind {
        FaultKind::Open => common::open(),
        FaultKind::Short => say::short(),
        FaultKind::Poor => say::poor(),
        FaultKind::StuckOpen => say::stuck_open(),
        FaultKind::StuckClosed => say::stuck_closed(),
        FaultKind::Reversed => say::reversed(),
        FaultKind::LeftOut => say::left_out(),
    }
}

/// How the lamps of one circuit, added or factory, stand.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Seen {
    Lit,
    Partly,
    Dim,
    Dark,
}

/// Everything seen in one combination.
struct Look {
    circuits: Vec<Seen>,
    factory: Vec<Option<Seen>>,
    fed_back: Vec<usize>,
}

/// Combinations in which failures are looked at: each way to light each circuit, each factory wire
/// alone, most at once, and nothing.
fn states(study: &Assessment) -> Vec<Assignment> {
    let inputs = &study.wiring.inputs;
    let mut out = vec![Assignment::NONE];
    out.extend(study.scenes.iter().map(|s| s.inputs));
    out.extend(study.circuits.iter().flat_map(|c| c.chain.lit_by.iter().copied()));
    for c in &study.circuits {
        for tap in c.chain.taps() {
            out.push(inputs.completed(inputs.lowest_of(study.factory[tap].live_by)));
        }
    }
    out.sort_unstable();
    out.dedup();
    out
}

/// Looks at every single failure of the parts that are added.
pub fn failures(job: &Job, study: &Assessment) -> Vec<Failure> {
    failures_while(job, study, &Wanted::default())
}

/// Looks at every single failure, or at those until it is no longer wanted.
pub(super) fn failures_while(job: &Job, study: &Assessment, wanted: &Wanted) -> Vec<Failure> {
    let states = states(study);
    let mut live = Simulation::at_rest(study);
    let sound = live.built.clone();
    let before: Vec<Option<Look>> = states.iter().map(|&a| look(&mut live, a)).collect();
    let mut out = Vec::new();
    for (place, kind) in can_fail(&live).into_iter().take_while(|_| wanted.is_still()) {
        // What was there before the work is not judged; the bus is of the work, though of no circuit alone.
        let is_added = matches!(
            place.what,
            PartKind::GroundBus
                | PartKind::PlugGround
                | PartKind::HousingGround(_)
                | PartKind::BlockFeed
                | PartKind::BlockRelay
        );
        if place.circuit.is_none() && !is_added {
            continue;
        }
        live.built = sound.clone();
        if !put_in(&mut live, place, kind) {
            continue;
        }
        let after: Vec<Option<Look>> = states.iter().map(|&a| look(&mut live, a)).collect();
        let seen = Compared { job, study, states: &states, before: &before, after: &after };
        let mut effects = seen.effects();
        effects.extend(out_of_step(study, place));
        let lost = seen.lost_role();
        out.push(Failure {
            part: names::key(job, study, place),
            name: names::full(job, study, place),
            kind,
            kind_text: kind_text(kind),
            effects,
            grade: lost.map(|_| if seen.touches_factory() { Grade::Stop } else { Grade::Fix }),
            remedy: lost.map(|_| remedy(place, kind)),
        });
    }
    out
}

/// What an open sync wire does: the lamps behind it flash on their own.
fn out_of_step(study: &Assessment, place: PartRef) -> Option<String> {
    let PartKind::Leg(leg, Pole::Sync) = place.what else { return None };
    let chain = &study.circuits.get(place.circuit?)?.chain;
    let legs = &chain.sync_legs;
    let behind = legs.iter().enumerate().filter(|(k, _)| leg_path(legs, *k).contains(&leg));
    let lamps: Vec<String> = behind
        .flat_map(|(_, l)| &l.lamps)
        .map(|&lamp| say::lamp(&chain.lamp_number(lamp)))
        .collect();
    Some(say::out_of_step_with_the_others(&chain.name, &lamps.join(", ")))
}

fn look(live: &mut Simulation, a: Assignment) -> Option<Look> {
    // The battery's own state does not matter here: one network serves all combinations.
    live.built.put(a);
    let solution = live.solve().ok()?;
    let circuits = (0..live.study.circuits.len())
        .map(|c| {
            let level = live.level(&solution, c);
            if level.is_lit() {
                Seen::Lit
            } else if level.most >= super::simulation::LIT_PART {
                Seen::Partly
            } else if level.is_dark() {
                Seen::Dark
            } else {
                Seen::Dim
            }
        })
        .collect();
    let factory = live
        .built
        .factory
        .iter()
        .enumerate()
        .map(|(i, f)| f.and_then(|f| factory_seen(live, &solution, i, f.lamps?)))
        .collect();
    let fed_back = live
        .built
        .factory
        .iter()
        .enumerate()
        .filter(|&(i, f)| {
            f.is_some_and(|f| {
                !a.any(live.study.factory[i].live_by)
                    && f.lit_v(&solution) > super::sweep::FED_BACK_V
            })
        })
        .map(|(i, _)| i)
        .collect();
    Some(Look { circuits, factory, fed_back })
}

fn factory_seen(
    live: &Simulation,
    solution: &Solution,
    index: usize,
    lamps: jovek_circuit::ElementId,
) -> Option<Seen> {
    let planned = &live.study.factory[index];
    let rated_w = planned.existing_a * 13.5 * live.study.supply.batteries;
    let part = solution.power_w(&live.built.net, lamps) / rated_w.max(1e-9);
    Some(if part >= super::simulation::LIT_PART {
        Seen::Lit
    } else if part <= super::simulation::DARK_PART {
        Seen::Dark
    } else {
        Seen::Dim
    })
}

struct Compared<'a> {
    job: &'a Job,
    study: &'a Assessment,
    states: &'a [Assignment],
    before: &'a [Option<Look>],
    after: &'a [Option<Look>],
}

impl Compared<'_> {
    fn pairs(&self) -> impl Iterator<Item = (Assignment, &Look, &Look)> {
        self.states
            .iter()
            .zip(self.before.iter().zip(self.after))
            .filter_map(|(a, (x, y))| Some((*a, x.as_ref()?, y.as_ref()?)))
    }

    fn effects(&self) -> Vec<String> {
        let mut out = Vec::new();
        for (c, studied) in self.study.circuits.iter().enumerate() {
            let of = |x: &Look| Some(x.circuits[c]);
            out.extend(self.effect(&studied.chain.name, of));
        }
        for (i, f) in self.job.factory.iter().enumerate() {
            out.extend(self.effect(&f.name, |x| x.factory[i]));
        }
        for (i, f) in self.job.factory.iter().enumerate() {
            let fed =
                self.pairs().find(|(_, x, y)| !x.fed_back.contains(&i) && y.fed_back.contains(&i));
            if let Some((a, ..)) = fed {
                let words = self.study.wiring.inputs.words(self.job, a);
                out.push(say::is_fed_backwards(&f.name, &words));
            }
        }
        out
    }

    /// The gravest change of one set of lamps.
    fn effect(&self, name: &str, of: impl Fn(&Look) -> Option<Seen>) -> Option<String> {
        let inputs = &self.study.wiring.inputs;
        let changes: Vec<(Assignment, Seen, Seen)> = self
            .pairs()
            .filter_map(|(a, x, y)| Some((a, of(x)?, of(y)?)))
            .filter(|(_, x, y)| x != y)
            .collect();
        let lit_before = self.pairs().filter(|(_, x, _)| of(x) == Some(Seen::Lit)).count();
        let out = changes.iter().filter(|c| c.1 == Seen::Lit && c.2 == Seen::Dark).count();
        if out > 0 && out == lit_before {
            return Some(say::out(&name));
        }
        let (a, _, after) = *changes
            .iter()
            .find(|c| c.2 == Seen::Lit)
            .or_else(|| changes.iter().find(|c| c.2 == Seen::Dark))
            .or(changes.first())?;
        let words = inputs.words(self.job, a);
        Some(match after {
            Seen::Lit => say::lit_with(&name, &words),
            Seen::Dark => say::out_with(&name, &words),
            Seen::Partly => say::partly_out(&name, &words),
            Seen::Dim => say::dim_with(&name, &words),
        })
    }

    /// A role that must not go out altogether, and does in some combination: whatever burns in another is no help there.
    fn lost_role(&self) -> Option<LampRole> {
        [LampRole::Headlamp, LampRole::Tail, LampRole::Brake].into_iter().find(|&role| {
            let lit = |x: &Look| {
                let added = self.study.circuits.iter().enumerate().any(|(c, s)| {
                    x.circuits[c] != Seen::Dark
                        && self.job.circuits[s.index].lights.iter().any(|l| l.role == Some(role))
                });
                let factory = self.job.factory.iter().enumerate().any(|(i, f)| {
                    // Only the wire of a lamp has lamps of its own.
                    f.of == VehicleSide::Own
                        && f.kind == FactoryKind::Lamp
                        && role_of(f.follows) == Some(role)
                        && x.factory[i].is_some_and(|seen| seen != Seen::Dark)
                });
                added || factory
            };
            self.pairs().any(|(_, x, y)| lit(x) && !lit(y))
        })
    }

    /// True where lamps that were there before go out.
    fn touches_factory(&self) -> bool {
        self.pairs().any(|(_, x, y)| {
            x.factory
                .iter()
                .zip(&y.factory)
                .any(|(x, y)| *x == Some(Seen::Lit) && *y == Some(Seen::Dark))
        })
    }
}

/// Lamps of the factory that hang on the wire of a signal.
fn role_of(signal: Signal) -> Option<LampRole> {
    match signal {
        Signal::LowBeam | Signal::HighBeam => Some(LampRole::Headlamp),
        Signal::Parking => Some(LampRole::Tail),
        Signal::Brake => Some(LampRole::Brake),
        _ => None,
    }
}

fn remedy(place: PartRef, kind: FaultKind) -> &'static str {
    match (place.what, kind) {
        (PartKind::SignalLead(_), FaultKind::Short) => say::a_small_fuse_of_its_own(),
        (PartKind::Link(_), FaultKind::Short) => say::a_fuse_of_its_own(),
        (PartKind::RelayContact(_) | PartKind::Coil(_) | PartKind::CoilGround(_), _) => {
            say::a_relay_for_each_beam()
        }
        (PartKind::PlugGround, _) => say::the_pin_is_the_only_ground(),
        (PartKind::HousingGround(_), _) => say::a_second_ground_wire(),
        (PartKind::GroundBus, _) => say::a_second_lead_from_the_bus(),
        _ => say::a_feed_fuse_and_ground(),
    }
}
