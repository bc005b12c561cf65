//! One job: read, save, undo, readings, exports, revisions.

use super::AppState;
use super::assess::{Assessed, Marks, SentAnswers, read as read_body};
use super::diagnose::{LogLine, first_unknown};
use super::headers::{By, IfMatch, etag};
use super::turns::Saved;
use crate::answer_parts::Held;
use crate::answered::Kept;
use crate::compute::failed;
use crate::extract::{Json, Path, Query, Text};
use crate::problem::{Conflict, Problem};
use axum::body::Bytes;
use axum::extract::State;
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use jovek_core::answers::Answers;
use jovek_core::catalog::system::SystemVoltage;
use jovek_core::export::{Format, export_with as write_export};
use jovek_core::job::diff::changes;
use jovek_core::job::limits;
use jovek_core::job::read::JobError;
use jovek_core::job::{CheckId, Job, Reading, WorkKind};
use jovek_core::kinds;
use jovek_core::work::KnownJob;
use jovek_phrases::refusals as say;
use jovek_store::{JobRow, Store, StoreError};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

/// A job with its revision and answers.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobView {
    /// Id.
    pub id: i64,
    /// Revision.
    pub rev: i64,
    /// When it was saved.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
    /// True when there is something to undo.
    pub can_undo: bool,
    /// True when there is something to redo.
    pub can_redo: bool,
    /// The vehicle of the register that it is of; none while it has no unit.
    pub vehicle: Option<i64>,
    /// The job.
    pub job: Job,
    /// The answers; of what `X-Jovek-Have` names nothing.
    #[schema(value_type = Answers)]
    pub(crate) answers: SentAnswers,
    /// The mark of each part of the answers, by its name.
    #[schema(value_type = BTreeMap<String, String>)]
    pub(crate) marks: Marks,
}

impl JobView {
    fn new(row: JobRow, answers: &Kept, held: Held) -> Self {
        let Assessed { answers, marks } = Assessed::new(answers, held);
        JobView {
            id: row.id,
            rev: row.rev,
            saved_at: row.saved_at,
            saved_by: row.saved_by,
            can_undo: row.can_undo,
            can_redo: row.can_redo,
            vehicle: row.vehicle,
            job: row.job,
            answers,
            marks,
        }
    }
}

/// A job with its answers.
pub(super) async fn view(state: &AppState, row: JobRow) -> Result<Response, Problem> {
    let answers = state.answers_of(&row).await?;
    viewed(state, row, (answers, Held::default())).await
}

async fn viewed(
    state: &AppState,
    row: JobRow,
    (answers, held): (Kept, Held),
) -> Result<Response, Problem> {
    let rev = row.rev;
    let is_whole = held.is_nothing();
    // Some hundred kB are written: not on a thread that serves the others.
    let written = move || {
        let view = JobView::new(row, &answers, held);
        let bytes: Bytes = serde_json::to_vec(&view).map_err(|e| failed(&e.to_string()))?.into();
        Ok::<_, Problem>(match is_whole {
            true => answers.sent.get_or_init(|| bytes).clone(),
            false => bytes,
        })
    };
    Ok(sent(rev, state.compute.at_once(written).await??))
}

fn sent(rev: i64, view: Bytes) -> Response {
    (etag(rev), [(header::CONTENT_TYPE, "application/json")], view).into_response()
}

/// A new job: a unit number for a starter job, or a whole job to take in.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewJob {
    /// Unit number of a new job.
    #[serde(default)]
    pub unit: Option<String>,
    /// What is to be done on it; nothing begins with one circuit of work lamps.
    #[serde(default)]
    pub kinds: Vec<WorkKind>,
    /// Model and body of the vehicle.
    #[serde(default)]
    pub vehicle: Option<String>,
    /// 12 or 24 V.
    #[serde(default)]
    pub system: SystemVoltage,
    /// Text of a job file to take in instead.
    #[serde(default)]
    pub file: Option<String>,
}

/// Makes a job.
#[utoipa::path(post, path = "/api/jobs", operation_id = "createJob", request_body = NewJob,
    responses((status = 201, body = JobView), (status = 422, body = Problem)))]
pub(super) async fn create(
    State(state): State<AppState>,
    By(by): By,
    Json(new): Json<NewJob>,
) -> Result<Response, Problem> {
    let job = match new.file {
        Some(text) => read_body(&text)?,
        None => {
            let shop = state.reading(|store| store.shop()).await?;
            let mut job = kinds::begun(new.unit.unwrap_or_default(), &new.kinds, shop);
            (job.vehicle.system, job.vehicle.name) =
                (new.system, new.vehicle.unwrap_or(job.vehicle.name));
            job
        }
    };
    sound(&job)?;
    let row = state
        .writing(move |store| {
            let id = store.create(&job, &by)?;
            store.get(id)
        })
        .await?;
    Ok((StatusCode::CREATED, view(&state, row).await?).into_response())
}

