//! Four readings at an empty fuse position: which side is live, and when.

use jovek_core::job::{FuseSurvey, SystemVoltage};
use jovek_core::plan::survey::{LiveWhen, Side, SurveyAnswer, judge};

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
