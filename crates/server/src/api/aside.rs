//! Jobs out of the way: put aside, deleted and kept for a while, brought back; and the stored text of one that cannot be
//! read.

use super::AppState;
use super::headers::By;
use super::yard::YardPlace;
use crate::extract::{Json, Path};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use jovek_store::{Store, StoreError};
use serde::Serialize;
use utoipa::ToSchema;

/// Where a job stands now.
#[derive(Debug, Serialize, ToSchema)]
pub struct Placed {
    /// The job.
    pub id: i64,
    /// Its place.
    pub place: YardPlace,
}

async fn placed(
    state: &AppState,
    id: i64,
    by: String,
    place: YardPlace,
    change: fn(&Store, i64, &str) -> Result<(), StoreError>,
) -> Result<Json<Placed>, Problem> {
    state.writing(move |store| change(store, id, &by)).await?;
    Ok(Json(Placed { id, place }))
}

/// Puts a job aside: it stays whole and out of the way.
#[utoipa::path(post, path = "/api/jobs/{id}/aside", operation_id = "putAside",
    params(("id" = i64, Path)),
    responses((status = 200, body = Placed), (status = 404, body = Problem)))]
pub(super) async fn put_aside(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
) -> Result<Json<Placed>, Problem> {
    placed(&state, id, by, YardPlace::Aside, Store::put_aside).await
}

/// Brings a job back into the yard.
#[utoipa::path(post, path = "/api/jobs/{id}/back", operation_id = "bringBack",
    params(("id" = i64, Path)),
    responses((status = 200, body = Placed), (status = 404, body = Problem)))]
pub(super) async fn bring_back(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
) -> Result<Json<Placed>, Problem> {
    placed(&state, id, by, YardPlace::InYard, Store::bring_back).await
}

/// Deletes a job. It can be brought back for thirty days.
#[utoipa::path(delete, path = "/api/jobs/{id}", operation_id = "deleteJob",
    params(("id" = i64, Path)),
    responses((status = 200, body = Placed), (status = 404, body = Problem)))]
pub(super) async fn delete(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
) -> Result<Json<Placed>, Problem> {
    placed(&state, id, by, YardPlace::Deleted, Store::delete).await
}

/// The stored text of a job as it is, also where it cannot be read: to look at it elsewhere.
#[utoipa::path(get, path = "/api/jobs/{id}/stored", operation_id = "storedText",
    params(("id" = i64, Path)),
    responses((status = 200, body = Vec<u8>, content_type = "application/octet-stream"),
        (status = 404, body = Problem)))]
pub(super) async fn stored(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Response, Problem> {
    let bytes = state.reading(move |store| store.stored(id)).await?;
    let heads = [
        (header::CONTENT_TYPE, "application/octet-stream".to_owned()),
        (header::CONTENT_DISPOSITION, format!("attachment; filename=\"job-{id}.json\"")),
    ];
    Ok((heads, bytes).into_response())
}
