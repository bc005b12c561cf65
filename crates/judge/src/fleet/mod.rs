//! Vehicles of the fleet: their register as a list, what happened to each over its jobs, and kits that many follow.

mod kit;
mod life;
mod merge;
mod register;
mod said;
mod sisters;

pub use kit::{
    KitDifference, KitUpdate, differences, effects, laid, pattern, plan, update, updated,
};
pub use life::{LifeEntry, LifeKind, life};
pub use register::{RegisterError, RegisterRead, RegisterRow, csv, fault, read};
pub use said::{Said, SaidKind, about, said};
pub use sisters::{SisterReading, Spread, sisters};
