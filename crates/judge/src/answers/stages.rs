//! How far each stage of a job is.

use crate::answers::Answers;
use crate::finding::Stage;
use crate::kinds;
use crate::light::aim::is_aimed;
use crate::prove::Verdict;
use crate::rules::assumed::is_cut_by;
use jovek_base::grade::Grade;
use jovek_job::{Job, LampPlace, Mark, StepId};
use jovek_phrases::answers as say;
use serde::Serialize;
use std::collections::BTreeSet;
use utoipa::ToSchema;

/// State of a stage.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum StageState {
    /// Nothing left to say.
    Done,
    /// Something is still assumed or missing.
    Open,
    /// A Stop finding stands here.
    Blocked,
}

/// A stage with its state.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct StageAnswer {
    /// Which one.
    pub stage: Stage,
    /// Its state.
    pub state: StageState,
    /// The word for it.
    pub word: String,
    /// The work does not need it: it stands aside, one press away.
    pub is_aside: bool,
}

const STAGES: [Stage; 10] = [
    Stage::Look,
    Stage::Light,
    Stage::Feed,
    Stage::Switch,
    Stage::Run,
    Stage::Cut,
    Stage::Fit,
    Stage::Prove,
    Stage::Aim,
    Stage::Sign,
];

/// How many steps of the work are done, and whether the last of all is.
fn worked(job: &Job) -> (usize, bool) {
    let done = |step: &StepId| {
        job.work.iter().rev().find(|m| m.step == *step).is_some_and(|m| m.mark == Mark::Done)
    };
    let steps: BTreeSet<&StepId> = job.work.iter().map(|m| &m.step).filter(|s| done(s)).collect();
    (steps.len(), done(&StepId::from("after")))
}

/// Which stage an assumed figure belongs to.
fn stage_of(path: &str) -> Stage {
    if path.contains(".run.") || path.starts_with("skeleton.") {
        Stage::Run
    } else if path.contains(".lights[") {
        Stage::Light
    } else {
        Stage::Look
    }
}

/// Lamps that are aimed at a wall, and how many of them were found there.
fn aimed(job: &Job) -> (usize, usize) {
    let lights = job.circuits.iter().flat_map(|c| &c.lights);
    let on_wall = lights.filter(|l| {
        let is_at_front = !matches!(
            l.sits(),
            LampPlace::Rear | LampPlace::RearLeft | LampPlace::RearRight | LampPlace::Bed
        );
        is_at_front && is_aimed(l.role)
    });
    on_wall.fold((0, 0), |(all, found), light| {
        let heights = light.optic.as_ref().map_or(&[][..], |o| &o.found);
        (all + light.count as usize, found + heights.iter().flatten().count())
    })
}

/// Works out all stages.
pub(crate) fn stages(job: &Job, answers: &Answers) -> Vec<StageAnswer> {
    STAGES
        .into_iter()
        .map(|stage| {
            let has = |grade| answers.findings.iter().any(|f| f.stage == stage && f.grade == grade);
            let assumed = answers.assumptions.iter().filter(|a| stage_of(&a.path) == stage).count();
            let empty = !job.has_other_work() && job.circuits.iter().all(|c| c.lights.is_empty());
            let waiting = answers
                .checks
                .iter()
                .filter(|c| c.is_short && c.judgement.verdict == Verdict::Waiting)
                .count();
            let bad = answers
                .checks
                .iter()
                .filter(|c| matches!(c.judgement.verdict, Verdict::Low | Verdict::High))
                .count();
            let cut_by = match answers.cuts.is_empty() {
                true => 0,
                false => answers.assumptions.iter().filter(|a| is_cut_by(a)).count(),
            };
            let stop_anywhere = answers.findings.iter().any(|f| f.grade == Grade::Stop);
            let (state, word) = match stage {
                _ if has(Grade::Stop) => (StageState::Blocked, say::stop().to_owned()),
                _ if has(Grade::Fix) => (StageState::Open, say::fix().to_owned()),
                Stage::Cut if stop_anywhere => (StageState::Blocked, say::wait().to_owned()),
                Stage::Cut if cut_by > 0 => (StageState::Open, say::assumed(&cut_by)),
                Stage::Fit if empty => (StageState::Open, say::empty().to_owned()),
                Stage::Fit => match worked(job) {
                    (_, true) => (StageState::Done, say::stage_done().to_owned()),
                    (0, _) => (StageState::Open, say::to_do().to_owned()),
                    (n, _) => (StageState::Open, say::done(&n)),
                },
                Stage::Aim if !empty => match aimed(job) {
                    (all, found) if found < all => (StageState::Open, say::to_aim(&(all - found))),
                    _ => (StageState::Done, say::stage_done().to_owned()),
                },
                Stage::Sign => match job.record.signature() {
                    Some(_) => (StageState::Done, say::signed().to_owned()),
                    None if job.record.signed.is_empty() => {
                        (StageState::Open, say::to_sign().to_owned())
                    }
                    None => (StageState::Open, say::open_again().to_owned()),
                },
                Stage::Prove if bad > 0 => (StageState::Open, say::off(&bad)),
                Stage::Prove if waiting > 0 => (StageState::Open, say::to_read(&waiting)),
                _ if empty => (StageState::Open, say::empty().to_owned()),
                _ if assumed > 0 => (StageState::Open, say::assumed(&assumed)),
                _ => (StageState::Done, say::stage_done().to_owned()),
            };
            StageAnswer { stage, state, word, is_aside: kinds::is_aside(job, stage) }
        })
        .collect()
}
