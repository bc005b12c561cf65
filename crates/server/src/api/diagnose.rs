//! Finding faults, practising it, logs of readings, and devices that speak SCPI over TCP.

use super::AppState;
use super::assess::read as read_job;
use super::headers::By;
use super::jobs::{JobView, onto_newest, sound};
use super::when::when;
use crate::compute::given_up;
use crate::device;
use crate::extract::{Json, Path, Text};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::StatusCode;
use axum::response::Response;
use jiff::Timestamp;
use jovek_core::answers::assess;
use jovek_core::base::wanted::Wanted;
use jovek_core::diagnose::{Diagnosis, can_be_read, diagnose_while};
use jovek_core::job::{CheckId, Job, Reading};
use jovek_core::practice::{Practice, PracticeAsked, practice_while};
use jovek_core::prove::log;
use jovek_core::prove::log::LogRead;
use jovek_core::work::KnownJob;
use jovek_phrases::refusals as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What could be wrong, after the readings in the job; nothing is saved.
#[utoipa::path(post, path = "/api/diagnose", operation_id = "diagnose",
    request_body(content = Job, content_type = "application/json"),
    responses((status = 200, body = Diagnosis), (status = 422, body = Problem)))]
pub(super) async fn find(
    State(state): State<AppState>,
    Text(body): Text,
) -> Result<Json<Diagnosis>, Problem> {
    let job = read_job(&body)?;
    let found = state.compute.long(move |wanted: &Wanted| diagnose_while(&job, wanted)).await?;
    found.map_err(|e| refused(&e.to_string()))?.map(Json).ok_or_else(given_up)
}

/// Practice on a vehicle with a hidden fault: where it stands after what was done. Nothing is kept here.
#[utoipa::path(post, path = "/api/practice", operation_id = "practice",
    request_body = PracticeAsked,
    responses((status = 200, body = Practice), (status = 422, body = Problem)))]
pub(super) async fn practise(
    State(state): State<AppState>,
    Json(asked): Json<PracticeAsked>,
) -> Result<Json<Practice>, Problem> {
    sound(&asked.job)?;
    let made = state.compute.long(move |wanted: &Wanted| practice_while(&asked, wanted)).await?;
    made.map_err(|e| refused(&e.to_string()))?.map(Json).ok_or_else(given_up)
}

/// A log of readings as text, for a job.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LogText {
    /// The job.
    pub job: Job,
    /// CSV with the columns check, value, and at, by, unit where there are.
    pub text: String,
}

/// Reads a log: readings that can be kept, and bad rows by line. Nothing is saved.
#[utoipa::path(post, path = "/api/readings/read", operation_id = "readLog", request_body = LogText,
    responses((status = 200, body = LogRead), (status = 422, body = Problem)))]
pub(super) async fn read_log(
    State(state): State<AppState>,
    By(by): By,
    Json(asked): Json<LogText>,
) -> Result<Json<LogRead>, Problem> {
    sound(&asked.job)?;
    let read = move || log::read(&asked.text, &assess(&asked.job).checks, Timestamp::now(), &by);
    state.compute.short(read).await?.map(Json).map_err(|e| refused(&e.to_string()))
}

/// A reading to keep.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LogLine {
    /// The check.
    pub check: CheckId,
    /// The figure, in its unit.
    pub value: f64,
    /// When, RFC 3339; now where it is not said.
    #[serde(default)]
    pub at: Option<String>,
    /// Who; who sends it where it is not said.
    #[serde(default)]
    pub by: Option<String>,
}

