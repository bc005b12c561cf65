//! A strip along edges, modules behind openings, and the screws that hold a lamp: facts of a light that
//! is more than a box on a bracket.

use crate::ids::PlaceId;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Something on an edge where no strip can lie: a hinge, a latch, a rail.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Obstacle {
    /// What it is.
    pub name: String,
    /// From the start of the edge, m.
    pub from_m: f64,
    /// To, m.
    pub to_m: f64,
}

/// A straight edge that strip is wished along. Between one edge and the next is a corner.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Edge {
    /// What the fitter calls it.
    pub name: String,
    /// Length, m.
    pub length_m: f64,
    /// What is in the way.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub obstacles: Vec<Obstacle>,
    /// Lead around the corner to the next edge, m; none takes 0.1 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub corner_m: Option<f64>,
    /// The strip bends over its flat to the next edge: it goes on without a cut.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub bends_on: bool,
}

/// How a strip is fed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum StripFeed {
    /// Plus and minus at the start.
    OneEnd,
    /// Plus and minus at a cut near the middle.
    Middle,
    /// Plus at the start, minus taken from the far end.
    Diagonal,
    /// Plus and minus at both ends.
    BothEnds,
    /// Two runs, each with leads of its own.
    TwoRuns,
    /// Three runs.
    ThreeRuns,
    /// Four runs.
    FourRuns,
}

/// Colours that a strip mixes, each by a channel of its controller. Plus is common to all.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum StripColours {
    /// Red, green, blue: four cores.
    Rgb,
    /// The same and white: five cores.
    Rgbw,
}

/// A channel of such a controller.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Channel {
    /// Red.
    Red,
    /// Green.
    Green,
    /// Blue.
    Blue,
    /// White.
    White,
}

impl StripColours {
    /// Its channels, in the order of the pads.
    pub fn channels(self) -> &'static [Channel] {
        const ALL: [Channel; 4] = [Channel::Red, Channel::Green, Channel::Blue, Channel::White];
        match self {
            StripColours::Rgb => &ALL[..3],
            StripColours::Rgbw => &ALL,
        }
    }
}

/// A long strip around an edge list. What is left out takes usual figures, shown as assumed.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Strip {
    /// The edges in the order in which they follow each other.
    #[serde(default)]
    pub edges: Vec<Edge>,
    /// From one cutting mark to the next, mm: one group of LEDs.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mark_mm: Option<f64>,
    /// Power of a metre, W.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub watt_per_m: Option<f64>,
    /// Copper of each rail of the strip, mm².
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rail_mm2: Option<f64>,
    /// Width of the strip, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width_mm: Option<f64>,
    /// Length on a reel of strip, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reel_m: Option<f64>,
    /// Length of the short module that is fitted where obstacles crowd, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub module_mm: Option<f64>,
    /// Lead from splitter or controller to the start of the first edge, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lead_m: Option<f64>,
    /// Copper of the extension leads, mm².
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lead_mm2: Option<f64>,
    /// How it is fed; none leaves it to Jovek.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub feed: Option<StripFeed>,
    /// Colours that it mixes; none for a strip of one colour.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub colours: Option<StripColours>,
    /// What a channel of its controller bears, A; none where nobody read it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub channel_a: Option<f64>,
    /// Where splitter and controller sit on the skeleton.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub splitter: Option<PlaceId>,
    /// The last edge meets the first: a lead reaches the far end the other way round.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_closed: bool,
}

/// Modules that light a row of openings from behind: a grille, an emblem.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Backlight {
    /// Openings in the row.
    pub openings: u32,
    /// Width of one opening, mm.
    pub opening_mm: f64,
    /// Bar between two openings, mm.
    pub bar_mm: f64,
    /// Height of the openings, mm.
    pub height_mm: f64,
    /// Space between module and openings, mm.
    pub depth_mm: f64,
    /// Length of the lit face of a module, mm; none takes 60 mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub module_mm: Option<f64>,
    /// Full angle of a module's beam, degrees; none takes 120.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub beam_deg: Option<f64>,
}

/// A screw that holds a lamp, and what is behind it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Screw {
    /// Length under the head, mm.
    pub length_mm: f64,
    /// Foot of the lamp, bracket, washer and panel that it goes through, mm.
    pub through_mm: f64,
    /// Space from the back of the panel to the skin behind it, mm; none where nobody measured.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub behind_mm: Option<f64>,
}

/// A source that is to be hidden: only the surface that it lights is to be seen.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HiddenSource {
    /// How far it sits behind its light stop, mm.
    pub behind_mm: f64,
    /// How far the stop stands over it, mm.
    pub stop_mm: f64,
}
