//! Kits: one plan for many vehicles; what each has otherwise, and what a newer issue would do on it.

use super::AppState;
use super::headers::{By, IfMatch};
use super::jobs::view as job_view;
use crate::compute::given_up;
use crate::extract::{Json, Path};
use crate::problem::Problem;
use axum::extract::State;
use axum::http::StatusCode;
use axum::response::Response;
use jovek_core::answers::{Answers, assess};
use jovek_core::base::wanted::Wanted;
use jovek_core::fleet::{self, Effects, Judged, KitDifference, KitUpdate, SisterReading};
use jovek_core::job::diff::{Change, changes_by_id};
use jovek_core::job::{DiffersReason, Job, KitId, MayDiffer};
use jovek_core::proof::{Proof, prove_while};
use jovek_phrases::fleet as say;
use jovek_store::{JobRow, KitRow, Listed, Store, VehicleRow};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// Most vehicles that a kit is laid onto at once.
const MOST_LAID: usize = 200;
/// Longest name of a kit, and longest reason.
const MOST_LETTERS: usize = 120;

/// A kit in the list.
#[derive(Debug, Serialize, ToSchema)]
pub struct KitLine {
    /// Its number.
    pub id: i64,
    /// What it is called.
    pub name: String,
    /// The newest issue.
    pub issue: i64,
    /// When it was issued.
    pub issued_at: String,
    /// Who issued it.
    pub issued_by: String,
    /// The job that is its pattern.
    pub pattern_job: i64,
    /// What may differ without a reason.
    pub may_differ: Vec<MayDiffer>,
    /// How many jobs follow it.
    pub jobs: i64,
}

impl From<KitRow> for KitLine {
    fn from(row: KitRow) -> Self {
        let KitRow { id, name, pattern_job, may_differ, issue, issued_at, issued_by, jobs } = row;
        KitLine { id: id.0, name, issue, issued_at, issued_by, pattern_job, may_differ, jobs }
    }
}

/// All kits.
#[derive(Debug, Serialize, ToSchema)]
pub struct Kits {
    /// By name.
    pub kits: Vec<KitLine>,
}

/// A job to make a kit of.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewKit {
    /// What it is called.
    pub name: String,
    /// The job that is its pattern.
    pub job: i64,
    /// What may differ without a reason.
    pub may_differ: Vec<MayDiffer>,
}

/// A vehicle that follows a kit.
#[derive(Debug, Serialize, ToSchema)]
pub struct KitVehicle {
    /// Its job.
    pub job: i64,
    /// Revision of that.
    pub rev: i64,
    /// The vehicle of the register; none while its job has no unit.
    pub vehicle: Option<i64>,
    /// Its unit.
    pub unit: String,
    /// The issue that it follows.
    pub issue: i64,
    /// Where it differs from that.
    pub differences: Vec<KitDifference>,
    /// What the newest issue would do on it; none where it has that already.
    pub update: Option<KitUpdate>,
}

/// A kit with its vehicles.
#[derive(Debug, Serialize, ToSchema)]
pub struct KitView {
    /// The kit.
    #[serde(flatten)]
    pub kit: KitLine,
    /// What changed in the pattern since the newest issue; none where the pattern cannot be read.
    pub unissued: Vec<Change>,
    /// The vehicles.
    pub vehicles: Vec<KitVehicle>,
    /// Jobs that follow it and cannot be read.
    pub unreadable: Vec<i64>,
}

/// Vehicles to lay a kit onto.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LaidOnto {
    /// Ids of the vehicles.
    pub vehicles: Vec<i64>,
}

/// What may differ from now on.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Points {
    /// The points.
    pub may_differ: Vec<MayDiffer>,
}

/// How a job takes the newest issue.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Taken {
    /// The job.
    pub job: i64,
    /// True where circuits on which somebody has worked are to be done again.
    pub again: bool,
}

/// Why a job differs from its kit.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Differs {
    /// The job.
    pub job: i64,
    /// The place.
    pub at: String,
    /// Why; empty takes a reason away.
    pub why: String,
}

/// All kits.
#[utoipa::path(get, path = "/api/kits", operation_id = "listKits",
    responses((status = 200, body = Kits)))]
pub(super) async fn list(State(state): State<AppState>) -> Result<Json<Kits>, Problem> {
    let kits = state.reading(|store| store.kits()).await?;
    Ok(Json(Kits { kits: kits.into_iter().map(KitLine::from).collect() }))
}

