//! What-if: answers to a job that is not saved.

use super::AppState;
use crate::answered::Kept;
use crate::extract::{Json, Text};
use crate::problem::Problem;
use axum::extract::State;
use jovek_core::answers::{Answers, assess};
use jovek_core::base::wanted::Wanted;
use jovek_core::job::Job;
use jovek_core::question::{Question, most_important};
use serde::Serialize;
use utoipa::ToSchema;

/// Answers to a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct Assessed {
    /// The answers.
    #[schema(value_type = Answers)]
    pub(crate) answers: Kept,
}

/// The one question worth asking next; none when nothing is assumed.
#[derive(Debug, Serialize, ToSchema)]
pub struct NextQuestion {
    /// The question.
    pub question: Option<Question>,
}

/// Reads the job of a request body.
pub(super) fn read(body: &str) -> Result<Job, Problem> {
    Ok(Job::read(body)?)
}

/// Answers to a job; nothing is saved.
#[utoipa::path(post, path = "/api/assess", operation_id = "assess",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Assessed), (status = 422, body = Problem)))]
pub(super) async fn assess_job(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Assessed>, Problem> {
    let answers = state.answers(&body, || read(&body)).await?;
    Ok(Json(Assessed { answers }))
}

/// Which unmeasured figure matters most; nothing is saved.
#[utoipa::path(post, path = "/api/question", operation_id = "nextQuestion",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = NextQuestion), (status = 422, body = Problem)))]
pub(super) async fn next_question(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<NextQuestion>, Problem> {
    let job = read(&body)?;
    // Some fifty assessments.
    let asked = move |wanted: &Wanted| most_important(&job, &assess(&job), wanted);
    let question = state.compute.long(asked).await?;
    Ok(Json(NextQuestion { question }))
}
