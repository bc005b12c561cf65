//! Bulbs: watts, light, base. Current follows V^0.55, light V^3.4. Source: filament exponents, common practice.

use crate::light::FLUX_EXPONENT;
use serde::Deserialize;
use std::sync::LazyLock;

/// Current of a filament follows the voltage with this power: 0.53 to 0.57. Common practice, no source.
pub const CURRENT_EXPONENT: f64 = 0.55;

/// Voltage at which the watts of a bulb's label hold, for each 12 V battery, V. Source: UN R37, recalled from memory.
pub const RATED_V: f64 = 12.0;

/// Voltage at which the light of a bulb is given, V: 13.5 V, or 28 V for bulbs of 24 V. Source: UN R37 test voltages,
/// recalled from memory.
pub fn test_v(rated_v: f64) -> f64 {
    if rated_v > 1.5 * RATED_V { 28.0 } else { 13.5 }
}

/// One filament.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Filament {
    /// Power, W, at `at_v`.
    pub watt: f64,
    /// Voltage of that power, V.
    pub at_v: f64,
    /// Light, lm, at `test_v`; none where it is not listed.
    pub flux_lm: Option<f64>,
    /// Voltage of that light, V.
    pub test_v: f64,
}

impl Filament {
    /// Current at a voltage, A.
    pub fn current_a(&self, volt_v: f64) -> f64 {
        self.watt / self.at_v * (volt_v / self.at_v).powf(CURRENT_EXPONENT)
    }

    /// Light at a voltage, lm.
    pub fn flux_lm(&self, volt_v: f64) -> Option<f64> {
        self.flux_lm.map(|lm| lm * (volt_v / self.test_v).powf(FLUX_EXPONENT))
    }
}

/// A bulb.
#[derive(Debug, Clone, PartialEq)]
pub struct Bulb {
    /// Category or trade code.
    pub code: String,
    /// Cap or base.
    pub base: String,
    /// Its filament, or the stronger of two.
    pub first: Filament,
    /// The weaker of two.
    pub second: Option<Filament>,
    /// How sure the recalled row is: `low`, `medium`, `high`.
    pub confidence: String,
}

#[derive(Deserialize)]
struct Row {
    code: String,
    watt: String,
    at_v: f64,
    flux_lm: String,
    test_v: f64,
    base: String,
    second_watt: String,
    second_at_v: Option<f64>,
    confidence: String,
}

static BULBS: LazyLock<Vec<Bulb>> = LazyLock::new(|| {
    let mut reader = csv::ReaderBuilder::new()
        .comment(Some(b'#'))
        .from_reader(include_bytes!("bulbs.csv").as_slice());
    reader.deserialize::<Row>().flatten().filter_map(bulb_of).collect()
});

fn bulb_of(row: Row) -> Option<Bulb> {
    let mut flux = row.flux_lm.split('/').map(|lm| lm.parse::<f64>().ok());
    let first = Filament {
        watt: row.watt.parse().ok()?,
        at_v: row.at_v,
        flux_lm: flux.next().flatten(),
        test_v: row.test_v,
    };
    let second = row.second_watt.parse::<f64>().ok().map(|watt| Filament {
        watt,
        at_v: row.second_at_v.unwrap_or(row.at_v),
        flux_lm: flux.next().flatten(),
        test_v: row.test_v,
    });
    Some(Bulb { code: row.code, base: row.base, first, second, confidence: row.confidence })
}

/// All bulbs that are known.
pub fn all() -> &'static [Bulb] {
    &BULBS
}

/// The bulb of a code, spaces and case aside.
pub fn bulb(code: &str) -> Option<&'static Bulb> {
    let plain = |c: &str| c.replace([' ', '-'], "").to_ascii_uppercase();
    BULBS.iter().find(|b| plain(&b.code) == plain(code))
}
