//! Jobs and their revisions in SQLite.
//!
//! Every save is a new revision; nothing is ever overwritten. Undo and redo are saves too: they
//! repeat an earlier text and remember where they came from. A save names the revision that it was
//! made from and is refused when another one came between, or when the job is signed and more would
//! change than may still be added. Each change has its entry in a history whose entries are bound by
//! hash.
//!
//! ```
//! use jovek_core::job::Job;
//! use jovek_store::Store;
//!
//! let store = Store::in_memory()?;
//! let mut job = Job::starter("14");
//! let id = store.create(&job, "J. Marsh")?;
//! let first = store.get(id)?.rev;
//! job.circuits[0].name = "Rear work lamps".into();
//! store.save(id, first, &job, "J. Marsh")?;
//! // A save from a revision that is no longer the newest is refused.
//! assert!(store.save(id, first, &job, "K. Reed").is_err());
//! # Ok::<(), jovek_store::StoreError>(())
//! ```

mod aside;
mod backups;
#[cfg(test)]
mod backups_tests;
mod connections;
mod derived;
mod error;
mod file;
#[cfg(test)]
mod hard_use_tests;
mod history;
#[cfg(test)]
mod history_tests;
mod kit;
#[cfg(test)]
mod kit_tests;
mod owner;
#[cfg(test)]
mod owner_tests;
mod person;
#[cfg(test)]
mod person_tests;
mod picture;
mod recall;
#[cfg(test)]
mod recall_tests;
mod reservation;
mod revision;
mod search;
#[cfg(test)]
mod search_tests;
mod standing;
#[cfg(test)]
mod tests;
mod thing;
mod thing_entries;
#[cfg(test)]
mod thing_tests;
mod token;
mod vehicle;
#[cfg(test)]
mod vehicle_tests;
mod verify;
mod workshop;

pub use aside::KEPT_DAYS;
pub use backups::{Backup, Rehearsed, backups_in, kept};
pub use connections::READERS;
pub use derived::KeptRow;
pub use error::StoreError;
pub use history::Entry;
pub use kit::KitRow;
pub use owner::{LINK_DAYS, OwnerLink};
pub use person::{INVITATION_DAYS, Person, PersonId, Role, SESSION_DAYS};
pub use picture::{MOST_PICTURE_BYTES, PictureInfo};
pub use recall::{RecallRow, RecalledJob};
pub use revision::{JobRow, Listed, RevisionInfo, Unreadable};
pub use search::{FoundJob, FoundPage, SaidLine};
pub use standing::Standing;
pub use vehicle::{VehiclePage, VehicleRow, sort_key};
pub use verify::{Flaw, Verified};

use connections::Connections;
use jovek_core::job::{Job, Shop};
use jovek_core::record::{self, Closing};
use jovek_core::stock::{StockLine, StockUnit};
use rusqlite::{Connection, OptionalExtension, TransactionBehavior, params};
use rusqlite_migration::{M, Migrations};
use std::path::Path;
use thing::Thing;

/// An open store. Reads go beside each other and beside a write; writes one after the other.
pub struct Store {
    connections: Connections,
}

/// The version of the file from which on the history knows of vehicles, kits, recalls, habits and stock.
const HISTORY_OF_THINGS: i64 = 14;

fn migrations() -> Migrations<'static> {
    Migrations::new(vec![
        M::up(include_str!("migrations/001-jobs.sql")),
        M::up(include_str!("migrations/002-shop.sql")),
        M::up(include_str!("migrations/003-stock.sql")),
        M::up(include_str!("migrations/004-history.sql")),
        M::up(include_str!("migrations/005-aside.sql")),
        M::up(include_str!("migrations/006-vehicles.sql")),
        M::up(include_str!("migrations/007-kits.sql")),
        M::up(include_str!("migrations/008-search.sql")),
        M::up(include_str!("migrations/009-recalls.sql")),
        M::up(include_str!("migrations/010-owner-links.sql")),
        M::up(include_str!("migrations/011-stock-units.sql")),
        M::up(include_str!("migrations/012-search-by-number.sql")),
        M::up(include_str!("migrations/013-yard.sql")),
        M::up(include_str!("migrations/014-history-of-things.sql")),
        M::up(include_str!("migrations/015-people.sql")),
        M::up(include_str!("migrations/016-series.sql")),
        M::up(include_str!("migrations/017-workshop.sql")),
    ])
}

