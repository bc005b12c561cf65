//! Diodes that carry lamps or coils.

use jovek_circuit::devices::Diode;
use jovek_phrases::catalog as say;

/// A diode on the shelf. Figures: common practice, typical product data.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DiodeType {
    /// Silicon rather than Schottky.
    pub is_silicon: bool,
    /// Rated current, A.
    pub rated_a: f64,
    /// Its curve.
    pub device: Diode,
}

/// From this rating on diodes come as blocks with studs, A. Common practice.
const BLOCK_A: f64 = 40.0;

impl DiodeType {
    /// Name as it is spoken: `silicon diode 3 A`, `Schottky diode block 40 A`.
    pub fn name(&self) -> String {
        match (self.is_silicon, self.rated_a >= BLOCK_A) {
            (true, false) => say::silicon_diode(&self.rated_a),
            (true, true) => say::silicon_diode_block(&self.rated_a),
            (false, false) => say::schottky_diode(&self.rated_a),
            (false, true) => say::schottky_diode_block(&self.rated_a),
        }
    }
}

/// Part of its rating that a diode without a heat sink carries for good. Common practice.
pub const CONTINUOUS_PART: f64 = 0.8;

/// In the feed of a coil: silicon, 3 A.
pub const COIL: DiodeType = DiodeType {
    is_silicon: true,
    rated_a: 3.0,
    device: Diode { saturation_a: 1e-9, emission: 1.75, series_ohm: 0.04 },
};

/// In the feed of lamps, the smallest first: Schottky loses about half of what silicon does.
pub const LAMPS: [DiodeType; 3] = [
    DiodeType {
        is_silicon: false,
        rated_a: 15.0,
        device: Diode { saturation_a: 1e-6, emission: 1.05, series_ohm: 0.015 },
    },
    DiodeType {
        is_silicon: false,
        rated_a: 40.0,
        device: Diode { saturation_a: 5e-6, emission: 1.05, series_ohm: 0.005 },
    },
    DiodeType {
        is_silicon: true,
        rated_a: 70.0,
        device: Diode { saturation_a: 1e-7, emission: 1.6, series_ohm: 0.002 },
    },
];

/// Silicon for lamps, where a shop wants no Schottky.
pub const SILICON_6A: DiodeType = DiodeType {
    is_silicon: true,
    rated_a: 6.0,
    device: Diode { saturation_a: 1e-8, emission: 1.8, series_ohm: 0.01 },
};

/// The smallest diode that carries a lamp current; none where even the largest is too weak.
pub fn for_lamps(load_a: f64, silicon: bool) -> Option<DiodeType> {
    let fits = |d: &DiodeType| d.rated_a * CONTINUOUS_PART >= load_a;
    if silicon && fits(&SILICON_6A) {
        return Some(SILICON_6A);
    }
    LAMPS.into_iter().filter(|d| !silicon || d.is_silicon).find(fits)
}

/// Forward voltage at a current, V: the diode equation turned round.
pub fn forward_v(diode: &DiodeType, current_a: f64) -> f64 {
    let d = &diode.device;
    let nvt = d.emission * jovek_circuit::devices::THERMAL_V;
    nvt * (current_a / d.saturation_a + 1.0).ln() + d.series_ohm * current_a
}
