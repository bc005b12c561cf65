//! A circuit is read with what stands in its combination only; the plain way solves the whole vehicle each time. Both
//! must tell the same figures, to the last digit shown.

use crate::any_job::with_jobs;
use crate::common::demo_jobs;
use jovek_core::job::{Job, SupplyState};
use jovek_core::plan::inputs::Assignment;
use jovek_core::plan::network::apart::Apart;
use jovek_core::plan::network::cache::NetworkCache;
use jovek_core::plan::study::study;
use jovek_core::prove::checks::checks;
use jovek_core::prove::figures::Proving;
use jovek_core::prove::{Check, Quantity};
use std::sync::atomic::{AtomicUsize, Ordering};

/// A lamp that takes less is dark, A.
const DARK_A: f64 = 0.01;
/// Part by which figures may differ: half a thousandth.
const SAME: f64 = 5e-4;
/// As much may lie between two grounds, ohm: other circuits on the same bus stand beside the way back. A meter shows 0.1.
const SAME_OHM: f64 = 5e-3;
/// Of a window, in V and A.
const LAST_DIGIT: f64 = 0.01;

/// Readings compared, and those whose texts differ.
type Counted = (AtomicUsize, AtomicUsize);

fn check(name: &str, job: &Job, counted: &Counted) {
    let study = study(job);
    let parts = study.parts();
    let at_rest = study.situation(SupplyState::EngineOff, Assignment::NONE);
    let told = |is_apart: bool| {
        let mut cache = NetworkCache::default();
        let (built, solution) = cache.operate(study.installed(&parts), &at_rest).ok()?;
        let apart = Apart::new(built, &solution).filter(|_| is_apart);
        let proving = Proving {
            job,
            installed: study.installed(&parts),
            scenes: &study.scenes,
            inputs: &study.wiring.inputs,
            apart: apart.as_ref(),
        };
        checks(&proving, &mut cache).ok()
    };
    let (whole, apart) = (told(false), told(true));
    assert!(apart.is_some() || whole.is_none(), "{name}: only the whole has a steady state");
    // A lamp that hunts somewhere else spoils what is told of the whole.
    let (Some(whole), Some(apart)) = (whole, apart) else { return };
    assert_eq!(whole.len(), apart.len(), "{name}");
    // What a dark lamp's plus floats at is made of what leaks through open contacts: no figure of anything.
    let is_dark = |of: &Check| {
        let is_current = |c: &&Check| c.circuit == of.circuit && c.id.0.ends_with(".current_a");
        whole.iter().find(is_current).is_some_and(|c| c.expected < DARK_A)
    };
    for (whole, apart) in whole.iter().zip(&apart).filter(|(whole, _)| !is_dark(whole)) {
        assert_eq!((&whole.id, whole.is_short), (&apart.id, apart.is_short), "{name}");
        let (a, b) = (whole.expected, apart.expected);
        let near = if whole.quantity == Quantity::Ohm { SAME_OHM } else { SAME };
        let is_same = (a - b).abs() <= near * a.abs().max(1.0);
        assert!(is_same, "{name}: {} is {a} whole and {b} apart", whole.id);
        counted.0.fetch_add(1, Ordering::Relaxed);
        if (&whole.expected_text, &whole.window_text) != (&apart.expected_text, &apart.window_text)
        {
            counted.1.fetch_add(1, Ordering::Relaxed);
            for (a, b) in [(whole.low, apart.low), (whole.high, apart.high)] {
                let by_a_count =
                    (a - b).abs() < LAST_DIGIT + 1e-9 || (a - b).abs() <= SAME * a.abs();
                assert!(by_a_count, "{name}: {} has {a} whole and {b} apart", whole.id);
            }
        }
    }
}

#[test]
fn what_rests_changes_no_reading_of_a_demo_job() {
    let counted = Counted::default();
    for (name, job) in demo_jobs() {
        check(name, &job, &counted);
    }
    assert_eq!(counted.1.into_inner(), 0, "of {:?} texts", counted.0);
}

/// Half a thousandth of a volt lies across the edge of a digit now and then.
#[test]
fn what_rests_changes_no_reading_of_any_job() {
    let counted = Counted::default();
    with_jobs(600, |number, job| check(&format!("job {number}"), job, &counted));
    let (all, other) = (counted.0.into_inner(), counted.1.into_inner());
    assert!(all > 5000 && other * 500 < all, "{other} of {all} windows end at another digit");
}
