//! Recalls: vehicles that have to come back, why, and which of them were seen to.

use super::AppState;
use super::headers::By;
use crate::extract::{Json, Path};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::StatusCode;
use jovek_core::fleet::SaidKind;
use jovek_phrases::fleet as say;
use jovek_store::{RecallRow, Store, StoreError};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Most jobs of a recall.
const MOST: usize = 2_000;
/// Longest name, reason and note.
const MOST_LETTERS: usize = 400;

/// A recall in the list.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecallLine {
    /// Its number.
    pub id: i64,
    /// What it is called.
    pub name: String,
    /// Why they have to come back.
    pub why: String,
    /// When it was made.
    pub made_at: String,
    /// Who made it.
    pub made_by: String,
    /// Jobs on it.
    pub jobs: i64,
    /// Those of them that were seen to.
    pub done: i64,
}

impl From<RecallRow> for RecallLine {
    fn from(row: RecallRow) -> Self {
        let RecallRow { id, name, why, made_at, made_by, jobs, done } = row;
        RecallLine { id, name, why, made_at, made_by, jobs, done }
    }
}

/// All recalls.
#[derive(Debug, Serialize, ToSchema)]
pub struct Recalls {
    /// The newest first.
    pub recalls: Vec<RecallLine>,
}

/// A job of a recall.
#[derive(Debug, Serialize, ToSchema)]
pub struct Recalled {
    /// The job.
    pub job: i64,
    /// Its unit.
    pub unit: String,
    /// What it is; empty where it cannot be read.
    pub title: String,
    /// The vehicle of the register; none while it has no unit.
    pub vehicle: Option<i64>,
    /// True for a job that is signed and not opened again.
    pub is_signed: bool,
    /// When it was seen to; none while it was not.
    pub done_at: Option<String>,
    /// Who saw to it.
    pub done_by: Option<String>,
    /// What was found or done.
    pub note: String,
}

/// A recall with its jobs.
#[derive(Debug, Serialize, ToSchema)]
pub struct RecallView {
    /// The recall.
    #[serde(flatten)]
    pub recall: RecallLine,
    /// Its jobs.
    pub vehicles: Vec<Recalled>,
}

/// A recall to make of all jobs that a search finds.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewRecall {
    /// What it is called.
    pub name: String,
    /// Why they have to come back.
    pub why: String,
    /// Words of the search.
    pub find: String,
    /// Only lines of this kind.
    #[serde(default)]
    pub kind: Option<SaidKind>,
}

/// How a vehicle of a recall stands.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RecallMark {
    /// Its job.
    pub job: i64,
    /// True once it was seen to.
    pub is_done: bool,
    /// What was found or done.
    #[serde(default)]
    pub note: String,
}

/// All recalls.
#[utoipa::path(get, path = "/api/recalls", operation_id = "listRecalls",
    responses((status = 200, body = Recalls)))]
pub(super) async fn list(State(state): State<AppState>) -> Result<Json<Recalls>, Problem> {
    let recalls = state.reading(|store| store.recalls()).await?;
    Ok(Json(Recalls { recalls: recalls.into_iter().map(RecallLine::from).collect() }))
}

/// Makes a recall of all jobs that a search finds now; what is found later is not on it.
#[utoipa::path(post, path = "/api/recalls", operation_id = "addRecall", request_body = NewRecall,
    responses((status = 201, body = RecallView), (status = 422, body = Problem)))]
pub(super) async fn add(
    State(state): State<AppState>,
    By(by): By,
    Json(new): Json<NewRecall>,
) -> Result<(StatusCode, Json<RecallView>), Problem> {
    let (name, why) = (new.name.trim().to_owned(), new.why.trim().to_owned());
    if name.is_empty() || why.is_empty() {
        return Err(refused(say::say_what_and_why()));
    }
    sound([name.as_str(), why.as_str()])?;
    // A vehicle whose job is still being read would be missing on the list.
    let behind = super::search::caught_up(&state).await?;
    if behind > 0 {
        return Err(refused(&say::jobs_are_still_being_read(&behind)));
    }
    let key = new.kind.map(SaidKind::key);
    let found = state.reading(move |store| store.search(&new.find, key, (0, MOST))).await?;
    if found.jobs.is_empty() {
        return Err(refused(say::the_search_finds_nothing()));
    }
    if found.found as usize > MOST {
        return Err(refused(&say::more_jobs_than(&MOST)));
    }
    let jobs: Vec<i64> = found.jobs.into_iter().map(|f| f.job).collect();
    let id = state.writing(move |store| store.add_recall((&name, &why), &jobs, &by)).await?;
    Ok((StatusCode::CREATED, Json(seen(&state, id).await?)))
}

/// A recall with its jobs.
#[utoipa::path(get, path = "/api/recalls/{id}", operation_id = "getRecall",
    params(("id" = i64, Path)),
    responses((status = 200, body = RecallView), (status = 404, body = Problem)))]
pub(super) async fn view(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<RecallView>, Problem> {
    seen(&state, id).await.map(Json)
}

/// Notes that a vehicle was seen to, or that it was not.
#[utoipa::path(post, path = "/api/recalls/{id}/mark", operation_id = "markRecalled",
    params(("id" = i64, Path)), request_body = RecallMark,
    responses((status = 200, body = RecallView), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn mark(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(mark): Json<RecallMark>,
) -> Result<Json<RecallView>, Problem> {
    let RecallMark { job, is_done, note } = mark;
    let note = note.trim().to_owned();
    sound([note.as_str()])?;
    state.writing(move |store| store.mark_recalled((id, job), is_done, &note, &by)).await?;
    seen(&state, id).await.map(Json)
}

async fn seen(state: &AppState, id: i64) -> Result<RecallView, Problem> {
    let read = move |store: &Store| {
        let (recall, jobs) = store.recall(id)?;
        let vehicles = jobs.into_iter().map(|on| {
            let row = match store.get(on.job) {
                Ok(row) => Some(row),
                // It keeps its place on the list.
                Err(StoreError::BadBody { .. }) => None,
                Err(e) => return Err(e),
            };
            let (done_at, done_by) = on.done.unzip();
            let is_signed = row.as_ref().is_some_and(|r| r.job.record.signature().is_some());
            let vehicle = row.as_ref().and_then(|r| r.vehicle);
            let (unit, title) = row.map(|r| (r.job.unit, r.job.title)).unwrap_or_default();
            Ok(Recalled {
                job: on.job,
                unit,
                title,
                vehicle,
                is_signed,
                done_at,
                done_by,
                note: on.note,
            })
        });
        let vehicles = vehicles.collect::<Result<Vec<_>, _>>()?;
        Ok(RecallView { recall: recall.into(), vehicles })
    };
    state.reading(read).await
}

fn sound<const N: usize>(words: [&str; N]) -> Result<(), Problem> {
    match words.iter().any(|w| w.chars().count() > MOST_LETTERS) {
        true => Err(refused(&say::more_letters_than(&MOST_LETTERS))),
        false => Ok(()),
    }
}

fn refused(why: &str) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/recall",
        say::the_recall_is_not_kept(),
        why.to_owned(),
    )
}
