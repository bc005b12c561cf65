//! The yard: all jobs as work that waits.

use super::AppState;
use crate::extract::Json;
use crate::problem::Problem;
use axum::extract::State;
use jiff::Timestamp;
use jovek_core::answers::{StageState, assess};
use jovek_core::base::grade::Grade;
use jovek_core::job::Job;
use jovek_core::packet::kind_text;
use jovek_core::record::visits::due;
use jovek_store::JobRow;
use serde::Serialize;
use utoipa::ToSchema;

/// A job in the yard.
#[derive(Debug, Serialize, ToSchema)]
pub struct YardRow {
    /// Id of the job.
    pub id: i64,
    /// Unit number.
    pub unit: String,
    /// What the job is.
    pub title: String,
    /// The vehicle.
    pub vehicle: String,
    /// Nominal voltage, V.
    pub system_v: f64,
    /// Number of lamp circuits.
    pub circuits: usize,
    /// When it was last saved.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
    /// Stop, Fix and Mind findings.
    pub counts: [usize; 3],
    /// What holds it; empty when nothing does.
    pub held_by: String,
    /// The first stage that is not done.
    pub stage: String,
    /// What to do next.
    pub next: String,
    /// True for a job that is signed and not opened again.
    pub is_signed: bool,
}

/// All jobs.
#[utoipa::path(get, path = "/api/jobs", operation_id = "listJobs",
    responses((status = 200, body = Vec<YardRow>)))]
pub(super) async fn list(State(state): State<AppState>) -> Result<Json<Vec<YardRow>>, Problem> {
    let rows = state.with_store(|store| store.list()).await?;
    let now = Timestamp::now();
    Ok(Json(rows.iter().map(|r| row(r, now)).collect()))
}

/// What a signed job waits for: the next look at it.
fn signed(job: &Job, now: Timestamp) -> Option<String> {
    let signature = job.record.signature()?;
    Some(match due(job, now) {
        Some(due) => {
            let over = if due.is_over { ", that is over" } else { "" };
            format!("Signed by {}; {} look on {}{over}", signature.by, kind_text(due.kind), due.day)
        }
        None => format!("Signed by {}", signature.by),
    })
}

fn row(row: &JobRow, now: Timestamp) -> YardRow {
    let answers = assess(&row.job);
    let count = |grade| answers.findings.iter().filter(|f| f.grade == grade).count();
    let signed = signed(&row.job, now);
    let first = answers.findings.iter().find(|f| f.grade != Grade::Mind);
    let open = answers.stages.iter().find(|s| s.state != StageState::Done);
    YardRow {
        id: row.id,
        unit: row.job.unit.clone(),
        title: row.job.title.clone(),
        vehicle: row.job.vehicle.name.clone(),
        system_v: row.job.vehicle.system.nominal_v(),
        circuits: row.job.circuits.len(),
        saved_at: row.saved_at.clone(),
        saved_by: row.saved_by.clone(),
        counts: [count(Grade::Stop), count(Grade::Fix), count(Grade::Mind)],
        held_by: answers
            .findings
            .iter()
            .find(|f| f.grade == Grade::Stop)
            .map(|f| f.title.clone())
            .unwrap_or_default(),
        stage: open.map_or("Done".into(), |s| format!("{:?}", s.stage)),
        is_signed: signed.is_some(),
        next: match (signed, first, open) {
            (Some(signed), ..) => signed,
            (None, Some(finding), _) => finding.remedy.clone(),
            (None, None, Some(stage)) => format!("{:?}: {}", stage.stage, stage.word),
            (None, None, None) => "Nothing open".into(),
        },
    }
}
