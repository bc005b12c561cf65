//! Every part that can fail, failed one by one. What a failure does to a series circuit is Ohm's law; the
//! ways in which parts fail are common practice, no source.

use crate::common::bench::{job as bench, not, switch, with};
use jovek_core::job::{ControlKind, Fault, FaultKind, Job, Signal, VehicleState, Wish};
use jovek_core::moment::{Moment, moment};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::{Assessment, study};
use jovek_core::proof::simulation::Simulation;
use jovek_core::proof::{can_fail, failures, names};
use std::collections::{BTreeMap, BTreeSet};

fn reverse_or_switch() -> Job {
    let wires = [("rev", Signal::Reverse), ("park", Signal::Parking)];
    let wish = Wish::Any(vec![with(Signal::Reverse), switch("on-off")]);
    bench(&wires, wish, Some(ControlKind::Relay))
}

fn seen(job: &Job, on: &[&str], faults: &[(&str, FaultKind)]) -> Moment {
    let state = VehicleState {
        on: on.iter().map(|k| (*k).to_owned()).collect(),
        faults: faults
            .iter()
            .map(|(part, kind)| Fault { part: (*part).to_owned(), kind: *kind })
            .collect(),
        ..VehicleState::default()
    };
    moment(job, &state, None).unwrap()
}

fn is_lit(job: &Job, on: &[&str], faults: &[(&str, FaultKind)]) -> bool {
    seen(job, on, faults).circuits[0].is_lit
}

/// What each failure of the work lamps' hardware does, in three states: reverse, switch, nothing on.
#[test]
fn each_part_does_what_a_fitter_expects() {
    use FaultKind::{LeftOut, Open, Reversed, Short, StuckClosed, StuckOpen};
    let job = reverse_or_switch();
    let states: [&[&str]; 3] = [&["reverse"], &["on-off"], &[]];
    for (part, kind, lit) in [
        ("c1.fuse", Open, [false, false, false]),
        ("c1.relay.1", StuckOpen, [false, false, false]),
        ("c1.relay.1", StuckClosed, [true, true, true]),
        ("c1.coil.1", Open, [false, false, false]),
        ("c1.coil_ground.1", Open, [false, false, false]),
        ("c1.diode.1", Open, [false, true, false]),
        ("c1.diode.1", Short, [true, true, false]),
        ("c1.diode.1", LeftOut, [true, true, false]),
        ("c1.diode.1", Reversed, [false, true, false]),
        ("c1.signal.rev", Open, [false, true, false]),
        ("c1.signal.rev", Short, [false, true, false]),
        ("c1.switch.1", Open, [true, false, false]),
        ("c1.switch.1", Short, [true, true, true]),
        ("vehicle/rev.fuse", Open, [false, true, false]),
        ("vehicle/rev.wire", Open, [false, true, false]),
        ("c1.lamp.1.1", Open, [false, false, false]),
    ] {
        for (state, lit) in states.iter().zip(lit) {
            assert_eq!(is_lit(&job, state, &[(part, kind)]), lit, "{part} {kind:?} with {state:?}");
        }
    }
}

/// A bridged or reversed diode lights the reverse lamps from the switch only where it conducts.
#[test]
fn only_a_bridged_diode_feeds_backwards() {
    let job = reverse_or_switch();
    let fed = |kind| {
        let seen = seen(&job, &["on-off"], &[("c1.diode.1", kind)]);
        seen.factory.iter().any(|f| f.is_fed_back)
    };
    assert!(fed(FaultKind::Short) && fed(FaultKind::LeftOut) && fed(FaultKind::Reversed));
    assert!(!fed(FaultKind::Open));
    let told = seen(&job, &["on-off"], &[("c1.diode.1", FaultKind::LeftOut)]);
    let backfeed = &told.backfeeds[0];
    assert_eq!(backfeed.wire, "wire rev");
    assert_eq!(backfeed.path.first().map(String::as_str), Some("battery"));
    assert!(backfeed.path.contains(&"c1.diode.1".to_owned()), "{:?}", backfeed.path);
    assert!(backfeed.path_text.contains("on-off → diode 1"), "{}", backfeed.path_text);
    assert!(backfeed.remedy.contains("diode"));
}

