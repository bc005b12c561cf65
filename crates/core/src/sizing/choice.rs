//! Reasons as data: what was chosen, by which rule, with which margin, and what else would do.

use crate::catalog::source::Source;
use serde::Serialize;
use utoipa::ToSchema;

/// A figure with its unit and the text that deserves to be shown.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Figure {
    /// What it is.
    pub name: &'static str,
    /// The value.
    pub value: f64,
    /// Its unit.
    pub unit: &'static str,
    /// Rounded to what it deserves, with its unit.
    pub text: String,
}

/// Builds a [`Figure`].
pub fn figure(name: &'static str, value: f64, unit: &'static str) -> Figure {
    Figure { name, value, unit, text: shown(value, unit) }
}

/// A figure as it is shown: no more digits than it deserves.
pub fn shown(value: f64, unit: &str) -> String {
    let digits = match unit {
        "V" => 2,
        "A" if value.abs() < 10.0 => 2,
        "A" => 1,
        "m" => 2,
        "mm²" => 2,
        "W" if value.abs() < 10.0 => 1,
        "W" | "°C" | "K" | "%" | "h" | "mV" => 0,
        "mohm" | "mohm/m" if value.abs() < 10.0 => 2,
        "mohm" | "mohm/m" => 1,
        "ohm" => 1,
        "s" => 2,
        _ => 2,
    };
    let text = format!("{value:.digits$}");
    let text = if text.trim_start_matches('-').chars().all(|c| c == '0' || c == '.') {
        text.trim_start_matches('-').to_owned()
    } else {
        text
    };
    if unit.is_empty() { text } else { format!("{text} {unit}") }
}

/// Volts as shown.
pub fn volts(v: f64) -> String {
    shown(v, "V")
}

/// Amperes as shown.
pub fn amps(a: f64) -> String {
    shown(a, "A")
}

/// What kind of part was chosen.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Part {
    /// Conductor.
    Wire,
    /// Insulation class.
    Insulation,
    /// Fuse.
    Fuse,
    /// Switch alone, or relay with switch.
    Control,
    /// Rating of the switch.
    Switch,
    /// Ground.
    Ground,
}

/// Another part that would do too, and what it changes.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Alternative {
    /// The part.
    pub label: String,
    /// What it changes.
    pub effect: String,
}

/// A choice with its reason.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Choice {
    /// Kind of part.
    pub part: Part,
    /// What was chosen, as it is spoken.
    pub label: String,
    /// The same in other words or units.
    pub detail: String,
    /// Name of the rule that governed.
    pub rule: &'static str,
    /// Why, in one sentence.
    pub says: String,
    /// The formula.
    pub formula: &'static str,
    /// What went into it.
    pub inputs: Vec<Figure>,
    /// Where rule and figures come from.
    pub source: Source,
    /// How far from the limit.
    pub margin: Option<Figure>,
    /// The next best.
    pub next_best: Option<Alternative>,
    /// What would change the outcome.
    pub would_change: Option<String>,
    /// The person's reason where they overruled the proposal.
    pub overruled: Option<String>,
}
