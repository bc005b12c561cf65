//! The rules of the road, bulbs that become LED, trailers: nothing is saved but a trailer that is built.

use super::AppState;
use super::headers::By;
use super::jobs::{JobView, sound, view};
use crate::extract::Json;
use crate::problem::Problem;
use axum::extract::State;
use axum::http::StatusCode;
use axum::response::Response;
use jovek_core::catalog::bulbs;
use jovek_core::circuit::SolveError;
use jovek_core::job::limits::size_faults;
use jovek_core::job::read::JobError;
use jovek_core::job::{Job, Region};
use jovek_core::road::{RoadReport, road};
use jovek_core::swap::{SwapReport, swap};
use jovek_core::trailer::build::{TrailerAsked, build};
use jovek_core::trailer::{LinkReport, link};
use jovek_phrases::refusals as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What is asked of the rule book.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RoadAsked {
    /// The job.
    pub job: Job,
    /// Whose rules; the job's own, or both, where it is not said.
    #[serde(default)]
    pub region: Option<Region>,
}

/// A job held against the rule book.
#[utoipa::path(post, path = "/api/rules", operation_id = "rules", request_body = RoadAsked,
    responses((status = 200, body = RoadReport), (status = 422, body = Problem)))]
pub(super) async fn rules(
    State(state): State<AppState>,
    Json(asked): Json<RoadAsked>,
) -> Result<Json<RoadReport>, Problem> {
    sound(&asked.job)?;
    let report = state.compute.short(move || road(&asked.job, asked.region)).await?;
    report.map(Json).map_err(unsolved)
}

/// A job whose bulbs are looked at.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JobAsked {
    /// The job.
    pub job: Job,
}

/// Bulbs that become LED, function by function, and the bulbs to choose from.
#[derive(Debug, Serialize, ToSchema)]
pub struct Swapped {
    /// The judgement.
    pub report: SwapReport,
    /// Codes of the bulbs that are known.
    pub bulbs: Vec<String>,
}

/// What LED lamps do to each function.
#[utoipa::path(post, path = "/api/swap", operation_id = "swap", request_body = JobAsked,
    responses((status = 200, body = Swapped), (status = 422, body = Problem)))]
pub(super) async fn swaps(
    State(state): State<AppState>,
    Json(asked): Json<JobAsked>,
) -> Result<Json<Swapped>, Problem> {
    sound(&asked.job)?;
    let report = state.compute.short(move || swap(&asked.job)).await?.map_err(unsolved)?;
    Ok(Json(Swapped { report, bulbs: bulbs::all().iter().map(|b| b.code.clone()).collect() }))
}

/// Socket and plug of a job; none where it names none.
#[derive(Debug, Serialize, ToSchema)]
pub struct Linked {
    /// The connection.
    pub link: Option<LinkReport>,
}

/// A towing vehicle's socket on a trailer's plug.
#[utoipa::path(post, path = "/api/trailer", operation_id = "trailer", request_body = JobAsked,
    responses((status = 200, body = Linked), (status = 422, body = Problem)))]
pub(super) async fn trailer(
    State(state): State<AppState>,
    Json(asked): Json<JobAsked>,
) -> Result<Json<Linked>, Problem> {
    sound(&asked.job)?;
    let link = state.compute.short(move || link(&asked.job)).await?.map_err(unsolved)?;
    Ok(Json(Linked { link }))
}

/// Builds a trailer's job from its length, width and region, and keeps it.
#[utoipa::path(post, path = "/api/trailer/build", operation_id = "buildTrailer",
    request_body = TrailerAsked,
    responses((status = 200, body = JobView), (status = 422, body = Problem)))]
pub(super) async fn build_trailer(
    State(state): State<AppState>,
    By(by): By,
    Json(asked): Json<TrailerAsked>,
) -> Result<Response, Problem> {
    // The size is asked before anything is built to it.
    let faults = size_faults(asked.length_m, asked.width_m, asked.height_m);
    if !faults.is_empty() {
        return Err(JobError::Figures(faults).into());
    }
    let job = build(&asked);
    sound(&job)?;
    let row = state
        .writing(move |store| {
            let id = store.create(&job, &by)?;
            store.get(id)
        })
        .await?;
    view(&state, row).await
}

fn unsolved(e: SolveError) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/unsolved",
        say::the_vehicle_comes_to_no_rest(),
        e.to_string(),
    )
}
