//! Several vehicles over bays and people, day by day: what cures does so overnight, a vehicle keeps its bay until
//! it is done, a person does one thing at a time.

mod bound;
mod workshop;

pub use workshop::{Break, Day, Hand, Shopfloor, Skill, Workshop};

use crate::work::known::work;
use crate::work::learn::{Learned, expected_min, learned_texts};
use crate::work::progress::{StepAnswer, StepState};
use jiff::Timestamp;
use jiff::civil::{Date, DateTime};
use jovek_job::Job;
use jovek_phrases::work as say;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use workshop::MOST;

/// Why there is no plan.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum BayError {
    /// No bay, nobody, or too many.
    #[error("{}", say::give_bays_and_people(&MOST))]
    Nobody,
    /// No hours.
    #[error("{}", say::the_shop_opens_at_and_closes(.opens, .closes))]
    NoHours {
        /// Opens.
        opens: u32,
        /// Closes.
        closes: u32,
    },
    /// Breaks outside the hours, or that leave no time to work in.
    #[error("{}", say::breaks_lie_within_the_hours())]
    Breaks,
    /// No open day, or more closed ones than a list holds.
    #[error("{}", say::name_the_open_days())]
    NoDays,
    /// A time zone that nobody knows.
    #[error("{}", say::no_such_time_zone(.zone))]
    NoSuchZone {
        /// What was named.
        zone: String,
    },
    /// A device whose address is none.
    #[error("{}", say::no_address_of_a_device(.device))]
    NoAddress {
        /// What was named.
        device: String,
    },
    /// Work that nobody of the workshop may do.
    #[error("{}", say::nobody_may_do(.skill))]
    NobodyMay {
        /// The kind of work.
        skill: &'static str,
    },
}

/// How long steps take beside their plan: by kind, as this shop's own work taught it, and by vehicle, where a series has a
/// learning curve.
#[derive(Debug, Clone, Default)]
pub struct Pace {
    /// By kind of step.
    pub learned: BTreeMap<String, Learned>,
    /// By number of the vehicle: what it takes of its plan; it goes before what its kinds of steps took.
    pub vehicles: BTreeMap<usize, f64>,
}

impl Pace {
    fn minutes(&self, vehicle: usize, step: &str, planned: f64) -> f64 {
        match self.vehicles.get(&vehicle) {
            Some(factor) => planned * factor,
            None => expected_min(&self.learned, step, planned),
        }
    }
}

/// A step in the plan.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Planned {
    /// Unit of the vehicle.
    pub unit: String,
    /// Vehicle, by number in what was asked.
    pub vehicle: usize,
    /// Id of the step.
    pub step: String,
    /// What is done.
    pub what: String,
    /// Bay, from 1.
    pub bay: usize,
    /// Person, from 1.
    pub person: usize,
    /// Their name; empty where they have none.
    pub who: String,
    /// What it is expected to take, min; between beginning and end may lie a break or a night.
    pub minutes: f64,
    /// Begins, local time.
    #[schema(value_type = String)]
    pub starts: DateTime,
    /// Ends.
    #[schema(value_type = String)]
    pub ends: DateTime,
    /// What cures after it, min; 0 where nothing does.
    pub rest_min: f64,
}

/// A vehicle in its bay.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Stay {
    /// Unit.
    pub unit: String,
    /// Vehicle, by number in what was asked.
    pub vehicle: usize,
    /// What the job is.
    pub title: String,
    /// Bay, from 1.
    pub bay: usize,
    /// In.
    #[schema(value_type = String)]
    pub starts: DateTime,
    /// Out.
    #[schema(value_type = String)]
    pub ends: DateTime,
    /// `7 h 10 min of work`.
    pub text: String,
}

/// A plan.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct BayPlan {
    /// The shop.
    pub shop: Shopfloor,
    /// Vehicles in their bays, in order.
    pub stays: Vec<Stay>,
    /// Steps in the order in which they begin.
    pub steps: Vec<Planned>,
    /// What the shop's own work taught of its minutes: `drilling: 1.08 of the plan (2 timed)`.
    pub learned_texts: Vec<String>,
    /// When no plan can be done before; none where nothing waits.
    #[schema(value_type = Option<String>)]
    pub bound: Option<DateTime>,
    /// The same in words, against this plan; empty where nothing waits.
    pub bound_text: String,
    /// Against the day by whose end all is to be done; empty without one.
    pub ready_text: String,
    /// `4 vehicles in 2 bays, done on 2026-03-06`.
    pub text: String,
}

/// A step that waits to be placed. Times are minutes from the first day's midnight.
struct Waiting {
    id: String,
    what: String,
    minutes: f64,
    needs: Vec<(usize, f64)>,
    /// Not before, for what rests already.
    earliest: f64,
    /// Work and rest behind it, min.
    tail: f64,
    rest_min: f64,
    skill: Skill,
    ends: Option<f64>,
}