/// Keeps several readings at once, of checks and of the search for a fault; all of them or none. One that says
/// its time and is there already counts once.
#[utoipa::path(post, path = "/api/jobs/{id}/log", operation_id = "keepReadings",
    params(("id" = i64, Path)), request_body = Vec<LogLine>,
    responses((status = 200, body = JobView), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn keep_log(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(lines): Json<Vec<LogLine>>,
) -> Result<Response, Problem> {
    onto_newest(&state, id, by.clone(), move |job, known| keep(job, known, &lines, &by)).await
}

/// A job with the readings of a log.
fn keep(job: &Job, known: &KnownJob, lines: &[LogLine], by: &str) -> Result<Job, Problem> {
    if let Some(line) = first_unknown(job, known, lines) {
        return Err(refused(&say::the_plan_has_no_check(&line.check)));
    }
    let mut job = job.clone();
    for line in lines {
        let at = when(line.at.as_deref(), Timestamp::now(), jiff::Unit::Second);
        let reading = Reading {
            check: line.check.clone(),
            value: line.value,
            at: at.map_err(|why| refused(&why))?.to_string(),
            by: line.by.clone().unwrap_or_else(|| by.to_owned()),
        };
        // Sent twice because the first answer was lost: the same figure at the same moment counts once.
        if line.at.is_none() || !job.readings.contains(&reading) {
            job.readings.push(reading);
        }
    }
    sound(&job)?;
    Ok(job)
}

/// The first line that answers neither a check nor a reading of the search.
pub(super) fn first_unknown<'l>(
    job: &Job,
    known: &KnownJob,
    lines: &'l [LogLine],
) -> Option<&'l LogLine> {
    let checks = &known.answers().checks;
    let is_known = |id: &CheckId| checks.iter().any(|c| c.id == *id) || can_be_read(job, id);
    lines.iter().find(|l| !is_known(&l.check))
}

/// What is asked of a device.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DeviceAsked {
    /// Its address, such as `127.0.0.1:5025`.
    pub address: String,
    /// The check whose reading is taken, or the marked spot for lx; none where commands are given.
    #[serde(default)]
    pub check: Option<CheckId>,
    /// What the meter is set to for it: `V`, `A`, `ohm` or `lx`.
    #[serde(default)]
    pub unit: Option<String>,
    /// SCPI commands, one after the other.
    #[serde(default)]
    pub commands: Vec<String>,
}

/// What a device answered.
#[derive(Debug, Serialize, ToSchema)]
pub struct DeviceAnswer {
    /// Who it says it is.
    pub identity: String,
    /// The reading.
    pub value: Option<f64>,
    /// Answers to the commands that ask.
    pub answers: Vec<String>,
}

/// Asks a device that speaks SCPI over TCP: a reading, or some commands.
#[utoipa::path(post, path = "/api/device", operation_id = "askDevice", request_body = DeviceAsked,
    responses((status = 200, body = DeviceAnswer), (status = 403, body = Problem),
        (status = 422, body = Problem), (status = 502, body = Problem)))]
pub(super) async fn ask_device(
    State(state): State<AppState>,
    Json(asked): Json<DeviceAsked>,
) -> Result<Json<DeviceAnswer>, Problem> {
    let allowed = state.reading(|store| store.workshop()).await?.devices;
    if !allowed.contains(&asked.address) {
        return Err(Problem::new(
            StatusCode::FORBIDDEN,
            "/problems/device",
            say::this_device_may_not_be_asked(),
            say::device_is_not_named(&asked.address),
        ));
    }
    let failed = |e: device::DeviceError| {
        Problem::new(
            StatusCode::BAD_GATEWAY,
            "/problems/device",
            say::the_device_did_not_answer(),
            e.to_string(),
        )
    };
    let mut line = device::Line::open(&asked.address).await.map_err(failed)?;
    let identity = line.identity.clone();
    let value = match &asked.check {
        Some(check) => {
            let unit = asked.unit.as_deref().unwrap_or("V");
            Some(line.measure(&check.0, unit).await.map_err(failed)?)
        }
        None => None,
    };
    let mut answers = Vec::new();
    for command in &asked.commands {
        if let Some(answer) = line.command(command).await.map_err(failed)? {
            answers.push(answer);
        }
    }
    Ok(Json(DeviceAnswer { identity, value, answers }))
}

fn refused(why: &str) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/reading",
        say::the_readings_cannot_be_taken(),
        why.to_owned(),
    )
}
