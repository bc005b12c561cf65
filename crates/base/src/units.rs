//! The shop's own units: what its tape, thermometer, torque wrench and scale are marked in.
//!
//! Everything is reckoned in SI; only what is shown to people is written in these. Volts, amperes, watts and ohms are
//! the same everywhere, and the size of a wire is a matter of its wire system.

use crate::figure::{Figure, figure, shown};
use jovek_phrases::figures as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Inch, mm. Source: the international yard and pound agreement of 1959, exact.
pub const INCH_MM: f64 = 25.4;
/// Foot, m. Source: as [`INCH_MM`], exact.
pub const FOOT_M: f64 = 0.3048;
/// Kilometres in a mile. Source: international mile of 1959, exact.
pub const MILE_KM: f64 = 1.609_344;
/// Inch, m.
pub const INCH_M: f64 = INCH_MM / 1000.0;
/// Avoirdupois ounce, g. Source: as [`INCH_MM`], exact.
pub const OUNCE_G: f64 = 28.349_523_125;
/// Pound-force foot, N m. Source: NIST SP 811 (2008), appendix B, recalled from memory.
pub const FOOT_POUND_NM: f64 = 1.355_818;
/// Pound-force, N. Source: as [`FOOT_POUND_NM`].
pub const POUND_FORCE_N: f64 = 4.448_222;
/// One degree Celsius, degrees Fahrenheit.
pub const DEGREE_F: f64 = 1.8;
/// Freezing water, °F.
pub const FREEZING_F: f64 = 32.0;

/// Finest mark that is read off an inch tape: one over so many inches.
pub const TAPE_PARTS: i64 = 16;
/// Finest part of an inch to which wire, loom and strip are told: as fine as the centimetre of the metric shop.
const WIRE_PARTS: i64 = 2;
/// Ounces in a pound.
const POUND_OUNCES: f64 = 16.0;
/// Below this a torque is told in inch-pounds, as small wrenches are marked, N m. Common practice.
const SMALL_TORQUE_NM: f64 = 20.0;
/// Inches beyond which a mark on the tape is told in feet and inches. Common practice.
const LONG_TAPE_IN: f64 = 72.0;

/// What the tape is marked in; torque and weight go with it.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Lengths {
    /// Metres and millimetres, newton metres, grams.
    #[default]
    Metric,
    /// Feet, inches and sixteenths, inch-pounds, ounces.
    Us,
}

/// What the thermometer is marked in.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Temperatures {
    /// Degrees Celsius.
    #[default]
    Celsius,
    /// Degrees Fahrenheit.
    Fahrenheit,
}

/// The units in which a shop reads what it measures.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Units {
    /// Of lengths.
    #[serde(default)]
    pub lengths: Lengths,
    /// Of temperatures.
    #[serde(default)]
    pub temperatures: Temperatures,
}

impl Units {
    /// Metres and degrees Celsius.
    pub const METRIC: Units =
        Units { lengths: Lengths::Metric, temperatures: Temperatures::Celsius };
    /// Feet, inches and degrees Fahrenheit.
    pub const US: Units = Units { lengths: Lengths::Us, temperatures: Temperatures::Fahrenheit };

    /// True for what everybody had before shops could say.
    pub fn is_metric(&self) -> bool {
        *self == Units::METRIC
    }

    /// A length of wire, loom, way or strip, m: `3.20 m`, `10 ft 6 in`.
    pub fn length(self, length_m: f64) -> String {
        match self.lengths {
            Lengths::Metric => shown(length_m, "m").to_string(),
            Lengths::Us => feet_and_inches(length_m / INCH_M, WIRE_PARTS),
        }
    }

