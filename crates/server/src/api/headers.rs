//! Headers that the API reads and writes.

use crate::people::Caller;
use crate::problem::Problem;
use axum::extract::FromRequestParts;
use axum::http::request::Parts;
use axum::http::{HeaderMap, StatusCode, header};
use jovek_phrases::refusals as say;
use std::convert::Infallible;

/// The revision that a write was made from, out of `If-Match: "7"`.
#[derive(Debug)]
pub(super) struct IfMatch(pub(super) i64);

impl<S: Send + Sync> FromRequestParts<S> for IfMatch {
    type Rejection = Problem;

    async fn from_request_parts(parts: &mut Parts, _: &S) -> Result<Self, Problem> {
        let value = parts.headers.get(header::IF_MATCH).and_then(|v| v.to_str().ok());
        let Some(value) = value else {
            return Err(Problem::new(
                StatusCode::PRECONDITION_REQUIRED,
                "/problems/no-revision",
                say::which_revision(),
                say::send_the_revision_that_you_changed(),
            ));
        };
        value.trim().trim_matches('"').parse().map(IfMatch).map_err(|_| {
            Problem::new(
                StatusCode::BAD_REQUEST,
                "/problems/no-revision",
                say::which_revision(),
                say::if_match_is_no_revision_number(&value),
            )
        })
    }
}

/// The entity tag of a revision.
pub(super) fn etag(rev: i64) -> [(header::HeaderName, String); 1] {
    [(header::ETAG, format!("\"{rev}\""))]
}

/// Who is writing: the account, or the name that somebody without one gives.
#[derive(Debug)]
pub(super) struct By(pub(super) String);

impl<S: Send + Sync> FromRequestParts<S> for By {
    type Rejection = Infallible;

    async fn from_request_parts(parts: &mut Parts, _: &S) -> Result<Self, Infallible> {
        let caller = parts.extensions.get::<Caller>();
        Ok(By(caller.map_or_else(|| name_given(&parts.headers), |caller| caller.name().to_owned())))
    }
}

/// The name that somebody without an account gives, out of `X-Jovek-Who`; percent-encoded, since headers bear no accents.
pub(super) fn name_given(headers: &HeaderMap) -> String {
    let raw = headers.get("x-jovek-who").and_then(|v| v.to_str().ok()).unwrap_or("");
    clean_name(&decode(raw))
}

/// A name that somebody gives, without what is no letter of it.
pub(super) fn clean_name(given: &str) -> String {
    let name: String = given.chars().filter(|c| !c.is_control()).take(60).collect();
    let name = name.trim();
    if name.is_empty() { "somebody".into() } else { name.to_owned() }
}

fn decode(text: &str) -> String {
    let bytes = text.as_bytes();
    let mut out = Vec::with_capacity(bytes.len());
    let mut i = 0;
    while i < bytes.len() {
        let pair = text.get(i + 1..i + 3).and_then(|h| u8::from_str_radix(h, 16).ok());
        match (bytes[i], pair) {
            (b'%', Some(byte)) => {
                out.push(byte);
                i += 3;
            }
            (byte, _) => {
                out.push(byte);
                i += 1;
            }
        }
    }
    String::from_utf8_lossy(&out).into_owned()
}
