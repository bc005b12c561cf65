//! What a lamp does with its light, where it stands and where it points; and where light is looked at.

use crate::lamp::LampColour;
use crate::skeleton::At;
use jovek_phrases::job as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// A beam described by a few figures.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Beam {
    /// Luminous flux of one lamp, lm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flux_lm: Option<f64>,
    /// Full width at half of the peak, side to side, degrees.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wide_deg: Option<f64>,
    /// Full height at half of the peak, degrees; as the width where it is not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub high_deg: Option<f64>,
    /// Luminous intensity at the peak, cd: where it is said, the beam is made from it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub peak_cd: Option<f64>,
    /// A sharp edge at the top, on the axis: fog pattern.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub has_cut_off: bool,
}

/// A photometric file, as it came.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Photometric {
    /// Name of the file.
    pub name: String,
    /// Its text, IES LM-63.
    pub text: String,
}

/// How a lamp stands and points.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Mount {
    /// Where its middle is.
    pub at: At,
    /// Where it faces seen from above: 0 forward, 90 left, 180 rearward, 270 right, degrees.
    pub faces_deg: f64,
    /// How far its axis points down, degrees.
    #[serde(default)]
    pub down_deg: f64,
}

/// The screw that aims a lamp.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Adjuster {
    /// How far a turn moves it, mm.
    pub pitch_mm: f64,
    /// From the screw to the pivot, mm.
    pub arm_mm: f64,
    /// Which side reaches it, and with what.
    pub reach: String,
}

/// Where edge or hot spot of a lamp was found, as the tape said it: it keeps its meaning when wall or tilt are changed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "on", rename_all = "snake_case", deny_unknown_fields)]
pub enum FoundMark {
    /// On a wall.
    Wall {
        /// Its height, mm.
        up_mm: f64,
        /// From the lamp to that wall, m.
        wall_m: f64,
    },
    /// On the ground, where the beam meets it before the wall.
    Ground {
        /// From below the lamp, m.
        far_m: f64,
    },
}

/// What a lamp does with its light.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Optic {
    /// The beam in a few figures.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub beam: Option<Beam>,
    /// The measured beam; it beats the described one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub file: Option<Photometric>,
    /// The flux is that of the bare emitters, not out of the lens.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_bare_flux: bool,
    /// Colour temperature of white light, K.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kelvin: Option<f64>,
    /// Colour of a cover or film in front that the figures do not count in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cover: Option<Cover>,
    /// One for each lamp; the others stand where lamps of their kind usually do.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub mounts: Vec<Mount>,
    /// The screw that aims it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub adjuster: Option<Adjuster>,
    /// Where edge or hot spot of each lamp was found; none for a lamp that nobody looked at.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub found: Vec<Option<FoundMark>>,
    /// Another lamp to compare with.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub instead: Option<Instead>,
    /// Class of a warning lamp, as it stands on its lens.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub class: Option<WarningClass>,
}

/// Class of a warning lamp by SAE J845 and J595.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum WarningClass {
    /// Emergency, the brightest.
    One,
    /// Service and hazard.
    Two,
    /// It identifies the vehicle, no more.
    Three,
}

impl WarningClass {
    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            WarningClass::One => say::class_one(),
            WarningClass::Two => say::class_two(),
            WarningClass::Three => say::class_three(),
        }
    }
}

/// A candidate for the same place.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Instead {
    /// What it is called.
    pub name: String,
    /// Its beam.
    #[serde(default)]
    pub beam: Beam,
    /// Its measured beam.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub file: Option<Photometric>,
    /// Colour of its light.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub colour: Option<LampColour>,
}

/// A cover in front of a lamp.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Cover {
    /// Clear.
    Clear,
    /// Selective yellow.
    Yellow,
    /// Amber.
    Amber,
    /// Red.
    Red,
    /// Blue.
    Blue,
}

/// Whose rules of the road are looked at.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Region {
    /// United States, federal.
    Us,
    /// UN regulations.
    Un,
}

impl Region {
    /// Both.
    pub const ALL: [Region; 2] = [Region::Us, Region::Un];

    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            Region::Us => say::united_states_federal(),
            Region::Un => say::un_regulations(),
        }
    }
}

/// How a lux meter is held at a spot.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Held {
    /// Lying on the ground, facing up.
    #[default]
    Up,
    /// Upright, facing the vehicle.
    ToVehicle,
}

/// A marked spot where light is measured before and after.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LuxSpot {
    /// What it is called; readings in the record name it.
    pub name: String,
    /// Where.
    pub at: At,
    /// How the meter is held.
    #[serde(default)]
    pub held: Held,
    /// The circuits that are lit for it; all where none is named.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub lit: Vec<crate::ids::CircuitId>,
}

/// Where light is looked at, and by whose rules.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Lighting {
    /// Whose rules of the road; none shows both.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub region: Option<Region>,
    /// From the lamps to the wall on which they are aimed, m; 7.62 where it is not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wall_m: Option<f64>,
    /// Marked spots.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub spots: Vec<LuxSpot>,
    /// What an authority has permitted, in words: who, which colour, where.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub permits: Vec<Permit>,
}

/// A permit for a warning colour.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Permit {
    /// The colour.
    pub colour: LampColour,
    /// Who gave it, and its number.
    pub by: String,
}

impl Lighting {
    /// True where nobody has said anything.
    pub fn is_empty(&self) -> bool {
        *self == Lighting::default()
    }
}
