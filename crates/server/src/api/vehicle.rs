//! The vehicle tried and proven: nothing is saved.

use super::AppState;
use super::assess::read;
use crate::compute::given_up;
use crate::extract::{Json, Text};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::StatusCode;
use jovek_core::base::wanted::Wanted;
use jovek_core::budget::{Budget, budget};
use jovek_core::diagram::{Diagram, diagram};
use jovek_core::export::ExportError;
use jovek_core::formboard;
use jovek_core::job::{Job, VehicleState};
use jovek_core::moment::saved_now;
use jovek_core::moment::{Moment, MomentError, moment};
use jovek_core::option_value::{Cost, OptionTrial, cost};
use jovek_core::plan::study::study;
use jovek_core::proof::{Proof, prove_while};
use jovek_phrases::refusals as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What is asked of Try.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MomentAsked {
    /// The job.
    #[schema(value_type = Job)]
    pub job: serde_json::Value,
    /// The state to show.
    pub state: VehicleState,
    /// The state before, for what changed.
    #[serde(default)]
    pub before: Option<VehicleState>,
}

/// The vehicle in one state.
#[derive(Debug, Serialize, ToSchema)]
pub struct Tried {
    /// What is seen.
    pub moment: Moment,
}

/// The circuit diagram.
#[derive(Debug, Serialize, ToSchema)]
pub struct Drawn {
    /// The drawing.
    pub diagram: Diagram,
}

/// What was proven.
#[derive(Debug, Serialize, ToSchema)]
pub struct Proven {
    /// The proof.
    pub proof: Proof,
}

/// Charge over a shift.
#[derive(Debug, Serialize, ToSchema)]
pub struct Budgeted {
    /// The budget.
    pub budget: Budget,
}

/// The vehicle in one state; nothing is saved.
#[utoipa::path(post, path = "/api/moment", operation_id = "tryState",
    request_body(content = MomentAsked, content_type = "application/json"),
    responses((status = 200, body = Tried), (status = 422, body = Problem)))]
pub(super) async fn try_state(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Tried>, Problem> {
    let (job, asked) = asked(&body)?;
    let tried = move || moment(&job, &asked.state, asked.before.as_ref());
    let moment = state.compute.short(tried).await?.map_err(not_shown)?;
    Ok(Json(Tried { moment }))
}

/// The circuit diagram, live in one state; nothing is saved.
#[utoipa::path(post, path = "/api/diagram", operation_id = "drawDiagram",
    request_body(content = MomentAsked, content_type = "application/json"),
    responses((status = 200, body = Drawn), (status = 422, body = Problem)))]
pub(super) async fn draw_diagram(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Drawn>, Problem> {
    let (job, asked) = asked(&body)?;
    let drawn = state.compute.short(move || diagram(&job, &asked.state)).await?;
    Ok(Json(Drawn { diagram: drawn.map_err(not_shown)? }))
}

/// The harness laid flat.
#[derive(Debug, Serialize, ToSchema)]
pub struct Flat {
    /// The overview on one page, SVG.
    pub svg: String,
    /// The same spread over A4 pages at a larger scale, SVG each.
    pub pages: Vec<String>,
}

/// The harness laid flat; nothing is saved.
#[utoipa::path(post, path = "/api/formboard", operation_id = "formboard",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Flat), (status = 422, body = Problem)))]
pub(super) async fn lay_flat(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Flat>, Problem> {
    let job = read(&body)?;
    let laid = move || {
        let study = study(&job);
        Some(Flat { svg: formboard::svg(&job, &study)?, pages: formboard::pages(&job, &study)? })
    };
    let flat = state.compute.short(laid).await?;
    flat.map(Json).ok_or_else(|| Problem::from(ExportError::NoSkeleton))
}

/// What a way is worth.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CostAsked {
    /// The job.
    #[schema(value_type = Job)]
    pub job: serde_json::Value,
    /// What is tried.
    pub trial: OptionTrial,
}

/// What forbidding a way, or pinning a circuit to it, would cost; nothing is saved.
#[utoipa::path(post, path = "/api/route/cost", operation_id = "costOfWay",
    request_body(content = CostAsked, content_type = "application/json"),
    responses((status = 200, body = Cost), (status = 422, body = Problem)))]
pub(super) async fn cost_of_way(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Cost>, Problem> {
    let asked: CostAsked = parsed(&body, say::the_question_cannot_be_read())?;
    let job = read(&asked.job.to_string())?;
    // Each way planned anew.
    state.compute.long(move |_| cost(&job, &asked.trial)).await.map(Json)
}

fn asked(body: &str) -> Result<(Job, MomentAsked), Problem> {
    let asked: MomentAsked = parsed(body, say::the_state_cannot_be_read())?;
    Ok((read(&asked.job.to_string())?, asked))
}

/// What was asked, or why it cannot be read.
fn parsed<T: serde::de::DeserializeOwned>(body: &str, title: &'static str) -> Result<T, Problem> {
    serde_json::from_str(body).map_err(|e| {
        let status = StatusCode::UNPROCESSABLE_ENTITY;
        Problem::new(status, "/problems/state", title, e.to_string())
    })
}

fn not_shown(e: MomentError) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/state",
        say::the_state_cannot_be_shown(),
        e.to_string(),
    )
}

/// Every combination of inputs and every single failure, held against the wishes; nothing is saved.
#[utoipa::path(post, path = "/api/proof", operation_id = "prove",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Proven), (status = 422, body = Problem)))]
pub(super) async fn prove_job(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Proven>, Problem> {
    let job = read(&body)?;
    // Thousands of states.
    let proven = move |wanted: &Wanted| prove_while(&job, saved_now(&job), wanted);
    let proof = state.compute.long(proven).await?.ok_or_else(given_up)?;
    Ok(Json(Proven { proof }))
}

/// Charge of the batteries over the job's shift, each way to feed the lights side by side; nothing
/// is saved.
#[utoipa::path(post, path = "/api/budget", operation_id = "budget",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Budgeted), (status = 422, body = Problem)))]
pub(super) async fn budget_job(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Budgeted>, Problem> {
    let job = read(&body)?;
    let budget = state.compute.short(move || budget(&job)).await?;
    Ok(Json(Budgeted { budget }))
}
