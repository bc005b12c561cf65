//! Every state of the towing driver in the solved network, in the tester's order, and what the road behind would miss.

use super::Shared;
use crate::proof::simulation::Simulation;
use crate::trailer::connectors::TrailerConnector;
use crate::trailer::convert::{Driver, Wire, combined};
use jovek_circuit::SolveError;
use jovek_job::{Job, LampColour, LampRole, Signal, SupplyState, Towed, VehicleSide};
use jovek_phrases::common;
use jovek_phrases::trailer as say;
use jovek_plan::inputs::{Assignment, Input};
use jovek_plan::study::Assessment;
use serde::Serialize;
use utoipa::ToSchema;

/// One line of the test.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TowedTest {
    /// What the towing vehicle has on, and the towed one.
    pub on: String,
    /// What burns, by the solved network.
    pub lit: String,
    /// What is wrong with that; empty where it is right.
    pub wrong: String,
}

/// What is on: the towing vehicle's tail lamps and driver, the towed vehicle's own brake pedal.
#[derive(Debug, Clone, Copy)]
struct State {
    tail: bool,
    driver: Driver,
    own_brake: bool,
}

impl State {
    fn words(self) -> String {
        let mut parts = Vec::new();
        if self.tail {
            parts.push(say::tail().to_owned());
        }
        if !self.driver.is_off() {
            parts.push(self.driver.words());
        }
        if self.own_brake {
            parts.push(say::its_own_brake_pressed().into());
        }
        if parts.is_empty() { say::nothing().into() } else { parts.join(", ") }
    }

    /// The tester's order: single functions first, then what is more.
    fn all(with_own_brake: bool) -> Vec<State> {
        let mut out: Vec<State> = [false, true]
            .into_iter()
            .filter(|own| with_own_brake || !own)
            .flat_map(|own_brake| {
                [false, true].into_iter().flat_map(move |tail| {
                    Driver::all().map(|driver| State { tail, driver, own_brake })
                })
            })
            .collect();
        let place = |s: &State| {
            let d = s.driver;
            let order = match (d.left, d.right, d.stop) {
                (true, false, false) => 1,
                (false, true, false) => 2,
                (true, true, false) => 3,
                (false, false, true) => 4,
                _ => 5,
            };
            let turn = u32::from(d.left || d.right);
            let many = turn + u32::from(d.stop) + u32::from(s.tail) + u32::from(s.own_brake);
            (many, s.own_brake, order)
        };
        out.sort_by_key(place);
        out
    }
}

/// Inputs of a state in one half of the flash.
fn assignment(
    study: &Assessment,
    lead: &TrailerConnector,
    state: State,
    is_lit: bool,
) -> Assignment {
    let inputs = &study.wiring.inputs;
    let bit = |side, signal| inputs.bit(&Input::Signal(side, signal));
    let towing = |signal| bit(VehicleSide::Towing, signal);
    let d = state.driver;
    let is_live = |wire| match wire {
        Wire::Off => false,
        Wire::Steady => true,
        Wire::Flash => is_lit,
    };
    let (left, right, stop) = if lead.is_combined() {
        let (left, right) = combined(d);
        (is_live(left), is_live(right), false)
    } else {
        (d.left && is_lit, d.right && is_lit, d.stop)
    };
    let mut on = match (left, right) {
        // Both wires live at once are what hazard makes of them.
        (true, true) => towing(Signal::Hazard),
        (true, false) => towing(Signal::Left),
        (false, true) => towing(Signal::Right),
        (false, false) => 0,
    };
    if stop {
        on |= towing(Signal::Brake);
    }
    if state.tail {
        on |= towing(Signal::Parking);
    }
    if state.own_brake {
        on |= bit(VehicleSide::Own, Signal::Brake);
    }
    inputs.completed(Assignment(on))
}