struct Vehicle {
    index: usize,
    steps: Vec<Waiting>,
}

/// Plans jobs over bays and people, in the order given, from a moment on and never before it: what is done is done, what
/// rests rests on.
///
/// # Errors
/// [`BayError`].
pub fn plan(
    jobs: &[Job],
    shop: &Shopfloor,
    pace: &Pace,
    now: Timestamp,
) -> Result<BayPlan, BayError> {
    let workshop = &shop.workshop;
    workshop.check()?;
    let start = shop.minute(now)?.max(0.0);
    let vehicle =
        |(index, job)| Ok(Vehicle { index, steps: steps_of((index, job), shop, pace, now)? });
    let all: Vec<Vehicle> = jobs.iter().enumerate().map(vehicle).collect::<Result<_, _>>()?;
    let mut waiting: Vec<Vehicle> = all.into_iter().filter(|v| !v.steps.is_empty()).collect();
    for step in waiting.iter().flat_map(|v| &v.steps) {
        if !workshop.hands.iter().any(|hand| hand.may(step.skill)) {
            return Err(BayError::NobodyMay { skill: step.skill.text() });
        }
    }
    let earliest = bound::earliest(&waiting, shop, start);
    waiting.reverse();
    let mut people = vec![start; workshop.hands.len()];
    // Who stands in each bay, and since when it is free.
    let mut bays: Vec<(Option<Vehicle>, f64)> = (0..workshop.bays).map(|_| (None, start)).collect();
    let mut steps: Vec<Planned> = Vec::new();
    loop {
        for bay in &mut bays {
            if bay.0.is_none() {
                bay.0 = waiting.pop();
            }
        }
        let Some(next) = next_step(&people, &bays, shop) else { break };
        let Next { person, bay, at, start, end, .. } = next;
        let free_from = bays[bay].1;
        let Some(vehicle) = bays[bay].0.as_mut() else { break };
        let step = &mut vehicle.steps[at];
        step.ends = Some(end);
        people[person] = end;
        let job = &jobs[vehicle.index];
        steps.push(Planned {
            unit: job.unit.clone(),
            vehicle: vehicle.index,
            step: step.id.clone(),
            what: step.what.clone(),
            bay: bay + 1,
            person: person + 1,
            who: workshop.hands[person].name.clone(),
            minutes: step.minutes,
            starts: shop.wall(start),
            ends: shop.wall(end),
            rest_min: step.rest_min,
        });
        if vehicle.steps.iter().all(|s| s.ends.is_some()) {
            let out = vehicle.steps.iter().filter_map(|s| s.ends).fold(free_from, f64::max);
            bays[bay] = (None, out);
        }
    }
    steps.sort_by(|a, b| a.starts.cmp(&b.starts).then(a.person.cmp(&b.person)));
    let stays = stays(jobs, &steps);
    let last = stays.iter().map(|s| s.ends).max();
    let people = workshop.hands.len();
    let text = match last {
        None => say::nothing_waits_to_be_fitted().to_owned(),
        Some(last) => say::in_done(
            &counted(stays.len(), say::vehicle()),
            &counted(workshop.bays, say::bay()),
            &(if people == 1 { say::one_person().into() } else { say::people(&people) }),
            &last.date(),
        ),
    };
    let bound = last.map(|_| shop.wall(earliest));
    Ok(BayPlan {
        bound_text: last.zip(bound).map_or_else(String::new, |(last, bound)| bounded(last, bound)),
        bound,
        ready_text: last.zip(shop.ready_by).map_or_else(String::new, |(last, by)| ready(last, by)),
        shop: shop.clone(),
        stays,
        steps,
        learned_texts: learned_texts(&pace.learned),
        text,
    })
}

/// How far a plan is from what none can beat.
fn bounded(last: DateTime, bound: DateTime) -> String {
    let clock = |t: DateTime| t.strftime("%Y-%m-%d %H:%M").to_string();
    say::done_at_and_no_plan_before(&clock(last), &clock(bound))
}

/// How far a plan is from the day by which all is to be done.
fn ready(last: DateTime, by: Date) -> String {
    let days = (by - last.date()).get_days();
    match days {
        0 => say::ready_that_day(&by),
        1.. => say::ready_before(&counted(days.unsigned_abs() as usize, say::day()), &by),
        _ => say::ready_late(&counted(days.unsigned_abs() as usize, say::day()), &by),
    }
}

fn counted(n: usize, of: &str) -> String {
    if n == 1 { format!("1 {of}") } else { format!("{n} {of}s") }
}

