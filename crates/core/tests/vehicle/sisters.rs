//! Sister vehicles as a reference.

use crate::common::demo_jobs;
use jovek_core::answers::assess;
use jovek_core::fleet::{Spread, sisters};
use jovek_core::job::{CheckId, Job, Reading};
use proptest::prelude::*;

/// Source: scipy 1.17.1, `2 * scipy.stats.t.sf(t, dof)`; a new observation among five readings of 0.12 V give or take 7 mV, a
/// meter of 0.0103 V beside it: `numpy.mean`, `numpy.std(ddof=1)`, `numpy.hypot`.
#[test]
fn likelihoods_are_those_of_scipy() {
    let theirs = [0.12, 0.11, 0.13, 0.12, 0.12];
    let spread = Spread::of(&theirs, 0.0103).unwrap();
    assert!((spread.mean - 0.12).abs() < 1e-12);
    for (reading, p) in
        [(0.12, 1.0), (0.15, 0.093_481_821_560_126_16), (0.31, 0.000_156_089_755_150_276_58)]
    {
        assert!((spread.likelihood(reading) / p - 1.0).abs() < 1e-6, "{reading}");
    }
    for (t, dof, p) in [
        (1.0, 3, 0.391_002_218_955_770_5),
        (2.776_445_105, 4, 0.050_000_000_010_119_46),
        (12.924, 3, 0.000_999_995_111_090_032_8),
        (3.5, 10, 0.005_726_505_429_885_21),
        (50.0, 5, 6.047_757_626_601_225e-8),
    ] {
        let count = dof + 1;
        let spread = Spread { count, mean: 0.0, deviation: 1.0 };
        let reading = t * (1.0 + 1.0 / count as f64).sqrt();
        assert!((spread.likelihood(reading) / p - 1.0).abs() < 1e-6, "t {t}, {dof}");
    }
    assert_eq!(Spread::of(&[0.1, 0.2], 0.01), None, "of two nobody knows which is odd");
}

fn read(job: &mut Job, check: &str, value: f64) {
    job.readings.push(Reading {
        check: CheckId::from(check),
        value,
        at: "2026-03-02T09:30:00Z".into(),
        by: "Mara".into(),
    });
}

/// Five pickups that lose about 0.12 V in the ground of a circuit, and one that loses 0.31 V.
#[test]
fn the_one_that_loses_more_is_told() {
    let (_, mut own) = demo_jobs().into_iter().find(|(unit, _)| *unit == "51").unwrap();
    own.readings.clear();
    let checks = assess(&own).checks;
    let check =
        checks.iter().map(|c| c.id.to_string()).find(|id| id.ends_with(".ground_v")).unwrap();
    let others: Vec<Job> = [0.12, 0.11, 0.13, 0.12, 0.12]
        .iter()
        .map(|&v| {
            let mut other = own.clone();
            // Of several the last counts.
            read(&mut other, &check, 9.0);
            read(&mut other, &check, v);
            other
        })
        .collect();
    let others: Vec<&Job> = others.iter().collect();
    let told = |own: &Job, others: &[&Job]| {
        let found = sisters(own, &assess(own), others);
        found.into_iter().find(|s| s.check.to_string() == check)
    };
    let before = told(&own, &others).unwrap();
    assert_eq!((before.count, before.likelihood, before.is_odd), (5, None, false));
    assert_eq!(before.says, "Sisters read 120 mV (110 mV to 130 mV, 5 vehicles).");
    read(&mut own, &check, 0.13);
    assert!(!told(&own, &others).unwrap().is_odd);
    read(&mut own, &check, 0.31);
    let odd = told(&own, &others).unwrap();
    assert!(odd.is_odd, "{odd:?}");
    assert_eq!(
        odd.says,
        "Sisters read 120 mV here (110 mV to 130 mV, 5 vehicles), this one 310 mV: \
         of sound vehicles about one in 6000 would."
    );
    assert_eq!(told(&own, &others[..2]), None, "two are too few");
}

proptest! {
    /// Farther off is less likely, whatever the sisters read; more of them alike make it less likely still.
    #[test]
    fn farther_off_is_less_likely(
        theirs in prop::collection::vec(-20.0..20.0f64, 3..30), off in 0.1..50.0f64, meter in 0.001..1.0f64,
    ) {
        let spread = Spread::of(&theirs, meter).unwrap();
        let (near, far) = (spread.likelihood(spread.mean + off), spread.likelihood(spread.mean - 2.0 * off));
        prop_assert!(far <= near && near <= 1.0 && far >= 0.0);
        let more = Spread { count: spread.count * 2, ..spread };
        prop_assert!(more.likelihood(spread.mean + off) <= near + 1e-12);
    }
}
