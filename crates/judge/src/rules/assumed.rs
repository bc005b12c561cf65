//! Figures that nobody measured.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_phrases::rules as say;

/// Says once how many figures are assumed. Which of them matters most is asked by
/// [`crate::question`].
pub fn figures(context: &Context, out: &mut Vec<Finding>) {
    let n = context.assumptions.len();
    if n == 0 || context.circuits.is_empty() {
        return;
    }
    let lengths = context.assumptions.iter().filter(|a| a.unit == "m").count();
    out.push(Finding {
        code: FindingCode::Assumed,
        grade: Grade::Mind,
        title: say::figure_assumed(&n, &(if n == 1 { "" } else { "s" })),
        why: match lengths {
            0 => say::all_lengths_are_measured_what().into(),
            1 => say::one_of_them_is_a_length().into(),
            _ => say::of_them_are_lengths_a_sized(&lengths),
        },
        remedy: say::answer_the_question_above_it_asks().into(),
        source: Source::practice("assumed figures"),
        stage: Stage::Run,
        circuit: None,
    });
}