/// Two faults at once: a bridged diode behind a broken lead feeds nothing.
#[test]
fn two_faults_may_hide_each_other() {
    let job = reverse_or_switch();
    let both = [("c1.diode.1", FaultKind::Short), ("c1.signal.rev", FaultKind::Open)];
    let seen = seen(&job, &["on-off"], &both);
    assert!(seen.backfeeds.is_empty());
    assert_eq!(seen.parts.iter().filter(|p| p.failed.is_some()).count(), 2);
}

/// A poor joint costs volts in proportion to the current: half an ohm more.
#[test]
fn a_poor_joint_costs_what_ohms_law_says() {
    let job = reverse_or_switch();
    let sound = seen(&job, &["on-off"], &[]);
    let joint = sound.parts.iter().find(|p| p.kinds.contains(&FaultKind::Poor)).unwrap();
    let poor = seen(&job, &["on-off"], &[(&joint.part, FaultKind::Poor)]);
    let (a, b) = (&sound.circuits[0], &poor.circuits[0]);
    let lost = |c: &jovek_core::moment::CircuitNow| c.line.feed_drop_v + c.line.ground_drop_v;
    // Everything else on the way loses in proportion too.
    let others_ohm = lost(a) / a.current_a;
    let expected = (others_ohm + 0.5) * b.current_a;
    // The coil's current passes the joint too.
    assert!((lost(b) - expected).abs() < 0.08, "{} V lost, {expected} V by Ohm's law", lost(b));
}

fn all_demo() -> Vec<(&'static str, Job)> {
    crate::common::demo_jobs()
}

fn keys(job: &Job, study: &Assessment) -> Vec<(String, FaultKind)> {
    can_fail(&Simulation::at_rest(study))
        .into_iter()
        .map(|(place, kind)| (names::key(job, study, place), kind))
        .collect()
}

/// Every part has a key of its own, and every key and kind that Try offers can be put in and solved.
#[test]
fn every_part_of_every_demo_job_can_fail_and_be_mended() {
    for (name, job) in all_demo() {
        let study = study(&job);
        let listed = keys(&job, &study);
        let unique: std::collections::HashSet<_> = listed.iter().cloned().collect();
        assert_eq!(unique.len(), listed.len(), "{name}: a key stands twice");
        let rest = VehicleState::default();
        let sound = moment(&job, &rest, None).unwrap();
        let offered: BTreeMap<&str, &[FaultKind]> =
            sound.parts.iter().map(|p| (p.part.as_str(), p.kinds.as_slice())).collect();
        for (part, kind) in &listed {
            assert!(offered[part.as_str()].contains(kind), "{name}: {part} {kind:?}");
        }
        for part in &sound.parts {
            for &kind in &part.kinds {
                let fault = Fault { part: part.part.clone(), kind };
                let state = VehicleState { faults: vec![fault], ..VehicleState::default() };
                let failed = moment(&job, &state, None)
                    .unwrap_or_else(|e| panic!("{name}: {} {kind:?}: {e}", part.part));
                let told = failed.parts.iter().find(|p| p.part == part.part).unwrap();
                assert_eq!(told.failed, Some(kind));
                assert!(!told.name.is_empty(), "{name}: {} has no name", part.part);
            }
        }
        // Mended, everything is as it was.
        assert_eq!(moment(&job, &rest, None).unwrap(), sound, "{name}");
    }
}

/// The failure study against the plain way: one network for each failure and state, looked at alone.
#[test]
fn the_failure_study_agrees_with_failures_tried_one_by_one() {
    for unit in ["14", "31", "55"] {
        let job = all_demo().into_iter().find(|(n, _)| *n == unit).unwrap().1;
        let study = study(&job);
        let inputs = &study.wiring.inputs;
        for failure in failures(&job, &study) {
            let mut out: BTreeSet<String> = BTreeSet::new();
            for c in &study.circuits {
                let lit_by = c.chain.lit_by.iter();
                let dark = lit_by.clone().all(|a| {
                    let state = VehicleState {
                        on: inputs.keys(&job, *a),
                        faults: vec![Fault { part: failure.part.clone(), kind: failure.kind }],
                        ..VehicleState::default()
                    };
                    let seen = moment(&job, &state, None).unwrap();
                    let at = seen.circuits.iter().find(|s| s.circuit == c.chain.id).unwrap();
                    !at.is_lit && !at.is_dim
                });
                if dark {
                    out.insert(format!("{}: out.", c.chain.name));
                }
            }
            let told: BTreeSet<String> =
                failure.effects.iter().filter(|e| e.ends_with(": out.")).cloned().collect();
            let ours: BTreeSet<String> = told
                .into_iter()
                .filter(|e| study.circuits.iter().any(|c| e.starts_with(&c.chain.name)))
                .collect();
            assert_eq!(ours, out, "unit {unit}: {} {}", failure.name, failure.kind_text);
        }
    }
}

