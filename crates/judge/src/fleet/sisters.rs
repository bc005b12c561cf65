//! Sister vehicles as a reference: what they read at the same place, and whether this one is among them.

use crate::answers::Answers;
use crate::diagnose::meter::{amps_sigma, volts_sigma};
use crate::prove::{Check, Quantity};
use crate::record::visits::reading_text;
use jovek_job::{CheckId, Job};
use jovek_phrases::sisters as say;
use serde::Serialize;
use statrs::distribution::{ContinuousCDF, StudentsT};
use utoipa::ToSchema;

/// Fewest sisters that say anything: of two nobody knows which is the odd one.
const FEWEST: usize = 3;

/// How often a whole vehicle of sound readings may be called odd somewhere. The usual five in a hundred, shared out among
/// its readings (Bonferroni): fifty readings are fifty chances.
const FALSE_ALARMS: f64 = 0.05;

/// Standard deviation of an ohmmeter at the vehicle: 2 % and 0.2 ohm of leads and contact. Common practice.
fn ohms_sigma(ohm: f64) -> f64 {
    0.02 * ohm.abs() + 0.2
}

/// What the sisters read at a check.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SisterReading {
    /// The check.
    pub check: CheckId,
    /// How many sisters were read there.
    pub count: usize,
    /// What they read, or how this one differs from them.
    pub says: String,
    /// How likely a sound vehicle would be so far off or farther; none while this one was not read.
    pub likelihood: Option<f64>,
    /// True where that is too unlikely to be chance.
    pub is_odd: bool,
}

/// Readings of sisters, by what a further sound one would be.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Spread {
    /// How many there are.
    pub count: usize,
    /// Their mean.
    pub mean: f64,
    /// Their standard deviation, no smaller than the meter's own: a display shows no finer difference.
    pub deviation: f64,
}

impl Spread {
    /// Of some readings, with the standard deviation of the meter; none of fewer than [`FEWEST`].
    pub fn of(readings: &[f64], meter: f64) -> Option<Spread> {
        let count = readings.len();
        if count < FEWEST {
            return None;
        }
        let mean = readings.iter().sum::<f64>() / count as f64;
        let squares: f64 = readings.iter().map(|r| (r - mean).powi(2)).sum();
        let deviation = (squares / (count - 1) as f64 + meter.powi(2)).sqrt();
        Some(Spread { count, mean, deviation })
    }

    /// How likely a further sound one is as far off as this, or farther: Student's t of a new observation,
    /// (x - mean) / (s sqrt(1 + 1/n)) with n - 1 degrees of freedom, both tails. Source: the prediction interval of a
    /// normal sample, NIST/SEMATECH e-Handbook of Statistical Methods (recalled from memory).
    pub fn likelihood(&self, reading: f64) -> f64 {
        let n = self.count as f64;
        let t = (reading - self.mean).abs() / (self.deviation * (1.0 + 1.0 / n).sqrt());
        StudentsT::new(0.0, 1.0, n - 1.0).map_or(1.0, |of| (2.0 * of.sf(t)).min(1.0))
    }
}

/// What sister jobs read at the checks of a job: vehicles of the same kit, the last reading of each.
pub fn sisters(job: &Job, answers: &Answers, others: &[&Job]) -> Vec<SisterReading> {
    let last = |of: &Job, check: &Check| of.last_reading(&check.id).map(|r| r.value);
    let told: Vec<(&Check, Vec<f64>, Spread)> = answers
        .checks
        .iter()
        .filter_map(|check| {
            let theirs: Vec<f64> = others.iter().filter_map(|o| last(o, check)).collect();
            let about = middle(&theirs);
            let meter = match check.quantity {
                Quantity::V => volts_sigma(about),
                Quantity::A => amps_sigma(about),
                Quantity::Ohm => ohms_sigma(about),
                // By eye: there is no spread of it.
                Quantity::YesNo => return None,
            };
            let spread = Spread::of(&theirs, meter)?;
            Some((check, theirs, spread))
        })
        .collect();
    let most_unlikely = FALSE_ALARMS / told.len().max(1) as f64;
    told.iter()
        .map(|(check, theirs, spread)| {
            let own = last(job, check);
            let likelihood = own.map(|own| spread.likelihood(own));
            let odd = likelihood.filter(|&l| l < most_unlikely);
            let text = |value| reading_text(check, value);
            let (low, high) = theirs
                .iter()
                .fold((f64::MAX, f64::MIN), |(low, high), &r| (low.min(r), high.max(r)));
            let (median, low, high) = (text(middle(theirs)), text(low), text(high));
            let says = match (own, odd) {
                (Some(own), Some(likelihood)) => {
                    say::odd(&median, &low, &high, &spread.count, &text(own), &one_in(likelihood))
                }
                _ => say::they_read(&median, &low, &high, &spread.count),
            };
            SisterReading {
                check: check.id.clone(),
                count: spread.count,
                says,
                likelihood,
                is_odd: odd.is_some(),
            }
        })
        .collect()
}

/// The median; zero of nothing.
fn middle(values: &[f64]) -> f64 {
    let mut sorted = values.to_vec();
    sorted.sort_by(f64::total_cmp);
    match sorted.len() {
        0 => 0.0,
        n if n % 2 == 1 => sorted[n / 2],
        n => (sorted[n / 2 - 1] + sorted[n / 2]) / 2.0,
    }
}

/// One in how many, to one digit: more would be read as more than it is.
fn one_in(likelihood: f64) -> u64 {
    const MOST: f64 = 10_000.0;
    let many = (1.0 / likelihood.max(1.0 / MOST)).max(1.0);
    let digit = 10f64.powf(many.log10().floor());
    ((many / digit).round() * digit) as u64
}