pub(super) fn sound(job: &Job) -> Result<(), Problem> {
    let faults = limits::faults(job);
    if faults.is_empty() { Ok(()) } else { Err(JobError::Figures(faults).into()) }
}

/// A job at its newest revision.
#[utoipa::path(get, path = "/api/jobs/{id}", operation_id = "getJob",
    params(("id" = i64, Path)),
    responses((status = 200, body = JobView), (status = 404, body = Problem)))]
pub(super) async fn get(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Response, Problem> {
    let rev = state.reading(move |store| store.newest(id)).await?;
    // A revision never changes: what was sent of it once is sent again.
    if let Some(view) = state.known(id, rev).and_then(|kept| kept.sent.get().cloned()) {
        return Ok(sent(rev, view));
    }
    let row = state.reading(move |store| store.get(id)).await?;
    view(&state, row).await
}

/// Saves a job that was changed from the revision in `If-Match`.
#[utoipa::path(put, path = "/api/jobs/{id}", operation_id = "saveJob",
    params(("id" = i64, Path), ("If-Match" = String, Header),
        ("X-Jovek-Have" = Option<String>, Header,
            description = "Marks of parts of the answers that are not to be sent again, with commas between.")),
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = JobView), (status = 412, body = Problem),
        (status = 422, body = Problem), (status = 428, body = Problem)))]
pub(super) async fn save(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    IfMatch(from): IfMatch,
    headers: HeaderMap,
    Text(body): Text,
) -> Result<Response, Problem> {
    let job = read_body(&body)?;
    let saved = state.writing(move |store| store.save(id, from, &job, &by)).await;
    match saved {
        Ok(row) => {
            // What was typed was assessed already, as the same text.
            let answers = state.answers(&body, || Ok(row.job.clone())).await?.of_another();
            state.keep(&row, &answers);
            viewed(&state, row, (answers, Held::of(&headers))).await
        }
        Err(problem) => Err(say_what_changed(&state, id, from, problem).await),
    }
}

/// Adds to a conflict who saved, and what differs from the revision that the writer had.
async fn say_what_changed(state: &AppState, id: i64, from: i64, mut problem: Problem) -> Problem {
    if problem.conflict.is_none() {
        return problem;
    }
    let both = state.reading(move |store| Ok((store.at(id, from).ok(), store.get(id)?))).await;
    if let Ok((base, now)) = both {
        problem.detail = say::revision_was_saved_by_while_you(&now.rev, &now.saved_by, &from);
        problem.conflict = Some(Box::new(Conflict {
            current_rev: now.rev,
            changes: base.map(|base| changes(&base, &now.job)).unwrap_or_default(),
            saved_by: now.saved_by,
        }));
    }
    problem
}

/// Goes back one step.
#[utoipa::path(post, path = "/api/jobs/{id}/undo", operation_id = "undoJob",
    params(("id" = i64, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = JobView), (status = 409, body = Problem),
        (status = 412, body = Problem)))]
pub(super) async fn undo(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    IfMatch(from): IfMatch,
) -> Result<Response, Problem> {
    let row = state.writing(move |store| store.undo(id, from, &by)).await?;
    view(&state, row).await
}

/// Goes forward again.
#[utoipa::path(post, path = "/api/jobs/{id}/redo", operation_id = "redoJob",
    params(("id" = i64, Path), ("If-Match" = String, Header)),
    responses((status = 200, body = JobView), (status = 409, body = Problem),
        (status = 412, body = Problem)))]
pub(super) async fn redo(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    IfMatch(from): IfMatch,
) -> Result<Response, Problem> {
    let row = state.writing(move |store| store.redo(id, from, &by)).await?;
    view(&state, row).await
}

/// A reading of the meter.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewReading {
    /// The check it answers.
    pub check: CheckId,
    /// The figure in the check's unit.
    pub value: f64,
}

