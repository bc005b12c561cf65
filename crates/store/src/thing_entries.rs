//! Entries of things beside the jobs: written with each change, and once for what an older file has.

use crate::history::{self, Change, What};
use crate::thing::Thing;
use crate::{StoreError, now};
use rusqlite::{Connection, OptionalExtension, TransactionBehavior, params};

impl Thing {
    /// Writes down that one was made, changed or removed; within the transaction of the change itself.
    /// What is as it was needs no entry.
    pub(crate) fn changed(self, tx: &Connection, id: i64, by: &str) -> Result<(), StoreError> {
        let (content, at, what) = (self.bound(tx, id)?, now(), What::Thing(self));
        let last: Option<String> = tx
            .prepare_cached(
                "SELECT content FROM history WHERE job_id = 0 AND what = ?1 AND subject = ?2
                 ORDER BY id DESC LIMIT 1",
            )?
            .query_row(params![self.key(), id], |r| r.get(0))
            .optional()?;
        if last.is_some_and(|last| last == history::sha256(&content)) {
            return Ok(());
        }
        history::add(
            tx,
            &Change { job_id: 0, subject: id, at: &at, who: by, what, content: &content },
        )
    }
}

/// Writes down what was there before the history knew of it.
pub(crate) fn take_over(db: &mut Connection) -> Result<(), StoreError> {
    let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
    for thing in Thing::ALL {
        let ids: Vec<i64> = {
            let mut query = tx.prepare(thing.ids())?;
            query.query_map([], |r| r.get(0))?.collect::<Result<_, _>>()?
        };
        for id in ids {
            thing.changed(&tx, id, "Jovek")?;
        }
    }
    Ok(tx.commit()?)
}
