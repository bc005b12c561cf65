//! States of the vehicle that people name and keep.

use crate::ids::{StateId, SwitchId};
use jovek_phrases::common;
use jovek_phrases::job as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A state of the supply that matters.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SupplyState {
    /// Engine off, battery three quarters full.
    #[default]
    EngineOff,
    /// Engine at working speed, alternator hot.
    Charging,
    /// Engine idling, alternator hot.
    Idle,
    /// Engine off, battery a quarter full.
    LowBattery,
}

impl SupplyState {
    /// All states, in the order shown.
    pub const ALL: [SupplyState; 4] =
        [SupplyState::EngineOff, SupplyState::Charging, SupplyState::Idle, SupplyState::LowBattery];

    /// Stable key.
    pub fn key(self) -> &'static str {
        match self {
            SupplyState::EngineOff => "engine_off",
            SupplyState::Charging => "charging",
            SupplyState::Idle => "idle",
            SupplyState::LowBattery => "low_battery",
        }
    }

    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            SupplyState::EngineOff => say::engine_off(),
            SupplyState::Charging => say::charging(),
            SupplyState::Idle => common::idling(),
            SupplyState::LowBattery => say::low_battery(),
        }
    }

    /// Charge of the battery in this state, percent.
    pub fn charge_percent(self) -> f64 {
        match self {
            SupplyState::LowBattery => 25.0,
            _ => 75.0,
        }
    }
}

/// How a part has failed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum FaultKind {
    /// Broken, blown, off: carries nothing.
    Open,
    /// Through: carries as if it were not there.
    Short,
    /// A joint that has gone bad: half an ohm more.
    Poor,
    /// A relay that no longer pulls in.
    StuckOpen,
    /// A relay that no longer lets go.
    StuckClosed,
    /// Put in the wrong way round.
    Reversed,
    /// Left out where it was planned: a wire in its place.
    LeftOut,
}

/// A part that has failed.
#[derive(Debug, Clone, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Fault {
    /// Key of the part, such as `c1.fuse`, `c2.diode.1` or `vehicle/tail.fuse`.
    pub part: String,
    /// How.
    pub kind: FaultKind,
}

/// A dimmer that is turned down.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Dimmed {
    /// The switch with the dimmer.
    pub switch: SwitchId,
    /// Part of the time in which it conducts, percent, 1 to 100.
    pub percent: f64,
}

/// What is on, what the supply does, what has failed.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct VehicleState {
    /// Keys of the signals and switches that are on.
    #[serde(default)]
    pub on: Vec<String>,
    /// The supply.
    #[serde(default)]
    pub supply: SupplyState,
    /// Open-circuit voltage of the battery, V, where it is not that of the supply's state.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub battery_v: Option<f64>,
    /// Dimmers that are turned down.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub dimmed: Vec<Dimmed>,
    /// What has failed.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub faults: Vec<Fault>,
}

/// A state with a name.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SavedState {
    /// Id within the job.
    pub id: StateId,
    /// What the fitter calls it.
    pub name: String,
    /// The state.
    pub state: VehicleState,
}
