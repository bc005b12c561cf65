//! The connector between two vehicles, what hangs between its halves, and a vehicle that is towed on its wheels.

use crate::ids::HousingId;
use jovek_phrases::common;
use jovek_phrases::job as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// A connector of trailers.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum ConnectorKind {
    /// 4-flat, North America.
    Flat4,
    /// 5-flat, North America.
    Flat5,
    /// 6-round, North America.
    Round6,
    /// 7-blade, SAE J2863.
    Blade7,
    /// 7-pin heavy duty, SAE J560.
    Heavy7,
    /// ISO 1724, 12N.
    Iso12n,
    /// ISO 3732, 12S.
    Iso12s,
    /// ISO 11446, 13-pin.
    Iso13,
    /// ISO 1185, 24N.
    Iso24n,
    /// ISO 7638, brake electronics.
    Iso7638,
}

/// What a pin, and the wire behind it, does.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum PinFunction {
    /// Ground.
    Ground,
    /// Tail, plate and marker lamps.
    Tail,
    /// Tail and plate lamps of the left.
    LeftTail,
    /// Tail and plate lamps of the right.
    RightTail,
    /// Clearance, side marker, identification.
    Marker,
    /// Left stop and turn in one.
    LeftStopTurn,
    /// Right stop and turn in one.
    RightStopTurn,
    /// Left turn.
    LeftTurn,
    /// Right turn.
    RightTurn,
    /// Stop.
    Stop,
    /// Reverse.
    Reverse,
    /// Rear fog.
    RearFog,
    /// Electric brake.
    ElectricBrake,
    /// Battery.
    Permanent,
    /// Live with the key.
    Switched,
    /// Power of the antilock brakes.
    Antilock,
    /// Something else.
    Other,
}

/// Both halves of the connection.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TrailerLink {
    /// The socket of the towing vehicle.
    pub socket: ConnectorKind,
    /// The plug of the trailer.
    pub plug: ConnectorKind,
    /// Below this current a module of the towing vehicle sees no trailer, A; none where nothing looks.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub seen_from_a: Option<f64>,
    /// Wires that were found on either side: probed, fed, renewed.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub wires: Vec<FoundWire>,
    /// A lamp at the hitch, on a lead between socket and plug.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hitch: Option<HitchLamp>,
    /// What comes behind is a vehicle on its own wheels; none for a trailer.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub towed: Option<Towed>,
}

impl TrailerLink {
    /// A socket and a plug, nothing else known.
    pub fn new(socket: ConnectorKind, plug: ConnectorKind) -> TrailerLink {
        TrailerLink { socket, plug, seen_from_a: None, wires: Vec::new(), hitch: None, towed: None }
    }
}

/// Which half of the connection.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum LinkSide {
    /// The towing vehicle's.
    Vehicle,
    /// The trailer's, or the towed vehicle's.
    Trailer,
}

/// What is put on while a wire is probed.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum PutOn {
    /// Nothing, key out.
    Nothing,
    /// The key, nothing else.
    Key,
    /// Tail lamps.
    Tail,
    /// Left turn.
    Left,
    /// Right turn.
    Right,
    /// Brake pedal.
    Brake,
    /// Reverse gear.
    Reverse,
    /// Rear fog lamp.
    RearFog,
}

impl PutOn {
    /// All of them, in the order in which a fitter puts them on.
    pub const ALL: [PutOn; 8] = [
        PutOn::Nothing,
        PutOn::Tail,
        PutOn::Left,
        PutOn::Right,
        PutOn::Brake,
        PutOn::Reverse,
        PutOn::RearFog,
        PutOn::Key,
    ];

    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            PutOn::Nothing => say::nothing_on(),
            PutOn::Key => say::key_on(),
            PutOn::Tail => say::tail(),
            PutOn::Left => common::left(),
            PutOn::Right => common::right(),
            PutOn::Brake => common::brake(),
            PutOn::Reverse => common::reverse(),
            PutOn::RearFog => say::rear_fog(),
        }
    }
}

/// Volts on a wire while something is on.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WireReading {
    /// What is on.
    pub on: PutOn,
    /// Volts to ground, V; of a flashing wire its lit half.
    pub v: f64,
}

/// A wire that was found, by its colour.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FoundWire {
    /// On which half.
    pub side: LinkSide,
    /// Its colour, as it is.
    pub colour: String,
    /// What the meter read on it.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub readings: Vec<WireReading>,
    /// What it does, seen otherwise: fed through a fuse, it lit that lamp; or it rings to ground.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub seen: Option<PinFunction>,
    /// Colour of the wire that takes its place when an old board is renewed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub new_colour: Option<String>,
}

/// How the stop light of a hitch lamp reads two wires that are stop and turn in one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum StopFrom {
    /// From either wire, over diodes.
    EitherWire,
    /// Only while both are live at once.
    BothWires,
}

/// A loop of wire that chooses how a lamp behaves.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum LoopWire {
    /// Left as it came.
    Left,
    /// Cut, both ends sealed.
    Cut,
}

/// What a stop light does when the brake comes on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum StopLight {
    /// Steady.
    Steady,
    /// A short burst of flashes, then steady.
    FlashThenSteady,
}

/// A lamp at the hitch that takes its functions from the lead and passes all of them on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HitchLamp {
    /// What it is called.
    pub name: String,
    /// The housing with its lights as they are planned: what is said of them there counts.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub housing: Option<HousingId>,
    /// Power of its tail light, W; none where nobody read it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub tail_w: Option<f64>,
    /// Power of its stop light, W; none where nobody read it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stop_w: Option<f64>,
    /// Power of its reverse light, W; none without one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reverse_w: Option<f64>,
    /// How it reads two combined wires.
    pub stop_from: StopFrom,
    /// How its loop of wire is.
    pub loop_wire: LoopWire,
    /// What its maker says of the loop when it is left.
    pub left_means: StopLight,
}

impl HitchLamp {
    /// What its stop light does, by its loop.
    pub fn stop_light(&self) -> StopLight {
        match (self.loop_wire, self.left_means) {
            (LoopWire::Left, meant) => meant,
            (LoopWire::Cut, StopLight::Steady) => StopLight::FlashThenSteady,
            (LoopWire::Cut, StopLight::FlashThenSteady) => StopLight::Steady,
        }
    }
}

/// Where the lead meets the lamps of a towed vehicle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum TieInEnd {
    /// In front, at its fuse box: one pair of diodes a function, its front lamps burn along.
    Front,
    /// At its rear lamps: one pair a function and side, the lead runs the whole frame.
    Rear,
}

/// A vehicle on its own wheels behind another.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Towed {
    /// Where the lead meets its lamps.
    pub tie_in: TieInEnd,
    /// What it takes from its battery with the key where it must stand so that it rolls and steers, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub key_on_a: Option<f64>,
    /// Longest tow without a break, h.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hours: Option<f64>,
    /// What a wire of the lead gives its battery, A; none without such a wire.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub charged_a: Option<f64>,
    /// Its brake pedal is pressed while it is towed: a brake helper.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub brakes_itself: bool,
    /// A relay on the lead opens its own stop lamp wire while it is towed.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_stop_cut: bool,
}
