//! Writing of CSV.

/// A CSV cell that no spreadsheet takes for a formula.
pub fn cell(text: &str) -> String {
    if text.starts_with(['=', '+', '-', '@', '\t']) { format!("'{text}") } else { text.to_owned() }
}
