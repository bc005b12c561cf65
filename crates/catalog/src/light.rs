//! A small catalog of generic lights, to start from.

use jovek_phrases::catalog as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Input of a warning lamp at its sync lead, ohm. Common practice: a logic input, 10 to 100 kohm to minus.
pub const SYNC_INPUT_OHM: f64 = 100_000.0;

/// How a light takes its current.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case", tag = "kind", deny_unknown_fields)]
pub enum LightKind {
    /// LED with a driver: constant power above its cut-in voltage.
    Regulated {
        /// Lowest voltage at full power, V.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        cut_in_v: Option<f64>,
    },
    /// LED with series resistors, such as strip.
    Strip {
        /// Forward voltage of one LED group, V.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        forward_v: Option<f64>,
    },
    /// Filament lamp.
    Incandescent {},
}

/// Vehicle voltage that a light is made for.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
pub enum MadeFor {
    /// 12 V only.
    #[default]
    #[serde(rename = "12V")]
    V12,
    /// 24 V only.
    #[serde(rename = "24V")]
    V24,
    /// Both (typically 10-30 V).
    #[serde(rename = "12-24V")]
    V12To24,
}

/// From the lamps to the wall where nobody said, m: 25 ft. Source: SAE J599 visual aim, recalled from memory.
pub const WALL_M: f64 = 7.62;
/// Light of a filament follows the voltage with this power: 3.2 to 3.6. Common practice, no source.
pub const FLUX_EXPONENT: f64 = 3.4;

/// A generic light.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CatalogLight {
    /// Key, stable.
    pub key: &'static str,
    /// Name.
    pub name: &'static str,
    /// Typical label power, W.
    pub label_w: f64,
    /// Voltage that it is made for.
    pub made_for: MadeFor,
    /// How it takes its current.
    pub draws: LightKind,
}

/// Generic lights; figures are typical, no maker's. Common practice.
pub fn lights() -> Vec<CatalogLight> {
    let regulated = LightKind::Regulated { cut_in_v: None };
    let filament = LightKind::Incandescent {};
    let strip = LightKind::Strip { forward_v: None };
    let row =
        |key, name, label_w, made_for, draws| CatalogLight { key, name, label_w, made_for, draws };
    use MadeFor::{V12, V12To24, V24};
    vec![
        row("work-20", say::led_work_lamp_20_w(), 20.0, V12To24, regulated),
        row("work-40", say::led_work_lamp_40_w(), 40.0, V12To24, regulated),
        row("bar-120", say::led_light_bar_120_w(), 120.0, V12To24, regulated),
        row("beacon-15", say::led_beacon_15_w(), 15.0, V12To24, regulated),
        row("reverse-10", say::led_reverse_lamp_10_w(), 10.0, V12To24, regulated),
        row("marker-1", say::led_side_marker_1_w(), 1.0, V12, strip),
        row("strip-12", say::led_strip_1_m_12_w(), 12.0, V12, strip),
        row("strip-12-24", say::led_strip_1_m_12_w_24(), 12.0, V24, strip),
        row("bulb-5", say::bulb_5_w(), 5.0, V12, filament),
        row("bulb-21", say::bulb_21_w(), 21.0, V12, filament),
        row("halogen-55", say::halogen_work_lamp_55_w(), 55.0, V12, filament),
        row("halogen-70-24", say::halogen_work_lamp_70_w_24(), 70.0, V24, filament),
    ]
}
