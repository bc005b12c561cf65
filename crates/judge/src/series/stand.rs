//! How far the vehicles of a series are: what the board in the workshop shows.

use super::curve::Curve;
use crate::prove::Verdict;
use crate::work::{KnownJob, StepState};
use jiff::Timestamp;
use jovek_phrases::series as say;
use serde::Serialize;
use utoipa::ToSchema;

/// How far a vehicle is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SeriesStand {
    /// Nobody has begun.
    Waiting,
    /// Somebody is at it, or was.
    InWork,
    /// All steps are done; it waits for its signature.
    ToSign,
    /// Signed.
    Signed,
}

/// A vehicle of a series.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SeriesVehicle {
    /// Its unit.
    pub unit: String,
    /// How far it is.
    pub stand: SeriesStand,
    /// Steps that are done.
    pub done: usize,
    /// Steps in all.
    pub steps: usize,
    /// What is done of its planned minutes, 0 to 1.
    pub part: f64,
    /// Planned minutes of what is left.
    pub left_min: f64,
    /// The step that somebody is at, or the next; none where all is done.
    pub now: Option<String>,
    /// Who was at it last.
    pub by: Option<String>,
    /// True where somebody is at it now.
    pub is_running: bool,
    /// Readings outside their window.
    pub off: usize,
    /// How far it is, in words: `in work, 12 of 26 steps`.
    pub says: String,
}

/// How far a vehicle is at a moment.
pub fn vehicle(known: &KnownJob, now: Timestamp) -> SeriesVehicle {
    let job = known.job();
    let work = known.work(now);
    let is_done = |state| state == StepState::Done;
    let done = work.steps.iter().filter(|s| is_done(s.state)).count();
    let minutes = |done: bool| -> f64 {
        work.steps.iter().filter(|s| is_done(s.state) == done).map(|s| s.step.minutes).sum()
    };
    let (done_min, left_min) = (minutes(true), minutes(false));
    let is_signed = job.record.signature().is_some();
    let stand = match (is_signed, done) {
        (true, _) => SeriesStand::Signed,
        (_, 0) if job.work.is_empty() => SeriesStand::Waiting,
        (_, done) if done == work.steps.len() => SeriesStand::ToSign,
        _ => SeriesStand::InWork,
    };
    let running = work.steps.iter().find(|s| s.state == StepState::Running);
    let next = work.next.as_ref().and_then(|id| work.steps.iter().find(|s| s.step.id == *id));
    let checks = &known.answers().checks;
    let off = |v| matches!(v, Verdict::Low | Verdict::High);
    let off = checks.iter().filter(|c| off(c.judgement.verdict)).count();
    let steps = work.steps.len();
    let all_min = done_min + left_min;
    SeriesVehicle {
        unit: job.unit.clone(),
        stand,
        done,
        steps,
        part: match stand {
            SeriesStand::Signed => 1.0,
            _ if all_min > 0.0 => done_min / all_min,
            _ => 0.0,
        },
        left_min: if is_signed { 0.0 } else { left_min },
        now: running.or(next).filter(|_| !is_signed).map(|s| s.step.what.clone()),
        by: job.work.last().map(|m| m.by.clone()),
        is_running: running.is_some() && !is_signed,
        off,
        says: match stand {
            SeriesStand::Waiting => say::waits().to_owned(),
            SeriesStand::InWork => say::in_work(&done, &steps),
            SeriesStand::ToSign => say::waits_for_its_signature().to_owned(),
            SeriesStand::Signed => say::signed().to_owned(),
        },
    }
}

/// The series in one line: `4 of 12 signed, 2 in work, 40 h of work left`. With a curve the vehicles that nobody has begun
/// take what it expects of them.
pub fn summary(vehicles: &[SeriesVehicle], curve: Option<&Curve>) -> String {
    let count = |stand| vehicles.iter().filter(|v| v.stand == stand).count();
    let waits = |v: &&SeriesVehicle| v.stand == SeriesStand::Waiting;
    let begun = vehicles.len() - vehicles.iter().filter(waits).count();
    let of_begun: f64 = vehicles.iter().filter(|v| !waits(v)).map(|v| v.left_min).sum();
    let of_waiting: f64 = vehicles
        .iter()
        .filter(waits)
        .enumerate()
        .map(|(k, v)| v.left_min * curve.map_or(1.0, |c| c.factor(begun + k + 1)))
        .sum();
    let hours = (of_begun + of_waiting) / 60.0;
    say::series_stands(
        &(count(SeriesStand::Signed)),
        &vehicles.len(),
        &(count(SeriesStand::InWork) + count(SeriesStand::ToSign)),
        &hours,
    )
}
