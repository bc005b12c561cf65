//! A lamp in the place of another on the factory's own plug: nothing of ours but the lamp. Against the circuit worked out
//! by hand with Ohm's and Kirchhoff's laws.

use crate::common::bench::{job as bench, wire};
use jovek_core::answers::{Answers, assess};
use jovek_core::catalog::conductor::Conductor;
use jovek_core::catalog::contact::{CHASSIS_OHM, LAMP_PLUG_OHM, STUD_OHM};
use jovek_core::catalog::fuse::{Fuse, HOLDER_OHM};
use jovek_core::catalog::switch;
use jovek_core::finding::FindingCode;
use jovek_core::job::{
    FactoryId, Feed, Job, LampCondition, LampRole, LightKind, OldLamp, OutputKind, Signal,
    SupplyState, VehicleSide, Wish,
};
use jovek_core::plan::feed::{FeedOption, FeedVerdict};
use jovek_core::plan::study::study;
use jovek_core::proof::prove;
use jovek_core::proof::simulation::Simulation;
use jovek_core::work::steps;

/// Two LED fog lamps of 18 W in the place of two halogen ones of 55 W, which took 8.6 A.
fn fogs() -> Job {
    let mut job = bench(&[], Wish::With(Signal::Fog), None);
    let mut fog = wire("fog", Signal::Fog, VehicleSide::Own);
    (fog.existing_a, fog.wire) = (Some(8.6), Some(Conductor::Metric(150)));
    job.factory.push(fog);
    let circuit = &mut job.circuits[0];
    circuit.feed = Some(Feed::Plug { factory: FactoryId::from("fog") });
    let light = &mut circuit.lights[0];
    (light.count, light.label_w) = (2, Some(18.0));
    light.draws = LightKind::Regulated { cut_in_v: Some(9.5) };
    light.replaces = Some(OldLamp {
        name: "Halogen fog lamp".into(),
        label_w: Some(55.0),
        condition: LampCondition::Corroded,
        kept_at: "shelf B4".into(),
        ..OldLamp::default()
    });
    job
}

/// Constant power behind a series resistance: V = (E + sqrt(E² − 4·P·R))/2, with the resistances of fuse, switch, wire,
/// plugs and ground added up by hand. The halogen lamps are gone from the wire.
#[test]
fn the_lamp_sees_what_ohm_says() {
    let job = fogs();
    let study = study(&job);
    let mut live =
        Simulation::new(&study, study.situation(SupplyState::EngineOff, study.most_lit()));
    let solution = live.solve().unwrap();
    let e_v = solution.node_v(live.built.battery_plus);
    let feed_ohm = Fuse::of_rating(15.0).cold_ohm()
        + HOLDER_OHM
        + switch::CLOSED_OHM
        + Conductor::Metric(150).ohm(3.0, 40.0);
    let back_ohm = (Conductor::Metric(150).ohm(1.0, 40.0) + STUD_OHM) / 2.0 + CHASSIS_OHM;
    let ohm = feed_ohm + 2.0 * LAMP_PLUG_OHM / 2.0 + back_ohm;
    let expected_v = (e_v + (e_v * e_v - 4.0 * 36.0 * ohm).sqrt()) / 2.0;
    let lamp = live.built.circuits[0].lamps[0][0];
    let lamp_v = solution.across_v(&live.built.net, lamp);
    assert!((lamp_v - expected_v).abs() < 1e-3, "{lamp_v} V, by hand {expected_v} V");
}

/// A load that stays on the wire stays in the network; what was read with the old lamps on is what is left without them.
#[test]
fn what_stays_on_the_wire_still_counts() {
    let mut job = fogs();
    assert_eq!(study(&job).factory[0].existing_a, 0.0, "8.6 A were the two lamps");
    job.factory[0].existing_a = Some(11.0);
    let left_a = study(&job).factory[0].existing_a;
    // 2 x 55 W by I ~ V^0.55 from 12 V: 9.78 A at 13.5 V.
    let old_a = 2.0 * 55.0 / 12.0 * (13.5f64 / 12.0).powf(0.55);
    assert!((left_a - (11.0 - old_a)).abs() < 0.01, "{left_a} A");
}

