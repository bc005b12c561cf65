//! Battery: open-circuit voltage behind internal resistance, with a slower slope while it charges.

use super::{Flow, SpiceCards, positive};

/// Rounding of the corner between charging and delivering, V. Half of it is missing at the terminals
/// of a battery that delivers, so it is kept far below what a meter shows.
const CORNER_V: f64 = 0.001;

/// A battery. Delivering, it falls by `internal_ohm` per ampere. Charging, the plates polarise, so
/// that it takes far less current than its internal resistance alone would let in: the slope is
/// then `charge_ohm`. With both equal it is a plain source behind a resistance.
///
/// I = s·u + d·(sqrt(u² + e²) − e), u = V − OCV, s and d half the sum and half the difference of
/// the two conductances. Common practice, no source: two straight lines are enough for a steady
/// state with the engine running.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Battery {
    /// Open-circuit voltage at its state of charge, V.
    pub open_circuit_v: f64,
    /// Internal resistance while delivering, ohm.
    pub internal_ohm: f64,
    /// Effective resistance while charging, ohm.
    pub charge_ohm: f64,
}

impl Battery {
    fn slopes(&self) -> (f64, f64) {
        let (deliver, charge) = (1.0 / self.internal_ohm, 1.0 / self.charge_ohm);
        (0.5 * (charge + deliver), 0.5 * (charge - deliver))
    }

    pub(super) fn flow(&self, v: f64) -> Flow {
        let (s, d) = self.slopes();
        let u = v - self.open_circuit_v;
        let root = (u * u + CORNER_V * CORNER_V).sqrt();
        Flow { current_a: s * u + d * (root - CORNER_V), slope_s: s + d * u / root }
    }

    pub(super) fn start_line(&self) -> (f64, f64) {
        // Just below the corner, on the side where it delivers: at the corner itself the slope tells
        // neither side and the first steps are cut short.
        let g = 1.0 / self.internal_ohm;
        (g, -g * (self.open_circuit_v - 3.0 * CORNER_V))
    }

    pub(super) fn check(&self) -> Result<(), String> {
        positive("open-circuit voltage in V", self.open_circuit_v)?;
        positive("internal resistance in ohm", self.internal_ohm)?;
        positive("charge resistance in ohm", self.charge_ohm)?;
        if self.charge_ohm < self.internal_ohm {
            return Err("charge resistance lies below the internal resistance".into());
        }
        Ok(())
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        let (s, d) = self.slopes();
        let v = self.open_circuit_v;
        let e2 = CORNER_V * CORNER_V;
        SpiceCards::line(format!(
            "B{name} {from} {to} I={s}*(V({from},{to})-{v})+({d})*(sqrt((V({from},{to})-{v})*(V({from},{to})-{v})+{e2})-{CORNER_V})"
        ))
    }
}
