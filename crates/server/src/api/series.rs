//! A kit's vehicles as a series: how far they are, what is still bought for them, wire that is cut for all of them.

use super::AppState;
use super::headers::By;
use crate::answered::Kept;
use crate::extract::{Json, Path, Query};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::header;
use axum::response::IntoResponse;
use jiff::Timestamp;
use jovek_core::harness::reels::reel_m;
use jovek_core::job::{KitId, Shop};
use jovek_core::series::{
    self, Alike, BatchPiece, Curve, Purchase, SeriesStand, SeriesVehicle, Timed,
};
use jovek_core::stock::{Reserved, StockLine};
use jovek_core::work::KnownJob;
use jovek_store::{KitRow, Listed};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

/// A vehicle of a series with its job.
#[derive(Debug, Serialize, ToSchema)]
pub struct InSeries {
    /// Its job.
    pub job: i64,
    /// The vehicle of the register; none while its job has no unit.
    pub vehicle: Option<i64>,
    /// How far it is.
    #[serde(flatten)]
    pub stands: SeriesVehicle,
}

/// A kit's vehicles, as the board shows them.
#[derive(Debug, Serialize, ToSchema)]
pub struct SeriesView {
    /// What the kit is called.
    pub name: String,
    /// `4 of 12 signed, 2 in work, 40 h of work left`.
    pub says: String,
    /// The vehicles, in the order of their jobs.
    pub vehicles: Vec<InSeries>,
    /// What each that was timed took, in the order in which they were done.
    pub timed: Vec<Timed>,
    /// What each is to take against its plan, from the first on; empty without a curve.
    pub expected: Vec<f64>,
    /// How much quicker each is than the one before; none while that cannot be said.
    pub curve: Option<Curve>,
    /// The curve in words, or why there is none.
    pub curve_text: String,
}

/// What is bought and cut for the vehicles of a kit that have no parts yet.
#[derive(Debug, Serialize, ToSchema)]
pub struct SeriesParts {
    /// How many of them there are.
    pub vehicles: usize,
    /// What is to be bought.
    pub purchase: Purchase,
    /// Pieces of wire, alike ones together.
    pub pieces: Vec<BatchPiece>,
    /// Vehicles whose harnesses are the same.
    pub alike: Vec<Alike>,
    /// How many parts are kept for them.
    pub kept_parts: usize,
    /// Why the list may be the wrong one: some of them follow an issue that is not the newest; empty where none does.
    pub behind_text: String,
}

/// The list that is asked for.
#[derive(Debug, Clone, Copy, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SeriesList {
    /// What is to be bought.
    Purchase,
    /// Pieces of wire.
    Pieces,
    /// Labels, two for each piece.
    Labels,
}

/// Which list.
#[derive(Debug, Deserialize, IntoParams)]
pub struct SeriesAsked {
    /// The list.
    pub list: SeriesList,
}

/// The jobs of a kit with their answers.
struct Series {
    kit: KitRow,
    shop: Shop,
    jobs: Vec<(i64, Option<i64>, Kept)>,
}

impl Series {
    fn known(&self) -> impl Iterator<Item = &KnownJob> {
        self.jobs.iter().map(|(_, _, kept)| &*kept.known)
    }
}

async fn read(state: &AppState, id: KitId) -> Result<Series, Problem> {
    let read = state.reading(move |store| {
        let all = store.jobs_of_kit(id)?;
        Ok((store.kit(id)?, store.shop()?, all))
    });
    let (kit, shop, all) = read.await?;
    let mut jobs = Vec::with_capacity(all.len());
    // What cannot be read is named on the kit's own page.
    for row in all.into_iter().filter_map(Listed::job) {
        let kept = state.answers_of(&row).await?;
        jobs.push((row.id, row.vehicle, kept));
    }
    Ok(Series { kit, shop, jobs })
}

/// How far the vehicles of a kit are, and how much quicker each is than the one before.
#[utoipa::path(get, path = "/api/kits/{id}/series", operation_id = "seriesOfKit",
    params(("id" = i64, Path)),
    responses((status = 200, body = SeriesView), (status = 404, body = Problem)))]
