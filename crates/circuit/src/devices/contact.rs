//! Switch and relay contacts.

use super::{Flow, SpiceCards};

/// Resistance of an open contact, ohm. Keeps nodes behind it defined.
pub const OPEN_OHM: f64 = 1e8;

/// A contact that is closed or open. Those that belong to a relay follow its coil.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Contact {
    /// Resistance while closed, ohm.
    pub closed_ohm: f64,
    /// State; for a relay contact the state at rest does not matter, the coil decides.
    pub closed: bool,
}

impl Contact {
    /// Resistance in its present state, ohm.
    pub fn ohm(&self) -> f64 {
        if self.closed { self.closed_ohm } else { OPEN_OHM }
    }

    pub(super) fn flow(&self, v: f64) -> Flow {
        let ohm = self.ohm();
        Flow { current_a: v / ohm, slope_s: 1.0 / ohm }
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        SpiceCards::line(format!("R{name} {from} {to} {}", self.ohm()))
    }
}
