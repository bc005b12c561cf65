//! What others do, as server-sent events (the HTML standard, 9.2).

use super::AppState;
use super::headers::clean_name;
use crate::extract::Query;
use crate::live::Heard;
use crate::people::Caller;
use crate::problem::Problem;
use axum::extract::{Extension, State};
use axum::response::Sse;
use axum::response::sse::{Event, KeepAlive};
use futures_util::Stream;
use futures_util::stream::unfold;
use serde::Deserialize;
use std::convert::Infallible;
use std::time::Duration;
use utoipa::IntoParams;

/// How often something is said where nothing happens: what stands between would take the silence for the end.
const ALIVE: Duration = Duration::from_secs(20);

/// Where somebody listens.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct ListenAsked {
    /// The job that is open; none elsewhere.
    #[serde(default)]
    pub job: Option<i64>,
    /// The name of somebody without an account: what listens can send no header.
    #[serde(default)]
    pub who: String,
}

/// Tells what others do, as long as somebody listens: each event is one `Heard` in JSON.
#[utoipa::path(get, path = "/api/live", operation_id = "live", params(ListenAsked),
    responses((status = 200, body = Heard, content_type = "text/event-stream"),
        (status = 401, body = Problem)))]
pub(super) async fn live(
    State(state): State<AppState>,
    Query(asked): Query<ListenAsked>,
    Extension(caller): Extension<Caller>,
) -> Sse<impl Stream<Item = Result<Event, Infallible>>> {
    let name = match &caller {
        Caller::Alone(_) if !asked.who.trim().is_empty() => clean_name(&asked.who),
        _ => caller.name().to_owned(),
    };
    let listener = state.live.listen(&name, asked.job);
    let told = unfold(listener, async |mut listener| {
        let heard = listener.next().await?;
        // What is told is words and numbers: it can be written.
        let event = Event::default().json_data(&heard).unwrap_or_default();
        Some((Ok(event), listener))
    });
    Sse::new(told).keep_alive(KeepAlive::new().interval(ALIVE))
}
