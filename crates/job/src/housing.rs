//! Lamps of several functions in one housing: one part, one mount, a lead to each function.

use crate::circuit::ReturnKind;
use crate::ids::{HousingId, LightId};
use jovek_catalog::zone::Zone;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// One of the lamps in a housing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HousedLamp {
    /// Its light.
    pub light: LightId,
    /// Which lamp of that light, from 0.
    #[serde(default)]
    pub number: u32,
    /// Colour of its lead at the housing, as it is; none where nobody looked.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lead_colour: Option<String>,
}

/// The one ground that all functions of a housing share. On the factory's own plug it is that plug's ground, and what is
/// said here waits.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HousingGround {
    /// How it gets back.
    #[serde(default)]
    pub by: ReturnKind,
    /// From the housing to there, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
    /// What is around that wire; none is outside.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub zone: Option<Zone>,
}

/// A housing with the lamps in it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Housing {
    /// Id within the job.
    pub id: HousingId,
    /// What it is called, as it is ordered.
    pub name: String,
    /// The lamps in it, in the order of its leads.
    pub lamps: Vec<HousedLamp>,
    /// The ground that they share; none where each has a ground lead of its own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground: Option<HousingGround>,
}
