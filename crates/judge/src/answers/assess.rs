//! The pipeline: plan every circuit, size it, solve the whole vehicle in each state, read it out.

use crate::answers::choices::choices;
use crate::answers::lights::light_answer;
use crate::answers::run::route_answer;
use crate::answers::stages::stages;
use crate::answers::trade_off::trade_off;
use crate::answers::ways::way_answers;
use crate::answers::{
    Answers, CircuitAnswer, CutTotal, FactoryAnswer, LightAnswer, MissingWire, WireChoice,
};
use crate::harness::connectors::connectors;
use crate::harness::joints::{sleeves, terminals};
use crate::harness::pins::pins;
use crate::harness::reels::{reel_m, reels};
use crate::harness::{Installation, Laying, cuts, parts, sheet_cuts};
use crate::kinds::undecided;
use crate::look_walk::look_walk;
use crate::prove::checks::checks;
use crate::prove::figures::Proving;
use crate::prove::short_set::{left_open, short_minutes_text};
use crate::rules;
use crate::rules::{CircuitView, Context};
use crate::strip_answers::strip_answer;
use crate::volt_line::{SolvedState, VoltLine, volt_line};
use jovek_base::figure::amps;
use jovek_base::units::Units;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::fuse::{CONTINUOUS_PART, Fuse};
use jovek_job::SupplyState;
use jovek_job::{CircuitId, FactoryKind, Job};
use jovek_phrases::answers as say;
use jovek_plan::bundles::bundles;
use jovek_plan::chain::Chain;
use jovek_plan::inputs::Assignment;
use jovek_plan::keyed;
use jovek_plan::logic::sentence;
use jovek_plan::network::apart::Apart;
use jovek_plan::network::build::Situation;
use jovek_plan::network::cache::NetworkCache;
use jovek_plan::sizes::{ControlChoice, Sizes};
use jovek_plan::sizing::trial::SizingInput;
use jovek_plan::strips::{StripOf, strips};
use jovek_plan::study::{Assessment, Studied, hangs_on_its_fuse, study_with};
use jovek_plan::switching::{Unmet, unmet_text};
use jovek_plan::wires::hardware;
use jovek_plan::{probe, survey};
use rayon::prelude::*;

/// All answers to a job.
pub fn assess(job: &Job) -> Answers {
    Begun::new(job.clone()).finished().2
}

/// A job planned, sized and judged. The readings to expect are still to be worked out: half of all work, and nobody
/// looks at them while a figure is typed.
#[derive(Debug, Clone)]
pub struct Begun {
    job: Job,
    study: Assessment,
    answers: Answers,
}

impl Begun {
    /// Plans a job and judges it.
    pub fn new(job: Job) -> Begun {
        let (study, answers) = judged(&job);
        Begun { job, study, answers }
    }

    /// The answers so far: no readings, and no stages, which count them.
    pub fn answers(&self) -> &Answers {
        &self.answers
    }

    /// Works out the readings: the job, the plan that all was read from, and all answers.
    pub(crate) fn finished(self) -> (Job, Assessment, Answers) {
        let Begun { job, study, mut answers } = self;
        let parts_of = study.parts();
        let mut cache = NetworkCache::default();
        let apart = apart(&study, &parts_of, &mut cache);
        let proving = Proving {
            job: &job,
            installed: study.installed(&parts_of),
            scenes: &study.scenes,
            inputs: &study.wiring.inputs,
            apart: apart.as_ref(),
        };
        // Without a steady state there is nothing to expect; the finding says so.
        let check_list = checks(&proving, &mut cache).unwrap_or_default();
        answers.short_minutes_text = short_minutes_text(&check_list);
        answers.left_open = left_open(&check_list);
        answers.checks = check_list;
        answers.stages = stages(&job, &answers);
        drop(parts_of);
        (job, study, answers)
    }
}

