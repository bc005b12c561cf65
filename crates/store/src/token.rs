//! What opens a door: made of random bytes, handed out once, kept as a hash.

use crate::StoreError;
use crate::history::sha256;
use jiff::{SignedDuration, Timestamp};

/// Random bytes: 128 bits cannot be found by trying.
const BYTES: usize = 16;

/// A new token, in hex.
pub(crate) fn new() -> Result<String, StoreError> {
    let mut bytes = [0; BYTES];
    getrandom::fill(&mut bytes).map_err(|e| StoreError::Damaged { what: e.to_string() })?;
    Ok(bytes.iter().map(|b| format!("{b:02x}")).collect())
}

/// What is kept of one that nobody needs to read again. It is random itself: a plain hash hides it.
pub(crate) fn hash(token: &str) -> String {
    sha256(token.as_bytes())
}

/// The moment so many days from now.
pub(crate) fn days_from_now(days: i64) -> Result<String, StoreError> {
    Timestamp::now()
        .checked_add(SignedDuration::from_hours(24 * days))
        .map(|at| at.to_string())
        .map_err(|e| StoreError::Damaged { what: e.to_string() })
}
