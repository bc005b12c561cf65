//! Every state of every demo job, exported and run unchanged by `ngspice -b`; every node within
//! 5 mV or 0.2 %. Source: ngspice, a general-purpose circuit simulator, as Debian packages it.

use jovek_core::catalog::bulbs::bulb;
use jovek_core::circuit::{Network, Solution, solve, spice};
use jovek_core::defaults::fresh;
use jovek_core::diagnose::Case;
use jovek_core::diagnose::edit::apply;
use jovek_core::diagnose::predict::with_inputs;
use jovek_core::export::{Format, export};
use jovek_core::job::{Job, SupplyState};
use jovek_core::plan::network::build::build;
use jovek_core::plan::study::study;
use jovek_core::proof::simulation::supply_of;
use jovek_core::state;
use jovek_core::swap::ghost::{Other, lost_ground};
use jovek_core::trailer::build::build as build_trailer;
use jovek_core::trailer::connectors::PinFunction;
use jovek_core::trailer::ground::without_ground;
use jovek_core::trailer::probe::function_name;
use std::collections::HashMap;
use std::io::Write;
use std::process::{Command, Stdio};

/// Runs a netlist as it stands and reads the node voltages of its operating point.
fn ngspice(netlist: &str) -> HashMap<String, f64> {
    let dir = std::env::temp_dir().join(format!("jovek-spice-{}", std::process::id()));
    std::fs::create_dir_all(&dir).unwrap();
    let file = dir.join(format!(
        "{:x}.cir",
        netlist.len() * 31 + netlist.bytes().map(usize::from).sum::<usize>()
    ));
    std::fs::File::create(&file).unwrap().write_all(netlist.as_bytes()).unwrap();
    let out = Command::new("ngspice")
        .arg("-b")
        .arg(&file)
        .stdin(Stdio::null())
        .output()
        .expect("ngspice is installed by `make deps-test`");
    let text = String::from_utf8_lossy(&out.stdout).into_owned();
    assert!(!text.is_empty(), "{}", String::from_utf8_lossy(&out.stderr));
    // "	Node                                  Voltage" then "	n_bat_plus   1.24e+01".
    text.lines()
        .filter_map(|line| {
            let mut words = line.split_whitespace();
            let (name, value) = (words.next()?, words.next()?);
            let voltage: f64 = value.parse().ok()?;
            name.starts_with("n_").then(|| (name.to_owned(), voltage))
        })
        .collect()
}

/// The largest difference on any node, V, and how many were compared.
fn compare(
    name: &str,
    net: &Network,
    solution: &Solution,
    theirs: &HashMap<String, f64>,
) -> (f64, usize) {
    let (mut worst, mut nodes) = (0.0f64, 0);
    let spice_names = spice::node_names(net);
    for node_name in net.node_names().iter().skip(1) {
        let node = net.find_node(node_name).unwrap();
        let ours = solution.node_v(node);
        let spice_name = spice_names[node.index()].clone();
        let Some(&their) = theirs.get(&spice_name) else {
            panic!("{name}: {spice_name} is not in ngspice's answer");
        };
        let off = (ours - their).abs();
        worst = worst.max(off);
        assert!(
            off <= 0.005 || off <= 0.002 * their.abs(),
            "{name}: {spice_name} is {ours} V here, {their} V in ngspice"
        );
        nodes += 1;
    }
    (worst, nodes)
}

/// Each state of the supply, with as much lit as goes together and with nothing on.
/// A trailer whose circuits share a ground bus.
fn on_one_bus() -> (&'static str, Job) {
    ("built trailer", build_trailer(&fresh().trailer))
}

#[test]
fn ngspice_agrees_on_every_node_of_every_supply_state() {
    let (mut worst, mut nodes) = (0.0f64, 0);
    for (name, job) in crate::common::demo_jobs().into_iter().chain([on_one_bus()]) {
        let study = study(&job);
        let all = SupplyState::ALL.map(SupplyState::key);
        for state in all.iter().flat_map(|s| [(*s).to_owned(), format!("{s}.off")]) {
            let text = export(&job, Format::Spice, Some(&state)).unwrap();
            let asked = state::named(&job, &study, &state).unwrap();
            let (net, solution) = study.network(&asked.situation(&study)).unwrap();
            let (off, n) = compare(&format!("{name} {state}"), &net, &solution, &ngspice(&text));
            (worst, nodes) = (worst.max(off), nodes + n);
        }
    }
    println!("{nodes} node voltages, worst difference {:.3} mV", worst * 1000.0);
    assert!(nodes > 500, "only {nodes} nodes compared");
}

