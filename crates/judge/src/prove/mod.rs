//! Expected readings, and the judgement of those that were taken.

pub mod checks;
mod hand;
pub mod log;
mod swaps;

pub use checks::{Check, Judgement, Quantity, Verdict};
pub use hand::SEQUENCE;
