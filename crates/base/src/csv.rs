//! Writing of CSV.

/// A CSV cell that no spreadsheet takes for a formula: every cell that people can have typed goes through it. A sign by
/// itself is none. Source: OWASP on CSV injection, recalled from memory.
pub fn cell(text: &str) -> String {
    let begins_one = text.starts_with(['=', '+', '-', '@', '\t', '\r', '\n']) && text.len() > 1;
    if begins_one { format!("'{text}") } else { text.to_owned() }
}
