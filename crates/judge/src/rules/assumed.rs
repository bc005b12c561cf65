//! Figures that nobody measured.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;

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
        title: format!("{n} figure{} assumed", if n == 1 { "" } else { "s" }),
        why: match lengths {
            0 => "All lengths are measured; what is left moves the figures less.".into(),
            1 => "One of them is a length; a sized wire is only as good as its length.".into(),
            _ => {
                format!(
                    "{lengths} of them are lengths; a sized wire is only as good as its length."
                )
            }
        },
        remedy: "Answer the question above: it asks for the one that matters most.".into(),
        source: Source::practice("assumed figures"),
        stage: Stage::Run,
        circuit: None,
    });
}
