//! Insulation classes.

use jovek_phrases::catalog as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Insulation by the highest conductor temperature that it bears: ambient plus own heating.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Insulation {
    /// PVC, 80 °C (SAE J1128 GPT).
    Pvc80,
    /// Heat-resistant PVC, 105 °C.
    Pvc105,
    /// Cross-linked polyethylene, 125 °C (SAE J1128 GXL/TXL, ISO class C).
    Xlpe125,
}

impl Insulation {
    /// All classes, coolest first.
    pub const ALL: [Insulation; 3] = [Insulation::Pvc80, Insulation::Pvc105, Insulation::Xlpe125];

    /// The coolest class with 20 K left above the hottest surroundings, for the wire's own heat. Common practice.
    pub fn for_surroundings(hottest_c: f64) -> Insulation {
        let will_do = |class: &Insulation| class.max_c() >= hottest_c + 20.0;
        Self::ALL.into_iter().find(will_do).unwrap_or(Insulation::Xlpe125)
    }

    /// Highest conductor temperature, °C. Source: SAE J1128, ISO 6722-1, recalled from memory.
    pub fn max_c(self) -> f64 {
        match self {
            Insulation::Pvc80 => 80.0,
            Insulation::Pvc105 => 105.0,
            Insulation::Xlpe125 => 125.0,
        }
    }

    /// Highest temperature in a short circuit of up to 5 s, °C. Source: IEC 60364-5-54, recalled.
    pub fn short_circuit_c(self) -> f64 {
        match self {
            Insulation::Pvc80 | Insulation::Pvc105 => 160.0,
            Insulation::Xlpe125 => 250.0,
        }
    }

    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            Insulation::Pvc80 => say::pvc_80_c(),
            Insulation::Pvc105 => say::pvc_105_c(),
            Insulation::Xlpe125 => say::xlpe_125_c(),
        }
    }
}

/// Short-circuit constant k, A·√s/mm²: I²t ≤ k²·S² for faults of up to 5 s.
/// k = sqrt(Qc·(β + 20)/ρ20·ln((β + Tf)/(β + Ti))), Qc = 3.45e-3 J/(K·mm³), β = 234.5.
/// Source: IEC 60949, IEC 60364-5-54.
pub fn short_circuit_k(start_c: f64, end_c: f64) -> f64 {
    const HEAT_J_PER_K_MM3: f64 = 3.45e-3;
    const BETA: f64 = 234.5;
    let rho_ohm_mm = crate::conductor::COPPER_OHM_MM2_PER_M / 1000.0;
    (HEAT_J_PER_K_MM3 * (BETA + 20.0) / rho_ohm_mm * ((BETA + end_c) / (BETA + start_c)).ln())
        .sqrt()
}