/// A step that could be next: who does it in which bay, which of its vehicle's steps it is, and when it begins.
#[derive(Clone, Copy)]
struct Next {
    person: usize,
    bay: usize,
    at: usize,
    start: f64,
    end: f64,
    /// Number of its vehicle, in the order in which they came.
    came: usize,
    /// Work and rest behind it, min.
    tail: f64,
}

impl Next {
    /// The first to begin; of those at one time the one of the vehicle that came first, so that its bay is free again
    /// soon, and of its steps the one with most behind it.
    fn goes_before(&self, other: &Next) -> bool {
        const SLACK: f64 = 1e-9;
        if (self.start - other.start).abs() > SLACK {
            return self.start < other.start;
        }
        self.came < other.came || (self.came == other.came && self.tail > other.tail + SLACK)
    }
}

fn next_step(people: &[f64], bays: &[(Option<Vehicle>, f64)], shop: &Shopfloor) -> Option<Next> {
    let mut best: Option<Next> = None;
    let hands = &shop.workshop.hands;
    let mut order: Vec<usize> = (0..people.len()).collect();
    // Who may do little is asked first.
    order.sort_by_key(|&person| hands[person].breadth());
    for person in order {
        let free = people[person];
        for (bay, (vehicle, bay_free)) in bays.iter().enumerate() {
            let Some(vehicle) = vehicle else { continue };
            let left = vehicle.steps.iter().enumerate().filter(|(_, s)| s.ends.is_none());
            for (at, step) in left.filter(|(_, s)| hands[person].may(s.skill)) {
                let ready = step.needs.iter().try_fold(step.earliest, |t, &(k, rest)| {
                    Some(f64::max(t, vehicle.steps[k].ends? + rest))
                });
                let Some(ready) = ready else { continue };
                let (start, end) = shop.placed(ready.max(free).max(*bay_free), step.minutes);
                let (came, tail) = (vehicle.index, step.tail);
                let next = Next { person, bay, at, start, end, came, tail };
                if best.is_none_or(|b| next.goes_before(&b)) {
                    best = Some(next);
                }
            }
        }
    }
    best
}

/// The steps of a job that are left, in its own order.
fn steps_of(
    (vehicle, job): (usize, &Job),
    shop: &Shopfloor,
    pace: &Pace,
    now: Timestamp,
) -> Result<Vec<Waiting>, BayError> {
    if job.record.signature().is_some() {
        return Ok(Vec::new());
    }
    let all = work(job, now).steps;
    let left: Vec<_> = all.into_iter().filter(|s| s.state != StepState::Done).collect();
    let index = |id: &str| left.iter().position(|s| s.step.id.0 == id);
    let waiting = |s: &StepAnswer| {
        let rests: Option<Timestamp> = s.rests_until.as_ref().and_then(|t| t.parse().ok());
        let earliest = rests.map_or(Ok(0.0), |until| shop.minute(until))?;
        Ok(Waiting {
            id: s.step.id.0.clone(),
            what: s.step.what.clone(),
            minutes: pace.minutes(vehicle, &s.step.id.0, s.step.minutes),
            skill: Skill::of(&s.step.id.0),
            needs: s
                .step
                .after
                .iter()
                .filter_map(|a| Some((index(&a.step.0)?, a.rest_min)))
                .collect(),
            earliest,
            tail: 0.0,
            rest_min: 0.0,
            ends: None,
        })
    };
    let mut out: Vec<Waiting> = left.iter().map(waiting).collect::<Result<_, BayError>>()?;
    // Needs point back in the order: one pass from the end finds what hangs on each.
    for k in (0..out.len()).rev() {
        let (mine, needs) = (out[k].tail + out[k].minutes, out[k].needs.clone());
        for (before, rest) in needs {
            out[before].tail = out[before].tail.max(mine + rest);
            out[before].rest_min = out[before].rest_min.max(rest);
        }
    }
    Ok(out)
}

fn stays(jobs: &[Job], steps: &[Planned]) -> Vec<Stay> {
    let mut out: Vec<Stay> = Vec::new();
    for step in steps {
        match out.iter_mut().find(|s| s.vehicle == step.vehicle) {
            Some(stay) => stay.ends = stay.ends.max(step.ends),
            None => out.push(Stay {
                unit: step.unit.clone(),
                vehicle: step.vehicle,
                title: jobs[step.vehicle].title.clone(),
                bay: step.bay,
                starts: step.starts,
                ends: step.ends,
                text: String::new(),
            }),
        }
    }
    for stay in &mut out {
        let mine = steps.iter().filter(|s| s.vehicle == stay.vehicle);
        let minutes = mine.map(|s| s.minutes).sum::<f64>().round() as u64;
        stay.text = say::h_min_of_work(&(minutes / 60), &(minutes % 60));
    }
    out
}
