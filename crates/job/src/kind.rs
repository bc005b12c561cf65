//! Kinds of work: what is to be done on the vehicle.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A kind of work. What each begins with and needs is in `judge/kinds`, a file each.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "snake_case")]
pub enum WorkKind {
    /// A lamp in the place of another, on the factory's own plug.
    PlugIn,
    /// A light that comes on with a factory lamp.
    TieIn,
    /// New lamps with a switch of their own, from the battery.
    Switched,
    /// New lamps that go out with the key.
    KeyControlled,
    /// Relays and fused feeds for the headlamps.
    HeadlampRelay,
    /// A lamp at the hitch, between socket and plug.
    HitchLamp,
    /// Lights of a vehicle that is towed on its wheels.
    TowedVehicle,
    /// Lamps of a trailer made new.
    TrailerRenewal,
    /// Strip and small lights for a bed, a boot, a bonnet, an emblem.
    Accent,
    /// Bulbs that become LED in their fittings.
    BulbToLed,
    /// A lamp that the vehicle could have had: pins and a coding value.
    Coding,
    /// Beacons and flashers.
    Warning,
    /// A second battery, kept apart from the first.
    Isolation,
    /// Lamps on a ready-made harness from a box.
    Kit,
    /// Corroded connectors, melted holders, lost grounds.
    Repair,
}
