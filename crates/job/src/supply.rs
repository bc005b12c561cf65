//! Vehicle, battery, alternator and the factory circuits.

use crate::battery::Battery;
use crate::ids::FactoryId;
use crate::ids::PlaceId;
use crate::shift::Auxiliary;
use crate::signal::Signal;
use crate::wish::Wish;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::system::SystemVoltage;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// The vehicle.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Vehicle {
    /// Model and body, as the fitter names it.
    #[serde(default)]
    pub name: String,
    /// 12 or 24 V.
    #[serde(default)]
    pub system: SystemVoltage,
    /// Low beam stays on while high beam is on.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub low_stays_with_high: bool,
    /// Whether it has airbags; none counts as yes, but for a trailer.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub airbags: Option<bool>,
    /// Whether its radio asks for a code once the battery was off; none counts as yes, but for a trailer.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub radio_code: Option<bool>,
}

/// Battery and alternator.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Supply {
    /// The starting battery.
    #[serde(default)]
    pub battery: Battery,
    /// The alternator.
    #[serde(default)]
    pub alternator: Alternator,
    /// A second battery for the added lights.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub auxiliary: Option<Auxiliary>,
}

/// The alternator.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Alternator {
    /// Regulated voltage, V.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub regulated_v: Option<f64>,
    /// Rated current, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rated_a: Option<f64>,
    /// Current it can give at idle, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub idle_a: Option<f64>,
}

/// How a factory output drives its lamp.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum OutputKind {
    /// Nobody has looked yet.
    #[default]
    Unknown,
    /// A switch or relay: full voltage or none.
    Plain,
    /// Dimmed or pulsed by a module.
    Pulsed,
    /// Watched by a module that reports a changed load.
    Monitored,
}

/// Meter readings on the wire that might be used as a source.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Probe {
    /// Reading while the function is on, V; the sign tells the polarity.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on_v: Option<f64>,
    /// Reading while the function is off, V.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub off_v: Option<f64>,
}

/// Which vehicle of a combination.
#[derive(
    Debug,
    Clone,
    Copy,
    PartialEq,
    Eq,
    PartialOrd,
    Ord,
    Default,
    Serialize,
    Deserialize,
    ToSchema,
    EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum VehicleSide {
    /// The vehicle of the job.
    #[default]
    Own,
    /// The vehicle that tows it.
    Towing,
}

impl VehicleSide {
    fn is_own(&self) -> bool {
        *self == VehicleSide::Own
    }
}

/// What a circuit of the factory offers as a feed.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum FactoryKind {
    /// The wire of a lamp.
    #[default]
    Lamp,
    /// An empty position of the fuse box.
    FusePosition,
    /// A contact of the trailer socket.
    TrailerSocket,
}

impl FactoryCircuit {
    /// The signals that it is live with.
    pub fn signals(&self) -> impl Iterator<Item = Signal> {
        std::iter::once(self.follows).chain(self.also.iter().copied())
    }

    /// True where what hangs on it does exactly what is wished, and needs no hardware.
    pub fn does(&self, wish: &Wish) -> bool {
        let Some(wished) = wish.only_signals() else { return false };
        let has_all = || self.signals().all(|s| wished.contains(&s));
        self.of == VehicleSide::Own
            && has_all()
            && wished.iter().all(|w| self.signals().any(|s| s == *w))
    }

    /// True for the wire of a lamp whose switch sits in its minus wire.
    pub fn is_ground_switched(&self) -> bool {
        self.switched == SwitchedSide::Minus && self.kind == FactoryKind::Lamp
    }
}

impl FactoryKind {
    fn is_lamp(&self) -> bool {
        *self == FactoryKind::Lamp
    }
}

/// Readings on both sides of an empty fuse position, V.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FuseSurvey {
    /// First side, key on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub first_key_on_v: Option<f64>,
    /// First side, key off.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub first_key_off_v: Option<f64>,
    /// Second side, key on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub second_key_on_v: Option<f64>,
    /// Second side, key off.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub second_key_off_v: Option<f64>,
    /// The second side has no terminal: only the first can be read.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub has_no_second: bool,
}

/// In which wire of a factory lamp its switch sits.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum SwitchedSide {
    /// In its plus wire.
    #[default]
    Plus,
    /// In its minus wire: the lamp has plus all the time, and a door or lid switch grounds it.
    Minus,
}

impl SwitchedSide {
    fn is_plus(&self) -> bool {
        *self == SwitchedSide::Plus
    }
}

/// A circuit that the vehicle came with.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FactoryCircuit {
    /// Id within the job.
    pub id: FactoryId,
    /// What it is called.
    pub name: String,
    /// What it follows.
    pub follows: Signal,
    /// What it is live with as well: a wire that is stop and turn in one.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub also: Vec<Signal>,
    /// What it offers.
    #[serde(default, skip_serializing_if = "FactoryKind::is_lamp")]
    pub kind: FactoryKind,
    /// Where its wire is reached on the skeleton.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub site: Option<PlaceId>,
    /// Readings on both sides, of an empty fuse position.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub survey: Option<FuseSurvey>,
    /// In which wire its switch sits.
    #[serde(default, skip_serializing_if = "SwitchedSide::is_plus")]
    pub switched: SwitchedSide,
    /// The vehicle that feeds it.
    #[serde(default, skip_serializing_if = "VehicleSide::is_own")]
    pub of: VehicleSide,
    /// How its output behaves.
    #[serde(default)]
    pub output: OutputKind,
    /// Rating of its fuse, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fuse_a: Option<f64>,
    /// Its wire.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub wire: Option<Conductor>,
    /// Colour of that wire, as found: what goes on from it keeps it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub colour: Option<String>,
    /// Length of that wire from fuse box to the place of the joint, m; of one with its switch in the minus wire from
    /// the joint to the switch.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
    /// Most that the output of its module gives, A; none where no module feeds it or nobody knows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub output_a: Option<f64>,
    /// Load that it carries already, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub existing_a: Option<f64>,
    /// Probe readings.
    #[serde(default)]
    pub probe: Probe,
}
