//! The as-built record: what was installed beside what was planned, and everything that a stranger needs two
//! years later.

use super::fuse_map::{FuseLine, fuse_map};
use super::visits::{Drift, Due, drift, due};
use crate::answers::{Answers, assess};
use crate::light::aim_sheet::aim_sheet;
use crate::light::lamps::lamps;
use crate::swap::notes::in_place;
use jiff::Timestamp;
use jovek_catalog::light::WALL_M;
use jovek_job::{
    Coding, Job, LampCircuit, Opened, Region, Signature, StepMark, SupplyState, SwapFunction,
    Visit, Watcher,
};
use jovek_phrases::common;
use jovek_phrases::record as say;
use jovek_plan::study::{Studied, study};
use serde::Serialize;
use utoipa::ToSchema;

/// What a switch does.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SwitchLine {
    /// The circuit.
    pub circuit: String,
    /// When it is lit, as one sentence.
    pub lit: String,
    /// What it must not be used for; empty where nothing is to be said.
    pub not_for: String,
}

/// Something as planned and as it is.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct BuiltLine {
    /// The circuit; empty for the vehicle.
    pub circuit: String,
    /// What.
    pub what: String,
    /// As planned.
    pub planned: String,
    /// As it is.
    pub is: String,
    /// True where both are not the same.
    pub differs: bool,
}

/// A coding value before and after.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CodingLine {
    /// The module, and what the bit turns on.
    pub module: String,
    /// `bit 6 set: 130 to 194`; what is wrong where it cannot be.
    pub text: String,
    /// True where it cannot be.
    pub is_wrong: bool,
}

/// A reading with its window.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ReadLine {
    /// What was read.
    pub name: String,
    /// The window.
    pub window: String,
    /// The reading; empty where none was taken.
    pub read: String,
    /// True where it is outside.
    pub is_off: bool,
}

/// Light at a spot.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LuxLine {
    /// The spot.
    pub spot: String,
    /// `4 lx before, 61 lx after: 15 times as much`.
    pub text: String,
}

/// The as-built record.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct AsBuilt {
    /// Unit number.
    pub unit: String,
    /// The job.
    pub title: String,
    /// The vehicle.
    pub vehicle: String,
    /// Signatures, the last one in force unless it was opened again.
    pub signed: Vec<Signature>,
    /// What was fitted, circuit by circuit.
    pub fitted: Vec<BuiltLine>,
    /// Fuses.
    pub fuses: Vec<FuseLine>,
    /// Switches.
    pub switches: Vec<SwitchLine>,
    /// Pins, line by line.
    pub pins: Vec<String>,
    /// Coding values.
    pub coding: Vec<CodingLine>,
    /// Wire left coiled, and where.
    pub slack: Vec<String>,
    /// What was cut or taken off.
    pub cut: Vec<String>,
    /// Steps that were marked done with something open, and why.
    pub done_open: Vec<String>,
    /// Readings when it was signed; the last ones while it is open.
    pub readings: Vec<ReadLine>,
    /// Light before and after.
    pub lux: Vec<LuxLine>,
    /// How lamps were aimed.
    pub aim: Vec<String>,
    /// What to beware of.
    pub cautions: Vec<String>,
    /// Visits so far.
    pub visits: Vec<Visit>,
    /// Old readings beside new ones.
    pub drift: Vec<Drift>,
    /// The next visit.
    pub next: Option<Due>,
    /// What keeps it from being signed.
    pub holds: Vec<String>,
    /// Stop findings that somebody has to answer for.
    pub stops: Vec<String>,
    /// What else is open and wants a reason.
    pub left_open: Vec<String>,
}

/// Puts the record of a job together.
pub fn as_built(job: &Job, now: Timestamp) -> AsBuilt {
    let answers = assess(job);
    let vehicle = &job.vehicle;
    let standing = super::closing::standing(job);
    AsBuilt {
        unit: job.unit.clone(),
        title: job.title.clone(),
        vehicle: format!("{} {:.0} V", vehicle.name, vehicle.system.nominal_v()),
        signed: job.record.signed.clone(),
        fitted: fitted(job, &answers),
        fuses: fuse_map(job, &study(job)),
        switches: switches(job, &answers),
        pins: answers
            .pins
            .iter()
            .map(|p| {
                let pin = if p.pin.is_empty() { String::new() } else { format!(", {}", p.pin) };
                format!("{}: {}{pin}: {}, {}", p.circuit, p.connector, p.wire_text, p.wire)
            })
            .collect(),
        coding: job.record.coding.iter().map(coding_line).chain(swap_codings(job)).collect(),
        slack: job
            .record
            .slack
            .iter()
            .map(|s| say::coiled(&s.place, &job.shop.units.length(s.length_m)))
            .chain(kits_left(job))
            .collect(),
        cut: job.record.cut.clone(),
        done_open: done_open(job),
        readings: readings(job, &answers),
        lux: job.record.lux.iter().map(lux_line).collect(),
        aim: aimed(job),
        cautions: cautions(job),
        visits: job.record.visits.clone(),
        drift: drift(job, &answers),
        next: due(job, now),
        holds: standing.holds,
        stops: standing.stops,
        left_open: standing.open,
    }
}

