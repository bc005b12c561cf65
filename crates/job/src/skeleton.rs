//! The vehicle as places and ways between them: what a person said of it.
//!
//! A body with its dimensions brings its own places and ways (`route::body`); what is kept here is what
//! differs: dimensions, measured lengths, ways that are forbidden, places that were added.

use crate::ids::{PlaceId, WayId};
use jovek_catalog::zone::Zone;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// What kind of body it is.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum BodyKind {
    /// Cab and open bed in one frame.
    Pickup,
    /// Cab on a frame with a body behind it.
    #[default]
    ChassisCab,
    /// Closed van.
    Van,
    /// Short, with a tailgate.
    SmallOffroad,
    /// Rigid lorry, cab over the engine.
    RigidLorry,
    /// Trailer with one axle.
    TrailerOneAxle,
    /// Trailer with two axles side by side.
    TrailerTwoAxle,
    /// Motor body like a bus, engine in front.
    MotorBody,
    /// Passenger car without a frame: its floor carries it.
    Car,
}

/// Where the shop likes to run its wires.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum RoutePractice {
    /// Inside the frame rail.
    #[default]
    InsideRail,
    /// Along lines that are there already, with ties.
    ExistingLines,
}

impl RoutePractice {
    /// True for the usual one.
    pub fn is_usual(&self) -> bool {
        *self == RoutePractice::InsideRail
    }
}

/// What can hurt a wire on a way.
#[derive(
    Debug,
    Clone,
    Copy,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    Hash,
    Serialize,
    Deserialize,
    ToSchema,
    EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Hazard {
    /// Exhaust, turbo, load resistor.
    Heat,
    /// Belt, steering, suspension, seat rail.
    Moving,
    /// Edge of sheet metal.
    SharpEdge,
    /// Fuel line.
    FuelLine,
    /// Brake line.
    BrakeLine,
    /// Lower than the lowest part of the frame.
    BelowFrame,
    /// Road spray.
    Spray,
    /// Airbag: curtain along pillar and roof edge, seat, column.
    Airbag,
}

/// How a wire gets through at the end of a way.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case", tag = "kind", deny_unknown_fields)]
pub enum Passage {
    /// Nothing in the way.
    #[default]
    Open,
    /// A grommet that is there.
    Grommet {
        /// Its bore, mm.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        bore_mm: Option<f64>,
    },
    /// A hole that has to be drilled.
    NewHole,
    /// A hinge: the wire bends each time it opens.
    Hinge,
    /// A connector that is plugged and unplugged.
    Connector,
}

/// A point of the vehicle.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct At {
    /// Behind the front, m.
    pub along_m: f64,
    /// Left of the middle, m; right is negative.
    pub left_m: f64,
    /// Above the ground, m.
    pub up_m: f64,
}

/// Two places that a way joins.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Between {
    /// One end.
    pub from: PlaceId,
    /// The other.
    pub to: PlaceId,
}

/// A place that was added, or that differs from the body's own.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlaceFact {
    /// Id: one of the body's places, or a new one.
    pub id: PlaceId,
    /// What the fitter calls it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// Where it is; a new place needs it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at: Option<At>,
}

/// A way that was added, or what is known of one of the body's ways.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WayFact {
    /// Id: one of the body's ways, or a new one.
    pub id: WayId,
    /// The places that a new way joins.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub between: Option<Between>,
    /// What the fitter calls it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// Length as measured, m: it beats the computed one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
    /// Surroundings.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub zone: Option<Zone>,
    /// Temperature there if somebody knows better than the zone, °C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ambient_c: Option<f64>,
    /// What can hurt a wire there; none leaves the body's own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hazards: Option<Vec<Hazard>>,
    /// How a wire gets through; none leaves the body's own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub passage: Option<Passage>,
    /// No wire goes there.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_forbidden: bool,
}

/// The skeleton of a vehicle.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Skeleton {
    /// The body.
    pub body: BodyKind,
    /// From front to rear, m; none takes what is usual for the body.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
    /// From side to side, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width_m: Option<f64>,
    /// From the ground to the roof, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub height_m: Option<f64>,
    /// Where the shop likes to run its wires.
    #[serde(default, skip_serializing_if = "RoutePractice::is_usual")]
    pub school: RoutePractice,
    /// Places that were added or moved.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub places: Vec<PlaceFact>,
    /// Ways that were added, measured or forbidden.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub ways: Vec<WayFact>,
}

impl Skeleton {
    /// True where nobody measured the vehicle, so that every length on it is that of a usual body.
    pub fn is_assumed(&self) -> bool {
        self.length_m.is_none() || self.width_m.is_none()
    }
}

/// Where the parts of a circuit sit. What is left out sits where such parts usually do.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Sites {
    /// The fuse.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fuse: Option<PlaceId>,
    /// The relay, or the switch where it carries the lamps.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub control: Option<PlaceId>,
    /// The switch in the coil circuit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub switch: Option<PlaceId>,
    /// The ground stud.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground: Option<PlaceId>,
    /// The lamps, in the order of the lights; the last one stands for all further lamps.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub lamps: Vec<PlaceId>,
    /// Ways that the lamp wire must take.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub pinned: Vec<WayId>,
}
