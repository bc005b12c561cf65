//! A fuse that somebody chose and that is not made.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_phrases::rules as say;

/// The circuit's own fuse has a rating that its family does not have.
pub fn not_made(view: &CircuitView, out: &mut Vec<Finding>) {
    let Some(fuse) = view.sized.chosen.sizes.fuse.filter(|f| !f.is_made()) else { return };
    let (stage, circuit) = about(view, Stage::Feed);
    out.push(Finding {
        code: FindingCode::NoSuchFuse,
        grade: Grade::Fix,
        title: say::no_fuse_is_made(&view.chain.name, &fuse.label()),
        why: say::the_has_no_such_rating(&fuse.family_label()),
        remedy: say::choose_a_rating_from_the_list().into(),
        source: Source::practice("ratings of blade fuses"),
        stage,
        circuit,
    });
}
