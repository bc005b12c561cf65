//! Units that a person may type in place of the one that a field has.

use jovek_base::units::{DEGREE_F, FOOT_M, FREEZING_F, INCH_M, INCH_MM, MILE_KM};
use serde::Serialize;
use utoipa::ToSchema;

/// Another unit for a field.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct OtherUnit {
    /// The unit of the field.
    pub field: &'static str,
    /// The unit that may be typed.
    pub typed: &'static str,
    /// The field's unit for one of it.
    pub times: f64,
    /// What the field holds at zero of it.
    pub zero: f64,
}

/// Foot-candle, lx: a lumen on a square foot. Source: 1 / 0.3048², exact.
pub const FOOT_CANDLE_LX: f64 = 1.0 / (FOOT_M * FOOT_M);

/// Which other units each field takes: parts and multiples of the SI and the shop's inches, feet and foot-candles.
pub fn other_units() -> Vec<OtherUnit> {
    [
        ("m", "cm", 0.01),
        ("m", "mm", 0.001),
        ("m", "ft", FOOT_M),
        ("m", "'", FOOT_M),
        ("m", "in", INCH_M),
        ("m", "\"", INCH_M),
        ("mm", "m", 1000.0),
        ("mm", "cm", 10.0),
        ("mm", "ft", 1000.0 * FOOT_M),
        ("mm", "'", 1000.0 * FOOT_M),
        ("mm", "in", INCH_MM),
        ("mm", "\"", INCH_MM),
        ("km", "mi", MILE_KM),
        ("V", "mV", 0.001),
        ("A", "mA", 0.001),
        ("mA", "A", 1000.0),
        ("W", "mW", 0.001),
        ("W", "kW", 1000.0),
        ("ohm", "mohm", 0.001),
        ("ohm", "kohm", 1000.0),
        ("ohm", "Mohm", 1e6),
        ("mohm", "ohm", 1000.0),
        ("h", "min", 1.0 / 60.0),
        ("min", "h", 60.0),
        ("lx", "fc", FOOT_CANDLE_LX),
        ("lm", "klm", 1000.0),
        ("cd", "kcd", 1000.0),
    ]
    .map(|(field, typed, times)| OtherUnit { field, typed, times, zero: 0.0 })
    .into_iter()
    .chain(["°F", "F"].map(|typed| OtherUnit {
        field: "°C",
        typed,
        times: 1.0 / DEGREE_F,
        zero: -FREEZING_F / DEGREE_F,
    }))
    .chain([OtherUnit { field: "°C", typed: "C", times: 1.0, zero: 0.0 }])
    .collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// NIST SP 811 (2008), appendix B: 1 ft = 3.048 E-01 m, 1 in = 2.54 E+01 mm, 1 footcandle = 1.076 391 E+01 lx; recalled
    /// from memory. There and back is the same figure.
    #[test]
    fn other_units_are_those_of_the_standards() {
        let times = |field: &str, typed: &str| {
            let units = other_units();
            let mut of = units.iter().filter(|u| (u.field, u.typed) == (field, typed));
            let found = of.next().unwrap().times;
            assert!(of.next().is_none(), "{typed} for {field} stands twice");
            found
        };
        assert_eq!(times("m", "ft"), 0.3048);
        assert!(
            (times("mm", "in") - 25.4).abs() < 1e-12 && (times("m", "in") - 0.0254).abs() < 1e-15
        );
        assert!((times("lx", "fc") - 10.763_91).abs() < 1e-5);
        assert_eq!(times("km", "mi"), 1.609_344);
        for (one, other) in [("m", "mm"), ("A", "mA"), ("ohm", "mohm"), ("h", "min")] {
            assert!(
                (times(one, other) * times(other, one) - 1.0).abs() < 1e-12,
                "{one} and {other}"
            );
        }
        assert!(other_units().iter().all(|u| u.field != u.typed && u.times > 0.0));
    }
}
