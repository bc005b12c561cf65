//! Pictures of a job, as they are kept: without anything but the picture itself.

use crate::history::{self, Change, What};
use crate::{Store, StoreError, now};
use rusqlite::{OptionalExtension, TransactionBehavior, params};

/// Most bytes of a picture.
pub const MOST_PICTURE_BYTES: usize = 2 * 1024 * 1024;
/// Most pictures of a job.
pub const MOST_PICTURES: i64 = 200;

/// A picture without its bytes.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct PictureInfo {
    /// Id.
    pub id: i64,
    /// The step or place that it shows.
    pub shows: String,
    /// What it is called.
    pub name: String,
    /// When it was added.
    pub at: String,
    /// Who added it.
    pub who: String,
}

impl Store {
    /// Adds a picture to a job. Returns its id.
    ///
    /// # Errors
    /// [`StoreError::TooLarge`], [`StoreError::TooMany`], [`StoreError::NoJob`], or that the file cannot be
    /// written.
    pub fn add_picture(
        &self,
        job_id: i64,
        shows: &str,
        name: &str,
        who: &str,
        bytes: &[u8],
    ) -> Result<i64, StoreError> {
        if bytes.len() > MOST_PICTURE_BYTES {
            return Err(StoreError::TooLarge { bytes: bytes.len(), most: MOST_PICTURE_BYTES });
        }
        let at = now();
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            crate::revision::head(&tx, job_id)?;
            let held = "SELECT COUNT(*) FROM picture WHERE job_id = ?1";
            let held: i64 = tx.query_row(held, [job_id], |r| r.get(0))?;
            if held >= MOST_PICTURES {
                return Err(StoreError::TooMany { most: MOST_PICTURES });
            }
            tx.execute(
                "INSERT INTO picture (job_id, shows, name, at, who, bytes) VALUES (?1, ?2, ?3, ?4, ?5, ?6)",
                params![job_id, shows, name, at, who, bytes],
            )?;
            let id = tx.last_insert_rowid();
            let words = [shows.into(), name.into(), at.clone(), who.into()];
            let content = history::bind_picture(&words, bytes);
            let what = What::Picture;
            let change = Change { job_id, subject: id, at: &at, who, what, content: &content };
            history::add(&tx, &change)?;
            tx.commit()?;
            Ok(id)
        })
    }

    /// The pictures of a job, oldest first.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn pictures(&self, job_id: i64) -> Result<Vec<PictureInfo>, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached(
                "SELECT id, shows, name, at, who FROM picture WHERE job_id = ?1 ORDER BY id",
            )?;
            let rows = query.query_map([job_id], |r| {
                Ok(PictureInfo {
                    id: r.get(0)?,
                    shows: r.get(1)?,
                    name: r.get(2)?,
                    at: r.get(3)?,
                    who: r.get(4)?,
                })
            })?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// The bytes of a picture; none where there is none of that id.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn picture(&self, id: i64) -> Result<Option<Vec<u8>>, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached("SELECT bytes FROM picture WHERE id = ?1")?;
            Ok(query.query_row([id], |r| r.get(0)).optional()?)
        })
    }
}
