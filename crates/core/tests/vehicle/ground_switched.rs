//! Lamps whose switch sits in their minus wire: doors, lids, the bonnet.

use crate::common::bench::{job, not, switch, with};
use jovek_core::answers::{Answers, assess};
use jovek_core::job::{
    ControlKind, FactoryId, Feed, Job, LightKind, Probe, Signal, SupplyState, Switch, SwitchId,
    SwitchKind, SwitchedSide, SystemVoltage, Wish,
};
use jovek_core::plan::network::build::{Situation, build};
use jovek_core::plan::probe::{ProbeVerdict, judge};
use jovek_core::plan::study::study;
use jovek_core::proof::prove;

const WIRES: [(&str, Signal); 3] =
    [("door", Signal::Door), ("bonnet", Signal::Bonnet), ("ign", Signal::Ignition)];

/// Door and bonnet lamps of half an ampere, grounded by their switches.
fn grounded(wish: Wish, kind: Option<ControlKind>) -> Job {
    let mut job = job(&WIRES, wish, kind);
    for f in &mut job.factory[..2] {
        f.switched = SwitchedSide::Minus;
        f.existing_a = Some(0.5);
        f.probe = Probe { on_v: Some(0.1), off_v: Some(12.5) };
    }
    job
}

fn tied(signal: Signal, id: &str) -> Job {
    let mut job = grounded(with(signal), None);
    job.circuits[0].feed = Some(Feed::TieIn { factory: FactoryId(id.into()) });
    job.circuits[0].lights[0].draws = LightKind::Strip { forward_v: Some(9.0) };
    job.circuits[0].lights[0].label_w = Some(4.0);
    job
}

fn holds(job: &Job) {
    let proof = prove(job, Vec::new());
    assert!(!proof.wishes.is_empty() && proof.wishes.iter().all(|w| w.missed == 0), "{proof:?}");
    assert!(proof.backfeeds.is_empty() && proof.buzzers.is_empty(), "{:?}", proof.backfeeds);
}

fn has(answers: &Answers, from: &str, to: &str) -> bool {
    answers.cuts.iter().any(|c| c.from == from && c.to == to)
}

/// Two wires are taken up: plus where it always is, the return before the switch.
#[test]
fn a_tie_in_takes_plus_and_the_minus_wire() {
    for (signal, id) in [(Signal::Door, "door"), (Signal::Bonnet, "bonnet")] {
        let job = tied(signal, id);
        holds(&job);
        let answers = assess(&job);
        let minus = format!("minus wire of wire {id}");
        assert!(answers.cuts.iter().any(|c| c.from == format!("wire of wire {id}")), "{id}");
        assert!(answers.cuts.iter().any(|c| c.to == minus), "{:?}", answers.cuts);
        assert!(!answers.cuts.iter().any(|c| c.to.contains("stud")), "nothing goes to the frame");
        let joints: Vec<&str> =
            answers.joints.iter().flat_map(|j| &j.steps).map(String::as_str).collect();
        assert!(joints.iter().any(|s| s.contains("cut the minus wire of")), "{joints:?}");
        assert!(answers.circuits[0].feeds[0].reasons.iter().any(|r| r.says.contains("minus wire")));
    }
}

/// By hand: what is added goes through the switch beside the lamp that was there. Kirchhoff's current law.
#[test]
fn the_switch_carries_both() {
    let job = tied(Signal::Door, "door");
    let study = study(&job);
    let parts = study.parts();
    let lit = study.circuits[0].chain.first_lit_by();
    let situation = Situation::plain(&study.supply, SupplyState::EngineOff, lit);
    let built = build(study.installed(&parts), &situation);
    let solution = jovek_core::circuit::solve(&built.net).unwrap();
    let door = built.factory[0].unwrap();
    let own_a = solution.current_a(door.lamps.unwrap());
    let added_a: f64 =
        built.circuits[0].lamps.iter().flatten().map(|&l| solution.current_a(l)).sum();
    let through_a = solution.current_a(door.source);
    assert!(own_a > 0.4 && added_a > 0.3, "{own_a} {added_a}");
    assert!((through_a - own_a - added_a).abs() < 1e-3, "{through_a} {own_a} {added_a}");
}