    /// A mark that is set with the tape, mm: `813 mm`, `32 in`, `8 ft 2 7/16 in`.
    pub fn tape(self, length_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{:.0} mm", length_mm + 0.0),
            Lengths::Us => {
                let inches = length_mm / INCH_MM;
                match inches.abs() < LONG_TAPE_IN {
                    true => inches_text(inches, TAPE_PARTS),
                    false => feet_and_inches(inches, TAPE_PARTS),
                }
            }
        }
    }

    /// Two marks between which a thing may be, mm: `600 to 1200 mm`.
    pub fn tape_between(self, least_mm: f64, most_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => say::between(&format!("{least_mm:.0}"), &format!("{most_mm:.0} mm")),
            Lengths::Us => say::between(&self.tape(least_mm), &self.tape(most_mm)),
        }
    }

    /// Something small that a caliper measures, mm: `4.2 mm`, `0.17 in`.
    pub fn fine(self, length_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{length_mm:.1} mm"),
            Lengths::Us => format!("{:.2} in", length_mm / INCH_MM),
        }
    }

    /// A bore, stud or sleeve that is bought by its size, mm: `20 mm`, `13/16 in`.
    pub fn bore(self, size_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{size_mm} mm"),
            Lengths::Us => inches_text(size_mm / INCH_MM, TAPE_PARTS),
        }
    }

    /// A hole that is drilled for a size, mm: `8.4 mm`, or the next drill by sixty-fourths, `11/32 in`.
    pub fn drill(self, size_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{size_mm} mm"),
            Lengths::Us => {
                let parts = 4 * TAPE_PARTS;
                inches_text((size_mm / INCH_MM * parts as f64 - 1e-6).ceil() / parts as f64, parts)
            }
        }
    }

    /// A rule of thumb, mm, as round as the trade speaks it: `50 mm`, `2 in`.
    pub fn rule(self, length_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{length_mm:.0} mm"),
            Lengths::Us => inches_text(length_mm / INCH_MM, rule_parts(length_mm)),
        }
    }

    /// A rule of thumb with two ends, mm: `50 to 150 mm`, `2 to 6 in`.
    pub fn rule_between(self, least_mm: f64, most_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => say::between(&format!("{least_mm:.0}"), &format!("{most_mm:.0} mm")),
            Lengths::Us => {
                let least = inches_text(least_mm / INCH_MM, rule_parts(least_mm));
                say::between(&least.trim_end_matches(" in"), &self.rule(most_mm))
            }
        }
    }

    /// Something short that is cut no shorter than it must be, but for the tape's own mark, mm: `50 mm`, `2 in`.
    pub fn short_cut(self, length_mm: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{length_mm:.0} mm"),
            Lengths::Us => inches_text((4.0 * length_mm / INCH_MM - 0.1).ceil() / 4.0, 4),
        }
    }

    /// A distance that is paced or driven, m: `40 m`, `131 ft`.
    pub fn far(self, length_m: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{length_m:.0} m"),
            Lengths::Us => format!("{:.0} ft", length_m / FOOT_M),
        }
    }

    /// A distance to two figures, m: the eye and the air leave no more.
    pub fn two_figures(self, length_m: f64) -> String {
        let (far, unit) = match self.lengths {
            Lengths::Metric => (length_m, "m"),
            Lengths::Us => (length_m / FOOT_M, "ft"),
        };
        let scale = 10f64.powi((far.max(1.0).log10().floor() as i32 - 1).max(0));
        format!("{:.0} {unit}", (far / scale).round() * scale)
    }

    /// A distance that may be long, m, with its thousands apart: `1,240 m`.
    pub fn thousands(self, length_m: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{} m", thousands(length_m)),
            Lengths::Us => format!("{} ft", thousands(length_m / FOOT_M)),
        }
    }

    /// A length that need not be exact, m: `6.4 m`, `21 ft`.
    pub fn about(self, length_m: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{length_m:.1} m"),
            Lengths::Us => format!("{:.1} ft", length_m / FOOT_M),
        }
    }

    /// A reel or a bought length, m, without decimals that it does not have: `25 m`, `82 ft`.
    pub fn bought(self, length_m: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{length_m} m"),
            Lengths::Us => format!("{:.0} ft", length_m / FOOT_M),
        }
    }

    /// A temperature, °C: `85 °C`, `185 °F`.
    pub fn degrees(self, temperature_c: f64) -> String {
        match self.temperatures {
            Temperatures::Celsius => shown(temperature_c, "°C").to_string(),
            Temperatures::Fahrenheit => {
                format!("{:.0} °F", temperature_c * DEGREE_F + FREEZING_F + 0.0)
            }
        }
    }

    /// How much warmer one thing is than another, K: `20 K`, `36 °F`.
    pub fn warmer(self, difference_k: f64) -> String {
        match self.temperatures {
            Temperatures::Celsius => shown(difference_k, "K").to_string(),
            Temperatures::Fahrenheit => format!("{:.0} °F", difference_k * DEGREE_F),
        }
    }

    /// Two torques between which a nut is tightened, N m: `8 to 10 N m`, `71 to 89 in lb`.
    pub fn torque_between(self, least_nm: f64, most_nm: f64) -> String {
        let (per_unit, unit) = match self.lengths {
            Lengths::Metric => (1.0, "N m"),
            Lengths::Us if most_nm < SMALL_TORQUE_NM => (FOOT_POUND_NM / 12.0, "in lb"),
            Lengths::Us => (FOOT_POUND_NM, "ft lb"),
        };
        let (least, most) = (least_nm / per_unit, most_nm / per_unit);
        say::between(&format!("{least:.0}"), &format!("{most:.0} {unit}"))
    }

    /// A pull, N: `85 N`, `19 lb`.
    pub fn force(self, force_n: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{force_n:.0} N"),
            Lengths::Us => format!("{:.0} lb", force_n / POUND_FORCE_N),
        }
    }

    /// A weight, g: `340 g`, `12 oz`; from a kilogram or a pound on in those: `1.20 kg`, `2.6 lb`.
    pub fn weight(self, mass_g: f64) -> String {
        let ounces = mass_g / OUNCE_G;
        match self.lengths {
            Lengths::Metric if mass_g < 1000.0 => format!("{mass_g:.0} g"),
            Lengths::Metric => format!("{:.2} kg", mass_g / 1000.0),
            Lengths::Us if ounces < POUND_OUNCES => format!("{ounces:.1} oz"),
            Lengths::Us => format!("{:.1} lb", ounces / POUND_OUNCES),
        }
    }

    /// Resistance of a wire along its length, ohm/m: `5.20 mohm/m`, `1.59 mohm/ft`.
    pub fn resistance_along(self, ohm_per_m: f64) -> String {
        match self.lengths {
            Lengths::Metric => shown(ohm_per_m * 1000.0, "mohm/m").to_string(),
            Lengths::Us => shown(ohm_per_m * 1000.0 * FOOT_M, "mohm/ft").to_string(),
        }
    }

    /// One of two fixed phrases, by what the thermometer is marked in.
    pub fn by_degrees(self, celsius: &'static str, fahrenheit: &'static str) -> &'static str {
        match self.temperatures {
            Temperatures::Celsius => celsius,
            Temperatures::Fahrenheit => fahrenheit,
        }
    }

    /// A figure whose value stays in SI for programs, and whose text is in these units for people.
    pub fn figure(self, name: &'static str, value: f64, unit: &'static str) -> Figure {
        let text = self.text(value, unit);
        Figure { text, ..figure(name, value, unit) }
    }

    /// A value of an SI unit as people of this shop read it.
    pub fn text(self, value: f64, unit: &'static str) -> String {
        match unit {
            "m" => self.length(value),
            "mm" => self.tape(value),
            "°C" => self.degrees(value),
            "K" => self.warmer(value),
            "g" => self.weight(value),
            "mohm/m" => self.resistance_along(value / 1000.0),
            other => shown(value, other).to_string(),
        }
    }

    /// A quantity of wire as it is ordered, m, and its unit: `12.40 m`, `40.7 ft`.
    pub fn reeled(self, length_m: f64) -> (String, &'static str) {
        match self.lengths {
            Lengths::Metric => (format!("{length_m:.2}"), "m"),
            Lengths::Us => (format!("{:.1}", length_m / FOOT_M), "ft"),
        }
    }

    /// A figure as a person gave it, without decimals that it does not have: `4 m`, `13 ft 1 1/2 in`.
    pub fn as_given(self, value: f64, unit: &str) -> String {
        match (unit, self.lengths, self.temperatures) {
            ("m", Lengths::Us, _) => self.length(value),
            ("mm", Lengths::Us, _) => inches_text(value / INCH_MM, 4 * TAPE_PARTS),
            ("°C", _, Temperatures::Fahrenheit) => self.degrees(value),
            _ => format!("{value} {unit}").trim_end().to_owned(),
        }
    }

    /// A length as a column of figures holds it, m: metres, or inches to the sixteenth as a decimal.
    pub fn column(self, length_m: f64) -> String {
        match self.lengths {
            Lengths::Metric => format!("{length_m:.2}"),
            Lengths::Us => format!("{:.1}", length_m / INCH_M),
        }
    }

    /// The unit of [`Units::column`], as it stands in the head of the column.
    pub fn column_unit(self) -> &'static str {
        match self.lengths {
            Lengths::Metric => "m",
            Lengths::Us => "in",
        }
    }
}

