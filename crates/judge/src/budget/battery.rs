//! How a battery gives and takes charge.

use jovek_catalog::battery::open_circuit_v;
use jovek_catalog::interpolate;
use jovek_job::Chemistry;

/// Hours of the rate at which capacity is given.
const RATE_H: f64 = 20.0;

/// Peukert's exponent. Common practice: flooded 1.2-1.4, AGM 1.08-1.15, LiFePO4 1.01-1.05.
pub fn peukert(chemistry: Chemistry) -> f64 {
    match chemistry {
        Chemistry::Flooded => 1.25,
        Chemistry::Agm => 1.12,
        Chemistry::Lifepo4 => 1.03,
    }
}

/// Part of the capacity that is there at a temperature in °C. Common practice, typical curves at
/// about the 20 h rate.
pub fn capacity_part(chemistry: Chemistry, battery_c: f64) -> f64 {
    let table: &[(f64, f64)] = match chemistry {
        Chemistry::Flooded | Chemistry::Agm => &[
            (-30.0, 0.45),
            (-18.0, 0.6),
            (-10.0, 0.7),
            (0.0, 0.8),
            (10.0, 0.9),
            (25.0, 1.0),
            (40.0, 1.05),
        ],
        Chemistry::Lifepo4 => &[
            (-30.0, 0.55),
            (-18.0, 0.7),
            (-10.0, 0.8),
            (0.0, 0.9),
            (10.0, 0.97),
            (25.0, 1.0),
            (40.0, 1.0),
        ],
    };
    interpolate(table, battery_c)
}

/// Charge that a current takes each hour, Ah: more than the current itself above the 20-hour rate,
/// t = H·(C/(I·H))ⁿ (Peukert).
pub fn taken_ah_per_h(chemistry: Chemistry, capacity_ah: f64, current_a: f64) -> f64 {
    let rate_a = capacity_ah / RATE_H;
    if current_a <= rate_a {
        return current_a;
    }
    current_a * (current_a / rate_a).powf(peukert(chemistry) - 1.0)
}

/// Charging current that a battery accepts at 14.4 V, as a part of its capacity per hour, by charge
/// in percent. Common practice.
fn acceptance(chemistry: Chemistry, charge_percent: f64) -> f64 {
    let table: &[(f64, f64)] = match chemistry {
        Chemistry::Flooded | Chemistry::Agm => {
            &[(0.0, 0.3), (50.0, 0.3), (80.0, 0.15), (95.0, 0.04), (100.0, 0.005)]
        }
        Chemistry::Lifepo4 => &[(0.0, 0.5), (95.0, 0.5), (100.0, 0.01)],
    };
    interpolate(table, charge_percent)
}

/// Voltage at which the acceptance holds, V for each 12 V. Common practice.
const FULL_CHARGE_V: f64 = 14.4;

/// Charging current that one battery of a bank accepts at a voltage, A: in proportion to how far the
/// voltage is above the battery's own. Lithium takes nothing below freezing. Common practice.
pub fn accepted_a(
    chemistry: Chemistry,
    capacity_ah: f64,
    charge_percent: f64,
    volts_each: f64,
    battery_c: f64,
) -> f64 {
    if chemistry == Chemistry::Lifepo4 && battery_c < 0.0 {
        return 0.0;
    }
    let own_v = open_circuit_v(chemistry, charge_percent);
    let part = (volts_each - own_v) / (FULL_CHARGE_V - own_v);
    acceptance(chemistry, charge_percent) * capacity_ah * part.clamp(0.0, 1.2)
}

/// Charge in percent that a starting battery needs to turn a cold engine, by temperature in °C.
/// Common practice: half at room temperature, four fifths in hard frost.
pub fn needed_to_start_percent(battery_c: f64) -> f64 {
    interpolate(&[(-18.0, 80.0), (0.0, 65.0), (20.0, 50.0)], battery_c)
}
