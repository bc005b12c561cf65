//! Switch, relay and diode for a load.

use crate::chain::Origin;
use crate::sizes::{ControlChoice, Hardware};
use crate::sizing::trial::SizingInput;
use crate::switching::{ContactOf, Switching};
use jovek_catalog::{diode, relay, switch};
use jovek_job::ControlKind;

/// The switch that may carry the lamps of a circuit by itself, A; none where a relay is better.
pub fn direct_switch_a(bench: &SizingInput, load_a: f64) -> Option<f64> {
    let (part, most_a) = if bench.chain.has_filament() {
        (switch::FILAMENT_PART, switch::FILAMENT_DIRECT_A)
    } else {
        (switch::LED_PART, switch::LED_DIRECT_A)
    };
    switch::smallest_a(load_a, part, bench.system.batteries()).filter(|_| load_a <= most_a)
}

/// Part of its rating that a switch and a relay contact may use for the lamps of a circuit.
fn parts_for_lamps(bench: &SizingInput) -> (f64, f64) {
    if bench.chain.has_filament() {
        (switch::FILAMENT_PART, relay::FILAMENT_PART)
    } else {
        (switch::LED_PART, relay::CONTINUOUS_PART)
    }
}

/// Switch or relay for a load.
pub fn control_for(bench: &SizingInput, load_a: f64) -> ControlChoice {
    if let Some(switching) = &bench.chain.switching {
        return ControlChoice::Planned(hardware_for(bench, switching, load_a));
    }
    if bench.chain.origin != Origin::Battery {
        return ControlChoice::Source;
    }
    let n = bench.system.batteries();
    let (switch_part, relay_part) = parts_for_lamps(bench);
    let direct = direct_switch_a(bench, load_a);
    let wants_relay = match bench.circuit.told_control() {
        Some(ControlKind::Relay) => true,
        Some(ControlKind::Switch) => false,
        Some(_) | None => direct.is_none(),
    };
    if !wants_relay {
        let rating_a = direct.or_else(|| switch::smallest_a(load_a, switch_part, n));
        return ControlChoice::Switch { rating_a };
    }
    // That of a ready-made harness is what it is; a rule of its own tells where it is too weak.
    let enough = kit_relay(bench).or_else(|| relay_for(bench, relay_part, load_a));
    let strongest = relay::strongest(bench.system);
    let kind = enough.unwrap_or(strongest).suppressed_by(bench.chain.suppression);
    let coil_a = bench.supply.regulated_v / kind.load_ohm();
    ControlChoice::Relay {
        relay: kind,
        switch_a: switch::smallest_a(coil_a, switch::COIL_PART, n).unwrap_or(3.0),
        is_enough: enough.is_some(),
    }
}

/// The weakest relay that carries a load with a part of its rating: of those that the shop keeps, else of the catalog.
fn relay_for(bench: &SizingInput, part: f64, load_a: f64) -> Option<relay::RelayType> {
    let made = relay::RELAYS.into_iter().filter(|r| r.system == bench.system);
    let mut kept = bench.shop.relays(bench.system).into_iter().chain(made);
    kept.find(|r| r.contact_a * part >= load_a)
}

/// The relay of a ready-made harness: the smallest of the catalog that is as strong, with the rating that it says.
fn kit_relay(bench: &SizingInput) -> Option<relay::RelayType> {
    let told_a = bench.circuit.kit.as_ref()?.relay_a?;
    let like = relay::RELAYS
        .into_iter()
        .filter(|r| r.system == bench.system)
        .find(|r| r.contact_a >= told_a)
        .unwrap_or_else(|| relay::strongest(bench.system));
    Some(relay::RelayType { contact_a: told_a, ..like })
}

/// The parts of planned hardware for a load.
fn hardware_for(bench: &SizingInput, switching: &Switching, load_a: f64) -> Hardware {
    let n = bench.system.batteries();
    let (switch_part, relay_part) = parts_for_lamps(bench);
    let contact_part =
        if switching.breaks_lamps() { relay_part * relay::BREAK_PART } else { relay_part };
    let lamp_relay = kit_relay(bench).or_else(|| relay_for(bench, contact_part, load_a));
    let suppression = bench.chain.suppression;
    let weakest = relay_for(bench, 1.0, 0.0).unwrap_or_else(|| relay::micro(bench.system));
    let logic_relay = weakest.suppressed_by(suppression);
    let lamp_diode = diode::for_lamps(load_a, bench.shop.silicon_diodes);
    let by_switch =
        switching.lamps_from.contacts().iter().any(|c| matches!(c, ContactOf::Switch { .. }));
    let switch_a = if switching.kind == ControlKind::Controller {
        relay::MODULE_RATINGS_A.into_iter().find(|a| a * relay_part >= load_a)
    } else if by_switch {
        direct_switch_a(bench, load_a).or_else(|| switch::smallest_a(load_a, switch_part, n))
    } else {
        let coil_a = bench.supply.regulated_v / logic_relay.load_ohm();
        switch::smallest_a(coil_a, switch::COIL_PART, n)
    };
    let carries = (0..switching.relays.len())
        .any(|r| switching.relays[r].role.is_module() && switching.carries_lamps(r));
    let module_a = match carries {
        true => relay::MODULE_RATINGS_A.into_iter().find(|a| a * relay_part >= load_a),
        false => Some(relay::MODULE_RATINGS_A[0]),
    };
    Hardware {
        is_enough: module_a.is_some()
            && (lamp_relay.is_some() || switching.lamp_relays().is_empty())
            && (lamp_diode.is_some() || switching.lamps_from.diodes() == 0)
            && switch_a.is_some(),
        lamp_relay: lamp_relay
            .unwrap_or_else(|| relay::strongest(bench.system))
            .suppressed_by(suppression),
        logic_relay,
        // A resistor would more than double what it takes from the signal.
        signal_relay: relay::signal_relay(bench.system),
        lamp_diode: lamp_diode.unwrap_or(diode::LAMPS[2]),
        coil_diode: diode::COIL,
        switch_a: switch_a.unwrap_or(20.0),
        module_a: module_a.unwrap_or(relay::MODULE_RATINGS_A[3]),
    }
}
