//! Vehicles of the fleet: the register, its lists as CSV, and the life of each vehicle.

use super::AppState;
use super::headers::By;
use super::stock::ListText;
use crate::extract::{Json, Path, Query};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::IntoResponse;
use jovek_core::fleet::{self, LifeEntry, LifeKind, RegisterRead};
use jovek_core::job::FleetVehicle;
use jovek_phrases::fleet as say;
use jovek_store::{JobRow, Listed, PictureInfo, VehicleRow};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

/// Vehicles of a page.
const PAGE: usize = 50;
/// Most vehicles of a register: as many as are written to one list.
const MOST: usize = 20_000;

/// Which vehicles are asked for.
#[derive(Debug, Default, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct VehiclesAsked {
    /// Words that must all stand in what is known of it.
    #[serde(default)]
    pub find: String,
    /// Number of the first, from 0.
    #[serde(default)]
    pub from: usize,
}

/// A vehicle of the register.
#[derive(Debug, Serialize, ToSchema)]
pub struct VehicleLine {
    /// Id.
    pub id: i64,
    /// What is known of it.
    pub vehicle: FleetVehicle,
    /// How many jobs it has.
    pub jobs: i64,
}

impl From<VehicleRow> for VehicleLine {
    fn from(row: VehicleRow) -> Self {
        VehicleLine { id: row.id, vehicle: row.vehicle, jobs: row.jobs }
    }
}

/// A page of the register.
#[derive(Debug, Serialize, ToSchema)]
pub struct Vehicles {
    /// The vehicles, by unit.
    pub lines: Vec<VehicleLine>,
    /// How many there are in all.
    pub found: i64,
    /// Most on a page.
    pub page: usize,
}

/// Vehicles to take into the register.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct VehiclesTaken {
    /// The vehicles.
    pub vehicles: Vec<FleetVehicle>,
}

/// A job of a vehicle.
#[derive(Debug, Serialize, ToSchema)]
pub struct VehicleJob {
    /// Id.
    pub id: i64,
    /// What the job is; empty where it cannot be read.
    pub title: String,
    /// When it was last saved.
    pub saved_at: String,
    /// True for a job that is signed and not opened again.
    pub is_signed: bool,
    /// Why it cannot be read.
    pub unreadable: Option<String>,
}

/// Something that happened to a vehicle, and in which job.
#[derive(Debug, Serialize, ToSchema)]
pub struct VehicleEvent {
    /// The job.
    pub job: i64,
    /// The picture; none where it is something else.
    pub picture: Option<i64>,
    /// What happened.
    #[serde(flatten)]
    pub entry: LifeEntry,
}

/// A vehicle over its life.
#[derive(Debug, Serialize, ToSchema)]
pub struct VehicleLife {
    /// Id.
    pub id: i64,
    /// What is known of it.
    pub vehicle: FleetVehicle,
    /// Its jobs, newest first.
    pub jobs: Vec<VehicleJob>,
    /// What happened, newest first.
    pub events: Vec<VehicleEvent>,
}

/// Vehicles of the register, a page of them.
#[utoipa::path(get, path = "/api/vehicles", operation_id = "listVehicles", params(VehiclesAsked),
    responses((status = 200, body = Vehicles)))]
pub(super) async fn list(
    State(state): State<AppState>,
    Query(asked): Query<VehiclesAsked>,
) -> Result<Json<Vehicles>, Problem> {
    let page = state.reading(move |s| s.vehicles(&asked.find, asked.from, PAGE)).await?;
    let lines = page.rows.into_iter().map(VehicleLine::from).collect();
    Ok(Json(Vehicles { lines, found: page.found, page: PAGE }))
}

/// Adds a vehicle.
#[utoipa::path(post, path = "/api/vehicles", operation_id = "addVehicle", request_body = FleetVehicle,
    responses((status = 201, body = VehicleLine), (status = 409, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn add(
    State(state): State<AppState>,
    By(by): By,
    Json(vehicle): Json<FleetVehicle>,
) -> Result<(StatusCode, Json<VehicleLine>), Problem> {
    let row = put(&state, None, vehicle, by).await?;
    Ok((StatusCode::CREATED, Json(row)))
}

/// Changes what is known of a vehicle.
#[utoipa::path(put, path = "/api/vehicles/{id}", operation_id = "changeVehicle",
    params(("id" = i64, Path)), request_body = FleetVehicle,
    responses((status = 200, body = VehicleLine), (status = 404, body = Problem),
        (status = 409, body = Problem), (status = 422, body = Problem)))]
pub(super) async fn change(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(vehicle): Json<FleetVehicle>,
) -> Result<Json<VehicleLine>, Problem> {
    put(&state, Some(id), vehicle, by).await.map(Json)
}

async fn put(
    state: &AppState,
    id: Option<i64>,
    vehicle: FleetVehicle,
    by: String,
) -> Result<VehicleLine, Problem> {
    sound(&vehicle)?;
    let row = state
        .writing(move |store| {
            let id = store.put_vehicle(id, &vehicle, &by)?;
            store.vehicle(id)
        })
        .await?;
    Ok(row.into())
}