/// Makes a kit of a job; the job stays the pattern of the next issue.
#[utoipa::path(post, path = "/api/kits", operation_id = "addKit", request_body = NewKit,
    responses((status = 201, body = KitLine), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn add(
    State(state): State<AppState>,
    By(by): By,
    Json(new): Json<NewKit>,
) -> Result<(StatusCode, Json<KitLine>), Problem> {
    let name = new.name.trim().to_owned();
    if name.is_empty() || name.chars().count() > MOST_LETTERS {
        return Err(refused(say::name_the_kit()));
    }
    let kit = state
        .writing(move |store| {
            let plan = fleet::pattern(&store.get(new.job)?.job);
            let id = store.add_kit(&name, (new.job, &plan), &new.may_differ, &by)?;
            store.kit(id)
        })
        .await?;
    Ok((StatusCode::CREATED, Json(kit.into())))
}

/// A kit with its vehicles: what each has otherwise, and what the newest issue would do on it.
#[utoipa::path(get, path = "/api/kits/{id}", operation_id = "getKit", params(("id" = i64, Path)),
    responses((status = 200, body = KitView), (status = 404, body = Problem)))]
pub(super) async fn view(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<KitView>, Problem> {
    seen(&state, KitId(id)).await.map(Json)
}

async fn seen(state: &AppState, id: KitId) -> Result<KitView, Problem> {
    let read = state.reading(move |store| {
        let kit = store.kit(id)?;
        let pattern = store.get(kit.pattern_job).ok();
        let mut issues = BTreeMap::from([(kit.issue, store.kit_issue(id, kit.issue)?)]);
        let (mut rows, mut unreadable) = (Vec::new(), Vec::new());
        for listed in store.jobs_of_kit(id)? {
            match listed {
                Listed::Job(row) => rows.push(*row),
                Listed::Unreadable(row) => unreadable.push(row.id),
            }
        }
        for issue in rows.iter().filter_map(|r| r.job.follows.as_ref()).map(|f| f.issue) {
            if let std::collections::btree_map::Entry::Vacant(entry) = issues.entry(issue) {
                entry.insert(store.kit_issue(id, issue)?);
            }
        }
        Ok((kit, pattern, issues, rows, unreadable))
    });
    let (kit, pattern, issues, rows, unreadable) = read.await?;
    let newest = kit.issue;
    let points = kit.may_differ.clone();
    let compared = move || {
        let plan = issues.get(&newest).map(fleet::plan).unwrap_or_default();
        let unissued = pattern.map_or_else(Vec::new, |row| {
            changes_by_id(&plan, &fleet::plan(&fleet::pattern(&row.job)))
        });
        let each = rows.iter().filter_map(|row| vehicle(row, &issues, newest, &points));
        (unissued, each.collect())
    };
    let (unissued, vehicles) = state.compute.short(compared).await?;
    Ok(KitView { kit: kit.into(), unissued, vehicles, unreadable })
}

fn vehicle(
    row: &JobRow,
    issues: &BTreeMap<i64, Job>,
    newest: i64,
    points: &[MayDiffer],
) -> Option<KitVehicle> {
    let follows = row.job.follows.as_ref()?;
    let followed = issues.get(&follows.issue)?;
    let differences = fleet::differences(followed, &row.job, points);
    let update = (follows.issue < newest)
        .then(|| issues.get(&newest))
        .flatten()
        .map(|new| fleet::update((followed, new), newest, &row.job));
    Some(KitVehicle {
        job: row.id,
        rev: row.rev,
        vehicle: row.vehicle,
        unit: row.job.unit.clone(),
        issue: follows.issue,
        differences,
        update,
    })
}

/// What a vehicle's differences do, and what the newest issue would do on it.
#[derive(Debug, Serialize, ToSchema)]
pub struct KitEffects {
    /// The vehicle against the issue that it follows.
    pub here: Effects,
    /// The newest issue against the vehicle as it is; none where it has that already.
    pub update: Option<Effects>,
}

/// What it does that a vehicle is not as its kit: sizes, parts and proof.
#[utoipa::path(get, path = "/api/jobs/{id}/kit-effects", operation_id = "kitEffects",
    params(("id" = i64, Path)),
    responses((status = 200, body = KitEffects), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn effects(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<KitEffects>, Problem> {
    let read = state.reading(move |store| {
        let job = store.get(id)?.job;
        let Some(follows) = job.follows.clone() else { return Ok(None) };
        let newest = store.kit(follows.kit)?.issue;
        let issue = |issue| store.kit_issue(follows.kit, issue);
        let newer = if follows.issue < newest { Some(issue(newest)?) } else { None };
        Ok(Some((issue(follows.issue)?, newer.map(|new| (newest, new)), job)))
    });
    let read = read.await?;
    let (followed, newer, job) = read.ok_or_else(|| refused(say::it_follows_another_issue()))?;
    let told = move |wanted: &Wanted| {
        let judge = |job: &Job| Some((assess(job), prove_while(job, Vec::new(), wanted)?));
        let here = judge(&job)?;
        let next =
            newer.and_then(|(newest, new)| fleet::updated((&followed, &new), newest, &job, true));
        let update = match &next {
            Some(next) => Some(between(&here, &judge(next)?)),
            None => None,
        };
        Some(KitEffects { here: between(&judge(&followed)?, &here), update })
    };
    let told = state.compute.long(told).await?;
    told.map(Json).ok_or_else(given_up)
}

fn between(before: &(Answers, Proof), after: &(Answers, Proof)) -> Effects {
    fleet::effects(judged(before), judged(after))
}

fn judged((answers, proof): &(Answers, Proof)) -> Judged<'_> {
    Judged { answers, proof }
}

/// Lays the newest issue onto vehicles: a job for each that does not follow it yet.
#[utoipa::path(post, path = "/api/kits/{id}/lay", operation_id = "layKit",
    params(("id" = i64, Path)), request_body = LaidOnto,
    responses((status = 200, body = KitView), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn lay(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(onto): Json<LaidOnto>,
) -> Result<Json<KitView>, Problem> {
    let id = KitId(id);
    if onto.vehicles.len() > MOST_LAID {
        return Err(refused(&say::more_rows_than(&MOST_LAID)));
    }
    let already = state
        .writing(move |store| {
            let kit = store.kit(id)?;
            let plan = store.kit_issue(id, kit.issue)?;
            let mut vehicles = Vec::with_capacity(onto.vehicles.len());
            for vehicle in onto.vehicles {
                let row = store.vehicle(vehicle)?;
                // By its own jobs, whatever it is called now.
                let mut jobs = store.jobs_of(vehicle)?.into_iter().filter_map(Listed::job);
                if jobs.any(|job| followed(&job.job, id).is_some()) {
                    return Ok(Some(row.vehicle.unit));
                }
                vehicles.push(row);
            }
            let laid = |row: VehicleRow| fleet::laid(&plan, &row.vehicle, (id, kit.issue));
            store.create_all(&vehicles.into_iter().map(laid).collect::<Vec<_>>(), &by)?;
            Ok(None)
        })
        .await?;
    match already {
        Some(unit) => Err(refused(&say::unit_follows_it_already(&unit))),
        None => seen(&state, id).await.map(Json),
    }
}

/// Issues the kit anew from its pattern. No vehicle changes by it: each takes it by itself.
#[utoipa::path(post, path = "/api/kits/{id}/issue", operation_id = "issueKit",
    params(("id" = i64, Path)),
    responses((status = 200, body = KitView), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn issue(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
) -> Result<Json<KitView>, Problem> {
    let id = KitId(id);
    let is_new = state
        .writing(move |store| {
            let kit = store.kit(id)?;
            let plan = fleet::pattern(&store.get(kit.pattern_job)?.job);
            if fleet::plan(&plan) == fleet::plan(&store.kit_issue(id, kit.issue)?) {
                return Ok(false);
            }
            store.issue_kit(id, &plan, &by)?;
            Ok(true)
        })
        .await?;
    match is_new {
        true => seen(&state, id).await.map(Json),
        false => Err(refused(say::nothing_to_issue())),
    }
}

/// Says what may differ without a reason.
#[utoipa::path(put, path = "/api/kits/{id}/points", operation_id = "setKitPoints",
    params(("id" = i64, Path)), request_body = Points,
    responses((status = 200, body = KitView), (status = 404, body = Problem)))]
pub(super) async fn set_points(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    Json(points): Json<Points>,
) -> Result<Json<KitView>, Problem> {
    let id = KitId(id);
    state.writing(move |store| store.set_may_differ(id, &points.may_differ, &by)).await?;
    seen(&state, id).await.map(Json)
}

/// What the sister vehicles read.
#[derive(Debug, Serialize, ToSchema)]
pub struct Sisters {
    /// Other vehicles of the kit.
    pub vehicles: usize,
    /// Check by check, where enough of them were read.
    pub readings: Vec<SisterReading>,
}

/// What the other vehicles of a job's kit read at the same places; nothing for a job that follows none.
#[utoipa::path(get, path = "/api/jobs/{id}/sisters", operation_id = "sisters",
    params(("id" = i64, Path)),
    responses((status = 200, body = Sisters), (status = 404, body = Problem)))]
