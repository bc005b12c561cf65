//! A signed job is frozen: what may still be added to it, and how it is opened again.

use super::closing::{Closing, Standing, standing};
use jiff::Timestamp;
use jovek_job::diff::{Change, changes};
use jovek_job::{Job, Opened, Signature};
use jovek_phrases::record as say;

/// Why a change to a job is refused.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum FrozenError {
    /// It is signed.
    #[error("{}", say::signed_by_on_stays(.by, .at, .place))]
    Signed {
        /// Who signed.
        by: String,
        /// When.
        at: String,
        /// The first place that would change.
        place: String,
    },
    /// A change that is saved brings a signature, or takes one away.
    #[error("{}", say::signatures_are_set_under_sign())]
    NotUnderSign,
    /// A name is missing.
    #[error("{}", say::say_who_signs_put_your_name())]
    Nameless,
    /// A reason is missing.
    #[error("{}", say::say_why_it_is_opened_again())]
    NoReason,
    /// It is not signed.
    #[error("{}", say::the_job_is_not_signed())]
    Open,
    /// A Stop stands, and nobody answers for it.
    #[error("{}", say::a_stop_stands_mend(.what))]
    NobodyAnswers {
        /// Which.
        what: String,
    },
    /// Something is open, and nobody said why.
    #[error("{}", say::still_open_finish_it_or_say(.what))]
    StillOpen {
        /// What.
        what: String,
    },
    /// It cannot be signed.
    #[error("{}", say::not_to_be_signed_yet(.why))]
    NotReady {
        /// Why.
        why: String,
    },
}

/// True for a place that may change on a signed job: readings, marks, visits, a search, kept states.
fn stays_open(change: &Change) -> bool {
    const OPEN: [&str; 5] = ["readings[", "record.visits", "search", "states", "work["];
    OPEN.iter().any(|p| change.path.starts_with(p))
        || ["readings", "work"].contains(&change.path.as_str())
}

/// Whether a job may be saved over another one.
///
/// # Errors
/// [`FrozenError::Signed`] where the first is signed and more changes than what is only added to it.
pub fn may_follow(before: &Job, after: &Job) -> Result<(), FrozenError> {
    let Some(signature) = before.record.signature() else {
        // Nobody signs for another by saving a job that says so.
        return match after.record.signed == before.record.signed {
            true => Ok(()),
            false => Err(FrozenError::NotUnderSign),
        };
    };
    let refused = |place: String| {
        let day = signature.at.get(..10).unwrap_or(&signature.at);
        Err(FrozenError::Signed { by: signature.by.clone(), at: day.into(), place })
    };
    let first = changes(before, after).into_iter().find(|c| !stays_open(c));
    if let Some(change) = first {
        return refused(change.place);
    }
    // What was read or marked is never taken back.
    if !after.readings.starts_with(&before.readings) {
        return refused(say::what_was_read().into());
    }
    if !after.work.starts_with(&before.work) {
        return refused(say::what_was_marked().into());
    }
    if !after.record.visits.starts_with(&before.record.visits) && !only_notes(before, after) {
        return refused(say::visits_that_were_made().into());
    }
    Ok(())
}

/// A visit may get its note while it goes on.
fn only_notes(before: &Job, after: &Job) -> bool {
    let (old, new) = (&before.record.visits, &after.record.visits);
    old.len() <= new.len()
        && old.iter().zip(new).enumerate().all(|(k, (a, b))| {
            let same = (a.kind, &a.at, &a.by) == (b.kind, &b.at, &b.by);
            same && (a.note == b.note || k + 1 == old.len())
        })
}

/// The job with a signature in force.
///
/// # Errors
/// [`FrozenError`] without a name, without a reason for what is open, or without anybody who answers for a Stop.
pub fn sign(job: &Job, at: Timestamp, by: &str, closing: &Closing) -> Result<Job, FrozenError> {
    if by.trim().is_empty() || by == "somebody" {
        return Err(FrozenError::Nameless);
    }
    if job.record.signature().is_some() {
        return Ok(job.clone());
    }
    let Standing { holds, stops, open } = standing(job);
    let (why, answers_for) = (closing.why.trim(), closing.answers_for.trim());
    if let Some(why) = holds.into_iter().next() {
        return Err(FrozenError::NotReady { why });
    }
    if let (Some(what), "") = (stops.first(), answers_for) {
        return Err(FrozenError::NobodyAnswers { what: what.clone() });
    }
    if let (Some(what), "") = (open.first(), why) {
        return Err(FrozenError::StillOpen { what: what.clone() });
    }
    let answers_for = if stops.is_empty() { "" } else { answers_for };
    let left_open: Vec<String> = stops.into_iter().chain(open).collect();
    let why = if left_open.is_empty() { "" } else { why };
    let mut out = job.clone();
    out.record.signed.push(Signature {
        at: at.to_string(),
        by: by.into(),
        left_open,
        why: why.into(),
        answers_for: answers_for.into(),
        opened: None,
    });
    Ok(out)
}

/// The job open again, with the reason kept.
///
/// # Errors
/// [`FrozenError`] without a reason, or where it is open already.
pub fn reopen(job: &Job, at: Timestamp, by: &str, why: &str) -> Result<Job, FrozenError> {
    if why.trim().is_empty() {
        return Err(FrozenError::NoReason);
    }
    let mut out = job.clone();
    let last = out.record.signed.last_mut().filter(|s| s.opened.is_none());
    let signature = last.ok_or(FrozenError::Open)?;
    signature.opened =
        Some(Opened { at: at.to_string(), by: by.into(), why: why.trim().to_owned() });
    Ok(out)
}
