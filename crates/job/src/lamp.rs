//! What a lamp is for, its colour, its place and how it flashes.

use jovek_catalog::conductor::Conductor;
use jovek_phrases::common;
use jovek_phrases::job as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// How the lead of a lamp ends.
#[derive(
    Debug,
    Clone,
    Copy,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    Hash,
    Default,
    Serialize,
    Deserialize,
    ToSchema,
    EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum LampEnd {
    /// A sealed plug, its other half on the harness.
    #[default]
    Plug,
    /// Bare wires: they are joined to the harness.
    Bare,
}

/// The lead that a lamp comes with. What was measured or printed of the lamp holds at the end of it.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LampLead {
    /// How it ends.
    #[serde(default)]
    pub ends: LampEnd,
    /// Its length, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
    /// Its conductors.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wire: Option<Conductor>,
}

/// What holds a lamp that is stuck on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum Adhesive {
    /// Double-sided tape.
    Tape,
    /// Silicone.
    Silicone,
    /// Hot-melt glue.
    HotMelt,
}

/// What holds a lamp that is neither screwed nor stuck.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum HeldBy {
    /// A magnet in its foot.
    Magnet,
    /// Nuts on studs of plastic, as a factory unit has them.
    PlasticStuds,
    /// A rubber grommet in a round hole.
    RubberGrommet,
}

/// What a lamp is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum LampRole {
    /// Low or high beam that the vehicle needs on the road.
    Headlamp,
    /// Tail lamp.
    Tail,
    /// Brake lamp.
    Brake,
    /// Turn indicator.
    Turn,
    /// Position, side marker or clearance lamp.
    Marker,
    /// Plate lamp.
    Plate,
    /// Reverse lamp.
    Reverse,
    /// Front or rear fog lamp.
    Fog,
    /// Additional high beam.
    Driving,
    /// Work lamp.
    Work,
    /// Beacon or other warning lamp.
    Warning,
    /// Light for looks.
    Accent,
}

impl LampRole {
    /// As it is spoken, of several.
    pub fn label(self) -> &'static str {
        match self {
            LampRole::Headlamp => say::headlamps(),
            LampRole::Tail => say::tail_lamps(),
            LampRole::Brake => say::brake_lamps(),
            LampRole::Turn => say::turn_indicators(),
            LampRole::Marker => say::marker_lamps(),
            LampRole::Plate => say::plate_lamps(),
            LampRole::Reverse => common::reverse_lamps(),
            LampRole::Fog => say::fog_lamps(),
            LampRole::Driving => say::driving_lamps(),
            LampRole::Work => say::work_lamps(),
            LampRole::Warning => say::warning_lamps(),
            LampRole::Accent => say::accent_lamps(),
        }
    }
}

/// Colour of the light.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum LampColour {
    /// White.
    #[default]
    White,
    /// Selective yellow.
    Yellow,
    /// Amber.
    Amber,
    /// Red.
    Red,
    /// Green.
    Green,
    /// Blue.
    Blue,
}

/// Where a lamp sits, seen from above.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum LampPlace {
    /// Front of the vehicle.
    Front,
    /// Front, on the left.
    FrontLeft,
    /// Front, on the right.
    FrontRight,
    /// Roof of the cab.
    Roof,
    /// Left side.
    Left,
    /// Right side.
    Right,
    /// Both sides.
    Sides,
    /// Load bed or load bay.
    Bed,
    /// Rear of the vehicle.
    Rear,
    /// Rear, on the left.
    RearLeft,
    /// Rear, on the right.
    RearRight,
    /// Inside the cab.
    Cab,
    /// Under the vehicle and its steps.
    Under,
}

/// How a lamp flashes by itself.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Flash {
    /// Flashes a second, Hz.
    pub hz: f64,
    /// Part of the time that it is lit, 0 to 1.
    pub duty: f64,
}

/// Current of a light, measured.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeasuredDraw {
    /// Current of one lamp, A, or of all together.
    pub amps: f64,
    /// Voltage at the lamp while measured, V.
    pub volts: f64,
    /// The current is that of all lamps of the light together.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub of_all: bool,
}