/// The plan of a job, and its answers without readings and stages.
fn judged(job: &Job) -> (Assessment, Answers) {
    let mut cache = NetworkCache::default();
    let study = study_with(job, &mut cache);
    let parts_of = study.parts();
    let mut volt_lines = volt_lines(&study, &parts_of, job.shop.units, &mut cache);
    let strips = strips(job);
    let circuits: Vec<CircuitAnswer> = study
        .circuits
        .par_iter()
        .zip(&mut volt_lines)
        .map(|(studied, lines)| {
            circuit_answer(job, &study, studied, std::mem::take(lines), &strips)
        })
        .collect();
    let views: Vec<CircuitView> = study
        .circuits
        .iter()
        .zip(&circuits)
        .enumerate()
        .map(|(number, (studied, answer))| CircuitView {
            number,
            circuit: &job.circuits[studied.index],
            chain: &studied.chain,
            sized: &studied.sized,
            feeds: &studied.feeds,
            unmet: studied.unmet(job),
            volt_lines: &answer.volt_lines,
            strips: answer.lights.iter().map(|l| l.strip.as_ref()).collect(),
        })
        .collect();
    let of = Installation::of(job, &study, &parts_of);
    let (cut_lines, joint_list) = sheet_cuts(of, &strips, study.layout.as_ref());
    let connector_list = connectors(of, &cut_lines);
    let bundled = study.layout.as_ref().map(|l| (l, bundles(&study, l, job.shop.units.lengths)));
    let laying = match &bundled {
        Some((layout, bundles)) => Laying::on_ways(layout, bundles, job.shop.jacketed),
        None => Laying::along_sections(of, &cut_lines),
    };
    let findings = rules::findings(&Context {
        job,
        inputs: &study.wiring.inputs,
        supply: &study.supply,
        factory: &study.factory,
        circuits: &views,
        layout: bundled,
        cuts: &cut_lines,
        connectors: &connector_list,
        study: &study,
        assumptions: &study.assumed,
    });
    drop(views);
    let extras = parts::Extras {
        strips: &strips,
        terminals: &terminals(job, &cut_lines, &joint_list),
        sleeves: &sleeves(&joint_list, &cut_lines, job.shop.units),
        connectors: &connector_list,
        laying: &laying,
    };
    let part_lines = parts::parts_list(&parts::items(of, &cut_lines, &extras), job.shop.units);
    let answers = Answers {
        factory: factory_answers(job, &study),
        cut_totals: cut_totals(&cut_lines, job.shop.units),
        circuits,
        findings,
        reels: reels(&cut_lines, reel_m(&job.shop), job.shop.units),
        pins: pins(of, &cut_lines),
        terminals: terminals(job, &cut_lines, &joint_list),
        joints: joint_list,
        connectors: connector_list,
        cuts: cut_lines,
        parts: part_lines,
        route: route_answer(job, &study),
        short_minutes_text: String::new(),
        left_open: Vec::new(),
        path_rules: rules::run::path_rules(job.shop.units),
        checks: Vec::new(),
        look: look_walk(job, &study.assumed),
        assumptions: study.assumed.clone(),
        undecided: undecided(job),
        new_circuit: job.new_circuit(CircuitId::from("new"), say::new_circuit()),
        stages: Vec::new(),
    };
    drop(parts_of);
    (study, answers)
}

/// What can be looked at without the rest of the vehicle; none where it has no steady state with nothing on.
fn apart(
    study: &Assessment,
    parts: &[(&Chain, &Sizes)],
    cache: &mut NetworkCache,
) -> Option<Apart> {
    let at_rest = study.situation(SupplyState::EngineOff, Assignment::NONE);
    let (built, solution) = cache.operate(study.installed(parts), &at_rest).ok()?;
    Apart::new(built, &solution)
}

/// The volt lines of each circuit, one for each state of the supply that has a steady state, each
/// in the first scene that lights the circuit.
fn volt_lines(
    study: &Assessment,
    parts: &[(&Chain, &Sizes)],
    units: Units,
    cache: &mut NetworkCache,
) -> Vec<Vec<VoltLine>> {
    let installed = study.installed(parts);
    let mut lines: Vec<Vec<VoltLine>> = vec![Vec::new(); parts.len()];
    for state in SupplyState::ALL {
        let mut shown = vec![false; parts.len()];
        for (number, scene) in study.scenes.iter().enumerate() {
            let situation = Situation::plain(&study.supply, state, scene.inputs);
            let fresh;
            let (built, solution) = match study.solved(state, scene.inputs) {
                Some(solution) => (cache.built(installed, &situation), solution),
                None => match cache.solve(installed, &situation) {
                    Ok((built, solution)) => {
                        fresh = solution;
                        (built, &fresh)
                    }
                    Err(_) => continue,
                },
            };
            let (factory, grounds) = (study.factory.as_slice(), study.grounds.as_slice());
            let inputs = scene.inputs;
            let solved = SolvedState { state, built, solution, factory, grounds, inputs, units };
            for (i, (chain, sizes)) in parts.iter().enumerate() {
                // What no scene lights is shown dark in the first.
                let never = !study.scenes.iter().any(|s| s.lit.contains(&i));
                if !shown[i] && (scene.lit.contains(&i) || (never && number == 0)) {
                    shown[i] = true;
                    lines[i].push(volt_line(chain, sizes, i, &solved));
                }
            }
        }
    }
    lines
}

