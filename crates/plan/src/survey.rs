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
    let (Some(first_on), Some(first_off), Some(second_on), Some(second_off)) = (
        survey.first_key_on_v.map(read),
        survey.first_key_off_v.map(read),
        survey.second_key_on_v.map(read),
        survey.second_key_off_v.map(read),
    ) else {
        return answer(None, None, false, "Read both sides, key on and key off: four readings.");
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
                        "The {name} side is live with the key out too: what hangs here can flatten \
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

#[cfg(test)]
mod tests {
    use super::*;

    fn survey(a_on: f64, a_off: f64, b_on: f64, b_off: f64) -> SurveyAnswer {
        let survey = FuseSurvey {
            first_key_on_v: Some(a_on),
            first_key_off_v: Some(a_off),
            second_key_on_v: Some(b_on),
            second_key_off_v: Some(b_off),
        };
        judge(&survey, SystemVoltage::V12)
    }

    /// Common practice, no source: one side of an empty position is live, or neither.
    #[test]
    fn four_readings_tell_the_live_side() {
        let keyed = survey(0.0, 0.0, 12.4, 0.02);
        assert_eq!((keyed.live, keyed.when), (Some(Side::Second), Some(LiveWhen::KeyOn)));
        assert!(keyed.is_usable);
        let always = survey(12.5, 12.5, 0.0, 0.0);
        assert_eq!((always.live, always.when), (Some(Side::First), Some(LiveWhen::Always)));
        assert!(!always.is_usable);
        assert_eq!(survey(0.0, 0.1, 0.0, 0.0).live, None);
        assert_eq!(survey(12.4, 0.0, 12.4, 0.0).live, None);
        assert_eq!(survey(6.2, 0.0, 0.0, 0.0).live, None);
        let unread = judge(&FuseSurvey::default(), SystemVoltage::V12);
        assert!(!unread.is_usable && unread.live.is_none());
    }

    /// The leads the wrong way round read the same with a minus sign.
    #[test]
    fn a_minus_sign_is_no_other_side() {
        assert!(survey(-12.4, 0.0, 0.0, 0.0).is_usable);
    }

    /// Every set of readings gets one verdict: usable only where just one side is live, and only with
    /// the key. At 24 V the limits are twice as high.
    #[test]
    fn every_set_of_readings_has_a_verdict() {
        let readings = [0.0, 0.3, 4.0, 12.4];
        for &a in &readings {
            for &b in &readings {
                for &c in &readings {
                    for &d in &readings {
                        let answer = survey(a, b, c, d);
                        let live = |v: f64| v > 11.0;
                        let dead = |v: f64| v < 0.5;
                        let keyed = |on, off| live(on) && dead(off);
                        let dark = |on, off| dead(on) && dead(off);
                        let usable = (keyed(a, b) && dark(c, d)) || (keyed(c, d) && dark(a, b));
                        assert_eq!(answer.is_usable, usable, "{a} {b} {c} {d}: {}", answer.says);
                        assert!(answer.says.ends_with('.'));
                    }
                }
            }
        }
        let at_24 = FuseSurvey {
            first_key_on_v: Some(12.4),
            first_key_off_v: Some(0.0),
            second_key_on_v: Some(0.0),
            second_key_off_v: Some(0.0),
        };
        assert!(!judge(&at_24, SystemVoltage::V24).is_usable, "half of the system's voltage");
    }
}
