//! A figure with its unit, and how it is shown: no more digits than it deserves.

use jovek_phrases::figures as say;
use serde::Serialize;
use std::fmt::{self, Display, Formatter};
use utoipa::ToSchema;

/// A figure with its unit and the text that deserves to be shown.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Figure {
    /// What it is.
    pub name: &'static str,
    /// The value.
    pub value: f64,
    /// Its unit.
    pub unit: &'static str,
    /// Rounded to what it deserves, with its unit.
    pub text: String,
}

/// Builds a [`Figure`].
pub fn figure(name: &'static str, value: f64, unit: &'static str) -> Figure {
    Figure { name, value, unit, text: shown(value, unit).to_string() }
}

/// A figure as it is shown: no more digits than it deserves, with its unit.
#[derive(Debug, Clone, Copy)]
pub struct Shown(f64, &'static str);

impl Display for Shown {
    fn fmt(&self, f: &mut Formatter<'_>) -> fmt::Result {
        let &Shown(value, unit) = self;
        let digits = match unit {
            "V" => 2,
            "A" if value.abs() < 10.0 => 2,
            "A" => 1,
            "m" => 2,
            "mm²" => 2,
            "W" if value.abs() < 10.0 => 1,
            "W" | "°C" | "K" | "%" | "h" | "mV" => 0,
            "mohm" | "mohm/m" if value.abs() < 10.0 => 2,
            "mohm" | "mohm/m" => 1,
            "ohm" => 1,
            "s" => 2,
            _ => 2,
        };
        write_fixed(f, value, digits)?;
        if unit.is_empty() {
            return Ok(());
        }
        f.write_str(" ")?;
        f.write_str(unit)
    }
}

/// A figure as it is shown.
pub fn shown(value: f64, unit: &'static str) -> Shown {
    Shown(value, unit)
}

/// Two figures that a sentence compares, in the same unit: with as many more decimals than usual as it takes to see
/// that they differ, so that nothing is below itself.
pub fn apart(a: f64, b: f64, unit: &'static str) -> (String, String) {
    let usual = (shown(a, unit).to_string(), shown(b, unit).to_string());
    if usual.0 != usual.1 || a == b {
        return usual;
    }
    let space = if unit.is_empty() { "" } else { " " };
    let with = |digits: usize| {
        (format!("{a:.digits$}{space}{unit}"), format!("{b:.digits$}{space}{unit}"))
    };
    (1..=MOST_DECIMALS).map(with).find(|(a, b)| a != b && *a != usual.0).unwrap_or(usual)
}

/// Decimals beyond which two figures are the same to everybody.
const MOST_DECIMALS: usize = 9;

/// Writes a figure with so many decimals; no sign on what rounds to zero.
///
/// Hundreds of figures leave an assessment: the digits of a whole number are many times faster to
/// write than exact decimals of a float.
fn write_fixed(f: &mut Formatter<'_>, value: f64, digits: usize) -> fmt::Result {
    let scaled = (value.abs() * 10f64.powi(digits as i32)).round();
    // Beyond what a whole number holds exactly, and for what is no number.
    if !scaled.is_finite() || scaled >= 9e15 {
        return write!(f, "{value:.digits$}");
    }
    let mut left = scaled as u64;
    let is_negative = value < 0.0 && left > 0;
    let mut text = [0u8; 24];
    let mut at = text.len();
    let mut written = 0;
    while written <= digits || left > 0 {
        if written == digits && digits > 0 {
            at -= 1;
            text[at] = b'.';
        }
        at -= 1;
        text[at] = b'0' + (left % 10) as u8;
        left /= 10;
        written += 1;
    }
    if is_negative {
        at -= 1;
        text[at] = b'-';
    }
    f.write_str(std::str::from_utf8(&text[at..]).unwrap_or_default())
}

/// Volts as shown.
pub fn volts(v: f64) -> Shown {
    shown(v, "V")
}

/// Volts lost on the way, as a meter shows them: millivolts below one volt.
pub fn volts_lost(lost_v: f64) -> Shown {
    if lost_v.abs() < 1.0 { shown(lost_v * 1000.0, "mV") } else { volts(lost_v) }
}

/// Amperes as shown.
pub fn amps(a: f64) -> Shown {
    shown(a, "A")
}

/// A current, down to milliamperes where it is small.
pub fn amps_or_milli(current_a: f64) -> String {
    if current_a.abs() < 0.5 {
        format!("{:.0} mA", current_a * 1000.0)
    } else {
        amps(current_a).to_string()
    }
}

/// Hours of one year.
const YEAR_H: f64 = 365.0 * 24.0;

/// A time as spoken: minutes, hours, days; what lasts beyond a year is not counted, since no battery keeps its
/// charge so long by itself.
pub fn hours_text(hours: f64) -> String {
    if hours < 1.0 {
        format!("{:.0} min", hours * 60.0)
    } else if hours < 10.0 {
        format!("{hours:.1} h")
    } else if hours < 100.0 {
        format!("{hours:.0} h")
    } else if hours <= YEAR_H {
        say::days(&(hours / 24.0))
    } else {
        say::more_than_a_year().into()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Digits as the standard library writes them, but for a sign on zero.
    #[test]
    fn figures_are_written_as_the_standard_library_does() {
        let values = [0.0, 0.004, -0.004, 0.005001, 1.0, 9.994, 12.3456, 107.06, 1e6];
        for value in values.into_iter().flat_map(|v| [v, -v]) {
            let plain = format!("{value:.2}");
            let plain = if plain == "-0.00" { "0.00" } else { &plain };
            assert_eq!(shown(value, "V").to_string(), format!("{plain} V"));
        }
        assert_eq!(shown(12.4, "A").to_string(), "12.4 A");
        assert_eq!(shown(-48.6, "mV").to_string(), "-49 mV");
        assert_eq!(shown(0.58, "").to_string(), "0.58");
        assert_eq!(shown(f64::INFINITY, "V").to_string(), "inf V");
        assert_eq!(shown(f64::NAN, "V").to_string(), "NaN V");
    }
}
