//! Proof of a plan: every combination of inputs solved and held against the wishes, and every single
//! failure looked at.
//!
//! - `live`: the network of a vehicle, put into one combination after another.
//! - `names`: keys and words for its parts.
//! - `sweep`: all combinations: wishes missed, dim lamps, factory wires fed backwards, buzzing relays.
//! - `path`: the way that a current took.
//! - `faults`: parts that can fail, and a network with one of them failed.
//! - `failures`: what each single failure does.
//! - `drains`: what flows with everything off, and what a hand can leave on.
//! - `watched`: what a body module or a trailer module would notice.
//! - `report`: all of it in words.

mod drains;
mod failures;
mod faults;
pub mod names;
mod path;
mod report;
pub mod simulation;
mod sweep;
pub mod watched;

pub use drains::{Drains, LeftOn};
pub use failures::{Failure, failures};
pub use faults::{FaultError, apply, can_fail, kinds};
pub use path::{path_to_lamps, through};
pub use report::{
    Backfeed, Counter, Proof, SavedNow, WishProof, backfeeds_now, prove, prove_while,
};
pub use sweep::{FED_BACK_V, Swept, mistaken, sweep, sweep_with};
pub use watched::Watched;