fn fitted(job: &Job, answers: &Answers) -> Vec<BuiltLine> {
    let mut out = Vec::new();
    for circuit in &answers.circuits {
        let planned_lights: Vec<String> = job
            .circuits
            .iter()
            .filter(|c| c.id == circuit.id)
            .flat_map(|c| &c.lights)
            .map(|l| format!("{} x {}", l.count, l.name))
            .collect();
        let mut line = |what: &str, planned: String| {
            let told = job.record.otherwise.iter().find(|o| {
                o.circuit.as_ref() == Some(&circuit.id) && o.what.eq_ignore_ascii_case(what)
            });
            out.push(BuiltLine {
                circuit: circuit.name.clone(),
                what: what.into(),
                differs: told.is_some_and(|o| o.is != planned),
                is: told.map_or_else(|| planned.clone(), |o| o.is.clone()),
                planned,
            });
        };
        line(say::lamps(), planned_lights.join(", "));
        for choice in &circuit.choices {
            line(choice.part.label(), choice.label.clone());
        }
    }
    out.extend(swapped(job));
    let known = |circuit: &str, what: &str, lines: &[BuiltLine]| {
        lines.iter().any(|l| l.circuit == circuit && l.what.eq_ignore_ascii_case(what))
    };
    for o in &job.record.otherwise {
        let named = o.circuit.as_ref().and_then(|id| answers.circuits.iter().find(|c| c.id == *id));
        let circuit = named.map_or("", |c| c.name.as_str());
        if !known(circuit, &o.what, &out) {
            out.push(BuiltLine {
                circuit: circuit.into(),
                what: o.what.clone(),
                planned: o.planned.clone(),
                is: o.is.clone(),
                differs: o.planned != o.is,
            });
        }
    }
    out
}

/// How lamps were aimed: as it was told, then what was found on wall or ground. Without a steady state nothing was found.
fn aimed(job: &Job) -> Vec<String> {
    let told = job.record.aim.iter().map(|a| format!("{}: {}", a.lamp, a.how));
    let lamps = lamps(job, &study(job), SupplyState::EngineOff).unwrap_or_default();
    let wall_m = job.lighting.wall_m.unwrap_or(WALL_M);
    let sheet = aim_sheet(job, &lamps, wall_m, job.lighting.region.unwrap_or(Region::Us));
    let found = sheet.iter().filter_map(|a| {
        let how = if a.is_right? { say::in_range() } else { say::out_of_range() };
        Some(match &a.found_text {
            Some(text) => format!("{}: {text}, {how}", a.name),
            None => format!("{}: {}", a.name, a.says),
        })
    });
    told.chain(found).collect()
}

/// Bulbs that became LED, and what was put beside them.
fn swapped(job: &Job) -> Vec<BuiltLine> {
    let line = |swap: &SwapFunction, what: String, text: String| BuiltLine {
        circuit: swap.name.clone(),
        what,
        planned: text.clone(),
        is: text,
        differs: false,
    };
    let mut out = Vec::new();
    for swap in &job.swaps {
        for (place, led) in swap.leds() {
            let text = say::led_w_in_place(&place.count, &led.watt, &place.bulb);
            out.push(line(swap, place.place.clone(), text));
        }
        for what in in_place(swap) {
            out.push(line(swap, say::for_its_watcher().into(), what));
        }
    }
    out
}

fn switches(job: &Job, answers: &Answers) -> Vec<SwitchLine> {
    answers
        .circuits
        .iter()
        .map(|c| {
            let of = || job.circuits.iter().filter(|j| j.id == c.id);
            let mut lights = of().flat_map(|j| &j.lights);
            use jovek_job::LampRole as Role;
            let off_road = |role| matches!(role, Role::Work | Role::Driving);
            let not_for = if lights.any(|l| l.role.is_some_and(off_road)) {
                say::not_on_the_road_it_dazzles()
            } else if of().any(LampCircuit::flashes) {
                say::only_where_local_law_allows()
            } else {
                ""
            };
            SwitchLine {
                circuit: c.name.clone(),
                lit: c.wish_text.clone(),
                not_for: not_for.into(),
            }
        })
        .collect()
}

/// What is left over of each ready-made harness.
fn kits_left(job: &Job) -> Vec<String> {
    let study = study(job);
    let of = |circuit: &Studied| {
        let kit = job.circuits[circuit.index].kit.as_ref()?;
        let left_m = kit.length_m? - circuit.chain.way_m();
        (left_m > 0.05).then(|| {
            let left = job.shop.units.length(left_m);
            say::kit_coiled(&circuit.chain.name, &kit.name, &left)
        })
    };
    study.circuits.iter().filter_map(of).collect()
}

