//! A lamp at the hitch on a lead between socket and plug: what it takes, what it shows, what its loop of wire does.

use super::connectors::{PinFunction, TrailerConnector};
use super::convert::{Driver, Wire, combined};
use jovek_base::figure::amps;
use jovek_job::{
    FactoryKind, HitchLamp, Job, LampCircuit, LampRole, Light, LoopWire, Signal, StopFrom,
    StopLight, Wish,
};
use jovek_phrases::common;
use jovek_phrases::trailer as say;
use jovek_plan::assumed::Assumed;
use jovek_plan::lamp::PlannedLamp;
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
    /// True where nobody said its watts.
    pub is_assumed: bool,
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
    /// Its lights are planned with the job: their watts are said under Light.
    pub is_planned: bool,
    /// The plan no longer goes with the lamp or the socket.
    pub is_off_plan: bool,
    /// The loop as it is, and what it means.
    pub loop_text: String,
    /// The stop light in each state.
    pub states: Vec<HitchState>,
    /// Whether the vehicle takes the lamp for a trailer; empty where nothing looks.
    pub seen_text: String,
    /// What to mind.
    pub mind: Vec<String>,
}

/// Power of a tail light of one lamp in the middle where nobody said it, W. Common practice for LED.
const USUAL_TAIL_W: f64 = 1.2;
/// Power of a stop light, the same, W.
const USUAL_STOP_W: f64 = 3.6;

/// Power of one of its lights.
#[derive(Debug, Clone, Copy)]
struct Power {
    watt: f64,
    is_assumed: bool,
}

/// What its lights take: as planned, else as said of the lamp, else as such lamps do.
struct Powers {
    tail: Power,
    stop: Power,
    reverse: Option<Power>,
}

impl Powers {
    fn of(job: &Job, lamp: &HitchLamp) -> Powers {
        let planned = |role| planned_light(job, lamp, role).and_then(|l| said_w(job, l));
        let power = |role, told: Option<f64>, usual_w: f64| {
            let said = planned(role).or(told);
            Power { watt: said.unwrap_or(usual_w), is_assumed: said.is_none() }
        };
        let reverse = planned(LampRole::Reverse).or(lamp.reverse_w);
        Powers {
            tail: power(LampRole::Tail, lamp.tail_w, USUAL_TAIL_W),
            stop: power(LampRole::Brake, lamp.stop_w, USUAL_STOP_W),
            reverse: reverse.map(|watt| Power { watt, is_assumed: false }),
        }
    }
}

/// The light of a role that is planned in its housing.
fn planned_light<'a>(job: &'a Job, lamp: &HitchLamp, role: LampRole) -> Option<&'a Light> {
    let id = lamp.housing.as_ref()?;
    let housing = job.housings.iter().find(|h| h.id == *id)?;
    job.circuits
        .iter()
        .flat_map(|c| &c.lights)
        .find(|l| l.role == Some(role) && housing.lamps.iter().any(|housed| housed.light == l.id))
}

/// Power of a light by clamp or label, W; none where nobody said it.
fn said_w(job: &Job, light: &Light) -> Option<f64> {
    let one = Light { count: 1, ..light.clone() };
    let lamp = PlannedLamp::new(&one, job.vehicle.system, "", &mut Assumed::default());
    lamp.measured_w.or(lamp.label_w)
}

/// How a stop light gets its current.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum StopWires {
    /// A wire of its own.
    One,
    /// Both wires of stop and turn over a pair of diodes.
    Diodes,
    /// A lead to each, which the lamp joins itself.
    TwoLeads,
}

impl StopWires {
    /// As the lamp and the socket want it.
    fn wanted(lamp: &HitchLamp, is_combined: bool) -> StopWires {
        match (is_combined, lamp.stop_from) {
            (false, _) => StopWires::One,
            (true, StopFrom::EitherWire) => StopWires::Diodes,
            (true, StopFrom::BothWires) => StopWires::TwoLeads,
        }
    }

    /// As it is planned; none where its stop light is not.
    fn planned(job: &Job, lamp: &HitchLamp) -> Option<StopWires> {
        let housing = job.housings.iter().find(|h| Some(&h.id) == lamp.housing.as_ref())?;
        let is_stop = |l: &Light| {
            l.role == Some(LampRole::Brake) && housing.lamps.iter().any(|h| h.light == l.id)
        };
        let of_stop: Vec<_> =
            job.circuits.iter().filter(|c| c.lights.iter().any(is_stop)).collect();
        let takes_turns = |c: &LampCircuit| {
            c.lit.pieces().iter().any(|w| matches!(w, Wish::With(Signal::Left | Signal::Right)))
        };
        Some(match of_stop[..] {
            [] => return None,
            [only] if takes_turns(only) => StopWires::Diodes,
            [_] => StopWires::One,
            _ => StopWires::TwoLeads,
        })
    }
}