/// A coil between the own feed and the minus wire: 85 is grounded with the lamp, no stud of its own.
#[test]
fn a_relay_is_grounded_by_the_switch() {
    let job = grounded(with(Signal::Door), Some(ControlKind::Relay));
    holds(&job);
    let answers = assess(&job);
    assert!(has(&answers, "feed splice", "relay 1 86"), "{:?}", answers.cuts);
    assert!(has(&answers, "relay 1 85", "minus wire of wire door"));
    assert!(!answers.cuts.iter().any(|c| c.to.contains("control ground")));
    let way = answers.circuits[0].ways.iter().find(|w| w.is_used).unwrap();
    assert!(way.reasons.iter().any(|r| r.says.contains("grounds the coil")), "{:?}", way.reasons);
}

/// Whatever is wished with it: or, and, not, until, with a switch, with the key.
#[test]
fn every_wish_with_a_grounded_wire_holds() {
    let door = || with(Signal::Door);
    let wishes = [
        Wish::Any(vec![door(), switch("on-off")]),
        Wish::Any(vec![door(), with(Signal::Bonnet)]),
        Wish::All(vec![door(), switch("on-off")]),
        Wish::All(vec![door(), with(Signal::Ignition)]),
        Wish::All(vec![door(), with(Signal::Bonnet)]),
        Wish::All(vec![switch("on-off"), not(door())]),
        Wish::After { lit: Box::new(door()), seconds: 20.0 },
        Wish::UntilLow(Box::new(door())),
        Wish::Held { from: Box::new(door()), until: Box::new(with(Signal::Ignition)) },
    ];
    for wish in wishes {
        for kind in [ControlKind::Relay, ControlKind::SignalRelays] {
            holds(&grounded(wish.clone(), Some(kind)));
        }
    }
}

/// About none while on, the battery's voltage through the lamp while off. Common practice, no source.
#[test]
fn a_grounded_wire_reads_the_other_way_round() {
    let read = |on_v, off_v, side| judge(&Probe { on_v, off_v }, side, SystemVoltage::V12);
    let minus = |on_v, off_v| read(on_v, off_v, SwitchedSide::Minus);
    assert_eq!(minus(Some(0.1), Some(12.5)).verdict, ProbeVerdict::Usable);
    assert_eq!(minus(Some(12.4), Some(12.5)).verdict, ProbeVerdict::NotUsable);
    assert_eq!(minus(Some(0.1), Some(0.0)).verdict, ProbeVerdict::NotUsable);
    assert_eq!(minus(Some(0.1), None).verdict, ProbeVerdict::Unfinished);
    assert_eq!(minus(None, None).verdict, ProbeVerdict::NotProbed);
    // Taken for a plus wire it is told what it is.
    let taken = read(Some(0.0), Some(12.5), SwitchedSide::Plus);
    assert!(taken.says.contains("a switch grounds this wire"), "{}", taken.says);
}

/// A lamp under the bonnet with a plunger of its own: on while it is open, left on with it, a plunger on the list.
#[test]
fn a_bonnet_switch_of_its_own() {
    let mut job = job(&[], switch("bonnet"), Some(ControlKind::Switch));
    let (id, kind) = (SwitchId("bonnet".into()), SwitchKind::Lid);
    job.switches.push(Switch { id, name: "bonnet".into(), kind });
    holds(&job);
    let answers = assess(&job);
    assert_eq!(answers.circuits[0].wish_text, "Lit while bonnet is open.");
    let part = "plunger switch for door or lid, \"bonnet\"";
    assert!(answers.parts.iter().any(|p| p.part == part), "{:?}", answers.parts);
    let left_on = prove(&job, Vec::new()).drains.unwrap().left_on;
    assert!(left_on.iter().any(|l| l.text.contains("with bonnet")), "{left_on:?}");
}

/// A sound build is not called off: its joint is live with the function off, and its way back is open.
#[test]
fn no_reading_takes_it_for_a_plain_wire() {
    let answers = assess(&tied(Signal::Door, "door"));
    let of = |key: &str| answers.checks.iter().find(|c| c.id.0 == format!("c1.{key}"));
    assert!(of("source_off_v").is_none() && of("ground_ohm").is_none());
    for (key, around) in [("source_v", 12.3), ("lamp_v", 12.1)] {
        let check = of(key).unwrap();
        assert!(
            (check.low..=check.high).contains(&around),
            "{key}: {} to {}",
            check.low,
            check.high
        );
    }
}
