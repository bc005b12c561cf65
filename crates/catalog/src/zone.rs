//! What a zone means for a wire.

use jovek_phrases::catalog as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// What stands at the far end of a section.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Waypoint {
    /// Nothing: the wire goes on.
    #[default]
    Pass,
    /// The circuit's fuse.
    Fuse,
    /// The switch or relay contact.
    Control,
    /// A connector that is plugged and unplugged.
    Connector,
}

/// Surroundings of a stretch of wire.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Zone {
    /// Under the bonnet.
    EngineBay,
    /// Cab or load space, in the sun.
    Cab,
    /// Frame rail and floor.
    #[default]
    Underbody,
    /// Outside of the body.
    Exterior,
}

impl Zone {
    /// All zones, front to rear.
    pub const ALL: [Zone; 4] = [Zone::EngineBay, Zone::Cab, Zone::Underbody, Zone::Exterior];
}

/// Ambient temperature of a zone when nobody measured it, °C. Common practice: under the bonnet 85,
/// cab or load space in the sun 60, frame rail and outside 50.
pub fn ambient_c(zone: Zone) -> f64 {
    match zone {
        Zone::EngineBay => 85.0,
        Zone::Cab => 60.0,
        Zone::Underbody | Zone::Exterior => 50.0,
    }
}

/// Length of a section when nobody measured it, m. A fuse is assumed to sit where it belongs: with both its ends the
/// wire to it is cut within 7 in.
pub fn assumed_length_m(zone: Zone, ends_at: Waypoint) -> f64 {
    match zone {
        _ if ends_at == Waypoint::Fuse => 0.10,
        Zone::EngineBay => 0.5,
        Zone::Cab => 1.5,
        Zone::Underbody => 4.0,
        Zone::Exterior => 1.0,
    }
}

/// As it is spoken.
pub fn label(zone: Zone) -> &'static str {
    match zone {
        Zone::EngineBay => say::engine_bay(),
        Zone::Cab => say::cab(),
        Zone::Underbody => say::underbody(),
        Zone::Exterior => say::exterior(),
    }
}
