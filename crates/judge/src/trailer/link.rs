//! A socket on a plug: which wire goes to which, and what must come between.

use super::connectors::{PinFunction, TrailerConnector, TrailerPin, all, connector};
use super::ground::{GroundAnswer, lost_ground};
use super::hitch::{HitchAnswer, hitch};
use super::probe::{WireAnswer, WireVerdict, function_name, judged};
use super::towed::{TowedAnswer, towed};
use crate::harness::Pin;
use crate::light::lamps::lamps;
use jovek_circuit::SolveError;
use jovek_job::{FoundWire, Job, LampRole, LinkSide, SupplyState, TrailerLink};
use jovek_phrases::common;
use jovek_phrases::trailer as say;
use jovek_plan::study::Assessment;
use jovek_plan::study::study;
use serde::Serialize;
use utoipa::ToSchema;

/// One end of a wire.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WireEnd {
    /// Pin.
    pub pin: String,
    /// Colour.
    pub colour: String,
    /// What the pin does, in words.
    pub says: String,
}

/// A function from one side to the other.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LinkRow {
    /// The function.
    pub function: PinFunction,
    /// At the vehicle.
    pub from: Vec<WireEnd>,
    /// At the trailer.
    pub to: Vec<WireEnd>,
    /// What comes between; empty where wire meets wire.
    pub between: String,
    /// `their green, your brown` where colours differ; as found, where somebody looked. Empty otherwise.
    pub colours: String,
    /// Wires of the vehicle that were found to do this.
    pub found_from: Vec<String>,
    /// Wires of the trailer that were found to do this.
    pub found_to: Vec<String>,
    /// `old brown becomes black`, for each wire that is renewed.
    pub renewed: Vec<String>,
}

/// A step of the test with the lamp tester.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TestStep {
    /// What is put on.
    pub on: String,
    /// What must light.
    pub lit: String,
}

/// Both halves joined.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LinkReport {
    /// The vehicle's socket.
    pub socket: TrailerConnector,
    /// The trailer's plug.
    pub plug: TrailerConnector,
    /// Function by function.
    pub rows: Vec<LinkRow>,
    /// What must come between them: converter, voltage.
    pub needs: Vec<String>,
    /// Grounds, and what a lost one does.
    pub ground: GroundAnswer,
    /// Current of the tail function against what the vehicle's module wants to see; empty where nothing looks.
    pub seen_text: String,
    /// What must be left as it is: breakaway, electric brakes, antilock.
    pub neighbours: Vec<String>,
    /// Wires found on the vehicle, judged.
    pub vehicle_wires: Vec<WireAnswer>,
    /// Wires found on the trailer, judged.
    pub trailer_wires: Vec<WireAnswer>,
    /// A lamp at the hitch.
    pub hitch: Option<HitchAnswer>,
    /// A towed vehicle.
    pub towed: Option<TowedAnswer>,
    /// The test: each function, then the combinations.
    pub tests: Vec<TestStep>,
    /// All connectors, to choose from.
    pub connectors: Vec<TrailerConnector>,
}

/// Joins the job's socket and plug; none where it names none.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn link(job: &Job) -> Result<Option<LinkReport>, SolveError> {
    let Some(facts) = &job.trailer else { return Ok(None) };
    let (Some(socket), Some(plug)) = (connector(facts.socket), connector(facts.plug)) else {
        return Ok(None);
    };
    let studied = study(job);
    let wires = Wires::of(facts, socket, plug);
    let mut needs = Vec::new();
    if socket.is_combined() != plug.is_combined() && has_turn(socket) && has_turn(plug) {
        needs.push(if socket.is_combined() {
            say::a_converter_from_combined_to_separate().to_owned()
        } else {
            say::a_converter_from_separate_to_combined().to_owned()
        });
    }
    if socket.volts != plug.volts {
        needs.push(say::v_on_v_a_voltage_converter(&socket.volts, &plug.volts));
    }
    let seen_text = match facts.seen_from_a {
        None => String::new(),
        Some(least) => {
            let tail_a = tail_a(job, &studied)?;
            let seen =
                if tail_a >= least { say::is_seen() } else { say::is_not_seen_it_may_report() };
            say::tail_lamps_draw_a_the_vehicle(&tail_a, &least, &seen)
        }
    };
    Ok(Some(LinkReport {
        rows: rows(facts, socket, plug, &wires),
        needs,
        ground: lost_ground(plug)?,
        seen_text,
        neighbours: neighbours(socket, plug),
        hitch: facts.hitch.as_ref().map(|lamp| hitch(job, lamp, socket)),
        towed: match &facts.towed {
            Some(t) => Some(towed(job, t, &studied, plug)?),
            None => None,
        },
        vehicle_wires: wires.vehicle,
        trailer_wires: wires.trailer,
        tests: tests(plug),
        socket: socket.clone(),
        plug: plug.clone(),
        connectors: all().to_vec(),
    }))
}

