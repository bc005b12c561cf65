//! The workshop, and the plan over its vehicles, bays and people.

use super::AppState;
use super::headers::By;
use crate::extract::{Json, Query};
use crate::ics::calendar;
use crate::problem::Problem;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use jiff::civil::Date;
use jiff::{Timestamp, Zoned};
use jovek_core::job::{Job, KitId};
use jovek_core::series;
use jovek_core::work::KnownJob;
use jovek_core::work::bays::{BayError, BayPlan, Pace, Shopfloor, Workshop, plan};
use jovek_core::work::learn::learn;
use jovek_phrases::refusals as say;
use jovek_store::{JobRow, Listed, Standing};
use serde::Deserialize;
use utoipa::IntoParams;

/// The shop floor that is asked for: the workshop's own where nothing is said.
#[derive(Debug, Default, Deserialize, IntoParams)]
pub struct BaysAsked {
    /// Bays.
    pub bays: Option<usize>,
    /// People: the first of the workshop, and then whoever is there.
    pub people: Option<usize>,
    /// Work begins at, minutes after midnight.
    pub opens_min: Option<u32>,
    /// Work ends at, minutes after midnight.
    pub closes_min: Option<u32>,
    /// The first day; today where it is not said.
    #[param(value_type = Option<String>)]
    pub from: Option<Date>,
    /// The day by whose end all is to be done.
    #[param(value_type = Option<String>)]
    pub ready_by: Option<Date>,
    /// The kit whose vehicles alone are planned, each as quick as its learning curve says.
    pub kit: Option<i64>,
}

/// The workshop as it is asked for.
///
/// # Errors
/// [`BayError::NoSuchZone`].
pub fn shopfloor(mut workshop: Workshop, asked: &BaysAsked) -> Result<Shopfloor, BayError> {
    workshop.bays = asked.bays.unwrap_or(workshop.bays);
    workshop.opens_min = asked.opens_min.unwrap_or(workshop.opens_min);
    workshop.closes_min = asked.closes_min.unwrap_or(workshop.closes_min);
    if let Some(people) = asked.people {
        workshop = workshop.with_people(people);
    }
    let today = || Ok(Zoned::now().with_time_zone(workshop.clock()?).date());
    let from = asked.from.map_or_else(today, Ok)?;
    Ok(Shopfloor { workshop, from, ready_by: asked.ready_by })
}

/// A plan with the numbers of its jobs.
struct Made {
    plan: BayPlan,
    jobs: Vec<i64>,
}

async fn planned(state: &AppState, asked: &BaysAsked) -> Result<Made, Problem> {
    let kit = asked.kit.map(KitId);
    let read = move |store: &jovek_store::Store| {
        let rows = match kit {
            Some(kit) => store.kit(kit).and_then(|_| store.jobs_of_kit(kit))?,
            None => store.list()?,
        };
        let patterns: Vec<i64> = store.kits()?.into_iter().map(|kit| kit.pattern_job).collect();
        Ok((store.workshop()?, rows, patterns))
    };
    let (workshop, rows, patterns) = state.reading(read).await?;
    let shop = shopfloor(workshop, asked).map_err(|e| refused(&e))?;
    // What was put aside waits for nobody; what cannot be read is named in the yard.
    // The pattern of a kit that is on no vehicle is a plan, not work.
    let is_pattern = |r: &JobRow| r.job.unit.trim().is_empty() && patterns.contains(&r.id);
    let in_yard = |r: &JobRow| r.standing == Standing::InYard && !is_pattern(r);
    let rows: Vec<JobRow> = rows.into_iter().filter_map(Listed::job).filter(in_yard).collect();
    // An assessment for each job.
    let made = state.compute.long(move |_| {
        let (ids, jobs): (Vec<i64>, Vec<Job>) =
            rows.into_iter().map(|row| (row.id, row.job)).unzip();
        let mut pace = Pace { learned: learn(&jobs), ..Pace::default() };
        if kit.is_some() {
            let known: Vec<KnownJob> = jobs.iter().cloned().map(KnownJob::new).collect();
            pace.vehicles = series::paces(&known);
        }
        plan(&jobs, &shop, &pace, Timestamp::now()).map(|plan| Made { plan, jobs: ids })
    });
    made.await?.map_err(|e| refused(&e))
}

fn refused(why: &BayError) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/bays",
        say::the_bays_cannot_be_planned(),
        why.to_string(),
    )
}

/// All jobs that are not done, over bays and people.
#[utoipa::path(get, path = "/api/bays", operation_id = "planBays", params(BaysAsked),
    responses((status = 200, body = BayPlan), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn bays(
    State(state): State<AppState>,
    Query(asked): Query<BaysAsked>,
) -> Result<Json<BayPlan>, Problem> {
    planned(&state, &asked).await.map(|made| Json(made.plan))
}

/// The same as iCalendar.
#[utoipa::path(get, path = "/api/bays.ics", operation_id = "baysIcs", params(BaysAsked),
    responses((status = 200, body = String, content_type = "text/calendar"),
        (status = 404, body = Problem), (status = 422, body = Problem)))]
pub(super) async fn bays_ics(
    State(state): State<AppState>,
    Query(asked): Query<BaysAsked>,
) -> Result<Response, Problem> {
    let made = planned(&state, &asked).await?;
    let heads = [
        (header::CONTENT_TYPE, "text/calendar; charset=utf-8"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"bays.ics\""),
    ];
    let keys: Vec<String> = made.jobs.iter().map(|id| format!("job-{id}")).collect();
    Ok((heads, calendar(&made.plan, &keys, Timestamp::now())).into_response())
}

/// The workshop as plans count on it.
#[utoipa::path(get, path = "/api/workshop", operation_id = "getWorkshop",
    responses((status = 200, body = Workshop)))]
pub(super) async fn workshop(State(state): State<AppState>) -> Result<Json<Workshop>, Problem> {
    state.reading(|store| store.workshop()).await.map(Json)
}

/// Sets the workshop.
#[utoipa::path(put, path = "/api/workshop", operation_id = "setWorkshop", request_body = Workshop,
    responses((status = 200, body = Workshop), (status = 422, body = Problem)))]
pub(super) async fn set_workshop(
    State(state): State<AppState>,
    By(by): By,
    Json(workshop): Json<Workshop>,
) -> Result<Json<Workshop>, Problem> {
    workshop.check().map_err(|e| refused(&e))?;
    let kept = workshop.clone();
    state.writing(move |store| store.set_workshop(&kept, &by)).await?;
    Ok(Json(workshop))
}