pub(super) async fn sisters(
    State(state): State<AppState>,
    Path(id): Path<i64>,
) -> Result<Json<Sisters>, Problem> {
    let read = move |store: &Store| {
        let own = store.get(id)?;
        let kit = own.job.follows.as_ref().map(|f| f.kit);
        let all = kit.map_or_else(|| Ok(Vec::new()), |kit| store.jobs_of_kit(kit))?;
        let others = all.into_iter().filter_map(Listed::job).filter(|other| other.id != id);
        Ok((own, others.map(|other| other.job).collect::<Vec<Job>>()))
    };
    let (own, others) = state.reading(read).await?;
    let answers = state.answers_of(&own).await?;
    let readings = state
        .compute
        .short(move || {
            let others: Vec<&Job> = others.iter().collect();
            let found = fleet::sisters(&own.job, answers.known.answers(), &others);
            Sisters { vehicles: others.len(), readings: found }
        })
        .await?;
    Ok(Json(readings))
}

/// Takes the newest issue into a job, made from the revision in `If-Match`. A signed job refuses it.
#[utoipa::path(post, path = "/api/kits/{id}/take", operation_id = "takeKit",
    params(("id" = i64, Path), ("If-Match" = String, Header)), request_body = Taken,
    responses((status = 200, body = super::JobView), (status = 404, body = Problem),
        (status = 409, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn take(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    IfMatch(from): IfMatch,
    Json(taken): Json<Taken>,
) -> Result<Response, Problem> {
    let id = KitId(id);
    let row = state
        .writing(move |store| {
            let (kit, job) = (store.kit(id)?, store.get(taken.job)?.job);
            let Some(issue) = followed(&job, id) else { return Ok(None) };
            let issues = (store.kit_issue(id, issue)?, store.kit_issue(id, kit.issue)?);
            let of = (&issues.0, &issues.1);
            match fleet::updated(of, kit.issue, &job, taken.again) {
                Some(next) => store.save(taken.job, from, &next, &by).map(Some),
                None => Ok(None),
            }
        })
        .await?;
    let row = row.ok_or_else(|| refused(say::it_follows_another_issue()))?;
    job_view(&state, row).await
}

/// Says why a job differs from its kit at a place, made from the revision in `If-Match`.
#[utoipa::path(post, path = "/api/kits/{id}/reason", operation_id = "sayWhyItDiffers",
    params(("id" = i64, Path), ("If-Match" = String, Header)), request_body = Differs,
    responses((status = 200, body = super::JobView), (status = 404, body = Problem),
        (status = 409, body = Problem), (status = 412, body = Problem),
        (status = 422, body = Problem)))]
