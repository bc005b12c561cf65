//! Device models: each gives its current and slope at a voltage, and its SPICE text.
//!
//! Corners are rounded with sqrt(x² + e²), e = 20 mV, so that every curve is smooth and the SPICE
//! export holds exactly the same function. Every curve passes through I(0) = 0.

mod alternator;
mod ballasted_led;
mod battery;
mod contact;
mod diode;
mod incandescent;
mod regulated_led;
mod resistor;

pub use alternator::Alternator;
pub use ballasted_led::BallastedLed;
pub use battery::Battery;
pub use contact::{Contact, OPEN_OHM};
pub use diode::{Diode, THERMAL_V};
pub use incandescent::Incandescent;
pub use regulated_led::RegulatedLed;
pub use resistor::Resistor;

/// Leak across every lamp model, ohm: gives nodes behind an open switch a defined voltage.
pub const LAMP_LEAK_OHM: f64 = 1e6;

/// Half-width of a rounded corner, V.
pub(crate) const CORNER_V: f64 = 0.02;

/// Current through a device and its slope at one voltage.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Flow {
    /// Current from the first node to the second, A.
    pub current_a: f64,
    /// dI/dV, S. Negative where a regulated lamp draws less at a higher voltage.
    pub slope_s: f64,
}

/// What sits between two nodes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Device {
    /// Wire, fuse, joint, coil or load resistor.
    Resistor(Resistor),
    /// Switch or relay contact.
    Contact(Contact),
    /// Ideal source: first node above the second by this many volts.
    VoltageSource {
        /// Voltage, V.
        volt_v: f64,
    },
    /// Battery with internal resistance and charge acceptance.
    Battery(Battery),
    /// Regulated alternator with a current limit.
    Alternator(Alternator),
    /// Constant-power LED lamp.
    RegulatedLed(RegulatedLed),
    /// LED group with series resistor.
    BallastedLed(BallastedLed),
    /// Filament lamp.
    Incandescent(Incandescent),
    /// Rectifier or Schottky diode, anode first.
    Diode(Diode),
}

/// The lines a device adds to a SPICE netlist.
pub struct SpiceCards {
    /// Element line or lines.
    pub element: String,
    /// Model or subcircuit definition, shared by equal devices.
    pub definition: Option<(String, String)>,
}

impl SpiceCards {
    /// A single element line.
    fn line(element: String) -> Self {
        SpiceCards { element, definition: None }
    }

    /// An element line that uses a shared definition.
    fn shared(element: String, name: String, body: String) -> Self {
        SpiceCards { element, definition: Some((name, body)) }
    }
}

impl Device {
    /// Shorthand for a plain resistance.
    pub fn ohm(ohm: f64) -> Self {
        Device::Resistor(Resistor { ohm })
    }

    /// Current and slope at voltage `v` (first node against second).
    pub fn flow(&self, v: f64) -> Flow {
        match self {
            Device::Resistor(d) => d.flow(v),
            Device::Contact(d) => d.flow(v),
            Device::VoltageSource { .. } => Flow { current_a: 0.0, slope_s: 0.0 },
            Device::Battery(d) => d.flow(v),
            Device::Alternator(d) => d.flow(v),
            Device::RegulatedLed(d) => d.flow(v),
            Device::BallastedLed(d) => d.flow(v),
            Device::Incandescent(d) => d.flow(v),
            Device::Diode(d) => d.flow(v),
        }
    }

    /// A straight line near which the solver starts: sources at their full voltage, loads off.
    /// Returns the slope in S and the current at 0 V in A.
    pub(crate) fn start_line(&self) -> (f64, f64) {
        match self {
            Device::Battery(d) => d.start_line(),
            Device::Alternator(d) => d.start_line(),
            Device::RegulatedLed(_) | Device::BallastedLed(_) => (1.0 / LAMP_LEAK_OHM, 0.0),
            Device::Incandescent(d) => (d.power_w / (d.rated_v * d.rated_v), 0.0),
            Device::Diode(_) => (1.0, 0.0),
            _ => (self.flow(0.0).slope_s, 0.0),
        }
    }

    /// True for a lamp.
    pub fn is_lamp(&self) -> bool {
        matches!(self, Device::RegulatedLed(_) | Device::BallastedLed(_) | Device::Incandescent(_))
    }

    /// True for something that can deliver power.
    pub fn is_source(&self) -> bool {
        matches!(self, Device::VoltageSource { .. } | Device::Battery(_) | Device::Alternator(_))
    }

    /// Checks the figures.
    ///
    /// # Errors
    /// What is wrong, in words.
    pub fn check(&self) -> Result<(), String> {
        match self {
            Device::Resistor(d) => positive("resistance in ohm", d.ohm),
            Device::Contact(d) => positive("closed resistance in ohm", d.closed_ohm),
            Device::VoltageSource { volt_v } if volt_v.is_finite() => Ok(()),
            Device::VoltageSource { volt_v } => Err(format!("voltage is {volt_v}")),
            Device::Battery(d) => d.check(),
            Device::Alternator(d) => d.check(),
            Device::RegulatedLed(d) => d.check(),
            Device::BallastedLed(d) => d.check(),
            Device::Incandescent(d) => d.check(),
            Device::Diode(d) => d.check(),
        }
    }

    /// The SPICE lines of this device.
    pub fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        match self {
            Device::Resistor(d) => d.spice(name, from, to),
            Device::Contact(d) => d.spice(name, from, to),
            Device::VoltageSource { volt_v } => {
                SpiceCards::line(format!("V{name} {from} {to} DC {volt_v}"))
            }
            Device::Battery(d) => d.spice(name, from, to),
            Device::Alternator(d) => d.spice(name, from, to),
            Device::RegulatedLed(d) => d.spice(name, from, to),
            Device::BallastedLed(d) => d.spice(name, from, to),
            Device::Incandescent(d) => d.spice(name, from, to),
            Device::Diode(d) => d.spice(name, from, to),
        }
    }
}

pub(crate) fn positive(what: &str, value: f64) -> Result<(), String> {
    if value.is_finite() && value > 0.0 { Ok(()) } else { Err(format!("{what} is {value}")) }
}

/// Half of x plus sqrt(x² + e²): zero below a corner, x above it, with value and slope.
pub(crate) fn soft_ramp(x: f64, e: f64) -> (f64, f64) {
    let root = (x * x + e * e).sqrt();
    (0.5 * (x + root), 0.5 * (1.0 + x / root))
}

/// Zero below 0, x from 0 to 1, one above, with rounded corners; value and slope.
pub(crate) fn soft_clamp(x: f64, e: f64) -> (f64, f64) {
    let low = (x * x + e * e).sqrt();
    let high = ((x - 1.0) * (x - 1.0) + e * e).sqrt();
    (0.5 * (1.0 + low - high), 0.5 * (x / low - (x - 1.0) / high))
}
