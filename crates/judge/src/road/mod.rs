//! What may be where on the road: every lamp of a job held against the rule book of a region.
//!
//! - [`rulebook`]: one file for each rule, with source and confidence. [`judge`]: each lamp right, wrong, or to be
//!   asked; what is missing; flashes that add up.

pub mod judge;
mod lamp;
pub mod rulebook;
mod whole;

pub use judge::{RoadReport, RoadVerdict, road, road_of};
