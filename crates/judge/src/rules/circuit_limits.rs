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
use jovek_plan::chain::LinkKind;
use jovek_plan::sizes::ControlChoice;
use jovek_plan::sizing::trial::Refusal;

/// The chosen wire breaks a rule: nothing thicker is on the shelf, or a person chose it.
pub fn wire(system: WireSystem, view: &CircuitView, out: &mut Vec<Finding>) {
    let trial = &view.sized.chosen;
    let Some(refusal) = &trial.refusal else { return };
    let (grade, code, remedy) = match refusal {
        Refusal::Ampacity { .. } => (
            Grade::Stop,
            FindingCode::WireBelowFuse,
            "Thicker wire, a smaller load, or a cooler and looser path.",
        ),
        Refusal::NoFuse { .. } => (
            Grade::Stop,
            FindingCode::NoFuse,
            "Split the load over two or more circuits, each with its fuse.",
        ),
        Refusal::FarEnd(_) => (
            Grade::Stop,
            FindingCode::ShortNotCleared,
            "Thicker or shorter wire, or a smaller fuse, so that a short opens it at once.",
        ),
        Refusal::Unsolved { .. } => {
            (Grade::Stop, FindingCode::NoSteadyState, "Check the figures of lamps and supply.")
        }
        Refusal::Drop(d) if d.is_beyond_copper() => (
            Grade::Fix,
            FindingCode::DropTooLarge,
            "Thicker wire does not help: fit lamps with a lower cut-in, fewer of them, or a feed that keeps its voltage.",
        ),
        Refusal::Drop(_) => (
            Grade::Fix,
            FindingCode::DropTooLarge,
            "A relay nearer to the battery, a shorter run, fewer lamps on it, or a second feed.",
        ),
        Refusal::Mechanical { .. } => (
            Grade::Fix,
            FindingCode::WireTooThin,
            "Take 0.75 mm² (18 gauge) or more outside the cab.",
        ),
    };
    let (stage, circuit) = about(view, Stage::Run);
    let is_own = view.circuit.told_wire().is_some() || view.circuit.told_fuse_a().is_some();
    let title = match refusal {
        _ if view.circuit.kit.is_some() => {
            format!("{}: the harness from the box breaks a rule", view.chain.name)
        }
        _ if is_own => format!("{}: your choice breaks a rule", view.chain.name),
        Refusal::Drop(_) => format!("{}: no wire holds the voltage up", view.chain.name),
        _ => format!("{}: no wire on the shelf will do", view.chain.name),
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
        ControlChoice::Switch { rating_a: None } => {
            format!(
                "No panel switch bears {load} of these lamps by itself; its contacts would weld or burn."
            )
        }
        ControlChoice::Relay { is_enough: false, .. } => {
            format!("{load} is more than the contact of the strongest relay should carry.")
        }
        ControlChoice::Planned(hardware) if !hardware.is_enough => {
            format!("{load} is more than the relay, diode or switch of this way should carry.")
        }
        _ => return,
    };
    let (stage, circuit) = about(view, Stage::Switch);
    out.push(Finding {
        code: FindingCode::ContactOverloaded,
        grade: Grade::Stop,
        title: format!("{}: contact overloaded", view.chain.name),
        why,
        remedy: "Take a relay, or split the lamps over two circuits.".into(),
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
        title: format!("{}: hot relay may not pull in", view.chain.name),
        why: format!(
            "At {} its coil needs {}; a low battery gives it {}.",
            units.degrees(coil_c),
            volts(needed_v),
            volts(given_v)
        ),
        remedy: "Mount the relay in a cooler place.".into(),
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
        title: format!("{}: path too hot at {}", view.chain.name, units.degrees(hottest_c)),
        why: format!(
            "{} leaves {} for the wire's own heat.",
            class.label(),
            units.warmer(class.max_c() - hottest_c)
        ),
        remedy: format!(
            "Take another path, {} or more off the exhaust, or a heat shield.",
            units.rule(150.0)
        ),
        source: Source::standard("SAE J1128 classes, recalled from memory"),
        stage,
        circuit,
    });
}
