//! What-if: answers to a job that is not saved.

use super::AppState;
use crate::answer_parts::{AnswerParts, Held};
use crate::answered::Kept;
use crate::extract::{Json, Query, Text};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::HeaderMap;
use jovek_core::answers::{Answers, assess};
use jovek_core::base::wanted::Wanted;
use jovek_core::job::Job;
use jovek_core::question::{Question, most_important};
use serde::{Deserialize, Serialize, Serializer};
use std::sync::Arc;
use utoipa::{IntoParams, ToSchema};

/// Answers to a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct Assessed {
    /// The answers; of what `X-Jovek-Have` names nothing.
    #[schema(value_type = Answers)]
    pub(crate) answers: SentAnswers,
    /// The mark of each part, by its name: a field of the answers, or `circuits.` with the id of one, in their order.
    #[schema(value_type = BTreeMap<String, String>)]
    pub(crate) marks: Marks,
}

/// Which answers are asked for.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct AssessAsked {
    /// The circuit that is looked at, by its id.
    #[serde(default)]
    pub first: Option<String>,
}

/// Answers as they are sent to who holds some of them.
#[derive(Debug)]
pub(crate) struct SentAnswers {
    parts: Arc<AnswerParts>,
    held: Held,
}

/// The marks of answers.
#[derive(Debug)]
pub(crate) struct Marks(Arc<AnswerParts>);

impl Serialize for SentAnswers {
    fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        self.parts.serialize_but(&self.held, to)
    }
}

impl Serialize for Marks {
    fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        to.collect_map(self.0.marks())
    }
}

impl Assessed {
    pub(super) fn new(answers: &Kept, held: Held) -> Assessed {
        Assessed::of(Arc::clone(&answers.parts), held)
    }

    fn of(parts: Arc<AnswerParts>, held: Held) -> Assessed {
        Assessed { marks: Marks(Arc::clone(&parts)), answers: SentAnswers { parts, held } }
    }
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

/// Answers to a job; nothing is saved. With `first`, only what a page draws while a figure of that circuit is typed,
/// in about half the time: the rest is asked for behind it.
#[utoipa::path(post, path = "/api/assess", operation_id = "assess",
    params(AssessAsked, ("X-Jovek-Have" = Option<String>, Header,
        description = "Marks of parts that are not to be sent again, with commas between.")),
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Assessed), (status = 422, body = Problem)))]
pub(super) async fn assess_job(
    State(state): State<AppState>,
    Query(asked): Query<AssessAsked>,
    headers: HeaderMap,
    Text(body): Text,
) -> Result<Json<Assessed>, Problem> {
    if let Some(circuit) = asked.first {
        let parts = state.first_answers(&body, circuit).await?;
        return Ok(Json(Assessed::of(Arc::new(parts), Held::of(&headers))));
    }
    let answers = state.answers(&body, || read(&body)).await?;
    Ok(Json(Assessed::new(&answers, Held::of(&headers))))
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
