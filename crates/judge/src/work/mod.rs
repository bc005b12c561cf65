//! The order of work: steps made from the plan by rule, their gates, and the order that walks and waits
//! least.
//!
//! Over several vehicles, people and days: [`bays`], with minutes that the shop's own work taught: [`learn`].
//!
//! `plan -> steps with what must come before -> order -> the sheet of the fitter with what is done`

pub mod bays;
mod circuit_steps;
mod held;
mod housing_steps;
mod kit_steps;
mod known;
pub mod learn;
pub mod open;
pub mod order;
mod plug_steps;
pub mod progress;
mod retrofit;
pub mod steps;
pub mod stuck;
mod supply_steps;
mod swaps;

pub use known::{KnownJob, marked, work};
pub use order::{Need, Scheduled, Task, minutes_in_all, order};
pub use progress::{MarkError, StepAnswer, StepState, Work};
pub use steps::{Step, steps};
