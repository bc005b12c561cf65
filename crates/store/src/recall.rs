//! Recalls: vehicles that have to come back, and which of them were seen to.

use crate::thing::Thing;
use crate::{Store, StoreError, now};
use rusqlite::{Connection, OptionalExtension, Row, TransactionBehavior, params};
use std::collections::BTreeSet;

/// A recall with how far it is.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct RecallRow {
    /// Its number.
    pub id: i64,
    /// What it is called.
    pub name: String,
    /// Why they have to come back.
    pub why: String,
    /// When it was made.
    pub made_at: String,
    /// Who made it.
    pub made_by: String,
    /// Jobs on it, deleted ones left out.
    pub jobs: i64,
    /// Those of them that were seen to.
    pub done: i64,
}

/// A job of a recall.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct RecalledJob {
    /// The job.
    pub job: i64,
    /// When it was seen to, and by whom; none while it was not.
    pub done: Option<(String, String)>,
    /// What was found or done.
    pub note: String,
}

/// Recalls that jobs are on.
pub(crate) fn of_jobs(db: &Connection, jobs: &[i64]) -> Result<BTreeSet<i64>, StoreError> {
    let mut out = BTreeSet::new();
    for job in jobs {
        let mut query = db.prepare_cached("SELECT recall_id FROM recall_job WHERE job_id = ?1")?;
        for id in query.query_map([job], |r| r.get(0))? {
            out.insert(id?);
        }
    }
    Ok(out)
}

const COLUMNS: &str = "SELECT r.id, r.name, r.why, r.made_at, r.made_by,
        (SELECT COUNT(*) FROM recall_job o JOIN job j ON j.id = o.job_id
            WHERE o.recall_id = r.id AND j.deleted_at IS NULL),
        (SELECT COUNT(*) FROM recall_job o JOIN job j ON j.id = o.job_id
            WHERE o.recall_id = r.id AND j.deleted_at IS NULL AND o.done_at IS NOT NULL)
     FROM recall r";

fn row(r: &Row<'_>) -> rusqlite::Result<RecallRow> {
    Ok(RecallRow {
        id: r.get(0)?,
        name: r.get(1)?,
        why: r.get(2)?,
        made_at: r.get(3)?,
        made_by: r.get(4)?,
        jobs: r.get(5)?,
        done: r.get(6)?,
    })
}

impl Store {
    /// All recalls, the newest first.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn recalls(&self) -> Result<Vec<RecallRow>, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached(&format!("{COLUMNS} ORDER BY r.id DESC"))?;
            Ok(query.query_map([], row)?.collect::<Result<_, _>>()?)
        })
    }

    /// One recall with its jobs, deleted ones left out.
    ///
    /// # Errors
    /// [`StoreError::NoRecall`] when there is none of that number.
    pub fn recall(&self, id: i64) -> Result<(RecallRow, Vec<RecalledJob>), StoreError> {
        self.connections.read(|db| {
            let found = db
                .prepare_cached(&format!("{COLUMNS} WHERE r.id = ?1"))?
                .query_row([id], row)
                .optional()?;
            let recall = found.ok_or(StoreError::NoRecall { id })?;
            let mut query = db.prepare_cached(
                "SELECT o.job_id, o.done_at, o.done_by, o.note FROM recall_job o
                 JOIN job j ON j.id = o.job_id AND j.deleted_at IS NULL
                 WHERE o.recall_id = ?1 ORDER BY o.job_id",
            )?;
            let jobs = query.query_map([id], |r| {
                let (at, by): (Option<String>, Option<String>) = (r.get(1)?, r.get(2)?);
                Ok(RecalledJob { job: r.get(0)?, done: at.zip(by), note: r.get(3)? })
            })?;
            Ok((recall, jobs.collect::<Result<_, _>>()?))
        })
    }

    /// Makes a recall of jobs. Returns its number.
    ///
    /// # Errors
    /// [`StoreError::NoJob`] for one that is not there; then nothing is made.
    pub fn add_recall(
        &self,
        (name, why): (&str, &str),
        jobs: &[i64],
        by: &str,
    ) -> Result<i64, StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            tx.execute(
                "INSERT INTO recall (name, why, made_at, made_by) VALUES (?1, ?2, ?3, ?4)",
                params![name, why, now(), by],
            )?;
            let id = tx.last_insert_rowid();
            let is_there = "SELECT COUNT(*) FROM job WHERE id = ?1 AND deleted_at IS NULL";
            for &job in jobs {
                let there: i64 = tx.prepare_cached(is_there)?.query_row([job], |r| r.get(0))?;
                if there == 0 {
                    return Err(StoreError::NoJob { id: job });
                }
                tx.prepare_cached(
                    "INSERT OR IGNORE INTO recall_job (recall_id, job_id) VALUES (?1, ?2)",
                )?
                .execute([id, job])?;
            }
            Thing::Recall.changed(&tx, id, by)?;
            tx.commit()?;
            Ok(id)
        })
    }

    /// Notes that a job of a recall was seen to, or that it was not.
    ///
    /// # Errors
    /// [`StoreError::NoRecall`] where the job is not on it.
    pub fn mark_recalled(
        &self,
        (id, job): (i64, i64),
        is_done: bool,
        note: &str,
        by: &str,
    ) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let (at, done_by) = (is_done.then(now), is_done.then_some(by));
            let set = "UPDATE recall_job SET done_at = ?3, done_by = ?4, note = ?5
                 WHERE recall_id = ?1 AND job_id = ?2";
            if tx.execute(set, params![id, job, at, done_by, note])? == 0 {
                return Err(StoreError::NoRecall { id });
            }
            Thing::Recall.changed(&tx, id, by)?;
            Ok(tx.commit()?)
        })
    }
}
