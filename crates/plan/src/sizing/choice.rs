//! Reasons as data: what was chosen, by which rule, with which margin, and what else would do.

use jovek_base::figure::Figure;
use jovek_base::source::Source;
use jovek_phrases::plan as say;
use serde::Serialize;
use utoipa::ToSchema;

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

impl Part {
    /// As it is called on lists.
    pub fn label(self) -> &'static str {
        match self {
            Part::Wire => say::choice_wire(),
            Part::Insulation => say::choice_insulation(),
            Part::Fuse => say::choice_fuse(),
            Part::Control => say::choice_control(),
            Part::Switch => say::choice_switch(),
            Part::Ground => say::choice_ground(),
        }
    }
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