/// What was found on both sides.
struct Wires {
    vehicle: Vec<WireAnswer>,
    trailer: Vec<WireAnswer>,
}

impl Wires {
    fn of(facts: &TrailerLink, socket: &TrailerConnector, plug: &TrailerConnector) -> Wires {
        let side = |side| facts.wires.iter().enumerate().filter(move |(_, w)| w.side == side);
        Wires {
            vehicle: judged(socket, side(LinkSide::Vehicle)),
            trailer: judged(plug, side(LinkSide::Trailer)),
        }
    }

    /// Wires of a half that are told to do one of these.
    fn told<'a>(
        list: &'a [WireAnswer],
        functions: &'a [PinFunction],
    ) -> impl Iterator<Item = &'a WireAnswer> {
        list.iter().filter(move |w| {
            w.verdict == WireVerdict::Told && w.fits.first().is_some_and(|f| functions.contains(f))
        })
    }
}

/// The wires of the plug as rows of the pin table; none without a trailer.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn pins(job: &Job) -> Result<Vec<Pin>, SolveError> {
    let Some(found) = link(job)? else { return Ok(Vec::new()) };
    let wires = found.rows.iter().flat_map(|row| row.to.iter().map(move |to| (row, to)));
    let old = found.rows.iter().flat_map(|row| {
        row.renewed.iter().map(|renewed| Pin {
            circuit: function_name(row.function).to_owned(),
            connector: found.plug.name.clone(),
            pin: row.to.first().map_or_else(String::new, |to| to.pin.clone()),
            wire: row.found_to.join(", "),
            wire_text: say::old_board().into(),
            goes_to: renewed.clone(),
        })
    });
    Ok(wires
        .map(|(row, to)| {
            let ends: Vec<String> =
                row.from.iter().map(|f| say::socket(&f.pin, &f.colour)).collect();
            let usual = found.plug.pins.iter().find(|p| p.pin == to.pin);
            Pin {
                circuit: to.says.clone(),
                connector: found.plug.name.clone(),
                pin: to.pin.clone(),
                wire: to.colour.clone(),
                wire_text: usual.map_or_else(String::new, |p| p.wire.clone()),
                goes_to: match (ends.is_empty(), row.between.is_empty()) {
                    (true, _) => row.between.clone(),
                    (false, true) => ends.join(", "),
                    (false, false) => format!("{} ({})", ends.join(", "), row.between),
                },
            }
        })
        .chain(old)
        .collect())
}

fn has_turn(c: &TrailerConnector) -> bool {
    c.is_combined() || !c.of(PinFunction::LeftTurn).is_empty()
}

/// Current of the job's tail and marker lamps, A.
fn tail_a(job: &Job, studied: &Assessment) -> Result<f64, SolveError> {
    let all = lamps(job, studied, SupplyState::EngineOff)?;
    Ok(all
        .iter()
        .filter(|l| matches!(l.role, Some(LampRole::Tail | LampRole::Marker | LampRole::Plate)))
        .map(|l| l.current_a)
        .sum())
}

fn ends(pins: &[&TrailerPin]) -> Vec<WireEnd> {
    pins.iter()
        .map(|p| WireEnd { pin: p.pin.clone(), colour: p.colour.clone(), says: p.says.clone() })
        .collect()
}

/// The pins that serve a function, straight or through a converter.
fn serve(c: &TrailerConnector, function: PinFunction) -> (Vec<&TrailerPin>, &'static str) {
    use PinFunction as F;
    let straight = c.of(function);
    if !straight.is_empty() {
        return (straight, "");
    }
    let first =
        |list: &[F]| list.iter().map(|f| c.of(*f)).find(|p| !p.is_empty()).unwrap_or_default();
    match function {
        F::Tail => ([c.of(F::LeftTail), c.of(F::RightTail)].concat(), say::both_sides_joined()),
        F::LeftTail | F::RightTail | F::Marker => {
            (first(&[F::Tail, F::LeftTail]), say::one_wire_for_both())
        }
        F::LeftStopTurn => {
            ([c.of(F::LeftTurn), c.of(F::Stop)].concat(), say::converter_turn_before_stop())
        }
        F::RightStopTurn => {
            ([c.of(F::RightTurn), c.of(F::Stop)].concat(), say::converter_turn_before_stop())
        }
        F::LeftTurn => (c.of(F::LeftStopTurn), say::converter_flash_told_from_steady()),
        F::RightTurn => (c.of(F::RightStopTurn), say::converter_flash_told_from_steady()),
        F::Stop => (
            [c.of(F::LeftStopTurn), c.of(F::RightStopTurn)].concat(),
            say::converter_flash_told_from_steady(),
        ),
        _ => (Vec::new(), ""),
    }
}

