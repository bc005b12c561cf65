//! The auxiliary battery, and a working shift.

use crate::battery::Battery;
use crate::ids::{CircuitId, PlaceId};
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// How an auxiliary battery is charged from the vehicle and kept apart from it.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Isolation {
    /// A relay that the ignition closes.
    IgnitionRelay,
    /// A relay that closes by voltage, after a delay.
    #[default]
    VoltageSensing,
    /// Diodes, one to each battery.
    DiodeIsolator,
    /// A converter that charges.
    DcDc,
    /// A switch that a hand turns.
    ManualSwitch,
}

impl Isolation {
    pub(super) fn is_usual(&self) -> bool {
        *self == Isolation::default()
    }
}

/// A second battery for the added lights.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Auxiliary {
    /// The battery.
    #[serde(default)]
    pub battery: Battery,
    /// How it is charged and kept apart.
    #[serde(default)]
    pub isolation: Isolation,
    /// Resistance of the cable between the batteries, there and back, mohm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cable_mohm: Option<f64>,
    /// Rated current of the converter, A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub charger_a: Option<f64>,
    /// Where it sits on the skeleton; none takes the place of the starting battery.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub site: Option<PlaceId>,
    /// Battery, isolator and their cable are fitted in this job; none where they are on the vehicle.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fitted: Option<ChargeRun>,
}

/// The way of the cable from the starting battery to a second one.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChargeRun {
    /// From battery to battery, one way, m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_m: Option<f64>,
}

/// What the engine does.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Engine {
    /// Driving: the alternator gives what it can.
    #[default]
    Driving,
    /// Idling.
    Idling,
    /// Off, key out.
    Off,
}

/// A part of a shift.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Leg {
    /// How long, minutes.
    pub minutes: f64,
    /// What the engine does.
    #[serde(default)]
    pub engine: Engine,
    /// Circuits that are lit.
    #[serde(default)]
    pub lit: Vec<CircuitId>,
}

/// A working shift, and the days parked after it.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Shift {
    /// Temperature of the batteries, °C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub battery_c: Option<f64>,
    /// Charge of the batteries at the start, percent.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub start_percent: Option<f64>,
    /// What it is made of.
    #[serde(default)]
    pub legs: Vec<Leg>,
    /// Days parked afterwards.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub days_parked: Option<f64>,
    /// Key-off current of the vehicle itself, mA.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub key_off_ma: Option<f64>,
}