pub(super) fn tests(
    job: &Job,
    facts: &Towed,
    study: &Assessment,
    lead: &TrailerConnector,
    lamps: &[Shared],
) -> Result<Vec<TowedTest>, SolveError> {
    let mut live = Simulation::at_rest(study);
    let mut lit = |state: State, half: bool| -> Result<Vec<bool>, SolveError> {
        live.put_on(SupplyState::EngineOff, assignment(study, lead, state, half));
        let solution = live.solve()?;
        Ok(lamps.iter().map(|l| live.level(&solution, l.at).is_lit()).collect())
    };
    let follows_own_brake = facts.brakes_itself && !facts.is_stop_cut;
    let mut out = Vec::new();
    for state in State::all(follows_own_brake) {
        let (bright, dark) = (lit(state, true)?, lit(state, false)?);
        let seen: Vec<Wire> = bright
            .iter()
            .zip(&dark)
            .map(|(a, b)| match (a, b) {
                (true, true) => Wire::Steady,
                (false, false) => Wire::Off,
                _ => Wire::Flash,
            })
            .collect();
        let burns: Vec<String> = lamps
            .iter()
            .zip(&seen)
            .filter_map(|(l, wire)| match wire {
                Wire::Off => None,
                Wire::Steady => Some(l.name.clone()),
                Wire::Flash => Some(say::side_flashes(&l.name)),
            })
            .collect();
        out.push(TowedTest {
            on: state.words(),
            lit: if burns.is_empty() { say::all_dark().into() } else { burns.join(", ") },
            wrong: wrong(job, state, lead.is_combined(), lamps, &seen).join("; "),
        });
    }
    Ok(out)
}

/// What the road behind would miss or mistake.
fn wrong(
    job: &Job,
    state: State,
    is_combined: bool,
    lamps: &[Shared],
    seen: &[Wire],
) -> Vec<String> {
    let d = state.driver;
    let mut out = Vec::new();
    let of = |signal: Signal| -> Vec<Wire> {
        let both = lamps.iter().zip(seen);
        both.filter(|(l, _)| l.tow.contains(&signal)).map(|(_, w)| *w).collect()
    };
    for (on, other, signal, name) in [
        (d.left, d.right, Signal::Left, common::left()),
        (d.right, d.left, Signal::Right, common::right()),
    ] {
        let wires = of(signal);
        if on && !wires.contains(&Wire::Flash) {
            out.push(if wires.contains(&Wire::Steady) {
                say::turn_is_hidden_what_is_steady(&name)
            } else {
                say::turn_is_not_shown(&name)
            });
        }
        if !on && other && wires.contains(&Wire::Flash) {
            out.push(say::flashes_too(&name));
        }
    }
    let stop = d.stop || state.own_brake;
    let reds = |colour| {
        lamps.iter().zip(seen).any(|(l, w)| {
            *w == Wire::Steady
                && l.colour == colour
                && matches!(l.role, Some(LampRole::Brake | LampRole::Turn))
        })
    };
    // What the vehicle's own stop lamps do outside the job, its own pedal lights.
    let own_elsewhere = state.own_brake
        && job.factory.iter().any(|f| {
            f.of == VehicleSide::Own
                && f.follows == Signal::Brake
                && f.existing_a.is_some_and(|a| a > 0.0)
        });
    // Stop under hazard cannot be told on combined wires: no fault of the towed vehicle.
    let is_masked = is_combined && d.left && d.right;
    if stop && !reds(LampColour::Red) && !own_elsewhere && !is_masked {
        out.push(if reds(LampColour::Amber) {
            say::stop_shows_amber_lead_the_stop().to_owned()
        } else {
            say::stop_is_not_shown().to_owned()
        });
    }
    let has_tail =
        lamps.iter().zip(seen).any(|(l, w)| l.role == Some(LampRole::Tail) && *w == Wire::Steady);
    if state.tail && !has_tail {
        out.push(say::no_tail_lamp().into());
    }
    out
}
