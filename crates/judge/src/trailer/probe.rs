//! What a wire of unknown colour does, told by the meter: which functions fit its readings, what to put on next.
//!
//! Colours are a first guess, the same colour means other things elsewhere. Source: the pin tables of
//! [`super::connectors`]; the levels are common practice.

use super::connectors::TrailerConnector;
use super::convert::{Driver, Wire, combined};
use jovek_job::{FoundWire, PinFunction, PutOn};
use jovek_phrases::common;
use jovek_phrases::trailer as say;
use serde::Serialize;
use utoipa::ToSchema;

/// From this part of the system's voltage on a wire is live. Common practice, no source.
pub const LIVE_PART: f64 = 0.75;
/// Up to this part it is dead. Common practice, no source.
pub const DEAD_PART: f64 = 0.1;

/// How sure it is what a wire does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum WireVerdict {
    /// Told.
    Told,
    /// One more reading is wanted.
    Open,
    /// The readings fit nothing, or two wires do the same.
    Wrong,
}

/// A wire that was found, judged.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WireAnswer {
    /// Number in the job's list.
    pub index: usize,
    /// Its colour.
    pub colour: String,
    /// Functions that fit, all that are left.
    pub fits: Vec<PinFunction>,
    /// How sure it is.
    pub verdict: WireVerdict,
    /// What it does, in words.
    pub says: String,
    /// What its colour would have meant; empty where the connector has no such colour, or it means the same.
    pub colour_says: String,
    /// What to put on next; none where it is told.
    pub next: Option<PutOn>,
}

/// As a function is spoken.
pub fn function_name(function: PinFunction) -> &'static str {
    use PinFunction as F;
    match function {
        F::Ground => say::ground(),
        F::Tail => say::tail(),
        F::LeftTail => say::left_tail(),
        F::RightTail => say::right_tail(),
        F::Marker => say::markers(),
        F::LeftStopTurn => say::does_left_stop_and_turn(),
        F::RightStopTurn => say::does_right_stop_and_turn(),
        F::LeftTurn => say::does_left_turn(),
        F::RightTurn => say::does_right_turn(),
        F::Stop => say::stop(),
        F::Reverse => common::reverse(),
        F::RearFog => say::rear_fog(),
        F::ElectricBrake => say::electric_brake(),
        F::Permanent => say::battery(),
        F::Switched => say::live_with_the_key(),
        F::Antilock => say::antilock_power(),
        F::Other => say::something_else(),
    }
}

/// True where a wire of this function is live while something is on; none where that depends on the vehicle.
pub fn is_live(function: PinFunction, on: PutOn) -> Option<bool> {
    use PinFunction as F;
    let driver =
        Driver { stop: on == PutOn::Brake, left: on == PutOn::Left, right: on == PutOn::Right };
    let (left, right) = combined(driver);
    Some(match function {
        F::Ground => false,
        F::Tail | F::LeftTail | F::RightTail | F::Marker => match on {
            PutOn::Tail => true,
            // A rear fog lamp burns with the tail lamps only.
            PutOn::RearFog => return None,
            _ => false,
        },
        F::LeftStopTurn => left != Wire::Off,
        F::RightStopTurn => right != Wire::Off,
        F::LeftTurn => driver.left,
        F::RightTurn => driver.right,
        F::Stop => driver.stop,
        F::Reverse => on == PutOn::Reverse,
        F::RearFog => on == PutOn::RearFog,
        // Live with the pedal on some, by a hand lever on others.
        F::ElectricBrake => match on {
            PutOn::Brake => return None,
            _ => false,
        },
        F::Permanent => true,
        // Turn and reverse need the key, the others do not.
        F::Switched | F::Antilock => match on {
            PutOn::Nothing => false,
            PutOn::Key | PutOn::Left | PutOn::Right | PutOn::Reverse => true,
            _ => return None,
        },
        F::Other => return None,
    })
}

/// What a reading says: live, dead, or neither.
fn said(v: f64, volts: f64) -> Option<bool> {
    if v >= LIVE_PART * volts {
        Some(true)
    } else if v.abs() <= DEAD_PART * volts {
        Some(false)
    } else {
        None
    }
}

