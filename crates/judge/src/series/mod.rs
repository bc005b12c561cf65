//! A series: vehicles that get the same work one after another.
//!
//! - `stand`: how far each vehicle is, and the series as a whole.
//! - `curve`: how much quicker each is than the one before.
//! - `buy`: what is still to be bought for all that are left.
//! - `batch`: wire that is cut for all of them together.

mod batch;
mod buy;
mod curve;
mod stand;

pub use batch::{Alike, BatchPiece, alike, labels_csv, pieces, pieces_csv};
pub use buy::{BuyLine, Need, Purchase, behind_text, buy_csv, keepable, needs, purchase};
pub use curve::{Curve, CurveError, Timed, fitted, in_order, paces, timed, usual_min};
pub use stand::{SeriesStand, SeriesVehicle, summary, vehicle};

use crate::work::{KnownJob, StepState};
use jiff::Timestamp;

/// True once a vehicle has its parts: its harness is cut or, where none is cut, somebody has begun.
pub fn has_its_parts(known: &KnownJob) -> bool {
    if known.job().record.signature().is_some() {
        return true;
    }
    // What is done does not hang on the time of day.
    let steps = known.work(Timestamp::UNIX_EPOCH).steps;
    match steps.iter().find(|s| s.step.id.0 == "cut") {
        Some(cut) => cut.state == StepState::Done,
        None => steps.iter().any(|s| s.state == StepState::Done),
    }
}
