//! Lamps that fade, collapse or stay dark in a state of the supply.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use crate::volt_line::{Glow, VoltLine};
use jovek_base::figure::volts;
use jovek_base::source::Source;
use jovek_job::{Light, LightKind};
use jovek_phrases::rules as say;

/// One finding for the gravest trouble of a circuit's lamps.
pub fn lamps(view: &CircuitView, out: &mut Vec<Finding>) {
    let lines = view.volt_lines;
    let find = |glow: Glow| lines.iter().find(|l| l.glow == glow);
    let (stage, circuit) = about(view, Stage::Run);
    let push = |out: &mut Vec<Finding>, code, grade, title, why, remedy: &str, source| {
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
    let name = &view.chain.name;
    let state = |l: &VoltLine| l.state_label.to_lowercase();
    if let Some(l) = find(Glow::Collapsed) {
        push(
            out,
            FindingCode::LineTooWeak,
            Grade::Fix,
            say::the_line_cannot_carry_the_lamps(&name),
            say::with_the_lamps_pull_their_own(&state(l), &volts(l.lamp_v)),
            say::thicker_or_shorter_wire_better_joints(),
            Source::computed("largest power through a resistance, V²/4R"),
        );
    } else if let Some(l) = find(Glow::Dark) {
        push(
            out,
            FindingCode::LampsDark,
            Grade::Fix,
            say::lamps_stay_dark(&name),
            say::with_no_current_flows(&state(l), &volts(l.lamp_v)),
            say::check_lamp_voltage(),
            Source::computed("the solved circuit"),
        );
    } else if let Some(l) = find(Glow::Fading) {
        let only_low = lines.iter().filter(|l| l.glow == Glow::Fading).count() == 1
            && l.state == jovek_job::SupplyState::LowBattery;
        // A threshold that nobody gave makes no certain verdict.
        let is_said = |l: &Light| !matches!(l.draws, LightKind::Regulated { cut_in_v: None });
        let is_guess = !view.circuit.lights.iter().all(is_said);
        let fades_v = volts(l.fades_v.unwrap_or_default());
        let (says, needs) = match is_guess {
            true => (say::may_fade(), say::such_lamps_usually_need_theirs(&fades_v)),
            false => ("fade", say::they_need_for_full_light(&fades_v)),
        };
        push(
            out,
            FindingCode::LampsFade,
            if only_low || is_guess { Grade::Mind } else { Grade::Fix },
            say::lamps_with(&name, &says, &state(l)),
            say::across_them(&volts(l.lamp_v), &needs),
            say::look_up_their_lowest_voltage_thicker(),
            Source::practice("cut-in of regulated lamps"),
        );
    }
}

/// How far below the floor is told, V: less than a meter shows is nothing.
const SHOWN_V: f64 = 0.005;

/// Lamps with less voltage than the shop's rule leaves them in some state, where no wire was refused for it: what
/// a factory wire, a poor share of the supply or a person's own choice costs.
pub fn below_floor(view: &CircuitView, out: &mut Vec<Finding>) {
    if view.sized.chosen.refusal.is_some() {
        return;
    }
    let short_v = |l: &VoltLine| l.floor_v.map_or(0.0, |floor_v| floor_v - l.lamp_v);
    let worst = view
        .volt_lines
        .iter()
        .filter(|l| l.glow != Glow::Dark && short_v(l) > SHOWN_V)
        .max_by(|a, b| short_v(a).total_cmp(&short_v(b)));
    let Some(line) = worst else { return };
    let (stage, circuit) = about(view, Stage::Run);
    out.push(Finding {
        code: FindingCode::BelowFloor,
        grade: Grade::Fix,
        title: say::too_little_voltage(&view.chain.name, &line.state_label.to_lowercase()),
        why: say::at_the_weakest_lamp_less(&volts(line.lamp_v), &volts(short_v(line))),
        remedy: say::look_where_the_volt_line_falls().into(),
        source: Source::computed("the whole vehicle, solved"),
        stage,
        circuit,
    });
}
