//! The yard: all jobs as work that waits.

use super::AppState;
use crate::answered::Kept;
use crate::extract::Json;
use crate::problem::Problem;
use axum::extract::State;
use futures_util::future::try_join_all;
use jiff::Timestamp;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use jovek_core::answers::{Answers, StageState};
use jovek_core::base::grade::Grade;
use jovek_core::finding::Stage;
use jovek_core::job::Job;
use jovek_core::packet::kind_text;
use jovek_core::record::visits::due;
use jovek_phrases::refusals as say;
use jovek_store::{JobRow, Listed, Standing, Store, StoreError, Unreadable};
use serde::Serialize;
use std::collections::HashMap;
use std::sync::atomic::{AtomicU64, Ordering};
use std::sync::{Mutex, MutexGuard};
use tokio::sync::Mutex as Turn;
use utoipa::ToSchema;

/// Where a job stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum YardPlace {
    /// In the yard.
    InYard,
    /// Put aside.
    Aside,
    /// Deleted, kept for thirty days.
    Deleted,
}

impl YardPlace {
    fn of(standing: &Standing) -> YardPlace {
        match standing {
            Standing::InYard => YardPlace::InYard,
            Standing::Aside(_) => YardPlace::Aside,
            Standing::Deleted(_) => YardPlace::Deleted,
        }
    }
}

/// A job in the yard.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct YardRow {
    /// Id of the job.
    pub id: i64,
    /// Unit number.
    pub unit: String,
    /// What the job is.
    pub title: String,
    /// The vehicle.
    pub vehicle: String,
    /// Nominal voltage, V.
    pub system_v: f64,
    /// Number of lamp circuits.
    pub circuits: usize,
    /// When it was last saved.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
    /// Stop, Fix and Mind findings.
    pub counts: [usize; 3],
    /// What holds it; empty when nothing does.
    pub held_by: String,
    /// The first stage that is not done; none where all are.
    pub stage: Option<Stage>,
    /// The same, as it is called.
    pub stage_text: String,
    /// What to do next.
    pub next: String,
    /// True for a job that is signed and not opened again.
    pub is_signed: bool,
    /// Where it stands.
    pub place: YardPlace,
    /// Why it cannot be read; its row then says nothing but who saved it and when.
    pub unreadable: Option<String>,
}

/// Rows of the yard that were worked out already, by job: as good as long as revision, place and day are the same.
#[derive(Debug, Default)]
pub(crate) struct Rows {
    held: Mutex<HashMap<i64, Held>>,
    /// Whoever finds rows missing makes the list; who comes before that begins takes the same.
    making: Turn<Made>,
    begun: AtomicU64,
}

/// The list that was made last.
#[derive(Debug, Default)]
struct Made {
    /// Which one it is, counted as they begin.
    number: u64,
    rows: Vec<YardRow>,
}

/// A job's id, its newest revision and where it stands.
type Head = (i64, i64, Standing);

#[derive(Debug)]
struct Held {
    rev: i64,
    standing: Standing,
    day: Date,
    row: YardRow,
}

impl Rows {
    fn lock(&self) -> MutexGuard<'_, HashMap<i64, Held>> {
        // Only whole rows are put in: a panic elsewhere leaves them sound.
        self.held.lock().unwrap_or_else(|e| e.into_inner())
    }

    /// Rows in the order of the heads; the jobs whose rows are not known are named.
    fn known(&self, heads: &[Head], day: Date) -> Result<Vec<YardRow>, Vec<i64>> {
        let held = self.lock();
        let row = |(id, rev, standing): &Head| {
            let kept = held.get(id)?;
            let is_fresh = kept.rev == *rev && kept.standing == *standing && kept.day == day;
            is_fresh.then(|| kept.row.clone())
        };
        let rows: Vec<Option<YardRow>> = heads.iter().map(row).collect();
        let missing: Vec<i64> =
            heads.iter().zip(&rows).filter(|(_, r)| r.is_none()).map(|((id, ..), _)| *id).collect();
        if missing.is_empty() { Ok(rows.into_iter().flatten().collect()) } else { Err(missing) }
    }

    /// Keeps the row of a revision whose answers are known: the list need not read it.
    pub(crate) fn keep_one(&self, job: &JobRow, answers: &Kept) {
        let now = Timestamp::now();
        let (rev, standing) = (job.rev, job.standing.clone());
        let day = day_of(now);
        let row = row(job, answers.known.answers(), now);
        let mut held = self.lock();
        // One that came later stays.
        if held.get(&job.id).is_none_or(|h| h.rev <= rev) {
            held.insert(job.id, Held { rev, standing, day, row });
        }
    }

    fn keep(&self, made: Vec<(i64, Standing, YardRow)>, day: Date) {
        let mut held = self.lock();
        for (rev, standing, row) in made {
            held.insert(row.id, Held { rev, standing, day, row });
        }
    }

    /// The row of each head, of whatever revision: made from what was newest a moment ago where somebody saves all the
    /// time. Rows of jobs that are gone are dropped.
    fn all(&self, heads: &[Head]) -> Vec<YardRow> {
        let mut held = self.lock();
        held.retain(|id, _| heads.iter().any(|(other, ..)| other == id));
        heads.iter().filter_map(|(id, ..)| held.get(id).map(|h| h.row.clone())).collect()
    }
}

