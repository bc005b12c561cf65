//! Which side of an empty fuse position is live, and with the key how: from four readings.

use jovek_job::{FuseSurvey, SystemVoltage};
use jovek_phrases::plan as say;
use serde::Serialize;
use utoipa::ToSchema;

/// Lowest voltage of a live side per 12 V battery, V. Common practice.
const LIVE_V: f64 = 11.0;
/// Highest voltage of a dead side, V. Common practice.
const DEAD_V: f64 = 0.5;

/// A side of the position.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Side {
    /// The one that was read first.
    First,
    /// The other.
    Second,
}

/// When a live side is live.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum LiveWhen {
    /// Only with the key on.
    KeyOn,
    /// Always.
    Always,
}

/// What the readings say.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SurveyAnswer {
    /// The live side, once it is known.
    pub live: Option<Side>,
    /// When it is live.
    pub when: Option<LiveWhen>,
    /// True where the position may be used as a feed that follows the key.
    pub is_usable: bool,
    /// The verdict in words.
    pub says: String,
}

#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Reading {
    Simulation,
    Dead,
    Between,
}

/// Judges the four readings.
pub fn judge(survey: &FuseSurvey, system: SystemVoltage) -> SurveyAnswer {
    let read = |v: f64| {
        if v.abs() >= LIVE_V * system.batteries() {
            Reading::Simulation
        } else if v.abs() <= DEAD_V {
            Reading::Dead
        } else {
            Reading::Between
        }
    };
    let answer = |live, when, is_usable, says: &str| SurveyAnswer {
        live,
        when,
        is_usable,
        says: says.into(),
    };
    // A side without a terminal is dead.
    let second = |v: Option<f64>| match survey.has_no_second {
        true => Some(Reading::Dead),
        false => v.map(read),
    };
    let (Some(first_on), Some(first_off), Some(second_on), Some(second_off)) = (
        survey.first_key_on_v.map(read),
        survey.first_key_off_v.map(read),
        second(survey.second_key_on_v),
        second(survey.second_key_off_v),
    ) else {
        let says = match survey.has_no_second {
            true => say::read_the_side(),
            false => say::read_both_sides_key(),
        };
        return answer(None, None, false, says);
    };
    let sides = [first_on, first_off, second_on, second_off];
    if sides.contains(&Reading::Between) {
        return answer(None, None, false, say::a_reading_lies_between_dead());
    }
    let live = |on, off| on == Reading::Simulation || off == Reading::Simulation;
    match (live(first_on, first_off), live(second_on, second_off)) {
        (false, false) => answer(None, None, false, say::neither_side_is_live_nothing()),
        (true, true) => answer(None, None, false, say::both_sides_are_live_the_load()),
        (first, _) => {
            let (side, on, off) = if first {
                (Side::First, first_on, first_off)
            } else {
                (Side::Second, second_on, second_off)
            };
            let name = if first { say::first_side() } else { say::second_side() };
            match (on, off) {
                (Reading::Simulation, Reading::Dead) => {
                    answer(Some(side), Some(LiveWhen::KeyOn), true, &say::the_side_is_live(&name))
                }
                (Reading::Simulation, Reading::Simulation) => answer(
                    Some(side),
                    Some(LiveWhen::Always),
                    false,
                    &say::the_side_is_live_with(&name),
                ),
                _ => answer(Some(side), None, false, &say::the_side_is_live_only(&name)),
            }
        }
    }
}
