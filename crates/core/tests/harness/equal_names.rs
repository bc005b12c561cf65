//! Nothing is found by its name: a job in which everything has the same one has the same harness, and what
//! stays apart on its lists stays apart there too.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use jovek_core::answers::{Answers, assess};
use jovek_core::diagnose::diagnose;
use jovek_core::formboard;
use jovek_core::job::Job;
use jovek_core::plan::end::End;
use jovek_core::plan::study::study;
use jovek_core::proof::names;
use jovek_core::proof::simulation::Simulation;
use std::collections::{BTreeSet, HashSet};

/// The same job with one name for everything that a person can name.
fn renamed(job: &Job) -> Job {
    let mut job = job.clone();
    for circuit in &mut job.circuits {
        circuit.name = "Same".into();
        circuit.lights.iter_mut().for_each(|l| l.name = "Same".into());
        let run = &mut circuit.run;
        run.supply.iter_mut().chain(&mut run.back).for_each(|s| s.name = "Same".into());
    }
    job.factory.iter_mut().for_each(|f| f.name = "Same".into());
    job.switches.iter_mut().for_each(|s| s.name = "Same".into());
    if let Some(skeleton) = &mut job.skeleton {
        skeleton.ways.iter_mut().for_each(|w| w.name = Some("Same".into()));
        skeleton.places.iter_mut().for_each(|p| p.name = Some("Same".into()));
    }
    job
}

fn ends(answers: &Answers) -> Vec<(&str, End, End, String)> {
    answers
        .cuts
        .iter()
        .map(|c| (c.label.as_str(), c.from_end, c.to_end, format!("{:.3}", c.length_m)))
        .collect()
}

fn check(name: &str, job: &Job) {
    let same = renamed(job);
    let (as_named, answers) = (assess(job), assess(&same));
    // The same pieces between the same ends, cavities, pins, joints, connectors.
    assert_eq!(ends(&as_named), ends(&answers), "{name}");
    let of = |a: &Answers| a.connectors.iter().map(|c| c.of).collect::<Vec<_>>();
    assert_eq!(of(&as_named), of(&answers), "{name}");
    let cavities = |a: &Answers| {
        let all = a.connectors.iter().flat_map(|c| &c.cavities);
        all.map(|c| (c.pin, c.wires.clone())).collect::<Vec<_>>()
    };
    assert_eq!(cavities(&as_named), cavities(&answers), "{name}");
    let at = |a: &Answers| a.joints.iter().map(|j| (j.at, j.wires.len())).collect::<Vec<_>>();
    assert_eq!(at(&as_named), at(&answers), "{name}");
    let parts = |a: &Answers| -> f64 { a.parts.iter().map(|p| p.quantity).sum() };
    assert!((parts(&as_named) - parts(&answers)).abs() < 1e-6, "{name}");
    // On each list as much is told apart as with names of its own.
    let told = |a: &Answers| {
        let pins: BTreeSet<_> = a
            .pins
            .iter()
            .map(|p| (p.circuit.clone(), p.connector.clone(), p.pin.clone(), p.wire.clone()))
            .collect();
        let plugs: BTreeSet<_> = a.connectors.iter().map(|c| c.name.clone()).collect();
        let circuits: BTreeSet<_> = a.circuits.iter().map(|c| c.name.clone()).collect();
        let joints: BTreeSet<_> =
            a.joints.iter().map(|j| (j.circuit_name.clone(), j.place.clone())).collect();
        let checks: BTreeSet<_> = a.checks.iter().map(|c| c.name.clone()).collect();
        (pins.len(), plugs.len(), circuits.len(), joints.len(), checks.len())
    };
    assert_eq!(told(&as_named), told(&answers), "{name}");
    let words = |job: &Job| {
        let study = study(job);
        let live = Simulation::at_rest(&study);
        // A lamp and a switch may have one name: what they are tells them apart.
        let all: HashSet<_> = live
            .built
            .places
            .iter()
            // A wire has the name of the section that it lies in.
            .filter(|p| !names::words(job, &study, **p).contains('"'))
            .map(|p| (std::mem::discriminant(&p.what), names::full(job, &study, *p)))
            .collect();
        all.len()
    };
    assert_eq!(words(job), words(&same), "{name}: parts that a fault can sit in");
    let lines =
        |job: &Job| formboard::svg(job, &study(job)).map(|svg| svg.matches("<text").count());
    assert_eq!(lines(job), lines(&same), "{name}: formboard");
}

#[test]
fn demo_jobs_with_one_name_for_all() {
    for (name, job) in demo_jobs() {
        check(name, &job);
        // Fault finding keeps its suspects apart.
        let said = |job: &Job| {
            diagnose(job).unwrap().suspects.iter().map(|s| s.keys.clone()).collect::<Vec<_>>()
        };
        assert_eq!(said(&job), said(&renamed(&job)), "{name}");
    }
}

#[test]
fn any_job_with_one_name_for_all() {
    with_jobs(150, |number, job| check(&format!("job {number}"), job));
}
