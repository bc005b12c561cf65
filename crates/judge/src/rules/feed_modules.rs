//! Lamps behind a dimmer or a flasher.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_catalog::inline_module::{self, InlineModule};
use jovek_job::LightKind;

/// A load that no module carries, drivers that do not like a pulsed supply, and lamps that flash twice.
pub fn lamps(view: &CircuitView, out: &mut Vec<Finding>) {
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
    let has = |module| view.chain.modules.contains(&module);
    if let Some(module) = view.chain.modules.first()
        && inline_module::smallest_a(load_a).is_none()
    {
        let most_a = inline_module::RATINGS_A[2] * inline_module::CONTINUOUS_PART;
        let module = module.label();
        push(
            FindingCode::ModuleOverloaded,
            Grade::Fix,
            format!("{name}: more than a {module} carries"),
            format!("{} against {} of the strongest {module}.", amps(load_a), amps(most_a)),
            "Split the circuit, or take an on-off switch.",
            Source::practice("ratings of dimmers and flashers"),
        );
    }
    let lights = || view.circuit.lights.iter();
    let driver = lights().find(|l| matches!(l.draws, LightKind::Regulated { .. }));
    if let Some(light) = driver.filter(|_| has(InlineModule::Dimmer)) {
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
    let flashing = lights().find(|l| l.flash.is_some());
    if let Some(light) = flashing.filter(|_| has(InlineModule::Flasher)) {
        push(
            FindingCode::FlashesTwice,
            Grade::Fix,
            format!("{name}: {} flashes by itself and sits behind a flasher", light.name),
            "Each pause of the flasher starts its pattern again: the two are never in step.".into(),
            "Take the flasher out, or plain lamps.",
            Source::practice("lamps with a pattern of their own"),
        );
    }
}
