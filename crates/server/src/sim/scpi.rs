//! Lines of SCPI: headers in their short or long form, with quoted or plain parameters.
//!
//! Source: SCPI-1999 and IEEE 488.2, recalled from memory: common commands, error numbers, short forms as the
//! capitals of the long ones.

/// A command as it came in.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Command {
    /// Mnemonics of the header, upper case.
    header: Vec<String>,
    /// True for a question.
    pub is_query: bool,
    /// Parameters, quotes taken off.
    pub parameters: Vec<String>,
}

/// An error with its SCPI number.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct ScpiError(pub i32, pub String);

impl ScpiError {
    /// No such command.
    pub fn undefined() -> ScpiError {
        ScpiError(-113, "Undefined header".into())
    }

    /// A parameter that cannot be.
    pub fn parameter(what: impl Into<String>) -> ScpiError {
        ScpiError(-224, format!("Illegal parameter value;{}", what.into()))
    }

    /// A command that does not fit the present state.
    pub fn conflict(what: impl Into<String>) -> ScpiError {
        ScpiError(-221, format!("Settings conflict;{}", what.into()))
    }
}

impl std::fmt::Display for ScpiError {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        write!(f, "{},\"{}\"", self.0, self.1.replace('"', "'"))
    }
}

/// Longest line that is read.
pub const MOST_CHARS: usize = 4096;

impl Command {
    /// Reads one command.
    ///
    /// # Errors
    /// [`ScpiError`] for an empty or broken line.
    pub fn read(text: &str) -> Result<Command, ScpiError> {
        let text = text.trim();
        if text.is_empty() || text.len() > MOST_CHARS {
            return Err(ScpiError(-102, "Syntax error".into()));
        }
        let (header, rest) = match text.find(char::is_whitespace) {
            Some(at) => text.split_at(at),
            None => (text, ""),
        };
        let is_query = header.ends_with('?');
        let header: Vec<String> = header
            .trim_end_matches('?')
            .trim_start_matches(':')
            .split(':')
            .map(|m| m.to_ascii_uppercase())
            .collect();
        let sound =
            |m: &String| !m.is_empty() && m.chars().all(|c| c.is_ascii_alphanumeric() || c == '*');
        if !header.iter().all(sound) {
            return Err(ScpiError(-102, "Syntax error".into()));
        }
        Ok(Command { header, is_query, parameters: parameters(rest)? })
    }

    /// True for a header given in full with its short form in capitals: `MEASure:VOLTage:DC`.
    pub fn is(&self, full: &str) -> bool {
        let full: Vec<&str> = full.trim_end_matches('?').split(':').collect();
        full.len() == self.header.len()
            && full.iter().zip(&self.header).all(|(full, given)| {
                let short: String = full.chars().filter(|c| !c.is_ascii_lowercase()).collect();
                *given == short || *given == full.to_ascii_uppercase()
            })
    }

    /// The parameter at a place.
    ///
    /// # Errors
    /// [`ScpiError`] -109 where it is missing.
    pub fn parameter(&self, at: usize) -> Result<&str, ScpiError> {
        let missing = || ScpiError(-109, "Missing parameter".into());
        self.parameters.get(at).map(String::as_str).ok_or_else(missing)
    }
}

fn parameters(text: &str) -> Result<Vec<String>, ScpiError> {
    let mut out = Vec::new();
    let mut now = String::new();
    let mut quote: Option<char> = None;
    for c in text.trim().chars() {
        match (quote, c) {
            (Some(q), c) if c == q => quote = None,
            (Some(_), c) => now.push(c),
            (None, '"' | '\'') => quote = Some(c),
            (None, ',') => out.push(std::mem::take(&mut now)),
            (None, c) if c.is_whitespace() => {}
            (None, c) => now.push(c),
        }
    }
    if quote.is_some() {
        return Err(ScpiError(-151, "Invalid string data".into()));
    }
    if !now.is_empty() || !out.is_empty() {
        out.push(now);
    }
    Ok(out)
}

/// A figure as SCPI answers it.
pub fn number(value: f64) -> String {
    format!("{value:+.6E}")
}
