//! Returns that meet at one bus: one stud to the frame for all circuits on it.

use jovek_core::answers::assess;
use jovek_core::catalog::contact;
use jovek_core::circuit::ElementId;
use jovek_core::defaults::fresh;
use jovek_core::diagnose::Case;
use jovek_core::export::{Format, export};
use jovek_core::job::{
    Fault, FaultKind, GroundPractice, Job, ReturnKind, SupplyState, VehicleState,
};
use jovek_core::moment::moment;
use jovek_core::plan::chain::{JointOf, Link, LinkKind};
use jovek_core::plan::factory::plug_ground_ohm;
use jovek_core::plan::inputs::Assignment;
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::simulation::Simulation;
use jovek_core::proof::{can_fail, failures, names};
use jovek_core::route::lay::LaidRole;
use jovek_core::trailer::build::build;
use std::collections::BTreeSet;

/// A trailer whose lamps are all lamps by themselves.
fn trailer() -> Job {
    let mut job = build(&fresh().trailer);
    job.housings.clear();
    job
}

/// All circuits end on one element, and what falls across it is the current of all of them through one stud and the
/// frame. Source: Kirchhoff's and Ohm's laws.
#[test]
fn one_stud_carries_all() {
    let job = trailer();
    assert!(job.circuits.len() >= 4);
    let study = study(&job);
    let mut live = Simulation::at_rest(&study);
    let ends: BTreeSet<Option<ElementId>> =
        live.built.circuits.iter().map(|c| *c.links.last().unwrap()).collect();
    assert_eq!(ends.len(), 1, "one stud for all");
    let stud = ends.into_iter().next().unwrap().unwrap();
    let all = Assignment(study.wiring.inputs.all());
    live.put_on(SupplyState::EngineOff, all);
    let solution = live.solve().unwrap();
    let lamps_a: f64 = (0..job.circuits.len()).map(|c| live.lamps_a(&solution, c)).sum();
    assert!(lamps_a > 1.0, "{lamps_a} A");
    let bus = live.built.net.find_node("ground_bus").unwrap();
    // Behind the stud the frame, and the ground pin of the plug.
    let pin_ohm = plug_ground_ohm(&study.factory, 1.0);
    let wanted_v = lamps_a * (contact::STUD_OHM + contact::CHASSIS_OHM + pin_ohm);
    let found_v = solution.node_v(bus);
    assert!((found_v / wanted_v - 1.0).abs() < 1e-6, "{found_v} V, by hand {wanted_v} V");
    assert!((solution.current_a(stud) - lamps_a).abs() < 1e-6);
    // It fails once, not once for each circuit.
    let stud: Vec<_> =
        can_fail(&live).into_iter().filter(|f| f.0.what == PartKind::GroundBus).collect();
    assert_eq!(stud.len(), 2, "open and poor");
    assert_eq!(names::full(&job, &study, stud[0].0), "stud of the ground bus");
}

/// A lost stud leaves every circuit dark, a lost terminal on the bus its own alone.
#[test]
fn a_lost_stud_is_lost_for_all() {
    let job = trailer();
    let seen = |part: Option<(&str, FaultKind)>| -> Vec<bool> {
        let faults = part.map(|(p, kind)| Fault { part: p.to_owned(), kind });
        let state = VehicleState {
            on: ["parking", "brake"].map(str::to_owned).into(),
            faults: faults.into_iter().collect(),
            ..VehicleState::default()
        };
        moment(&job, &state, None).unwrap().circuits.iter().map(|c| c.is_lit).collect()
    };
    let sound = seen(None);
    let lit = sound.iter().filter(|l| **l).count();
    assert!(lit >= 2, "{sound:?}");
    assert!(seen(Some(("ground_bus", FaultKind::Open))).iter().all(|l| !l));
    let study = study(&job);
    let is_terminal = |l: &Link| matches!(l.kind, LinkKind::Joint { of: JointOf::Bus, .. });
    let own = study.circuits[0].chain.links.iter().position(is_terminal).unwrap();
    let part = format!("{}.link.{own}", study.circuits[0].chain.id.0);
    let one = seen(Some((&part, FaultKind::Open)));
    assert_eq!(one.iter().filter(|l| **l).count(), lit - 1, "{part}: {one:?}");
    assert!(!one[0] && sound[0]);
    // It stands among the single failures, with what it costs and what helps.
    let lost = failures(&job, &study).into_iter().find(|f| f.name == "stud of the ground bus");
    let lost = lost.expect("the bus is judged");
    assert!(lost.grade.is_some() && lost.remedy.unwrap().contains("second lead"));
    for circuit in &job.circuits {
        assert!(lost.effects.iter().any(|e| e.contains(&circuit.name)), "{:?}", lost.effects);
    }
    // The search for a fault knows it.
    let case = Case::new(&job).unwrap();
    for key in ["ground_bus.open", "ground_bus.poor"] {
        assert!(case.suspects.iter().any(|s| s.key == key), "{key}");
    }
}

/// Every return is cut to one place, the bus is on the parts list with a stud for each circuit and one for the frame.
#[test]
fn the_lists_have_the_bus() {
    let job = trailer();
    let count = job.circuits.len();
    let cuts = export(&job, Format::CutsCsv, None).unwrap();
    let ends = cuts.lines().filter(|l| l.contains("ground bus")).count();
    assert_eq!(ends, count, "{cuts}");
    assert!(!cuts.contains("ground stud"));
    let parts = export(&job, Format::PartsCsv, None).unwrap();
    let bus = format!("\"ground bus, {} studs or more, with cover\"", count + 1);
    assert!(parts.contains(&bus), "{parts}");
    let laid = study(&job).layout.unwrap();
    // One end of every return lies at the bus: at a stud's place.
    let at_stud = |p: &usize| laid.graph.places[*p].id.0.starts_with("g_");
    let returns = laid.wires.iter().filter(|w| w.role == LaidRole::Return);
    let places: BTreeSet<usize> =
        returns.flat_map(|w| [w.ends.0, w.ends.1]).filter(at_stud).collect();
    assert_eq!(places.len(), 1, "one place for the bus");
    let answers = assess(&job);
    assert!(answers.findings.iter().all(|f| f.grade != jovek_core::base::grade::Grade::Stop));
}

/// The shop's school decides where a new circuit's return goes; the job is read back as it was written.
#[test]
fn the_school_of_the_shop() {
    let mut job = trailer();
    for (school, by) in [
        (GroundPractice::LocalStud, ReturnKind::ChassisStud),
        (GroundPractice::BatteryNegative, ReturnKind::BatteryNegative),
        (GroundPractice::DistributionStud, ReturnKind::GroundBus),
    ] {
        job.shop.ground = school;
        assert_eq!(school.return_by(), by);
        job.circuits[0].run.return_by = by;
        assert_eq!(Job::read(&job.write()).unwrap(), job);
    }
}
