//! Panel switches.

use jovek_circuit::Device;
use jovek_circuit::devices::BallastedLed;

/// Ratings of panel switches at 12 V, A; half of it at 24 V. Common practice.
pub const RATINGS_A: [f64; 4] = [3.0, 10.0, 16.0, 20.0];
/// Part of the rating that an LED lamp with its input capacitor may use. Common practice.
pub const LED_PART: f64 = 0.4;
/// Part of the rating that a filament lamp may use. Common practice.
pub const FILAMENT_PART: f64 = 0.15;
/// Part of the rating that a relay coil with suppression may use. Common practice.
pub const COIL_PART: f64 = 0.8;
/// Largest LED load put straight on a switch, A. Common practice.
pub const LED_DIRECT_A: f64 = 5.0;
/// Largest filament load put straight on a switch, A. Common practice.
pub const FILAMENT_DIRECT_A: f64 = 10.0;
/// Resistance of a closed panel switch, ohm. Common practice: 5 to 10 mohm.
pub const CLOSED_OHM: f64 = 0.008;

/// Current of the lamp behind a lit symbol, A. Common practice: one LED with its resistor.
pub const SYMBOL_A: f64 = 0.01;
/// Forward voltage of that LED, V. Common practice: red or green.
const SYMBOL_FORWARD_V: f64 = 2.0;

/// The lamp behind a lit symbol of a system of so many 12 V batteries.
pub fn symbol(batteries: f64) -> Device {
    let series_ohm = (12.0 * batteries - SYMBOL_FORWARD_V) / SYMBOL_A;
    Device::BallastedLed(BallastedLed { forward_v: SYMBOL_FORWARD_V, series_ohm })
}

/// The smallest switch for a current at a part of its rating, A; none when no switch will do.
pub fn smallest_a(current_a: f64, part: f64, batteries: f64) -> Option<f64> {
    RATINGS_A.into_iter().find(|rating| rating * part / batteries >= current_a)
}
