//! Vehicles of the fleet: their register as a list, and what happened to each over its jobs.

mod life;
mod register;

pub use life::{LifeEntry, LifeKind, life};
pub use register::{RegisterError, RegisterRead, RegisterRow, csv, fault, read};
