//! Expected readings, and the judgement of those that were taken.

pub mod checks;
mod hand;
pub mod log;
pub mod probe;
pub mod survey;
mod swaps;

pub use checks::{Check, Judgement, Quantity, Verdict};
pub use hand::SEQUENCE;
pub use probe::{Polarity, ProbeAnswer, ProbeVerdict};
pub use survey::{LiveWhen, Side, SurveyAnswer};
