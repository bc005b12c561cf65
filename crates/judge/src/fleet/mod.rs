//! Vehicles of the fleet: their register as a list, what happened to each over its jobs, and kits that many follow.

mod effects;
mod kit;
mod life;
mod merge;
mod register;
mod said;
mod sisters;

pub use effects::{Effects, Judged, effects};
pub use kit::{KitDifference, KitUpdate, differences, laid, pattern, plan, update, updated};
pub use life::{LifeEntry, LifeKind, life};
pub use register::{RegisterError, RegisterRead, RegisterRow, csv, fault, read};
pub use said::{Said, SaidKind, about, said};
pub use sisters::{SisterReading, Spread, sisters};
