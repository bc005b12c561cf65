//! A lamp at the hitch on a lead between socket and plug: what it takes, what it shows, what its loop of wire does.

use super::connectors::{PinFunction, TrailerConnector};
use super::convert::{Driver, Wire, combined};
use jovek_base::figure::amps;
use jovek_job::{FactoryKind, HitchLamp, Job, LoopWire, Signal, StopFrom, StopLight};
use serde::Serialize;
use utoipa::ToSchema;

/// A function that the lamp takes from the lead and passes on.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct HitchTap {
    /// The function.
    pub function: PinFunction,
    /// Pin of the lead.
    pub pin: String,
    /// What the pin does, in words.
    pub says: String,
    /// Usual colour there.
    pub colour: String,
    /// What the lamp takes, A.
    pub current_a: f64,
}

/// What the stop light shows while the driver does something.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct HitchState {
    /// What is on.
    pub on: String,
    /// What its stop light does.
    pub shows: String,
    /// Empty where that is right.
    pub wrong: String,
}

/// The lamp at the hitch, judged.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct HitchAnswer {
    /// What it takes; every pin goes through to the plug besides.
    pub taps: Vec<HitchTap>,
    /// Pins that only go through.
    pub through: String,
    /// Stop and turn share a wire on each side of this socket.
    pub is_combined: bool,
    /// The loop as it is, and what it means.
    pub loop_text: String,
    /// The stop light in each state.
    pub states: Vec<HitchState>,
    /// Whether the vehicle takes the lamp for a trailer; empty where nothing looks.
    pub seen_text: String,
    /// What to mind.
    pub mind: Vec<String>,
}

/// Judges the lamp on a socket.
pub fn hitch(job: &Job, lamp: &HitchLamp, socket: &TrailerConnector) -> HitchAnswer {
    let taps = taps(lamp, socket);
    let mut mind = Vec::new();
    for (watt, function, what) in [
        (Some(lamp.tail_w), PinFunction::Tail, "tail"),
        (lamp.reverse_w, PinFunction::Reverse, "reverse"),
    ] {
        let is_there = taps.iter().any(|t| t.function == function)
            || function == PinFunction::Tail && taps.iter().any(|t| is_tail(t.function));
        if watt.is_some() && !is_there {
            mind.push(format!(
                "This socket has no {what} wire: that light stays dark, or needs one of its own."
            ));
        }
    }
    if lamp.stop_light() == StopLight::FlashThenSteady {
        mind.push(
            "Flash then steady: a stop lamp is steady-burning by 49 CFR 571.108 and by UN R48 (recalled from memory); \
             some places allow a short burst. Ask, and leave it steady where nobody can say. Flashing can trigger \
             seizures in some people."
                .into(),
        );
        if socket.is_combined() && lamp.stop_from == StopFrom::EitherWire {
            mind.push(
                "Stop and turn share a wire here: each flash of the turn signal starts the burst anew.".into(),
            );
        }
    }
    if lamp.loop_wire == LoopWire::Cut {
        mind.push(
            "Seal both ends of the cut loop, and note the cut as built: it cannot be seen later."
                .into(),
        );
    }
    mind.extend(fuses(job, &taps));
    HitchAnswer {
        through: through(socket, &taps),
        is_combined: socket.is_combined(),
        loop_text: loop_text(lamp),
        states: states(lamp, socket.is_combined()),
        seen_text: seen_text(job, &taps),
        mind,
        taps,
    }
}

fn is_tail(function: PinFunction) -> bool {
    matches!(function, PinFunction::Tail | PinFunction::LeftTail | PinFunction::RightTail)
}

/// The wires that the lamp takes its functions from, with currents at the system's voltage, A.
fn taps(lamp: &HitchLamp, socket: &TrailerConnector) -> Vec<HitchTap> {
    use PinFunction as F;
    let mut out = Vec::new();
    let mut take = |function: F, watt: f64| {
        out.extend(socket.of(function).into_iter().take(1).map(|p| HitchTap {
            function,
            pin: p.pin.clone(),
            says: p.says.clone(),
            colour: p.colour.clone(),
            current_a: watt / socket.volts,
        }));
    };
    if socket.of(F::Tail).is_empty() {
        // One side is enough for a lamp in the middle.
        take(F::LeftTail, lamp.tail_w);
    } else {
        take(F::Tail, lamp.tail_w);
    }
    if socket.is_combined() {
        take(F::LeftStopTurn, lamp.stop_w);
        take(F::RightStopTurn, lamp.stop_w);
    } else {
        take(F::Stop, lamp.stop_w);
    }
    if let Some(watt) = lamp.reverse_w {
        take(F::Reverse, watt);
    }
    take(F::Ground, lamp.tail_w + lamp.stop_w + lamp.reverse_w.unwrap_or(0.0));
    out
}

