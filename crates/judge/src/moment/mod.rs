//! The vehicle in one moment: what is on, how each lamp burns, what flows where, and what changed.
//!
//! - `places`: where lamps sit, seen from above.
//! - `now`: everything seen in one state.
//! - `saved`: saved states, seen again.
//! - `changes`: what is different from the moment before, in words.

mod changes;
mod now;
pub(crate) mod places;
mod saved;

pub use now::{
    CircuitNow, FactoryNow, InputKind, InputNow, LampNow, Moment, MomentError, PartNow, TURN_FLASH,
    moment,
};
pub use places::{FactorySpot, Spot};
pub use saved::saved_now;
