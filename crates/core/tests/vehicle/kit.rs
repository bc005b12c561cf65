//! A harness from a box: its sizes are taken as they are and judged, nothing of it is cut or bought apart.

use crate::common::bench;
use jiff::Timestamp;
use jovek_core::answers::assess;
use jovek_core::base::grade::Grade;
use jovek_core::catalog::conductor::Conductor;
use jovek_core::finding::{FindingCode, Stage};
use jovek_core::job::{Job, KitHarness, LightKind, Wish};
use jovek_core::plan::study::study;
use jovek_core::record::as_built;
use jovek_core::work::work;

fn boxed(wire: Conductor, fuse_a: f64) -> Job {
    let mut job = bench::job(&[], Wish::OwnSwitch, None);
    let circuit = &mut job.circuits[0];
    circuit.lights[0].draws = LightKind::Regulated { cut_in_v: Some(9.0) };
    for (section, length_m) in circuit.run.supply.iter_mut().zip([0.1, 0.3, 1.2, 0.6]) {
        section.length_m = Some(length_m);
    }
    circuit.kit = Some(KitHarness {
        name: "two-lamp harness".into(),
        wire: Some(wire),
        fuse_a: Some(fuse_a),
        length_m: Some(3.5),
        relay_a: Some(30.0),
        switch_a: Some(3.0),
    });
    job
}

#[test]
fn its_sizes_are_as_the_box_has_them() {
    for (wire, fuse_a) in [(Conductor::Metric(150), 10.0), (Conductor::Metric(400), 20.0)] {
        let job = boxed(wire, fuse_a);
        let study = study(&job);
        let (_, sizes) = study.parts()[0];
        assert_eq!(sizes.wire, wire);
        assert_eq!(sizes.fuse.map(|f| f.rating_a), Some(fuse_a));
    }
}

/// 0.75 mm² bears some 14 to 19 A in free air (ISO 10133 gives 12 A at 60 °C insulation), never 40 A: the fuse of such a
/// harness does not protect its wire.
#[test]
fn a_fuse_above_its_wire_is_told() {
    let graves = |job: &Job| {
        let own = assess(job).findings.into_iter().filter(|f| f.circuit.is_some());
        own.filter(|f| f.grade == Grade::Stop).map(|f| f.title).collect::<Vec<_>>()
    };
    let told = graves(&boxed(Conductor::Metric(75), 40.0));
    assert!(told.iter().any(|t| t.contains("the harness from the box breaks a rule")), "{told:?}");
    // 40 W at 12 V: 3.3 A, a 5 A fuse bears it and 0.75 mm² bears that.
    let remedies: Vec<String> = assess(&boxed(Conductor::Metric(75), 40.0))
        .findings
        .into_iter()
        .map(|f| f.remedy)
        .collect();
    assert!(remedies.iter().any(|r| r.starts_with("A 5 A fuse in its holder")), "{remedies:?}");
    let fine = graves(&boxed(Conductor::Metric(250), 15.0));
    assert!(fine.is_empty(), "{fine:?}");
}

/// Nothing is cut, crimped or bought but the harness and its lamps; its parts are mounted, the rest of it coiled: 3.5 m
/// less the way of 2.2 m and 0.3 m to each lamp.
#[test]
fn it_is_laid_and_not_made() {
    let job = boxed(Conductor::Metric(250), 15.0);
    let answers = assess(&job);
    assert!(answers.cuts.is_empty() && answers.joints.is_empty() && answers.reels.is_empty());
    let parts: Vec<&str> = answers.parts.iter().map(|p| p.part.as_str()).collect();
    assert!(parts.contains(&"harness from a box: two-lamp harness"), "{parts:?}");
    assert_eq!(parts.len(), 2, "the harness and the lamps: {parts:?}");
    let steps: Vec<_> =
        work(&job, Timestamp::UNIX_EPOCH).steps.into_iter().map(|s| s.step).collect();
    let ids: Vec<&str> = steps.iter().map(|s| s.id.0.as_str()).collect();
    for id in ["hardware.c1", "pull.c1", "mount.c1", "ground.c1", "plug.c1", "test.c1"] {
        assert!(ids.contains(&id), "{id}: {ids:?}");
    }
    for id in ["cut", "join.c1"] {
        assert!(!ids.contains(&id), "{id}: {ids:?}");
    }
    let laid = steps.iter().find(|s| s.id.0 == "pull.c1").unwrap();
    assert!(laid.how.iter().any(|h| h.starts_with("1.00 m are left")), "{:?}", laid.how);
    let test = steps.iter().find(|s| s.id.0 == "test.c1").unwrap();
    assert!(test.what.contains("fuse in"), "{}", test.what);
    let slack = as_built(&job, Timestamp::UNIX_EPOCH).slack;
    assert_eq!(slack, ["Lamps, two-lamp harness: 1.00 m coiled"]);
}

