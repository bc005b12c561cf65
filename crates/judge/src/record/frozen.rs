//! A signed job is frozen: what may still be added to it, and how it is opened again.

use jiff::Timestamp;
use jovek_job::diff::{Change, changes};
use jovek_job::{Job, Opened, Signature};

/// Why a change to a job is refused.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum FrozenError {
    /// It is signed.
    #[error(
        "signed by {by} on {at}: {place} stays as it is. Open a new revision and say why, then change it"
    )]
    Signed {
        /// Who signed.
        by: String,
        /// When.
        at: String,
        /// The first place that would change.
        place: String,
    },
    /// A name is missing.
    #[error("say who signs: put your name in beside Undo")]
    Nameless,
    /// A reason is missing.
    #[error("say why it is opened again")]
    NoReason,
    /// It is not signed.
    #[error("the job is not signed: it is open already")]
    Open,
    /// It cannot be signed.
    #[error("not to be signed yet: {why}")]
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
    let Some(signature) = before.record.signature() else { return Ok(()) };
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
        return refused("what was read".into());
    }
    if !after.work.starts_with(&before.work) {
        return refused("what was marked".into());
    }
    if !after.record.visits.starts_with(&before.record.visits) && !only_notes(before, after) {
        return refused("visits that were made".into());
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
/// [`FrozenError`] without a name, or where a Stop finding stands.
pub fn sign(job: &Job, at: Timestamp, by: &str) -> Result<Job, FrozenError> {
    if by.trim().is_empty() || by == "somebody" {
        return Err(FrozenError::Nameless);
    }
    if let Some(why) = holds(job).into_iter().next() {
        return Err(FrozenError::NotReady { why });
    }
    if job.record.signature().is_some() {
        return Ok(job.clone());
    }
    let mut out = job.clone();
    out.record.signed.push(Signature { at: at.to_string(), by: by.into(), opened: None });
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

/// What keeps a job from being signed: a Stop finding, nothing to sign, a coding value that cannot be.
pub fn holds(job: &Job) -> Vec<String> {
    let answers = crate::answers::assess(job);
    let mut out = Vec::new();
    if answers.circuits.is_empty() {
        out.push("there is no lamp circuit".to_owned());
    }
    let stops = answers.findings.iter().filter(|f| f.grade == jovek_base::grade::Grade::Stop);
    out.extend(stops.map(|f| format!("{}: {}", f.title, f.remedy)));
    for c in &job.record.coding {
        let done = super::built::coded(c);
        out.extend(done.err().map(|e| format!("coding of {}: {e}", c.module)));
    }
    out
}
