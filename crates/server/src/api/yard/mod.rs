//! The yard: all jobs as work that waits, found, narrowed, sorted and paged.

mod row;
mod rows;

pub use row::{YardPlace, YardRow, YardState};
pub(crate) use rows::Rows;

use super::AppState;
use crate::extract::{Json, Query};
use crate::problem::Problem;
use axum::extract::State;
use futures_util::future::try_join_all;
use jiff::Timestamp;
use jiff::tz::TimeZone;
use jovek_store::{Listed, Store, StoreError};
use row::Kept;
use serde::{Deserialize, Serialize};
use std::time::{Duration, Instant};
use utoipa::{IntoParams, ToSchema};

/// Jobs of a page.
const PAGE: usize = 50;
/// How long a list works out rows before it answers with those that are known; the rest is worked out behind it.
const PATIENCE: Duration = Duration::from_secs(1);
/// Rows that are worked out together.
const AT_ONCE: usize = 8;
/// How long rows wait to be kept in the store together: it is written once, not at every save of a busy yard.
const GATHERED: Duration = Duration::from_secs(2);

/// What comes first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum YardSort {
    /// Units as people count them: 9, 14, 14b, 100, T3.
    #[default]
    Unit,
    /// What was saved last.
    Saved,
    /// What is held, then what is to be fixed.
    Urgent,
}

/// Which jobs.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct YardAsked {
    /// Words that must all stand in unit, title or vehicle.
    #[serde(default)]
    pub find: String,
    /// Only those that stand there.
    #[serde(default)]
    pub place: Option<YardPlace>,
    /// Only those that are so.
    #[serde(default)]
    pub state: Option<YardState>,
    /// What comes first.
    #[serde(default)]
    pub sort: YardSort,
    /// Number of the first, from 0.
    #[serde(default)]
    pub from: usize,
}

/// Jobs by where they stand.
#[derive(Debug, Serialize, ToSchema)]
pub struct YardPlaces {
    /// In the yard.
    pub in_yard: usize,
    /// Put aside.
    pub aside: usize,
    /// Deleted.
    pub deleted: usize,
}

/// A state by which the yard is narrowed.
#[derive(Debug, Serialize, ToSchema)]
pub struct FoundState {
    /// The state.
    pub state: YardState,
    /// As it is offered.
    pub label: &'static str,
    /// Jobs that are so, whatever state was asked for.
    pub jobs: usize,
}

/// A page of the yard.
#[derive(Debug, Serialize, ToSchema)]
pub struct YardPage {
    /// The jobs.
    pub jobs: Vec<YardRow>,
    /// How many there are in all.
    pub found: usize,
    /// Most on a page.
    pub page: usize,
    /// How many with these words stand where.
    pub places: YardPlaces,
    /// How they are, the most urgent first.
    pub states: Vec<FoundState>,
    /// A name for the next unit that no job has.
    pub next_unit: String,
    /// Jobs that are still being read: they are in no list yet.
    pub behind: usize,
}

/// Jobs of the yard, a page of them.
#[utoipa::path(get, path = "/api/jobs", operation_id = "listJobs", params(YardAsked),
    responses((status = 200, body = YardPage)))]
pub(super) async fn list(
    State(state): State<AppState>,
    Query(asked): Query<YardAsked>,
) -> Result<Json<YardPage>, Problem> {
    let rows = &state.rows;
    state.rows_taken.get_or_try_init(|| taken(&state)).await?;
    let mut heads = state.reading(|store| store.heads()).await?;
    let missing = rows.missing(&heads);
    let mut behind = 0;
    if !missing.is_empty() {
        behind = work_out(&state, missing).await?;
        // What was saved meanwhile counts too.
        heads = state.reading(|store| store.heads()).await?;
    }
    rows.drop_gone(&heads);
    let today = Timestamp::now().to_zoned(TimeZone::UTC).date().to_string();
    Ok(Json(YardPage { behind, ..rows.page(&heads, &asked, &today) }))
}

/// Takes what the store kept of an earlier run.
async fn taken(state: &AppState) -> Result<(), Problem> {
    let kept = state.reading(|store| store.kept_rows()).await?;
    state.rows.take(kept);
    Ok(())
}

/// Works out rows for a moment; says how many are left, which are worked out behind.
async fn work_out(state: &AppState, missing: Vec<i64>) -> Result<usize, Problem> {
    let begun = Instant::now();
    let mut left = 0;
    let mut some = missing.chunks(AT_ONCE);
    // A few at a time, kept as they come: a large yard that nobody looked at yet fills no gate for the others.
    while let Some(ids) = some.next() {
        make(state, ids).await?;
        if begun.elapsed() > PATIENCE {
            let rest: Vec<i64> = some.flatten().copied().collect();
            left = rest.len();
            behind(state.clone(), rest);
            break;
        }
    }
    keep_soon(state.clone());
    Ok(left)
}

/// Works out rows while nobody waits for them; one such worker at a time.
fn behind(state: AppState, ids: Vec<i64>) {
    if ids.is_empty() {
        return;
    }
    let Ok(turn) = state.lister.clone().try_lock_owned() else { return };
    tokio::spawn(async move {
        for some in ids.chunks(AT_ONCE) {
            if let Err(problem) = make(&state, some).await {
                tracing::warn!("rows of the yard are not worked out: {}", problem.detail);
            }
        }
        drop(turn);
    });
}

/// Keeps new rows in the store in a while; one such keeper at a time.
fn keep_soon(state: AppState) {
    let Ok(turn) = state.keeper.clone().try_lock_owned() else { return };
    tokio::spawn(async move {
        tokio::time::sleep(GATHERED).await;
        // What comes from here on starts another keeper.
        drop(turn);
        let rows = state.rows.unkept();
        if let Err(problem) = state.writing(move |store| store.keep_rows(&rows)).await {
            tracing::warn!("rows of the yard are not kept: {}", problem.detail);
        }
    });
}

async fn make(state: &AppState, ids: &[i64]) -> Result<(), Problem> {
    let ids = ids.to_vec();
    let read = move |store: &Store| {
        // One that was removed meanwhile is in no list any more.
        let all = ids.into_iter().map(|id| store.listed(id));
        let is_there = |r: &Result<Listed, StoreError>| !matches!(r, Err(StoreError::NoJob { .. }));
        all.filter(is_there).collect::<Result<Vec<Listed>, _>>()
    };
    let listed = state.reading(read).await?;
    let now = Timestamp::now();
    let made = try_join_all(listed.into_iter().map(|l| kept(state, l, now))).await?;
    state.rows.keep(made);
    Ok(())
}

/// A row with the revision that it stands for.
async fn kept(state: &AppState, listed: Listed, now: Timestamp) -> Result<(i64, Kept), Problem> {
    Ok(match listed {
        Listed::Job(job) => {
            let answers = state.answers_of(&job).await?;
            (job.rev, Kept::of(&job, answers.known.answers(), now))
        }
        Listed::Unreadable(u) => (u.rev, Kept::of_unreadable(u)),
    })
}
