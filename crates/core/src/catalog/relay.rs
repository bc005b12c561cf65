//! Plug-in relays.

use super::conductor::copper_factor;
use crate::job::SystemVoltage;

/// A relay family. Figures: common practice, typical product data; ISO 7588 fixes outline and
/// terminals, not the ratings.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RelayType {
    /// Name as it is spoken.
    pub name: &'static str,
    /// System voltage.
    pub system: SystemVoltage,
    /// Coil resistance at 23 °C, ohm.
    pub coil_ohm: f64,
    /// Highest pull-in voltage at 23 °C, V.
    pub pull_in_v: f64,
    /// Lowest drop-out voltage, V.
    pub drop_out_v: f64,
    /// Rating of the normally open contact, resistive, A.
    pub contact_a: f64,
}

/// Relays that the planner offers, weakest first.
pub const RELAYS: [RelayType; 4] = [
    RelayType {
        name: "ISO micro relay",
        system: SystemVoltage::V12,
        coil_ohm: 100.0,
        pull_in_v: 7.2,
        drop_out_v: 1.2,
        contact_a: 20.0,
    },
    RelayType {
        name: "ISO mini relay",
        system: SystemVoltage::V12,
        coil_ohm: 90.0,
        pull_in_v: 7.8,
        drop_out_v: 1.2,
        contact_a: 40.0,
    },
    RelayType {
        name: "ISO micro relay",
        system: SystemVoltage::V24,
        coil_ohm: 360.0,
        pull_in_v: 14.4,
        drop_out_v: 2.4,
        contact_a: 10.0,
    },
    RelayType {
        name: "ISO mini relay",
        system: SystemVoltage::V24,
        coil_ohm: 340.0,
        pull_in_v: 15.6,
        drop_out_v: 2.4,
        contact_a: 20.0,
    },
];

/// Largest continuous load of a contact, as a part of its rating. Common practice.
pub const CONTINUOUS_PART: f64 = 0.8;
/// Part of the resistive rating that remains for filament lamps. Common practice.
pub const FILAMENT_PART: f64 = 0.5;
/// Resistance of a closed relay contact, ohm. Common practice.
pub const CONTACT_OHM: f64 = 0.010;
/// How much a coil warms itself, K. Common practice: 30 to 60 K.
pub const COIL_RISE_K: f64 = 40.0;

/// Pull-in voltage of a coil at a temperature, V: the current stays, the copper's resistance grows.
pub fn pull_in_at_v(pull_in_23c_v: f64, coil_c: f64) -> f64 {
    pull_in_23c_v * copper_factor(coil_c) / copper_factor(23.0)
}
