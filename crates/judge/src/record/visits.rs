//! Visits: when the next one is due, and what has drifted since the job was signed.

use crate::answers::Answers;
use crate::prove::{Check, Quantity};
use jiff::civil::Date;
use jiff::{Timestamp, ToSpan as _, tz::TimeZone};
use jovek_base::figure::shown;
use jovek_job::{Job, Reading, VisitKind};
use jovek_phrases::common;
use jovek_phrases::record as say;
use serde::Serialize;
use utoipa::ToSchema;

/// When somebody looks again.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Due {
    /// What for.
    pub kind: VisitKind,
    /// The day, such as `2026-04-12`.
    pub day: String,
    /// True where that day is over.
    pub is_over: bool,
}

/// How an old and a new reading of one check differ.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Drifted {
    /// Within what a meter and a battery make.
    Steady,
    /// Farther, still inside its window.
    Moved,
    /// Outside its window now.
    Out,
}

/// Old and new reading of one check.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Drift {
    /// What is read.
    pub name: String,
    /// When the job was signed.
    pub old_text: String,
    /// Last.
    pub new_text: String,
    /// When the last one was taken.
    pub at: String,
    /// How they differ.
    pub drifted: Drifted,
    /// `Rear work lamps: lost in the ground was 30 mV, now 210 mV`.
    pub says: String,
}

fn day(at: &str) -> Option<Date> {
    let at: Timestamp = at.parse().ok()?;
    Some(at.to_zoned(TimeZone::UTC).date())
}

/// The next visit of a signed job: a month after it was first signed, then a year after the last look.
pub fn due(job: &Job, now: Timestamp) -> Option<Due> {
    let signed = day(&job.record.signed.first()?.at)?;
    let looks = job.record.visits.iter().filter(|v| v.kind != VisitKind::Complaint);
    let last = looks.filter_map(|v| day(&v.at)).max();
    let (kind, day) = match last {
        None => (VisitKind::FirstMonth, signed.checked_add(1.month()).ok()?),
        Some(last) => (VisitKind::Yearly, last.checked_add(1.year()).ok()?),
    };
    let today = now.to_zoned(TimeZone::UTC).date();
    Some(Due { kind, day: day.to_string(), is_over: today > day })
}

/// Old readings beside new ones: of each check the last before the first signature and the last since.
pub fn drift(job: &Job, answers: &Answers) -> Vec<Drift> {
    let Some(signed) = job.record.signed.first().and_then(|s| s.at.parse::<Timestamp>().ok())
    else {
        return Vec::new();
    };
    let of = |check: &Check, since: bool| {
        job.readings
            .iter()
            .filter(|r| r.check == check.id)
            .rfind(|r| r.at.parse::<Timestamp>().is_ok_and(|at| (at > signed) == since))
    };
    answers
        .checks
        .iter()
        .filter_map(|check| Some(one(check, of(check, false)?, of(check, true)?)))
        .collect()
}

fn one(check: &Check, old: &Reading, new: &Reading) -> Drift {
    let (old_text, new_text) = (reading_text(check, old.value), reading_text(check, new.value));
    let is_out = new.value < check.low - 1e-9 || new.value > check.high + 1e-9;
    let wide = check.high - check.low;
    let drifted = if is_out {
        Drifted::Out
    } else if (new.value - old.value).abs() > 0.35 * wide {
        Drifted::Moved
    } else {
        Drifted::Steady
    };
    Drift {
        name: check.name.clone(),
        says: say::was_now(&check.name, &old_text, &new_text),
        old_text,
        new_text,
        at: new.at.clone(),
        drifted,
    }
}

/// A small voltage in mV, as people speak of drops.
/// A reading of a check as it is read off.
pub(crate) fn reading_text(check: &Check, value: f64) -> String {
    match check.quantity {
        Quantity::YesNo => if value > 0.5 { common::yes() } else { common::no() }.into(),
        Quantity::V if value.abs() < 1.0 => format!("{:.0} mV", value * 1000.0),
        other => shown(value, other.unit()).to_string(),
    }
}
