//! The look at a whole history: every entry, revision and picture, and every thing beside the jobs.

use crate::history::Entry;
use crate::history::{What, bind_picture, entry, hash, sha256};
use crate::thing::Thing;
use crate::{StoreError, revision};
use jovek_phrases::store as say;
use rusqlite::Connection;
use std::collections::{HashMap, HashSet};

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

/// What is bound of a picture, a row of `id, job_id, shows, name, at, who, bytes`: words and bytes.
fn picture_bound(r: &rusqlite::Row) -> rusqlite::Result<Vec<u8>> {
    let words: [String; 4] = [r.get(2)?, r.get(3)?, r.get(4)?, r.get(5)?];
    let bytes: Vec<u8> = r.get(6)?;
    Ok(bind_picture(&words, &bytes))
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

/// What the history says of things: of each the hash of its last entry.
#[derive(Default)]
pub(crate) struct LastEntries(HashMap<(Thing, i64), String>);

impl LastEntries {
    /// Takes the next entry.
    pub(crate) fn take(&mut self, thing: Thing, id: i64, content: &str) {
        self.0.insert((thing, id), content.to_owned());
    }

    /// Holds them against what is there.
    pub(crate) fn flaws(self, db: &Connection) -> Result<Vec<Flaw>, StoreError> {
        let mut out = Vec::new();
        let place = |thing: Thing, id: i64| say::thing(&thing.key(), &id);
        for (&(thing, id), content) in &self.0 {
            if sha256(&thing.bound(db, id)?) != *content {
                let what = say::is_not_what_the_history_says().into();
                out.push(Flaw { place: place(thing, id), what });
            }
        }
        for thing in Thing::ALL {
            let mut query = db.prepare(thing.ids())?;
            for id in query.query_map([], |r| r.get::<_, i64>(0))? {
                let id = id?;
                if !self.0.contains_key(&(thing, id)) {
                    let what = say::stands_in_no_entry().into();
                    out.push(Flaw { place: place(thing, id), what });
                }
            }
        }
        Ok(out)
    }
}
