//! The pipeline: plan every circuit, size it, solve the whole vehicle in each state, read it out.

use super::choices::choices;
use super::stages::stages;
use super::volt_line::{SolvedState, VoltLine, volt_line};
use super::{Answers, CircuitAnswer, CutTotal, FactoryAnswer, LightAnswer};
use crate::catalog::conductor::Conductor;
use crate::catalog::fuse::{CONTINUOUS_PART, Fuse};
use crate::circuit::{Network, Solution, SolveError, solve};
use crate::harness::{cuts, parts};
use crate::job::{Feed, Job, LampCircuit, Light};
use crate::plan::assumed::Assumed;
use crate::plan::build::{self, Installed, PlannedFactory, Situation};
use crate::plan::chain::ASSUMED_SWITCH_LEAD_M;
use crate::plan::feed::{self, FeedOption};
use crate::plan::lamp::PlannedLamp;
use crate::plan::rig::Rig;
use crate::plan::supply::PlannedSupply;
use crate::plan::{Chain, SupplyState};
use crate::prove::checks::{Proving, checks};
use crate::prove::probe;
use crate::rules::{self, CircuitView, Context};
use crate::sizing::choice::{amps, shown};
use crate::sizing::circuit::{Sized, Trials, size};
use crate::sizing::trial::{Bench, drop_limit_v};
use crate::sizing::{ControlChoice, Sizes};

/// A planned and sized job, before it is put into words.
pub struct Assessment {
    /// The supply.
    pub supply: PlannedSupply,
    /// Factory circuits.
    pub factory: Vec<PlannedFactory>,
    /// Index in the job, chain and sizing of each circuit that has lights.
    pub circuits: Vec<(usize, Chain, Sized)>,
    /// Feeds of those circuits.
    pub feeds: Vec<Vec<FeedOption>>,
    /// What was assumed.
    pub assumed: Vec<crate::plan::Assumption>,
    /// States of the whole vehicle that are solved already.
    solved: Vec<(SupplyState, Solution)>,
}

/// Most rounds of sizing the circuits together.
const ROUNDS: usize = 8;

/// Plans and sizes a job.
pub fn study(job: &Job) -> Assessment {
    study_on(job, &mut Rig::default())
}

/// Plans and sizes a job; `rig` takes the whole vehicle, for further use.
fn study_on(job: &Job, rig: &mut Rig) -> Assessment {
    let mut assumed = Assumed::default();
    let supply = PlannedSupply::new(job, &mut assumed);
    let factory: Vec<PlannedFactory> =
        (0..job.factory.len()).map(|i| PlannedFactory::new(job, i, &mut assumed)).collect();
    let mut planned = Vec::new();
    let mut feeds = Vec::new();
    for (index, circuit) in job.circuits.iter().enumerate().filter(|(_, c)| !c.lights.is_empty()) {
        // The lamps are planned twice: once to advise, once within the chain; only the second notes
        // what was assumed.
        let mut aside = Assumed::default();
        let lamps: Vec<PlannedLamp> = circuit
            .lights
            .iter()
            .map(|l| PlannedLamp::new(l, job.vehicle.system, "", &mut aside))
            .collect();
        let options = feed::options(job, circuit, &lamps, &supply, &factory);
        let feed = options
            .iter()
            .find(|o| o.is_used)
            .or(options.first())
            .map_or(Feed::Battery {}, |o| o.feed.clone());
        planned.push((index, Chain::new(job, index, circuit, &feed, &mut assumed)));
        feeds.push(options);
    }
    let (sized, solved) = size_together(job, &supply, &factory, &planned, rig);
    let circuits: Vec<(usize, Chain, Sized)> = planned
        .into_iter()
        .zip(sized)
        .map(|((index, chain), sized)| (index, chain, sized))
        .collect();
    note_switch_leads(job, &circuits, &mut assumed);
    Assessment { supply, factory, circuits, feeds, assumed: assumed.into_list(), solved }
}

/// The lead from relay to switch matters only where a relay was chosen; there it is assumed aloud.
fn note_switch_leads(job: &Job, circuits: &[(usize, Chain, Sized)], assumed: &mut Assumed) {
    for (index, chain, sized) in circuits {
        if matches!(sized.chosen.sizes.control, ControlChoice::Relay { .. }) {
            assumed.or(
                job.circuits[*index].control.switch_lead_m,
                ASSUMED_SWITCH_LEAD_M,
                format!("circuits[{index}].control.switch_lead_m"),
                format!("{}: relay to switch, one way", chain.name),
                "m",
            );
        }
    }
}

