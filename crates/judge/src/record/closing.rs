//! What is still open when a job is to be signed: it is signed all the same only with a reason, and over a Stop only by
//! the name of who answers for it.

use crate::answers::{Answers, assess};
use crate::light::aim_sheet::{AimAnswer, aim_sheet};
use crate::light::lamps::lamps;
use crate::prove::Verdict;
use crate::work::steps;
use jovek_base::grade::Grade;
use jovek_catalog::light::WALL_M;
use jovek_job::{Job, Mark, Region, StepId, SupplyState};
use jovek_phrases::record as say;
use jovek_plan::study::study;
use serde::Deserialize;
use utoipa::ToSchema;

/// What whoever signs says of what is still open.
#[derive(Debug, Clone, Default, PartialEq, Eq, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Closing {
    /// Why it is signed all the same.
    #[serde(default)]
    pub why: String,
    /// Who answers for what may burn, hurt or is not allowed.
    #[serde(default)]
    pub answers_for: String,
}

/// What stands between a job and its signature.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Standing {
    /// Nothing can be signed as long as this stands.
    pub holds: Vec<String>,
    /// Stop findings: somebody has to answer for them.
    pub stops: Vec<String>,
    /// Steps, readings, aim, findings: they want a reason.
    pub open: Vec<String>,
}

/// Names that are written out before the rest is counted.
const NAMED: usize = 3;

/// Looks at a job that is to be signed.
pub fn standing(job: &Job) -> Standing {
    let answers = assess(job);
    let mut out = Standing::default();
    if answers.circuits.is_empty() && !job.has_other_work() && job.trailer.is_none() {
        out.holds.push(say::there_is_nothing_to_sign().into());
    }
    for c in &job.record.coding {
        out.holds.extend(c.after().err().map(|e| say::coding_of(&c.module, &e)));
    }
    let of = |grade| answers.findings.iter().filter(move |f| f.grade == grade);
    out.stops = of(Grade::Stop).map(|f| format!("{}: {}", f.title, f.remedy)).collect();
    out.open.extend(steps_left(job, &answers));
    out.open.extend(readings_left(&answers));
    out.open.extend(aim_left(job));
    out.open.extend(of(Grade::Fix).map(|f| say::not_mended(&f.title)));
    out
}

fn steps_left(job: &Job, answers: &Answers) -> Option<String> {
    let is_done = |id: &StepId| {
        let last = job.work.iter().rev().find(|m| m.step == *id);
        last.is_some_and(|m| m.mark == Mark::Done)
    };
    let all = steps(job, &study(job), answers);
    let left: Vec<String> =
        all.iter().filter(|s| !is_done(&s.id)).map(|s| s.what.clone()).collect();
    counted(&left, say::step_is_not_marked_done(), say::steps_are_not_marked_done())
}

fn readings_left(answers: &Answers) -> Vec<String> {
    let names = |is: fn(Verdict) -> bool, only_short: bool| -> Vec<String> {
        let own = answers.checks.iter().filter(|c| c.is_short || !only_short);
        own.filter(|c| is(c.judgement.verdict)).map(|c| c.name.clone()).collect()
    };
    let waiting = names(|v| v == Verdict::Waiting, true);
    let off = names(|v| matches!(v, Verdict::Low | Verdict::High), false);
    let mut out: Vec<String> = Vec::new();
    out.extend(counted(&waiting, say::reading_is_not_taken(), say::readings_are_not_taken()));
    out.extend(counted(
        &off,
        say::reading_is_outside_its_window(),
        say::readings_are_outside_their_window(),
    ));
    out
}

/// Lamps that point wrong, or that nobody found on the wall. Without a steady state nothing is said of them.
fn aim_left(job: &Job) -> Vec<String> {
    let lamps = lamps(job, &study(job), SupplyState::EngineOff).unwrap_or_default();
    let wall_m = job.lighting.wall_m.unwrap_or(WALL_M);
    let sheet = aim_sheet(job, &lamps, wall_m, job.lighting.region.unwrap_or(Region::Us));
    let names = |is: fn(&AimAnswer) -> bool| -> Vec<String> {
        sheet.iter().filter(|a| is(a)).map(|a| a.name.clone()).collect()
    };
    // A work lamp that no rule aims may well be left where it was pointed.
    let waiting = names(|a| a.is_right.is_none() && !a.is_pointed);
    let off = names(|a| a.is_right == Some(false));
    let mut out: Vec<String> = Vec::new();
    out.extend(counted(&waiting, say::lamp_is_not_aimed(), say::lamps_are_not_aimed()));
    out.extend(counted(&off, say::lamp_is_out_of_aim(), say::lamps_are_out_of_aim()));
    out
}

/// `3 readings are not taken: A; B; C`, or `... and 4 more`; none where there are none.
fn counted(names: &[String], one: &str, several: &str) -> Option<String> {
    let what = if names.len() == 1 { one } else { several };
    let named = names.iter().take(NAMED).cloned().collect::<Vec<_>>().join("; ");
    match names.len().checked_sub(NAMED) {
        _ if names.is_empty() => None,
        Some(more) if more > 0 => Some(say::and_more(&names.len(), &what, &named, &more)),
        _ => Some(format!("{} {what}: {named}", names.len())),
    }
}
