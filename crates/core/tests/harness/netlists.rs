//! One network: what `solve` and Try show of a state is what the exported netlist gives in ngspice, at every node,
//! what has failed included. Outside reference: ngspice, from Debian's packages.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use jovek_core::circuit::spice;
use jovek_core::export::{Format, export};
use jovek_core::job::{Fault, Job, SavedState, StateId, SupplyState, VehicleState};
use jovek_core::moment::moment;
use jovek_core::plan::study::study;
use jovek_core::proof::simulation::Simulation;
use jovek_core::proof::{apply, can_fail, names};
use std::collections::HashMap;
use std::process::{Command, Stdio};
use std::sync::atomic::{AtomicUsize, Ordering};

static FILES: AtomicUsize = AtomicUsize::new(0);

/// Node voltages of a netlist as ngspice finds them.
fn ngspice(netlist: &str) -> HashMap<String, f64> {
    let number = FILES.fetch_add(1, Ordering::Relaxed);
    let file =
        std::env::temp_dir().join(format!("jovek-netlist-{}-{number}.cir", std::process::id()));
    std::fs::write(&file, netlist).unwrap();
    let out = Command::new("ngspice").arg("-b").arg(&file).stdin(Stdio::null()).output();
    std::fs::remove_file(&file).unwrap();
    let out = out.expect("ngspice is installed by `make deps-test`");
    let text = String::from_utf8_lossy(&out.stdout);
    let lines = text.lines().filter_map(|line| {
        let mut words = line.split_whitespace();
        let (name, value) = (words.next()?, words.next()?);
        let volt_v: f64 = value.parse().ok()?;
        name.starts_with("n_").then(|| (name.to_owned(), volt_v))
    });
    lines.collect()
}

/// Compares a state of a job; the nodes compared. None where it has no steady state.
fn agrees(name: &str, job: &Job, state: &VehicleState) -> Option<usize> {
    let study = study(job);
    let asked = jovek_core::state::worked_out(job, &study.wiring.inputs, state).unwrap();
    let mut live = Simulation::new(&study, asked.situation(&study));
    state.faults.iter().for_each(|fault| apply(&mut live, job, fault).unwrap());
    let solution = live.solve().ok()?;
    // A relay that buzzes has no state that a netlist could hold.
    if solution.buzzing().next().is_some() {
        return None;
    }
    let mut saved = job.clone();
    let id = StateId::from("compared");
    saved.states = vec![SavedState { id, name: "compared".into(), state: state.clone() }];
    let netlist = export(&saved, Format::Spice, Some("compared")).unwrap();
    let mut theirs = ngspice(&netlist);
    if theirs.values().any(|v| v.is_nan()) {
        // Some networks of ten amperes beside microamperes never come to rest within a nanovolt there.
        let looser = "reltol=1e-7 vntol=1e-8 abstol=1e-8";
        theirs = ngspice(&netlist.replace("reltol=1e-9 vntol=1e-9 abstol=1e-9", looser));
    }
    let net = &live.built.net;
    let nodes = spice::node_names(net);
    for (k, node) in net.node_names().iter().enumerate().skip(1) {
        let ours_v = solution.node_v(net.find_node(node).unwrap());
        let Some(theirs_v) = theirs.get(&nodes[k]) else {
            panic!("{name}: ngspice did not find {node}; {} nodes found", theirs.len())
        };
        assert!(
            (ours_v - theirs_v).abs() < 1e-3,
            "{name}, {node}: {ours_v} V, ngspice {theirs_v} V"
        );
    }
    // The same lamps as Try and `solve` show.
    let seen = moment(job, state, None).unwrap();
    let lamps = live.built.circuits.iter().flat_map(|c| c.lamps.iter().flatten());
    let ours: Vec<f64> = lamps.map(|&l| solution.across_v(net, l)).collect();
    let shown: Vec<f64> = seen.lamps.iter().map(|l| l.volt_v).collect();
    assert_eq!(ours.len(), shown.len(), "{name}");
    for (ours_v, shown_v) in ours.iter().zip(&shown) {
        assert!((ours_v - shown_v).abs() < 0.01, "{name}: {ours_v} V, shown {shown_v} V");
    }
    Some(nodes.len())
}

/// A state of the supply with as much lit as goes together.
fn lit(job: &Job, supply: SupplyState) -> VehicleState {
    let study = study(job);
    let on = study.wiring.inputs.keys(job, study.most_lit());
    VehicleState { on, supply, ..VehicleState::default() }
}

/// The same with every so-manieth part failed, one state for each.
fn failed(job: &Job, every: usize) -> Vec<VehicleState> {
    let study = study(job);
    let live = Simulation::at_rest(&study);
    let faults = can_fail(&live)
        .into_iter()
        .step_by(every)
        .map(|(part, kind)| Fault { part: names::key(job, &study, part), kind });
    faults
        .map(|fault| VehicleState { faults: vec![fault], ..lit(job, SupplyState::EngineOff) })
        .collect()
}

#[test]
fn demo_jobs_in_every_state_of_the_supply_and_with_faults() {
    let mut compared = 0;
    for (name, job) in demo_jobs() {
        for supply in SupplyState::ALL {
            let dark = VehicleState { supply, ..VehicleState::default() };
            for state in [lit(&job, supply), dark] {
                compared += agrees(&format!("{name} {supply:?}"), &job, &state).unwrap();
            }
        }
        for state in failed(&job, 9) {
            let what = format!("{name} with {:?}", state.faults);
            compared += agrees(&what, &job, &state).unwrap_or_default();
        }
    }
    assert!(compared > 3000, "{compared} nodes");
}

#[test]
fn five_hundred_jobs_by_chance() {
    let compared = AtomicUsize::new(0);
    with_jobs(500, |number, job| {
        let supply = SupplyState::ALL[number as usize % 4];
        let found = agrees(&format!("job {number} {supply:?}"), job, &lit(job, supply));
        compared.fetch_add(found.unwrap_or_default(), Ordering::Relaxed);
    });
    assert!(compared.into_inner() > 10_000);
}

/// Ids that differ only in case or punctuation stay apart in the netlist.
#[test]
fn ids_alike_to_spice_stay_apart() {
    let mut job = demo_jobs().remove(0).1;
    job.circuits.truncate(1);
    let mut other = job.circuits[0].clone();
    job.circuits[0].id = "a-b".into();
    other.id = "A.b".into();
    other.lights[0].id = jovek_core::job::LightId::from("other");
    job.circuits.push(other);
    assert!(agrees("a-b and A.b", &job, &lit(&job, SupplyState::EngineOff)).is_some());
}
