//! A family of vehicles of more and more circuits, made by rule: how each cost grows as the work grows.

use crate::row::Row;
use anyhow::{Context, Result};
use jovek_core::answers::assess;
use jovek_core::base::wanted::Wanted;
use jovek_core::diagnose::diagnose;
use jovek_core::job::{CircuitId, Job, LightId};
use jovek_core::moment::{moment, saved_now};
use jovek_core::plan::study::study;
use jovek_core::proof::{failures, prove};
use jovek_core::question::most_important;
use jovek_core::work::steps::steps;
use std::hint::black_box;
use std::time::{Duration, Instant};

/// Circuits of each member.
const MEMBERS: [usize; 5] = [4, 10, 20, 30, 60];
/// The member at which the bars stand.
const AT: usize = 30;
/// Growth that is allowed from one member to the next, as a power of the circuits.
const MOST_POWER: f64 = 1.3;
/// Nothing is measured on a larger member once it takes longer than this on a smaller one.
const PATIENCE: Duration = Duration::from_secs(20);

/// The circuits of unit 14 (relays, wires that they share, branches) over and over, by their sections.
pub fn member(circuits: usize) -> Result<Job> {
    let mut job = Job::read(&std::fs::read_to_string(jovek_e2e::demo_file("14"))?)?;
    job.skeleton = None;
    job.readings = Vec::new();
    let four = std::mem::take(&mut job.circuits);
    for n in 0..circuits {
        let mut circuit = four[n % four.len()].clone();
        circuit.id = CircuitId::from(format!("n{n}").as_str());
        circuit.name = format!("{} {n}", circuit.name);
        circuit.sites = None;
        for (k, light) in circuit.lights.iter_mut().enumerate() {
            light.id = LightId::from(format!("n{n}-{k}").as_str());
        }
        job.circuits.push(circuit);
    }
    Ok(job)
}

/// Least time of three calls, ms; of one where a call takes long.
fn least_ms(mut work: impl FnMut()) -> f64 {
    let mut least = f64::INFINITY;
    for _ in 0..3 {
        let start = Instant::now();
        work();
        let took = start.elapsed();
        least = least.min(took.as_secs_f64() * 1000.0);
        if took > Duration::from_secs(2) {
            break;
        }
    }
    least
}

/// A cost by its name, what it takes on a job, and the bar at thirty circuits.
type Cost = (&'static str, fn(&Job) -> f64, &'static str, f64);

const COSTS: [Cost; 8] = [
    ("answers", answers_ms, "ms", 60.0),
    ("question that matters most", question_ms, "ms", 200.0),
    ("proof", proof_ms, "ms", 500.0),
    ("single failures", failures_ms, "ms", 1000.0),
    ("suggestion of the fault search", suggestion_ms, "ms", 1000.0),
    ("one state of Try", state_ms, "ms", 50.0),
    ("steps", steps_ms, "ms", 60.0),
    ("payload of an answer", payload_kb, "kB", 1500.0),
];

fn answers_ms(job: &Job) -> f64 {
    least_ms(|| {
        black_box(assess(black_box(job)));
    })
}

/// With one length of each circuit not measured: there is something to ask.
fn question_ms(job: &Job) -> f64 {
    let mut job = job.clone();
    for circuit in &mut job.circuits {
        circuit.run.supply.iter_mut().skip(2).take(1).for_each(|section| section.length_m = None);
    }
    let answers = assess(&job);
    least_ms(|| {
        black_box(most_important(black_box(&job), &answers, &Wanted::default()));
    })
}

fn proof_ms(job: &Job) -> f64 {
    let saved = saved_now(job);
    least_ms(|| {
        black_box(prove(black_box(job), saved.clone()));
    })
}

fn failures_ms(job: &Job) -> f64 {
    let planned = study(job);
    least_ms(|| {
        black_box(failures(black_box(job), &planned));
    })
}

fn suggestion_ms(job: &Job) -> f64 {
    least_ms(|| {
        let _ = black_box(diagnose(black_box(job)));
    })
}

fn state_ms(job: &Job) -> f64 {
    let Some(state) = job.states.first().map(|s| s.state.clone()) else { return f64::NAN };
    least_ms(|| {
        let _ = black_box(moment(black_box(job), &state, None));
    })
}

fn steps_ms(job: &Job) -> f64 {
    let (planned, answers) = (study(job), assess(job));
    least_ms(|| {
        black_box(steps(black_box(job), &planned, &answers));
    })
}

fn payload_kb(job: &Job) -> f64 {
    serde_json::to_vec(&assess(job)).map_or(f64::NAN, |bytes| bytes.len() as f64 / 1000.0)
}

/// Slope of the logarithms: the power of the circuits with which a cost grows.
fn power(points: &[(usize, f64)]) -> Option<f64> {
    let n = points.len() as f64;
    if points.len() < 2 {
        return None;
    }
    let logs: Vec<(f64, f64)> =
        points.iter().map(|&(circuits, cost)| ((circuits as f64).ln(), cost.ln())).collect();
    let mean = |of: fn(&(f64, f64)) -> f64| logs.iter().map(of).sum::<f64>() / n;
    let (x, y) = (mean(|p| p.0), mean(|p| p.1));
    let over: f64 = logs.iter().map(|p| (p.0 - x) * (p.1 - y)).sum();
    let under: f64 = logs.iter().map(|p| (p.0 - x).powi(2)).sum();
    Some(over / under)
}

/// Every cost over the family.
pub fn rows() -> Result<Vec<Row>> {
    let jobs = MEMBERS.iter().map(|&n| Ok((n, member(n)?))).collect::<Result<Vec<_>>>()?;
    let mut rows = Vec::new();
    for (name, cost, unit, bar) in COSTS {
        let mut points = Vec::new();
        for (circuits, job) in &jobs {
            let start = Instant::now();
            points.push((*circuits, cost(job)));
            if start.elapsed() > PATIENCE {
                break;
            }
        }
        for &(circuits, value) in &points {
            let bar = if circuits == AT { bar } else { f64::INFINITY };
            rows.push(Row::below(format!("{name}, {circuits} circuits"), value, unit, bar));
        }
        // From ten on: what every vehicle has, however few its circuits, is no growth.
        let grown: Vec<_> = points.iter().copied().filter(|p| p.0 >= 10).collect();
        let power = power(&grown).context("a family of one")?;
        rows.push(Row::below(format!("{name}, growth as a power"), power, "", MOST_POWER));
    }
    Ok(rows)
}
