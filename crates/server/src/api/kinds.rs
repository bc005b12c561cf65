//! Kinds of work: their list, and one that is added to a job.

use super::jobs::sound;
use crate::extract::Json;
use crate::problem::Problem;
use jovek_core::finding::Stage;
use jovek_core::job::{Job, WorkKind};
use jovek_core::kinds::{ALL, add};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A kind of work to begin with.
#[derive(Debug, Serialize, ToSchema)]
pub struct KindChoice {
    /// Which.
    pub kind: WorkKind,
    /// What it is called.
    pub label: &'static str,
    /// What is done, in a line.
    pub says: &'static str,
    /// Other words for it.
    pub also: &'static str,
    /// The stage where it is gone on with.
    pub opens: Stage,
}

/// All kinds of work, the everyday ones first.
pub(super) fn kind_choices() -> Vec<KindChoice> {
    let choice = |k: &jovek_core::kinds::Kind| {
        let (kind, label, says, also, opens) =
            (k.kind, (k.label)(), (k.says)(), (k.also)(), k.opens);
        KindChoice { kind, label, says, also, opens }
    };
    ALL.iter().map(choice).collect()
}

/// Work that is added to a job.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MoreWork {
    /// The job as it is on the page.
    pub job: Job,
    /// What is to be done besides.
    pub kind: WorkKind,
}

/// A job with the facts that a kind of work begins with; nothing is saved.
#[utoipa::path(post, path = "/api/kinds/add", operation_id = "addWork", request_body = MoreWork,
    responses((status = 200, body = Job), (status = 422, body = Problem)))]
pub(super) async fn add_work(Json(asked): Json<MoreWork>) -> Result<Json<Job>, Problem> {
    let MoreWork { mut job, kind } = asked;
    sound(&job)?;
    add(&mut job, kind);
    sound(&job)?;
    Ok(Json(job))
}
