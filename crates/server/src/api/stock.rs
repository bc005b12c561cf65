//! The shop's shelf: what is held and paid, read from CSV and written to it; the estimate of a job.

use super::AppState;
use super::assess::read as read_job;
use super::headers::By;
use crate::extract::{Json, Text};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::IntoResponse;
use jovek_core::job::Job;
use jovek_core::stock;
use jovek_core::stock::{Estimate, SizePrice, StockLine, StockRead};
use jovek_core::work::KnownJob;
use jovek_phrases::refusals as say;
use jovek_store::Store;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The shelf.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Shelf {
    /// Parts by name.
    pub lines: Vec<StockLine>,
}

/// A list as text.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ListText {
    /// CSV with the columns part, held, price, unit, pack.
    pub text: String,
}

/// What the shop holds and pays.
#[utoipa::path(get, path = "/api/stock", operation_id = "getStock",
    responses((status = 200, body = Shelf)))]
pub(super) async fn get(State(state): State<AppState>) -> Result<Json<Shelf>, Problem> {
    let lines = state.reading(|store| store.stock()).await?;
    Ok(Json(Shelf { lines }))
}

/// Takes rows into the shelf; a part that is there gets the new figures.
#[utoipa::path(post, path = "/api/stock", operation_id = "takeStock", request_body = Shelf,
    responses((status = 200, body = Shelf), (status = 422, body = Problem)))]
pub(super) async fn take(
    State(state): State<AppState>,
    By(by): By,
    Json(shelf): Json<Shelf>,
) -> Result<Json<Shelf>, Problem> {
    // What was changed on its way here is held against the same rules as a file.
    let again = stock::read(&stock::csv(&shelf.lines)).map_err(|e| refused(&e.to_string()))?;
    if let Some(bad) = again.bad.first() {
        return Err(refused(&format!("{}: {}", bad.text, bad.why)));
    }
    let lines = state
        .writing(move |store| {
            store.take_stock(&again.good, &by)?;
            store.stock()
        })
        .await?;
    Ok(Json(Shelf { lines }))
}

/// Empties the shelf.
#[utoipa::path(delete, path = "/api/stock", operation_id = "clearStock",
    responses((status = 200, body = Shelf)))]
pub(super) async fn clear(
    State(state): State<AppState>,
    By(by): By,
) -> Result<Json<Shelf>, Problem> {
    state.writing(move |store| store.clear_stock(&by)).await?;
    Ok(Json(Shelf { lines: Vec::new() }))
}

/// Reads a list: rows that can be taken, and bad rows by name. Nothing is saved.
#[utoipa::path(post, path = "/api/stock/read", operation_id = "readStock", request_body = ListText,
    responses((status = 200, body = StockRead), (status = 422, body = Problem)))]
pub(super) async fn read(Json(list): Json<ListText>) -> Result<Json<StockRead>, Problem> {
    stock::read(&list.text).map(Json).map_err(|e| refused(&e.to_string()))
}

/// The shelf as CSV.
#[utoipa::path(get, path = "/api/stock/csv", operation_id = "stockCsv",
    responses((status = 200, body = String, content_type = "text/csv")))]
pub(super) async fn csv(State(state): State<AppState>) -> Result<impl IntoResponse, Problem> {
    let lines = state.reading(|store| store.stock()).await?;
    let heads = [
        (header::CONTENT_TYPE, "text/csv; charset=utf-8"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"stock.csv\""),
    ];
    Ok((heads, stock::csv(&lines)))
}

/// What a job costs, against the shelf; nothing is saved.
#[utoipa::path(post, path = "/api/estimate", operation_id = "estimate",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Estimate), (status = 422, body = Problem)))]
pub(super) async fn estimate(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Estimate>, Problem> {
    let job = read_job(&body)?;
    let kit = job.follows.as_ref().map(|follows| follows.kit);
    let read = move |store: &Store| Ok((store.stock()?, store.reserved(kit)?));
    let (lines, reserved) = state.reading(read).await?;
    let estimated = move || stock::estimate(&KnownJob::new(job), &lines, &reserved);
    state.compute.short(estimated).await.map(Json)
}

/// What the wire of each circuit would cost in the sizes around the chosen one.
#[derive(Debug, Serialize, ToSchema)]
pub struct SizePrices {
    /// Size by size.
    pub prices: Vec<SizePrice>,
}

/// Prices of the sizes of a job's trade-offs, against the shelf; nothing is saved.
#[utoipa::path(post, path = "/api/stock/sizes", operation_id = "sizePrices",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = SizePrices), (status = 422, body = Problem)))]
pub(super) async fn sizes(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<SizePrices>, Problem> {
    let kept = state.answers(&body, || read_job(&body)).await?;
    let lines = state.reading(|store| store.stock()).await?;
    Ok(Json(SizePrices { prices: stock::size_prices(kept.known.answers(), &lines) }))
}

fn refused(why: &str) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/stock",
        say::the_list_cannot_be_taken(),
        why.to_owned(),
    )
}
