//! A finding, and the stage where it is mended. The rules that raise them are in [`crate::rules`].

use jovek_base::grade::Grade;
use jovek_base::source::Source;
use jovek_job::CircuitId;
use serde::Serialize;
use utoipa::ToSchema;

/// The stages in working order.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Stage {
    /// What is on the vehicle.
    Look,
    /// What to fit.
    Light,
    /// Where the power comes from.
    Feed,
    /// How it is controlled.
    Switch,
    /// The path.
    Run,
    /// The harness.
    Cut,
    /// The work.
    Fit,
    /// The readings.
    Prove,
    /// Where the lamps point.
    Aim,
    /// The record.
    Sign,
}

/// Something that a person should know.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Finding {
    /// Stable code of the rule.
    pub code: &'static str,
    /// Grade.
    pub grade: Grade,
    /// What and where, in a few words.
    pub title: String,
    /// Why.
    pub why: String,
    /// The remedy.
    pub remedy: String,
    /// Where the rule comes from.
    pub source: Source,
    /// The stage where it is mended.
    pub stage: Stage,
    /// The circuit, if it is about one.
    pub circuit: Option<CircuitId>,
}
