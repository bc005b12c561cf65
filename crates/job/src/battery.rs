//! A battery of the vehicle.

use jovek_catalog::battery::Chemistry;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The starting battery.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Battery {
    /// Capacity at the 20-hour rate, Ah.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub capacity_ah: Option<f64>,
    /// How it is made.
    #[serde(default)]
    pub chemistry: Chemistry,
    /// Internal resistance of the whole bank, milliohm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub internal_mohm: Option<f64>,
}
