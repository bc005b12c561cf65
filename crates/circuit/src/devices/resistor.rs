//! A plain resistance.

use super::{Flow, SpiceCards};

/// What is no more than this only stands there to read a current, ohm.
const AMMETER_OHM: f64 = 1e-5;

/// A constant resistance: wire, fuse, joint, coil, load resistor.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Resistor {
    /// Resistance, ohm.
    pub ohm: f64,
}

impl Resistor {
    pub(super) fn flow(&self, v: f64) -> Flow {
        Flow { current_a: v / self.ohm, slope_s: 1.0 / self.ohm }
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        // General-purpose simulators lose their way among microohms; a source of no volts is their ammeter.
        if self.ohm <= AMMETER_OHM {
            return SpiceCards::line(format!("V{name} {from} {to} 0"));
        }
        SpiceCards::line(format!("R{name} {from} {to} {}", self.ohm))
    }
}
