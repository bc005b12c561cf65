//! A list of stock and prices read from CSV: good rows offered, bad rows named.

use super::StockLine;
use serde::Serialize;
use utoipa::ToSchema;

/// Most rows of a list.
const MOST_ROWS: usize = 20_000;
/// Most of a part on a shelf, and the highest price of one: a slip of the finger is beyond.
const MOST: f64 = 1_000_000.0;

/// A row that was not taken.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BadRow {
    /// Line of the file, from 1.
    pub line: u64,
    /// The row as it stands there.
    pub text: String,
    /// What is wrong, and what would be right.
    pub why: String,
}

/// A list that was read.
#[derive(Debug, Clone, PartialEq, Default, Serialize, ToSchema)]
pub struct StockRead {
    /// Rows that can be taken.
    pub good: Vec<StockLine>,
    /// Rows that cannot.
    pub bad: Vec<BadRow>,
}

/// Why nothing of a list could be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum StockError {
    /// No header row with a column for the part.
    #[error(
        "the first row has no column \"part\"; head the columns part, held, price in any order"
    )]
    NoPart,
    /// Neither stock nor prices.
    #[error("the first row has neither \"held\" nor \"price\"; head at least one of them")]
    NoFigures,
    /// Too long.
    #[error("more than {MOST_ROWS} rows; split the list")]
    TooLong,
}

/// Reads a list. Columns part, held and price, in any order, divided by comma or semicolon; further columns
/// are passed over. With semicolons a comma may be the decimal sign.
///
/// # Errors
/// [`StockError`] where the list has no columns to read. Rows that are wrong are no error: they are named in
/// [`StockRead::bad`].
pub fn read(text: &str) -> Result<StockRead, StockError> {
    let text = text.trim_start_matches('\u{feff}');
    let first = text.lines().next().unwrap_or_default();
    let divider = if first.contains(';') { b';' } else { b',' };
    let mut reader = csv::ReaderBuilder::new()
        .delimiter(divider)
        .flexible(true)
        .trim(csv::Trim::All)
        .from_reader(text.as_bytes());
    let heads: Vec<String> =
        reader.headers().map(|h| h.iter().map(str::to_lowercase).collect()).unwrap_or_default();
    let column = |name: &str| heads.iter().position(|h| h == name);
    let part_at = column("part").ok_or(StockError::NoPart)?;
    let (held_at, price_at) = (column("held"), column("price"));
    if held_at.is_none() && price_at.is_none() {
        return Err(StockError::NoFigures);
    }
    let mut out = StockRead::default();
    for record in reader.records() {
        if out.good.len() + out.bad.len() >= MOST_ROWS {
            return Err(StockError::TooLong);
        }
        let record = match record {
            Ok(record) => record,
            Err(e) => {
                let line = e.position().map_or(0, csv::Position::line);
                out.bad.push(BadRow {
                    line,
                    text: String::new(),
                    why: format!("cannot be read: {e}"),
                });
                continue;
            }
        };
        let line = record.position().map_or(0, csv::Position::line);
        let cell = |at: Option<usize>| at.and_then(|k| record.get(k)).unwrap_or_default();
        match row(cell(Some(part_at)), cell(held_at), cell(price_at), divider == b';') {
            Ok(row) if out.good.iter().any(|g| g.part == row.part) => {
                let why = format!("\"{}\" stands in the list already; keep one row", row.part);
                out.bad.push(BadRow { line, text: shown(&record), why });
            }
            Ok(row) => out.good.push(row),
            Err(why) => out.bad.push(BadRow { line, text: shown(&record), why }),
        }
    }
    Ok(out)
}

fn shown(record: &csv::StringRecord) -> String {
    let text = record.iter().collect::<Vec<_>>().join(", ");
    text.chars().take(120).collect()
}

fn row(part: &str, held: &str, price: &str, comma: bool) -> Result<StockLine, String> {
    // A quote before a sign keeps spreadsheets from computing; it is no part of the name.
    let part = part.strip_prefix('\'').unwrap_or(part);
    if part.is_empty() {
        return Err("no part named".into());
    }
    if part.chars().count() > 120 || part.chars().any(char::is_control) {
        return Err("the name is longer than 120 characters or holds control characters".into());
    }
    Ok(StockLine {
        part: part.into(),
        held: figure("held", held, comma)?.unwrap_or(0.0),
        price: figure("price", price, comma)?,
    })
}

fn figure(name: &str, text: &str, comma: bool) -> Result<Option<f64>, String> {
    if text.is_empty() {
        return Ok(None);
    }
    let plain = if comma { text.replace(',', ".") } else { text.to_owned() };
    match plain.parse::<f64>() {
        Ok(v) if !v.is_finite() => Err(format!("{name} \"{text}\" is no figure")),
        Ok(v) if v < 0.0 => Err(format!("{name} {text} is less than nothing")),
        Ok(v) if v > MOST => Err(format!("{name} {text} is more than {MOST:.0}")),
        Ok(v) => Ok(Some(v)),
        Err(_) => Err(format!("{name} \"{text}\" is no figure; write it like 12.50, no currency")),
    }
}