impl Store {
    /// Opens or makes the file, checks it, brings it up to date. A database of another program is left as it is.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be used: read-only, locked, damaged, foreign, no space.
    pub fn open(path: &Path) -> Result<Store, StoreError> {
        file::may_become_ours(path)?;
        let db = Connection::open(path).map_err(|e| StoreError::opening(path, &e))?;
        Store::prepare(db, Some(path)).map_err(|e| e.at(path))
    }

    /// Opens a file that must be a whole database of ours already.
    ///
    /// # Errors
    /// [`StoreError::Missing`], [`StoreError::Empty`], [`StoreError::Foreign`], or as [`Store::open`].
    pub fn existing(path: &Path) -> Result<Store, StoreError> {
        file::is_ours(path)?;
        Store::open(path)
    }

    /// A store that lives in memory and is gone with the program.
    ///
    /// # Errors
    /// [`StoreError`] when SQLite has no memory for it.
    pub fn in_memory() -> Result<Store, StoreError> {
        Store::prepare(Connection::open_in_memory()?, None)
    }

    fn prepare(mut db: Connection, path: Option<&Path>) -> Result<Store, StoreError> {
        connections::settle(&db)?;
        db.pragma_update(None, "journal_mode", "WAL")?;
        db.pragma_update(None, "synchronous", "FULL")?;
        db.pragma_update(None, "foreign_keys", true)?;
        file::is_sound(&db)?;
        let before: i64 = db.query_row("PRAGMA user_version", [], |r| r.get(0))?;
        migrations().to_latest(&mut db).map_err(StoreError::migration)?;
        history::take_over(&mut db)?;
        vehicle::take_over(&mut db)?;
        // Once: what has no entry later was put there by somebody else.
        if before < HISTORY_OF_THINGS {
            thing_entries::take_over(&mut db)?;
        }
        Ok(Store { connections: Connections::new(db, path)? })
    }

