//! A log of readings from CSV: good rows offered, bad rows named by line.

use crate::prove::checks::Check;
use jiff::Timestamp;
use jovek_base::table::{BadRow, Table, TooLong};
use jovek_job::{CheckId, Reading};
use jovek_phrases::prove as say;
use serde::Serialize;
use utoipa::ToSchema;

/// Most rows of a log.
const MOST_ROWS: usize = 5_000;
/// Most of a figure, in V, A or ohm.
const MOST: f64 = 1e7;

/// A log that was read.
#[derive(Debug, Clone, PartialEq, Default, Serialize, ToSchema)]
pub struct LogRead {
    /// Readings that can be kept.
    pub good: Vec<Reading>,
    /// Rows that cannot.
    pub bad: Vec<BadRow>,
}

/// Why nothing of a log could be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum LogError {
    /// No header row with the two columns that there must be.
    #[error("{}", say::the_first_row_has_no_column(.missing))]
    NoColumn {
        /// The column.
        missing: &'static str,
    },
    /// Too long.
    #[error("{}", say::more_than_rows_split_the_log(&MOST_ROWS))]
    TooLong,
}

/// Reads a log. Columns check and value, and at, by and unit where there are; in any order, divided by comma or
/// semicolon. A check is named by its id or its name. A value may carry its unit: `12.31 V`, `80 mV`; the unit
/// must be one of the check's own. A row without a time was taken at `now`, one without a name by `by`.
///
/// # Errors
/// [`LogError`] where the log has no columns to read. Rows that are wrong are no error: they are named in
/// [`LogRead::bad`].
pub fn read(text: &str, checks: &[Check], now: Timestamp, by: &str) -> Result<LogRead, LogError> {
    let table = Table::read(text, MOST_ROWS).map_err(|TooLong| LogError::TooLong)?;
    let wanted = |missing| table.column(missing).ok_or(LogError::NoColumn { missing });
    let (check_at, value_at) = (wanted("check")?, wanted("value")?);
    let (at_at, by_at, unit_at) = (table.column("at"), table.column("by"), table.column("unit"));
    let (good, bad) = table.rows(|cell, _| {
        let name = cell(by_at);
        let row = Row {
            check: &cell(Some(check_at)),
            value: &cell(Some(value_at)),
            unit: &cell(unit_at),
            at: &cell(at_at),
            by: if name.is_empty() { by } else { &name },
        };
        row.reading(checks, now, table.has_decimal_comma)
    });
    Ok(LogRead { good, bad })
}

struct Row<'a> {
    check: &'a str,
    value: &'a str,
    unit: &'a str,
    at: &'a str,
    by: &'a str,
}

impl Row<'_> {
    fn reading(&self, checks: &[Check], now: Timestamp, comma: bool) -> Result<Reading, String> {
        let named = |c: &&Check| c.id.0 == self.check || c.name.eq_ignore_ascii_case(self.check);
        let check = checks.iter().find(named).ok_or_else(|| say::there_is_no_check(&self.check))?;
        let value = figure(self.value, self.unit, check.quantity.unit(), comma)?;
        let at = match self.at {
            "" => now,
            text => text.parse::<Timestamp>().map_err(|_| say::is_not_a_time_write(&text))?,
        };
        if at > now {
            return Err(say::lies_in_the_future(&at));
        }
        if self.by.chars().count() > 60 || self.by.chars().any(char::is_control) {
            return Err(say::the_name_is_longer_than_60().into());
        }
        Ok(Reading {
            check: CheckId(check.id.0.clone()),
            value,
            at: at.to_string(),
            by: self.by.to_owned(),
        })
    }
}

/// A figure with its unit, in the unit of the check.
pub(crate) fn figure(text: &str, unit: &str, own: &str, comma: bool) -> Result<f64, String> {
    let plain = if comma { text.replace(',', ".") } else { text.to_owned() };
    let lower = plain.to_lowercase();
    if own.is_empty() {
        return match lower.as_str() {
            "yes" | "y" | "1" => Ok(1.0),
            "no" | "n" | "0" => Ok(0.0),
            _ => Err(say::is_neither_yes_nor(&text)),
        };
    }
    if own == "ohm" && matches!(lower.as_str(), "ol" | "open") {
        return Ok(jovek_catalog::meter::OVERLOAD_OHM);
    }
    // Where the unit stands behind the figure.
    let split = plain
        .find(|c: char| !(c.is_ascii_digit() || matches!(c, '.' | '-' | '+' | ' ')))
        .unwrap_or(plain.len());
    let (number, behind) = plain.split_at(split);
    if number.trim().is_empty() {
        return Err(say::is_not_a_number_write(&text));
    }
    let unit = if behind.is_empty() { unit } else { behind }.trim();
    let factor = match (unit.to_lowercase().as_str(), own) {
        ("", _) => 1.0,
        (u, own) if u == own.to_lowercase() => 1.0,
        ("mv", "V") | ("ma", "A") | ("mohm", "ohm") => 1e-3,
        ("kohm", "ohm") => 1e3,
        _ => {
            return Err(say::the_unit_does_not_fit(&unit, &own));
        }
    };
    match number.trim().parse::<f64>() {
        Ok(v) if v.is_finite() && (v * factor).abs() <= MOST => Ok(v * factor),
        Ok(v) => Err(say::is_more_than_any_meter_shows(&v)),
        Err(_) => Err(say::is_not_a_number_write(&text)),
    }
}
