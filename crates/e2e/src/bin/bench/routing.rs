//! Run and Cut: paths, bundles, reels.

use crate::row::{Row, median_ms};
use anyhow::{Context, Result};
use jovek_core::base::packing::plan;
use jovek_core::job::{
    BodyKind, CircuitId, Control, ControlKind, Job, LampCircuit, LampPlace, Sites, Skeleton,
};
use jovek_core::plan::study::study;
use std::hint::black_box;

/// A demo job with all its wires on a skeleton.
fn laid_14() -> Result<Job> {
    let mut job = Job::read(&std::fs::read_to_string(jovek_e2e::demo_file("14"))?)?;
    job.skeleton = Some(Skeleton { body: BodyKind::ChassisCab, ..Skeleton::default() });
    job.circuits.iter_mut().for_each(|c| c.sites = Some(Sites::default()));
    Ok(job)
}

/// Fifty circuits with two lamps each: two hundred wires and more.
fn fifty_circuits() -> Job {
    let mut job = Job::new("B", "bench");
    job.skeleton = Some(Skeleton { body: BodyKind::RigidLorry, ..Skeleton::default() });
    for k in 0..50 {
        let mut circuit = LampCircuit::starter(CircuitId(format!("c{k}")), "Lamps");
        circuit.lights[0].place =
            Some([LampPlace::Rear, LampPlace::Sides, LampPlace::Roof, LampPlace::Front][k % 4]);
        circuit.control = Control { kind: Some(ControlKind::Relay), ..Control::default() };
        circuit.sites = Some(Sites::default());
        job.circuits.push(circuit);
    }
    job
}

/// Routing, bundling and sizing; a reel plan.
pub fn rows() -> Result<Vec<Row>> {
    let (small, large) = (laid_14()?, fifty_circuits());
    let small_ms = median_ms(50, || {
        black_box(study(black_box(&small)));
    });
    let wires = study(&large).layout.context("no skeleton")?.wires.len();
    let large_ms = median_ms(5, || {
        black_box(study(black_box(&large)));
    });
    // Lengths from 0.3 to 6 m by a plain generator, the same in each run.
    let mut seed: u32 = 12_345;
    let lengths: Vec<u32> = (0..1000)
        .map(|_| {
            seed = seed.wrapping_mul(1_664_525).wrapping_add(1_013_904_223);
            300 + (seed >> 8) % 115 * 50
        })
        .collect();
    let plan_ms = median_ms(10, || {
        black_box(plan(black_box(&lengths), 25_000));
    });
    let found = plan(&lengths, 25_000);
    Ok(vec![
        Row::below("route, bundle and size unit 14, median", small_ms, "ms", 10.0),
        Row::below(format!("route, bundle and size {wires} wires, median"), large_ms, "ms", 200.0),
        Row::below("reel plan for 1,000 cuts, median", plan_ms, "ms", 1000.0),
        Row::at_most(
            "its reels, against the least there can be",
            found.reels.len() as f64,
            "",
            found.least as f64,
            1.03,
        ),
    ])
}
