//! Every request of the API passes here: who makes it, and whether they may.

use super::AppState;
use super::headers::name_given;
use crate::live::Heard;
use crate::people::{COOKIE, Caller, Entry, Needs, role_text};
use crate::problem::Problem;
use axum::extract::{MatchedPath, Request, State};
use axum::http::{HeaderMap, StatusCode};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use axum_extra::extract::CookieJar;
use jovek_phrases::people as say;
use jovek_store::Role;

/// Answers who may ask; says to others what they lack.
pub(super) async fn guard(
    State(state): State<AppState>,
    mut request: Request,
    next: Next,
) -> Response {
    let caller = match state.entry() {
        Entry::Alone => Caller::Alone(name_given(request.headers())),
        Entry::Accounts => {
            let jar = CookieJar::from_headers(request.headers());
            match of_session(&state, jar.get(COOKIE).map(|c| c.value().to_owned())).await {
                Ok(caller) => caller,
                Err(problem) => return problem.into_response(),
            }
        }
    };
    let path = request.extensions().get::<MatchedPath>().map_or("", MatchedPath::as_str);
    if let Err(problem) = may(state.rights.needs(request.method(), path), caller.role()) {
        return problem.into_response();
    }
    let change = state.rights.changes(request.method(), path).map(|about| Heard::Changed {
        about,
        job: job_of(path, request.uri().path()),
        by: caller.name().to_owned(),
        page: page_of(request.headers()),
    });
    request.extensions_mut().insert(caller);
    let response = next.run(request).await;
    if let Some(change) = change.filter(|_| response.status().is_success()) {
        state.live.tell(change);
    }
    response
}

/// What the page that asks calls itself.
fn page_of(headers: &HeaderMap) -> Option<String> {
    let name = headers.get("x-jovek-page")?.to_str().ok()?;
    Some(name.chars().take(16).collect())
}

/// The job in a path that names one.
fn job_of(place: &str, path: &str) -> Option<i64> {
    let rest = path.strip_prefix("/api/jobs/").filter(|_| place.starts_with("/api/jobs/{id}"))?;
    rest.split('/').next()?.parse().ok()
}

async fn of_session(state: &AppState, token: Option<String>) -> Result<Caller, Problem> {
    let Some(token) = token else { return Ok(Caller::Stranger) };
    let person = state.reading(move |store| store.person_of_session(&token)).await?;
    Ok(person.map_or(Caller::Stranger, Caller::Known))
}

fn may(needs: Needs, own: Option<Role>) -> Result<(), Problem> {
    match (needs, own) {
        (Needs::Nobody, _) => Ok(()),
        (Needs::Role(role), Some(own)) if own >= role => Ok(()),
        (Needs::Role(role), Some(own)) => Err(Problem::new(
            StatusCode::FORBIDDEN,
            "/problems/rights",
            say::not_yours(),
            say::needs_a(&role_text(role).to_lowercase(), &role_text(own).to_lowercase()),
        )),
        (Needs::Role(_), None) => Err(Problem::new(
            StatusCode::UNAUTHORIZED,
            "/problems/enter",
            say::who_are_you(),
            say::enter_first(),
        )),
    }
}
