//! Minutes learned from the shop's own work: what a kind of step took, against what it was planned to take.

use crate::work::known::work;
use jiff::Timestamp;
use jovek_job::Job;
use jovek_phrases::work as say;
use std::collections::BTreeMap;

/// What is known of a kind of step.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Learned {
    /// Steps of the kind that were timed.
    pub timed: usize,
    /// Planned minutes times this are what to expect.
    pub factor: f64,
}

/// What was learned in words, one line for what is called alike: the mean of its kinds by how often each was timed.
pub fn learned_texts(learned: &BTreeMap<String, Learned>) -> Vec<String> {
    let mut by_label: BTreeMap<&str, (usize, f64)> = BTreeMap::new();
    for (kind, of) in learned {
        let sum = by_label.entry(kind_label(kind)).or_default();
        *sum = (sum.0 + of.timed, sum.1 + of.factor * of.timed as f64);
    }
    let line = |(label, (timed, sum)): (&str, (usize, f64))| {
        say::minutes_learned(&label, &format!("{:.2}", sum / timed as f64), &timed)
    };
    by_label.into_iter().filter(|(_, (timed, _))| *timed > 0).map(line).collect()
}

/// The work of a kind of step, as it is spoken.
pub fn kind_label(kind: &str) -> &'static str {
    match kind {
        "before" | "after" | "test" => say::kind_readings(),
        "probe" => say::kind_probing(),
        "battery-off" | "battery-on" => say::kind_battery_lead(),
        "bench" => say::kind_bench(),
        "chock" => say::kind_lifting(),
        "trims-off" | "trims-on" | "off" | "on" => say::kind_trim(),
        "hole" | "roof" | "switch-hole" => say::kind_holes(),
        "de-pin" | "plug" => say::kind_plugs(),
        "cut" => say::kind_cutting(),
        "pull" => say::kind_pulling(),
        "mount" | "housing" | "hitch" => say::kind_mounting(),
        "hardware" => say::kind_hardware(),
        "join" => say::kind_joints(),
        "ground" => say::kind_grounds(),
        "cure" | "repair" => say::kind_repairs(),
        "swap" | "code" => say::kind_swaps(),
        "tidy" => say::kind_tidying(),
        "aim" => say::kind_aiming(),
        _ => say::kind_other(),
    }
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
