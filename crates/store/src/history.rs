//! The history: one entry for each change, bound to the one before it by its hash.

use crate::StoreError;
use crate::thing::Thing;
use rusqlite::{Connection, OptionalExtension, params};
use sha2::{Digest, Sha256};

pub(crate) fn bind_picture(words: &[String; 4], bytes: &[u8]) -> Vec<u8> {
    let mut out = Vec::with_capacity(bytes.len() + 128);
    for word in words {
        out.extend((word.len() as u64).to_be_bytes());
        out.extend(word.as_bytes());
    }
    out.extend(bytes);
    out
}

/// What an entry speaks of.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum What {
    /// A job was made or changed.
    Saved,
    /// A revision that was there before there was a history.
    TakenOver,
    /// A job was signed.
    Signed,
    /// A signed job was opened again.
    Opened,
    /// A picture was added.
    Picture,
    /// A job was put aside.
    Aside,
    /// A job was deleted, to be kept for a while.
    Deleted,
    /// A job was brought back.
    BroughtBack,
    /// A deleted job went for good: what its entries speak of is gone.
    Purged,
    /// A link for the owner of the vehicle was made.
    LinkMade,
    /// The link was taken back.
    LinkWithdrawn,
    /// A thing beside the jobs was made, changed or removed.
    Thing(Thing),
}

impl What {
    pub(crate) fn key(self) -> &'static str {
        match self {
            What::Saved => "saved",
            What::TakenOver => "taken over",
            What::Signed => "signed",
            What::Opened => "opened",
            What::Picture => "picture",
            What::Aside => "put aside",
            What::Deleted => "deleted",
            What::BroughtBack => "brought back",
            What::Purged => "gone for good",
            What::LinkMade => "owner's link made",
            What::LinkWithdrawn => "owner's link taken back",
            What::Thing(thing) => thing.key(),
        }
    }

    /// What the key of an entry says; none for one that no program of ours wrote.
    pub(crate) fn of(key: &str) -> Option<What> {
        let all = [
            What::Saved,
            What::TakenOver,
            What::Signed,
            What::Opened,
            What::Picture,
            What::Aside,
            What::Deleted,
            What::BroughtBack,
            What::Purged,
            What::LinkMade,
            What::LinkWithdrawn,
        ];
        let things = Thing::ALL.into_iter().map(What::Thing);
        all.into_iter().chain(things).find(|w| w.key() == key)
    }
}

/// An entry as it is shown.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Entry {
    /// Number in the chain, from 1.
    pub id: i64,
    /// The job; 0 for what is of none.
    pub job_id: i64,
    /// Revision, picture, or the number of a thing beside the jobs.
    pub subject: i64,
    /// When.
    pub at: String,
    /// Who.
    pub who: String,
    /// `saved`, `signed`, `opened`, `picture`, `taken over`, `put aside`, `deleted`, `brought back`, `gone for good`,
    /// `owner's link made`, `owner's link taken back`; of things beside the jobs `vehicle`, `kit`, `recall`, `habits`,
    /// `stock`, `person`.
    pub what: String,
    /// Hash of what it speaks of.
    pub content: String,
    /// Hash of the entry, with the one before it.
    pub hash: String,
}

/// SHA-256 in hex.
pub(crate) fn sha256(bytes: &[u8]) -> String {
    Sha256::digest(bytes).iter().map(|b| format!("{b:02x}")).collect()
}

/// Hash of an entry. Each field goes in with its length, so that none can run into the next.
pub(crate) fn hash(before: &str, e: &Entry) -> String {
    let mut all = Sha256::new();
    let (id, job, subject) = (e.id.to_string(), e.job_id.to_string(), e.subject.to_string());
    let fields = [before, &id, &job, &subject, &e.at, &e.who, &e.what, &e.content];
    for field in fields {
        all.update((field.len() as u64).to_be_bytes());
        all.update(field.as_bytes());
    }
    all.finalize().iter().map(|b| format!("{b:02x}")).collect()
}

/// A change to be written down.
pub(crate) struct Change<'a> {
    pub job_id: i64,
    pub subject: i64,
    pub at: &'a str,
    pub who: &'a str,
    pub what: What,
    pub content: &'a [u8],
}

/// Adds an entry; within the transaction of the change itself.
pub(crate) fn add(db: &Connection, change: &Change) -> Result<(), StoreError> {
    let last: Option<(i64, String)> = db
        .prepare_cached("SELECT id, hash FROM history ORDER BY id DESC LIMIT 1")?
        .query_row([], |r| Ok((r.get(0)?, r.get(1)?)))
        .optional()?;
    let (before_id, before) = last.unwrap_or_default();
    let mut entry = Entry {
        id: before_id + 1,
        job_id: change.job_id,
        subject: change.subject,
        at: change.at.into(),
        who: change.who.into(),
        what: change.what.key().into(),
        content: sha256(change.content),
        hash: String::new(),
    };
    entry.hash = hash(&before, &entry);
    db.prepare_cached(
        "INSERT INTO history (id, job_id, subject, at, who, what, content, hash)
         VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8)",
    )?
    .execute(params![
        entry.id,
        entry.job_id,
        entry.subject,
        entry.at,
        entry.who,
        entry.what,
        entry.content,
        entry.hash
    ])?;
    Ok(())
}

/// Writes down revisions that are older than the history itself.
pub(crate) fn take_over(db: &mut Connection) -> Result<(), StoreError> {
    let entries: i64 = db.query_row("SELECT COUNT(*) FROM history", [], |r| r.get(0))?;
    let revisions: i64 = db.query_row("SELECT COUNT(*) FROM revision", [], |r| r.get(0))?;
    if entries > 0 || revisions == 0 {
        return Ok(());
    }
    let tx = db.transaction_with_behavior(rusqlite::TransactionBehavior::Immediate)?;
    {
        let mut query = tx.prepare(
            "SELECT job_id, rev, saved_at, saved_by, body FROM revision ORDER BY saved_at, job_id, rev",
        )?;
        let mut rows = query.query([])?;
        while let Some(r) = rows.next()? {
            let (at, who): (String, String) = (r.get(2)?, r.get(3)?);
            let body = r.get_ref(4)?.as_bytes().unwrap_or_default();
            add(
                &tx,
                &Change {
                    job_id: r.get(0)?,
                    subject: r.get(1)?,
                    at: &at,
                    who: &who,
                    what: What::TakenOver,
                    content: body,
                },
            )?;
        }
    }
    Ok(tx.commit()?)
}

/// The entries of a job, newest first.
pub(crate) fn of_job(db: &Connection, job_id: i64) -> Result<Vec<Entry>, StoreError> {
    let mut query = db.prepare_cached(
        "SELECT id, job_id, subject, at, who, what, content, hash FROM history
         WHERE job_id = ?1 ORDER BY id DESC",
    )?;
    let rows = query.query_map([job_id], entry)?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// An entry out of its row.
pub(crate) fn entry(r: &rusqlite::Row) -> rusqlite::Result<Entry> {
    Ok(Entry {
        id: r.get(0)?,
        job_id: r.get(1)?,
        subject: r.get(2)?,
        at: r.get(3)?,
        who: r.get(4)?,
        what: r.get(5)?,
        content: r.get(6)?,
        hash: r.get(7)?,
    })
}
