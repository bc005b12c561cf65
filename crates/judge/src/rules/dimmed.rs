//! Lamps behind a dimmer.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_catalog::dimmer;
use jovek_job::LightKind;

/// A load that no dimmer carries, and drivers that do not like a pulsed supply.
pub fn lamps(view: &CircuitView, out: &mut Vec<Finding>) {
    if view.chain.dimmers.is_empty() {
        return;
    }
    let (stage, circuit) = about(view, Stage::Switch);
    let load_a = view.sized.chosen.load_a;
    let name = &view.chain.name;
    let mut push = |code, grade, title, why, remedy: &str, source| {
        out.push(Finding {
            code,
            grade,
            title,
            why,
            remedy: remedy.into(),
            source,
            stage,
            circuit: circuit.clone(),
        });
    };
    if dimmer::smallest_a(load_a).is_none() {
        let most_a = dimmer::RATINGS_A[2] * dimmer::CONTINUOUS_PART;
        push(
            FindingCode::DimmerOverloaded,
            Grade::Fix,
            format!("{name}: more than a dimmer carries"),
            format!("{} against {} of the strongest dimmer.", amps(load_a), amps(most_a)),
            "Split the circuit, or take an on-off switch.",
            Source::practice("ratings of dimmers"),
        );
    }
    let drivers =
        view.circuit.lights.iter().find(|l| matches!(l.draws, LightKind::Regulated { .. }));
    if let Some(light) = drivers {
        push(
            FindingCode::DimmedDriver,
            Grade::Mind,
            format!("{name}: {} may flicker behind a dimmer", light.name),
            "A driver holds its power constant: a pulsed supply restarts it, or does nothing."
                .into(),
            "Try one first; take a lamp with a dimming wire, or strip with resistors.",
            Source::practice("constant-power drivers on a pulsed supply"),
        );
    }
}
