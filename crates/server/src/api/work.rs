//! The order of work: what comes next, and marks on what was done.

use super::AppState;
use super::assess::read as read_job;
use super::headers::By;
use super::jobs::{JobView, onto_newest};
use super::when::when;
use crate::extract::{Json, Text};
use crate::problem::Problem;
use axum::extract::{Path, State};
use axum::http::StatusCode;
use axum::response::Response;
use jiff::{Timestamp, Unit};
use jovek_core::job::{Job, Mark, StepId};
use jovek_core::work::{Work, work};
use jovek_phrases::refusals as say;
use serde::Deserialize;
use utoipa::ToSchema;

/// Steps in their order, and how far they are now; nothing is saved.
#[utoipa::path(post, path = "/api/work", operation_id = "work",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Work), (status = 422, body = Problem)))]
pub(super) async fn order(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Work>, Problem> {
    let job = read_job(&body)?;
    state.compute.short(move || work(&job, Timestamp::now())).await.map(Json)
}

/// A mark on a step.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewMark {
    /// The step.
    pub step: StepId,
    /// What happened.
    pub mark: Mark,
    /// When it was pressed, RFC 3339, where it waited for a connection; now otherwise.
    #[serde(default)]
    pub at: Option<String>,
    /// Why it is done though something is open there.
    #[serde(default)]
    pub why: String,
}

/// Keeps a mark with time and who. It goes onto the newest revision: marks only add. The same mark sent twice
/// counts once.
#[utoipa::path(post, path = "/api/jobs/{id}/work", operation_id = "addMark",
    params(("id" = i64, Path)), request_body = NewMark,
    responses((status = 200, body = JobView), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn mark(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(new): Json<NewMark>,
) -> Result<Response, Problem> {
    // To the millisecond: begun, left and gone on with in one second are three marks.
    let at = when(new.at.as_deref(), Timestamp::now(), Unit::Millisecond);
    let at = at.map_err(|e| refused(&e))?;
    onto_newest(&state, id, by.clone(), move |_, known| {
        known.marked((&new.step, new.mark, &new.why), at, &by).map_err(|e| refused(&e.to_string()))
    })
    .await
}

fn refused(why: &str) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/mark",
        say::the_mark_cannot_be_set(),
        why.to_owned(),
    )
}
