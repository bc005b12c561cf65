//! Lux at marked spots from CSV.

use crate::prove::log::figure;
use jovek_base::table::{BadRow, Table, TooLong};
use jovek_job::{Lux, LuxSpot};
use jovek_phrases::light as say;
use serde::Serialize;
use utoipa::ToSchema;

/// Most rows of a list.
const MOST_ROWS: usize = 1000;
/// Brightest that a lux meter shows, lx.
const MOST_LX: f64 = 200_000.0;

/// A list that was read.
#[derive(Debug, Clone, PartialEq, Default, Serialize, ToSchema)]
pub struct LuxRead {
    /// Rows that can be kept.
    pub good: Vec<Lux>,
    /// Rows that cannot.
    pub bad: Vec<BadRow>,
}

/// Why nothing of a list could be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum LuxError {
    /// Heads are missing.
    #[error("{}", say::the_first_row_wants_the_columns())]
    NoColumns,
    /// Too long.
    #[error("{}", say::more_than_rows_split_the_list(&MOST_ROWS))]
    TooLong,
}

/// Reads a list with the columns spot, before and after, in any order; a spot by its name, a figure with or without
/// `lx`.
///
/// # Errors
/// [`LuxError`] where the list has no columns to read. Rows that are wrong are named in [`LuxRead::bad`].
pub fn read(text: &str, spots: &[LuxSpot]) -> Result<LuxRead, LuxError> {
    let table = Table::read(text, MOST_ROWS).map_err(|TooLong| LuxError::TooLong)?;
    let spot_at = table.column("spot").ok_or(LuxError::NoColumns)?;
    let (before_at, after_at) = (table.column("before"), table.column("after"));
    if before_at.is_none() && after_at.is_none() {
        return Err(LuxError::NoColumns);
    }
    let lux = |text: String| match text.as_str() {
        "" => Ok(None),
        text => match figure(text, "", "lx", table.has_decimal_comma)? {
            lx if (0.0..=MOST_LX).contains(&lx) => Ok(Some(lx)),
            lx => Err(say::lx_a_meter_shows_0(&lx, &MOST_LX)),
        },
    };
    let (good, bad) = table.rows(|cell, _| {
        let name = cell(Some(spot_at));
        let spot = spots
            .iter()
            .find(|s| s.name.eq_ignore_ascii_case(&name))
            .ok_or_else(|| say::there_is_no_marked_spot(&name))?;
        let (before_lx, after_lx) = (lux(cell(before_at))?, lux(cell(after_at))?);
        if before_lx.is_none() && after_lx.is_none() {
            return Err(say::neither_before_nor_after().into());
        }
        Ok(Lux { spot: spot.name.clone(), before_lx, after_lx })
    });
    Ok(LuxRead { good, bad })
}
