//! Extractors whose refusals are problems (RFC 9457) like every other error of the API.

use crate::problem::Problem;
use axum::body::Body;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::extract::{FromRequest, FromRequestParts, Request};
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use http_body_util::BodyExt;
use jovek_core::job::read::MAX_JOB_BYTES;
use jovek_phrases::refusals as say;
use serde::de::DeserializeOwned;

/// How much of a body that is too long is still taken in and dropped, bytes. A client that is cut
/// off while it sends sees a broken connection in place of the refusal.
const DRAIN_BYTES: usize = 64_000_000;

/// A JSON body, in or out.
#[derive(Debug)]
pub struct Json<T>(pub T);

impl<T: DeserializeOwned, S: Send + Sync> FromRequest<S> for Json<T> {
    type Rejection = Problem;

    async fn from_request(request: Request, state: &S) -> Result<Self, Problem> {
        let kind = request.headers().get(header::CONTENT_TYPE).and_then(|v| v.to_str().ok());
        let is_said = kind.is_some_and(is_json);
        let Text(text) = Text::from_request(request, state).await?;
        if !is_said {
            return Err(Problem::new(
                StatusCode::UNSUPPORTED_MEDIA_TYPE,
                "/problems/media-type",
                say::not_json(),
                say::send_the_body_with_content_type(),
            ));
        }
        let mut read = serde_json::Deserializer::from_str(&text);
        let body = serde_path_to_error::deserialize(&mut read).map_err(|e| {
            let status = match e.inner().classify() {
                serde_json::error::Category::Data => StatusCode::UNPROCESSABLE_ENTITY,
                _ => StatusCode::BAD_REQUEST,
            };
            unreadable(status, e.to_string())
        })?;
        read.end().map_err(|e| unreadable(StatusCode::BAD_REQUEST, e.to_string()))?;
        Ok(Json(body))
    }
}

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

    async fn from_request(request: Request, _: &S) -> Result<Self, Problem> {
        // A form of another site can send text and fields without asking first; a job is neither.
        if !is_ours(&request) {
            return Err(Problem::new(
                StatusCode::UNSUPPORTED_MEDIA_TYPE,
                "/problems/media-type",
                say::not_json(),
                say::send_the_body_with_content_type(),
            ));
        }
        // A job's own text with room for the quotes around it.
        let bytes = take_in(request.into_body(), 2 * MAX_JOB_BYTES).await?;
        String::from_utf8(bytes)
            .map(Text)
            .map_err(|e| unreadable(StatusCode::BAD_REQUEST, say::not_utf8(&e)))
    }
}

/// True for a body that says it is JSON, or says nothing.
fn is_ours(request: &Request) -> bool {
    let kind = request.headers().get(header::CONTENT_TYPE).map(|kind| kind.to_str().unwrap_or("?"));
    kind.is_none_or(is_json)
}

fn is_json(kind: &str) -> bool {
    kind.split(';').next().map(str::trim) == Some("application/json")
}

/// A body as bytes: a picture.
#[derive(Debug)]
pub struct Bytes(pub Vec<u8>);

impl<S: Send + Sync> FromRequest<S> for Bytes {
    type Rejection = Problem;

    async fn from_request(request: Request, _: &S) -> Result<Self, Problem> {
        take_in(request.into_body(), crate::picture::MOST_BYTES + 1).await.map(Bytes)
    }
}

async fn take_in(mut body: Body, most: usize) -> Result<Vec<u8>, Problem> {
    let (mut kept, mut length) = (Vec::new(), 0);
    while let Some(frame) = body.frame().await {
        let frame = frame.map_err(|e| unreadable(StatusCode::BAD_REQUEST, e.to_string()))?;
        let Some(data) = frame.data_ref() else { continue };
        length += data.len();
        if length <= most {
            kept.extend_from_slice(data);
        } else if length > DRAIN_BYTES {
            break;
        }
    }
    if length > most {
        return Err(Problem::new(
            StatusCode::PAYLOAD_TOO_LARGE,
            "/problems/too-large",
            say::too_large(),
            say::a_job_has_at_most_bytes(&MAX_JOB_BYTES),
        ));
    }
    Ok(kept)
}

/// Parts of the path.
#[derive(Debug, FromRequestParts)]
#[from_request(via(axum::extract::Path), rejection(Problem))]
pub struct Path<T>(pub T);

/// The query.
#[derive(Debug, FromRequestParts)]
#[from_request(via(axum::extract::Query), rejection(Problem))]
pub struct Query<T>(pub T);

impl From<PathRejection> for Problem {
    fn from(e: PathRejection) -> Self {
        unreadable(e.status(), e.body_text())
    }
}

impl From<QueryRejection> for Problem {
    fn from(e: QueryRejection) -> Self {
        unreadable(e.status(), e.body_text())
    }
}

fn unreadable(status: StatusCode, detail: String) -> Problem {
    Problem::new(status, "/problems/request", say::the_request_cannot_be_read(), detail)
}
