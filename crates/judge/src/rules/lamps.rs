//! Lamps: made for another voltage, label against meter, none at all.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::shown;
use jovek_base::source::Source;
use jovek_job::{LightKind, MadeFor, SystemVoltage};
use jovek_phrases::rules as say;

/// A 12 V lamp on 24 V burns; a 24 V lamp on 12 V stays dark.
pub fn wrong_voltage(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let system = context.job.vehicle.system;
    for lamp in &view.chain.lamps {
        let (grade, why) = match (lamp.made_for, system) {
            (MadeFor::V12, SystemVoltage::V24) => {
                (Grade::Stop, say::it_would_see_twice_its_voltage())
            }
            (MadeFor::V24, SystemVoltage::V12) => (Grade::Fix, say::it_sees_half_its_voltage()),
            _ => continue,
        };
        let (stage, circuit) = about(view, Stage::Light);
        let made = if lamp.made_for == MadeFor::V12 { 12 } else { 24 };
        out.push(Finding {
            code: FindingCode::LampVoltage,
            grade,
            title: say::v_lamp_on_v(&lamp.name, &made, &system.nominal_v()),
            why: why.into(),
            remedy: say::fit_one_made_for_v(&system.nominal_v()),
            source: Source::practice("lamp marking"),
            stage,
            circuit,
        });
    }
}

/// Label and meter more than 15 % apart.
pub fn label_against_measured(view: &CircuitView, out: &mut Vec<Finding>) {
    for lamp in &view.chain.lamps {
        let (Some(label), Some(measured)) = (lamp.label_w, lamp.measured_w) else { continue };
        let off = measured / label - 1.0;
        if off.abs() < 0.15 {
            continue;
        }
        let (stage, circuit) = about(view, Stage::Light);
        out.push(Finding {
            code: FindingCode::LabelAgainstMeasured,
            grade: Grade::Mind,
            title: say::label_measured(&lamp.name, &shown(label, "W"), &shown(measured, "W")),
            why: say::against_the_label_the_measured_figure(&(off * 100.0)),
            remedy: say::measure_a_second_lamp_if_they().into(),
            source: Source::practice("labels are often wrong"),
            stage,
            circuit,
        });
    }
}

/// A current that goes with the voltage as that of another kind does.
pub fn reads_as_other(view: &CircuitView, out: &mut Vec<Finding>) {
    let named = |kind: LightKind| match kind {
        LightKind::Regulated { .. } => say::a_regulated_led_less_current(),
        LightKind::Strip { .. } => say::leds_behind_resistors_much_more_current(),
        LightKind::Incandescent {} => say::a_filament_a_little_more_current(),
    };
    for lamp in &view.chain.lamps {
        let Some(other) = lamp.reads_as else { continue };
        let (stage, circuit) = about(view, Stage::Light);
        out.push(Finding {
            code: FindingCode::LampReadsAsOther,
            grade: Grade::Fix,
            title: say::its_readings_are_those_of_another(&lamp.name),
            why: say::they_read(&named(other)),
            remedy: say::change_how_it_takes_its_current().into(),
            source: Source::practice("current against voltage"),
            stage,
            circuit,
        });
    }
}

/// Circuits without lights have no answers.
pub fn no_lights(context: &Context, out: &mut Vec<Finding>) {
    for circuit in context.job.circuits.iter().filter(|c| c.lights.is_empty()) {
        out.push(Finding {
            code: FindingCode::NoLights,
            grade: Grade::Fix,
            title: say::no_lights_yet(&circuit.name),
            why: say::without_a_load_there_is_nothing().into(),
            remedy: say::add_a_light_under_light().into(),
            source: Source::practice("the plan"),
            stage: Stage::Light,
            circuit: Some(circuit.id.clone()),
        });
    }
}
