//! A list of stock and prices read from CSV: good rows offered, bad rows named.

use super::{StockLine, StockUnit};
use jovek_base::table::{BadRow, Table, TooLong};
use jovek_phrases::stock as say;
use serde::Serialize;
use utoipa::ToSchema;

/// Most rows of a list.
const MOST_ROWS: usize = 20_000;
/// Most of a part on a shelf, and the highest price of one: a slip of the finger is beyond.
const MOST: f64 = 1_000_000.0;

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
    #[error("{}", say::the_first_row_has_no_column())]
    NoPart,
    /// Neither stock nor prices.
    #[error("{}", say::the_first_row_has_neither_held())]
    NoFigures,
    /// Too long.
    #[error("{}", say::more_than_rows_split_the_list(&MOST_ROWS))]
    TooLong,
}

/// Reads a list. Columns part, held, price, unit and pack, in any order, divided by comma or semicolon; further columns
/// are passed over. With semicolons a comma may be the decimal sign.
///
/// # Errors
/// [`StockError`] where the list has no columns to read. Rows that are wrong are no error: they are named in
/// [`StockRead::bad`].
pub fn read(text: &str) -> Result<StockRead, StockError> {
    let table = Table::read(text, MOST_ROWS).map_err(|TooLong| StockError::TooLong)?;
    let part_at = table.column("part").ok_or(StockError::NoPart)?;
    let (held_at, price_at) = (table.column("held"), table.column("price"));
    if held_at.is_none() && price_at.is_none() {
        return Err(StockError::NoFigures);
    }
    let (unit_at, pack_at) = (table.column("unit"), table.column("pack"));
    let (good, bad) = table.rows(|cell, good: &[StockLine]| {
        let (part, held, price) = (cell(Some(part_at)), cell(held_at), cell(price_at));
        let sign = cell(unit_at);
        let unit = StockUnit::of(&sign).ok_or_else(|| say::is_no_unit_of_stock(&sign))?;
        let pack = figure("pack", &cell(pack_at), table.has_decimal_comma)?;
        let row = StockLine { unit, pack, ..row(&part, &held, &price, table.has_decimal_comma)? };
        if good.iter().any(|g| g.part == row.part) {
            return Err(say::stands_in_the_list_already_keep(&row.part));
        }
        Ok(row)
    });
    Ok(StockRead { good, bad })
}

fn row(part: &str, held: &str, price: &str, comma: bool) -> Result<StockLine, String> {
    // A quote before a sign keeps spreadsheets from computing; it is no part of the name.
    let part = part.strip_prefix('\'').unwrap_or(part);
    if part.is_empty() {
        return Err(say::no_part_named().into());
    }
    if part.chars().count() > 120 || part.chars().any(char::is_control) {
        return Err(say::the_name_is_longer_than_120().into());
    }
    Ok(StockLine {
        part: part.into(),
        held: figure("held", held, comma)?.unwrap_or(0.0),
        price: figure("price", price, comma)?,
        unit: StockUnit::default(),
        pack: None,
    })
}

fn figure(name: &str, text: &str, comma: bool) -> Result<Option<f64>, String> {
    if text.is_empty() {
        return Ok(None);
    }
    let plain = if comma { text.replace(',', ".") } else { text.to_owned() };
    match plain.parse::<f64>() {
        Ok(v) if !v.is_finite() => Err(say::is_not_a_number(&name, &text)),
        Ok(v) if v < 0.0 => Err(say::is_less_than_nothing(&name, &text)),
        Ok(v) if v > MOST => Err(say::is_more(&name, &text, &MOST)),
        Ok(v) => Ok(Some(v)),
        Err(_) => Err(say::is_not_a_number_write(&name, &text)),
    }
}