pub(super) async fn view(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<SeriesView>, Problem> {
    let series = read(&state, KitId(id)).await?;
    state.compute.short(move || Json(viewed(&series))).await
}

fn viewed(series: &Series) -> SeriesView {
    let now = Timestamp::now();
    let vehicles: Vec<SeriesVehicle> = series.known().map(|k| series::vehicle(k, now)).collect();
    let timed = series::in_order(series.known().filter_map(series::timed).collect());
    let curve = series::fitted(&timed);
    let begun = vehicles.iter().filter(|v| v.stand != SeriesStand::Waiting).count();
    let planned_min = series::usual_min(series.known());
    SeriesView {
        name: series.kit.name.clone(),
        says: series::summary(&vehicles, curve.as_ref().ok()),
        curve_text: match &curve {
            Ok(curve) => curve.text(begun + 1, planned_min),
            Err(why) => why.to_string(),
        },
        expected: curve.as_ref().map_or_else(
            |_| Vec::new(),
            |curve| (1..=vehicles.len()).map(|n| curve.factor(n)).collect(),
        ),
        curve: curve.ok(),
        timed,
        vehicles: vehicles
            .into_iter()
            .zip(&series.jobs)
            .map(|(stands, (job, vehicle, _))| InSeries { job: *job, vehicle: *vehicle, stands })
            .collect(),
    }
}

/// The shelf as a kit finds it.
struct Shelf {
    stock: Vec<StockLine>,
    /// Kept for others.
    reserved: Reserved,
    /// Kept for this one.
    own: Reserved,
}

async fn shelf(state: &AppState, id: KitId) -> Result<Shelf, Problem> {
    let read = move |store: &jovek_store::Store| {
        let (reserved, own) = (store.reserved(Some(id))?, store.reserved_for(id)?);
        Ok(Shelf { stock: store.stock()?, reserved, own })
    };
    state.reading(read).await
}

fn parts_of(series: &Series, shelf: &Shelf) -> SeriesParts {
    let units = series.shop.units;
    let needs = series::needs(series.known());
    let left = series.known().filter(|known| !series::has_its_parts(known));
    SeriesParts {
        vehicles: left.count(),
        purchase: series::purchase(
            &needs,
            &shelf.stock,
            &shelf.reserved,
            (reel_m(&series.shop), units),
        ),
        pieces: series::pieces(series.known(), units),
        alike: series::alike(series.known()),
        kept_parts: shelf.own.len(),
        behind_text: series::behind_text(series.known(), series.kit.issue),
    }
}

/// What is bought and cut for the vehicles of a kit that have no parts yet.
#[utoipa::path(get, path = "/api/kits/{id}/parts", operation_id = "partsOfSeries",
    params(("id" = i64, Path)),
    responses((status = 200, body = SeriesParts), (status = 404, body = Problem)))]
pub(super) async fn parts(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<SeriesParts>, Problem> {
    let (series, shelf) = (read(&state, KitId(id)).await?, shelf(&state, KitId(id)).await?);
    state.compute.short(move || Json(parts_of(&series, &shelf))).await
}

/// One of the lists as CSV.
#[utoipa::path(get, path = "/api/kits/{id}/series.csv", operation_id = "seriesCsv",
    params(("id" = i64, Path), SeriesAsked),
    responses((status = 200, body = String, content_type = "text/csv"),
        (status = 404, body = Problem)))]
pub(super) async fn csv(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    Query(asked): Query<SeriesAsked>,
) -> Result<impl IntoResponse, Problem> {
    let (series, shelf) = (read(&state, KitId(id)).await?, shelf(&state, KitId(id)).await?);
    let (name, text) = state
        .compute
        .short(move || match asked.list {
            SeriesList::Purchase => {
                ("purchase.csv", series::buy_csv(&parts_of(&series, &shelf).purchase))
            }
            SeriesList::Pieces => {
                let units = series.shop.units;
                ("pieces.csv", series::pieces_csv(&series::pieces(series.known(), units), units))
            }
            SeriesList::Labels => ("labels.csv", series::labels_csv(series.known())),
        })
        .await?;
    let heads = [
        (header::CONTENT_TYPE, "text/csv; charset=utf-8".to_owned()),
        (header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}\"")),
    ];
    Ok((heads, text))
}

/// Whether parts are kept for a kit.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Keeping {
    /// True to keep what the shelf holds of what it needs; false to give it free.
    pub is_kept: bool,
}

/// Keeps for the vehicles of a kit what the shelf holds of what they need and nobody else has, or gives it free.
#[utoipa::path(put, path = "/api/kits/{id}/kept-parts", operation_id = "keepParts",
    params(("id" = i64, Path)), request_body = Keeping,
    responses((status = 200, body = SeriesParts), (status = 404, body = Problem)))]
pub(super) async fn keep(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(asked): Json<Keeping>,
) -> Result<Json<SeriesParts>, Problem> {
    let id = KitId(id);
    let series = read(&state, id).await?;
    let before = shelf(&state, id).await?;
    let (series, kept) = state
        .compute
        .short(move || {
            let kept = match asked.is_kept {
                true => series::keepable(
                    &series::needs(series.known()),
                    &before.stock,
                    &before.reserved,
                ),
                false => Reserved::new(),
            };
            (series, kept)
        })
        .await?;
    state.writing(move |store| store.reserve(id, &kept, &by)).await?;
    let after = shelf(&state, id).await?;
    state.compute.short(move || Json(parts_of(&series, &after))).await
}