/// Nothing is cut, joined, drilled or pulled, and no battery comes off; the lamp is the only part.
#[test]
fn nothing_of_ours_but_the_lamp() {
    let job = fogs();
    let (study, answers) = (study(&job), assess(&job));
    assert!(answers.cuts.is_empty() && answers.joints.is_empty() && answers.connectors.is_empty());
    let parts: Vec<(&str, f64)> =
        answers.parts.iter().map(|p| (p.part.as_str(), p.quantity)).collect();
    assert_eq!(parts.len(), 1, "{parts:?}");
    assert_eq!(parts[0].1, 2.0);
    let steps = steps(&job, &study, &answers);
    let ids: Vec<&str> = steps.iter().map(|s| s.id.0.as_str()).collect();
    for absent in
        ["cut", "battery-off", "battery-on", "pull.c1", "hardware.c1", "ground.c1", "tidy"]
    {
        assert!(!ids.contains(&absent), "{absent}: {ids:?}");
    }
    let at =
        |id: &str| ids.iter().position(|i| *i == id).unwrap_or_else(|| panic!("{id}: {ids:?}"));
    let order = ["off.c1", "cure.c1", "plug.c1", "mount.c1", "test.c1", "aim", "on.c1", "after"];
    assert!(order.windows(2).all(|pair| at(pair[0]) < at(pair[1])), "{ids:?}");
    let off = &steps[at("off.c1")];
    assert!(off.how.iter().any(|h| h.contains("shelf B4")), "{:?}", off.how);
    let minutes: f64 = steps.iter().map(|s| s.minutes).sum();
    assert!((60.0..150.0).contains(&minutes), "a pair of fog lamps in {minutes} min");
}

fn feed_of<'a>(answers: &'a Answers, label: &str) -> &'a FeedOption {
    answers.circuits[0].feeds.iter().find(|f| f.label.starts_with(label)).unwrap()
}

/// Whoever takes a lamp off is advised its plug, unless the lamp is to follow something else.
#[test]
fn the_plug_is_advised_where_a_lamp_comes_off() {
    let mut job = fogs();
    job.circuits[0].feed = None;
    assert!(feed_of(&assess(&job), "Own plug").is_advised);
    job.circuits[0].lit = Wish::OwnSwitch;
    let other = assess(&job);
    assert!(!feed_of(&other, "Own plug").is_advised);
    assert_eq!(feed_of(&other, "Own plug").verdict, FeedVerdict::No);
    job.circuits[0].lit = Wish::With(Signal::Fog);
    job.circuits[0].lights[0].replaces = None;
    assert!(!assess(&job).circuits[0].feeds.iter().any(|f| f.label.starts_with("Own plug")));
}

/// A watched output may report the smaller load, and is said to.
#[test]
fn a_watched_plug_is_told() {
    let mut job = fogs();
    job.factory[0].output = OutputKind::Monitored;
    let answers = assess(&job);
    let option = feed_of(&answers, "Own plug");
    assert_eq!(option.verdict, FeedVerdict::Mind);
    assert!(option.reasons.iter().any(|r| r.says.contains("in place of")), "{option:?}");
}

/// A module that watches the plug knows the old lamps: it misses them, and is never told of too much load. Lamps out below
/// 40 % of what it knows: common practice.
#[test]
fn a_module_misses_the_old_lamps() {
    let mut job = fogs();
    job.factory[0].output = OutputKind::Monitored;
    let answers = assess(&job);
    let watched = answers.findings.iter().find(|f| f.code == FindingCode::WatchedOutput).unwrap();
    assert!(watched.why.starts_with("Reports a lamp as out"), "{}", watched.why);
    assert!(watched.remedy.contains("monitored type"), "{}", watched.remedy);
}

/// Nothing is closed before its lamp is mounted, aimed or not.
#[test]
fn no_trim_goes_on_before_its_lamp() {
    let mut job = fogs();
    job.circuits[0].lights[0].role = Some(LampRole::Tail);
    let answers = assess(&job);
    let ids: Vec<String> =
        steps(&job, &study(&job), &answers).into_iter().map(|s| s.id.0).collect();
    let work = jovek_core::work::work(&job, "2026-01-01T08:00:00Z".parse().unwrap());
    let at = |id: &str| work.steps.iter().position(|s| s.step.id.0 == id).unwrap();
    assert!(!ids.contains(&"aim".to_owned()), "a tail lamp is not aimed");
    assert!(at("mount.c1") < at("on.c1") && at("test.c1") < at("on.c1"));
}

/// It keeps its wish in every combination, feeds nothing back, and leaves nothing on.
#[test]
fn the_proof_holds() {
    let proof = prove(&fogs(), Vec::new());
    assert!(proof.wishes.iter().all(|w| w.missed == 0), "{:?}", proof.wishes);
    assert!(proof.backfeeds.is_empty(), "{:?}", proof.backfeeds);
}
