//! How much the conductors of a circuit may lose: where good people disagree.

use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Voltage that the conductors of a circuit may lose while the battery charges. The percentages are those of tables of
/// conductor length: joints, fuse and contacts stand beside them.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum DropLimit {
    /// What the lamps need: 3 % for headlamps, 5 % for filaments and strips, 10 % for regulated lamps, whose light
    /// stays the same down to their cut-in.
    #[default]
    LampNeeds,
    /// 3 % for all lamps.
    ThreePercent,
    /// 10 %, where dimming does not matter.
    TenPercent,
    /// 0.5 V (1 V at 24 V).
    HalfVolt,
}
