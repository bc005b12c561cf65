//! What lights can follow.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A signal of the vehicle that lights can follow.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Signal {
    /// Parking and tail lamps.
    Parking,
    /// Low beam.
    LowBeam,
    /// High beam.
    HighBeam,
    /// Fog lamps.
    Fog,
    /// Brake lamps.
    Brake,
    /// Left turn.
    Left,
    /// Right turn.
    Right,
    /// Reverse lamps.
    Reverse,
    /// A door.
    Door,
    /// Boot, load bay or bed.
    Boot,
    /// Bonnet.
    Bonnet,
    /// Key on.
    Ignition,
    /// Key in accessory position.
    Accessory,
    /// Both turn signals together.
    Hazard,
    /// Engine running.
    EngineRunning,
    /// Faster than walking pace.
    Moving,
    /// A trailer is connected.
    Trailer,
}

impl Signal {
    /// All signals, lamps first.
    pub const ALL: [Signal; 17] = [
        Signal::Parking,
        Signal::LowBeam,
        Signal::HighBeam,
        Signal::Fog,
        Signal::Brake,
        Signal::Left,
        Signal::Right,
        Signal::Reverse,
        Signal::Door,
        Signal::Boot,
        Signal::Bonnet,
        Signal::Ignition,
        Signal::Accessory,
        Signal::Hazard,
        Signal::EngineRunning,
        Signal::Moving,
        Signal::Trailer,
    ];

    /// True where lamps follow it that must not go out on the road: headlamps, tail, brake and turn lamps.
    pub fn is_of_road(self) -> bool {
        matches!(
            self,
            Signal::Parking
                | Signal::LowBeam
                | Signal::HighBeam
                | Signal::Brake
                | Signal::Left
                | Signal::Right
                | Signal::Hazard
        )
    }
}
