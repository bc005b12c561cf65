//! What is worked out from jobs and kept beside them to be at hand: rows of the yard, lines of the search. Another program,
//! or another language, may say something else of the same job: then all of it is worked out anew.

use crate::{Store, StoreError};
use rusqlite::{OptionalExtension, TransactionBehavior, params};

/// A row of the yard as it is kept.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct KeptRow {
    /// The job.
    pub job: i64,
    /// The revision that it is of.
    pub rev: i64,
    /// What it says, as whoever made it wrote it.
    pub body: String,
}

impl Store {
    /// Names the program that works things out from here on. What another one made is dropped.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn derived_by(&self, program: &str) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let before: Option<String> =
                tx.query_row("SELECT by_program FROM derived", [], |r| r.get(0)).optional()?;
            if before.as_deref() == Some(program) {
                return Ok(());
            }
            tx.execute("DELETE FROM yard_row", [])?;
            // Lines of the search are found until they are read again.
            tx.execute("UPDATE job SET said_rev = NULL", [])?;
            tx.execute(
                "INSERT INTO derived (one, by_program) VALUES (1, ?1)
                 ON CONFLICT (one) DO UPDATE SET by_program = excluded.by_program",
                [program],
            )?;
            Ok(tx.commit()?)
        })
    }

    /// All rows of the yard that are kept.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn kept_rows(&self) -> Result<Vec<KeptRow>, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached("SELECT job_id, rev, body FROM yard_row")?;
            let rows = query.query_map([], |r| {
                Ok(KeptRow { job: r.get(0)?, rev: r.get(1)?, body: r.get(2)? })
            })?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// Keeps rows of the yard; one of a job that went meanwhile is passed over.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn keep_rows(&self, rows: &[KeptRow]) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            for row in rows {
                tx.prepare_cached(
                    "INSERT INTO yard_row (job_id, rev, body)
                     SELECT id, ?2, ?3 FROM job WHERE id = ?1
                     ON CONFLICT (job_id) DO UPDATE SET rev = excluded.rev, body = excluded.body",
                )?
                .execute(params![row.job, row.rev, row.body])?;
            }
            Ok(tx.commit()?)
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::SaidLine;
    use jovek_core::job::Job;

    #[test]
    fn another_program_works_everything_out_anew() -> Result<(), StoreError> {
        let store = Store::in_memory()?;
        let id = store.create(&Job::starter("14"), "Ada")?;
        store.derived_by("one")?;
        let row = KeptRow { job: id, rev: 1, body: "{}".into() };
        let of_none = KeptRow { job: 99, ..row.clone() };
        store.keep_rows(&[row.clone(), of_none])?;
        let line = SaidLine { kind: "part".into(), text: "fuse".into() };
        store.say((id, 1), "14", &[line])?;
        store.derived_by("one")?;
        assert_eq!((store.kept_rows()?, store.unsaid()?), (vec![row.clone()], vec![]));
        let newer = KeptRow { rev: 2, ..row };
        store.keep_rows(std::slice::from_ref(&newer))?;
        assert_eq!(store.kept_rows()?, [newer]);
        store.derived_by("two")?;
        assert_eq!((store.kept_rows()?, store.unsaid()?), (vec![], vec![id]));
        // Found until it is read again.
        assert_eq!(store.search("fuse", None, (0, 20))?.found, 1);
        Ok(())
    }
}
