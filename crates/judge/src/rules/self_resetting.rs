//! Breakers that close again by themselves.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_catalog::fuse::FuseFamily;
use jovek_job::LampRole;
use jovek_phrases::rules as say;

/// A breaker that closes onto a fault again and again, before lamps that need not come back by themselves.
pub fn heats_again(view: &CircuitView, out: &mut Vec<Finding>) {
    let fuse = view.sized.chosen.sizes.fuse;
    let resets = fuse.is_some_and(|f| f.family == FuseFamily::SelfResettingBreaker);
    if !resets || view.circuit.lights.iter().any(|l| l.role == Some(LampRole::Headlamp)) {
        return;
    }
    let (stage, circuit) = about(view, Stage::Feed);
    out.push(Finding {
        code: FindingCode::ResetsByItself,
        grade: Grade::Mind,
        title: say::its_breaker_closes_again_by_itself(&view.chain.name),
        why: say::a_lasting_fault_is_heated_up().into(),
        remedy: say::a_breaker_with_manual_reset().into(),
        source: Source::practice("SAE J553 type I only where a light must come back by itself"),
        stage,
        circuit,
    });
}
