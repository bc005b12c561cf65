//! Jobs out of the way: put aside, or deleted and kept for a while.

use crate::history::{self, Change, What};
use crate::thing::Thing;
use crate::{Store, StoreError, now, recall, revision};
use jiff::{SignedDuration, Timestamp};
use rusqlite::{Connection, TransactionBehavior, params};

/// Days that a deleted job is kept.
pub const KEPT_DAYS: i64 = 30;

impl Store {
    /// Puts a job aside: it stays whole and out of the way. Works on one that cannot be read too.
    ///
    /// # Errors
    /// [`StoreError::NoJob`], or that the file cannot be written.
    pub fn put_aside(&self, id: i64, by: &str) -> Result<(), StoreError> {
        self.stand(
            id,
            by,
            What::Aside,
            "UPDATE job SET aside_at = ?2, deleted_at = NULL WHERE id = ?1",
        )
    }

    /// Deletes a job: it can be brought back for [`KEPT_DAYS`] days. Works on one that cannot be read too.
    ///
    /// # Errors
    /// As for [`Store::put_aside`].
    pub fn delete(&self, id: i64, by: &str) -> Result<(), StoreError> {
        self.stand(id, by, What::Deleted, "UPDATE job SET deleted_at = ?2 WHERE id = ?1")
    }

    /// Brings a job back into the yard.
    ///
    /// # Errors
    /// As for [`Store::put_aside`].
    pub fn bring_back(&self, id: i64, by: &str) -> Result<(), StoreError> {
        let back = "UPDATE job SET aside_at = NULL, deleted_at = NULL WHERE id = ?1 AND ?2 <> ''";
        self.stand(id, by, What::BroughtBack, back)
    }

    fn stand(&self, id: i64, by: &str, what: What, sql: &str) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let head = revision::head(&tx, id)?;
            let at = now();
            tx.execute(sql, params![id, at])?;
            let change = Change {
                job_id: id,
                subject: head.rev,
                at: &at,
                who: by,
                what,
                content: &head.body,
            };
            history::add(&tx, &change)?;
            Ok(tx.commit()?)
        })
    }

    /// Removes for good what was deleted more than [`KEPT_DAYS`] days before a moment. The history keeps its entries;
    /// returns how many jobs went.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn purge(&self, at: Timestamp) -> Result<usize, StoreError> {
        let until = at
            .checked_sub(SignedDuration::from_hours(24 * KEPT_DAYS))
            .map_err(|e| StoreError::Damaged { what: e.to_string() })?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let gone = deleted_before(&tx, until)?;
            let recalls = recall::of_jobs(&tx, &gone)?;
            for &id in &gone {
                let at = now();
                let what = What::Purged;
                history::add(
                    &tx,
                    &Change { job_id: id, subject: 0, at: &at, who: "Jovek", what, content: b"" },
                )?;
                tx.execute("DELETE FROM picture WHERE job_id = ?1", [id])?;
                tx.execute("DELETE FROM revision WHERE job_id = ?1", [id])?;
                tx.execute("DELETE FROM job WHERE id = ?1", [id])?;
            }
            // They are not on their recalls any more.
            for id in recalls {
                Thing::Recall.changed(&tx, id, "Jovek")?;
            }
            tx.commit()?;
            Ok(gone.len())
        })
    }
}

/// Jobs deleted before a moment. A time that cannot be read is never old enough.
fn deleted_before(db: &Connection, until: Timestamp) -> Result<Vec<i64>, StoreError> {
    let mut query = db.prepare("SELECT id, deleted_at FROM job WHERE deleted_at IS NOT NULL")?;
    let rows = query.query_map([], |r| Ok((r.get(0)?, r.get::<_, String>(1)?)))?;
    let all: Vec<(i64, String)> = rows.collect::<Result<_, _>>()?;
    let is_old = |at: &str| at.parse::<Timestamp>().is_ok_and(|at| at < until);
    Ok(all.into_iter().filter(|(_, at)| is_old(at)).map(|(id, _)| id).collect())
}
