//! A vehicle of the fleet: what stays the same over all its jobs.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A vehicle as the shop knows it. Nothing here is measured: what a job needs to know of a vehicle stands in the job.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FleetVehicle {
    /// Unit number, by which people call it; no two vehicles have the same.
    pub unit: String,
    /// Model and body.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub model: String,
    /// Trim.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub trim: String,
    /// What it was ordered with, such as a tow package.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub options: Vec<String>,
    /// Plate or serial number, as the shop likes.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub plate: String,
    /// Odometer when somebody last wrote it down, km.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub odometer_km: Option<f64>,
    /// Where it is kept.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub depot: String,
}
