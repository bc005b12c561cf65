//! Errors as problem+json (RFC 9457): what, where, how to mend it.

use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use jovek_core::export::ExportError;
use jovek_core::job::diff::Change;
use jovek_core::job::limits::JobFault;
use jovek_core::job::read::JobError;
use jovek_phrases::refusals as say;
use jovek_store::StoreError;
use serde::Serialize;
use utoipa::ToSchema;

/// A problem.
#[derive(Debug, Serialize, ToSchema)]
pub struct Problem {
    /// Kind of problem, as a relative reference.
    #[serde(rename = "type")]
    pub kind: &'static str,
    /// The kind in words.
    pub title: &'static str,
    /// HTTP status.
    pub status: u16,
    /// What happened, where, and how to mend it.
    pub detail: String,
    /// Places in the job that are wrong.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub faults: Vec<JobFault>,
    /// What came between, where somebody else saved.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub conflict: Option<Box<Conflict>>,
}

/// What somebody else saved in between.
#[derive(Debug, Default, Serialize, ToSchema)]
pub struct Conflict {
    /// The newest revision.
    pub current_rev: i64,
    /// Who saved it.
    pub saved_by: String,
    /// What changed since the revision that the save was made from.
    pub changes: Vec<Change>,
}

impl Problem {
    /// A problem of a kind.
    pub fn new(
        status: StatusCode,
        kind: &'static str,
        title: &'static str,
        detail: impl Into<String>,
    ) -> Self {
        Problem {
            kind,
            title,
            status: status.as_u16(),
            detail: detail.into(),
            faults: Vec::new(),
            conflict: None,
        }
    }
}

impl IntoResponse for Problem {
    fn into_response(self) -> Response {
        let status = StatusCode::from_u16(self.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
        let body = serde_json::to_string(&self).unwrap_or_default();
        (status, [(header::CONTENT_TYPE, "application/problem+json")], body).into_response()
    }
}

impl From<JobError> for Problem {
    fn from(e: JobError) -> Self {
        let status = match e {
            JobError::TooLarge { .. } => StatusCode::PAYLOAD_TOO_LARGE,
            _ => StatusCode::UNPROCESSABLE_ENTITY,
        };
        // Who sees the page knows places by their names; who needs the paths finds them among the faults.
        let detail = match &e {
            JobError::Figures(faults) => {
                let said: Vec<String> =
                    faults.iter().map(|f| format!("{}: {}", f.at, f.what)).collect();
                said.join("; ")
            }
            other => other.to_string(),
        };
        let mut problem =
            Problem::new(status, "/problems/job", say::the_job_cannot_be_read(), detail);
        problem.faults = match e {
            JobError::Figures(faults) => faults,
            JobError::WrongField { path, what } => vec![JobFault::of_file(path, what)],
            _ => Vec::new(),
        };
        problem
    }
}

impl From<ExportError> for Problem {
    fn from(e: ExportError) -> Self {
        let status = StatusCode::UNPROCESSABLE_ENTITY;
        Problem::new(status, "/problems/export", say::the_export_cannot_be_made(), e.to_string())
    }
}

impl From<StoreError> for Problem {
    fn from(e: StoreError) -> Self {
        let (status, kind, title) = match &e {
            StoreError::NoJob { .. }
            | StoreError::NoRevision { .. }
            | StoreError::NoVehicle { .. }
            | StoreError::NoKit { .. }
            | StoreError::NoRecall { .. }
            | StoreError::NoPerson { .. } => {
                (StatusCode::NOT_FOUND, "/problems/not-found", say::not_found())
            }
            StoreError::Conflict { .. } => (
                StatusCode::PRECONDITION_FAILED,
                "/problems/conflict",
                say::somebody_else_saved_in_between(),
            ),
            StoreError::NothingToUndo | StoreError::NothingToRedo => {
                (StatusCode::CONFLICT, "/problems/nothing-to-do", say::nothing_to_do())
            }
            StoreError::UnitTaken { .. } | StoreError::VehicleHasJobs { .. } => (
                StatusCode::CONFLICT,
                "/problems/vehicle",
                jovek_phrases::fleet::the_vehicle_is_not_kept(),
            ),
            StoreError::NameTaken { .. } | StoreError::LastLead | StoreError::NoInvitation => (
                StatusCode::CONFLICT,
                "/problems/person",
                jovek_phrases::people::the_account_is_not_kept(),
            ),
            StoreError::Frozen(_) => (StatusCode::CONFLICT, "/problems/signed", say::signed()),
            StoreError::TooLarge { .. } | StoreError::TooMany { .. } => (
                StatusCode::PAYLOAD_TOO_LARGE,
                "/problems/picture",
                say::the_picture_is_not_taken(),
            ),
            StoreError::Unstorable { .. } => {
                (StatusCode::PAYLOAD_TOO_LARGE, "/problems/job-too-large", say::the_job_is_full())
            }
            StoreError::BadBody { .. } => (
                StatusCode::UNPROCESSABLE_ENTITY,
                "/problems/unreadable",
                say::the_stored_job_cannot_be_read(),
            ),
            StoreError::Deleted { .. } => {
                (StatusCode::CONFLICT, "/problems/deleted", say::the_job_was_deleted())
            }
            StoreError::Moved { .. } => {
                (StatusCode::SERVICE_UNAVAILABLE, "/problems/store", say::the_database_went_away())
            }
            StoreError::DiskFull { .. } => (
                StatusCode::INSUFFICIENT_STORAGE,
                "/problems/disk-full",
                say::no_room_on_the_disk(),
            ),
            StoreError::Locked { .. } | StoreError::ReadOnly { .. } => (
                StatusCode::SERVICE_UNAVAILABLE,
                "/problems/store",
                say::the_database_cannot_be_written(),
            ),
            _ => (StatusCode::INTERNAL_SERVER_ERROR, "/problems/store", say::the_database_failed()),
        };
        let mut problem = Problem::new(status, kind, title, e.to_string());
        if let StoreError::Conflict { current } = e {
            problem.conflict =
                Some(Box::new(Conflict { current_rev: current, ..Conflict::default() }));
        }
        problem
    }
}