    /// The shop's habits: what a new job starts with.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn shop(&self) -> Result<Shop, StoreError> {
        let habits = "SELECT habits FROM shop WHERE id = 1";
        let held: Option<String> =
            self.connections.read(|db| Ok(db.query_row(habits, [], |r| r.get(0)).optional()?))?;
        match held {
            Some(text) => serde_json::from_str(&text)
                .map_err(|e| StoreError::Damaged { what: format!("the shop's habits: {e}") }),
            None => Ok(Shop::default()),
        }
    }

    /// Sets the shop's habits.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn set_shop(&self, shop: &Shop, by: &str) -> Result<(), StoreError> {
        let text =
            serde_json::to_string(shop).map_err(|e| StoreError::Damaged { what: e.to_string() })?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            tx.execute(
                "INSERT INTO shop (id, habits) VALUES (1, ?1)
                 ON CONFLICT (id) DO UPDATE SET habits = excluded.habits",
                params![text],
            )?;
            Thing::Shop.changed(&tx, thing::THE_ONE, by)?;
            Ok(tx.commit()?)
        })
    }

    /// What the shop holds and pays, by part.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn stock(&self) -> Result<Vec<StockLine>, StoreError> {
        self.connections.read(|db| {
            let mut query =
                db.prepare_cached("SELECT part, held, price, unit, pack FROM stock ORDER BY part")?;
            let rows = query.query_map([], |r| {
                let unit = StockUnit::of(&r.get::<_, String>(3)?).unwrap_or_default();
                Ok(StockLine {
                    part: r.get(0)?,
                    held: r.get(1)?,
                    price: r.get(2)?,
                    unit,
                    pack: r.get(4)?,
                })
            })?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// Takes rows into the shelf: a part that is there gets the new figures, others stay.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written; then nothing is taken.
    pub fn take_stock(&self, lines: &[StockLine], by: &str) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            for line in lines {
                tx.execute(
                    "INSERT INTO stock (part, held, price, unit, pack) VALUES (?1, ?2, ?3, ?4, ?5)
                     ON CONFLICT (part) DO UPDATE SET
                         held = excluded.held, price = excluded.price, unit = excluded.unit,
                         pack = excluded.pack",
                    params![line.part, line.held, line.price, line.unit.sign(), line.pack],
                )?;
            }
            Thing::Stock.changed(&tx, thing::THE_ONE, by)?;
            Ok(tx.commit()?)
        })
    }

    /// Empties the shelf.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn clear_stock(&self, by: &str) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            tx.execute("DELETE FROM stock", [])?;
            Thing::Stock.changed(&tx, thing::THE_ONE, by)?;
            Ok(tx.commit()?)
        })
    }

    /// All jobs at their newest revision, by id; those that cannot be read keep their place.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn list(&self) -> Result<Vec<Listed>, StoreError> {
        let raw = self.connections.read(|db| {
            let mut query =
                db.prepare_cached(&format!("{} ORDER BY j.id", revision::head_sql()))?;
            Ok(query.query_map([], revision::row)?.collect::<Result<Vec<_>, _>>()?)
        })?;
        Ok(raw.into_iter().map(revision::Raw::listed).collect())
    }

    /// What changes whenever a row of the yard does: each job's id, its newest revision and where it stands.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn heads(&self) -> Result<Vec<(i64, i64, Standing)>, StoreError> {
        self.connections.read(|db| {
            let heads = "SELECT id, head, aside_at, deleted_at FROM job ORDER BY id";
            let mut query = db.prepare_cached(heads)?;
            let rows = query.query_map([], |r| {
                Ok((r.get(0)?, r.get(1)?, Standing::of(r.get(2)?, r.get(3)?)))
            })?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// One row of the list.
    ///
    /// # Errors
    /// [`StoreError::NoJob`] when there is none of that id.
    pub fn listed(&self, id: i64) -> Result<Listed, StoreError> {
        self.connections.read(|db| revision::head(db, id)).map(revision::Raw::listed)
    }

    /// One job at its newest revision.
    ///
    /// # Errors
    /// [`StoreError::NoJob`] when there is none of that id, [`StoreError::BadBody`] when it cannot be read.
    pub fn get(&self, id: i64) -> Result<JobRow, StoreError> {
        self.connections.read(|db| revision::head(db, id))?.read()
    }

    /// The number of the newest revision of a job.
    ///
    /// # Errors
    /// [`StoreError::NoJob`] when there is none of that id.
    pub fn newest(&self, id: i64) -> Result<i64, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached("SELECT head FROM job WHERE id = ?1")?;
            let head = query.query_row([id], |r| r.get(0)).optional()?;
            head.ok_or(StoreError::NoJob { id })
        })
    }

    /// The stored text of a job at its newest revision, whether it can be read or not.
    ///
    /// # Errors
    /// [`StoreError::NoJob`] when there is none of that id.
    pub fn stored(&self, id: i64) -> Result<Vec<u8>, StoreError> {
        Ok(self.connections.read(|db| revision::head(db, id))?.body)
    }

    /// One job as it stood at a revision.
    ///
    /// # Errors
    /// [`StoreError::NoRevision`] when there is none of that number.
    pub fn at(&self, id: i64, rev: i64) -> Result<Job, StoreError> {
        self.connections.read(|db| revision::one(db, id, rev))?.job()
    }

    /// The revisions of a job, newest first.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn revisions(&self, id: i64) -> Result<Vec<RevisionInfo>, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached(
                "SELECT rev, saved_at, saved_by FROM revision WHERE job_id = ?1 ORDER BY rev DESC",
            )?;
            let rows = query.query_map([id], |r| {
                Ok(RevisionInfo { rev: r.get(0)?, saved_at: r.get(1)?, saved_by: r.get(2)? })
            })?;
            Ok(rows.collect::<Result<_, _>>()?)
        })
    }

    /// Adds a job. Returns its id.
    ///
    /// # Errors
    /// [`StoreError::Unstorable`] where it could not be read again, or that the file cannot be written.
    pub fn create(&self, job: &Job, by: &str) -> Result<i64, StoreError> {
        let body = job.write();
        storable(&body)?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            let id = create_in(&tx, (job, &body), by)?;
            tx.commit()?;
            Ok(id)
        })
    }

    /// Adds jobs, all or none.
    ///
    /// # Errors
    /// As [`Store::create`]; then nothing is added.
    pub fn create_all(&self, jobs: &[Job], by: &str) -> Result<(), StoreError> {
        let bodies: Vec<String> = jobs.iter().map(Job::write).collect();
        bodies.iter().try_for_each(|body| storable(body).map(|_| ()))?;
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            for (job, body) in jobs.iter().zip(&bodies) {
                create_in(&tx, (job, body), by)?;
            }
            Ok(tx.commit()?)
        })
    }

    /// Saves a job that was made from revision `from`. Saving the same text again changes nothing.
    ///
    /// # Errors
    /// [`StoreError::Conflict`] when another revision came between.
    pub fn save(&self, id: i64, from: i64, job: &Job, by: &str) -> Result<JobRow, StoreError> {
        let body = job.write();
        self.append(id, from, by, |_, head| {
            Ok((body.as_bytes() != head.body).then_some(Next {
                body,
                undo_to: Some(head.rev),
                redo_to: None,
                what: history::What::Saved,
            }))
        })
    }

    /// Signs a job: from then on only readings, marks and visits are added to it.
    ///
    /// # Errors
    /// [`StoreError::Frozen`] where it cannot be signed, or [`StoreError::Conflict`] as for a save.
    pub fn sign(
        &self,
        id: i64,
        from: i64,
        by: &str,
        closing: &Closing,
    ) -> Result<JobRow, StoreError> {
        self.append(id, from, by, |_, head| {
            let job = head.job()?;
            let signed = record::sign(&job, jiff::Timestamp::now(), by, closing)?;
            Ok(Next::settled(head, &signed, history::What::Signed))
        })
    }

    /// Opens a signed job again, as a new revision with its reason.
    ///
    /// # Errors
    /// [`StoreError::Frozen`] without a reason, or [`StoreError::Conflict`] as for a save.
    pub fn reopen(&self, id: i64, from: i64, by: &str, why: &str) -> Result<JobRow, StoreError> {
        self.append(id, from, by, |_, head| {
            let job = head.job()?;
            let opened = record::reopen(&job, jiff::Timestamp::now(), by, why)?;
            Ok(Next::settled(head, &opened, history::What::Opened))
        })
    }

    /// The history of a job, newest entry first.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn history(&self, id: i64) -> Result<Vec<Entry>, StoreError> {
        self.connections.read(|db| history::of_job(db, id))
    }

    /// Looks at the whole history: every entry, revision and picture.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn verify(&self) -> Result<Verified, StoreError> {
        self.connections.read(verify::verify)
    }

    /// Goes back one step.
    ///
    /// # Errors
    /// [`StoreError::NothingToUndo`], or [`StoreError::Conflict`] as for a save.
    pub fn undo(&self, id: i64, from: i64, by: &str) -> Result<JobRow, StoreError> {
        self.append(id, from, by, |tx, head| {
            let target = head.undo_to.ok_or(StoreError::NothingToUndo)?;
            let target = revision::one(tx, id, target)?;
            Ok(Some(Next {
                body: target.text()?,
                undo_to: target.undo_to,
                redo_to: Some(head.rev),
                what: history::What::Saved,
            }))
        })
    }

    /// Goes forward again after an undo.
    ///
    /// # Errors
    /// [`StoreError::NothingToRedo`], or [`StoreError::Conflict`] as for a save.
    pub fn redo(&self, id: i64, from: i64, by: &str) -> Result<JobRow, StoreError> {
        self.append(id, from, by, |tx, head| {
            let target = head.redo_to.ok_or(StoreError::NothingToRedo)?;
            let target = revision::one(tx, id, target)?;
            Ok(Some(Next {
                body: target.text()?,
                undo_to: target.undo_to,
                redo_to: target.redo_to,
                what: history::What::Saved,
            }))
        })
    }

    /// Writes the next revision. What it will be is worked out before anybody is kept from writing: revisions are never
    /// changed, so it holds as long as the newest one is the same.
    fn append(
        &self,
        id: i64,
        from: i64,
        by: &str,
        next: impl FnOnce(&Connection, &revision::Raw) -> Result<Option<Next>, StoreError>,
    ) -> Result<JobRow, StoreError> {
        let (head, next) = self.connections.read(|db| {
            let head = revision::head(db, id)?;
            head.may_be_followed(from)?;
            let next = next(db, &head)?;
            Ok((head, next))
        })?;
        let Some(next) = next else { return head.read() };
        // What is kept can be read: looked at before it is stored, not when somebody needs it.
        let job = storable(&next.body)?;
        let before = head.job()?;
        if next.what == history::What::Saved {
            record::may_follow(&before, &job)?;
        }
        // A job stays with its vehicle, whatever that is called now, until it says another unit itself.
        let is_of_another = before.unit != job.unit;
        let kit_of = |job: &Job| job.follows.as_ref().map(|f| f.kit);
        let follows_another = kit_of(&before) != kit_of(&job);
        let (rev, at) = (head.rev + 1, now());
        let vehicle = self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            revision::head(&tx, id)?.may_be_followed(from)?;
            tx.execute(
                "INSERT INTO revision (job_id, rev, body, saved_at, saved_by, undo_to, redo_to)
                 VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7)",
                params![id, rev, next.body, at, by, next.undo_to, next.redo_to],
            )?;
            let (content, what) = (next.body.as_bytes(), next.what);
            let change =
                history::Change { job_id: id, subject: rev, at: &at, who: by, what, content };
            history::add(&tx, &change)?;
            tx.execute("UPDATE job SET head = ?2 WHERE id = ?1", [id, rev])?;
            let vehicle =
                if is_of_another { vehicle::link(&tx, id, &job, by)? } else { head.vehicle };
            if follows_another {
                kit::follow(&tx, id, &job)?;
            }
            tx.commit()?;
            Ok(vehicle)
        })?;
        let head = revision::Raw { vehicle, ..head };
        Ok(head.followed(rev, at, by, (next.undo_to, next.redo_to), job))
    }

    /// Copies the whole store to a file while it is in use. The copy is made beside it and gets its name when it is
    /// whole.
    ///
    /// # Errors
    /// [`StoreError`] when the copy cannot be written; a file of that name is then as it was.
    pub fn backup(&self, to: &Path) -> Result<(), StoreError> {
        self.connections.read(|db| file::copy_whole(db, to))
    }

    /// Brings a backup back into a file that must not exist yet.
    ///
    /// # Errors
    /// [`StoreError::Exists`], or what is wrong with the backup.
    pub fn restore(backup: &Path, to: &Path) -> Result<(), StoreError> {
        if to.exists() {
            return Err(StoreError::Exists { path: to.display().to_string() });
        }
        Store::existing(backup)?.backup(to)?;
        Store::open(to).map(|_| ())
    }
}

