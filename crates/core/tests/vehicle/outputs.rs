//! Factory wires that are pulsed, watched or unknown: told whichever way of the plan touches them, and by the proof.

use crate::common::bench::{job as bench, switch, with};
use jovek_core::answers::assess;
use jovek_core::finding::FindingCode;
use jovek_core::job::{ControlKind, Feed, Job, OutputKind, Signal, Wish};
use jovek_core::plan::study::study;
use jovek_core::proof::prove;

const NOT_PLAIN: [(OutputKind, FindingCode); 3] = [
    (OutputKind::Pulsed, FindingCode::PulsedOutput),
    (OutputKind::Monitored, FindingCode::WatchedOutput),
    (OutputKind::Unknown, FindingCode::UnknownOutput),
];

fn lamps_with(wish: Wish, output: OutputKind) -> Job {
    let mut job = bench(&[("park", Signal::Parking)], wish, None);
    job.factory[0].output = output;
    job
}

/// Tie-in, diodes, relay coil, small relay, switch in the wire, controller: every way that is offered, each chosen.
#[test]
fn every_way_that_touches_such_a_wire_is_told() {
    let wishes = [
        with(Signal::Parking),
        Wish::Any(vec![with(Signal::Parking), switch("on-off")]),
        Wish::All(vec![with(Signal::Parking), switch("on-off")]),
        Wish::After { lit: Box::new(with(Signal::Parking)), seconds: 20.0 },
    ];
    let mut kinds = Vec::new();
    for wish in wishes {
        for (output, code) in NOT_PLAIN {
            let job = lamps_with(wish.clone(), output);
            let ways: Vec<Option<ControlKind>> =
                assess(&job).circuits[0].ways.iter().map(|w| w.takes.kind).collect();
            assert!(!ways.is_empty(), "{wish:?}: nothing is offered");
            for kind in ways {
                for feed in [Feed::Battery {}, Feed::TieIn { factory: "park".into() }] {
                    let mut job = job.clone();
                    job.circuits[0].control.kind = kind;
                    job.circuits[0].feed = Some(feed);
                    let taps = study(&job).circuits[0].chain.taps();
                    let told = assess(&job).findings.iter().any(|f| f.code == code);
                    assert_eq!(told, taps == [0], "{output:?} by {kind:?}: {taps:?}");
                    let proof = prove(&job, Vec::new());
                    assert_eq!(proof.watched.iter().any(|w| w.output == output), told);
                    if output == OutputKind::Pulsed && told {
                        assert!(!proof.passes, "{kind:?} is proven on a pulsed wire");
                    }
                    kinds.extend(kind);
                }
            }
        }
    }
    kinds.sort_by_key(|k| format!("{k:?}"));
    kinds.dedup();
    assert!(kinds.len() >= 4, "few ways were looked at: {kinds:?}");
}

/// A plain wire has nothing to tell, and neither has one that nothing touches.
#[test]
fn a_plain_wire_and_one_left_alone_are_silent() {
    for (output, wish) in [
        (OutputKind::Plain, with(Signal::Parking)),
        (OutputKind::Pulsed, Wish::OwnSwitch),
        (OutputKind::Monitored, switch("on-off")),
    ] {
        let job = lamps_with(wish, output);
        let codes: Vec<FindingCode> = assess(&job).findings.iter().map(|f| f.code).collect();
        assert!(NOT_PLAIN.iter().all(|(_, c)| !codes.contains(c)), "{output:?}: {codes:?}");
        assert!(prove(&job, Vec::new()).watched.is_empty());
    }
}

/// A small coil stays below what a module notices; lamps of 20 W beside 2 A do not. Thresholds: common practice.
#[test]
fn a_small_coil_on_a_watched_wire_goes_unnoticed() {
    let by = |kind: ControlKind| {
        let mut job = lamps_with(with(Signal::Parking), OutputKind::Monitored);
        job.circuits[0].control.kind = Some(kind);
        let watched = prove(&job, Vec::new()).watched.remove(0);
        (watched.is_noticed, watched.added_a)
    };
    let (noticed, added_a) = by(ControlKind::SignalRelays);
    assert!(!noticed && added_a < 0.1, "{added_a} A");
    let mut tied = lamps_with(with(Signal::Parking), OutputKind::Monitored);
    tied.circuits[0].feed = Some(Feed::TieIn { factory: "park".into() });
    let watched = prove(&tied, Vec::new()).watched.remove(0);
    assert!(watched.is_noticed, "{}", watched.says);
}
