//! How far the work is: marks that were set, and what may be done next.

use crate::answers::Answers;
use crate::work::open::left_open;
use crate::work::order::{Need, Task, minutes_in_all, order};
use crate::work::steps::Step;
use jiff::Timestamp;
use jovek_job::{Job, Mark, StepId, StepMark};
use jovek_phrases::work as say;
use serde::Serialize;
use utoipa::ToSchema;

/// State of a step.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum StepState {
    /// Something before it is not done.
    Blocked,
    /// Something before it is done and has to rest: glue that cures.
    Resting,
    /// It may be done.
    Ready,
    /// Somebody is at it.
    Running,
    /// It was begun and left.
    Paused,
    /// It is done.
    Done,
}

/// A step in its place with what is known of it.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct StepAnswer {
    /// The step.
    pub step: Step,
    /// Its state.
    pub state: StepState,
    /// Why it cannot be done yet, or until when it rests; empty where it can.
    pub holds: Vec<String>,
    /// RFC 3339, until when it rests; none where it does not.
    pub rests_until: Option<String>,
    /// Planned start after the first step, min.
    pub start_min: f64,
    /// Minutes that were used; none before it is done or paused.
    pub used_min: Option<f64>,
    /// Who was at it last.
    pub by: Option<String>,
    /// What is still open there, line by line: it counts as done only with a reason.
    pub open: Vec<String>,
}

/// The work of a job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Work {
    /// Steps in their order.
    pub steps: Vec<StepAnswer>,
    /// The step to do next, by id; none when all is done, or everything rests.
    pub next: Option<StepId>,
    /// `4 of 21 done, 5 h 10 min of work, 12 h of waiting`.
    pub text: String,
    /// True when all steps are done.
    pub is_done: bool,
}

/// Orders the steps of a job and says how far they are at a moment.
pub(super) fn ordered(job: &Job, answers: &Answers, made: &[Step], now: Timestamp) -> Work {
    let index = |id: &StepId| made.iter().position(|s| s.id == *id);
    let place_m = |s: &Step| {
        let place = s.place.as_ref()?;
        let p = answers.route.as_ref()?.places.iter().find(|p| p.id == *place)?;
        Some([p.along_m, p.left_m, p.up_m])
    };
    let tasks: Vec<Task> = made
        .iter()
        .map(|s| Task {
            minutes: s.minutes,
            at_m: place_m(s),
            needs: s
                .after
                .iter()
                .filter_map(|a| Some(Need { task: index(&a.step)?, rest_min: a.rest_min }))
                .collect(),
        })
        .collect();
    let planned = order(&tasks);
    let marks: Vec<Marked> = made.iter().map(|s| Marked::of(job, &s.id)).collect();
    let out: Vec<StepAnswer> = planned
        .iter()
        .map(|p| StepAnswer {
            open: left_open(&made[p.task], answers),
            ..answer(p.task, p.start_min, made, &marks, now)
        })
        .collect();
    let done = out.iter().filter(|s| s.state == StepState::Done).count();
    let work_min: f64 = made.iter().map(|s| s.minutes).sum();
    let wait_min: f64 = planned.iter().map(|p| p.wait_min).sum();
    let walk_m: f64 = planned.iter().map(|p| p.walk_m).sum();
    let next = [StepState::Running, StepState::Paused, StepState::Ready]
        .into_iter()
        .find_map(|state| out.iter().find(|s| s.state == state))
        .map(|s| s.step.id.clone());
    // What there is none of is not told: a job without a skeleton has no distances.
    let mut text = vec![say::done_of_work(&done, &out.len(), &hours(work_min))];
    if wait_min >= 1.0 {
        text.push(say::of_waiting(&hours(wait_min)));
    }
    if walk_m >= 1.0 {
        text.push(say::to_walk(&job.shop.units.far(walk_m)));
    }
    if text.len() > 1 {
        text.push(say::in_all(&hours(minutes_in_all(&planned))));
    }
    Work { text: text.join(", "), is_done: !out.is_empty() && done == out.len(), next, steps: out }
}

fn hours(minutes: f64) -> String {
    let whole = minutes.round() as u64;
    format!("{} h {:02} min", whole / 60, whole % 60)
}

/// What the marks of a step say.
#[derive(Debug, Clone, Default)]
struct Marked {
    last: Option<Mark>,
    done_at: Option<Timestamp>,
    used_s: f64,
    by: Option<String>,
}

impl Marked {
    fn of(job: &Job, step: &StepId) -> Marked {
        let mut out = Marked::default();
        let mut since: Option<Timestamp> = None;
        for mark in job.work.iter().filter(|m| is_of(m, step)) {
            let at: Option<Timestamp> = mark.at.parse().ok();
            if let (Some(from), Some(to)) = (since.take(), at) {
                out.used_s += (to.as_second() - from.as_second()).max(0) as f64;
            }
            if mark.mark == Mark::Start {
                since = at;
            }
            out.done_at = if mark.mark == Mark::Done { at } else { None };
            out.last = Some(mark.mark);
            out.by = Some(mark.by.clone());
        }
        out
    }
}

