//! Four readings at an empty fuse position: which side is live, and when.

use crate::common::bench::wire;
use jovek_core::answers::assess;
use jovek_core::job::{
    FactoryCircuit, FactoryKind, Feed, FuseSurvey, Job, Signal, SystemVoltage, VehicleSide, Wish,
};
use jovek_core::plan::inputs::{Assignment, Input};
use jovek_core::plan::study::study;
use jovek_core::plan::survey::{LiveWhen, Side, SurveyAnswer, judge};
use jovek_core::proof::prove;

fn survey(a_on: f64, a_off: f64, b_on: f64, b_off: f64) -> SurveyAnswer {
    let survey = FuseSurvey {
        first_key_on_v: Some(a_on),
        first_key_off_v: Some(a_off),
        second_key_on_v: Some(b_on),
        second_key_off_v: Some(b_off),
        has_no_second: false,
    };
    judge(&survey, SystemVoltage::V12)
}

/// Common practice, no source: one side of an empty position is live, or neither.
#[test]
fn four_readings_tell_the_live_side() {
    let keyed = survey(0.0, 0.0, 12.4, 0.02);
    assert_eq!((keyed.live, keyed.when), (Some(Side::Second), Some(LiveWhen::KeyOn)));
    assert!(keyed.is_usable);
    let always = survey(12.5, 12.5, 0.0, 0.0);
    assert_eq!((always.live, always.when), (Some(Side::First), Some(LiveWhen::Always)));
    assert!(!always.is_usable);
    assert_eq!(survey(0.0, 0.1, 0.0, 0.0).live, None);
    assert_eq!(survey(12.4, 0.0, 12.4, 0.0).live, None);
    assert_eq!(survey(6.2, 0.0, 0.0, 0.0).live, None);
    let unread = judge(&FuseSurvey::default(), SystemVoltage::V12);
    assert!(!unread.is_usable && unread.live.is_none());
}

/// The leads the wrong way round read the same with a minus sign.
#[test]
fn a_minus_sign_is_no_other_side() {
    assert!(survey(-12.4, 0.0, 0.0, 0.0).is_usable);
}

/// Every set of readings gets one verdict: usable only where just one side is live, and only with
/// the key. At 24 V the limits are twice as high.
#[test]
fn every_set_of_readings_has_a_verdict() {
    let readings = [0.0, 0.3, 4.0, 12.4];
    for &a in &readings {
        for &b in &readings {
            for &c in &readings {
                for &d in &readings {
                    let answer = survey(a, b, c, d);
                    let live = |v: f64| v > 11.0;
                    let dead = |v: f64| v < 0.5;
                    let keyed = |on, off| live(on) && dead(off);
                    let dark = |on, off| dead(on) && dead(off);
                    let usable = (keyed(a, b) && dark(c, d)) || (keyed(c, d) && dark(a, b));
                    assert_eq!(answer.is_usable, usable, "{a} {b} {c} {d}: {}", answer.says);
                    assert!(answer.says.ends_with('.'));
                }
            }
        }
    }
    let at_24 = FuseSurvey {
        first_key_on_v: Some(12.4),
        first_key_off_v: Some(0.0),
        second_key_on_v: Some(0.0),
        second_key_off_v: Some(0.0),
        has_no_second: false,
    };
    assert!(!judge(&at_24, SystemVoltage::V24).is_usable, "half of the system's voltage");
}

/// A side without a terminal is no reading that is missing. Common practice, no source.
#[test]
fn a_side_without_a_terminal_is_dead() {
    let one_sided = FuseSurvey {
        first_key_on_v: Some(12.4),
        first_key_off_v: Some(0.0),
        has_no_second: true,
        ..FuseSurvey::default()
    };
    assert!(judge(&one_sided, SystemVoltage::V12).is_usable);
    let unread = FuseSurvey { has_no_second: true, ..FuseSurvey::default() };
    assert!(judge(&unread, SystemVoltage::V12).says.contains("two readings"));
}

