//! Expected readings, and the judgement of those that were taken.

pub mod checks;
pub mod figures;
mod hand;
pub mod log;
pub mod ohmmeter;
mod other_work;
pub mod short_set;
mod swaps;

pub use checks::{Check, Judgement, Quantity, Verdict};
pub use hand::SEQUENCE;
