//! The harness: cut list, reels, labels, pin tables, formboard, parts list.

pub mod cuts;
pub mod formboard;
pub mod labels;
pub mod parts;
pub mod pins;
pub mod reels;

pub use cuts::CutLine;
pub use parts::PartLine;
pub use pins::Pin;
pub use reels::Reel;

/// A CSV cell that no spreadsheet takes for a formula.
pub(crate) fn cell(text: &str) -> String {
    if text.starts_with(['=', '+', '-', '@', '\t']) { format!("'{text}") } else { text.to_owned() }
}