/// Steps that count as done though something was open there.
fn done_open(job: &Job) -> Vec<String> {
    let is_last = |m: &&StepMark| {
        job.work.iter().rev().find(|o| o.step == m.step).is_some_and(|last| last == *m)
    };
    let with_open = job.work.iter().filter(|m| !m.left_open.is_empty()).filter(is_last);
    let line = |m: &StepMark| {
        let day = m.at.get(..10).unwrap_or(&m.at);
        say::why(&m.by, &day, &m.left_open.join("; "), &m.why)
    };
    with_open.map(line).collect()
}

fn coding_line(c: &Coding) -> CodingLine {
    let done = c.after();
    let verb = if c.is_set { say::set() } else { say::cleared() };
    CodingLine {
        module: c.module.clone(),
        is_wrong: done.is_err(),
        text: match done {
            Ok(after) => say::before_after(&c.place(), &verb, &c.before, &after),
            Err(e) => e.to_string(),
        },
    }
}

/// What was written to modules for bulbs that became LED.
fn swap_codings(job: &Job) -> impl Iterator<Item = CodingLine> {
    job.swaps.iter().filter_map(|swap| {
        let Watcher::Module { coding: Some(c), .. } = &swap.watched else { return None };
        let written = c.written.as_ref()?;
        let Some(value) = &c.value else {
            let text = say::written_the_value_before(&written);
            return Some(CodingLine { module: c.module.clone(), is_wrong: true, text });
        };
        let right = value.set(c.place());
        Some(CodingLine {
            module: c.module.clone(),
            is_wrong: right.as_ref() != Ok(written),
            text: match right {
                Ok(after) if after != *written => {
                    say::before_written_is_right(&value, &written, &after)
                }
                Ok(after) => say::set_before_after(&c.place(), &value, &after),
                Err(e) => e.to_string(),
            },
        })
    })
}

fn lux_line(l: &jovek_job::Lux) -> LuxLine {
    let lx = |v: f64| if v < 10.0 { format!("{v:.1} lx") } else { format!("{v:.0} lx") };
    let text = match (l.before_lx, l.after_lx) {
        (Some(before), Some(after)) if before >= 0.05 => {
            let times = after / before;
            let times = if times < 10.0 { format!("{times:.1}") } else { format!("{times:.0}") };
            say::before_after_times(&lx(before), &lx(after), &times)
        }
        (before, after) => {
            let said = |v: Option<f64>| v.map_or(say::not_read().into(), lx);
            say::figure_before_after(&said(before), &said(after))
        }
    };
    LuxLine { spot: l.spot.clone(), text }
}

/// The readings with which the job was signed: the last of each check before the first signature.
fn readings(job: &Job, answers: &Answers) -> Vec<ReadLine> {
    let signed: Option<Timestamp> = job.record.signed.last().and_then(|s| s.at.parse().ok());
    let then = |at: &str| match (signed, at.parse::<Timestamp>()) {
        (Some(signed), Ok(at)) => at <= signed,
        _ => true,
    };
    answers
        .checks
        .iter()
        .filter_map(|c| {
            let last = job.readings.iter().rev().find(|r| r.check == c.id && then(&r.at))?;
            let is_off = last.value < c.low - 1e-9 || last.value > c.high + 1e-9;
            let unit = c.quantity.unit();
            let read = match (unit, last.value) {
                ("", v) => if v > 0.5 { common::yes() } else { common::no() }.to_owned(),
                ("ohm", v) if v >= 1e6 => common::open().to_owned(),
                (unit, v) => jovek_base::figure::shown(v, unit).to_string(),
            };
            Some(ReadLine {
                name: c.name.clone(),
                window: if c.window_text.is_empty() {
                    c.expected_text.clone()
                } else {
                    c.window_text.clone()
                },
                read,
                is_off,
            })
        })
        .collect()
}

/// What whoever uses or mends the vehicle should beware of. Common practice, no source.
fn cautions(job: &Job) -> Vec<String> {
    let mut out = vec![
        say::battery_negative_off_before_any_work().to_owned(),
        say::a_fuse_that_blows_again().to_owned(),
    ];
    let lights = || job.circuits.iter().flat_map(|c| &c.lights);
    use jovek_job::LampRole as Role;
    if lights().any(|l| l.role.is_some_and(|r| matches!(r, Role::Work | Role::Driving))) {
        out.push(say::work_and_driving_lamps_dazzle_off().to_owned());
    }
    if job.circuits.iter().any(LampCircuit::flashes) {
        out.push(say::flashing_lamps_can_set_off_seizures().to_owned());
    }
    out.push(say::local_lighting_and_roadworthiness_rules().to_owned());
    out
}

/// How a revision was opened, in a sentence.
pub fn opened_text(opened: &Opened) -> String {
    let day = opened.at.get(..10).unwrap_or(&opened.at);
    say::opened_again(&day, &opened.by, &opened.why)
}
