//! The search over all jobs: lines of what is said of them, found by their words.

use crate::{Store, StoreError};
use rusqlite::{Connection, OptionalExtension, TransactionBehavior, params};
use std::collections::{HashMap, HashSet};

/// A line of what is said of a job.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SaidLine {
    /// The key of the kind of thing that it tells.
    pub kind: String,
    /// The line.
    pub text: String,
}

/// A job that was found.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct FoundJob {
    /// Its id.
    pub job: i64,
    /// How many of its lines were found.
    pub count: i64,
    /// The first of them.
    pub lines: Vec<SaidLine>,
}

/// A page of what was found.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct FoundPage {
    /// Jobs, those with most lines first.
    pub jobs: Vec<FoundJob>,
    /// How many jobs there are in all.
    pub found: i64,
    /// How many jobs have a line of each kind, by the key of the kind.
    pub kinds: Vec<(String, i64)>,
}

/// Lines of a job that are shown.
const MOST_LINES: usize = 6;

/// The words of a search as FTS5 takes them: each as it is written, the beginning of a word counts. One of them at least
/// stands in the line itself: what its job is called makes not every line of it a find.
fn matching(find: &str) -> String {
    let words = find.split(|c: char| !c.is_alphanumeric()).filter(|w| !w.is_empty());
    let words: Vec<String> = words.map(|w| format!("\"{w}\"*")).collect();
    match words.as_slice() {
        [] => return String::new(),
        [word] => return format!("{{text}} : {word}"),
        _ => {}
    }
    format!("({{text}} : ({})) AND {}", words.join(" OR "), words.join(" AND "))
}

impl Store {
    /// Jobs whose newest revision was not read into the search yet, those changed last first; deleted ones left out.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn unsaid(&self) -> Result<Vec<i64>, StoreError> {
        self.connections.read(|db| {
            let mut query = db.prepare_cached(
                "SELECT id FROM job WHERE said_rev IS NOT head AND deleted_at IS NULL
                 ORDER BY id DESC",
            )?;
            Ok(query.query_map([], |r| r.get(0))?.collect::<Result<_, _>>()?)
        })
    }

    /// Keeps what is said of a revision of a job in place of what was said before.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be written.
    pub fn say(
        &self,
        (job, rev): (i64, i64),
        about: &str,
        lines: &[SaidLine],
    ) -> Result<(), StoreError> {
        self.connections.write(|db| {
            let tx = db.transaction_with_behavior(TransactionBehavior::Immediate)?;
            keep(&tx, (job, rev), about, lines)?;
            Ok(tx.commit()?)
        })
    }

    /// Jobs with lines in which all words of `find` stand, of one kind or of any: `most` jobs from number `from` on.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be read.
    pub fn search(
        &self,
        find: &str,
        kind: Option<&str>,
        (from, most): (usize, usize),
    ) -> Result<FoundPage, StoreError> {
        let words = matching(find);
        if words.is_empty() {
            return Ok(FoundPage::default());
        }
        self.connections.read(|db| found(db, &words, kind, (from, most)))
    }
}

/// Bits of a line's number: kind and number within its job, below the number of the job.
const JOB_BITS: u32 = 26;
/// Bits of the number within a job.
const LINE_BITS: u32 = 20;

/// The numbers that the lines of a job can have.
fn lines_of(job: i64) -> (i64, i64) {
    (job << JOB_BITS, ((job + 1) << JOB_BITS) - 1)
}

fn keep(
    tx: &Connection,
    (job, rev): (i64, i64),
    about: &str,
    lines: &[SaidLine],
) -> Result<(), StoreError> {
    let (first, last) = lines_of(job);
    tx.prepare_cached("DELETE FROM said_line WHERE id BETWEEN ?1 AND ?2")?
        .execute([first, last])?;
    let mut add =
        tx.prepare_cached("INSERT INTO said_line (id, text, about) VALUES (?1, ?2, ?3)")?;
    for (number, line) in (0_i64..1 << LINE_BITS).zip(lines) {
        let kind = code_of(tx, &line.kind)?;
        add.execute(params![first | kind << LINE_BITS | number, line.text, about])?;
    }
    tx.prepare_cached("UPDATE job SET said_rev = ?2 WHERE id = ?1")?.execute([job, rev])?;
    Ok(())
}