/// Sizes each circuit alone, then looks at all of them together and thickens where the shared
/// supply pulls one below its floor, until nothing moves. The states that were solved to see that
/// nothing moves come along.
fn size_together(
    job: &Job,
    supply: &PlannedSupply,
    factory: &[PlannedFactory],
    planned: &[(usize, Chain)],
    rig: &mut Rig,
) -> (Vec<Sized>, Vec<(SupplyState, Solution)>) {
    let bench = |i: usize| Bench {
        shop: &job.shop,
        system: job.vehicle.system,
        supply,
        factory,
        chain: &planned[i].1,
        circuit: &job.circuits[planned[i].0],
    };
    let mut trials: Vec<Trials> = planned.iter().map(|_| Trials::default()).collect();
    let mut sized: Vec<Sized> =
        trials.iter_mut().enumerate().map(|(i, trials)| size(&bench(i), 0, trials)).collect();
    let shelf = Conductor::shelf(job.shop.wire_system);
    let mut solved = Vec::new();
    for _ in 0..ROUNDS {
        solved.clear();
        let parts: Vec<(&Chain, &Sizes)> =
            planned.iter().zip(&sized).map(|((_, c), s)| (c, &s.chosen.sizes)).collect();
        let mut moved = Vec::new();
        for state in [SupplyState::LowBattery, SupplyState::EngineOff] {
            let situation = Situation::plain(supply, state);
            let Ok((built, solution)) =
                rig.solve(Installed { supply, factory, parts: &parts }, &situation)
            else {
                continue;
            };
            let source_v = solution.node_v(built.battery_plus);
            let limit_v = drop_limit_v(job.shop.drop, source_v, job.vehicle.system);
            for (i, at) in built.circuits.iter().enumerate() {
                let across = at
                    .lamps
                    .iter()
                    .flatten()
                    .next()
                    .map(|&l| solution.across_v(&built.net, l))
                    .unwrap_or(source_v);
                let passes_alone = sized[i].chosen.refusal.is_none();
                if passes_alone && source_v - across > limit_v * 1.000_001 && !moved.contains(&i) {
                    moved.push(i);
                }
            }
            solved.push((state, solution));
        }
        let mut changed = false;
        for i in moved {
            let now = sized[i].chosen.sizes.wire;
            let forced = job.circuits[planned[i].0].overrides.wire.is_some();
            let at = shelf.iter().position(|&c| c == now);
            if let Some(at) = at.filter(|at| !forced && at + 1 < shelf.len()) {
                sized[i] = size(&bench(i), at + 1, &mut trials[i]);
                changed = true;
            }
        }
        if !changed {
            return (sized, solved);
        }
    }
    (sized, Vec::new())
}

impl Assessment {
    /// Chains with their sizes.
    pub fn parts(&self) -> Vec<(&Chain, &Sizes)> {
        self.circuits.iter().map(|(_, c, s)| (c, &s.chosen.sizes)).collect()
    }

    /// What is on the vehicle with these chains.
    pub fn installed<'a>(&'a self, parts: &'a [(&'a Chain, &'a Sizes)]) -> Installed<'a> {
        Installed { supply: &self.supply, factory: &self.factory, parts }
    }

    /// The network of a state with its solution, for export.
    ///
    /// # Errors
    /// [`SolveError`] when there is no steady state.
    pub fn network(&self, state: SupplyState, on: bool) -> Result<(Network, Solution), SolveError> {
        let mut situation = Situation::plain(&self.supply, state);
        if !on {
            situation = situation.off();
        }
        let built = build::build(self.installed(&self.parts()), &situation);
        let solution = solve(&built.net)?;
        Ok((built.net, solution))
    }
}

/// All answers to a job.
pub fn assess(job: &Job) -> Answers {
    let mut rig = Rig::default();
    let study = study_on(job, &mut rig);
    let parts_of = study.parts();
    let mut volt_lines = volt_lines(job, &study, &parts_of, &mut rig);
    let circuits: Vec<CircuitAnswer> = study
        .circuits
        .iter()
        .enumerate()
        .map(|(i, (index, chain, sized))| {
            let bench = Bench {
                shop: &job.shop,
                system: job.vehicle.system,
                supply: &study.supply,
                factory: &study.factory,
                chain,
                circuit: &job.circuits[*index],
            };
            circuit_answer(&bench, sized, &study.feeds[i], std::mem::take(&mut volt_lines[i]))
        })
        .collect();
    let views: Vec<CircuitView> = study
        .circuits
        .iter()
        .enumerate()
        .map(|(i, (index, chain, sized))| CircuitView {
            circuit: &job.circuits[*index],
            chain,
            sized,
            feeds: &study.feeds[i],
            answer: &circuits[i],
        })
        .collect();
    let findings = rules::findings(&Context {
        job,
        supply: &study.supply,
        factory: &study.factory,
        circuits: &views,
        assumptions: &study.assumed,
    });
    drop(views);
    let cut_lines = cuts::cut_list(job, &parts_of, &study.circuit_indices());
    let part_lines = parts::parts_list(&parts_of, &cut_lines);
    let proving = Proving { job, installed: study.installed(&parts_of) };
    // Without a steady state there is nothing to expect; the finding says so.
    let check_list = checks(&proving, &mut rig).unwrap_or_default();
    let mut answers = Answers {
        factory: factory_answers(job, &study),
        cut_totals: cut_totals(&cut_lines),
        circuits,
        findings,
        cuts: cut_lines,
        parts: part_lines,
        checks: check_list,
        assumptions: study.assumed.clone(),
        stages: Vec::new(),
    };
    answers.stages = stages(job, &answers);
    answers
}

