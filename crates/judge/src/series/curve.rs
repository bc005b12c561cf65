//! The learning curve of a series: the fourth vehicle is quicker than the first.

use crate::work::{KnownJob, StepState};
use jiff::Timestamp;
use jovek_phrases::series as say;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// Fewest vehicles that make a curve: through two of them any would go.
const FEWEST: usize = 3;
/// A vehicle counts once this part of its planned minutes was timed.
const TIMED_PART: f64 = 0.5;
/// What a doubling of the count may do to the time, as a factor; beyond, something else than practice was at work.
/// Common practice: 0.7 to 1 in work by hand.
const SOUND: (f64, f64) = (0.6, 1.1);

/// What a vehicle took.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Timed {
    /// Its unit.
    pub unit: String,
    /// When its last mark was set.
    #[schema(value_type = String)]
    pub ended_at: Timestamp,
    /// Minutes of the steps that were timed.
    pub used_min: f64,
    /// What the plan gave them.
    pub planned_min: f64,
    /// What it took against its plan: vehicles of different plans are alike in this.
    pub ratio: f64,
}

impl Timed {
    /// A vehicle that took so many minutes of so many planned.
    pub fn new(unit: &str, ended_at: Timestamp, (used_min, planned_min): (f64, f64)) -> Timed {
        let ratio = used_min / planned_min;
        Timed { unit: unit.to_owned(), ended_at, used_min, planned_min, ratio }
    }
}

/// Vehicles in the order in which they were done.
pub fn in_order(mut done: Vec<Timed>) -> Vec<Timed> {
    done.sort_by(|a, b| a.ended_at.cmp(&b.ended_at).then_with(|| a.unit.cmp(&b.unit)));
    done
}

/// What the steps of a vehicle took; none before half of its work is timed.
pub fn timed(known: &KnownJob) -> Option<Timed> {
    let steps = known.work(Timestamp::UNIX_EPOCH).steps;
    let all_min: f64 = steps.iter().map(|s| s.step.minutes).sum();
    let (mut used_min, mut planned_min) = (0.0, 0.0);
    for step in steps.iter().filter(|s| s.state == StepState::Done) {
        if let Some(used) = step.used_min {
            used_min += used;
            planned_min += step.step.minutes;
        }
    }
    let ended_at = known.job().work.iter().filter_map(|m| m.at.parse().ok()).max()?;
    let is_enough = used_min > 0.0 && planned_min >= TIMED_PART * all_min;
    is_enough.then(|| Timed::new(&known.job().unit, ended_at, (used_min, planned_min)))
}

/// Planned minutes of a vehicle of the series, the middle one; zero of none.
pub fn usual_min<'a>(vehicles: impl IntoIterator<Item = &'a KnownJob>) -> f64 {
    let planned = |known: &KnownJob| known.steps().iter().map(|s| s.minutes).sum::<f64>();
    let mut all: Vec<f64> = vehicles.into_iter().map(planned).collect();
    all.sort_by(f64::total_cmp);
    all.get(all.len() / 2).copied().unwrap_or(0.0)
}

/// What each vehicle that nobody has begun takes of its plan, by its place in the list: the curve goes on behind those that
/// were begun. Nothing without a curve.
pub fn paces(vehicles: &[KnownJob]) -> BTreeMap<usize, f64> {
    let timed = in_order(vehicles.iter().filter_map(timed).collect());
    let Ok(curve) = fitted(&timed) else { return BTreeMap::new() };
    let waits =
        |known: &KnownJob| known.job().work.is_empty() && known.job().record.signature().is_none();
    let begun = vehicles.iter().filter(|known| !waits(known)).count();
    let waiting = vehicles.iter().enumerate().filter(|(_, known)| waits(known));
    waiting.enumerate().map(|(k, (at, _))| (at, curve.factor(begun + k + 1))).collect()
}

/// Why there is no curve.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum CurveError {
    /// Too few vehicles were timed.
    #[error("{}", say::too_few_are_timed(&FEWEST))]
    TooFew,
    /// They do not get quicker as practice would have it.
    #[error("{}", say::no_curve_fits())]
    NotPractice,
}

/// A power law: vehicle n takes `first` times its plan, times n to the power of `exponent`.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct Curve {
    /// What the first took against its plan.
    pub first: f64,
    /// The exponent; less than zero where each is quicker than the one before.
    pub exponent: f64,
    /// What a doubling of the count does to the time, as a factor.
    pub doubling: f64,
    /// Vehicles that were timed.
    pub count: usize,
}

impl Curve {
    /// What vehicle number `n`, from 1, is to take against its plan.
    pub fn factor(&self, n: usize) -> f64 {
        self.first * (n.max(1) as f64).powf(self.exponent)
    }

    /// In words, with what it expects of vehicle number `next` whose plan is `planned_min`.
    pub fn text(&self, next: usize, planned_min: f64) -> String {
        let minutes = (planned_min * self.factor(next)).round() as u64;
        let takes = say::h_min(&(minutes / 60), &(minutes % 60));
        say::curve_says(&(100.0 * self.doubling), &self.count, &self.first, &next, &takes)
    }
}

/// Fits the curve of vehicles that stand in the order in which they were done: least squares of the logarithms, a straight line in
/// log n. Source: T. P. Wright, Factors Affecting the Cost of Airplanes, J. Aeronautical Sciences 3 (1936): time per unit
/// falls by a constant factor with each doubling (recalled from memory).
///
/// # Errors
/// [`CurveError`].
pub fn fitted(done: &[Timed]) -> Result<Curve, CurveError> {
    if done.len() < FEWEST {
        return Err(CurveError::TooFew);
    }
    let points: Vec<(f64, f64)> =
        done.iter().enumerate().map(|(k, t)| (((k + 1) as f64).ln(), t.ratio.ln())).collect();
    let n = points.len() as f64;
    let mean = |of: fn(&(f64, f64)) -> f64| points.iter().map(of).sum::<f64>() / n;
    let (x, y) = (mean(|p| p.0), mean(|p| p.1));
    let across: f64 = points.iter().map(|p| (p.0 - x) * (p.1 - y)).sum();
    let along: f64 = points.iter().map(|p| (p.0 - x).powi(2)).sum();
    let exponent = across / along;
    let doubling = 2f64.powf(exponent);
    if !(SOUND.0..=SOUND.1).contains(&doubling) {
        return Err(CurveError::NotPractice);
    }
    Ok(Curve { first: (y - exponent * x).exp(), exponent, doubling, count: points.len() })
}