/// A figure with its thousands apart.
pub fn thousands(value: f64) -> String {
    let digits = format!("{value:.0}");
    let mut out = String::new();
    for (k, digit) in digits.chars().enumerate() {
        if k > 0 && (digits.len() - k) % 3 == 0 {
            out.push(',');
        }
        out.push(digit);
    }
    out
}

/// Parts of an inch in which a rule of thumb is told: whole ones, halves below four, quarters below one.
fn rule_parts(length_mm: f64) -> i64 {
    match length_mm / INCH_MM {
        inches if inches < 1.0 => 4,
        inches if inches < 4.0 => 2,
        _ => 1,
    }
}

/// Inches to the nearest of so many parts: `13/16 in`, `4 1/2 in`, `-2 in`.
fn inches_text(inches: f64, parts: i64) -> String {
    let counted = (inches * parts as f64).round() as i64;
    let sign = if counted < 0 { "-" } else { "" };
    format!("{sign}{} in", mixed(counted.abs(), parts))
}

/// Feet and inches to the nearest of so many parts of an inch; no feet below one, no inches where none are left.
fn feet_and_inches(inches: f64, parts: i64) -> String {
    let counted = (inches * parts as f64).round() as i64;
    let sign = if counted < 0 { "-" } else { "" };
    let (feet, rest) = (counted.abs() / (12 * parts), counted.abs() % (12 * parts));
    match (feet, rest) {
        (0, rest) => format!("{sign}{} in", mixed(rest, parts)),
        (feet, 0) => format!("{sign}{feet} ft"),
        (feet, rest) => format!("{sign}{feet} ft {} in", mixed(rest, parts)),
    }
}