/// A plug pulls on its lamp: where the lamp is stuck on, the harness is plugged in when that bears.
#[test]
fn its_plugs_wait_for_what_is_stuck() {
    let mut job = boxed(Conductor::Metric(250), 15.0);
    job.circuits[0].lights[0].is_stuck = true;
    let steps = work(&job, Timestamp::UNIX_EPOCH).steps;
    let plug = steps.iter().find(|s| s.step.id.0 == "plug.c1").unwrap();
    let mount = plug.step.after.iter().find(|a| a.step.0 == "mount.c1").unwrap();
    assert_eq!(mount.rest_min, jovek_core::work::stuck::CURE_MIN);
}

/// A relay of 10 A in the box is drawn and judged as one of 10 A, not as the 40 A one that the load asks for.
#[test]
fn its_relay_is_as_the_box_has_it() {
    let mut job = boxed(Conductor::Metric(400), 20.0);
    job.circuits[0].lights[0].label_w = Some(75.0);
    job.circuits[0].kit.as_mut().unwrap().relay_a = Some(10.0);
    let answers = assess(&job);
    let labels: Vec<&str> = answers.circuits[0].choices.iter().map(|c| c.label.as_str()).collect();
    assert!(labels.contains(&"ISO micro relay 10 A"), "{labels:?}");
    let weak = answers.findings.iter().find(|f| f.title.contains("relay of the harness too weak"));
    assert_eq!(weak.map(|f| f.grade), Some(Grade::Fix));
}

/// 0.75 mm² bears 12 to 19 A: lamps of 40 A want a fuse that it does not bear. The remedy is of the harness that is there,
/// not of wire on a shelf: fewer lamps, a second harness, one with thicker wire.
#[test]
fn no_fuse_between_lamps_and_wire() {
    let mut job = boxed(Conductor::Metric(75), 50.0);
    job.circuits[0].lights[0].label_w = Some(240.0);
    let found = assess(&job).findings;
    let told =
        found.iter().find(|f| f.title.contains("the harness from the box breaks a rule")).unwrap();
    assert_eq!(told.grade, Grade::Stop);
    assert!(
        told.remedy.starts_with("No fuse carries these lamps and protects this wire. With a"),
        "{}",
        told.remedy
    );
    assert!(told.remedy.contains("second harness"), "{}", told.remedy);
}

/// A fuse of 5 A in the box, lamps of 9 A: it would blow, and that is told.
#[test]
fn a_fuse_below_its_lamps_is_told() {
    let mut job = boxed(Conductor::Metric(250), 5.0);
    job.circuits[0].lights[0].label_w = Some(54.0);
    let found = assess(&job).findings;
    let told = found.iter().find(|f| f.code == FindingCode::FuseBelowLoad).unwrap();
    assert_eq!((told.grade, told.stage), (Grade::Stop, Stage::Feed));
    // 9 A at 80 %: 11.25 A, and 2.5 mm² bears the next one made.
    assert_eq!(told.remedy, "A 15 A fuse: the wire is thick enough for it.");
}

/// Its own ring goes on the plus post when the work is done, before the negative: it waited, wrapped.
#[test]
fn its_ring_goes_on_before_the_negative() {
    let job = boxed(Conductor::Metric(250), 15.0);
    let steps = work(&job, Timestamp::UNIX_EPOCH).steps;
    let on = steps.iter().find(|s| s.step.id.0 == "battery-on").unwrap();
    assert!(
        on.step.how.iter().any(|h| h.contains("the plus ring of two-lamp harness")),
        "{:?}",
        on.step.how
    );
    let mut made = job.clone();
    made.circuits[0].kit = None;
    let steps = work(&made, Timestamp::UNIX_EPOCH).steps;
    assert!(steps.iter().all(|s| s.step.how.iter().all(|h| !h.contains("the plus ring of"))));
}

/// A way that nobody measured is no reason to send a harness back; one that was is.
#[test]
fn a_harness_is_too_short_once_its_way_is_measured() {
    let mut job = boxed(Conductor::Metric(250), 15.0);
    job.circuits[0].kit.as_mut().unwrap().length_m = Some(1.5);
    let grade = |job: &Job| {
        let found = assess(job).findings;
        found.into_iter().find(|f| f.code == FindingCode::KitTooShort).map(|f| f.grade)
    };
    assert_eq!(grade(&job), Some(Grade::Fix));
    for section in &mut job.circuits[0].run.supply[1..] {
        section.length_m = None;
    }
    assert_eq!(grade(&job), Some(Grade::Mind));
}
