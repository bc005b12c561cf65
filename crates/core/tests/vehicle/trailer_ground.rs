//! A trailer has no battery: whatever goes back goes through the ground pin of its plug.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::catalog::conductor::Conductor;
use jovek_core::catalog::contact;
use jovek_core::circuit::{NodeId, solve};
use jovek_core::job::{FaultKind, Job, ReturnKind, SupplyState};
use jovek_core::plan::network::build::{Situation, build};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::failures;

fn trailer(return_by: ReturnKind) -> Job {
    let mut job = demo_jobs().into_iter().find(|(unit, _)| *unit == "T3").unwrap().1;
    for circuit in &mut job.circuits {
        circuit.run.return_by = return_by;
    }
    job
}

/// Stud, bus, wire to the pin, or a post that a trailer does not have: nothing but the pin and the lamps that were on
/// the wires before goes to the battery's minus, and it rises by the current of all lamps over pin and wire. Ohm's and
/// Kirchhoff's laws; 2.5 mm² of pin 3: ISO 11446, recalled from memory.
#[test]
fn every_return_goes_through_the_pin() {
    for by in [
        ReturnKind::ChassisStud,
        ReturnKind::GroundBus,
        ReturnKind::PlugGround,
        ReturnKind::BatteryNegative,
    ] {
        let job = trailer(by);
        let study = study(&job);
        let parts = study.parts();
        let scene = study.scenes.first().unwrap();
        let situation = Situation::plain(&study.supply, SupplyState::EngineOff, scene.inputs);
        let built = build(study.installed(&parts), &situation);
        let solution = solve(&built.net).unwrap();
        let added_a: f64 = (built.circuits.iter().flat_map(|c| c.lamps.iter().flatten()))
            .map(|&l| solution.current_a(l))
            .sum();
        let (pin, element) = (built.net.iter().zip(&built.places))
            .find(|(_, place)| place.what == PartKind::PlugGround)
            .map(|(of, _)| of)
            .unwrap();
        assert!(added_a > 0.5, "{by:?}: {added_a} A");
        assert!((solution.current_a(pin) - added_a).abs() < 1e-3, "{by:?}");
        let longest_m = study.factory.iter().map(|f| f.length_m).fold(0.0, f64::max);
        let ohm = contact::LAMP_PLUG_OHM + Conductor::Metric(250).ohm(longest_m, 40.0);
        let rise_v = solution.node_v(element.from);
        assert!((rise_v - ohm * added_a).abs() < 1e-4, "{by:?}: {rise_v} V");
        // No added piece ends at the battery's minus but the pin.
        let to_ground = built.net.iter().zip(&built.places).filter(|((_, e), place)| {
            place.circuit.is_some() && (e.to == NodeId::GROUND || e.from == NodeId::GROUND)
        });
        assert_eq!(to_ground.count(), 0, "{by:?}");
    }
}

/// One lost pin is tried with all other failures, and puts several lamps wrong at once.
#[test]
fn a_lost_pin_is_a_failure_of_all() {
    let job = trailer(ReturnKind::ChassisStud);
    let lost = failures(&job, &study(&job))
        .into_iter()
        .find(|f| f.part == "plug_ground" && f.kind == FaultKind::Open)
        .unwrap();
    assert_eq!(lost.name, "ground pin of the plug");
    assert!(lost.effects.len() >= job.circuits.len(), "{:?}", lost.effects);
    assert!(lost.remedy.is_some_and(|r| r.contains("the coupling is no ground")));
}

/// By wire to the pin: a ring in the junction box, no stud on the frame.
#[test]
fn a_wire_to_the_pin_ends_in_the_junction_box() {
    let answers = assess(&trailer(ReturnKind::PlugGround));
    let ends = answers.cuts.iter().filter(|c| c.to == "ground terminal of the plug");
    assert_eq!(ends.count(), answers.circuits.len());
    assert!(!answers.cuts.iter().any(|c| c.to.contains("stud")));
    let part = "ground terminal M6 in the junction box of the plug";
    assert!(
        answers.parts.iter().any(|p| p.part == part && p.quantity == 1.0),
        "{:?}",
        answers.parts
    );
}
