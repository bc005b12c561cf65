//! The order of work: steps made from the plan by rule, their gates, and the order that walks and waits
//! least.
//!
//! `plan -> steps with what must come before -> order -> the sheet of the fitter with what is done`

pub mod coding;
pub mod order;
pub mod progress;
pub mod steps;

pub use order::{Need, Scheduled, Task, minutes_in_all, order};
pub use progress::{MarkError, StepAnswer, StepState, Work, marked, work};
pub use steps::{Step, steps};
