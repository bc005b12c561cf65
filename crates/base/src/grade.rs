//! How grave something is.

use jovek_phrases::figures as say;
use serde::Serialize;
use utoipa::ToSchema;

/// How grave a finding is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Grade {
    /// Can burn, hurt, or is not allowed.
    Stop,
    /// Will not work as wished.
    Fix,
    /// Know this.
    Mind,
}

impl Grade {
    /// As it stands before a finding.
    pub fn label(self) -> &'static str {
        match self {
            Grade::Stop => say::stop(),
            Grade::Fix => say::fix(),
            Grade::Mind => say::note(),
        }
    }
}