/// Single faults of two vehicles: what a break, a poor joint, a short or a turned lamp does to every node.
#[test]
fn ngspice_agrees_on_vehicles_with_a_fault() {
    let (mut worst, mut nodes, mut faults) = (0.0f64, 0, 0);
    for (name, job) in
        crate::common::demo_jobs().into_iter().filter(|(n, _)| ["14", "22"].contains(n))
    {
        let plain = Job { readings: Vec::new(), ..job };
        let case = Case::new(&plain).unwrap();
        let parts = case.study.parts();
        let whole = case.study.installed(&parts);
        let lit = case.study.situation(SupplyState::EngineOff, case.states[1]);
        let sound = with_inputs(build(whole, &lit));
        // One of each kind, and then every ninth.
        let mut seen = Vec::new();
        for (k, suspect) in case.suspects.iter().enumerate() {
            let is_new = !seen.contains(&suspect.fault);
            seen.push(suspect.fault);
            if !is_new && k % 9 != 0 {
                continue;
            }
            let mut net = sound.clone();
            let variant = suspect.variants.last().unwrap();
            apply(&mut net, &variant.edits);
            let Ok(solution) = solve(&net.net) else { continue };
            let text = spice::netlist(&net.net, &solution, &suspect.key);
            let what = format!("{name} {}", suspect.key);
            let (off, n) = compare(&what, &net.net, &solution, &ngspice(&text));
            (worst, nodes, faults) = (worst.max(off), nodes + n, faults + 1);
        }
    }
    println!("{faults} faults, {nodes} node voltages, worst difference {:.3} mV", worst * 1000.0);
    assert!(faults > 30, "only {faults} faults compared");
}

/// Every combination of signals and switches that can occur: relays, diodes, both vehicles.
#[test]
fn ngspice_agrees_on_every_combination_of_inputs() {
    let (mut worst, mut nodes, mut states) = (0.0f64, 0, 0);
    for (name, job) in crate::common::demo_jobs().into_iter().chain([on_one_bus()]) {
        let study = study(&job);
        let inputs = &study.wiring.inputs;
        for a in inputs.combinations(inputs.all()) {
            let situation = study.situation(supply_of(inputs, a), a);
            let (net, solution) = study.network(&situation).unwrap();
            let words = format!("{name} with {}", inputs.words(&job, a));
            let text = spice::netlist(&net, &solution, &words);
            let (off, n) = compare(&words, &net, &solution, &ngspice(&text));
            (worst, nodes, states) = (worst.max(off), nodes + n, states + 1);
        }
    }
    println!("{states} states, {nodes} node voltages, worst difference {:.3} mV", worst * 1000.0);
    assert!(states > 150, "only {states} states compared");
}

/// Trailers and lamp holders without their ground: which lamps glow through which, node by node.
#[test]
fn ngspice_agrees_on_lost_grounds() {
    use PinFunction as F;
    let (mut worst, mut nodes, mut circuits) = (0.0f64, 0, 0);
    let mut hold = |name: &str, net: &Network| {
        let solution = solve(net).unwrap();
        let text = spice::netlist(net, &solution, name);
        let (off, n) = compare(name, net, &solution, &ngspice(&text));
        (worst, nodes, circuits) = (worst.max(off), nodes + n, circuits + 1);
    };
    let flat = [(F::Tail, 20.0), (F::LeftStopTurn, 21.0), (F::RightStopTurn, 21.0)];
    let apart = [
        (F::LeftTail, 10.0),
        (F::RightTail, 10.0),
        (F::LeftTurn, 21.0),
        (F::RightTurn, 21.0),
        (F::Stop, 42.0),
        (F::RearFog, 21.0),
    ];
    for volts in [12.0, 24.0] {
        for functions in [flat.as_slice(), apart.as_slice()] {
            for &(on, _) in functions {
                let name = format!("{} of {} at {volts} V", function_name(on), functions.len());
                hold(&name, &without_ground(functions, on, volts).0);
            }
        }
    }
    for code in ["P21/5W", "1157"] {
        let bulb = bulb(code).unwrap();
        let weak = bulb.second.unwrap();
        for other in [Other::Bulb(bulb.first), Other::Led(3.0)] {
            let (net, _) = lost_ground(bulb.first, weak, other, 12.6);
            hold(&format!("{code} beside {other:?}"), &net);
        }
    }
    println!(
        "{circuits} circuits, {nodes} node voltages, worst difference {:.3} mV",
        worst * 1000.0
    );
    assert_eq!(circuits, 22);
}
