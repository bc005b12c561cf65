//! The harness: cut list, parts list.

pub mod cuts;
pub mod parts;

pub use cuts::CutLine;
pub use parts::PartLine;

/// A CSV cell that no spreadsheet takes for a formula.
pub(crate) fn cell(text: &str) -> String {
    if text.starts_with(['=', '+', '-', '@', '\t']) { format!("'{text}") } else { text.to_owned() }
}