/// SHA-256 of some bytes, in hex.
pub fn content_hash(bytes: &[u8]) -> String {
    history::sha256(bytes)
}

/// The job of a text that is about to be stored.
fn storable(body: &str) -> Result<Job, StoreError> {
    revision::readable(body.as_bytes()).map_err(|what| StoreError::Unstorable { what })
}

struct Next {
    body: String,
    undo_to: Option<i64>,
    redo_to: Option<i64>,
    what: history::What,
}

impl Next {
    /// A revision that undo does not go behind; none where nothing changes.
    fn settled(head: &revision::Raw, job: &Job, what: history::What) -> Option<Next> {
        let body = job.write();
        (body.as_bytes() != head.body).then_some(Next { body, undo_to: None, redo_to: None, what })
    }
}

fn now() -> String {
    jiff::Timestamp::now()
        .round(jiff::Unit::Second)
        .map_or_else(|_| jiff::Timestamp::now().to_string(), |t| t.to_string())
}

/// Adds a job within a transaction. Returns its id.
fn create_in(db: &Connection, (job, body): (&Job, &str), by: &str) -> Result<i64, StoreError> {
    let now = now();
    db.execute("INSERT INTO job (head, created_at) VALUES (1, ?1)", [&now])?;
    let id = db.last_insert_rowid();
    db.execute(
        "INSERT INTO revision (job_id, rev, body, saved_at, saved_by) VALUES (?1, 1, ?2, ?3, ?4)",
        params![id, body, now, by],
    )?;
    let (content, what) = (body.as_bytes(), history::What::Saved);
    let change = history::Change { job_id: id, subject: 1, at: &now, who: by, what, content };
    history::add(db, &change)?;
    vehicle::link(db, id, job, by)?;
    kit::follow(db, id, job)?;
    Ok(id)
}
