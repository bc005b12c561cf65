//! A fuse that a person chose, or that came with a harness, below what its lamps take.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_catalog::fuse::ROUNDING_PART;

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
        title: format!("{}: {} A fuse below its lamps", view.chain.name, fuse.rating_a),
        why: match is_over {
            true => format!("They take {load}: it blows and the lamps go dark."),
            false => format!("They take {load}, more than it carries continuously where it sits: it weakens until it blows."),
        },
        remedy: match trial.fuse.for_load.filter(|f| f.rating_a <= trial.ampacity_a) {
            Some(fits) => format!("A {} A fuse: the wire bears it.", fits.rating_a),
            None => "Fewer lamps on it, or wire that bears a larger fuse.".into(),
        },
        source: Source::practice("80 % of a fuse's rating for continuous duty"),
        stage,
        circuit,
    });
}
