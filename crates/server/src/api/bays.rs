//! The plan over vehicles, bays and people.

use super::AppState;
use crate::extract::{Json, Query};
use crate::ics::calendar;
use crate::problem::Problem;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use jiff::civil::Date;
use jiff::{Timestamp, Zoned};
use jovek_core::job::Job;
use jovek_core::work::bays::{BayPlan, Shopfloor, plan};
use jovek_core::work::learn::learn;
use jovek_phrases::refusals as say;
use jovek_store::{JobRow, Listed, Standing};
use serde::Deserialize;
use utoipa::IntoParams;

/// The shop floor that is asked for.
#[derive(Debug, Deserialize, IntoParams)]
pub struct BaysAsked {
    /// Bays; 2 where it is not said.
    pub bays: Option<usize>,
    /// People; 1 where it is not said.
    pub people: Option<usize>,
    /// Work begins at, minutes after midnight; half past seven where it is not said.
    pub opens_min: Option<u32>,
    /// Work ends at, minutes after midnight; half past four where it is not said.
    pub closes_min: Option<u32>,
    /// The first day; today where it is not said.
    #[param(value_type = Option<String>)]
    pub from: Option<Date>,
}

/// A shop of usual hours. Common practice, no source.
pub fn shopfloor(asked: &BaysAsked) -> Shopfloor {
    Shopfloor {
        bays: asked.bays.unwrap_or(2),
        people: asked.people.unwrap_or(1),
        opens_min: asked.opens_min.unwrap_or(7 * 60 + 30),
        closes_min: asked.closes_min.unwrap_or(16 * 60 + 30),
        from: asked.from.unwrap_or_else(|| Zoned::now().date()),
    }
}

async fn planned(state: &AppState, asked: &BaysAsked) -> Result<BayPlan, Problem> {
    let shop = shopfloor(asked);
    let rows = state.reading(|store| store.list()).await?;
    // What was put aside waits for nobody; what cannot be read is named in the yard.
    let in_yard = |r: &JobRow| r.standing == Standing::InYard;
    let jobs: Vec<Job> =
        rows.into_iter().filter_map(Listed::job).filter(in_yard).map(|r| r.job).collect();
    // An assessment for each job.
    let made = state.compute.long(move |_| plan(&jobs, &shop, &learn(&jobs), Timestamp::now()));
    made.await?.map_err(|e| {
        Problem::new(
            StatusCode::UNPROCESSABLE_ENTITY,
            "/problems/bays",
            say::the_bays_cannot_be_planned(),
            e.to_string(),
        )
    })
}

/// All jobs that are not done, over bays and people.
#[utoipa::path(get, path = "/api/bays", operation_id = "planBays", params(BaysAsked),
    responses((status = 200, body = BayPlan), (status = 422, body = Problem)))]
pub(super) async fn bays(
    State(state): State<AppState>,
    Query(asked): Query<BaysAsked>,
) -> Result<Json<BayPlan>, Problem> {
    planned(&state, &asked).await.map(Json)
}

/// The same as iCalendar.
#[utoipa::path(get, path = "/api/bays.ics", operation_id = "baysIcs", params(BaysAsked),
    responses((status = 200, body = String, content_type = "text/calendar"),
        (status = 422, body = Problem)))]
pub(super) async fn bays_ics(
    State(state): State<AppState>,
    Query(asked): Query<BaysAsked>,
) -> Result<Response, Problem> {
    let plan = planned(&state, &asked).await?;
    let heads = [
        (header::CONTENT_TYPE, "text/calendar; charset=utf-8"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"bays.ics\""),
    ];
    Ok((heads, calendar(&plan)).into_response())
}
