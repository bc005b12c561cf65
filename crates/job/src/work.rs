//! What was done of the work: marks that are only ever added.

use crate::ids::StepId;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What happened to a step.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Mark {
    /// Somebody began, or went on.
    Start,
    /// It was left for a while.
    Pause,
    /// It is done.
    Done,
}

/// A mark on a step, with time and who.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StepMark {
    /// The step.
    pub step: StepId,
    /// What happened.
    pub mark: Mark,
    /// When, RFC 3339 with offset.
    pub at: String,
    /// Who.
    pub by: String,
    /// What was still open when it was marked done, line by line.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub left_open: Vec<String>,
    /// Why it was marked done all the same.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub why: String,
}
