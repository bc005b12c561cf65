//! Rectifier and Schottky diodes.

use super::{Flow, SpiceCards, positive};

/// kT/q at 27 °C, V.
pub const THERMAL_V: f64 = 0.025_864_917_0;

/// Leak across every junction, S: the same as SPICE's gmin. It keeps a blocked diode from cutting
/// the matrix apart.
const JUNCTION_LEAK_S: f64 = 1e-12;

/// Junction with series resistance: I = Is·(exp(Vj/(N·Vt)) − 1), V = Vj + Rs·I.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Diode {
    /// Saturation current, A.
    pub saturation_a: f64,
    /// Emission coefficient.
    pub emission: f64,
    /// Series resistance, ohm.
    pub series_ohm: f64,
}

impl Diode {
    /// Solves the junction for the current at terminal voltage `v`.
    ///
    /// The equation is convex in Vj, so Newton falls to the root from any point above it.
    pub(super) fn flow(&self, v: f64) -> Flow {
        let nvt = self.emission * THERMAL_V;
        // Start at or above the root: the junction takes all of v, or what the series resistor
        // would leave at the logarithm of its current.
        let mut vj = if v <= 0.0 {
            v
        } else {
            let by_resistor = nvt * (1.0 + v / (self.series_ohm * self.saturation_a)).ln();
            v.min(by_resistor)
        };
        for _ in 0..100 {
            let e = (vj / nvt).exp();
            let f = vj + self.series_ohm * self.saturation_a * (e - 1.0) - v;
            let slope = 1.0 + self.series_ohm * self.saturation_a * e / nvt;
            let step = f / slope;
            vj -= step;
            if step.abs() <= 1e-15 + 1e-14 * vj.abs() {
                break;
            }
        }
        let e = (vj / nvt).exp();
        let junction_s = self.saturation_a * e / nvt;
        Flow {
            current_a: self.saturation_a * (e - 1.0) + JUNCTION_LEAK_S * v,
            slope_s: junction_s / (1.0 + junction_s * self.series_ohm) + JUNCTION_LEAK_S,
        }
    }

    pub(super) fn check(&self) -> Result<(), String> {
        positive("saturation current in A", self.saturation_a)?;
        positive("emission coefficient", self.emission)?;
        positive("series resistance in ohm", self.series_ohm)
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        let Diode { saturation_a: is, emission: n, series_ohm: rs } = *self;
        let model = format!("dmod_{is:e}_{n}_{rs}").replace(['.', '-'], "p");
        let body = format!(".model {model} D(IS={is:e} N={n} RS={rs})");
        SpiceCards::shared(format!("D{name} {from} {to} {model}"), model, body)
    }
}
