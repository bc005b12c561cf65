//! Limits of each figure in a job: what no vehicle has is refused with its place.

mod circuit;
mod housing;
mod light;
mod place;
mod vehicle;
mod work;

use super::Job;
use jovek_base::units::Units;
use jovek_phrases::limits as say;
use serde::Serialize;
use std::collections::HashSet;
use utoipa::ToSchema;

/// A figure or name that cannot be right.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct JobFault {
    /// Place, such as `circuits[0].lights[0].label_w`.
    pub path: String,
    /// The same in words: `Rear work lamps, LED work lamp, label`.
    pub at: String,
    /// What is wrong and what would be right.
    pub what: String,
}

impl JobFault {
    /// A fault of a file that is no job yet: its place has no other name.
    pub fn of_file(path: String, what: String) -> JobFault {
        JobFault { at: path.clone(), path, what }
    }
}

impl std::fmt::Display for JobFault {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        if self.at == self.path {
            write!(f, "{}: {}", self.path, self.what)
        } else {
            write!(f, "{}: {} ({})", self.at, self.what, self.path)
        }
    }
}

/// Faults while they are found: place and what is wrong.
struct Checker {
    faults: Vec<(String, String)>,
    units: Units,
}

impl Checker {
    fn say(&mut self, path: String, what: String) {
        self.faults.push((path, what));
    }

    fn range(&mut self, path: String, value: f64, low: f64, high: f64, unit: &str) {
        if !(value.is_finite() && (low..=high).contains(&value)) {
            let told = |value| self.units.as_given(value, unit);
            let low = told(low);
            // `0.05 to 60 m`, but `2 in to 197 ft`.
            let low = match unit.is_empty() || !low.ends_with(unit) {
                true => low.as_str(),
                false => low.trim_end_matches(unit).trim_end(),
            };
            let text = say::cannot_be_right_give(&told(value), &low, &told(high));
            self.say(path, text);
        }
    }

    fn maybe(&mut self, path: String, value: Option<f64>, low: f64, high: f64, unit: &str) {
        if let Some(value) = value {
            self.range(path, value, low, high, unit);
        }
    }

    /// A list of at most so many.
    fn few(&mut self, path: &str, count: usize, most: usize, what: &str) {
        if count > most {
            self.say(path.into(), say::more_than_split_the_job(&count, &what, &most));
        }
    }

    fn text(&mut self, path: String, value: &str, longest: usize) {
        if value.chars().count() > longest {
            self.say(path, say::longer_than_characters(&longest));
        } else if value.chars().any(char::is_control) {
            self.say(path, say::holds_a_control_character().into());
        }
    }

    fn id(&mut self, path: String, value: &str, seen: &mut HashSet<String>) {
        let sound = !value.is_empty()
            && value.len() <= 40
            && value.chars().all(|c| c.is_ascii_alphanumeric() || c == '-' || c == '_');
        if !sound {
            self.say(path, say::id_must_be_1_to_40(&value));
        } else if !seen.insert(value.to_owned()) {
            self.say(path, say::id_is_used_twice(&value));
        }
    }
}

/// What cannot be right about the size of a vehicle, m: asked before anything is built to that size.
pub fn size_faults(length_m: f64, width_m: f64, height_m: f64) -> Vec<JobFault> {
    let mut c = Checker { faults: Vec::new(), units: Units::METRIC };
    c.size("", [Some(length_m), Some(width_m), Some(height_m)]);
    c.faults.into_iter().map(|(path, what)| JobFault::of_file(path, what)).collect()
}

/// Everything in the job that cannot be right.
pub fn faults(job: &Job) -> Vec<JobFault> {
    let mut c = Checker { faults: Vec::new(), units: job.shop.units };
    c.vehicle(job);
    c.shop(job);
    c.factory(job);
    if let Some(skeleton) = &job.skeleton {
        c.skeleton(skeleton);
    }
    c.shift(job);
    c.few("kinds", job.kinds.len(), 14, say::kinds_of_work());
    c.auxiliary(job);
    c.states(job);
    c.follows(job);
    c.switches(job);
    c.circuits(job);
    c.housings(job);
    c.work(job);
    c.record(&job.record);
    c.lighting(&job.lighting);
    c.swaps(&job.swaps);
    if let Some(link) = &job.trailer {
        c.trailer(link);
    }
    c.repairs_and_readings(job);
    place::named(job, c.faults)
}
