//! The handheld meter: what it resolves, how far it errs, what it takes.

use jovek_catalog::meter::LEADS_OHM;
use rand::RngExt as _;
use rand_distr::{Distribution, Normal};
use rand_pcg::Pcg64Mcg;

/// Input resistance on volts, ohm. Common practice: 10 megohm on all DC ranges.
pub const INPUT_OHM: f64 = 1e7;
/// Shunt on amperes with its leads, ohm. Common practice: 0.01 ohm, leads as much again.
pub const SHUNT_OHM: f64 = 0.02;

/// Standard deviation of a reading on DC volts: 0.25 % of it and one count; the tolerance on the label,
/// 0.5 % and two counts, is two of these. Common practice.
pub fn volts_sigma(v: f64) -> f64 {
    0.0025 * v.abs() + volts_step(v)
}

/// Standard deviation of a clamp or series ammeter: 1 % and 25 mA. Common practice.
pub fn amps_sigma(a: f64) -> f64 {
    0.01 * a.abs() + 0.025
}

/// Standard deviation of the same meter in series on its range for small currents: 0.6 % and 3 mA. Common
/// practice.
pub fn small_amps_sigma(a: f64) -> f64 {
    0.006 * a.abs() + 0.003
}

/// Last digit on DC volts: 10 mV on the range for 12 V systems, 100 mV from 20 V on. Common practice.
pub fn volts_step(v: f64) -> f64 {
    if v.abs() < 20.0 { 0.01 } else { 0.1 }
}

/// A meter in somebody's hand, with its own error and noise, the same for the same seed.
#[derive(Debug, Clone)]
pub struct Meter {
    gain: f64,
    rng: Pcg64Mcg,
}

impl Meter {
    /// A meter whose own error comes from the first and whose noise from the second source of chance.
    pub fn new(own: Pcg64Mcg, noise: Pcg64Mcg) -> Meter {
        let mut drawn = Meter { gain: 1.0, rng: own };
        Meter { gain: 1.0 + 0.002 * drawn.chance(), rng: noise }
    }

    /// Reads volts.
    pub fn volts(&mut self, v: f64) -> f64 {
        let step = volts_step(v);
        let noisy = v * self.gain + 0.6 * step * self.chance();
        (noisy / step).round() * step
    }

    /// Reads amperes, to 10 mA.
    pub fn amps(&mut self, a: f64) -> f64 {
        let noisy = a * (1.0 + 0.008 * self.chance()) + 0.015 * self.chance();
        (noisy * 100.0).round() / 100.0
    }

    /// Reads small currents in series, to 1 mA.
    pub fn small_amps(&mut self, a: f64) -> f64 {
        let noisy = a * (1.0 + 0.005 * self.chance()) + 0.002 * self.chance();
        (noisy * 1000.0).round() / 1000.0
    }

    /// Reads ohms, to a tenth; the leads are not taken off.
    pub fn ohms(&mut self, ohm: f64) -> f64 {
        let noisy = ohm * (1.0 + 0.01 * self.chance()) + LEADS_OHM + 0.03 * self.chance();
        (noisy.max(0.0) * 10.0).round() / 10.0
    }

    /// True so often.
    pub fn happens(&mut self, part: f64) -> bool {
        self.rng.random_bool(part.clamp(0.0, 1.0))
    }

    fn chance(&mut self) -> f64 {
        Normal::new(0.0, 1.0).map_or(0.0, |n| n.sample(&mut self.rng))
    }
}