/// A normally closed contact fails the other way round: a broken coil wire turns the lamps on.
#[test]
fn the_break_contact_fails_lit() {
    let wires = [("park", Signal::Parking)];
    let job = bench(&wires, not(with(Signal::Parking)), Some(ControlKind::BreakContact));
    assert!(is_lit(&job, &[], &[]) && !is_lit(&job, &["parking"], &[]));
    assert!(is_lit(&job, &["parking"], &[("c1.coil.1", FaultKind::Open)]));
    assert!(is_lit(&job, &["parking"], &[("c1.relay.1", FaultKind::StuckOpen)]));
    assert!(!is_lit(&job, &[], &[("c1.relay.1", FaultKind::StuckClosed)]));
    assert!(!is_lit(&job, &[], &[("c1.fuse", FaultKind::Open)]));
}

/// Relays that remember: the state before is part of the state.
#[test]
fn a_hold_remembers_and_forgets() {
    let wires = [("ign", Signal::Ignition)];
    let wish =
        Wish::Held { from: Box::new(switch("push")), until: Box::new(not(with(Signal::Ignition))) };
    let job = bench(&wires, wish, None);
    assert!(!is_lit(&job, &["ignition"], &[]));
    assert!(is_lit(&job, &["ignition", "push"], &[]));
    assert!(is_lit(&job, &["ignition", "held.c1.0"], &[]));
    assert!(!is_lit(&job, &["held.c1.0"], &[]), "the key is out");
    assert!(!is_lit(&job, &["push"], &[]), "pressed with the key out");
}

#[test]
fn a_timer_runs_on_and_a_cut_off_cuts() {
    let wires = [("door", Signal::Door)];
    let after = Wish::After { lit: Box::new(with(Signal::Door)), seconds: 30.0 };
    let job = bench(&wires, after, None);
    assert!(is_lit(&job, &["door"], &[]));
    assert!(is_lit(&job, &["timer.c1.0"], &[]), "still running");
    assert!(!is_lit(&job, &[], &[]));
    let low = bench(&wires, Wish::UntilLow(Box::new(switch("on-off"))), None);
    assert!(is_lit(&low, &["on-off"], &[]));
    let state = VehicleState {
        on: vec!["on-off".into(), "low_voltage".into()],
        supply: jovek_core::job::SupplyState::LowBattery,
        ..VehicleState::default()
    };
    assert!(!moment(&low, &state, None).unwrap().circuits[0].is_lit);
}

/// Parts are named as a fitter would, with the circuit they belong to.
#[test]
fn parts_have_names() {
    let job = reverse_or_switch();
    let study = study(&job);
    let live = Simulation::at_rest(&study);
    let name = |holds: &dyn Fn(&PartKind) -> bool| {
        let place = live.built.places.iter().find(|p| holds(&p.what)).unwrap();
        names::full(&job, &study, *place)
    };
    assert_eq!(name(&|w| matches!(w, PartKind::Diode(1))), "Lamps: diode 1");
    assert_eq!(name(&|w| matches!(w, PartKind::SignalLead(0))), "Lamps: wire from wire rev");
    assert_eq!(name(&|w| matches!(w, PartKind::Switch(1))), "Lamps: on-off");
    assert_eq!(name(&|w| matches!(w, PartKind::FactoryFuse(0))), "fuse of wire rev");
    assert_eq!(name(&|w| matches!(w, PartKind::Battery)), "battery");
    assert_eq!(name(&|w| matches!(w, PartKind::Coil(0))), "Lamps: coil of relay 1");
}
