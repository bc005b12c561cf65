//! Charge over a shift: what each battery gives and gets, hours of light left, and whether the
//! engine starts on Monday.
//!
//! - `battery`: Peukert, temperature, acceptance.
//! - `shift`: one shift with one way to feed the lights.
//! - `ways`: the ways to feed them, side by side.

pub mod battery;
pub mod sensing;
mod shift;
mod ways;

pub use shift::{ASSUMED_C, ASSUMED_START_PERCENT, Point, ShiftRun, Starts, VEHICLE_A, run};
pub use ways::{Budget, SupplyWay, budget};