/// Keeps a reading with time and who. It goes onto the newest revision: readings only add.
#[utoipa::path(post, path = "/api/jobs/{id}/readings", operation_id = "addReading",
    params(("id" = i64, Path)), request_body = NewReading,
    responses((status = 200, body = JobView), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn read(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(new): Json<NewReading>,
) -> Result<Response, Problem> {
    onto_newest(&state, id, by.clone(), move |job, known| keep(job, known, &new, &by)).await
}

/// How often what only adds is tried again when somebody saved in between.
const TRIES: usize = 5;

/// Adds something to the newest revision of a job, after who adds to the same one. Where somebody saved meanwhile it is
/// read and added to again: nobody else waits while it is worked out.
pub(super) async fn onto_newest(
    state: &AppState,
    id: i64,
    by: String,
    add: impl Fn(&Job, &KnownJob) -> Result<Job, Problem> + Clone + Send + 'static,
) -> Result<Response, Problem> {
    let mut turn = state.turns.at(id).await;
    let (row, answers) = save_added(state, id, by, add, turn.take()).await?;
    *turn = Some((row.clone(), answers.clone()));
    drop(turn);
    viewed(state, row, (answers, Held::default())).await
}

async fn save_added(
    state: &AppState,
    id: i64,
    by: String,
    add: impl Fn(&Job, &KnownJob) -> Result<Job, Problem> + Clone + Send + 'static,
    mut newest: Saved,
) -> Result<(JobRow, Kept), Problem> {
    for _ in 0..TRIES {
        let (row, before) = match newest.take() {
            Some(saved) => saved,
            None => {
                let row = state.reading(move |store| store.get(id)).await?;
                let before = state.answers_of(&row).await?;
                (row, before)
            }
        };
        let (from, add, by) = (row.rev, add.clone(), by.clone());
        let added = move || {
            let job = add(&row.job, &before.known)?;
            let answers = Kept::new(before.known.followed_by(job.clone()))?;
            Ok::<_, Problem>((job, answers))
        };
        let (job, answers) = state.compute.at_once(added).await??;
        let (keeper, kept) = (state.clone(), answers.clone());
        let saved = move |store: &Store| {
            let row = store.save(id, from, &job, &by)?;
            // At once: whoever lists the yard now would work them out anew.
            keeper.keep(&row, &kept);
            Ok(row)
        };
        match state.writing(saved).await {
            Err(problem) if problem.conflict.is_some() => continue,
            saved => return Ok((saved?, answers)),
        }
    }
    Err(Problem::new(
        StatusCode::SERVICE_UNAVAILABLE,
        "/problems/busy",
        say::the_job_is_being_written(),
        say::others_kept_saving_this_job(),
    ))
}

/// A job with a reading more.
fn keep(job: &Job, known: &KnownJob, new: &NewReading, by: &str) -> Result<Job, Problem> {
    let line = LogLine { check: new.check.clone(), value: new.value, at: None, by: None };
    if first_unknown(job, known, std::slice::from_ref(&line)).is_some() {
        return Err(Problem::new(
            StatusCode::UNPROCESSABLE_ENTITY,
            "/problems/no-check",
            say::no_such_check(),
            say::the_plan_has_no_check(&new.check),
        ));
    }
    let at = jiff::Timestamp::now().round(jiff::Unit::Second).unwrap_or_default().to_string();
    let mut job = job.clone();
    job.readings.push(Reading { check: line.check, value: new.value, at, by: by.to_owned() });
    sound(&job)?;
    Ok(job)
}

/// What to export.
#[derive(Debug, Deserialize, IntoParams)]
pub struct ExportQuery {
    /// Format.
    #[serde(rename = "as")]
    pub format: Format,
    /// State, for SPICE and the diagram.
    pub state: Option<String>,
}

/// The job in an open format.
#[utoipa::path(get, path = "/api/jobs/{id}/export", operation_id = "exportJob",
    params(("id" = i64, Path), ExportQuery),
    responses((status = 200, body = String), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn export(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    Query(query): Query<ExportQuery>,
) -> Result<Response, Problem> {
    let (row, shelf) = state.reading(move |store| Ok((store.get(id)?, store.stock()?))).await?;
    let unit: String = row.job.unit.chars().filter(char::is_ascii_alphanumeric).collect();
    let (format, named) = (query.format, query.state);
    let made = move || write_export(&row.job, format, named.as_deref(), &shelf);
    let text = state.compute.short(made).await??;
    let name = format!("attachment; filename=\"unit-{unit}.{}\"", query.format.file_ending());
    let headers = [
        (header::CONTENT_TYPE, query.format.media_type().to_owned()),
        (header::CONTENT_DISPOSITION, name),
    ];
    Ok((headers, text).into_response())
}

/// A revision of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct RevisionRow {
    /// Number.
    pub rev: i64,
    /// When it was saved.
    pub saved_at: String,
    /// Who saved it.
    pub saved_by: String,
}

/// The revisions of a job, newest first.
#[utoipa::path(get, path = "/api/jobs/{id}/revisions", operation_id = "listRevisions",
    params(("id" = i64, Path)),
    responses((status = 200, body = Vec<RevisionRow>), (status = 404, body = Problem)))]
pub(super) async fn revisions(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<Vec<RevisionRow>>, Problem> {
    let list = state
        .reading(move |store| {
            let list = store.revisions(id)?;
            if list.is_empty() { Err(StoreError::NoJob { id }) } else { Ok(list) }
        })
        .await?;
    Ok(Json(
        list.into_iter()
            .map(|r| RevisionRow { rev: r.rev, saved_at: r.saved_at, saved_by: r.saved_by })
            .collect(),
    ))
}
