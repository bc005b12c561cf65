//! Every state of every demo job, exported and run unchanged by `ngspice -b`; every node within
//! 5 mV or 0.2 %. Source: ngspice, a general-purpose circuit simulator, as Debian packages it.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

mod common;

use jovek_core::answers::study;
use jovek_core::circuit::spice;
use jovek_core::export::{Format, export};
use jovek_core::job::SupplyState;
use jovek_core::state;
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

#[test]
fn ngspice_agrees_on_every_node_of_every_demo_state() {
    let mut nodes = 0;
    let mut worst: f64 = 0.0;
    for (name, job) in common::demo_jobs() {
        let study = study(&job);
        for state in
            SupplyState::ALL.iter().flat_map(|s| [s.key().to_owned(), format!("{}.off", s.key())])
        {
            let text = export(&job, Format::Spice, Some(&state)).unwrap();
            let asked = state::named(&job, &study, &state).unwrap();
            let (net, solution) = study.network(&asked.situation(&study)).unwrap();
            let theirs = ngspice(&text);
            for (i, node_name) in net.node_names().iter().enumerate().skip(1) {
                let node = net.find_node(node_name).unwrap();
                let ours = solution.node_v(node);
                let spice_name = spice::node_name(&net, node);
                let Some(&their) = theirs.get(&spice_name) else {
                    panic!("{name} {}: node {i} {spice_name} is not in ngspice's answer", state);
                };
                let off = (ours - their).abs();
                worst = worst.max(off);
                assert!(
                    off <= 0.005 || off <= 0.002 * their.abs(),
                    "{name} {}: {spice_name} is {ours} V here, {their} V in ngspice",
                    state
                );
                nodes += 1;
            }
        }
    }
    println!("{nodes} node voltages, worst difference {:.3} mV", worst * 1000.0);
    assert!(nodes > 500, "only {nodes} nodes compared");
}
