//! Reading revisions.

use crate::StoreError;
use crate::standing::Standing;
use jovek_core::job::Job;
use rusqlite::{Connection, OptionalExtension, Row};

/// A job at its newest revision.
#[derive(Debug, Clone)]
pub struct JobRow {
    /// Id of the job.
    pub id: i64,
    /// Number of the revision.
    pub rev: i64,
    /// When it was saved, RFC 3339.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
    /// True when there is something to undo.
    pub can_undo: bool,
    /// True when there is something to redo.
    pub can_redo: bool,
    /// Where it stands.
    pub standing: Standing,
    /// The vehicle that it is of; none while it has no unit.
    pub vehicle: Option<i64>,
    /// The job.
    pub job: Job,
}

/// A job whose stored text cannot be read: too large, of a newer program, damaged.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Unreadable {
    /// Id of the job.
    pub id: i64,
    /// Number of the revision.
    pub rev: i64,
    /// When it was saved.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
    /// Where it stands.
    pub standing: Standing,
    /// Why it cannot be read.
    pub what: String,
}

/// A row of the yard: a job, or one that cannot be read, in its place.
#[derive(Debug, Clone)]
pub enum Listed {
    /// A job.
    Job(Box<JobRow>),
    /// One that cannot be read.
    Unreadable(Unreadable),
}

impl Listed {
    /// The job; none where it cannot be read.
    pub fn job(self) -> Option<JobRow> {
        match self {
            Listed::Job(row) => Some(*row),
            Listed::Unreadable(_) => None,
        }
    }
}

/// A revision without its text.
#[derive(Debug, Clone)]
pub struct RevisionInfo {
    /// Number.
    pub rev: i64,
    /// When it was saved.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
}

pub(crate) struct Raw {
    pub id: i64,
    pub rev: i64,
    /// The stored text, as bytes: whether it is text at all is seen when it is read.
    pub body: Vec<u8>,
    pub saved_at: String,
    pub saved_by: String,
    pub undo_to: Option<i64>,
    pub redo_to: Option<i64>,
    pub standing: Standing,
    pub vehicle: Option<i64>,
}

const COLUMNS: &str = "SELECT r.job_id, r.rev, r.body, r.saved_at, r.saved_by, r.undo_to, r.redo_to, j.aside_at, j.deleted_at, j.vehicle_id
     FROM job j JOIN revision r ON r.job_id = j.id";

/// The newest revision of each job; more conditions may follow.
pub(crate) fn head_sql() -> String {
    format!("{COLUMNS} AND r.rev = j.head")
}

pub(crate) fn row(r: &Row<'_>) -> rusqlite::Result<Raw> {
    let bytes = |at: usize| r.get_ref(at).map(|v| v.as_bytes().unwrap_or_default().to_vec());
    let lossy = |at: usize| bytes(at).map(|b| String::from_utf8_lossy(&b).into_owned());
    Ok(Raw {
        id: r.get(0)?,
        rev: r.get(1)?,
        body: bytes(2)?,
        saved_at: lossy(3)?,
        saved_by: lossy(4)?,
        undo_to: r.get(5)?,
        redo_to: r.get(6)?,
        standing: Standing::of(r.get(7)?, r.get(8)?),
        vehicle: r.get(9)?,
    })
}

pub(crate) fn head(db: &Connection, id: i64) -> Result<Raw, StoreError> {
    db.prepare_cached(&format!("{} WHERE j.id = ?1", head_sql()))?
        .query_row([id], row)
        .optional()?
        .ok_or(StoreError::NoJob { id })
}

pub(crate) fn one(db: &Connection, id: i64, rev: i64) -> Result<Raw, StoreError> {
    db.prepare_cached(&format!("{COLUMNS} WHERE r.job_id = ?1 AND r.rev = ?2"))?
        .query_row([id, rev], row)
        .optional()?
        .ok_or(StoreError::NoRevision { id, rev })
}

/// What a stored text says, or why it cannot be read.
pub(crate) fn readable(body: &[u8]) -> Result<Job, String> {
    let text = std::str::from_utf8(body).map_err(|e| format!("it is no text: {e}"))?;
    Job::read(text).map_err(|e| e.to_string())
}

impl Raw {
    /// The job of this revision.
    pub(crate) fn job(&self) -> Result<Job, StoreError> {
        let (id, rev) = (self.id, self.rev);
        readable(&self.body).map_err(|what| StoreError::BadBody { id, rev, what })
    }

    /// Whether a revision made from `from` may come next.
    pub(crate) fn may_be_followed(&self, from: i64) -> Result<(), StoreError> {
        match self.standing {
            Standing::Deleted(_) => Err(StoreError::Deleted { id: self.id }),
            _ if self.rev != from => Err(StoreError::Conflict { current: self.rev }),
            _ => Ok(()),
        }
    }

    /// The stored text.
    pub(crate) fn text(&self) -> Result<String, StoreError> {
        String::from_utf8(self.body.clone()).map_err(|e| StoreError::BadBody {
            id: self.id,
            rev: self.rev,
            what: format!("it is no text: {e}"),
        })
    }

    pub(crate) fn read(self) -> Result<JobRow, StoreError> {
        let job = self.job()?;
        Ok(self.with(job))
    }

    /// The row of a list: one that cannot be read keeps its place.
    pub(crate) fn listed(self) -> Listed {
        match readable(&self.body) {
            Ok(job) => Listed::Job(Box::new(self.with(job))),
            Err(what) => Listed::Unreadable(Unreadable {
                id: self.id,
                rev: self.rev,
                saved_at: self.saved_at,
                saved_by: self.saved_by,
                standing: self.standing,
                what,
            }),
        }
    }

    /// The row of the revision that was just written after this one.
    pub(crate) fn followed(
        self,
        rev: i64,
        saved_at: String,
        by: &str,
        (undo_to, redo_to): (Option<i64>, Option<i64>),
        job: Job,
    ) -> JobRow {
        Raw { rev, saved_at, saved_by: by.to_owned(), undo_to, redo_to, ..self }.with(job)
    }

    fn with(self, job: Job) -> JobRow {
        JobRow {
            id: self.id,
            rev: self.rev,
            saved_at: self.saved_at,
            saved_by: self.saved_by,
            can_undo: self.undo_to.is_some(),
            can_redo: self.redo_to.is_some(),
            standing: self.standing,
            vehicle: self.vehicle,
            job,
        }
    }
}
