//! One drop: what sizing, the volt line and the findings say of a circuit is read off the same solved network, and
//! a lamp that another vehicle feeds is judged on that vehicle's battery.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::job::SupplyState;
use jovek_core::plan::drop::Drop;
use jovek_core::plan::network::build::build;
use jovek_core::plan::study::study;
use jovek_core::volt_line::Glow;

/// Whatever stays below its floor in any state has a finding of its circuit, Fix or graver.
#[test]
fn what_is_below_its_floor_is_told() {
    with_jobs(300, |number, job| {
        let answers = assess(job);
        for circuit in &answers.circuits {
            let is_short = circuit
                .volt_lines
                .iter()
                .any(|l| l.glow != Glow::Dark && l.floor_v.is_some_and(|v| l.lamp_v < v - 0.006));
            let told = answers
                .findings
                .iter()
                .any(|f| f.circuit.as_ref() == Some(&circuit.id) && f.grade <= Grade::Fix);
            assert!(!is_short || told, "job {number}: {}", circuit.name);
        }
    });
}

/// The volt line's figures are the drop's: source, weakest lamp, floor.
#[test]
fn the_volt_line_shows_the_drop() {
    for (name, job) in demo_jobs() {
        let (study, answers) = (study(&job), assess(&job));
        let parts = study.parts();
        for state in SupplyState::ALL {
            for scene in &study.scenes {
                let situation = study.situation(state, scene.inputs);
                let built = build(study.installed(&parts), &situation);
                let solution = jovek_core::circuit::solve(&built.net).unwrap();
                for &c in &scene.lit {
                    let chain = parts[c].0;
                    let with = (study.factory.as_slice(), scene.inputs);
                    let drop = Drop::of(state, (&built, &solution), (c, chain), with);
                    assert!(
                        drop.lost_v() > 0.0 && drop.lost_v() < 3.0,
                        "{name} {}: {drop:?}",
                        chain.name
                    );
                    // Shown is the first scene that lights it.
                    let first = study.scenes.iter().find(|s| s.lit.contains(&c)).unwrap();
                    let lines = &answers.circuits[c].volt_lines;
                    if let (true, Some(line)) =
                        (first.inputs == scene.inputs, lines.iter().find(|l| l.state == state))
                    {
                        assert!((line.battery_v - drop.source_v).abs() < 1e-3, "{name}");
                        assert!((line.lamp_v - drop.lamp_v).abs() < 1e-3, "{name} {}", chain.name);
                        let floors = (line.floor_v, drop.floor_v());
                        let is_same = match floors {
                            (Some(shown), Some(read)) => (shown - read).abs() < 1e-3,
                            (shown, read) => shown == read,
                        };
                        assert!(is_same, "{name}: {floors:?}");
                    }
                }
            }
        }
    }
}
