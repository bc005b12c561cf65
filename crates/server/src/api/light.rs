//! Light: where it falls, and photometric files.

use super::AppState;
use super::jobs::sound;
use crate::extract::Json;
use crate::problem::Problem;
use axum::extract::State;
use axum::http::StatusCode;
use jovek_core::job::Job;
use jovek_core::light::ies;
use jovek_core::light::ies::IesFile;
use jovek_core::light::log;
use jovek_core::light::log::LuxRead;
use jovek_core::light::source::Distribution;
use jovek_core::light::{LightAsked, LightReport, light};
use jovek_phrases::refusals as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Where the light of a job falls; nothing is saved.
#[utoipa::path(post, path = "/api/light", operation_id = "light", request_body = LightAsked,
    responses((status = 200, body = LightReport), (status = 422, body = Problem)))]
pub(super) async fn shine(
    State(state): State<AppState>,
    Json(asked): Json<LightAsked>,
) -> Result<Json<LightReport>, Problem> {
    sound(&asked.job)?;
    let report = state.compute.short(move || light(&asked)).await?;
    report.map(Json).map_err(|e| {
        Problem::new(
            StatusCode::UNPROCESSABLE_ENTITY,
            "/problems/unsolved",
            say::the_light_cannot_be_worked_out(),
            e.to_string(),
        )
    })
}

/// Lux at marked spots, as a shop keeps it.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LuxText {
    /// The job with its marked spots.
    pub job: Job,
    /// CSV with the columns spot, before, after.
    pub text: String,
}

/// Reads lux from CSV: rows that can be kept, and bad ones by line. Nothing is saved.
#[utoipa::path(post, path = "/api/light/log", operation_id = "readLux", request_body = LuxText,
    responses((status = 200, body = LuxRead), (status = 422, body = Problem)))]
pub(super) async fn read_lux(Json(asked): Json<LuxText>) -> Result<Json<LuxRead>, Problem> {
    sound(&asked.job)?;
    log::read(&asked.text, &asked.job.lighting.spots).map(Json).map_err(|e| {
        Problem::new(
            StatusCode::UNPROCESSABLE_ENTITY,
            "/problems/lux",
            say::the_list_cannot_be_read(),
            e.to_string(),
        )
    })
}

/// A photometric file.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct IesText {
    /// Its text, IES LM-63.
    pub text: String,
}

/// What a photometric file says.
#[derive(Debug, Serialize, ToSchema)]
pub struct IesRead {
    /// Edition of the format and type of photometry.
    pub kind: String,
    /// Flux by the candela in it, lm.
    pub flux_lm: f64,
    /// Flux of its lamps by their rating, lm; none for absolute photometry.
    pub stated_lm: Option<f64>,
    /// Peak, cd.
    pub peak_cd: f64,
    /// Full width and height at half of the peak, degrees.
    pub beam_deg: [f64; 2],
    /// What is odd.
    pub warnings: Vec<String>,
}

/// Reads a photometric file; nothing is saved.
#[utoipa::path(post, path = "/api/ies", operation_id = "readIes", request_body = IesText,
    responses((status = 200, body = IesRead), (status = 422, body = Problem)))]
pub(super) async fn read_ies(Json(asked): Json<IesText>) -> Result<Json<IesRead>, Problem> {
    let IesFile { edition, grid, rated_lm, lamps, warnings, .. } =
        ies::read(&asked.text).map_err(|e| {
            Problem::new(
                StatusCode::UNPROCESSABLE_ENTITY,
                "/problems/ies",
                say::the_photometric_file_cannot_be_read(),
                e.to_string(),
            )
        })?;
    let kind = say::edition_and_type(&edition.label(), &grid.frame().label());
    let beam = Distribution::measured(grid);
    Ok(Json(IesRead {
        kind,
        flux_lm: beam.flux_lm(),
        stated_lm: rated_lm.map(|lm| lm * lamps),
        peak_cd: beam.peak().0,
        beam_deg: beam.width_deg(0.5),
        warnings,
    }))
}
