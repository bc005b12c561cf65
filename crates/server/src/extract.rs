//! Extractors whose refusals are problems (RFC 9457) like every other error of the API.

use crate::problem::Problem;
use axum::extract::rejection::{JsonRejection, PathRejection, QueryRejection, StringRejection};
use axum::extract::{FromRequest, FromRequestParts, Request};
use axum::http::StatusCode;
use axum::response::{IntoResponse, Response};
use jovek_core::job::read::MAX_JOB_BYTES;

/// A JSON body, in or out.
#[derive(Debug, FromRequest)]
#[from_request(via(axum::Json), rejection(Problem))]
pub struct Json<T>(pub T);

impl<T: serde::Serialize> IntoResponse for Json<T> {
    fn into_response(self) -> Response {
        axum::Json(self.0).into_response()
    }
}

/// A body as text: a job file, read by the core so that faults carry their place.
#[derive(Debug)]
pub struct Text(pub String);

impl<S: Send + Sync> FromRequest<S> for Text {
    type Rejection = Problem;

    async fn from_request(request: Request, state: &S) -> Result<Self, Problem> {
        Ok(Text(String::from_request(request, state).await?))
    }
}

/// Parts of the path.
#[derive(Debug, FromRequestParts)]
#[from_request(via(axum::extract::Path), rejection(Problem))]
pub struct Path<T>(pub T);

/// The query.
#[derive(Debug, FromRequestParts)]
#[from_request(via(axum::extract::Query), rejection(Problem))]
pub struct Query<T>(pub T);

fn refused(status: StatusCode, body_text: String) -> Problem {
    let (kind, title, detail) = match status {
        StatusCode::PAYLOAD_TOO_LARGE => (
            "/problems/too-large",
            "Too large",
            format!("A job has at most {MAX_JOB_BYTES} bytes: this is no job file."),
        ),
        StatusCode::UNSUPPORTED_MEDIA_TYPE => ("/problems/media-type", "Not JSON", body_text),
        _ => ("/problems/request", "The request cannot be read", body_text),
    };
    Problem::new(status, kind, title, detail)
}

macro_rules! problem_from {
    ($($rejection:ty),*) => {$(
        impl From<$rejection> for Problem {
            fn from(e: $rejection) -> Self {
                refused(e.status(), e.body_text())
            }
        }
    )*};
}

problem_from!(JsonRejection, PathRejection, QueryRejection, StringRejection);
