//! The core: assessing a job, solving large harnesses, ngspice on the same netlists.

use crate::ngspice::operating_point_ms;
use crate::row::{Row, median_ms};
use anyhow::{Context, Result, ensure};
use jovek_core::answers::assess;
use jovek_core::circuit::devices::{Battery, RegulatedLed};
use jovek_core::circuit::{Device, Network, NodeId, solve, spice};
use jovek_core::job::Job;
use jovek_core::plan::SupplyState;
use jovek_core::plan::study::study;
use std::hint::black_box;

fn unit_14() -> Result<Job> {
    Ok(Job::read(&std::fs::read_to_string(jovek_e2e::demo_file("14"))?)?)
}

/// From job to answers.
pub fn assess_unit_14() -> Result<Row> {
    let job = unit_14()?;
    let ms = median_ms(100, || {
        black_box(assess(black_box(&job)));
    });
    Ok(Row::below("assess unit 14, job to answers, median", ms, "ms", 1.0))
}

/// A harness that branches in four at each node, with a lamp at every node.
fn tree(lamps: usize) -> Network {
    let mut net = Network::new();
    let battery = Battery { open_circuit_v: 25.2, internal_ohm: 0.001, charge_ohm: 0.02 };
    let post = net.node("post");
    net.add("battery", post, NodeId::GROUND, Device::Battery(battery));
    let lamp = Device::RegulatedLed(RegulatedLed {
        power_w: 5.0,
        cut_in_v: 20.0,
        start_v: 10.0,
        ramp_v: 4.0,
    });
    // A wire is as thick as what hangs on it: 50 mV at full light on each.
    let mut below = vec![1usize; lamps];
    for i in (1..lamps).rev() {
        below[(i - 1) / 4] += below[i];
    }
    let mut nodes = Vec::with_capacity(lamps);
    for (i, count) in below.iter().enumerate() {
        let from = if i == 0 { post } else { nodes[(i - 1) / 4] };
        let node = net.node(&format!("b{i}"));
        net.add(format!("wire{i}"), from, node, Device::ohm(0.25 / *count as f64));
        net.add(format!("lamp{i}"), node, NodeId::GROUND, lamp);
        nodes.push(node);
    }
    net
}

fn solve_ms(lamps: usize, calls: usize) -> Result<f64> {
    let net = tree(lamps);
    let solution = solve(&net)?;
    let last = net.find_node(&format!("b{}", lamps - 1)).context("no last lamp")?;
    ensure!((20.0..25.2).contains(&solution.node_v(last)), "the tree is not lit");
    Ok(median_ms(calls, || {
        let _ = black_box(solve(black_box(&net)));
    }))
}

/// 1,000 lamps, and growth up to 5,000.
pub fn large_trees() -> Result<Vec<Row>> {
    let (small, thousand, large) = (solve_ms(500, 40)?, solve_ms(1000, 20)?, solve_ms(5000, 6)?);
    Ok(vec![
        Row::below("solve a tree with 1,000 lamps, median", thousand, "ms", 5.0),
        Row::at_most("solve 5,000 lamps, against 500", large, "ms", small, 15.0),
    ])
}

/// The same netlists in ngspice.
pub fn against_ngspice() -> Result<Vec<Row>> {
    let job = unit_14()?;
    let study = study(&job);
    let (net, solution) =
        study.network(&study.situation(SupplyState::EngineOff, study.most_lit()))?;
    let ours = median_ms(200, || {
        let _ = black_box(solve(black_box(&net)));
    });
    let theirs = operating_point_ms(&spice::netlist(&net, &solution, "unit 14"), 2000)?;
    let big = tree(1000);
    let big_ours = median_ms(20, || {
        let _ = black_box(solve(black_box(&big)));
    });
    let big_theirs = operating_point_ms(&spice::netlist(&big, &solve(&big)?, "tree"), 20)?;
    Ok(vec![
        Row::faster("solve unit 14, against ngspice", ours, "ms", theirs, 20.0),
        Row::faster("solve 1,000 lamps, against ngspice", big_ours, "ms", big_theirs, 20.0),
    ])
}
