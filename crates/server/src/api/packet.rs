//! The job on paper: the sheets that are asked for, as pages to look at and as PDF.

use super::{AppState, owner};
use crate::compute::failed;
use crate::door;
use crate::extract::{Json, Path, Query};
use crate::pdf::{PdfError, pdf};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use jiff::Timestamp;
use jovek_core::job::Job;
use jovek_core::printed::{Asked, GLOVEBOX, Here, PrintedPicture, SheetKind, printed};
use jovek_core::record::as_built;
use jovek_phrases::refusals as say;
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

/// Pages that are printed.
#[derive(Debug, Serialize, ToSchema)]
pub struct PacketPages {
    /// Each an SVG.
    pub pages: Vec<String>,
}

/// Which sheets.
#[derive(Debug, Deserialize, IntoParams)]
pub struct SheetsAsked {
    /// Their names with commas between them, such as `handover,diagram`; without it what goes into the glovebox.
    #[serde(default)]
    pub sheets: Option<String>,
}

impl SheetsAsked {
    fn kinds(&self) -> Result<Vec<SheetKind>, Problem> {
        let Some(names) = &self.sheets else { return Ok(GLOVEBOX.to_vec()) };
        let kind = |name: &str| {
            SheetKind::named(name).map_err(|e| {
                let status = StatusCode::UNPROCESSABLE_ENTITY;
                Problem::new(status, "/problems/sheet", say::no_such_sheet(), e.to_string())
            })
        };
        names.split(',').filter(|n| !n.is_empty()).map(kind).collect()
    }
}

/// What is printed, with everything that it takes from the store.
struct Printing {
    job: Job,
    sheets: Vec<SheetKind>,
    pictures: Vec<PrintedPicture>,
    owner_url: Option<String>,
    here: Option<Here>,
}

impl Printing {
    async fn of(
        state: &AppState,
        id: i64,
        asked: &SheetsAsked,
        headers: &HeaderMap,
    ) -> Result<Printing, Problem> {
        let sheets = asked.kinds()?;
        let with_pictures = sheets.contains(&SheetKind::Pictures);
        let (row, link, pictures) = state
            .reading(move |store| {
                let row = store.get(id)?;
                let link = store.owner_link(id)?;
                let list = if with_pictures { store.pictures(id)? } else { Vec::new() };
                let mut pictures = Vec::new();
                for info in list {
                    let Some(jpeg) = store.picture(info.id)? else { continue };
                    let shows = if info.shows.is_empty() { info.name } else { info.shows };
                    let day = info.at.get(..10).unwrap_or_default();
                    let says = format!("{shows}, {day}, {}", info.who);
                    pictures.push(PrintedPicture { says, jpeg });
                }
                Ok((row, link, pictures))
            })
            .await?;
        Ok(Printing {
            sheets,
            pictures,
            owner_url: link
                .zip(app_url(headers))
                .map(|(link, app)| app + &owner::path_of(&link.token)),
            here: app_url(headers).map(|app_url| Here { app_url, job: id, vehicle: row.vehicle }),
            job: row.job,
        })
    }

    fn pages(&self) -> Vec<jovek_core::printed::Page> {
        let now = Timestamp::now();
        printed(&Asked {
            job: &self.job,
            record: &as_built(&self.job, now),
            sheets: &self.sheets,
            pictures: &self.pictures,
            owner_url: self.owner_url.as_deref(),
            here: self.here.as_ref(),
            now,
        })
    }
}

/// Where the program is for somebody else's phone; none where it is reached on this machine alone.
fn app_url(headers: &HeaderMap) -> Option<String> {
    let host = headers.get(header::HOST)?.to_str().ok()?;
    let name = door::name_of(host);
    let is_here = name == "localhost" || door::address(&name).is_some_and(|ip| ip.is_loopback());
    (!is_here).then(|| format!("http://{host}"))
}

/// The pages of the sheets.
#[utoipa::path(get, path = "/api/jobs/{id}/packet", operation_id = "packetPages",
    params(("id" = i64, Path), SheetsAsked),
    responses((status = 200, body = PacketPages), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn packet_pages(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    Query(asked): Query<SheetsAsked>,
    headers: HeaderMap,
) -> Result<Json<PacketPages>, Problem> {
    let printing = Printing::of(&state, id, &asked, &headers).await?;
    let pages = state.compute.long(move |_| printing.pages()).await?;
    Ok(Json(PacketPages { pages: pages.into_iter().map(|p| p.svg).collect() }))
}

/// The sheets as PDF.
#[utoipa::path(get, path = "/api/jobs/{id}/packet.pdf", operation_id = "packetPdf",
    params(("id" = i64, Path), SheetsAsked),
    responses((status = 200, body = Vec<u8>, content_type = "application/pdf"),
        (status = 404, body = Problem), (status = 422, body = Problem)))]
pub(super) async fn packet_pdf(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    Query(asked): Query<SheetsAsked>,
    headers: HeaderMap,
) -> Result<Response, Problem> {
    let printing = Printing::of(&state, id, &asked, &headers).await?;
    let unit: String = printing.job.unit.chars().filter(char::is_ascii_alphanumeric).collect();
    let made = state.compute.long(move |_| pdf(&printing.pages())).await?;
    let bytes = made.map_err(|e| failed(&e.to_string()))?;
    let name = format!("attachment; filename=\"unit-{unit}.pdf\"");
    let heads =
        [(header::CONTENT_TYPE, "application/pdf".to_owned()), (header::CONTENT_DISPOSITION, name)];
    Ok((heads, bytes).into_response())
}

/// Sheets of a job as a PDF file, without pictures: those are in a store.
///
/// # Errors
/// [`PdfError`].
pub fn packet_file(job: &Job, sheets: &[SheetKind]) -> Result<Vec<u8>, PdfError> {
    let sheets = if sheets.is_empty() { GLOVEBOX.to_vec() } else { sheets.to_vec() };
    let pictures = Vec::new();
    pdf(&Printing { job: job.clone(), sheets, pictures, owner_url: None, here: None }.pages())
}