/// What of the plan does not go with the lamp as it is told here.
fn against_plan(job: &Job, lamp: &HitchLamp, is_combined: bool) -> Option<&'static str> {
    let wanted = StopWires::wanted(lamp, is_combined);
    (StopWires::planned(job, lamp)? != wanted).then_some(match wanted {
        StopWires::One => say::this_socket_has_a_stop_wire(),
        StopWires::Diodes => say::on_this_socket_stop_and_turn(),
        StopWires::TwoLeads => say::a_lamp_that_wants_both_wires(),
    })
}

/// Judges the lamp on a socket.
pub fn hitch(job: &Job, lamp: &HitchLamp, socket: &TrailerConnector) -> HitchAnswer {
    let powers = Powers::of(job, lamp);
    let taps = taps(&powers, socket);
    let mut mind = Vec::new();
    let against = against_plan(job, lamp, socket.is_combined());
    mind.extend(against.map(str::to_owned));
    for (watt, function, what) in [
        (Some(powers.tail), PinFunction::Tail, say::tail()),
        (powers.reverse, PinFunction::Reverse, common::reverse()),
    ] {
        let is_there = taps.iter().any(|t| t.function == function)
            || function == PinFunction::Tail && taps.iter().any(|t| is_tail(t.function));
        if watt.is_some() && !is_there {
            mind.push(say::this_socket_has_no_wire(&what));
        }
    }
    if lamp.stop_light() == StopLight::FlashThenSteady {
        mind.push(say::flash_then_steady_a_stop_lamp().into());
        if socket.is_combined() && lamp.stop_from == StopFrom::EitherWire {
            mind.push(say::stop_and_turn_share_a_wire().into());
        }
    }
    if lamp.loop_wire == LoopWire::Cut {
        mind.push(say::seal_both_ends_of_the_cut().into());
    }
    mind.extend(fuses(job, &taps));
    HitchAnswer {
        through: through(socket, &taps),
        is_combined: socket.is_combined(),
        is_planned: planned_light(job, lamp, LampRole::Tail).is_some(),
        is_off_plan: against.is_some(),
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
fn taps(powers: &Powers, socket: &TrailerConnector) -> Vec<HitchTap> {
    use PinFunction as F;
    let Powers { tail, stop, reverse } = *powers;
    let mut out = Vec::new();
    let mut take = |function: F, Power { watt, is_assumed }: Power| {
        out.extend(socket.of(function).into_iter().take(1).map(|p| HitchTap {
            function,
            pin: p.pin.clone(),
            says: p.says.clone(),
            colour: p.colour.clone(),
            current_a: watt / socket.volts,
            is_assumed,
        }));
    };
    // One side is enough for a lamp in the middle.
    take(if socket.of(F::Tail).is_empty() { F::LeftTail } else { F::Tail }, tail);
    if socket.is_combined() {
        take(F::LeftStopTurn, stop);
        take(F::RightStopTurn, stop);
    } else {
        take(F::Stop, stop);
    }
    if let Some(reverse) = reverse {
        take(F::Reverse, reverse);
    }
    let all = || [Some(tail), Some(stop), reverse].into_iter().flatten();
    let watt = all().map(|p| p.watt).sum();
    take(F::Ground, Power { watt, is_assumed: all().any(|p| p.is_assumed) });
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
        say::every_pin_goes_through().into()
    } else {
        say::every_pin_goes_through_to(&pins.join(", "))
    }
}

fn loop_text(lamp: &HitchLamp) -> String {
    let does = match lamp.stop_light() {
        StopLight::Steady => say::the_stop_light_burns_steady(),
        StopLight::FlashThenSteady => say::the_stop_light_flashes_briefly(),
    };
    match lamp.loop_wire {
        LoopWire::Left => say::loop_left_as_it_came(&does),
        LoopWire::Cut => say::loop_cut(&does),
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
                (Wire::Off, _) => common::dark(),
                (Wire::Steady, StopLight::Steady) => say::steady(),
                (Wire::Steady, StopLight::FlashThenSteady) => say::flashes_then_steady(),
                (Wire::Flash, _) => say::flashes(),
            };
            let wrong = match (seen, d.stop, d.left && d.right) {
                (Wire::Flash, _, true) => "",
                (Wire::Flash, true, false) => say::stop_is_not_told_it_flashes(),
                (Wire::Flash, false, false) => say::flashes_in_the_middle(),
                (Wire::Off, true, _) => say::no_stop_light(),
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
        say::with_no_trailer_on_the_lamp(&amps(most_a), &amps(least))
    } else {
        say::the_lamp_draws_at_most(&amps(most_a), &amps(least))
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
            (all_a > jovek_catalog::fuse::CONTINUOUS_PART * fuse_a)
                .then(|| say::with_the_lamp_more_than_80(&wire.name, &amps(all_a), &fuse_a))
        })
        .collect()
}
