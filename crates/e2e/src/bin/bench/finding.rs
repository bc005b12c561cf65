//! Finding faults: every single fault of every demo vehicle, with the meter's noise, and one suggestion's time.

use crate::row::{Row, median_ms};
use anyhow::Result;
use jovek_core::diagnose::trial::score;
use jovek_core::diagnose::{Case, diagnose};
use jovek_core::job::Job;
use std::hint::black_box;

/// The worst demo vehicle decides: the true fault among the first three in 95 of 100 searches, first in 80,
/// within four readings in the middle, and a suggestion within 200 ms.
pub fn rows() -> Result<Vec<Row>> {
    let (mut out_of_three, mut not_first, mut median, mut ms) = (0.0f64, 0.0f64, 0usize, 0.0f64);
    for unit in ["14", "22", "31", "40", "51", "55", "58", "T3"] {
        let text = std::fs::read_to_string(jovek_e2e::demo_file(unit))?;
        let job = Job { readings: Vec::new(), search: None, ..Job::read(&text)? };
        let score = score(&Case::new(&job)?, 1)?;
        let missed = |n: usize| 100.0 * (1.0 - n as f64 / score.searches.max(1) as f64);
        out_of_three = out_of_three.max(missed(score.first_three));
        not_first = not_first.max(missed(score.first));
        median = median.max(score.median_readings());
        ms = ms.max(median_ms(3, || {
            let _ = black_box(diagnose(black_box(&job)));
        }));
    }
    Ok(vec![
        Row::below("faults not among the first three, worst vehicle", out_of_three, "%", 5.0),
        Row::below("faults not first, worst vehicle", not_first, "%", 20.0),
        Row::below("readings behind the walk-round, median", median as f64, "", 4.5),
        Row::below("one suggestion, slowest vehicle, median", ms, "ms", 200.0),
    ])
}
