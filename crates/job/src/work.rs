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
}
