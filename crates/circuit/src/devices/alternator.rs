//! Alternator: a regulated bus up to its current, then a current source.

use super::{Flow, SpiceCards, positive, soft_clamp};

/// Rounding of the alternator's two corners, as a part of its full swing.
const ROUNDING: f64 = 0.01;

/// An alternator with its regulator. It holds `regulated_v`, sagging by `droop_ohm` per ampere,
/// until `limit_a` is reached; past that it gives `limit_a` whatever the bus does. It never takes
/// current: its own diodes block.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Alternator {
    /// Regulated voltage, V.
    pub regulated_v: f64,
    /// Largest current at this speed and temperature, A.
    pub limit_a: f64,
    /// Output slope of regulator and lead, ohm.
    pub droop_ohm: f64,
}

impl Alternator {
    pub(super) fn flow(&self, v: f64) -> Flow {
        let swing_v = self.limit_a * self.droop_ohm;
        let (level, slope) = soft_clamp((self.regulated_v - v) / swing_v, ROUNDING);
        Flow { current_a: -self.limit_a * level, slope_s: self.limit_a * slope / swing_v }
    }

    pub(super) fn start_line(&self) -> (f64, f64) {
        let g = 1.0 / self.droop_ohm;
        (g, -g * self.regulated_v)
    }

    pub(super) fn check(&self) -> Result<(), String> {
        positive("regulated voltage in V", self.regulated_v)?;
        positive("current limit in A", self.limit_a)?;
        positive("droop in ohm", self.droop_ohm)
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        let swing = self.limit_a * self.droop_ohm;
        let x = format!("({}-V({from},{to}))/{swing}", self.regulated_v);
        let e2 = ROUNDING * ROUNDING;
        SpiceCards {
            element: format!(
                "B{name} {from} {to} I=-{}*0.5*(1+sqrt(({x})*({x})+{e2})-sqrt((({x})-1)*(({x})-1)+{e2}))",
                self.limit_a
            ),
            definition: None,
            // The flat parts of this curve lead a search astray that starts at 0 V.
        }
    }
}
