//! Is a factory wire a usable source? Judged from the meter alone.

use jovek_base::figure::volts;
use jovek_base::source::Source;
use jovek_job::{Probe, SwitchedSide, SystemVoltage};
use jovek_phrases::plan as say;
use serde::Serialize;
use utoipa::ToSchema;

/// What the readings say of a wire.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ProbeVerdict {
    /// Nobody has put a meter on it.
    NotProbed,
    /// One of the two readings is missing.
    Unfinished,
    /// A plain source: battery voltage when on, none when off.
    Usable,
    /// Not to be tied to.
    NotUsable,
}

/// Which way round the meter leads were.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Polarity {
    /// The red lead was on the positive wire.
    AsMeasured,
    /// The red lead was on the negative wire: the other one is positive.
    Reversed,
}

/// Verdict on a probed wire.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ProbeAnswer {
    /// The verdict.
    pub verdict: ProbeVerdict,
    /// Why, in one sentence.
    pub says: String,
    /// Polarity, once a voltage was seen.
    pub polarity: Option<Polarity>,
    /// Where the limits come from.
    pub source: Source,
}

/// Lowest and highest voltage of a live plain source per 12 V battery, V: a tired battery under load
/// to a smart alternator. Common practice: 12.2-12.7 at rest, 13.5-14.7 charging.
const LIVE_V: (f64, f64) = (11.6, 15.2);
/// Highest voltage of a wire that is off, V. Common practice.
const OFF_V: f64 = 0.5;

/// Judges the readings on a wire: of one with its switch in the minus wire those between lamp and switch, against the
/// frame.
pub fn judge(probe: &Probe, switched: SwitchedSide, system: SystemVoltage) -> ProbeAnswer {
    match switched {
        SwitchedSide::Plus => of_plus(probe, system),
        SwitchedSide::Minus => of_minus(probe, system),
    }
}

/// Highest voltage that a door or lid switch leaves on the wire that it grounds, V. Common practice.
const GROUNDED_V: f64 = 0.5;

/// The wire to a switch that grounds it: about none while the function is on, the battery's voltage through the lamp
/// while it is off.
fn of_minus(probe: &Probe, system: SystemVoltage) -> ProbeAnswer {
    let n = system.batteries();
    let answer = |verdict, says: String| ProbeAnswer {
        verdict,
        says,
        polarity: None,
        source: Source::practice("probing a wire that a switch grounds; no published limits"),
    };
    let live = |v: f64| (LIVE_V.0 * n..=LIVE_V.1 * n).contains(&v);
    match (probe.on_v.map(f64::abs), probe.off_v.map(f64::abs)) {
        (None, None) => answer(ProbeVerdict::NotProbed, say::not_probed_yet_red().into()),
        (Some(on), _) if on > GROUNDED_V => {
            answer(ProbeVerdict::NotUsable, say::with_the_function_on_the_switch(&volts(on)))
        }
        (_, Some(off)) if !live(off) => {
            answer(ProbeVerdict::NotUsable, say::with_the_function_off(&volts(off)))
        }
        (Some(on), Some(off)) => {
            answer(ProbeVerdict::Usable, say::on_off_a_switch_grounds(&volts(on), &volts(off)))
        }
        (Some(_), None) => {
            answer(ProbeVerdict::Unfinished, say::on_reading_is_good_now_read().into())
        }
        (None, Some(_)) => {
            answer(ProbeVerdict::Unfinished, say::off_reading_is_good_now_read().into())
        }
    }
}

/// The plus wire of a lamp.
fn of_plus(probe: &Probe, system: SystemVoltage) -> ProbeAnswer {
    let n = system.batteries();
    let answer = |verdict, says: String, polarity| ProbeAnswer {
        verdict,
        says,
        polarity,
        source: Source::practice("probing a lamp wire; no published limits"),
    };
    let polarity = probe
        .on_v
        .filter(|v| v.abs() > OFF_V)
        .map(|v| if v < 0.0 { Polarity::Reversed } else { Polarity::AsMeasured });
    let (on_v, off_v) = match (probe.on_v, probe.off_v) {
        (None, None) => {
            return answer(ProbeVerdict::NotProbed, say::not_probed_yet_read().into(), None);
        }
        (on, off) => (on.map(f64::abs), off.map(f64::abs)),
    };
    if let Some(off_v) = off_v
        && off_v > OFF_V
    {
        let says = if off_v >= LIVE_V.0 * n && on_v.is_some_and(|on| on <= GROUNDED_V) {
            say::off_and_none_on_a_switch(&volts(off_v))
        } else if off_v >= LIVE_V.0 * n {
            say::with_the_function_off_this_wire(&volts(off_v))
        } else {
            say::with_the_function_off_leakage(&volts(off_v))
        };
        return answer(ProbeVerdict::NotUsable, says, polarity);
    }
    let Some(on_v) = on_v else {
        return answer(
            ProbeVerdict::Unfinished,
            say::off_reading_is_good_now_read().into(),
            polarity,
        );
    };
    let says = if on_v <= OFF_V {
        say::with_the_function_on_this_wire(&volts(on_v))
    } else if on_v < 10.5 * n {
        say::with_the_function_on_a_dimmed(&volts(on_v))
    } else if on_v < LIVE_V.0 * n {
        say::with_the_function_on_is_below(&volts(on_v))
    } else if on_v > LIVE_V.1 * n {
        say::is_more_than_a_v_system(&volts(on_v), &(12.0 * n))
    } else {
        let turned = match polarity {
            Some(Polarity::Reversed) => say::the_minus_sign_shows(),
            _ => "",
        };
        return match off_v {
            Some(off_v) => answer(
                ProbeVerdict::Usable,
                say::on_off_a_plain_source(&volts(on_v), &volts(off_v), &turned),
                polarity,
            ),
            None => answer(
                ProbeVerdict::Unfinished,
                say::on_is_good_now_read(&volts(on_v), &turned),
                polarity,
            ),
        };
    };
    answer(ProbeVerdict::NotUsable, says, polarity)
}
