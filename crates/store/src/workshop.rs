//! The workshop as a plan over bays counts on it.

use crate::thing::{THE_ONE, Thing};
use crate::{Store, StoreError};
use jovek_core::work::bays::Workshop;
use rusqlite::{OptionalExtension, TransactionBehavior};

impl Store {
    /// The workshop; one of usual hours until somebody says otherwise.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn workshop(&self) -> Result<Workshop, StoreError> {
        let body = "SELECT body FROM workshop WHERE id = 1";
        let held: Option<String> =
            self.connections.read(|db| Ok(db.query_row(body, [], |r| r.get(0)).optional()?))?;
        match held {
            Some(text) => serde_json::from_str(&text)
                .map_err(|e| StoreError::Damaged { what: format!("the workshop: {e}") }),
            None => Ok(Workshop::default()),
        }
    }

    /// Sets the workshop.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn set_workshop(&self, workshop: &Workshop, by: &str) -> Result<(), StoreError> {
        let text = serde_json::to_string(workshop)
            .map_err(|e| StoreError::Damaged { what: e.to_string() })?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            tx.execute(
                "INSERT INTO workshop (id, body) VALUES (1, ?1)
                 ON CONFLICT (id) DO UPDATE SET body = excluded.body",
                [text],
            )?;
            Thing::Workshop.changed(&tx, THE_ONE, by)?;
            Ok(tx.commit()?)
        })
    }
}
