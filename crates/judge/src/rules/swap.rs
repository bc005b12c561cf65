//! Bulbs that become LED, where the watching module or flasher will not have it.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use crate::swap::judge::{SwapResult, flashes, swap};
use crate::swap::resistor::{Resistor, case_text};
use jovek_base::source::Source;
use jovek_job::{LoadResistor, ResistorSeat};
use jovek_phrases::rules as say;

/// A load resistor where its heat melts what it sits on.
pub fn resistors(context: &Context, out: &mut Vec<Finding>) {
    for swap in &context.job.swaps {
        let Some(LoadResistor { ohm, seat: ResistorSeat::Plastic }) = swap.resistor else {
            continue;
        };
        let mean_w = Resistor::fitted(ohm).mean_w(flashes(swap.signal));
        out.push(Finding {
            code: FindingCode::SwapResistor,
            grade: Grade::Stop,
            title: say::load_resistor_on_plastic(&swap.name),
            why: say::w_case_about_plastic_carpet(
                &mean_w,
                &case_text(mean_w, ResistorSeat::Plastic, context.job.shop.units),
            ),
            remedy: say::bolt_it_to_bare_metal(&context.job.shop.units.rule(50.0)),
            source: Source::practice("heat of load resistors"),
            stage: Stage::Light,
            circuit: None,
        });
    }
}

/// Each function that does not work as before.
pub fn functions(context: &Context, out: &mut Vec<Finding>) {
    // A circuit without a rest is told where it is looked at, under Light.
    let Ok(report) = swap(context.job) else { return };
    for answer in report.functions {
        let grade = match answer.result {
            SwapResult::Fine => continue,
            SwapResult::GhostGlow => Grade::Mind,
            SwapResult::Flickers
            | SwapResult::DoubleRate
            | SwapResult::NoFlash
            | SwapResult::FaultMessage => Grade::Fix,
        };
        let what = answer.result.words();
        let remedy = answer.remedies.first().map(|r| format!("{}. {}", r.title, r.text));
        out.push(Finding {
            code: FindingCode::Swap,
            grade,
            title: format!("{}: {what}", answer.name),
            why: answer.says,
            remedy: remedy.unwrap_or_else(|| say::leave_the_bulbs().into()),
            source: Source::practice("what flashers and modules count as a lost bulb"),
            stage: Stage::Light,
            circuit: None,
        });
    }
}