/// The volt lines of each circuit, one for each state of the supply that has a steady state.
fn volt_lines(
    job: &Job,
    study: &Assessment,
    parts: &[(&Chain, &Sizes)],
    rig: &mut Rig,
) -> Vec<Vec<VoltLine>> {
    let installed = study.installed(parts);
    let mut lines: Vec<Vec<VoltLine>> = vec![Vec::new(); parts.len()];
    for state in SupplyState::ALL {
        let situation = Situation::plain(&study.supply, state);
        let fresh;
        let (built, solution) = match study.solved.iter().find(|(s, _)| *s == state) {
            Some((_, solution)) => (rig.built(installed, &situation), solution),
            None => match rig.solve(installed, &situation) {
                Ok((built, solution)) => {
                    fresh = solution;
                    (built, &fresh)
                }
                Err(_) => continue,
            },
        };
        let solved = SolvedState { state, built, solution };
        for (i, (chain, sizes)) in parts.iter().enumerate() {
            lines[i].push(volt_line(job, chain, sizes, i, &solved));
        }
    }
    lines
}

impl Assessment {
    fn circuit_indices(&self) -> Vec<usize> {
        self.circuits.iter().map(|(index, _, _)| *index).collect()
    }
}

fn circuit_answer(
    bench: &Bench,
    sized: &Sized,
    feeds: &[FeedOption],
    volt_lines: Vec<VoltLine>,
) -> CircuitAnswer {
    let circuit: &LampCircuit = bench.circuit;
    let sizes = &sized.chosen.sizes;
    let current_a = volt_lines.first().map_or(sized.chosen.load_a, |l| l.current_a);
    let fuse = sizes.fuse.map_or("factory fuse".to_owned(), |f| f.label() + " fuse");
    CircuitAnswer {
        id: circuit.id.clone(),
        name: circuit.name.clone(),
        headline: format!("{} · {fuse} · {}", sizes.wire.label(), amps(current_a)),
        feeds: feeds.to_vec(),
        lights: circuit
            .lights
            .iter()
            .zip(&bench.chain.lamps)
            .map(|(light, lamp)| light_answer(light, lamp, bench.supply))
            .collect(),
        choices: choices(bench, sized),
        volt_lines,
        wire_menu: Conductor::shelf(bench.shop.wire_system)
            .iter()
            .map(Conductor::to_string)
            .collect(),
        fuse_menu: Fuse::ladder().iter().map(|f| f.rating_a).collect(),
    }
}

fn light_answer(light: &Light, lamp: &PlannedLamp, supply: &PlannedSupply) -> LightAnswer {
    let power = shown(lamp.power_w, "W");
    let power_text = match (lamp.measured_w, lamp.label_w) {
        (Some(_), Some(label)) => format!("{power} each, measured (label {})", shown(label, "W")),
        (Some(_), None) => format!("{power} each, measured"),
        (None, Some(_)) => format!("{power} each, label"),
        (None, None) => format!("{power} each, assumed"),
    };
    let difference_text = match (lamp.measured_w, lamp.label_w) {
        (Some(m), Some(l)) => Some(format!("{:+.0} % against the label", (m / l - 1.0) * 100.0)),
        _ => None,
    };
    let one = std::slice::from_ref(lamp);
    LightAnswer {
        id: light.id.clone(),
        power_text,
        difference_text,
        current_text: amps(feed::wanted_a(one, supply)).to_string(),
    }
}

fn factory_answers(job: &Job, study: &Assessment) -> Vec<FactoryAnswer> {
    job.factory
        .iter()
        .zip(&study.factory)
        .map(|(f, planned)| {
            let most_a = CONTINUOUS_PART * planned.fuse_a;
            FactoryAnswer {
                id: f.id.clone(),
                probe: probe::judge(&f.probe, job.vehicle.system),
                headroom_text: format!(
                    "{} free of {} (80 % of {} A){}",
                    amps((most_a - planned.existing_a).max(0.0)),
                    amps(most_a),
                    planned.fuse_a,
                    match f.wire {
                        Some(_) => String::new(),
                        None => format!("; wire assumed {}", planned.wire.label()),
                    }
                ),
            }
        })
        .collect()
}

fn cut_totals(lines: &[cuts::CutLine]) -> Vec<CutTotal> {
    let mut out: Vec<CutTotal> = Vec::new();
    for line in lines {
        match out.iter_mut().find(|t| t.wire == line.wire_text) {
            Some(total) => {
                total.pieces += 1;
                total.length_m += line.length_m;
            }
            None => out.push(CutTotal {
                wire: line.wire_text.clone(),
                pieces: 1,
                length_m: line.length_m,
                length_text: String::new(),
            }),
        }
    }
    for total in &mut out {
        total.length_m = (total.length_m * 100.0).round() / 100.0;
        total.length_text = shown(total.length_m, "m").to_string();
    }
    out
}