/// The code of a kind; a new one gets the next.
fn code_of(tx: &Connection, key: &str) -> Result<i64, StoreError> {
    let mut known = tx.prepare_cached("SELECT code FROM said_kind WHERE key = ?1")?;
    if let Some(code) = known.query_row([key], |r| r.get(0)).optional()? {
        return Ok(code);
    }
    tx.execute("INSERT INTO said_kind (key) VALUES (?1)", [key])?;
    Ok(tx.last_insert_rowid())
}

/// What a search finds of a job.
struct OfJob {
    job: i64,
    count: i64,
    /// Numbers of the first lines.
    lines: Vec<i64>,
}

/// The index is gone through once, in the order of the jobs, and nothing but the index: what stands in very many lines
/// is found in very many.
fn found(
    db: &Connection,
    words: &str,
    kind: Option<&str>,
    (from, most): (usize, usize),
) -> Result<FoundPage, StoreError> {
    let gone: HashSet<i64> = {
        let mut query = db.prepare_cached("SELECT id FROM job WHERE deleted_at IS NOT NULL")?;
        query.query_map([], |r| r.get(0))?.collect::<Result<_, _>>()?
    };
    let keys: HashMap<i64, String> = {
        let mut query = db.prepare_cached("SELECT code, key FROM said_kind")?;
        query.query_map([], |r| Ok((r.get(0)?, r.get(1)?)))?.collect::<Result<_, _>>()?
    };
    let wanted = kind.map(|kind| keys.iter().find(|(_, key)| *key == kind).map(|(code, _)| *code));
    let mut jobs: Vec<OfJob> = Vec::new();
    // Jobs by kind, and the job whose line of that kind was counted last.
    let mut kinds: HashMap<i64, (i64, i64)> = HashMap::new();
    let mut query =
        db.prepare_cached("SELECT rowid FROM said WHERE said MATCH ?1 ORDER BY rowid")?;
    let mut rows = query.query([words])?;
    while let Some(row) = rows.next()? {
        let line: i64 = row.get(0)?;
        let job = line >> JOB_BITS;
        if gone.contains(&job) {
            continue;
        }
        let of = line >> LINE_BITS & ((1 << (JOB_BITS - LINE_BITS)) - 1);
        let (count, last) = kinds.entry(of).or_default();
        if *last != job {
            (*count, *last) = (*count + 1, job);
        }
        if wanted.is_some_and(|wanted| wanted != Some(of)) {
            continue;
        }
        match jobs.last_mut().filter(|found| found.job == job) {
            Some(found) => {
                found.count += 1;
                if found.lines.len() < MOST_LINES {
                    found.lines.push(line);
                }
            }
            None => jobs.push(OfJob { job, count: 1, lines: vec![line] }),
        }
    }
    let found = jobs.len() as i64;
    jobs.sort_by_key(|of| (-of.count, -of.job));
    let jobs = jobs
        .into_iter()
        .skip(from)
        .take(most)
        .map(|OfJob { job, count, lines }| {
            let lines = lines.iter().map(|&id| line(db, &keys, id)).collect::<Result<_, _>>()?;
            Ok(FoundJob { job, count, lines })
        })
        .collect::<Result<_, StoreError>>()?;
    let mut kinds: Vec<(String, i64)> = kinds
        .into_iter()
        .filter_map(|(code, (count, _))| Some((keys.get(&code)?.clone(), count)))
        .collect();
    kinds.sort();
    Ok(FoundPage { jobs, found, kinds })
}

fn line(db: &Connection, keys: &HashMap<i64, String>, id: i64) -> Result<SaidLine, StoreError> {
    let text = db
        .prepare_cached("SELECT text FROM said_line WHERE id = ?1")?
        .query_row([id], |r| r.get(0))?;
    let kind = id >> LINE_BITS & ((1 << (JOB_BITS - LINE_BITS)) - 1);
    Ok(SaidLine { kind: keys.get(&kind).cloned().unwrap_or_default(), text })
}
