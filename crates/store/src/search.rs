//! The search over all jobs: lines of what is said of them, found by their words.

use crate::{Store, StoreError};
use rusqlite::{Connection, TransactionBehavior, params};
use std::collections::{BTreeMap, HashMap, HashSet};

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
            tx.prepare_cached("DELETE FROM said_line WHERE job_id = ?1")?.execute([job])?;
            let add = "INSERT INTO said_line (job_id, kind, text, about) VALUES (?1, ?2, ?3, ?4)";
            for line in lines {
                tx.prepare_cached(add)?.execute(params![job, line.kind, line.text, about])?;
            }
            tx.prepare_cached("UPDATE job SET said_rev = ?2 WHERE id = ?1")?.execute([job, rev])?;
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

/// What a search finds of a job.
#[derive(Default)]
struct OfJob {
    count: i64,
    /// Ids of the first lines.
    lines: Vec<i64>,
}

/// The index is gone through once, whatever is asked: what stands in many lines is found in many.
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
    let mut jobs: HashMap<i64, OfJob> = HashMap::new();
    let mut kinds: BTreeMap<String, HashSet<i64>> = BTreeMap::new();
    let mut query = db.prepare_cached(
        "SELECT l.id, l.job_id, l.kind FROM said JOIN said_line l ON l.id = said.rowid
         WHERE said MATCH ?1",
    )?;
    let mut rows = query.query([words])?;
    while let Some(row) = rows.next()? {
        let (line, job): (i64, i64) = (row.get(0)?, row.get(1)?);
        if gone.contains(&job) {
            continue;
        }
        let of = row.get_ref(2)?.as_str().unwrap_or_default();
        if kind.is_none_or(|kind| kind == of) {
            let found = jobs.entry(job).or_default();
            found.count += 1;
            if found.lines.len() < MOST_LINES {
                found.lines.push(line);
            }
        }
        match kinds.get_mut(of) {
            Some(jobs) => jobs.insert(job),
            None => kinds.entry(of.to_owned()).or_default().insert(job),
        };
    }
    let found = jobs.len() as i64;
    let mut page: Vec<(i64, OfJob)> = jobs.into_iter().collect();
    page.sort_by_key(|(job, of)| (-of.count, -job));
    let mut text = db.prepare_cached("SELECT kind, text FROM said_line WHERE id = ?1")?;
    let mut line =
        |id: &i64| text.query_row([id], |r| Ok(SaidLine { kind: r.get(0)?, text: r.get(1)? }));
    let jobs = page
        .into_iter()
        .skip(from)
        .take(most)
        .map(|(job, OfJob { count, mut lines })| {
            lines.sort_unstable();
            let lines = lines.iter().map(&mut line).collect::<Result<_, _>>()?;
            Ok(FoundJob { job, count, lines })
        })
        .collect::<Result<_, StoreError>>()?;
    let kinds = kinds.into_iter().map(|(kind, jobs)| (kind, jobs.len() as i64)).collect();
    Ok(FoundPage { jobs, found, kinds })
}
