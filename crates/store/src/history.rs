//! The history: one entry for each change, bound to the one before it by its hash.

use crate::thing::{LastEntries, Thing};
use crate::{StoreError, revision};
use jovek_phrases::store as say;
use rusqlite::{Connection, OptionalExtension, params};
use sha2::{Digest, Sha256};
use std::collections::{HashMap, HashSet};

/// What is bound of a picture, a row of `id, job_id, shows, name, at, who, bytes`: words and bytes.
fn picture_bound(r: &rusqlite::Row) -> rusqlite::Result<Vec<u8>> {
    let words: [String; 4] = [r.get(2)?, r.get(3)?, r.get(4)?, r.get(5)?];
    let bytes: Vec<u8> = r.get(6)?;
    Ok(bind_picture(&words, &bytes))
}

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
    fn key(self) -> &'static str {
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
    fn of(key: &str) -> Option<What> {
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

/// What is wrong with a history.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Flaw {
    /// The entry, or what stands without one.
    pub place: String,
    /// What is wrong.
    pub what: String,
}

/// What a look at the whole history found.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Verified {
    /// Entries looked at.
    pub entries: usize,
    /// The hash of the last one: written down elsewhere, it binds all of them.
    pub last: String,
    /// What is wrong.
    pub flaws: Vec<Flaw>,
}

/// SHA-256 in hex.
pub(crate) fn sha256(bytes: &[u8]) -> String {
    Sha256::digest(bytes).iter().map(|b| format!("{b:02x}")).collect()
}

/// Hash of an entry. Each field goes in with its length, so that none can run into the next.
fn hash(before: &str, e: &Entry) -> String {
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

fn entry(r: &rusqlite::Row) -> rusqlite::Result<Entry> {
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

/// Looks at every entry, every revision and every picture: each byte is bound.
pub(crate) fn verify(db: &Connection) -> Result<Verified, StoreError> {
    let mut out = Verified::default();
    let mut revisions: HashMap<(i64, i64), Held> = HashMap::new();
    let mut query = db.prepare("SELECT job_id, rev, body, saved_at, saved_by FROM revision")?;
    let mut rows = query.query([])?;
    while let Some(r) = rows.next()? {
        let text = |at| -> rusqlite::Result<Vec<u8>> {
            Ok(r.get_ref(at)?.as_bytes().unwrap_or_default().to_vec())
        };
        let held = Held { content: sha256(&text(2)?), at: text(3)?, who: text(4)? };
        revisions.insert((r.get(0)?, r.get(1)?), held);
    }
    let mut pictures: HashMap<i64, (i64, String)> = HashMap::new();
    let mut query = db.prepare("SELECT id, job_id, shows, name, at, who, bytes FROM picture")?;
    let mut rows = query.query([])?;
    while let Some(r) = rows.next()? {
        pictures.insert(r.get(0)?, (r.get(1)?, sha256(&picture_bound(r)?)));
    }
    let gone = gone_for_good(db)?;
    let mut things = LastEntries::default();
    let mut before = String::new();
    let mut query = db.prepare(
        "SELECT id, job_id, subject, at, who, what, content, hash FROM history ORDER BY id",
    )?;
    let mut rows = query.query([])?;
    while let Some(r) = rows.next()? {
        let e = entry(r)?;
        out.entries += 1;
        let mut flaw = |what: String| {
            out.flaws.push(Flaw { place: say::entry(&e.id), what });
        };
        if e.id != out.entries as i64 {
            flaw(say::its_number_is_an_entry(&e.id));
        }
        if hash(&before, &e) != e.hash {
            flaw(say::its_hash_does_not_fit().into());
        }
        let of = (e.job_id, e.subject);
        match What::of(&e.what) {
            // What it says of the job is in the entry itself; the revision has an entry of its own.
            Some(
                What::Aside
                | What::Deleted
                | What::BroughtBack
                | What::Purged
                | What::LinkMade
                | What::LinkWithdrawn,
            ) => {}
            Some(What::Thing(thing)) => things.take(thing, e.subject, &e.content),
            Some(What::Picture) => {
                let held = pictures.remove(&e.subject).filter(|p| p.0 == e.job_id).map(|p| p.1);
                entry_flaw(&gone, ("picture", of), held.as_deref(), &e).into_iter().for_each(flaw);
            }
            _ => {
                let held = revisions.remove(&of).filter(|h| h.fits(&e)).map(|h| h.content);
                entry_flaw(&gone, ("revision", of), held.as_deref(), &e).into_iter().for_each(flaw);
            }
        }
        before = e.hash;
    }
    for (job, rev) in revisions.keys() {
        let place = say::revision_of_job(&rev, &job);
        out.flaws.push(Flaw { place, what: say::stands_in_no_entry().into() });
    }
    for id in pictures.keys() {
        out.flaws.push(Flaw { place: say::picture(&id), what: say::stands_in_no_entry().into() });
    }
    out.flaws.extend(things.flaws(db)?);
    // The newest revision must be the one that a job shows.
    let mut query = db.prepare(
        "SELECT j.id, j.head, (SELECT MAX(rev) FROM revision r WHERE r.job_id = j.id) FROM job j",
    )?;
    let mut rows = query.query([])?;
    while let Some(r) = rows.next()? {
        let (job, head, newest): (i64, i64, Option<i64>) = (r.get(0)?, r.get(1)?, r.get(2)?);
        if newest != Some(head) {
            let what = say::shows_revision_the_newest(&head, &newest.unwrap_or(0));
            out.flaws.push(Flaw { place: say::job(&job), what });
        }
    }
    out.flaws.extend(unreadable(db)?);
    out.flaws.sort_by(|a, b| a.place.cmp(&b.place));
    out.last = before;
    Ok(out)
}

/// A revision as it is held.
struct Held {
    content: String,
    at: Vec<u8>,
    who: Vec<u8>,
}

impl Held {
    fn fits(&self, e: &Entry) -> bool {
        self.at == e.at.as_bytes() && self.who == e.who.as_bytes()
    }
}

/// What is wrong with what an entry speaks of; nothing where its job went for good.
fn entry_flaw(
    gone: &HashSet<i64>,
    (name, (job, subject)): (&str, (i64, i64)),
    held: Option<&str>,
    e: &Entry,
) -> Option<String> {
    match held {
        None if gone.contains(&job) => None,
        None => Some(say::of_job_is_missing(&name, &subject, &job)),
        Some(held) if held != e.content => Some(say::of_job_was_changed(&name, &subject, &job)),
        Some(_) => None,
    }
}

/// Jobs that were deleted long ago.
fn gone_for_good(db: &Connection) -> Result<HashSet<i64>, StoreError> {
    let mut query = db.prepare("SELECT job_id FROM history WHERE what = ?1")?;
    let rows = query.query_map([What::Purged.key()], |r| r.get(0))?;
    Ok(rows.collect::<Result<_, _>>()?)
}

/// Jobs whose newest revision cannot be read, each named: all else is looked at all the same.
fn unreadable(db: &Connection) -> Result<Vec<Flaw>, StoreError> {
    let mut query = db.prepare(&revision::head_sql())?;
    let rows = query.query_map([], revision::row)?.collect::<Result<Vec<_>, _>>()?;
    let flaw = |raw: revision::Raw| match raw.listed() {
        revision::Listed::Job(_) => None,
        revision::Listed::Unreadable(u) => Some(Flaw {
            place: say::revision_of_job(&u.rev, &u.id),
            what: say::cannot_be_read(&u.what),
        }),
    };
    Ok(rows.into_iter().filter_map(flaw).collect())
}
