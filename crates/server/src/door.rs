//! The door: who may speak to the program, and what a browser may do with what it is given.
//!
//! A page of another site can send requests from the browser of somebody who has Jovek open, and a name that it owns can
//! be pointed at this machine (DNS rebinding). Both are told by the request itself: by its `Origin` and its `Host`.

use crate::problem::Problem;
use axum::extract::{Request, State};
use axum::http::header::{
    CONTENT_SECURITY_POLICY, CONTENT_TYPE, HOST, HeaderName, HeaderValue, ORIGIN, REFERRER_POLICY,
    X_CONTENT_TYPE_OPTIONS, X_FRAME_OPTIONS,
};
use axum::http::uri::Authority;
use axum::http::{HeaderMap, StatusCode};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use jovek_phrases::refusals as say;
use std::net::IpAddr;
use std::sync::Arc;

/// What a page of the app may load and do: its own files, no script but those, in no frame. Styles may stand in drawings
/// that the core made.
const PAGE_POLICY: &str = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; \
    img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; worker-src 'self'; manifest-src 'self'; \
    form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

/// What a drawing that is opened by itself may do: show itself.
const DRAWING_POLICY: &str =
    "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'none'";

/// Endings of names that nobody can register on the public net: RFC 6762, RFC 8375, and what routers give out.
const LOCAL_ENDINGS: [&str; 5] = [".localhost", ".local", ".lan", ".internal", ".home.arpa"];

/// Names by which the program may be called beside those that can only be of this network.
#[derive(Debug, Clone, Default)]
pub struct Door {
    names: Arc<[String]>,
}

impl Door {
    /// A door that answers to some further names.
    pub fn new(names: &[String]) -> Door {
        Door { names: names.iter().map(|name| name.to_ascii_lowercase()).collect() }
    }

    /// True for a name that is ours: an address, which no name server can point elsewhere; a name without a dot or of the
    /// local network, which no stranger can own; a name that was said at the start.
    fn answers_to(&self, name: &str) -> bool {
        let name = name.to_ascii_lowercase();
        address(&name).is_some()
            || !name.is_empty() && !name.contains('.')
            || LOCAL_ENDINGS.iter().any(|ending| name.ends_with(ending))
            || self.names.contains(&name)
    }
}

/// Refuses what comes by a name that is not ours, and what another site would have changed; says to the browser what it
/// may do with the rest.
pub async fn guard(State(door): State<Door>, request: Request, next: Next) -> Response {
    let mut response = match refusal(&door, &request) {
        Some(problem) => problem.into_response(),
        None => next.run(request).await,
    };
    secure(response.headers_mut());
    response
}

fn refusal(door: &Door, request: &Request) -> Option<Problem> {
    let of = |name: HeaderName| request.headers().get(name).and_then(|v| v.to_str().ok());
    let host = request.uri().authority().map(|a| a.as_str()).or(of(HOST)).unwrap_or_default();
    let name = name_of(host);
    if !door.answers_to(&name) {
        let detail = say::not_our_name(&name);
        return Some(Problem::new(
            StatusCode::MISDIRECTED_REQUEST,
            "/problems/host",
            say::another_name(),
            detail,
        ));
    }
    if request.method().is_safe() {
        return None;
    }
    // Programs send no origin; a browser does with whatever may change something.
    let origin = of(ORIGIN)?;
    let authority = origin.split_once("://").map_or("", |(_, authority)| authority);
    (!authority.eq_ignore_ascii_case(host)).then(|| {
        Problem::new(
            StatusCode::FORBIDDEN,
            "/problems/cross-site",
            say::from_another_site(),
            say::may_not_change_anything(&origin),
        )
    })
}

/// The name in `name:port`, `[v6]:port` or either without port; empty where it is none of these.
pub fn name_of(host: &str) -> String {
    host.parse::<Authority>().map(|a| a.host().to_owned()).unwrap_or_default()
}

/// The address that a name spells, v6 in brackets.
pub fn address(name: &str) -> Option<IpAddr> {
    name.trim_start_matches('[').trim_end_matches(']').parse().ok()
}

fn secure(headers: &mut HeaderMap) {
    let kind = headers.get(CONTENT_TYPE).and_then(|v| v.to_str().ok()).unwrap_or_default();
    let policy = match kind {
        k if k.starts_with("text/html") => Some(PAGE_POLICY),
        k if k.starts_with("image/svg+xml") => Some(DRAWING_POLICY),
        _ => None,
    };
    if let Some(policy) = policy {
        headers.insert(CONTENT_SECURITY_POLICY, HeaderValue::from_static(policy));
    }
    for (name, value) in [
        (X_CONTENT_TYPE_OPTIONS, "nosniff"),
        (X_FRAME_OPTIONS, "DENY"),
        (REFERRER_POLICY, "no-referrer"),
        (HeaderName::from_static("cross-origin-opener-policy"), "same-origin"),
        (HeaderName::from_static("cross-origin-resource-policy"), "same-origin"),
    ] {
        headers.insert(name, HeaderValue::from_static(value));
    }
}