fn answer(
    task: usize,
    start_min: f64,
    made: &[Step],
    marks: &[Marked],
    now: Timestamp,
) -> StepAnswer {
    let (step, mine) = (&made[task], &marks[task]);
    let mut holds = Vec::new();
    let mut rests_until: Option<Timestamp> = None;
    for after in &step.after {
        let Some(k) = made.iter().position(|s| s.id == after.step) else { continue };
        if marks[k].last != Some(Mark::Done) {
            holds.push(say::first(&made[k].what));
            continue;
        }
        let rest = jiff::SignedDuration::from_secs((after.rest_min * 60.0) as i64);
        let until = marks[k].done_at.and_then(|at| at.checked_add(rest).ok());
        if let Some(until) = until.filter(|u| *u > now && after.rest_min > 0.0) {
            rests_until = Some(rests_until.map_or(until, |r| r.max(until)));
        }
    }
    let state = match mine.last {
        Some(Mark::Done) => StepState::Done,
        Some(Mark::Start) => StepState::Running,
        Some(Mark::Pause) => StepState::Paused,
        None if !holds.is_empty() => StepState::Blocked,
        None if rests_until.is_some() => StepState::Resting,
        None => StepState::Ready,
    };
    StepAnswer {
        step: step.clone(),
        state,
        holds,
        rests_until: rests_until.map(|t| t.to_string()),
        start_min,
        used_min: (mine.used_s > 0.0).then(|| (mine.used_s / 60.0).round()),
        by: mine.by.clone(),
        open: Vec::new(),
    }
}

/// Why a mark was not taken.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum MarkError {
    /// The plan has no such step.
    #[error("{}", say::the_plan_has_no_step(.step))]
    NoStep {
        /// The step.
        step: StepId,
    },
    /// A gate is shut.
    #[error("{}", say::cannot_be_done_yet(.what, &holds.join("; ")))]
    Held {
        /// The step.
        what: String,
        /// What must be done before.
        holds: Vec<String>,
    },
    /// Something before it has to rest.
    #[error("{}", say::waits_until_something_before(.what, .until))]
    Resting {
        /// The step.
        what: String,
        /// Until when, RFC 3339.
        until: String,
    },
    /// Something is open there, and nobody said why it is done all the same.
    #[error("{}", say::is_done_only_with_a_reason(.what, &open.join("; ")))]
    Open {
        /// The step.
        what: String,
        /// What is open.
        open: Vec<String>,
    },
    /// The step is done already.
    #[error("{}", say::is_done_already(.what, .by))]
    Done {
        /// The step.
        what: String,
        /// By whom.
        by: String,
    },
}

/// The job with a mark on one of its steps. The same mark of the same person at the same time changes nothing: what
/// waited for a connection may come twice.
pub(super) fn marked_among(
    (job, answers, made): (&Job, &Answers, &[Step]),
    (step, mark, why): (&StepId, Mark, &str),
    at: Timestamp,
    by: &str,
) -> Result<Job, MarkError> {
    let mut new = StepMark {
        step: step.clone(),
        mark,
        at: at.to_string(),
        by: by.to_owned(),
        left_open: Vec::new(),
        why: String::new(),
    };
    let is_same =
        |m: &StepMark| m.step == new.step && m.mark == new.mark && m.at == new.at && m.by == new.by;
    if job.work.iter().any(is_same) {
        return Ok(job.clone());
    }
    let found = made.iter().position(|s| s.id == *step);
    let task = found.ok_or_else(|| MarkError::NoStep { step: step.clone() })?;
    let marks: Vec<Marked> = made.iter().map(|s| Marked::of(job, &s.id)).collect();
    // When it starts is of no concern here.
    let found = answer(task, 0.0, made, &marks, at);
    let what = found.step.what;
    match found.state {
        StepState::Blocked => Err(MarkError::Held { what, holds: found.holds }),
        StepState::Resting => {
            Err(MarkError::Resting { what, until: found.rests_until.unwrap_or_default() })
        }
        StepState::Done => Err(MarkError::Done { what, by: found.by.unwrap_or_default() }),
        StepState::Ready | StepState::Running | StepState::Paused => {
            if mark == Mark::Done {
                let open = left_open(&made[task], answers);
                let why = why.trim();
                if !open.is_empty() && why.is_empty() {
                    return Err(MarkError::Open { what, open });
                }
                if !open.is_empty() {
                    (new.left_open, new.why) = (open, why.to_owned());
                }
            }
            let mut out = job.clone();
            out.work.push(new);
            Ok(out)
        }
    }
}

/// True where a mark counts for a step. Bundles were once pulled circuit by circuit: the last of those marks stands for
/// the step that pulls them all.
fn is_of(mark: &StepMark, step: &StepId) -> bool {
    mark.step == *step || step.0 == "pull" && mark.step.0.starts_with("pull.")
}
