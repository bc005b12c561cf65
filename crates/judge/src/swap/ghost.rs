//! A lost ground behind a two-filament bulb: its current looks for another way, through the other filament into the
//! lamps of that function.

use jovek_catalog::bulbs::Filament;
use jovek_circuit::devices::{Incandescent, RegulatedLed};
use jovek_circuit::{Device, ElementId, Network, NodeId, SolveError, solve};
use jovek_phrases::swap as say;

/// What burns in the lamp on the other side of the vehicle.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Other {
    /// A bulb.
    Bulb(Filament),
    /// An LED of so many watts.
    Led(f64),
}

fn filament(f: Filament) -> Device {
    Device::Incandescent(Incandescent { power_w: f.watt, rated_v: f.at_v })
}

/// A two-filament bulb whose holder has lost its ground: battery +, tail filament, the holder's common point, brake
/// filament backwards, the brake wire, the other brake lamp, ground. With it the tail filament and the other brake lamp.
pub fn lost_ground(
    strong: Filament,
    weak: Filament,
    other: Other,
    battery_v: f64,
) -> (Network, [ElementId; 2]) {
    let mut net = Network::new();
    let (plus, common, brake) =
        (net.node(say::tail_wire()), net.node("holder"), net.node(say::brake_wire()));
    net.add(
        "battery",
        plus,
        NodeId::GROUND,
        Device::Battery(jovek_circuit::devices::Battery {
            open_circuit_v: battery_v,
            internal_ohm: 0.01,
            charge_ohm: 0.01,
        }),
    );
    let tail = net.add(say::tail_filament(), plus, common, filament(weak));
    net.add(say::brake_filament(), common, brake, filament(strong));
    let device = match other {
        Other::Bulb(f) => filament(f),
        Other::Led(power_w) => {
            Device::RegulatedLed(RegulatedLed { power_w, cut_in_v: 9.0, start_v: 6.0, ramp_v: 1.0 })
        }
    };
    let lamp = net.add(say::other_brake_lamp(), brake, NodeId::GROUND, device);
    // The brake wire hangs on an open switch: a leak keeps it from floating.
    net.add("leak", brake, NodeId::GROUND, Device::ohm(1e6));
    (net, [tail, lamp])
}

/// Part of their full power at which the tail filament here and the brake lamp over there glow, while only the tail
/// lamps are on and the ground of this holder is lost.
///
/// # Errors
/// [`SolveError`] when the circuit has no steady state.
pub fn through_lost_ground(
    strong: Filament,
    weak: Filament,
    other: Other,
    battery_v: f64,
) -> Result<(f64, f64), SolveError> {
    let (net, [tail, lamp]) = lost_ground(strong, weak, other, battery_v);
    let full_w = match other {
        Other::Bulb(f) => f.watt,
        Other::Led(watt) => watt,
    };
    let solution = solve(&net)?;
    Ok((solution.power_w(&net, tail) / weak.watt, solution.power_w(&net, lamp) / full_w.max(1e-9)))
}