fn rows(
    facts: &TrailerLink,
    socket: &TrailerConnector,
    plug: &TrailerConnector,
    wires: &Wires,
) -> Vec<LinkRow> {
    let mut functions: Vec<PinFunction> =
        plug.pins.iter().map(|p| p.function).filter(|f| *f != PinFunction::Other).collect();
    functions.sort();
    functions.dedup();
    functions
        .into_iter()
        .map(|function| {
            let (from, between) = serve(socket, function);
            let to = plug.of(function);
            let between = match (from.is_empty(), function) {
                (true, PinFunction::Reverse | PinFunction::RearFog) => {
                    say::no_wire_in_this_socket()
                }
                (true, _) => say::nothing_in_this_socket(),
                _ => between,
            };
            let serving: Vec<PinFunction> =
                from.iter().flat_map(|p| as_found(socket, p.function)).collect();
            let does = as_found(plug, function);
            let names = |list: &[WireAnswer], functions: &[PinFunction]| -> Vec<String> {
                Wires::told(list, functions).map(|w| w.colour.clone()).collect()
            };
            let found_from = names(&wires.vehicle, &serving);
            let found_to = names(&wires.trailer, &does);
            let is_bridged =
                does.len() > 1 && Wires::told(&wires.trailer, &does[1..]).next().is_some();
            // What was found beats what is usual.
            let theirs = found_from.first().or(from.first().map(|p| &p.colour));
            let yours = found_to.first().or(to.first().map(|p| &p.colour));
            let colours = match (theirs, yours) {
                (Some(a), Some(b)) if a != b => say::their_your(&a, &b),
                _ => String::new(),
            };
            let between = match (is_bridged, between) {
                (true, "") => say::one_wire_for_both_bridged(),
                (_, between) => between,
            };
            let renewed = Wires::told(&wires.trailer, &does)
                .filter_map(|w| renewed(&facts.wires[w.index]))
                .collect();
            LinkRow {
                found_from,
                found_to,
                renewed,
                function,
                from: ends(&from),
                to: ends(&to),
                between: between.to_owned(),
                colours,
            }
        })
        .collect()
}

/// What a wire is said to do that serves a function: where tail has a pin a side, one old wire often feeds both.
fn as_found(of: &TrailerConnector, function: PinFunction) -> Vec<PinFunction> {
    let is_sided = matches!(function, PinFunction::LeftTail | PinFunction::RightTail);
    match is_sided && of.of(PinFunction::Tail).is_empty() {
        true => vec![function, PinFunction::Tail],
        false => vec![function],
    }
}

/// An old wire and the new one that takes its place.
fn renewed(wire: &FoundWire) -> Option<String> {
    let new = wire.new_colour.as_ref()?;
    Some(if *new == wire.colour { say::stays(&new) } else { say::old_becomes(&wire.colour, &new) })
}

fn neighbours(socket: &TrailerConnector, plug: &TrailerConnector) -> Vec<String> {
    let mut out = Vec::new();
    let has = |f| !socket.of(f).is_empty() || !plug.of(f).is_empty();
    if has(PinFunction::ElectricBrake) {
        out.push(say::electric_brakes_and_the_breakaway_switch().to_owned());
    }
    if has(PinFunction::Antilock) {
        out.push(say::antilock_power_take_no_lamp().to_owned());
    }
    if has(PinFunction::Reverse) {
        out.push(say::reverse_wire_on_some_trailers().to_owned());
    }
    out
}

fn tests(plug: &TrailerConnector) -> Vec<TestStep> {
    let step = |on: &str, lit: &str| TestStep { on: on.into(), lit: lit.into() };
    let mut out = vec![step("tail", say::tail_plate_and_marker_lamps_nothing())];
    if plug.is_combined() {
        out.extend([
            step("left", say::left_stop_and_turn_lamp_flashes()),
            step("right", say::right_stop_and_turn_lamp_flashes()),
            step("brake", say::both_steady()),
            step(say::brake_and_left(), say::left_flashes_right_steady()),
            step(say::brake_and_right(), say::right_flashes_left_steady()),
        ]);
    } else {
        out.extend([
            step("left", say::left_turn_lamp_flashes()),
            step("right", say::right_turn_lamp_flashes()),
            step("brake", say::both_stop_lamps()),
            step(say::brake_and_left(), say::left_flashes_both_stop_lamps_steady()),
            step(say::brake_and_right(), say::right_flashes_both_stop_lamps_steady()),
        ]);
    }
    out.push(step("hazard", say::both_sides_flash_together()));
    if !plug.of(PinFunction::Reverse).is_empty() {
        out.push(step("reverse", common::reverse_lamps()));
    }
    if !plug.of(PinFunction::RearFog).is_empty() {
        out.push(step(say::rear_fog(), say::lost_rear_fog_lamp()));
    }
    out.push(step(say::tail_and_brake(), say::tail_and_stop_neither_dims()));
    out.push(step(say::all_at_once(), say::all_a_lamp_that_glows()));
    out
}