fn circuit_answer(
    job: &Job,
    study: &Assessment,
    studied: &Studied,
    volt_lines: Vec<VoltLine>,
    strips: &[StripOf],
) -> CircuitAnswer {
    let circuit = &job.circuits[studied.index];
    let sized = &studied.sized;
    let bench = &SizingInput {
        shop: &job.shop,
        system: job.vehicle.system,
        supply: &study.supply,
        factory: &study.factory,
        block: study.block.as_ref(),
        grounds: &study.grounds,
        chain: &studied.chain,
        circuit,
        insulation: study.insulation,
        on_that_fuse: hangs_on_its_fuse(job, &studied.chain),
        leads: None,
    };
    let sizes = &sized.chosen.sizes;
    let current_a = volt_lines.first().map_or(sized.chosen.load_a, |l| l.current_a);
    let fuse = sizes
        .fuse
        .map_or(say::factory_fuse().to_owned(), |f| format!("{} {}", f.label(), f.noun()));
    let wire = match studied.chain.is_plug {
        true => say::own_plug().to_owned(),
        false => sizes.wire.label(),
    };
    CircuitAnswer {
        id: circuit.id.clone(),
        name: studied.chain.name.clone(),
        headline: format!("{wire} · {fuse} · {}", amps(current_a)),
        wish_text: sentence(job, &keyed::wish(job, circuit)),
        feeds: studied.feeds.clone(),
        ways: way_answers(job, circuit, studied),
        has_relays: match (&studied.chain.switching, &sizes.control) {
            (Some(switching), _) => switching.relays.iter().any(|r| !r.role.is_module()),
            (None, control) => matches!(control, ControlChoice::Relay { .. }),
        },
        has_own_switch: circuit.kit.is_none()
            && !studied.chain.is_by_radio()
            && hardware(&studied.chain, sizes)
                .is_some_and(|i| i.own_switch(studied.chain.own_switch).is_some()),
        unmet_text: studied.unmet(job).map(unmet_text),
        missing_wire: studied
            .unmet(job)
            .map(|&Unmet::NoWire(of, follows)| MissingWire { of, follows }),
        lights: circuit
            .lights
            .iter()
            .zip(&bench.chain.lamps)
            .enumerate()
            .map(|(k, (light, lamp))| {
                let found = strips.iter().find(|s| s.circuit == studied.index && s.light == k);
                // The state in which the strip is darkest.
                let line = volt_lines.iter().min_by(|a, b| a.lamp_v.total_cmp(&b.lamp_v));
                LightAnswer {
                    strip: found.map(|s| strip_answer(&s.plan, line, &job.shop)),
                    ..light_answer(light, lamp, bench.supply, job.shop.units)
                }
            })
            .collect(),
        choices: choices(bench, sized),
        // Where no wire is laid there is none to trade.
        trade_off: match bench.chain.is_plug {
            true => Vec::new(),
            false => trade_off(bench, sized, &mut NetworkCache::default()),
        },
        volt_lines,
        wire_menu: Conductor::shelf(bench.shop.wire_system)
            .iter()
            .map(|c| WireChoice { value: c.to_string(), label: c.label() })
            .collect(),
        fuse_menu: match bench.chain.is_plug {
            true => Vec::new(),
            false => Fuse::ladder().iter().map(|f| f.rating_a).collect(),
        },
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
                probe: probe::judge(&f.probe, f.switched, job.vehicle.system),
                survey: (f.kind == FactoryKind::FusePosition)
                    .then(|| survey::judge(&f.survey.unwrap_or_default(), job.vehicle.system)),
                headroom_text: say::free_of_80(
                    &amps((most_a - planned.existing_a).max(0.0)),
                    &amps(most_a),
                    &planned.fuse_a,
                    &match f.wire {
                        Some(_) => String::new(),
                        None => say::wire_assumed(&planned.wire.label()),
                    },
                ),
            }
        })
        .collect()
}

fn cut_totals(lines: &[cuts::CutLine], units: Units) -> Vec<CutTotal> {
    let mut out: Vec<(Conductor, CutTotal)> = Vec::new();
    for line in lines {
        match out.iter_mut().find(|(wire, _)| *wire == line.wire) {
            Some((_, total)) => {
                total.pieces += 1;
                total.length_m += line.length_m;
            }
            None => out.push((
                line.wire,
                CutTotal {
                    wire: line.wire_text.clone(),
                    pieces: 1,
                    length_m: line.length_m,
                    length_text: String::new(),
                },
            )),
        }
    }
    out.into_iter()
        .map(|(_, mut total)| {
            total.length_m = (total.length_m * 100.0).round() / 100.0;
            total.length_text = units.length(total.length_m);
            total
        })
        .collect()
}
