//! Lamps: made for another voltage, label against meter, none at all.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::shown;
use jovek_base::source::Source;
use jovek_job::{LightKind, MadeFor, SystemVoltage};

/// A 12 V lamp on 24 V burns; a 24 V lamp on 12 V stays dark.
pub fn wrong_voltage(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let system = context.job.vehicle.system;
    for lamp in &view.chain.lamps {
        let (grade, why) = match (lamp.made_for, system) {
            (MadeFor::V12, SystemVoltage::V24) => (
                Grade::Stop,
                "It would see twice its voltage: drivers fail, filaments and strip burn.",
            ),
            (MadeFor::V24, SystemVoltage::V12) => {
                (Grade::Fix, "It sees half its voltage: it stays dark or glows dimly.")
            }
            _ => continue,
        };
        let (stage, circuit) = about(view, Stage::Light);
        let made = if lamp.made_for == MadeFor::V12 { 12 } else { 24 };
        out.push(Finding {
            code: FindingCode::LampVoltage,
            grade,
            title: format!("{}: {made} V lamp on {:.0} V", lamp.name, system.nominal_v()),
            why: why.into(),
            remedy: format!("Fit one made for {:.0} V or for 12-24 V.", system.nominal_v()),
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
            title: format!(
                "{}: label {}, measured {}",
                lamp.name,
                shown(label, "W"),
                shown(measured, "W")
            ),
            why: format!("{:+.0} % against the label. The measured figure counts.", off * 100.0),
            remedy: "Measure a second lamp if they should be alike.".into(),
            source: Source::practice("labels are often wrong"),
            stage,
            circuit,
        });
    }
}

/// A current that goes with the voltage as that of another kind does.
pub fn reads_as_other(view: &CircuitView, out: &mut Vec<Finding>) {
    let named = |kind: LightKind| match kind {
        LightKind::Regulated { .. } => "a regulated LED: less current at a higher voltage",
        LightKind::Strip { .. } => "LEDs behind resistors: much more current at a higher voltage",
        LightKind::Incandescent {} => "a filament: a little more current at a higher voltage",
    };
    for lamp in &view.chain.lamps {
        let Some(other) = lamp.reads_as else { continue };
        let (stage, circuit) = about(view, Stage::Light);
        out.push(Finding {
            code: FindingCode::LampReadsAsOther,
            grade: Grade::Fix,
            title: format!("{}: its readings are those of another kind of lamp", lamp.name),
            why: format!("They read as {}.", named(other)),
            remedy: "Change how it takes its current, or measure again.".into(),
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
            title: format!("{}: no lights yet", circuit.name),
            why: "Without a load there is nothing to size.".into(),
            remedy: "Add a light under Light.".into(),
            source: Source::practice("the plan"),
            stage: Stage::Light,
            circuit: Some(circuit.id.clone()),
        });
    }
}
