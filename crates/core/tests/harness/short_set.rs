//! The few readings that stand first find nearly every single fault that all of them find.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use crate::meter::{Real, Vehicle};
use jovek_core::answers::assess;
use jovek_core::job::{Job, Reading};
use jovek_core::plan::network::parts::PartKind;
use jovek_core::plan::study::study;
use jovek_core::proof::can_fail;
use std::sync::atomic::{AtomicUsize, Ordering};

/// Single faults of what was added: how many all readings find, how many the short set finds, and those that it does
/// not.
fn found(job: &Job) -> (usize, usize, Vec<String>) {
    let study = study(job);
    let mut sound = Vehicle::new(job, &study, Real::AS_PLANNED);
    let mut known = job.clone();
    known.readings.push(Reading {
        check: "battery.rest_v".into(),
        value: sound.read("battery.rest_v", None).unwrap(),
        at: "2026-03-02T08:00:00Z".into(),
        by: "Ines".into(),
    });
    let checks = assess(&known).checks;
    let (mut by_all, mut by_short, mut missed) = (0, 0, Vec::new());
    for (place, kind) in can_fail(&sound.live) {
        if place.circuit.is_none() && place.what != PartKind::GroundBus {
            continue;
        }
        let mut bad = Vehicle::new(job, &study, Real::AS_PLANNED);
        if !bad.live.fail(place, kind) {
            continue;
        }
        let mut is_off = |is_short: bool| {
            checks.iter().filter(|c| c.is_short == is_short).any(|check| {
                let value = bad.read(&check.id.0, None);
                // A reading that does not settle is off as well.
                value.is_some_and(|v| v < check.low || v > check.high)
            })
        };
        if is_off(true) {
            by_all += 1;
            by_short += 1;
        } else if is_off(false) {
            by_all += 1;
            missed.push(format!("{place:?} {kind:?}"));
        }
    }
    (by_all, by_short, missed)
}

#[test]
fn the_short_set_finds_what_all_find() {
    for (unit, job) in demo_jobs() {
        let job = Job { readings: Vec::new(), ..job };
        let (by_all, by_short, missed) = found(&job);
        // Two lamps on plugs have few parts to fail.
        let least = if unit == "59" { 5 } else { 10 };
        assert!(by_all > least, "unit {unit}: {by_all} faults found");
        assert!(by_short * 100 >= by_all * 95, "unit {unit}: {by_short} of {by_all}, {missed:#?}");
    }
    let (all, short) = (AtomicUsize::new(0), AtomicUsize::new(0));
    with_jobs(120, |_, job| {
        let (by_all, by_short, _) = found(job);
        all.fetch_add(by_all, Ordering::Relaxed);
        short.fetch_add(by_short, Ordering::Relaxed);
    });
    let (all, short) = (all.into_inner(), short.into_inner());
    assert!(all > 1000 && short * 100 >= all * 95, "{short} of {all}");
}

/// Three readings and a hand a circuit, and as many tries as there are functions.
#[test]
fn the_short_set_is_short() {
    for (unit, job) in demo_jobs() {
        let checks = assess(&job).checks;
        let of_circuits = checks.iter().filter(|c| c.is_short && c.circuit.is_some()).count();
        assert!(
            of_circuits <= 4 * job.circuits.len() + 2 * job.swaps.len(),
            "unit {unit}: {of_circuits}"
        );
        let short = checks.iter().filter(|c| c.is_short).count();
        assert!(short < checks.len(), "unit {unit}: {short} of {}", checks.len());
    }
}