pub(super) async fn say_why(
    State(state): State<AppState>,
    Path(id): Path<i64>,
    By(by): By,
    IfMatch(from): IfMatch,
    Json(differs): Json<Differs>,
) -> Result<Response, Problem> {
    let id = KitId(id);
    let why = differs.why.trim().to_owned();
    if why.chars().count() > MOST_LETTERS {
        return Err(refused(say::say_why_it_differs()));
    }
    let row = state
        .writing(move |store| {
            store.kit(id)?;
            let mut job = store.get(differs.job)?.job;
            if followed(&job, id).is_none() {
                return Ok(None);
            }
            if let Some(follows) = &mut job.follows {
                follows.reasons.retain(|r| r.at != differs.at);
                if !why.is_empty() {
                    follows.reasons.push(DiffersReason { at: differs.at, why });
                }
            }
            store.save(differs.job, from, &job, &by).map(Some)
        })
        .await?;
    let row = row.ok_or_else(|| refused(say::it_follows_another_issue()))?;
    job_view(&state, row).await
}

/// The issue of a kit that a job follows.
fn followed(job: &Job, kit: KitId) -> Option<i64> {
    job.follows.as_ref().filter(|f| f.kit == kit).map(|f| f.issue)
}

fn refused(why: &str) -> Problem {
    Problem::new(
        StatusCode::UNPROCESSABLE_ENTITY,
        "/problems/kit",
        say::the_kit_is_not_kept(),
        why.to_owned(),
    )
}
