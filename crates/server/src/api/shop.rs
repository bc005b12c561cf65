//! The shop's habits: what a new job starts with.

use super::AppState;
use super::headers::By;
use crate::extract::Json;
use crate::problem::Problem;
use axum::extract::State;
use jovek_core::job::read::JobError;
use jovek_core::job::{Job, Shop, limits};

/// The shop's habits.
#[utoipa::path(get, path = "/api/shop", operation_id = "getShop",
    responses((status = 200, body = Shop)))]
pub(super) async fn get(State(state): State<AppState>) -> Result<Json<Shop>, Problem> {
    state.reading(|store| store.shop()).await.map(Json)
}

/// Sets the shop's habits; jobs that are there already keep theirs.
#[utoipa::path(put, path = "/api/shop", operation_id = "setShop", request_body = Shop,
    responses((status = 200, body = Shop), (status = 422, body = Problem)))]
pub(super) async fn set(
    State(state): State<AppState>,
    By(by): By,
    Json(shop): Json<Shop>,
) -> Result<Json<Shop>, Problem> {
    let faults = limits::faults(&Job::starter_of("", shop.clone()));
    if !faults.is_empty() {
        return Err(JobError::Figures(faults).into());
    }
    let held = shop.clone();
    state.writing(move |store| store.set_shop(&shop, &by)).await?;
    Ok(Json(held))
}
