//! The search over all jobs: parts, places, wires, joints, lots, findings, visits.

use super::AppState;
use crate::extract::{Json, Query};
use crate::problem::Problem;
use axum::extract::State;
use jovek_core::fleet::{self, SaidKind};
use jovek_store::{FoundJob, SaidLine, StoreError};
use serde::{Deserialize, Serialize};
use std::time::{Duration, Instant};
use utoipa::{IntoParams, ToSchema};

/// Jobs of a page.
const PAGE: usize = 20;
/// How long a search reads changed jobs before it answers with what is known; the rest is read behind it.
const PATIENCE: Duration = Duration::from_millis(300);

/// What is searched for.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct SearchAsked {
    /// Words that must all stand in a line, or in what its job is called; the beginning of a word counts.
    #[serde(default)]
    pub find: String,
    /// Only lines of this kind.
    #[serde(default)]
    pub kind: Option<SaidKind>,
    /// Number of the first job, from 0.
    #[serde(default)]
    pub from: usize,
}

/// A line that was found.
#[derive(Debug, Serialize, ToSchema)]
pub struct FoundLine {
    /// What kind of thing it tells; none of one that a newer program wrote.
    pub kind: Option<SaidKind>,
    /// The line.
    pub text: String,
}

/// A job that was found.
#[derive(Debug, Serialize, ToSchema)]
pub struct Found {
    /// Its id.
    pub job: i64,
    /// Its unit.
    pub unit: String,
    /// What it is.
    pub title: String,
    /// The vehicle of the register; none while it has no unit.
    pub vehicle: Option<i64>,
    /// True for a job that is signed and not opened again.
    pub is_signed: bool,
    /// How many of its lines were found.
    pub count: i64,
    /// The first of them.
    pub lines: Vec<FoundLine>,
}

/// A kind by which a search is narrowed.
#[derive(Debug, Serialize, ToSchema)]
pub struct FoundKind {
    /// The kind.
    pub kind: SaidKind,
    /// As it is offered.
    pub label: &'static str,
    /// How many jobs have a line of it.
    pub jobs: i64,
}

/// What was found.
#[derive(Debug, Serialize, ToSchema)]
pub struct SearchPage {
    /// Jobs, those with most lines first.
    pub jobs: Vec<Found>,
    /// How many there are in all.
    pub found: i64,
    /// Most on a page.
    pub page: usize,
    /// Kinds of lines that were found, whatever kind was asked for.
    pub kinds: Vec<FoundKind>,
    /// Jobs that were changed and are still being read.
    pub behind: usize,
}

/// Searches all jobs.
#[utoipa::path(get, path = "/api/search", operation_id = "search", params(SearchAsked),
    responses((status = 200, body = SearchPage)))]
pub(super) async fn search(
    State(state): State<AppState>,
    Query(asked): Query<SearchAsked>,
) -> Result<Json<SearchPage>, Problem> {
    let behind = caught_up(&state).await?;
    let SearchAsked { find, kind, from } = asked;
    let key = kind.map(SaidKind::key);
    let (page, jobs) = state
        .reading(move |store| {
            let page = store.search(&find, key, (from, PAGE))?;
            let jobs = page
                .jobs
                .iter()
                .map(|found| match store.get(found.job) {
                    Ok(row) => Ok(Some(row)),
                    // Somebody deleted it meanwhile, or it cannot be read: it is no find.
                    Err(StoreError::NoJob { .. } | StoreError::BadBody { .. }) => Ok(None),
                    Err(e) => Err(e),
                })
                .collect::<Result<Vec<_>, _>>()?;
            Ok((page, jobs))
        })
        .await?;
    let jobs =
        page.jobs.into_iter().zip(jobs).filter_map(|(FoundJob { job, count, lines }, row)| {
            let row = row?;
            let lines = lines.into_iter();
            Some(Found {
                job,
                unit: row.job.unit.clone(),
                title: row.job.title.clone(),
                vehicle: row.vehicle,
                is_signed: row.job.record.signature().is_some(),
                count,
                lines: lines
                    .map(|l| FoundLine { kind: SaidKind::of(&l.kind), text: l.text })
                    .collect(),
            })
        });
    let count = |kind: SaidKind| page.kinds.iter().find(|(key, _)| key == kind.key());
    let kinds = SaidKind::ALL.into_iter().filter_map(|kind| {
        let (_, jobs) = count(kind)?;
        Some(FoundKind { kind, label: kind.label(), jobs: *jobs })
    });
    let (jobs, kinds) = (jobs.collect(), kinds.collect());
    Ok(Json(SearchPage { jobs, found: page.found, page: PAGE, kinds, behind }))
}

/// Reads what was changed since the last search, for a moment; says how many are left, which are read behind.
pub(super) async fn caught_up(state: &AppState) -> Result<usize, Problem> {
    let unsaid = state.reading(|store| store.unsaid()).await?;
    let begun = Instant::now();
    for (done, &job) in unsaid.iter().enumerate() {
        if begun.elapsed() > PATIENCE {
            let rest = unsaid[done..].to_vec();
            let count = rest.len();
            read_behind(state.clone(), rest);
            return Ok(count);
        }
        read_one(state, job).await?;
    }
    Ok(0)
}

/// Reads jobs while nobody waits for them; one such reader at a time.
fn read_behind(state: AppState, jobs: Vec<i64>) {
    let Ok(turn) = state.reader.clone().try_lock_owned() else { return };
    tokio::spawn(async move {
        for job in jobs {
            if let Err(problem) = read_one(&state, job).await {
                tracing::warn!("job {job} is not read into the search: {}", problem.detail);
            }
        }
        drop(turn);
    });
}

/// Reads the newest revision of a job into the search. One that cannot be read has nothing to say.
async fn read_one(state: &AppState, id: i64) -> Result<(), Problem> {
    let row = match state.reading(move |store| Ok(store.get(id))).await? {
        Ok(row) => row,
        Err(StoreError::NoJob { .. }) => return Ok(()),
        Err(e) => {
            tracing::debug!("job {id} has nothing to say: {e}");
            return state.writing(move |store| store.say((id, store.newest(id)?), "", &[])).await;
        }
    };
    let answers = state.answers_of(&row).await?;
    let said = fleet::said(&row.job, answers.known.answers());
    let line = |l: fleet::Said| SaidLine { kind: l.kind.key().to_owned(), text: l.text };
    let lines: Vec<SaidLine> = said.into_iter().map(line).collect();
    let about = fleet::about(&row.job);
    state.writing(move |store| store.say((row.id, row.rev), &about, &lines)).await
}
