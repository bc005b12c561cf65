//! Lamps behind a dimmer or a flasher.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_catalog::inline_module::{self, InlineModule};
use jovek_job::LightKind;
use jovek_phrases::rules as say;

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
            say::more_than_a_carries(&name, &module),
            say::against_of_the_strongest(&amps(load_a), &amps(most_a), &module),
            say::split_the_circuit_or_take(),
            Source::practice("ratings of dimmers and flashers"),
        );
    }
    let lights = || view.circuit.lights.iter();
    let driver = lights().find(|l| matches!(l.draws, LightKind::Regulated { .. }));
    if let Some(light) = driver.filter(|_| has(InlineModule::Dimmer)) {
        push(
            FindingCode::DimmedDriver,
            Grade::Mind,
            say::may_flicker_behind_a_dimmer(&name, &light.name),
            say::a_driver_holds_its_power_constant().into(),
            say::try_one_first_take_a_lamp(),
            Source::practice("constant-power drivers on a pulsed supply"),
        );
    }
    let flashing = lights().find(|l| l.flash.is_some());
    if let Some(light) = flashing.filter(|_| has(InlineModule::Flasher)) {
        push(
            FindingCode::FlashesTwice,
            Grade::Fix,
            say::flashes_by_itself_and_sits_behind(&name, &light.name),
            say::each_pause_of_the_flasher_starts().into(),
            say::take_the_flasher_out_or_plain(),
            Source::practice("lamps with a pattern of their own"),
        );
    }
}
