//! The kit that a job follows.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Number of a kit in its shop.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(transparent)]
pub struct KitId(pub i64);

/// Which kit a job follows, as it was issued when, and why it differs where it does.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Follows {
    /// The kit.
    pub kit: KitId,
    /// Its issue that the job has taken, from 1.
    pub issue: i64,
    /// Why it differs, place by place.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub reasons: Vec<DiffersReason>,
}

/// Why a vehicle differs from its kit at a place.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DiffersReason {
    /// The place, such as `circuits[fog].run.supply[2].length_m`: entries of a list by their ids.
    pub at: String,
    /// Why, in somebody's words.
    pub why: String,
}

/// What may differ from vehicle to vehicle without a reason.
#[derive(
    Debug,
    Clone,
    Copy,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    Serialize,
    Deserialize,
    ToSchema,
    strum::EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum MayDiffer {
    /// Measured lengths and dimensions.
    Lengths,
    /// Colours of factory wires as they were found.
    Colours,
    /// What the meter said of factory wires, battery and lamps.
    Readings,
    /// A circuit that a vehicle does not have, for want of an option.
    Circuits,
    /// Where parts sit and what they plug into.
    Places,
}
