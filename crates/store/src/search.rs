//! The search over all jobs: lines of what is said of them, found by their words.

use crate::{Store, StoreError};
use rusqlite::{Connection, TransactionBehavior, params};

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
    if words.is_empty() {
        return String::new();
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

/// Lines that a search finds in jobs that are not deleted; `?1` are the words.
const LINES: &str = "FROM said JOIN said_line l ON l.id = said.rowid
     JOIN job j ON j.id = l.job_id AND j.deleted_at IS NULL
     WHERE said MATCH ?1";

fn found(
    db: &Connection,
    words: &str,
    kind: Option<&str>,
    (from, most): (usize, usize),
) -> Result<FoundPage, StoreError> {
    let kinds = {
        let of = format!("SELECT l.kind, COUNT(DISTINCT l.job_id) {LINES} GROUP BY l.kind");
        let mut query = db.prepare_cached(&of)?;
        let rows = query.query_map([words], |r| Ok((r.get(0)?, r.get(1)?)))?;
        rows.collect::<Result<Vec<_>, _>>()?
    };
    let jobs = format!(
        "SELECT l.job_id, COUNT(*) {LINES} AND (?2 IS NULL OR l.kind = ?2) GROUP BY l.job_id"
    );
    let found = {
        let count = format!("SELECT COUNT(*) FROM ({jobs})");
        db.prepare_cached(&count)?.query_row(params![words, kind], |r| r.get(0))?
    };
    let page: Vec<(i64, i64)> = {
        let of = format!("{jobs} ORDER BY 2 DESC, 1 DESC LIMIT {most} OFFSET {from}");
        let mut query = db.prepare(&of)?;
        let rows = query.query_map(params![words, kind], |r| Ok((r.get(0)?, r.get(1)?)))?;
        rows.collect::<Result<_, _>>()?
    };
    let of = format!(
        "SELECT l.kind, l.text {LINES} AND (?2 IS NULL OR l.kind = ?2) AND l.job_id = ?3
         ORDER BY l.id LIMIT {MOST_LINES}"
    );
    let mut query = db.prepare_cached(&of)?;
    let mut out = Vec::with_capacity(page.len());
    for (job, count) in page {
        let rows = query.query_map(params![words, kind, job], |r| {
            Ok(SaidLine { kind: r.get(0)?, text: r.get(1)? })
        })?;
        out.push(FoundJob { job, count, lines: rows.collect::<Result<_, _>>()? });
    }
    Ok(FoundPage { jobs: out, found, kinds })
}
