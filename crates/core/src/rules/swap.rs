//! Bulbs that become LED, where the watching module or flasher will not have it.

use super::{Context, Finding, Grade};
use crate::answers::Stage;
use crate::catalog::source::Source;
use crate::swap::judge::{SwapResult, swap};

/// Each function that does not work as before.
pub fn functions(context: &Context, out: &mut Vec<Finding>) {
    // A circuit without a rest is told where it is looked at, under Light.
    let Ok(report) = swap(context.job) else { return };
    for answer in report.functions {
        let (grade, what) = match answer.result {
            SwapResult::Fine => continue,
            SwapResult::GhostGlow => (Grade::Mind, "LED lamps glow while off"),
            SwapResult::Flickers => (Grade::Fix, "LED lamps flicker"),
            SwapResult::DoubleRate => (Grade::Fix, "flashes twice as fast"),
            SwapResult::NoFlash => (Grade::Fix, "does not flash"),
            SwapResult::FaultMessage => (Grade::Fix, "a lost bulb is reported"),
        };
        let remedy = answer.remedies.first().map(|r| format!("{}. {}", r.title, r.text));
        out.push(Finding {
            code: "swap",
            grade,
            title: format!("{}: {what}", answer.name),
            why: answer.says,
            remedy: remedy.unwrap_or_else(|| "Leave the bulbs.".into()),
            source: Source::practice("what flashers and modules count as a lost bulb"),
            stage: Stage::Light,
            circuit: None,
        });
    }
}