/// Functions of a connector that fit all readings of a wire.
pub fn fitting(connector: &TrailerConnector, wire: &FoundWire) -> Vec<PinFunction> {
    if let Some(seen) = wire.seen {
        return vec![seen];
    }
    let mut out: Vec<PinFunction> = connector.pins.iter().map(|p| p.function).collect();
    out.sort();
    out.dedup();
    out.retain(|f| {
        *f != PinFunction::Other
            && wire.readings.iter().all(|r| {
                let (seen, meant) = (said(r.v, connector.volts), is_live(*f, r.on));
                seen.is_none() || meant.is_none() || seen == meant
            })
    });
    out
}

/// What to put on next: whatever leaves the fewest in the worse of its two answers.
fn next(fits: &[PinFunction], wire: &FoundWire) -> Option<PutOn> {
    PutOn::ALL
        .into_iter()
        .filter(|on| !wire.readings.iter().any(|r| r.on == *on))
        .map(|on| {
            let left = |live: bool| fits.iter().filter(|f| is_live(**f, on) != Some(!live)).count();
            (left(true).max(left(false)), on)
        })
        .filter(|(left, _)| *left < fits.len())
        .min_by_key(|(left, _)| *left)
        .map(|(_, on)| on)
}

fn one_of(fits: &[PinFunction]) -> String {
    fits.iter().map(|f| function_name(*f)).collect::<Vec<_>>().join(say::or())
}

/// Judges the wires of one half, in the order of the job.
pub fn judged<'a>(
    connector: &TrailerConnector,
    wires: impl Iterator<Item = (usize, &'a FoundWire)>,
) -> Vec<WireAnswer> {
    let mut out: Vec<WireAnswer> = wires.map(|(k, wire)| answer(connector, k, wire)).collect();
    // Grounds may be several; of the others each has one wire.
    for k in 0..out.len() {
        let [one] = out[k].fits[..] else { continue };
        let pins = connector.of(one).len().max(1);
        let same: Vec<&str> =
            out.iter().filter(|w| w.fits == [one]).map(|w| w.colour.as_str()).collect();
        if one != PinFunction::Ground && same.len() > pins {
            let says = say::do_all_of_read_them_again(&same.join(say::and()), &function_name(one));
            out[k].verdict = WireVerdict::Wrong;
            out[k].says = says;
        }
    }
    out
}

fn answer(connector: &TrailerConnector, index: usize, wire: &FoundWire) -> WireAnswer {
    let fits = fitting(connector, wire);
    let by_colour = connector.pins.iter().find(|p| {
        p.colour.eq_ignore_ascii_case(wire.colour.trim()) && p.function != PinFunction::Other
    });
    let doubtful = wire.readings.iter().find(|r| said(r.v, connector.volts).is_none());
    let next = if wire.seen.is_none() { next(&fits, wire) } else { None };
    let (verdict, says) = match fits.as_slice() {
        [] => (WireVerdict::Wrong, say::fits_nothing_two_wires_joined().to_owned()),
        [one] => (WireVerdict::Told, function_name(*one).to_owned()),
        [PinFunction::LeftTail, PinFunction::RightTail] if next.is_none() => {
            (WireVerdict::Open, say::no_reading_tells_them_apart(&one_of(&fits)))
        }
        many if next.is_none() => {
            (WireVerdict::Open, say::no_reading_tells_them_apart_its(&one_of(many)))
        }
        many => (WireVerdict::Open, one_of(many)),
    };
    let says = match doubtful {
        Some(r) => say::v_with_is_neither_on_nor(&says, &r.v, &r.on.label()),
        None => says,
    };
    let colour_says = match by_colour {
        Some(pin) if !fits.contains(&pin.function) => {
            say::its_colour_would_say(&function_name(pin.function))
        }
        _ => String::new(),
    };
    WireAnswer { index, colour: wire.colour.clone(), fits, verdict, says, colour_says, next }
}
