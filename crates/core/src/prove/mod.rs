//! Expected readings, and the judgement of those that were taken.

pub mod checks;
pub mod probe;

pub use checks::{Check, Judgement, Quantity, Verdict};
pub use probe::{Polarity, ProbeAnswer, ProbeVerdict};
