//! Strip around edges: pieces between its marks, ways to feed them, light along them; modules behind
//! openings; the screws that hold a lamp.
//!
//! `edges + figures -> pieces -> ladder of groups -> ways to feed it, each solved -> the plan`

pub mod backlight;
pub mod figures;
pub mod ladder;
pub mod pieces;
pub mod plan;
pub mod screw;

pub use figures::StripFigures;
pub use figures::StripPole;
pub use pieces::{Piece, pieces};
pub use plan::{StripLead, StripPlan, StripPoint, StripWay, plan};
