//! A shop that keeps one fuse block for all that comes from the battery, and one that is dead with the key out.

use crate::common::bench::{job, wire};
use jovek_core::answers::{Answers, assess};
use jovek_core::catalog::ampacity;
use jovek_core::circuit::solve;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    CircuitId, Feed, FuseBlock, Job, LampCircuit, Signal, SupplyState, VehicleSide, Wish,
};
use jovek_core::plan::network::build::{Situation, build};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::{failures, prove};
use jovek_core::work::steps;

/// Two circuits of work lamps with a switch each.
fn two(block: Option<FuseBlock>) -> Job {
    let mut job = job(&[], Wish::OwnSwitch, None);
    let mut second = LampCircuit::starter(CircuitId::from("c2"), "Sides");
    second.lit = Wish::OwnSwitch;
    second.feed = Some(Feed::Battery {});
    second.lights[0].label_w = Some(27.0);
    job.circuits.push(second);
    job.factory.push(wire("ign", Signal::Ignition, VehicleSide::Own));
    job.shop.fuse_block = block;
    job
}

fn quantity(answers: &Answers, part: &str) -> f64 {
    answers.parts.iter().filter(|p| p.part.contains(part)).map(|p| p.quantity).sum()
}

/// One main fuse and one feed in place of a holder and a feed each; the circuits' fuses stand in the block.
#[test]
fn one_feed_for_all() {
    let (apart, live) = (assess(&two(None)), assess(&two(Some(FuseBlock::Live))));
    assert_eq!(quantity(&apart, "sealed fuse holder"), 2.0);
    assert_eq!(quantity(&live, "sealed fuse holder"), 0.0, "{:?}", live.parts);
    assert_eq!(quantity(&live, "fuse block, 4 ways, with cover"), 1.0);
    let feeds = |a: &Answers| a.cuts.iter().filter(|c| c.from == "battery +").count();
    assert_eq!((feeds(&apart), feeds(&live)), (2, 1));
    let ends: Vec<&str> = live.cuts.iter().take(2).map(|c| c.to.as_str()).collect();
    assert_eq!(ends, ["main fuse in", "fuse block +"]);
    assert!(!live.cuts.iter().any(|c| c.to == "fuse in"), "the block feeds its fuses");
}

/// The main fuse opens behind the branches and before the wire: at least twice what a branch needs, no more than the feed
/// bears under the bonnet. Ratings in cascade: common practice.
#[test]
fn the_main_fuse_protects_the_feed() {
    for (watt, count) in [(10.0, 1), (40.0, 2), (60.0, 3)] {
        let mut job = two(Some(FuseBlock::Live));
        for light in job.circuits.iter_mut().flat_map(|c| &mut c.lights) {
            (light.label_w, light.count) = (Some(watt), count);
        }
        let study = study(&job);
        let shared = study.block.as_ref().unwrap();
        let bears_a = ampacity::single_a(job.shop.ampacity, shared.wire, shared.insulation)
            * ampacity::ambient_factor(shared.insulation, 85.0);
        assert!(bears_a >= shared.plan.fuse.rating_a, "{watt} W: {bears_a} A");
        for circuit in &study.circuits {
            let branch = circuit.sized.chosen.sizes.fuse.unwrap();
            assert!(shared.plan.fuse.rating_a > branch.rating_a, "{watt} W");
        }
    }
}

/// Kirchhoff and Ohm: the block lies below the battery by the current of all lamps over the shared feed.
#[test]
fn all_lamps_pull_the_block_down() {
    let job = two(Some(FuseBlock::Live));
    let study = study(&job);
    let parts = study.parts();
    let situation = Situation::plain(&study.supply, SupplyState::EngineOff, study.most_lit());
    let built = build(study.installed(&parts), &situation);
    let solution = solve(&built.net).unwrap();
    let lamps = built.circuits.iter().flat_map(|c| c.lamps.iter().flatten());
    let all_a: f64 = lamps.map(|&l| solution.current_a(l)).sum();
    let block = built.circuits[0].nodes[1];
    assert_eq!(block, built.circuits[1].nodes[1], "one node for both");
    let lost_v = solution.node_v(built.battery_plus) - solution.node_v(block);
    let expected_v = all_a * study.block.as_ref().unwrap().feed_ohm(1.0);
    assert!(all_a > 5.0 && (lost_v - expected_v).abs() < 1e-3, "{lost_v} V, {expected_v} V");
}

/// Behind a master relay the lamps are dead with the key out, whatever their switches say: the wish says so, every
/// combination keeps it, and nothing is left on.
#[test]
fn a_keyed_block_is_dead_with_the_key_out() {
    let job = two(Some(FuseBlock::Keyed));
    let answers = assess(&job);
    assert_eq!(quantity(&answers, "with studs"), 2.0, "main holder and relay: {:?}", answers.parts);
    assert_eq!(quantity(&answers, "main fuse 20 A, large blade"), 1.0);
    let steps = steps(&job, &study(&job), &answers);
    assert!(!steps.iter().any(|s| s.what.contains("fuse holder")), "the block is the holder");
    assert!(answers.cuts.iter().any(|c| c.to == "master relay fuse in"));
    assert!(
        answers.circuits[0].wish_text.contains("ignition"),
        "{}",
        answers.circuits[0].wish_text
    );
    assert!(!answers.findings.iter().any(|f| f.code == FindingCode::LeftOn));
    let proof = prove(&job, Vec::new());
    assert!(proof.wishes.iter().all(|w| w.missed == 0), "{:?}", proof.wishes);
    let study = study(&job);
    assert!(
        study.circuits.iter().all(|c| c.chain.switching.is_none()),
        "no relay of their own for the key"
    );
    let relay: Vec<_> =
        failures(&job, &study).into_iter().filter(|f| f.part == "fuse_block.relay").collect();
    assert!(relay[0].effects.iter().any(|e| e.contains("Sides: out")), "{relay:?}");
}

/// What must burn without the key never hangs behind it; without a wire that is live with the key there is no relay.
#[test]
fn what_burns_without_the_key_has_a_feed_of_its_own() {
    let mut job = two(Some(FuseBlock::Keyed));
    job.factory.push(wire("park", Signal::Parking, VehicleSide::Own));
    let mut markers = job.circuits[1].clone();
    (markers.id, markers.name) = (CircuitId::from("c3"), "Markers".into());
    markers.lit = Wish::With(Signal::Parking);
    job.circuits.push(markers);
    let study = study(&job);
    let blocks: Vec<Option<FuseBlock>> = study.circuits.iter().map(|c| c.chain.block).collect();
    assert_eq!(blocks, [Some(FuseBlock::Keyed), Some(FuseBlock::Keyed), None]);
    job.factory.retain(|f| f.follows != Signal::Ignition);
    let answers = assess(&job);
    assert!(answers.findings.iter().any(|f| f.code == FindingCode::NoKeyWire));
    assert_eq!(quantity(&answers, "master"), 0.0);
}

/// A single circuit needs no block.
#[test]
fn one_circuit_has_no_block() {
    let mut job = two(Some(FuseBlock::Live));
    job.circuits.pop();
    let study = study(&job);
    assert!(study.block.is_none());
    let parts = study.parts();
    let situation = Situation::plain(&study.supply, SupplyState::EngineOff, study.most_lit());
    let built = build(study.installed(&parts), &situation);
    assert!(!built.places.iter().any(|p| p.what == PartKind::BlockFeed));
}