/// All jobs.
#[utoipa::path(get, path = "/api/jobs", operation_id = "listJobs",
    responses((status = 200, body = Vec<YardRow>)))]
pub(super) async fn list(State(state): State<AppState>) -> Result<Json<Vec<YardRow>>, Problem> {
    let came = state.rows.begun.load(Ordering::SeqCst);
    let now = Timestamp::now();
    let day = day_of(now);
    let heads = state.reading(|store| store.heads()).await?;
    if let Ok(rows) = state.rows.known(&heads, day) {
        return Ok(Json(rows));
    }
    let mut made = state.rows.making.lock().await;
    // A list that was begun since we came is as new as what we would make.
    if made.number <= came {
        let number = 1 + state.rows.begun.fetch_add(1, Ordering::SeqCst);
        *made = Made { number, rows: make(&state, now, day).await? };
    }
    Ok(Json(made.rows.clone()))
}

fn day_of(now: Timestamp) -> Date {
    now.to_zoned(TimeZone::system()).date()
}

async fn make(state: &AppState, now: Timestamp, day: Date) -> Result<Vec<YardRow>, Problem> {
    let heads = state.reading(|store| store.heads()).await?;
    let missing = match state.rows.known(&heads, day) {
        Ok(rows) => return Ok(rows),
        Err(missing) => missing,
    };
    // A few at a time, kept as they come: a large yard that nobody looked at yet neither fills the gate for the others nor
    // begins again where somebody goes away.
    for some in missing.chunks(AT_ONCE) {
        let some = some.to_vec();
        let read = move |store: &Store| {
            // One that was removed meanwhile is in no list any more.
            let all = some.into_iter().map(|id| store.listed(id));
            let is_there =
                |r: &Result<Listed, StoreError>| !matches!(r, Err(StoreError::NoJob { .. }));
            all.filter(is_there).collect::<Result<Vec<Listed>, _>>()
        };
        let listed = state.reading(read).await?;
        let made = try_join_all(listed.into_iter().map(|l| entry(state, l, now))).await?;
        state.rows.keep(made, day);
    }
    Ok(state.rows.all(&heads))
}

/// Rows that are worked out together.
const AT_ONCE: usize = 8;

/// A row with the revision and the place that it stands for.
async fn entry(
    state: &AppState,
    listed: Listed,
    now: Timestamp,
) -> Result<(i64, Standing, YardRow), Problem> {
    Ok(match listed {
        Listed::Job(job) => {
            let answers = state.answers_of(&job).await?;
            (job.rev, job.standing.clone(), row(&job, answers.known.answers(), now))
        }
        Listed::Unreadable(u) => (u.rev, u.standing.clone(), unreadable(u)),
    })
}

/// A job that cannot be read, in its place.
fn unreadable(u: Unreadable) -> YardRow {
    YardRow {
        id: u.id,
        unit: say::no(&u.id),
        title: say::cannot_be_read().into(),
        vehicle: String::new(),
        system_v: 0.0,
        circuits: 0,
        saved_at: u.saved_at,
        saved_by: u.saved_by,
        counts: [0, 0, 0],
        held_by: String::new(),
        stage: None,
        stage_text: String::new(),
        next: say::download_its_stored_text_put().into(),
        is_signed: false,
        place: YardPlace::of(&u.standing),
        unreadable: Some(u.what),
    }
}

/// What a signed job waits for: the next look at it.
fn signed(job: &Job, now: Timestamp) -> Option<String> {
    let signature = job.record.signature()?;
    Some(match due(job, now) {
        Some(due) => {
            let over = if due.is_over { say::that_is_over() } else { "" };
            say::signed_by_look(&signature.by, &kind_text(due.kind), &due.day, &over)
        }
        None => say::signed_by(&signature.by),
    })
}

fn row(row: &JobRow, answers: &Answers, now: Timestamp) -> YardRow {
    let count = |grade| answers.findings.iter().filter(|f| f.grade == grade).count();
    let held = answers.findings.iter().find(|f| f.grade == Grade::Stop);
    let first = answers.findings.iter().find(|f| f.grade != Grade::Mind);
    let open = answers.stages.iter().find(|s| s.state != StageState::Done);
    let signed = signed(&row.job, now);
    YardRow {
        id: row.id,
        unit: row.job.unit.clone(),
        title: row.job.title.clone(),
        vehicle: row.job.vehicle.name.clone(),
        system_v: row.job.vehicle.system.nominal_v(),
        circuits: row.job.circuits.len(),
        saved_at: row.saved_at.clone(),
        saved_by: row.saved_by.clone(),
        counts: [count(Grade::Stop), count(Grade::Fix), count(Grade::Mind)],
        held_by: held.map(|f| f.title.clone()).unwrap_or_default(),
        stage: open.map(|s| s.stage),
        stage_text: open.map_or(say::done(), |s| s.stage.label()).into(),
        is_signed: signed.is_some(),
        place: YardPlace::of(&row.standing),
        unreadable: None,
        next: match (signed, first, open) {
            (Some(signed), ..) => signed,
            (None, Some(finding), _) => finding.remedy.clone(),
            (None, None, Some(stage)) => format!("{}: {}", stage.stage.label(), stage.word),
            (None, None, None) => say::nothing_open().into(),
        },
    }
}
