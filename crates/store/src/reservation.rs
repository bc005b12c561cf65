//! What of the shelf is kept for the vehicles of a kit: nobody else's estimate counts it.

use crate::thing::Thing;
use crate::{Store, StoreError};
use jovek_core::job::KitId;
use jovek_core::stock::Reserved;
use rusqlite::{TransactionBehavior, params};

impl Store {
    /// What is kept for kits, by part, in the unit of the parts list; that of one kit left out, whose vehicles take it.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn reserved(&self, but: Option<KitId>) -> Result<Reserved, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached(
                "SELECT part, SUM(quantity) FROM reservation WHERE kit_id IS NOT ?1 GROUP BY part",
            )?;
            let rows = query.query_map([but.map(|kit| kit.0)], |r| Ok((r.get(0)?, r.get(1)?)))?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// What is kept for one kit.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn reserved_for(&self, kit: KitId) -> Result<Reserved, StoreError> {
        self.connections.read(|db| {
            let mut query =
                db.prepare_cached("SELECT part, quantity FROM reservation WHERE kit_id = ?1")?;
            let rows = query.query_map([kit.0], |r| Ok((r.get(0)?, r.get(1)?)))?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// Keeps parts for a kit, in place of what was kept for it before; nothing gives all of it free.
    ///
    /// # Errors
    /// [`StoreError::NoKit`], or that the file cannot be written.
    pub fn reserve(&self, kit: KitId, parts: &Reserved, by: &str) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let is_there: bool =
                tx.query_row("SELECT EXISTS (SELECT 1 FROM kit WHERE id = ?1)", [kit.0], |r| {
                    r.get(0)
                })?;
            if !is_there {
                return Err(StoreError::NoKit { id: kit.0 });
            }
            tx.execute("DELETE FROM reservation WHERE kit_id = ?1", [kit.0])?;
            for (part, quantity) in parts.iter().filter(|(_, quantity)| **quantity > 0.0) {
                tx.execute(
                    "INSERT INTO reservation (kit_id, part, quantity) VALUES (?1, ?2, ?3)",
                    params![kit.0, part, quantity],
                )?;
            }
            Thing::Kit.changed(&tx, kit.0, by)?;
            Ok(tx.commit()?)
        })
    }
}