/// Takes a vehicle without jobs out of the register.
#[utoipa::path(delete, path = "/api/vehicles/{id}", operation_id = "forgetVehicle",
    params(("id" = i64, Path)),
    responses((status = 204), (status = 404, body = Problem), (status = 409, body = Problem)))]
pub(super) async fn forget(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
) -> Result<StatusCode, Problem> {
    state.writing(move |store| store.forget_vehicle(id, &by)).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// A vehicle over its life: jobs, signatures, visits, readings, pictures.
#[utoipa::path(get, path = "/api/vehicles/{id}", operation_id = "vehicleLife",
    params(("id" = i64, Path)),
    responses((status = 200, body = VehicleLife), (status = 404, body = Problem)))]
pub(super) async fn life(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<VehicleLife>, Problem> {
    let (row, listed) =
        state.reading(move |store| Ok((store.vehicle(id)?, store.jobs_of(id)?))).await?;
    let mut events = Vec::new();
    for job in listed.iter().filter_map(|l| if let Listed::Job(row) = l { Some(row) } else { None })
    {
        let number = job.id;
        let answers = state.answers_of(job).await?;
        let in_job = fleet::life(&job.job, &answers.known.answers().checks);
        events.extend(in_job.into_iter().map(|entry| VehicleEvent {
            job: number,
            picture: None,
            entry,
        }));
        let pictures = state.reading(move |store| store.pictures(number)).await?;
        events.extend(pictures.into_iter().map(|p| picture_event(number, p)));
    }
    // Times come with the offset of whoever wrote them: the moment counts, not its letters.
    events.sort_by_key(|e| {
        std::cmp::Reverse(e.entry.at.parse::<jiff::Timestamp>().unwrap_or(jiff::Timestamp::MIN))
    });
    let jobs = listed.into_iter().map(VehicleJob::from).collect();
    Ok(Json(VehicleLife { id: row.id, vehicle: row.vehicle, jobs, events }))
}

fn picture_event(job: i64, picture: PictureInfo) -> VehicleEvent {
    let text = say::picture_of(&picture.name);
    let entry = LifeEntry { at: picture.at, by: picture.who, kind: LifeKind::Picture, text };
    VehicleEvent { job, picture: Some(picture.id), entry }
}

impl From<Listed> for VehicleJob {
    fn from(listed: Listed) -> Self {
        match listed {
            Listed::Job(row) => {
                let JobRow { id, saved_at, job, .. } = *row;
                let is_signed = job.record.signature().is_some();
                VehicleJob { id, title: job.title, saved_at, is_signed, unreadable: None }
            }
            Listed::Unreadable(row) => VehicleJob {
                id: row.id,
                title: String::new(),
                saved_at: row.saved_at,
                is_signed: false,
                unreadable: Some(row.what),
            },
        }
    }
}

/// Reads a register: rows that can be taken and what they change, and bad rows by name. Nothing is saved.
#[utoipa::path(post, path = "/api/vehicles/read", operation_id = "readVehicles",
    request_body = ListText,
    responses((status = 200, body = RegisterRead), (status = 422, body = Problem)))]
pub(super) async fn read(
    State(state): State<AppState>,
    Json(list): Json<ListText>,
) -> Result<Json<RegisterRead>, Problem> {
    let there = state.reading(|store| store.vehicles("", 0, MOST)).await?;
    let read = move || {
        let there: Vec<FleetVehicle> = there.rows.into_iter().map(|r| r.vehicle).collect();
        fleet::read(&list.text, &there)
    };
    let read = state.compute.short(read).await?;
    read.map(Json).map_err(|e| refused(&e.to_string()))
}

/// Takes vehicles into the register; one whose unit is there gets the new facts.
#[utoipa::path(post, path = "/api/vehicles/take", operation_id = "takeVehicles",
    request_body = VehiclesTaken,
    responses((status = 204), (status = 422, body = Problem)))]
pub(super) async fn take(
    State(state): State<AppState>,
    By(by): By,
    Json(taken): Json<VehiclesTaken>,
) -> Result<StatusCode, Problem> {
    if taken.vehicles.len() > MOST {
        return Err(refused(&say::more_rows_than(&MOST)));
    }
    taken.vehicles.iter().try_for_each(sound)?;
    state.writing(move |store| store.take_vehicles(&taken.vehicles, &by)).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// The register as CSV.
#[utoipa::path(get, path = "/api/vehicles/csv", operation_id = "vehiclesCsv",
    responses((status = 200, body = String, content_type = "text/csv")))]
pub(super) async fn csv(State(state): State<AppState>) -> Result<impl IntoResponse, Problem> {
    let (page, shop) =
        state.reading(|store| Ok((store.vehicles("", 0, MOST)?, store.shop()?))).await?;
    let vehicles: Vec<FleetVehicle> = page.rows.into_iter().map(|r| r.vehicle).collect();
    let heads = [
        (header::CONTENT_TYPE, "text/csv; charset=utf-8"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"vehicles.csv\""),
    ];
    Ok((heads, fleet::csv(&vehicles, shop.units)))
}

fn sound(vehicle: &FleetVehicle) -> Result<(), Problem> {
    fleet::fault(vehicle).map_or(Ok(()), |why| Err(refused(&why)))
}

fn refused(why: &str) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/vehicle",
        say::the_vehicle_is_not_kept(),
        why.to_owned(),
    )
}
