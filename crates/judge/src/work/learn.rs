//! Minutes learned from the shop's own work: what a kind of step took, against what it was planned to take.

use crate::work::known::work;
use jiff::Timestamp;
use jovek_job::Job;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// What is known of a kind of step.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct Learned {
    /// Steps of the kind that were timed.
    pub timed: usize,
    /// Planned minutes times this are what to expect.
    pub factor: f64,
}

/// Steps whose planned minutes count beside the timed ones: one slow morning does not change the plan. Common
/// practice, no source.
const PLANNED_WEIGHT: f64 = 2.0;
/// A step that took less or more than this part of its plan was not timed, but forgotten.
const SOUND: (f64, f64) = (0.1, 8.0);

/// The kind of a step: what its id begins with, such as `pull` of `pull.rear`.
pub fn kind_of(step: &str) -> &str {
    step.split('.').next().unwrap_or(step)
}

/// Learns from the marks of jobs.
pub fn learn<'a>(jobs: impl IntoIterator<Item = &'a Job>) -> BTreeMap<String, Learned> {
    let mut sums: BTreeMap<String, (usize, f64)> = BTreeMap::new();
    for job in jobs.into_iter().filter(|j| !j.work.is_empty()) {
        for s in work(job, Timestamp::UNIX_EPOCH).steps {
            let Some(used) = s.used_min.filter(|_| s.state == super::StepState::Done) else {
                continue;
            };
            let part = used / s.step.minutes.max(0.5);
            if (SOUND.0..=SOUND.1).contains(&part) {
                let sum = sums.entry(kind_of(&s.step.id.0).to_owned()).or_default();
                *sum = (sum.0 + 1, sum.1 + part);
            }
        }
    }
    sums.into_iter()
        .map(|(kind, (timed, sum))| {
            let factor = (sum + PLANNED_WEIGHT) / (timed as f64 + PLANNED_WEIGHT);
            (kind, Learned { timed, factor })
        })
        .collect()
}

/// Minutes to expect of a step.
pub fn expected_min(learned: &BTreeMap<String, Learned>, step: &str, minutes: f64) -> f64 {
    learned.get(kind_of(step)).map_or(minutes, |l| minutes * l.factor)
}
