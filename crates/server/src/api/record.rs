//! The record: signing, opening again, visits, pictures, history.

use super::AppState;
use super::assess::read as read_job;
use super::headers::{By, IfMatch};
use super::jobs::{JobView, onto_newest, view};
use crate::extract::{Bytes, Json, Path, Query, Text};
use crate::picture::{PictureError, kept};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use jiff::Timestamp;
use jovek_core::job::{Job, Visit, VisitKind};
use jovek_core::record::{AsBuilt, Closing, as_built};
use jovek_phrases::refusals as say;
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

/// The as-built record of a job; nothing is saved.
#[utoipa::path(post, path = "/api/record", operation_id = "asBuilt",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = AsBuilt), (status = 422, body = Problem)))]
pub(super) async fn built(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<AsBuilt>, Problem> {
    let job = read_job(&body)?;
    state.compute.short(move || as_built(&job, Timestamp::now())).await.map(Json)
}

/// Signs a job: from then on it is frozen.
#[utoipa::path(post, path = "/api/jobs/{id}/sign", operation_id = "signJob",
    params(("id" = i64, Path), ("If-Match" = String, Header)), request_body = Closing,
    responses((status = 200, body = JobView), (status = 409, body = Problem),
        (status = 412, body = Problem)))]
pub(super) async fn sign(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    IfMatch(from): IfMatch,
    Json(closing): Json<Closing>,
) -> Result<Response, Problem> {
    let row = state
        .writing(move |store| {
            let row = store.sign(id, from, &by, &closing)?;
            // The packet that is printed now carries it.
            store.kept_owner_link(id, &by)?;
            Ok(row)
        })
        .await?;
    view(&state, row).await
}

/// Why a signed job is opened.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OpenAsked {
    /// Why.
    pub why: String,
}

/// Opens a signed job again, as a new revision.
#[utoipa::path(post, path = "/api/jobs/{id}/open", operation_id = "openJob",
    params(("id" = i64, Path), ("If-Match" = String, Header)), request_body = OpenAsked,
    responses((status = 200, body = JobView), (status = 409, body = Problem),
        (status = 412, body = Problem)))]
pub(super) async fn open(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    IfMatch(from): IfMatch,
    Json(asked): Json<OpenAsked>,
) -> Result<Response, Problem> {
    let why: String = asked.why.chars().filter(|c| !c.is_control()).take(300).collect();
    let row = state.writing(move |store| store.reopen(id, from, &by, &why)).await?;
    view(&state, row).await
}

/// A visit that begins.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewVisit {
    /// What for.
    pub kind: VisitKind,
    /// What was seen and done.
    #[serde(default)]
    pub note: String,
}

/// Begins a visit: readings from now on belong to it.
#[utoipa::path(post, path = "/api/jobs/{id}/visits", operation_id = "addVisit",
    params(("id" = i64, Path)), request_body = NewVisit,
    responses((status = 200, body = JobView), (status = 404, body = Problem),
        (status = 409, body = Problem)))]
pub(super) async fn visit(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(new): Json<NewVisit>,
) -> Result<Response, Problem> {
    onto_newest(&state, id, by.clone(), move |job, _| begin(job, &new, &by)).await
}

/// A job with a visit more.
fn begin(job: &Job, new: &NewVisit, by: &str) -> Result<Job, Problem> {
    if job.record.signed.is_empty() {
        return Err(Problem::new(
            StatusCode::CONFLICT,
            "/problems/not-signed",
            say::not_signed_yet(),
            say::visits_come_after_the_job(),
        ));
    }
    let at = Timestamp::now().round(jiff::Unit::Second).unwrap_or_default().to_string();
    let mut job = job.clone();
    job.record.visits.push(Visit { kind: new.kind, at, by: by.into(), note: new.note.clone() });
    super::jobs::sound(&job)?;
    Ok(job)
}

/// An entry of the history.
#[derive(Debug, Serialize, ToSchema)]
pub struct HistoryRow {
    /// Number in the chain.
    pub id: i64,
    /// When.
    pub at: String,
    /// Who.
    pub who: String,
    /// What happened.
    pub what: String,
    /// The revision, or the picture.
    pub subject: i64,
    /// Hash of the entry.
    pub hash: String,
}

/// The history of a job, newest first.
#[utoipa::path(get, path = "/api/jobs/{id}/history", operation_id = "jobHistory",
    params(("id" = i64, Path)),
    responses((status = 200, body = Vec<HistoryRow>), (status = 404, body = Problem)))]
pub(super) async fn history(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<Vec<HistoryRow>>, Problem> {
    let entries = state
        .reading(move |store| {
            store.get(id)?;
            store.history(id)
        })
        .await?;
    let row = |e: jovek_store::Entry| HistoryRow {
        id: e.id,
        at: e.at,
        who: e.who,
        what: e.what,
        subject: e.subject,
        hash: e.hash,
    };
    Ok(Json(entries.into_iter().map(row).collect()))
}

/// What a look at the whole history found.
#[derive(Debug, Serialize, ToSchema)]
pub struct HistoryVerified {
    /// Entries looked at.
    pub entries: usize,
    /// Hash of the last one.
    pub last: String,
    /// What is wrong; empty where every byte stands as it was written.
    pub flaws: Vec<String>,
}

/// Looks at every entry of the history, every revision and picture.
#[utoipa::path(get, path = "/api/verify", operation_id = "verifyHistory",
    responses((status = 200, body = HistoryVerified)))]
