//! A lamp that comes off the vehicle.

use crate::lamp::MeasuredDraw;
use crate::optic::Optic;
use jovek_catalog::light::LightKind;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// What a lamp looked like when it came off.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum LampCondition {
    /// Nothing wrong with it.
    #[default]
    Sound,
    /// Darker than it was.
    Dim,
    /// Green or white at its contacts.
    Corroded,
    /// Holder or plug softened by heat.
    Melted,
    /// Lens or body broken, water inside.
    Broken,
    /// Gives no light.
    Dead,
}

impl LampCondition {
    fn is_sound(&self) -> bool {
        *self == LampCondition::Sound
    }
}

/// The lamp that a new one takes the place of: as many as there are new ones.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OldLamp {
    /// What it is called.
    pub name: String,
    /// How it takes its current; none is a filament.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub draws: Option<LightKind>,
    /// Power of one as it says on it, W.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub label_w: Option<f64>,
    /// Current of one as measured before it came off.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub measured: Option<MeasuredDraw>,
    /// What it looked like.
    #[serde(default, skip_serializing_if = "LampCondition::is_sound")]
    pub condition: LampCondition,
    /// Where it is kept, so that it can go back on.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub kept_at: String,
    /// What it did with its light, to lay beside the new one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub optic: Option<Optic>,
}
