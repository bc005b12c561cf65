//! A trailer whose ground is lost: the lamps look for another way back, through each other.

use super::connectors::{PinFunction, TrailerConnector};
use jovek_circuit::devices::{Battery, Incandescent};
use jovek_circuit::{Device, ElementId, Network, NodeId, SolveError, solve};
use jovek_phrases::common;
use jovek_phrases::trailer as say;
use serde::Serialize;
use utoipa::ToSchema;

/// A lamp that burns although its function is off, or too weakly.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WrongGlow {
    /// What is on.
    pub on: String,
    /// What the lamps do.
    pub says: String,
}

/// Grounds of a connector.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct GroundAnswer {
    /// How many, on which pins.
    pub text: String,
    /// What a lost one does, solved with bulbs on every function.
    pub lost: Vec<WrongGlow>,
}

/// A function with its bulbs: total watts on one wire, W at 12 V.
fn watts(function: PinFunction) -> Option<f64> {
    use PinFunction as F;
    match function {
        F::Tail => Some(20.0),
        F::LeftTail | F::RightTail => Some(10.0),
        F::Marker => Some(25.0),
        F::LeftStopTurn | F::RightStopTurn | F::LeftTurn | F::RightTurn | F::RearFog => Some(21.0),
        F::Stop | F::Reverse => Some(42.0),
        _ => None,
    }
}

fn name(function: PinFunction) -> &'static str {
    use PinFunction as F;
    match function {
        F::Tail => say::tail_lamps(),
        F::LeftTail => say::left_tail_lamps(),
        F::RightTail => say::right_tail_lamps(),
        F::Marker => say::marker_lamps(),
        F::LeftStopTurn => say::left_stop_and_turn_lamp(),
        F::RightStopTurn => say::right_stop_and_turn_lamp(),
        F::LeftTurn => say::left_turn_lamp(),
        F::RightTurn => say::right_turn_lamp(),
        F::Stop => say::lost_stop_lamps(),
        F::Reverse => common::reverse_lamps(),
        F::RearFog => say::lost_rear_fog_lamp(),
        _ => say::other(),
    }
}

fn bulb(watt: f64, volts: f64) -> Device {
    Device::Incandescent(Incandescent { power_w: watt, rated_v: volts })
}

/// What each function does while the white wire is off, with bulbs on the trailer and on the towing vehicle, whose own
/// lamps of the same wires are the only way back.
///
/// # Errors
/// [`SolveError`] when the circuit has no steady state.
pub fn lost_ground(plug: &TrailerConnector) -> Result<GroundAnswer, SolveError> {
    let grounds = plug.of(PinFunction::Ground);
    let pins: Vec<&str> = grounds.iter().map(|p| p.pin.as_str()).collect();
    let text = match pins.as_slice() {
        [] => say::no_ground_pin().to_owned(),
        [one] => say::one_ground_pin_it_carries_everything(&one),
        many => say::grounds_pins_do_not_join_them(&many.len(), &many.join(", ")),
    };
    let volts = plug.volts;
    let mut functions: Vec<(PinFunction, f64)> =
        plug.pins.iter().filter_map(|p| Some((p.function, watts(p.function)?))).collect();
    functions.dedup();
    let mut lost = Vec::new();
    for &(on, _) in &functions {
        let glows = solved(&functions, on, volts)?;
        let own = glows.iter().find(|g| g.0 == on).map_or(0.0, |g| g.1);
        let wrong: Vec<String> = glows
            .iter()
            .filter(|(f, part)| *f != on && *part > 0.01)
            .map(|(f, part)| say::at(&name(*f), &(100.0 * part)))
            .collect();
        let says = if wrong.is_empty() {
            say::at_nothing_else(&name(on), &(100.0 * own))
        } else {
            say::at_wrongly(&name(on), &(100.0 * own), &wrong.join(", "))
        };
        lost.push(WrongGlow { on: name(on).to_owned(), says });
    }
    Ok(GroundAnswer { text, lost })
}

/// Part of its power at which each function's lamps on the trailer burn while one is on and the ground is lost.
fn solved(
    functions: &[(PinFunction, f64)],
    on: PinFunction,
    volts: f64,
) -> Result<Vec<(PinFunction, f64)>, SolveError> {
    let (net, lamps) = without_ground(functions, on, volts);
    let solution = solve(&net)?;
    Ok(lamps
        .iter()
        .zip(functions)
        .map(|(&lamp, &(f, watt))| (f, solution.power_w(&net, lamp) / watt))
        .collect())
}

/// Bulbs on every wire of a trailer and of the vehicle before it, one function on, no ground between them; with it the
/// trailer's lamps in the order of the functions, each given with its watts at the nominal voltage, V.
pub fn without_ground(
    functions: &[(PinFunction, f64)],
    on: PinFunction,
    volts: f64,
) -> (Network, Vec<ElementId>) {
    let mut net = Network::new();
    let common = net.node(say::trailer_ground());
    let mut lamps = Vec::new();
    for (k, &(function, watt)) in functions.iter().enumerate() {
        let wire = net.node(&say::wire(&k));
        lamps.push(net.add(say::trailer_pin(&k), wire, common, bulb(watt, volts)));
        if function == on {
            let battery =
                Battery { open_circuit_v: 1.05 * volts, internal_ohm: 0.02, charge_ohm: 0.02 };
            net.add("feed", wire, NodeId::GROUND, Device::Battery(battery));
        } else {
            // The vehicle's own lamps of that wire.
            net.add(say::vehicle(&k), wire, NodeId::GROUND, bulb(watt, volts));
        }
    }
    // Coupling and paint: what is left of a way back.
    net.add("coupling", common, NodeId::GROUND, Device::ohm(2000.0));
    (net, lamps)
}
