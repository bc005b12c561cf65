//! A ready-made harness from a box: its wire, fuse, relay and switch are as they are, and are checked.

use jovek_catalog::conductor::Conductor;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What its box or its parts say of it. What nobody read is taken as it ought to be.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KitHarness {
    /// What it is called.
    pub name: String,
    /// Its wire, battery to lamps.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wire: Option<Conductor>,
    /// Its fuse, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fuse_a: Option<f64>,
    /// From its ring at the battery to the plug of the farthest lamp, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
    /// What its relay is made for, A; none without a relay, or where nobody read it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub relay_a: Option<f64>,
    /// What its switch is made for, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub switch_a: Option<f64>,
}
