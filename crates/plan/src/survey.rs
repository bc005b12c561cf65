//! Which side of an empty fuse position is live, and with the key how: from four readings.

use jovek_job::{FuseSurvey, SystemVoltage};
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
            true => "Read the side that has a terminal, key on and key off: two readings.",
            false => "Read both sides, key on and key off: four readings.",
        };
        return answer(None, None, false, says);
    };
    let sides = [first_on, first_off, second_on, second_off];
    if sides.contains(&Reading::Between) {
        return answer(
            None,
            None,
            false,
            "A reading lies between dead and live: a module drives it. Leave this position.",
        );
    }
    let live = |on, off| on == Reading::Simulation || off == Reading::Simulation;
    match (live(first_on, first_off), live(second_on, second_off)) {
        (false, false) => answer(
            None,
            None,
            false,
            "Neither side is live: nothing is fitted behind this position. Take another.",
        ),
        (true, true) => answer(
            None,
            None,
            false,
            "Both sides are live: the load side is fed from elsewhere. Leave this position.",
        ),
        (first, _) => {
            let (side, on, off) = if first {
                (Side::First, first_on, first_off)
            } else {
                (Side::Second, second_on, second_off)
            };
            let name = if first { "first" } else { "second" };
            match (on, off) {
                (Reading::Simulation, Reading::Dead) => answer(
                    Some(side),
                    Some(LiveWhen::KeyOn),
                    true,
                    &format!(
                        "The {name} side is live with the key on and dead with it off. Take the feed \
                         from the other side, behind the new fuse, with a fuse adapter."
                    ),
                ),
                (Reading::Simulation, Reading::Simulation) => answer(
                    Some(side),
                    Some(LiveWhen::Always),
                    false,
                    &format!(
                        "The {name} side is live with the key out too: what is fed here can flatten \
                         the battery. It does not follow the key."
                    ),
                ),
                _ => answer(
                    Some(side),
                    None,
                    false,
                    &format!("The {name} side is live only with the key off: read again."),
                ),
            }
        }
    }
}
