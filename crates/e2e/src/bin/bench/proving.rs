//! The proof: every combination of inputs, every single failure, and ngspice over the same states.

use crate::ngspice::deck_s;
use crate::row::{Row, median_ms};
use anyhow::{Context, Result, ensure};
use jovek_core::circuit::devices::{Contact, OPEN_OHM};
use jovek_core::circuit::{Device, spice};
use jovek_core::job::{CircuitId, ControlKind, Job, LampCircuit, SupplyState, Wish};
use jovek_core::moment::moment;
use jovek_core::moment::saved_now;
use jovek_core::plan::inputs::Assignment;
use jovek_core::plan::study::study;
use jovek_core::proof::simulation::Simulation;
use jovek_core::proof::{failures, prove, sweep};
use std::fmt::Write as _;
use std::hint::black_box;
use std::time::Instant;

/// Circuits of the large vehicle, each with a switch of its own: 4,096 states.
const CIRCUITS: usize = 12;
/// States that ngspice is asked for too: it needs some 70 ms for each.
const COMPARED: usize = 512;
/// Its lamps.
const LAMPS: u32 = 40;

/// The demo job: all states, all single failures, one state of Try.
pub fn unit_14() -> Result<Vec<Row>> {
    let job = Job::read(&std::fs::read_to_string(jovek_e2e::demo_file("14"))?)?;
    let planned = study(&job);
    ensure!(prove(&job, saved_now(&job)).passes, "unit 14 is not proven");
    let swept = median_ms(20, || {
        black_box(sweep(&study(black_box(&job))));
    });
    let failed = median_ms(10, || {
        black_box(failures(black_box(&job), &planned));
    });
    let state = job.states.first().context("no kept state")?.state.clone();
    let tried = median_ms(50, || {
        let _ = black_box(moment(black_box(&job), &state, None));
    });
    Ok(vec![
        Row::below("prove unit 14 over all its states, median", swept, "ms", 100.0),
        Row::below("all single failures of unit 14, median", failed, "ms", 1000.0),
        Row::below("one state of unit 14 for Try, median", tried, "ms", 10.0),
    ])
}

/// A vehicle with forty lamps on twelve switches.
fn large_vehicle() -> Job {
    let mut job = Job::new("F1", "Forty lamps");
    job.supply.battery.capacity_ah = Some(180.0);
    for k in 0..CIRCUITS {
        let id = CircuitId(format!("c{k}"));
        let mut circuit = LampCircuit::starter(id, &format!("Circuit {k}"));
        circuit.lit = Wish::OwnSwitch;
        circuit.control.kind = Some(ControlKind::Switch);
        let share = LAMPS / CIRCUITS as u32 + u32::from((k as u32) < LAMPS % CIRCUITS as u32);
        circuit.lights[0].count = share;
        circuit.lights[0].label_w = Some(5.0);
        job.circuits.push(circuit);
    }
    job
}

/// 4,096 states of forty lamps here and in ngspice: the same network, the same switch turned over
/// from each state to the next.
pub fn four_thousand_states() -> Result<Vec<Row>> {
    let job = large_vehicle();
    let planned = study(&job);
    let states = 1usize << CIRCUITS;
    let start = Instant::now();
    let swept = sweep(&planned);
    let ours = start.elapsed().as_secs_f64() * 1000.0;
    ensure!(swept.states == states && swept.misses.is_empty(), "{} states", swept.states);
    let situation = planned.situation(SupplyState::EngineOff, Assignment::NONE);
    let (net, solution) = planned.network(&situation)?;
    // Gray's order: one switch moves from each state to the next.
    let live = Simulation::at_rest(&planned);
    let switches: Vec<String> =
        live.built.moved.iter().map(|m| net.element(m.element).name.clone()).collect();
    ensure!(switches.len() == CIRCUITS, "{} switches", switches.len());
    let closed_ohm = match live.built.net.element(live.built.moved[0].element).device {
        Device::Contact(Contact { closed_ohm, .. }) => closed_ohm,
        _ => 0.015,
    };
    let mut control = String::from(".control\nop\n");
    for state in 1..COMPARED {
        let (now, before) = (state ^ (state >> 1), (state - 1) ^ ((state - 1) >> 1));
        let moved = (now ^ before).trailing_zeros() as usize;
        let ohm = if now >> moved & 1 == 1 { closed_ohm } else { OPEN_OHM };
        let name = switches[moved].replace(|c: char| !c.is_ascii_alphanumeric(), "_");
        let _ = write!(control, "alter r{} = {ohm}\nop\n", name.to_lowercase());
    }
    control.push_str("quit\n.endc\n.end\n");
    let gray = |state: usize| Assignment((state ^ (state >> 1)) as u64);
    let start = Instant::now();
    let mut live = Simulation::at_rest(&planned);
    for state in 0..COMPARED {
        live.put(gray(state));
        black_box(live.solve()?);
    }
    let some = start.elapsed().as_secs_f64() * 1000.0;
    let netlist = spice::netlist(&net, &solution, "forty lamps");
    let all = deck_s(&netlist.replace(".op\n.end\n", &control))?;
    let one = deck_s(&netlist.replace(".op\n.end\n", ".control\nop\nquit\n.endc\n.end\n"))?;
    let theirs = (all - one) * 1000.0;
    Ok(vec![
        Row::below("4,096 states of forty lamps", ours, "ms", 1000.0),
        Row::faster("512 of these states, against ngspice", some, "ms", theirs, 50.0),
    ])
}
