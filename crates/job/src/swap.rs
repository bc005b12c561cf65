//! Bulbs that become LED: what is in the circuit, and what watches it.

use crate::signal::Signal;
use jovek_base::coding::{BitPlace, CodingValue};
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// An LED lamp in place of a bulb.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LedBulb {
    /// Its power at 13.5 V, W.
    pub watt: f64,
    /// Its light, lm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flux_lm: Option<f64>,
    /// It works with either polarity.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub takes_either_polarity: bool,
    /// It draws what a monitor wants to see, by its maker.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_monitored_type: bool,
}

/// Bulbs of one place in a function.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BulbPlace {
    /// Where, such as `rear`.
    pub place: String,
    /// Bulb by its category or trade code, such as `PY21W`.
    pub bulb: String,
    /// The second filament of a two-filament bulb does this work.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_second_filament: bool,
    /// How many on one side, or in all where the function has no sides.
    pub count: u32,
    /// What takes its place; none leaves the bulb.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub led: Option<LedBulb>,
}

/// What drives and watches a function.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case", tag = "by", deny_unknown_fields)]
pub enum Watcher {
    /// Nothing watches it.
    Nothing {},
    /// A bimetal flasher: load heats it.
    ThermalFlasher {},
    /// An electronic flasher that counts the load.
    ElectronicFlasher {
        /// Below this current of one side it flashes twice as fast, A; none takes 0.7 of the bulbs' own.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        least_a: Option<f64>,
    },
    /// A flasher that counts nothing.
    FreeFlasher {},
    /// A body module.
    Module {
        /// Below this current of the output it reports a lost bulb, A; none takes what is usual for its bulbs.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        least_a: Option<f64>,
        /// It looks at its bulbs with short pulses while they are off.
        #[serde(default, skip_serializing_if = "std::ops::Not::not")]
        has_cold_pulses: bool,
        /// It dims this function by pulses: part of the time that it is on, 0 to 1.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        duty: Option<f64>,
        /// The bit that tells it of LED lamps, and the coding value as read.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        coding: Option<CodingBit>,
    },
}

impl Default for Watcher {
    fn default() -> Self {
        Watcher::Nothing {}
    }
}

/// What goes beside LED lamps where a module sends pulses.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum Smoothing {
    /// A resistor of about 1 kohm across each lamp: short test pulses do not light it.
    Bleed,
    /// A capacitor behind a diode: it carries the lamp over the gaps of pulses that dim, and over test pulses.
    Capacitor,
}

/// What a load resistor is fastened to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum ResistorSeat {
    /// Bolted to bare sheet metal.
    BareMetal,
    /// In free air, on a bracket of its own.
    FreeAir,
    /// On plastic, carpet or foam.
    Plastic,
}

/// A load resistor beside the lamps of a function.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LoadResistor {
    /// Its value, ohm.
    pub ohm: f64,
    /// Where it sits.
    pub seat: ResistorSeat,
}

/// A bit of a coding value.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CodingBit {
    /// Module, and series where pins and bits differ.
    pub module: String,
    /// The byte of a long value, counted from 0; none where the value is one number.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub byte: Option<u32>,
    /// The bit, the lowest one 0.
    pub bit: u32,
    /// The value as read; none as long as nobody read it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub value: Option<CodingValue>,
    /// The value as written and read back; none as long as nothing was written.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub written: Option<CodingValue>,
    /// The model series that stands on the module; none as long as nobody looked.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub series: Option<String>,
    /// Its pins for this function, series by series.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub pins: Vec<SeriesPins>,
}

impl CodingBit {
    /// Where the bit is.
    pub fn place(&self) -> BitPlace {
        BitPlace { byte: self.byte, bit: self.bit }
    }
}

/// Pins of a module's connector in one model series.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SeriesPins {
    /// The series.
    pub series: String,
    /// Connector and pins, such as `X2, pins 14 and 27`.
    pub pins: String,
}

/// A lamp function whose bulbs are swapped.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SwapFunction {
    /// What it is called.
    pub name: String,
    /// Which function.
    pub signal: Signal,
    /// Its bulbs, place by place.
    pub bulbs: Vec<BulbPlace>,
    /// What drives and watches it.
    #[serde(default)]
    pub watched: Watcher,
    /// A load resistor across the function's wire.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub resistor: Option<LoadResistor>,
    /// What is added beside its LED lamps.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub smoothing: Option<Smoothing>,
    /// The lamps sit in a closed housing: heat stays in.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub is_closed_housing: bool,
    /// The lamp has an open fan low on the vehicle.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub has_open_fan: bool,
    /// The circuit was powered while a lamp was unplugged: a fault code stays.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub was_powered_unplugged: bool,
}

impl SwapFunction {
    /// A function with its bulbs and what watches it, nothing else said.
    pub fn new(name: &str, signal: Signal, bulbs: Vec<BulbPlace>, watched: Watcher) -> Self {
        SwapFunction {
            name: name.into(),
            signal,
            bulbs,
            watched,
            resistor: None,
            smoothing: None,
            is_closed_housing: false,
            has_open_fan: false,
            was_powered_unplugged: false,
        }
    }

    /// Its places that become LED, each with its lamp.
    pub fn leds(&self) -> impl Iterator<Item = (&BulbPlace, &LedBulb)> {
        self.bulbs.iter().filter_map(|b| Some((b, b.led.as_ref()?)))
    }
}
