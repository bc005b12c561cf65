//! Twelve pickups that should come out the same: one kit, four of them signed, two in the bays, one of another trim, one
//! with a reading that its sisters do not have, and an issue of the kit that waits for the others.

use super::{APPRENTICE, FITTER, HALT_LANE, LEAD, PLANNER};
use anyhow::Context;
use jiff::{SignedDuration, Timestamp, Unit};
use jovek_core::answers::assess;
use jovek_core::fleet::{laid, pattern};
use jovek_core::job::{CheckId, DiffersReason, Job, Mark, MayDiffer, Reading, StepMark};
use jovek_core::prove::{Check, Quantity};
use jovek_core::record::Closing;
use jovek_core::work::work;
use jovek_store::Store;

/// The plan of the kit.
pub(super) const KIT: &str = "kits/pickups.json";
/// What it is called.
const NAME: &str = "Pickup kit: work lamps and beacons";
/// What may differ from pickup to pickup.
const MAY_DIFFER: [MayDiffer; 4] =
    [MayDiffer::Lengths, MayDiffer::Colours, MayDiffer::Readings, MayDiffer::Places];
/// The work lamp that is bought from now on, W: the one before is not made any more.
const NEW_LAMP_W: f64 = 32.0;

/// How far a pickup is.
#[derive(Clone, Copy)]
enum Stand {
    /// Nobody has begun.
    Planned,
    /// So many days ago it was done and signed.
    Signed(i64),
    /// In a bay: done as far as the step before the first of this kind.
    InBay(&'static str),
}

/// The pickups, in the order in which they come in.
const PICKUPS: [(&str, Stand); 12] = [
    ("51", Stand::Signed(9)),
    ("53", Stand::Signed(8)),
    ("54", Stand::Signed(7)),
    ("56", Stand::Signed(3)),
    (ODD, Stand::InBay("test.")),
    (OTHER_TRIM, Stand::InBay("mount.")),
    ("52", Stand::Planned),
    ("55", Stand::Planned),
    ("58", Stand::Planned),
    ("59", Stand::Planned),
    ("61", Stand::Planned),
    ("62", Stand::Planned),
];

/// The one with a reading that its sisters do not have.
const ODD: &str = "57";
/// That reading: the ground of the work lamps, V.
const ODD_GROUND_V: f64 = 0.41;
/// The one without a roof bar.
const OTHER_TRIM: &str = "60";

/// Minutes of the first pickup against the plan, and the exponent by which the next ones are quicker: a learning curve of
/// 85 %, invented as the rest of the demo.
const FIRST: f64 = 1.25;
const EXPONENT: f64 = -0.234;

/// Makes the kit, lays it onto the pickups, brings each as far as it is, and issues the kit anew.
///
/// # Errors
/// The store's.
pub(super) fn lay(store: &Store, plan: &Job, now: Timestamp) -> anyhow::Result<()> {
    let pattern_job = store.create(plan, PLANNER)?;
    let first_issue = pattern(plan);
    let kit = store.add_kit(NAME, (pattern_job, &first_issue), &MAY_DIFFER, LEAD)?;
    for (place, (unit, stand)) in PICKUPS.into_iter().enumerate() {
        let found = store.vehicles(unit, 0, PICKUPS.len())?.rows;
        let row = found.into_iter().find(|row| row.vehicle.unit == unit);
        let vehicle = row.with_context(|| format!("vehicle {unit} of the demo"))?.vehicle;
        let mut job = laid(&first_issue, &vehicle, (kit, 1));
        if unit == OTHER_TRIM {
            without_roof_bar(&mut job);
        }
        let factor = FIRST * ((place + 1) as f64).powf(EXPONENT);
        let ends = match stand {
            Stand::Planned => None,
            Stand::Signed(days) => Some((now - SignedDuration::from_hours(24 * days), "")),
            Stand::InBay(before) => Some((now - SignedDuration::from_hours(1), before)),
        };
        if let Some((end, before)) = ends {
            job.work = marks(&job, before, factor, end);
            job.readings = readings(&job, before, place, end);
        }
        let id = store.create(&job, if ends.is_some() { FITTER } else { HALT_LANE })?;
        if let Stand::Signed(_) = stand {
            let row = store.get(id)?;
            store.sign(id, row.rev, LEAD, &Closing::default())?;
        }
    }
    let mut newer = plan.clone();
    for light in newer.circuits.iter_mut().take(1).flat_map(|c| &mut c.lights) {
        light.label_w = Some(NEW_LAMP_W);
    }
    let row = store.get(pattern_job)?;
    store.save(pattern_job, row.rev, &newer, PLANNER)?;
    store.issue_kit(kit, &pattern(&newer), LEAD)?;
    Ok(())
}

/// One beacon on the rack in place of two on a roof bar, and why.
fn without_roof_bar(job: &mut Job) {
    let Some(beacons) = job.circuits.get_mut(1) else { return };
    for light in &mut beacons.lights {
        light.count = 1;
    }
    if let Some(wires) = &mut beacons.run.to_lamps {
        wires.each.truncate(1);
    }
    let why = "No roof bar on this trim: one beacon on the rack".to_owned();
    let at = ["circuits[beacons].lights[beacon].count", "circuits[beacons].run.to_lamps.each"];
    if let Some(follows) = &mut job.follows {
        let reasons = at.map(|at| DiffersReason { at: at.to_owned(), why: why.clone() });
        follows.reasons = reasons.to_vec();
    }
}

/// Marks of the steps up to the first that begins so, one behind the other, the last at the end.
fn marks(job: &Job, before: &str, factor: f64, end: Timestamp) -> Vec<StepMark> {
    let steps = work(job, end).steps.into_iter().map(|s| s.step);
    let done = steps.take_while(|s| before.is_empty() || !s.id.0.starts_with(before));
    let mut at = end;
    let mut marks = Vec::new();
    for step in done.collect::<Vec<_>>().into_iter().rev() {
        let mark = |mark, at: Timestamp| StepMark {
            step: step.id.clone(),
            mark,
            at: stamp(at),
            by: FITTER.to_owned(),
            left_open: Vec::new(),
            why: String::new(),
        };
        marks.push(mark(Mark::Done, at));
        at -= SignedDuration::from_secs((step.minutes * 60.0 * factor) as i64);
        marks.push(mark(Mark::Start, at));
    }
    marks.reverse();
    marks
}

/// What the meter said: all of the short list on a pickup that is done, the first circuit's on the odd one.
fn readings(job: &Job, before: &str, place: usize, at: Timestamp) -> Vec<Reading> {
    let is_read = |check: &Check| match (before.is_empty(), job.unit.as_str()) {
        (true, _) => check.is_short,
        (false, ODD) => {
            check.circuit.as_ref() == job.circuits.first().map(|c| &c.id)
                && check.quantity != Quantity::YesNo
        }
        _ => false,
    };
    let checks = assess(job).checks;
    let read = checks.iter().enumerate().filter(|(_, check)| is_read(check));
    read.map(|(k, check)| Reading {
        check: check.id.clone(),
        value: if job.unit == ODD && check.id == CheckId("work.ground_v".to_owned()) {
            ODD_GROUND_V
        } else {
            as_read(check, 7 * place + 3 * k)
        },
        at: stamp(at),
        by: APPRENTICE.to_owned(),
    })
    .collect()
}

/// What a sound vehicle reads: what is expected, and up to 1.5 % beside it, other on each.
fn as_read(check: &Check, by: usize) -> f64 {
    let beside = 0.015 * ((by % 5) as f64 - 2.0) / 2.0;
    match check.quantity {
        Quantity::YesNo | Quantity::Ohm => check.expected,
        Quantity::V | Quantity::A => (check.expected * (1.0 + beside) * 100.0).round() / 100.0,
    }
}

/// To the second.
fn stamp(at: Timestamp) -> String {
    at.round(Unit::Second).unwrap_or(at).to_string()
}