fn through(socket: &TrailerConnector, taps: &[HitchTap]) -> String {
    let pins: Vec<&str> = socket
        .pins
        .iter()
        .filter(|p| !taps.iter().any(|t| t.pin == p.pin))
        .map(|p| p.pin.as_str())
        .collect();
    if pins.is_empty() {
        "Every pin goes through to the plug.".into()
    } else {
        format!("Every pin goes through to the plug; {} untouched.", pins.join(", "))
    }
}

fn loop_text(lamp: &HitchLamp) -> String {
    let does = match lamp.stop_light() {
        StopLight::Steady => "the stop light burns steady",
        StopLight::FlashThenSteady => "the stop light flashes briefly, then burns steady",
    };
    match lamp.loop_wire {
        LoopWire::Left => format!("Loop left as it came: {does}."),
        LoopWire::Cut => format!("Loop cut: {does}."),
    }
}

/// What the stop light of the lamp sees of two wires.
fn sees(from: StopFrom, left: Wire, right: Wire) -> Wire {
    match from {
        StopFrom::EitherWire => left.or(right),
        StopFrom::BothWires => left.and(right),
    }
}

fn states(lamp: &HitchLamp, is_combined: bool) -> Vec<HitchState> {
    Driver::all()
        .into_iter()
        .map(|d| {
            let seen = if is_combined {
                let (left, right) = combined(d);
                sees(lamp.stop_from, left, right)
            } else if d.stop {
                Wire::Steady
            } else {
                Wire::Off
            };
            let shows = match (seen, lamp.stop_light()) {
                (Wire::Off, _) => "dark",
                (Wire::Steady, StopLight::Steady) => "steady",
                (Wire::Steady, StopLight::FlashThenSteady) => "flashes, then steady",
                (Wire::Flash, _) => "flashes",
            };
            let wrong = match (seen, d.stop, d.left && d.right) {
                (Wire::Flash, _, true) => "",
                (Wire::Flash, true, false) => "stop is not told: it flashes with the turn signal",
                (Wire::Flash, false, false) => "flashes in the middle with the turn signal",
                (Wire::Off, true, _) => "no stop light",
                _ => "",
            };
            HitchState { on: d.words(), shows: shows.into(), wrong: wrong.into() }
        })
        .collect()
}

fn seen_text(job: &Job, taps: &[HitchTap]) -> String {
    let Some(least) = job.trailer.as_ref().and_then(|t| t.seen_from_a) else {
        return String::new();
    };
    let most_a = taps
        .iter()
        .filter(|t| t.function != PinFunction::Ground)
        .map(|t| t.current_a)
        .fold(0.0, f64::max);
    if most_a >= least {
        format!(
            "With no trailer on, the lamp draws up to {} on one wire; the module sees a trailer from {}. It may report \
             one: parking sensors, rear fog lamp and tow mode follow it. Take a lamp that draws less, or feed it apart.",
            amps(most_a),
            amps(least)
        )
    } else {
        format!(
            "The lamp draws {} at most, the module sees a trailer from {}: it takes it for none.",
            amps(most_a),
            amps(least)
        )
    }
}

/// Wires of the socket whose fuse the lamp may be too much for, together with what hangs on it.
fn fuses(job: &Job, taps: &[HitchTap]) -> Vec<String> {
    let signal = |f: PinFunction| match f {
        f if is_tail(f) => Some(Signal::Parking),
        PinFunction::LeftStopTurn => Some(Signal::Left),
        PinFunction::RightStopTurn => Some(Signal::Right),
        PinFunction::Stop => Some(Signal::Brake),
        PinFunction::Reverse => Some(Signal::Reverse),
        _ => None,
    };
    taps.iter()
        .filter_map(|tap| {
            let follows = signal(tap.function)?;
            let wire = job
                .factory
                .iter()
                .find(|f| f.kind == FactoryKind::TrailerSocket && f.follows == follows)?;
            let fuse_a = wire.fuse_a?;
            let all_a = wire.existing_a.unwrap_or(0.0) + tap.current_a;
            (all_a > jovek_catalog::fuse::CONTINUOUS_PART * fuse_a).then(|| {
                format!(
                    "{}: {} with the lamp, more than 80 % of its {} A fuse.",
                    wire.name,
                    amps(all_a),
                    fuse_a
                )
            })
        })
        .collect()
}
