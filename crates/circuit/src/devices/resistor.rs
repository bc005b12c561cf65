//! A plain resistance.

use super::{Flow, SpiceCards};

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
        SpiceCards::line(format!("R{name} {from} {to} {}", self.ohm))
    }
}