pub(super) async fn verify(
    State(state): State<AppState>,
) -> Result<Json<HistoryVerified>, Problem> {
    let found = state.reading(|store| store.verify()).await?;
    let flaws = found.flaws.iter().map(|f| format!("{}: {}", f.place, f.what)).collect();
    Ok(Json(HistoryVerified { entries: found.entries, last: found.last, flaws }))
}

/// A picture that is kept.
#[derive(Debug, Serialize, ToSchema)]
pub struct PictureRow {
    /// Its id; the picture itself is at `/api/pictures/{id}`.
    pub id: i64,
    /// The step or place that it shows.
    pub shows: String,
    /// What it is called.
    pub name: String,
    /// When it was added.
    pub at: String,
    /// Who added it.
    pub who: String,
}

/// What a picture shows.
#[derive(Debug, Deserialize, IntoParams)]
pub struct PictureAsked {
    /// The step or place; empty for the vehicle.
    #[serde(default)]
    pub shows: String,
    /// What it is called.
    #[serde(default)]
    pub name: String,
}

/// Adds a picture, a JPEG or PNG: what is kept is made smaller and bears no place.
#[utoipa::path(post, path = "/api/jobs/{id}/pictures", operation_id = "addPicture",
    params(("id" = i64, Path), PictureAsked),
    request_body(content = Vec<u8>, content_type = "application/octet-stream"),
    responses((status = 200, body = Vec<PictureRow>), (status = 404, body = Problem),
        (status = 413, body = Problem), (status = 422, body = Problem)))]
pub(super) async fn add_picture(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    Query(asked): Query<PictureAsked>,
    By(by): By,
    Bytes(bytes): Bytes,
) -> Result<Json<Vec<PictureRow>>, Problem> {
    state.reading(move |store| store.get(id)).await?;
    let words = |t: &str| t.chars().filter(|c| !c.is_control()).take(120).collect::<String>();
    let (shows, name) = (words(&asked.shows), words(&asked.name));
    let made = state.compute.long(move |_| kept(&bytes)).await?;
    let refused = |e: PictureError| {
        let status = match e {
            PictureError::TooLarge | PictureError::TooManyPixels(_) => {
                StatusCode::PAYLOAD_TOO_LARGE
            }
            PictureError::Unreadable(_) => StatusCode::UNPROCESSABLE_ENTITY,
        };
        Problem::new(status, "/problems/picture", say::the_picture_is_not_taken(), e.to_string())
    };
    let bytes = made.map_err(refused)?;
    let list = state
        .writing(move |store| {
            store.add_picture(id, &shows, &name, &by, &bytes)?;
            store.pictures(id)
        })
        .await?;
    Ok(Json(list.into_iter().map(row).collect()))
}

fn row(p: jovek_store::PictureInfo) -> PictureRow {
    PictureRow { id: p.id, shows: p.shows, name: p.name, at: p.at, who: p.who }
}

/// The pictures of a job, oldest first.
#[utoipa::path(get, path = "/api/jobs/{id}/pictures", operation_id = "listPictures",
    params(("id" = i64, Path)),
    responses((status = 200, body = Vec<PictureRow>), (status = 404, body = Problem)))]
pub(super) async fn pictures(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<Vec<PictureRow>>, Problem> {
    let list = state
        .reading(move |store| {
            store.get(id)?;
            store.pictures(id)
        })
        .await?;
    Ok(Json(list.into_iter().map(row).collect()))
}

/// A picture.
#[utoipa::path(get, path = "/api/pictures/{id}", operation_id = "getPicture",
    params(("id" = i64, Path)),
    responses((status = 200, body = Vec<u8>, content_type = "image/jpeg"),
        (status = 404, body = Problem)))]
pub(super) async fn picture(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    headers: HeaderMap,
) -> Result<Response, Problem> {
    let bytes = state.reading(move |store| store.picture(id)).await?;
    let bytes = bytes.ok_or_else(|| {
        let what = say::there_is_no_picture(&id);
        Problem::new(StatusCode::NOT_FOUND, "/problems/not-found", say::not_found(), what)
    })?;
    // By content: another database may hold another picture under the same number.
    let tag = format!("\"{}\"", jovek_store::content_hash(&bytes));
    let known = headers.get(header::IF_NONE_MATCH).and_then(|v| v.to_str().ok());
    let heads = [
        (header::CONTENT_TYPE, "image/jpeg".to_owned()),
        (header::CACHE_CONTROL, "no-cache".to_owned()),
        (header::ETAG, tag.clone()),
    ];
    if known == Some(tag.as_str()) {
        return Ok((StatusCode::NOT_MODIFIED, heads).into_response());
    }
    Ok((heads, bytes).into_response())
}