/// A whole number and a fraction in its lowest terms.
fn mixed(counted: i64, parts: i64) -> String {
    let (whole, mut over) = (counted / parts, counted % parts);
    let mut under = parts;
    while over > 0 && over % 2 == 0 && under % 2 == 0 {
        over /= 2;
        under /= 2;
    }
    match (whole, over) {
        (whole, 0) => whole.to_string(),
        (0, over) => format!("{over}/{under}"),
        (whole, over) => format!("{whole} {over}/{under}"),
    }
}

/// One unit in which a shop writes what a field holds; the first is the one that a bare figure is taken in.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct FieldPart {
    /// As it is written behind its figure.
    pub unit: &'static str,
    /// The field's own unit for one of it.
    pub times: f64,
}

/// How a shop that is not metric reads and types the figures of a field.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct FieldUnit {
    /// The unit that the field holds: `m`, `mm` or `°C`.
    pub field: &'static str,
    /// What it is written in, the largest first.
    pub parts: Vec<FieldPart>,
    /// What the field holds at zero of the first part; none is zero.
    pub zero: f64,
    /// Finest fraction of the last part, one over so many; none is written as a decimal.
    pub fraction: Option<i64>,
    /// Decimals of the last part where no fraction comes near enough.
    pub decimals: usize,
    /// How near a fraction must come to stand for the figure, in the field's unit.
    pub near: f64,
}

/// How a US shop writes lengths.
pub fn us_length_fields() -> Vec<FieldUnit> {
    let inch = |times| FieldPart { unit: "in", times };
    vec![
        FieldUnit {
            field: "m",
            parts: vec![FieldPart { unit: "ft", times: FOOT_M }, inch(INCH_M)],
            zero: 0.0,
            fraction: Some(TAPE_PARTS),
            decimals: 0,
            near: INCH_M,
        },
        FieldUnit {
            field: "mm",
            parts: vec![inch(INCH_MM)],
            zero: 0.0,
            fraction: Some(TAPE_PARTS),
            // A hundredth of a millimetre: a bore of 12 mm is no half inch.
            decimals: 3,
            near: 0.05,
        },
        // An odometer.
        FieldUnit {
            field: "km",
            parts: vec![FieldPart { unit: "mi", times: MILE_KM }],
            zero: 0.0,
            fraction: None,
            decimals: 0,
            near: 0.0,
        },
    ]
}

