//! Several vehicles over bays and people, day by day: what cures does so overnight, a vehicle keeps its bay until
//! it is done, a person does one thing at a time.

use crate::work::known::work;
use crate::work::learn::{Learned, expected_min};
use crate::work::progress::StepState;
use jiff::civil::{Date, DateTime, Time, Weekday};
use jiff::{Timestamp, ToSpan as _, tz::TimeZone};
use jovek_job::Job;
use jovek_phrases::work as say;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// The shop as a plan sees it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Shopfloor {
    /// Bays.
    pub bays: usize,
    /// People.
    pub people: usize,
    /// Work begins at, minutes after midnight.
    pub opens_min: u32,
    /// Work ends at, minutes after midnight.
    pub closes_min: u32,
    /// The first day, such as `2026-03-02`.
    #[schema(value_type = String)]
    pub from: Date,
}

/// Most bays and people of a plan.
const MOST: usize = 40;

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
    ends: Option<f64>,
}

struct Vehicle {
    index: usize,
    steps: Vec<Waiting>,
}

const DAY_MIN: f64 = 24.0 * 60.0;

impl Shopfloor {
    fn check(&self) -> Result<(), BayError> {
        let sound = |n: usize| (1..=MOST).contains(&n);
        if !sound(self.bays) || !sound(self.people) {
            return Err(BayError::Nobody);
        }
        if self.closes_min <= self.opens_min || f64::from(self.closes_min) > DAY_MIN {
            return Err(BayError::NoHours { opens: self.opens_min, closes: self.closes_min });
        }
        Ok(())
    }

    fn is_open(&self, day: f64) -> bool {
        let date = self.from.checked_add((day as i64).days());
        date.is_ok_and(|d| !matches!(d.weekday(), Weekday::Saturday | Weekday::Sunday))
    }

    /// The first moment from `t` on at which so many minutes fit into a working day. What is longer than a
    /// day begins in the morning.
    fn fit(&self, t: f64, minutes: f64) -> f64 {
        let (opens, closes) = (f64::from(self.opens_min), f64::from(self.closes_min));
        let mut day = (t / DAY_MIN).floor().max(0.0);
        loop {
            if self.is_open(day) {
                let start = t.max(day * DAY_MIN + opens);
                let is_morning = start <= day * DAY_MIN + opens + 1e-9;
                if start + minutes <= day * DAY_MIN + closes + 1e-9 || is_morning {
                    return start;
                }
            }
            day += 1.0;
        }
    }

    fn clock(&self, t: f64) -> DateTime {
        let midnight = self.from.to_datetime(Time::midnight());
        midnight.saturating_add((t.round() as i64).minutes())
    }
}

/// Plans jobs over bays and people, in the order given, from a moment on: what is done is done, what rests rests
/// on.
///
/// # Errors
/// [`BayError`].
pub fn plan(
    jobs: &[Job],
    shop: &Shopfloor,
    learned: &BTreeMap<String, Learned>,
    now: Timestamp,
) -> Result<BayPlan, BayError> {
    shop.check()?;
    let mut waiting: Vec<Vehicle> = jobs
        .iter()
        .enumerate()
        .map(|(index, job)| Vehicle { index, steps: steps_of(job, shop, learned, now) })
        .filter(|v| !v.steps.is_empty())
        .collect();
    waiting.reverse();
    let mut people = vec![0.0f64; shop.people];
    // Who stands in each bay, and since when it is free.
    let mut bays: Vec<(Option<Vehicle>, f64)> = (0..shop.bays).map(|_| (None, 0.0)).collect();
    let mut steps: Vec<Planned> = Vec::new();
    loop {
        for bay in &mut bays {
            if bay.0.is_none() {
                bay.0 = waiting.pop();
            }
        }
        let Some(next) = next_step(&people, &bays, shop) else { break };
        let Next { person, bay, at, start, .. } = next;
        let free_from = bays[bay].1;
        let Some(vehicle) = bays[bay].0.as_mut() else { break };
        let step = &mut vehicle.steps[at];
        let end = start + step.minutes;
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
            starts: shop.clock(start),
            ends: shop.clock(end),
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
    let text = match last {
        None => say::nothing_waits_to_be_fitted().to_owned(),
        Some(last) => say::in_done(
            &counted(stays.len(), say::vehicle()),
            &counted(shop.bays, say::bay()),
            &(if shop.people == 1 { say::one_person().into() } else { say::people(&shop.people) }),
            &last.date(),
        ),
    };
    let learned_texts = learned.iter().map(|(kind, l)| l.text(kind)).collect();
    Ok(BayPlan { shop: shop.clone(), stays, steps, learned_texts, text })
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
    for (person, &free) in people.iter().enumerate() {
        for (bay, (vehicle, bay_free)) in bays.iter().enumerate() {
            let Some(vehicle) = vehicle else { continue };
            for (at, step) in vehicle.steps.iter().enumerate().filter(|(_, s)| s.ends.is_none()) {
                let ready = step.needs.iter().try_fold(step.earliest, |t, &(k, rest)| {
                    Some(f64::max(t, vehicle.steps[k].ends? + rest))
                });
                let Some(ready) = ready else { continue };
                let start = shop.fit(ready.max(free).max(*bay_free), step.minutes);
                let next = Next { person, bay, at, start, came: vehicle.index, tail: step.tail };
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
    job: &Job,
    shop: &Shopfloor,
    learned: &BTreeMap<String, Learned>,
    now: Timestamp,
) -> Vec<Waiting> {
    if job.record.signature().is_some() {
        return Vec::new();
    }
    let all = work(job, now).steps;
    let left: Vec<_> = all.into_iter().filter(|s| s.state != StepState::Done).collect();
    let index = |id: &str| left.iter().position(|s| s.step.id.0 == id);
    let zone = TimeZone::UTC;
    let midnight = shop.from.to_zoned(zone).map(|z| z.timestamp()).unwrap_or(now);
    let mut out: Vec<Waiting> = left
        .iter()
        .map(|s| {
            let rests: Option<Timestamp> = s.rests_until.as_ref().and_then(|t| t.parse().ok());
            let since = |t: Timestamp| t.duration_since(midnight).as_secs_f64() / 60.0;
            Waiting {
                id: s.step.id.0.clone(),
                what: s.step.what.clone(),
                minutes: expected_min(learned, &s.step.id.0, s.step.minutes),
                needs: s
                    .step
                    .after
                    .iter()
                    .filter_map(|a| Some((index(&a.step.0)?, a.rest_min)))
                    .collect(),
                earliest: rests.map_or(0.0, since),
                tail: 0.0,
                rest_min: 0.0,
                ends: None,
            }
        })
        .collect();
    // Needs point back in the order: one pass from the end finds what hangs on each.
    for k in (0..out.len()).rev() {
        let (mine, needs) = (out[k].tail + out[k].minutes, out[k].needs.clone());
        for (before, rest) in needs {
            out[before].tail = out[before].tail.max(mine + rest);
            out[before].rest_min = out[before].rest_min.max(rest);
        }
    }
    out
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
        let minutes: i64 = mine.map(|s| s.ends.duration_since(s.starts).as_mins()).sum();
        stay.text = say::h_min_of_work(&(minutes / 60), &(minutes % 60));
    }
    out
}
