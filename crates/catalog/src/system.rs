//! Nominal voltage of a vehicle.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Nominal voltage of the vehicle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
pub enum SystemVoltage {
    /// 12 V: one battery of six cells.
    #[default]
    #[serde(rename = "12V")]
    V12,
    /// 24 V: two such batteries in series.
    #[serde(rename = "24V")]
    V24,
}

impl SystemVoltage {
    /// Number of 12 V batteries in series.
    pub fn batteries(self) -> f64 {
        match self {
            SystemVoltage::V12 => 1.0,
            SystemVoltage::V24 => 2.0,
        }
    }

    /// Nominal voltage, V.
    pub fn nominal_v(self) -> f64 {
        12.0 * self.batteries()
    }
}
