//! A circuit that no wire, fuse, switch or relay of the catalog can serve; relays that are hot.

use super::{CircuitView, Finding, Grade, about, kit};
use crate::finding::{FindingCode, Stage};
use crate::rules::refusal::refusal_text;
use jovek_base::figure::{amps, volts};
use jovek_base::source::Source;
use jovek_base::units::Units;
use jovek_catalog::conductor::WireSystem;
use jovek_catalog::relay;
use jovek_job::SupplyState;
use jovek_phrases::rules as say;
use jovek_plan::chain::LinkKind;
use jovek_plan::sizes::ControlChoice;
use jovek_plan::sizing::trial::Refusal;

/// The chosen wire breaks a rule: nothing thicker is on the shelf, or a person chose it.
pub fn wire(system: WireSystem, view: &CircuitView, out: &mut Vec<Finding>) {
    let trial = &view.sized.chosen;
    let Some(refusal) = &trial.refusal else { return };
    let (grade, code, remedy) = match refusal {
        Refusal::Ampacity { .. } => {
            (Grade::Stop, FindingCode::WireBelowFuse, say::thicker_wire_a_smaller_load())
        }
        Refusal::NoFuse { .. } => {
            (Grade::Stop, FindingCode::NoFuse, say::split_the_load_over_two())
        }
        Refusal::FarEnd(_) => {
            (Grade::Stop, FindingCode::ShortNotCleared, say::thicker_or_shorter_wire())
        }
        Refusal::Unsolved { .. } => {
            (Grade::Stop, FindingCode::NoSteadyState, say::check_the_figures_of_lamps())
        }
        Refusal::Drop(d) if d.is_beyond_copper() => {
            (Grade::Fix, FindingCode::DropTooLarge, say::thicker_wire_does_not_help_fit())
        }
        Refusal::Drop(_) => {
            (Grade::Fix, FindingCode::DropTooLarge, say::a_relay_nearer_to_the_battery())
        }
        Refusal::Mechanical { .. } => {
            (Grade::Fix, FindingCode::WireTooThin, say::take_0_75_mm_18_gauge())
        }
    };
    let (stage, circuit) = about(view, Stage::Run);
    let is_own = view.circuit.told_wire().is_some() || view.circuit.told_fuse_a().is_some();
    let title = match refusal {
        _ if view.circuit.kit.is_some() => say::the_harness_from_the_box_breaks(&view.chain.name),
        _ if is_own => say::your_choice_breaks_a_rule(&view.chain.name),
        Refusal::Drop(_) => say::no_wire_holds_the_voltage_up(&view.chain.name),
        _ => say::no_wire_on_the_shelf_will(&view.chain.name),
    };
    out.push(Finding {
        code,
        grade,
        title,
        why: refusal_text(trial, system),
        remedy: kit::remedy(view, refusal).unwrap_or_else(|| remedy.into()),
        source: Source::computed("sizing against the shop's tables"),
        stage,
        circuit,
    });
}

/// Switch or relay too weak for the load.
pub fn control(view: &CircuitView, out: &mut Vec<Finding>) {
    let load = amps(view.sized.chosen.load_a);
    let why = match view.sized.chosen.sizes.control {
        ControlChoice::Switch { rating_a: None } => say::no_panel_switch_bears_of_these(&load),
        ControlChoice::Relay { is_enough: false, .. } => say::is_more_than_the_contact(&load),
        ControlChoice::Planned(hardware) if !hardware.is_enough => {
            say::is_more_than_the_relay_diode(&load)
        }
        _ => return,
    };
    let (stage, circuit) = about(view, Stage::Switch);
    out.push(Finding {
        code: FindingCode::ContactOverloaded,
        grade: Grade::Stop,
        title: say::contact_overloaded(&view.chain.name),
        why,
        remedy: say::take_a_relay_or_split().into(),
        source: Source::practice("derating of contacts for lamp inrush"),
        stage,
        circuit,
    });
}

/// A hot coil needs more volts to pull in than a low battery gives.
pub fn hot_relay(units: Units, view: &CircuitView, out: &mut Vec<Finding>) {
    let has_lamp_relay = view.chain.switching.as_ref().is_some_and(|s| !s.lamp_relays().is_empty());
    let kind = match view.sized.chosen.sizes.control {
        ControlChoice::Relay { relay, .. } => relay,
        ControlChoice::Planned(hardware) if has_lamp_relay => hardware.lamp_relay,
        _ => return,
    };
    let Some(ambient_c) = view.chain.links.iter().find_map(|l| match l.kind {
        LinkKind::Control { ambient_c } => Some(ambient_c),
        _ => None,
    }) else {
        return;
    };
    let coil_c = ambient_c + relay::COIL_RISE_K;
    let needed_v = relay::pull_in_at_v(kind.pull_in_v, coil_c);
    let low = view.volt_lines.iter().find(|l| l.state == SupplyState::LowBattery);
    let Some(given_v) = low.and_then(|l| l.coil.as_ref()).map(|c| c.across_v) else { return };
    // Lit by a timer that still runs, or through the contact at rest: the coil is not meant to pull in then.
    let is_meant_to = given_v > kind.drop_out_v;
    if needed_v <= given_v || !is_meant_to {
        return;
    }
    let (stage, circuit) = about(view, Stage::Run);
    out.push(Finding {
        code: FindingCode::HotRelay,
        grade: Grade::Fix,
        title: say::hot_relay_may_not_pull(&view.chain.name),
        why: say::at_its_coil_needs_a_low(
            &units.degrees(coil_c),
            &volts(needed_v),
            &volts(given_v),
        ),
        remedy: say::mount_the_relay_in_a_cooler().into(),
        source: Source::computed("V(T) = V(23)·R(T)/R(23), IEC 60028 copper"),
        stage,
        circuit,
    });
}

/// Surroundings hotter than any insulation of the catalog bears with room to spare.
pub fn surroundings(units: Units, view: &CircuitView, out: &mut Vec<Finding>) {
    let hottest_c = view.chain.hottest_c();
    let class = view.sized.chosen.sizes.insulation;
    if hottest_c + 20.0 <= class.max_c() {
        return;
    }
    let (stage, circuit) = about(view, Stage::Run);
    out.push(Finding {
        code: FindingCode::TooHot,
        grade: if hottest_c >= class.max_c() { Grade::Stop } else { Grade::Fix },
        title: say::path_too_hot(&view.chain.name, &units.degrees(hottest_c)),
        why: say::leaves_for_the_wire_own_heat(
            &class.label(),
            &units.warmer(class.max_c() - hottest_c),
        ),
        remedy: say::take_another_path_or_more_off(&units.rule(150.0)),
        source: Source::standard("SAE J1128 classes, recalled from memory"),
        stage,
        circuit,
    });
}
