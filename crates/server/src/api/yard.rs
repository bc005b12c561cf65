//! The yard: all jobs as work that waits.

use super::AppState;
use crate::compute::beside;
use crate::extract::Json;
use crate::problem::Problem;
use axum::extract::State;
use jiff::Timestamp;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use jovek_core::answers::{StageState, assess};
use jovek_core::base::grade::Grade;
use jovek_core::job::Job;
use jovek_core::packet::kind_text;
use jovek_core::record::visits::due;
use jovek_store::{JobRow, Listed, Standing, Store, StoreError, Unreadable};
use serde::Serialize;
use std::collections::HashMap;
use std::sync::{Mutex, MutexGuard};
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
    /// The first stage that is not done.
    pub stage: String,
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
    held: Mutex<HashMap<i64, Kept>>,
    /// Whoever finds rows missing makes them; who comes meanwhile waits and finds them.
    making: tokio::sync::Mutex<()>,
}

#[derive(Debug)]
struct Kept {
    rev: i64,
    standing: Standing,
    day: Date,
    row: YardRow,
}

impl Rows {
    fn lock(&self) -> MutexGuard<'_, HashMap<i64, Kept>> {
        // Only whole rows are put in: a panic elsewhere leaves them sound.
        self.held.lock().unwrap_or_else(|e| e.into_inner())
    }

    /// Rows in the order of the heads; the jobs whose rows are not known are named.
    fn known(&self, heads: &[(i64, i64, Standing)], day: Date) -> Result<Vec<YardRow>, Vec<i64>> {
        let held = self.lock();
        let row = |(id, rev, standing): &(i64, i64, Standing)| {
            let kept = held.get(id)?;
            let is_fresh = kept.rev == *rev && kept.standing == *standing && kept.day == day;
            is_fresh.then(|| kept.row.clone())
        };
        let rows: Vec<Option<YardRow>> = heads.iter().map(row).collect();
        let missing: Vec<i64> =
            heads.iter().zip(&rows).filter(|(_, r)| r.is_none()).map(|((id, ..), _)| *id).collect();
        if missing.is_empty() { Ok(rows.into_iter().flatten().collect()) } else { Err(missing) }
    }

    /// A row for each of the heads, of whatever revision.
    fn all(&self, heads: &[(i64, i64, Standing)]) -> Option<Vec<YardRow>> {
        let held = self.lock();
        heads.iter().map(|(id, ..)| held.get(id).map(|kept| kept.row.clone())).collect()
    }

    fn keep(&self, made: Vec<(i64, Standing, YardRow)>, day: Date, there: &[(i64, i64, Standing)]) {
        let mut held = self.lock();
        for (rev, standing, row) in made {
            held.insert(row.id, Kept { rev, standing, day, row });
        }
        held.retain(|id, _| there.iter().any(|(other, ..)| other == id));
    }
}

/// All jobs.
#[utoipa::path(get, path = "/api/jobs", operation_id = "listJobs",
    responses((status = 200, body = Vec<YardRow>)))]
pub(super) async fn list(State(state): State<AppState>) -> Result<Json<Vec<YardRow>>, Problem> {
    let now = Timestamp::now();
    let day = now.to_zoned(TimeZone::system()).date();
    // Somebody may save between the heads and the rows: then those are read once more.
    let heads = state.with_store(|store| store.heads()).await?;
    if let Ok(rows) = state.rows.known(&heads, day) {
        return Ok(Json(rows));
    }
    let _making = state.rows.making.lock().await;
    for _ in 0..TRIES {
        let heads = state.with_store(|store| store.heads()).await?;
        let missing = match state.rows.known(&heads, day) {
            Ok(rows) => return Ok(Json(rows)),
            Err(missing) => missing,
        };
        let read = move |store: &Store| {
            // One that was removed meanwhile is in no list any more.
            let all = missing.into_iter().map(|id| store.listed(id));
            let is_there =
                |r: &Result<Listed, StoreError>| !matches!(r, Err(StoreError::NoJob { .. }));
            all.filter(is_there).collect::<Result<Vec<Listed>, _>>()
        };
        let listed = state.with_store(read).await?;
        // One at a time: whoever works out rows holds the turn for it.
        let made = move || listed.into_iter().map(|l| entry(l, now)).collect::<Vec<_>>();
        let made = beside(made).await?;
        state.rows.keep(made, day, &heads);
        // Made from what was newest a moment ago: good enough where somebody saves all the time.
        if let Some(rows) = state.rows.all(&heads) {
            return Ok(Json(rows));
        }
    }
    let rows = state.with_store(|store| store.list()).await?;
    beside(move || rows.into_iter().map(|l| entry(l, now).2).collect()).await.map(Json)
}

/// How often the list is read again where somebody saves meanwhile.
const TRIES: usize = 3;

/// A row with the revision and the place that it stands for.
fn entry(listed: Listed, now: Timestamp) -> (i64, Standing, YardRow) {
    match listed {
        Listed::Job(job) => (job.rev, job.standing.clone(), row(&job, now)),
        Listed::Unreadable(u) => (u.rev, u.standing.clone(), unreadable(u)),
    }
}

/// A job that cannot be read, in its place.
fn unreadable(u: Unreadable) -> YardRow {
    YardRow {
        id: u.id,
        unit: format!("no. {}", u.id),
        title: "cannot be read".into(),
        vehicle: String::new(),
        system_v: 0.0,
        circuits: 0,
        saved_at: u.saved_at,
        saved_by: u.saved_by,
        counts: [0, 0, 0],
        held_by: String::new(),
        stage: String::new(),
        next: "Download its stored text, put it aside, or open it with a newer Jovek.".into(),
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
            let over = if due.is_over { ", that is over" } else { "" };
            format!("Signed by {}; {} look on {}{over}", signature.by, kind_text(due.kind), due.day)
        }
        None => format!("Signed by {}", signature.by),
    })
}

fn row(row: &JobRow, now: Timestamp) -> YardRow {
    let answers = assess(&row.job);
    let count = |grade| answers.findings.iter().filter(|f| f.grade == grade).count();
    let signed = signed(&row.job, now);
    let first = answers.findings.iter().find(|f| f.grade != Grade::Mind);
    let open = answers.stages.iter().find(|s| s.state != StageState::Done);
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
        held_by: answers
            .findings
            .iter()
            .find(|f| f.grade == Grade::Stop)
            .map(|f| f.title.clone())
            .unwrap_or_default(),
        stage: open.map_or("Done".into(), |s| format!("{:?}", s.stage)),
        is_signed: signed.is_some(),
        place: YardPlace::of(&row.standing),
        unreadable: None,
        next: match (signed, first, open) {
            (Some(signed), ..) => signed,
            (None, Some(finding), _) => finding.remedy.clone(),
            (None, None, Some(stage)) => format!("{:?}: {}", stage.stage, stage.word),
            (None, None, None) => "Nothing open".into(),
        },
    }
}
