//! A kit: one plan for many vehicles. What each of them has otherwise, and what a changed kit would change on it.

use super::merge::merged;
use jovek_job::diff::{Change, changes_by_id};
use jovek_job::{FleetVehicle, Follows, Job, KitId, MayDiffer, Probe, Record};
use serde::Serialize;
use serde_json::Value;
use utoipa::ToSchema;

/// What of a job is its vehicle's own: who it is, what was read, done, seen and tried on it.
const OWN: [&str; 9] =
    ["unit", "title", "follows", "readings", "search", "work", "record", "states", "shift"];

/// A place at which a vehicle differs from its kit.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KitDifference {
    /// The place, and what stands in the kit (`before`) and on the vehicle (`after`).
    #[serde(flatten)]
    pub change: Change,
    /// The point of the kit under which it may differ; none where none says so.
    pub under: Option<MayDiffer>,
    /// Why it differs; empty where nobody said.
    pub why: String,
    /// True where neither the kit allows it nor anybody said why.
    pub is_open: bool,
}

/// What a newer issue of the kit would do on a vehicle.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KitUpdate {
    /// What would change.
    pub changes: Vec<Change>,
    /// Of that, what lies in circuits on which somebody has worked already.
    pub fitted: Vec<Change>,
    /// What the kit changed and the vehicle keeps as its own.
    pub kept: Vec<Change>,
    /// True where the job is signed: nothing is changed, it takes a recall.
    pub is_signed: bool,
}

/// The plan of a job: what is the same on every vehicle of its kit.
pub fn plan(job: &Job) -> Value {
    // A job always serialises.
    let mut plan = serde_json::to_value(job).unwrap_or_default();
    if let Value::Object(fields) = &mut plan {
        fields.retain(|name, _| !OWN.contains(&name.as_str()));
        if let Some(Value::Object(vehicle)) = fields.get_mut("vehicle") {
            vehicle.remove("name");
        }
    }
    plan
}

/// A kit's plan as a job by itself, without what was the pattern vehicle's own: what the meter said of its wires is to
/// be read on each vehicle.
pub fn pattern(job: &Job) -> Job {
    let mut kit = job.clone();
    (kit.unit, kit.vehicle.name, kit.follows) = (String::new(), String::new(), None);
    (kit.readings, kit.search, kit.work, kit.record) =
        (Vec::new(), None, Vec::new(), Record::default());
    (kit.states, kit.shift) = (Vec::new(), None);
    for wire in &mut kit.factory {
        (wire.probe, wire.survey) = (Probe::default(), None);
    }
    kit
}

/// The job of a vehicle that follows a kit.
pub fn laid(kit: &Job, vehicle: &FleetVehicle, follows: (KitId, i64)) -> Job {
    let mut job = pattern(kit);
    job.unit.clone_from(&vehicle.unit);
    job.vehicle.name.clone_from(&vehicle.model);
    let (kit, issue) = follows;
    job.follows = Some(Follows { kit, issue, reasons: Vec::new() });
    job
}

/// Where a vehicle differs from the issue of its kit that it follows.
pub fn differences(kit: &Job, job: &Job, may_differ: &[MayDiffer]) -> Vec<KitDifference> {
    let reasons = job.follows.as_ref().map_or(&[][..], |f| f.reasons.as_slice());
    changes_by_id(&plan(kit), &plan(job))
        .into_iter()
        .map(|change| {
            let under = point(&change).filter(|p| may_differ.contains(p));
            let said = reasons.iter().find(|r| r.at == change.path);
            let why = said.map_or_else(String::new, |r| r.why.clone());
            let is_open = under.is_none() && why.is_empty();
            KitDifference { change, under, why, is_open }
        })
        .collect()
}

/// The point of a kit that a place belongs to; none for what makes the plan itself.
fn point(change: &Change) -> Option<MayDiffer> {
    let path = change.path.as_str();
    let last = path.rsplit('.').next().unwrap_or(path);
    let is_whole_circuit =
        path.starts_with("circuits[") && path.ends_with(']') && !path.contains('.');
    match last {
        _ if is_whole_circuit && change.after.is_none() => Some(MayDiffer::Circuits),
        "colour" if path.starts_with("factory[") => Some(MayDiffer::Colours),
        "lead_colour" => Some(MayDiffer::Colours),
        _ if path.contains(".probe") || path.contains(".survey") || path.contains("measured") => {
            Some(MayDiffer::Readings)
        }
        "internal_mohm" | "existing_a" | "output_a" => Some(MayDiffer::Readings),
        _ if path.starts_with("skeleton.ways") || last.ends_with("_m") => Some(MayDiffer::Lengths),
        _ if path.contains(".sites") || path.starts_with("skeleton") => Some(MayDiffer::Places),
        _ => None,
    }
}

/// The job with a newer issue of its kit taken in; what it has of its own stays, and so do circuits on which somebody has
/// worked unless they are to be done again.
pub fn updated(kit: (&Job, &Job), issue: i64, job: &Job, again: bool) -> Option<Job> {
    let (old, new) = (plan(kit.0), plan(kit.1));
    let here = serde_json::to_value(job).ok()?;
    let begun = begun(job);
    let may_take = |path: &str| again || !begun.iter().any(|circuit| lies_in(path, circuit));
    // The vehicle's own fields stand in neither issue: they stay.
    let value = merged(Some(&old), Some(&new), Some(&here), "", &may_take)?;
    let mut next: Job = serde_json::from_value(value).ok()?;
    next.follows = job.follows.clone().map(|f| Follows { issue, ..f });
    Some(next)
}

/// What a newer issue would do on a vehicle.
pub fn update(kit: (&Job, &Job), issue: i64, job: &Job) -> KitUpdate {
    let next = updated(kit, issue, job, true).unwrap_or_else(|| job.clone());
    let changes = changes_by_id(&plan(job), &plan(&next));
    let begun = begun(job);
    let is_fitted = |c: &&Change| begun.iter().any(|circuit| lies_in(&c.path, circuit));
    let fitted = changes.iter().filter(is_fitted).cloned().collect();
    // A vehicle that had it so already keeps nothing of its own.
    let still = changes_by_id(&plan(kit.1), &plan(&next));
    let of_kit = changes_by_id(&plan(kit.0), &plan(kit.1));
    let kept = of_kit.into_iter().filter(|c| still.iter().any(|s| s.path == c.path)).collect();
    let is_signed = job.record.signature().is_some();
    KitUpdate { changes, fitted, kept, is_signed }
}

/// Ids of the circuits on which somebody has begun.
fn begun(job: &Job) -> Vec<String> {
    let ids = job.circuits.iter().map(|c| c.id.0.clone());
    let is_in = |step: &str, id: &str| step.split('.').skip(1).any(|part| part == id);
    ids.filter(|id| job.work.iter().any(|mark| is_in(&mark.step.0, id))).collect()
}

fn lies_in(path: &str, circuit: &str) -> bool {
    path.strip_prefix("circuits[")
        .is_some_and(|rest| rest.strip_prefix(circuit).is_some_and(|rest| rest.starts_with(']')))
}
