//! Figures that nobody measured.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_phrases::rules as say;
use jovek_plan::assumed::Assumption;

/// How many of the figures are named before the rest is counted.
const NAMED: usize = 3;

/// Whether a piece of wire turns on this figure: its length, or the power that it carries. The others move a lamp's
/// voltage by some hundredths; these two change what is cut. A wire of the factory is there already. Common practice.
pub(crate) fn is_cut_by(assumption: &Assumption) -> bool {
    !assumption.path.starts_with("factory[") && matches!(assumption.unit, "m" | "W" | "W/m")
}

/// Says once how many figures are assumed. Which of them matters most is asked by
/// [`crate::question`]. Where wire would be cut by one of them, it says so before anybody cuts.
pub fn figures(context: &Context, out: &mut Vec<Finding>) {
    let n = context.assumptions.len();
    if n == 0 || context.circuits.is_empty() {
        return;
    }
    let deciding: Vec<&Assumption> = context.assumptions.iter().filter(|a| is_cut_by(a)).collect();
    let is_cut = !deciding.is_empty() && !context.cuts.is_empty();
    let (title, why, stage) = if is_cut {
        (
            say::measure_before_you_cut(&deciding.len(), &plural(deciding.len())),
            wires_turn_on(&deciding, context.job.shop.units),
            Stage::Cut,
        )
    } else {
        (say::figure_assumed(&n, &plural(n)), say::what_cuts_is_known().into(), Stage::Look)
    };
    out.push(Finding {
        code: FindingCode::Assumed,
        grade: Grade::Mind,
        title,
        why,
        remedy: say::answer_the_question_above_it_asks().into(),
        source: Source::practice("assumed figures"),
        stage,
        circuit: None,
    });
}

/// The figures on which wire turns: the first by name, the rest counted.
fn wires_turn_on(deciding: &[&Assumption], units: Units) -> String {
    let named: Vec<String> = deciding
        .iter()
        .take(NAMED)
        .map(|a| say::figure_taken_as(&a.label, &units.as_given(a.value, a.unit)))
        .collect();
    let named = named.join("; ");
    match deciding.len().saturating_sub(NAMED) {
        0 => say::wires_turn_on(&named),
        more => say::wires_turn_on_and_more(&named, &more),
    }
}

fn plural(n: usize) -> &'static str {
    if n == 1 { "" } else { "s" }
}
