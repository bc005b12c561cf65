//! The time that a device says of something that waited there for a connection.

use jiff::{SignedDuration, Timestamp, Unit};
use jovek_phrases::refusals as say;

/// How far the clock of a phone may be ahead.
const AHEAD: SignedDuration = SignedDuration::from_mins(5);

/// When something was done: as said, RFC 3339, else now; in whole units.
///
/// # Errors
/// In words, for what is no time and for one that has not come yet.
pub(super) fn when(said: Option<&str>, now: Timestamp, unit: Unit) -> Result<Timestamp, String> {
    let at = match said {
        None => now,
        Some(text) => text.parse::<Timestamp>().map_err(|e| format!("{text}: {e}"))?,
    };
    if at > now.checked_add(AHEAD).unwrap_or(now) {
        return Err(say::lies_in_the_future_set(&at));
    }
    Ok(at.round(unit).unwrap_or(at))
}
