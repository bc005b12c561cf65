//! Reading revisions.

use crate::StoreError;
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
    /// The job.
    pub job: Job,
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
    pub body: String,
    pub saved_at: String,
    pub saved_by: String,
    pub undo_to: Option<i64>,
    pub redo_to: Option<i64>,
}

const COLUMNS: &str =
    "SELECT r.job_id, r.rev, r.body, r.saved_at, r.saved_by, r.undo_to, r.redo_to";

pub(crate) const HEAD: &str =
    "SELECT r.job_id, r.rev, r.body, r.saved_at, r.saved_by, r.undo_to, r.redo_to
     FROM job j JOIN revision r ON r.job_id = j.id AND r.rev = j.head";

pub(crate) fn row(r: &Row<'_>) -> rusqlite::Result<Raw> {
    Ok(Raw {
        id: r.get(0)?,
        rev: r.get(1)?,
        body: r.get(2)?,
        saved_at: r.get(3)?,
        saved_by: r.get(4)?,
        undo_to: r.get(5)?,
        redo_to: r.get(6)?,
    })
}

pub(crate) fn head(db: &Connection, id: i64) -> Result<Raw, StoreError> {
    db.prepare_cached(&format!("{HEAD} WHERE j.id = ?1"))?
        .query_row([id], row)
        .optional()?
        .ok_or(StoreError::NoJob { id })
}

pub(crate) fn one(db: &Connection, id: i64, rev: i64) -> Result<Raw, StoreError> {
    db.prepare_cached(&format!("{COLUMNS} FROM revision r WHERE r.job_id = ?1 AND r.rev = ?2"))?
        .query_row([id, rev], row)
        .optional()?
        .ok_or(StoreError::NoRevision { id, rev })
}

/// The job of a stored text.
pub(crate) fn job(id: i64, rev: i64, body: &str) -> Result<Job, StoreError> {
    Job::read(body).map_err(|e| StoreError::BadBody { id, rev, what: e.to_string() })
}

impl Raw {
    /// The job of this revision.
    pub(crate) fn job(&self) -> Result<Job, StoreError> {
        job(self.id, self.rev, &self.body)
    }

    pub(crate) fn read(self) -> Result<JobRow, StoreError> {
        let job = self.job()?;
        Ok(JobRow {
            id: self.id,
            rev: self.rev,
            saved_at: self.saved_at,
            saved_by: self.saved_by,
            can_undo: self.undo_to.is_some(),
            can_redo: self.redo_to.is_some(),
            job,
        })
    }
}