/// How a shop with °F writes temperatures.
pub fn fahrenheit_fields() -> Vec<FieldUnit> {
    vec![FieldUnit {
        field: "°C",
        parts: vec![FieldPart { unit: "°F", times: 1.0 / DEGREE_F }],
        zero: -FREEZING_F / DEGREE_F,
        fraction: None,
        decimals: 0,
        near: 0.0,
    }]
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    /// NIST SP 811 (2008), appendix B, recalled from memory: 1 in = 25.4 mm, 1 oz = 28.349 52 g, 1 lbf ft = 1.355 818 N m,
    /// t/°C = (t/°F - 32)/1.8. The rest is arithmetic by hand.
    #[test]
    fn figures_are_written_as_a_us_shop_reads_them() {
        let us = Units::US;
        assert_eq!(us.length(3.2004), "10 ft 6 in");
        assert_eq!(us.length(3.0480), "10 ft");
        assert_eq!(us.length(0.18), "7 in");
        assert_eq!(us.length(0.0), "0 in");
        assert_eq!(us.length(-0.5), "-1 ft 7 1/2 in");
        assert_eq!(us.tape(850.0), "33 7/16 in");
        assert_eq!(us.tape(2500.0), "8 ft 2 7/16 in");
        assert_eq!(us.bore(20.0), "13/16 in");
        assert_eq!(us.bore(6.35), "1/4 in");
        assert_eq!(us.fine(4.2), "0.17 in");
        assert_eq!(us.drill(8.4), "11/32 in");
        assert_eq!(us.drill(6.35), "1/4 in");
        assert_eq!(us.rule(50.0), "2 in");
        assert_eq!(us.rule(20.0), "3/4 in");
        assert_eq!(us.rule_between(50.0, 150.0), "2 to 6 in");
        assert_eq!(us.rule_between(300.0, 450.0), "12 to 18 in");
        assert_eq!(us.force(85.0), "19 lb");
        assert_eq!(us.short_cut(45.0), "1 3/4 in");
        assert_eq!(us.short_cut(50.0), "2 in");
        assert_eq!(us.far(40.0), "131 ft");
        assert_eq!(us.degrees(85.0), "185 °F");
        assert_eq!(us.degrees(-40.0), "-40 °F");
        assert_eq!(us.warmer(20.0), "36 °F");
        assert_eq!(us.torque_between(8.0, 10.0), "71 to 89 in lb");
        assert_eq!(us.torque_between(20.0, 27.116_36), "15 to 20 ft lb");
        assert_eq!(us.weight(340.194_277_5), "12.0 oz");
        assert_eq!(us.weight(2_267.961_85), "5.0 lb");
        // IEC 60228 gives 19.5 ohm/km to a flexible 1 mm² (recalled from memory): 5.94 ohm for 1000 ft.
        assert_eq!(us.resistance_along(0.0195), "5.94 mohm/ft");
    }

    #[test]
    fn figures_are_written_as_a_metric_shop_reads_them() {
        let metric = Units::METRIC;
        assert_eq!(metric.length(3.2004), "3.20 m");
        assert_eq!(metric.tape(849.6), "850 mm");
        assert_eq!(metric.bore(20.0), "20 mm");
        assert_eq!(metric.degrees(85.2), "85 °C");
        assert_eq!(metric.torque_between(8.0, 10.0), "8 to 10 N m");
        assert_eq!(metric.weight(340.0), "340 g");
        assert_eq!(metric.weight(1234.0), "1.23 kg");
    }

    /// Reads `10 ft 6 1/2 in` as a person does.
    fn read_in(text: &str) -> f64 {
        let (sign, text) = text.strip_prefix('-').map_or((1.0, text), |rest| (-1.0, rest));
        let mut inches = 0.0;
        let mut held = 0.0;
        for word in text.split(' ') {
            match (word, word.split_once('/')) {
                ("ft", _) => inches += 12.0 * std::mem::take(&mut held),
                ("in", _) => inches += std::mem::take(&mut held),
                (_, Some((over, under))) => {
                    held += over.parse::<f64>().unwrap() / under.parse::<f64>().unwrap()
                }
                _ => held += word.parse::<f64>().unwrap(),
            }
        }
        sign * inches
    }

    proptest! {
        /// What is written is the length to half of the finest part that is told, and is never a fraction of one.
        #[test]
        fn what_is_written_is_the_length(mm in -9_000f64..60_000.0) {
            for (text, parts) in [
                (Units::US.length(mm / 1000.0), WIRE_PARTS),
                (Units::US.tape(mm), TAPE_PARTS),
            ] {
                let apart = (read_in(&text) - mm / INCH_MM).abs();
                prop_assert!(apart <= 0.5 / parts as f64 + 1e-9, "{text} for {mm} mm");
                let fraction = text.split(' ').find_map(|word| word.split_once('/'));
                let is_even = |digits: &str| digits.ends_with(['0', '2', '4', '6', '8']);
                prop_assert!(fraction.is_none_or(|(over, _)| !is_even(over)), "{text} in lowest terms");
            }
        }
    }
}
