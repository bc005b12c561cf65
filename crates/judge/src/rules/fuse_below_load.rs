//! A fuse that a person chose, or that came with a harness, below what its lamps take.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_catalog::fuse::ROUNDING_PART;
use jovek_phrases::rules as say;

/// It blows, or ages until it does. What the advice chose carries its load.
pub fn blows(view: &CircuitView, out: &mut Vec<Finding>) {
    let trial = &view.sized.chosen;
    let told = trial.sizes.fuse.filter(|_| view.circuit.told_fuse_a().is_some());
    let Some(fuse) = told else { return };
    if fuse.rating_a * (1.0 + ROUNDING_PART) >= trial.fuse.min_rating_a {
        return;
    }
    let is_over = trial.load_a > fuse.rating_a;
    let (stage, circuit) = about(view, Stage::Feed);
    let load = amps(trial.load_a);
    out.push(Finding {
        code: FindingCode::FuseBelowLoad,
        grade: if is_over { Grade::Stop } else { Grade::Fix },
        title: say::a_fuse_below_its_lamps(&view.chain.name, &fuse.rating_a),
        why: match is_over {
            true => say::they_take_it_blows(&load),
            false => say::they_take_more_than_it_carries(&load),
        },
        remedy: match trial.fuse.for_load.filter(|f| f.rating_a <= trial.ampacity_a) {
            Some(fits) => say::a_a_fuse_the_wire_bears(&fits.rating_a),
            None => say::fewer_lamps_on_it_or_wire().into(),
        },
        source: Source::practice("80 % of a fuse's rating for continuous duty"),
        stage,
        circuit,
    });
}