/// Small cab lamps with a switch of their own, and an empty position that is live with the key.
fn cab_lamps(watts: f64) -> Job {
    let mut job = Job::starter("K1");
    job.factory = vec![FactoryCircuit {
        kind: FactoryKind::FusePosition,
        name: "row 2".into(),
        survey: Some(FuseSurvey {
            first_key_on_v: Some(12.4),
            first_key_off_v: Some(0.0),
            second_key_on_v: Some(0.0),
            second_key_off_v: Some(0.0),
            ..FuseSurvey::default()
        }),
        fuse_a: None,
        length_m: None,
        existing_a: None,
        ..wire("row-2", Signal::Ignition, VehicleSide::Own)
    }];
    let circuit = &mut job.circuits[0];
    circuit.feed = None;
    circuit.lit = Wish::OwnSwitch;
    circuit.lights[0].count = 2;
    circuit.lights[0].label_w = Some(watts);
    job
}

/// Common practice, no source: the everyday feed of a light load with its own switch.
#[test]
fn a_measured_position_is_the_everyday_feed() {
    let answers = assess(&cab_lamps(6.0));
    let circuit = &answers.circuits[0];
    let used = circuit.feeds.iter().find(|f| f.is_used).unwrap();
    assert!(used.is_advised && used.label == "Fuse position: row 2", "{used:?}");
    // Feed and Switch say the same of what is in use.
    let ways: Vec<&str> =
        circuit.ways.iter().filter(|w| w.is_used).map(|w| w.label.as_str()).collect();
    assert_eq!(ways, ["Switch behind the fuse position"]);
    assert!(circuit.ways.iter().find(|w| w.is_advised).unwrap().is_used);
    // A heavy load, or a choice, goes to the battery.
    for job in [cab_lamps(80.0), {
        let mut job = cab_lamps(6.0);
        job.circuits[0].feed = Some(Feed::Battery {});
        job
    }] {
        let answers = assess(&job);
        let used = answers.circuits[0].feeds.iter().find(|f| f.is_used).unwrap();
        assert_eq!(used.feed, Feed::Battery {});
    }
    // Nobody read it: nothing is plugged into it unasked.
    let mut unread = cab_lamps(6.0);
    unread.factory[0].survey = None;
    assert_eq!(study(&unread).circuits[0].chain.origin_wire(), None);
}

#[test]
fn it_is_lit_by_its_switch_with_the_key_on() {
    let job = cab_lamps(6.0);
    let study = study(&job);
    let inputs = &study.wiring.inputs;
    let key = inputs.bit(&Input::Signal(VehicleSide::Own, Signal::Ignition));
    let switch = inputs.bit(&Input::OwnSwitch(0));
    let follows = &study.circuits[0].chain.follows;
    for (a, lit) in [(0, false), (key, false), (switch, false), (key | switch, true)] {
        assert_eq!(follows.holds(Assignment(a)), lit);
    }
    let proof = prove(&job, Vec::new());
    assert!(proof.passes && proof.wishes[0].missed == 0, "{proof:?}");
    assert!(proof.wishes[0].sentence.contains("ignition"), "{}", proof.wishes[0].sentence);
    assert!(proof.drains.unwrap().left_on.is_empty(), "nothing is left on with the key out");
}

/// What is bought and cut: the adapter with its fuse, a lead from it to the switch; no factory wire is touched.
#[test]
fn it_is_built_with_an_adapter() {
    let answers = assess(&cab_lamps(6.0));
    let has = |words: &str| answers.parts.iter().any(|p| p.part.contains(words));
    assert!(has("fuse adapter") && has("fuse 2 A"), "{:#?}", answers.parts);
    assert!(!has("sealed fuse holder"));
    let lead = answers.cuts.iter().find(|c| c.from == "fuse adapter lead").unwrap();
    assert_eq!(lead.to, "switch 1 in");
    assert!(answers.cuts.iter().all(|c| !c.from.contains("wire of")), "nothing is tapped");
    assert!(answers.assumptions.iter().all(|a| !a.path.contains("existing_a")));
    let joint = answers.joints.iter().find(|j| j.place.contains("fuse adapter")).unwrap();
    assert!(!joint.steps.is_empty());
}
