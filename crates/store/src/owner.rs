//! Links by which owners read the page of their vehicle.

use crate::history::{self, Change, What};
use crate::{Store, StoreError, now, revision, token};
use rusqlite::{Connection, OptionalExtension, TransactionBehavior, params};

/// How long a link is good for, days: past the second yearly visit, so that the packet in the glovebox leads somewhere
/// until then. A choice of ours.
pub const LINK_DAYS: i64 = 3 * 365;

/// The link of a job.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct OwnerLink {
    /// What stands in its address.
    pub token: String,
    /// When it was made.
    pub made_at: String,
    /// Who made it.
    pub made_by: String,
    /// Until when it is good.
    pub until: String,
}

impl Store {
    /// The link of a job, while it is good.
    ///
    /// # Errors
    /// [`StoreError::NoJob`].
    pub fn owner_link(&self, id: i64) -> Result<Option<OwnerLink>, StoreError> {
        self.connections.read(|db| {
            revision::head(db, id)?;
            good_link(db, id)
        })
    }

    /// Makes a new link; the one before leads nowhere from then on.
    ///
    /// # Errors
    /// [`StoreError::NoJob`], or [`StoreError`] when the file cannot be written.
    pub fn new_owner_link(&self, id: i64, by: &str) -> Result<OwnerLink, StoreError> {
        self.changed_link(id, by, What::LinkMade, |db| make(db, id, by))
    }

    /// The link of a job, made where it has none that is good.
    ///
    /// # Errors
    /// As for [`Store::new_owner_link`].
    pub fn kept_owner_link(&self, id: i64, by: &str) -> Result<OwnerLink, StoreError> {
        match self.owner_link(id)? {
            Some(link) => Ok(link),
            None => self.new_owner_link(id, by),
        }
    }

    /// Takes a link back.
    ///
    /// # Errors
    /// As for [`Store::new_owner_link`].
    pub fn withdraw_owner_link(&self, id: i64, by: &str) -> Result<(), StoreError> {
        self.changed_link(id, by, What::LinkWithdrawn, |db| {
            db.execute("DELETE FROM owner_link WHERE job_id = ?1", [id])?;
            Ok(())
        })
    }

    /// The job that a link leads to; none where it was never made, was taken back or has ended, or the job was deleted.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn job_of_owner(&self, token: &str) -> Result<Option<i64>, StoreError> {
        self.connections.read(|db| {
            let found = db
                .prepare_cached(
                    "SELECT o.job_id FROM owner_link o
                     JOIN job j ON j.id = o.job_id AND j.deleted_at IS NULL
                     WHERE o.token = ?1 AND o.until > ?2",
                )?
                .query_row(params![token, now()], |r| r.get(0))
                .optional()?;
            Ok(found)
        })
    }

    fn changed_link<T>(
        &self,
        id: i64,
        by: &str,
        what: What,
        change: impl FnOnce(&Connection) -> Result<T, StoreError>,
    ) -> Result<T, StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let head = revision::head(&tx, id)?;
            let out = change(&tx)?;
            let (at, content) = (now(), b"".as_slice());
            let entry = Change { job_id: id, subject: head.rev, at: &at, who: by, what, content };
            history::add(&tx, &entry)?;
            tx.commit()?;
            Ok(out)
        })
    }
}

fn good_link(db: &Connection, id: i64) -> Result<Option<OwnerLink>, StoreError> {
    let found = db
        .prepare_cached(
            "SELECT token, made_at, made_by, until FROM owner_link WHERE job_id = ?1 AND until > ?2",
        )?
        .query_row(params![id, now()], |r| {
            Ok(OwnerLink {
                token: r.get(0)?,
                made_at: r.get(1)?,
                made_by: r.get(2)?,
                until: r.get(3)?,
            })
        })
        .optional()?;
    Ok(found)
}

fn make(db: &Connection, id: i64, by: &str) -> Result<OwnerLink, StoreError> {
    let (token, until) = (token::new()?, token::days_from_now(LINK_DAYS)?);
    let link = OwnerLink { token, made_at: now(), made_by: by.into(), until };
    db.execute(
        "INSERT INTO owner_link (job_id, token, made_at, made_by, until) VALUES (?1, ?2, ?3, ?4, ?5)
         ON CONFLICT (job_id) DO UPDATE SET token = ?2, made_at = ?3, made_by = ?4, until = ?5",
        params![id, link.token, link.made_at, link.made_by, link.until],
    )?;
    Ok(link)
}
