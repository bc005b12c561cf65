//! A vehicle towed on its wheels: its rear lamps obey two masters that must not feed each other.
//!
//! Every combination of the towing vehicle's functions is put on in the solved network of the job, both halves of the
//! flash; what its lamps do then is read off, not assumed.

use super::connectors::TrailerConnector;
use super::convert::{Driver, Wire, combined};
use crate::answers::Assessment;
use crate::budget::battery::{capacity_part, needed_to_start_percent, taken_ah_per_h};
use crate::budget::{ASSUMED_C, ASSUMED_START_PERCENT};
use crate::catalog::diode::{for_lamps, forward_v};
use crate::circuit::SolveError;
use crate::job::{
    Job, LampColour, LampRole, Signal, SupplyState, TieInEnd, Towed, VehicleSide, Wish,
};
use crate::plan::inputs::{Assignment, Input, signal_label};
use crate::proof::live::Live;
use crate::sizing::choice::amps;
use serde::Serialize;
use utoipa::ToSchema;

/// Two diodes with one outlet.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct DiodePair {
    /// Which lamps hang on it.
    pub lamps: String,
    /// The vehicle's own wire, at one anode.
    pub own: String,
    /// The wire of the lead, at the other.
    pub lead: String,
    /// Current of the lamps, A.
    pub current_a: f64,
    /// Smallest diode that carries them; empty where none does.
    pub diode: String,
    /// What it loses, V.
    pub drop_v: f64,
    /// What it heats, W.
    pub heat_w: f64,
    /// Least rating, A: the inrush of bulbs. Three to five times the running current is common practice.
    pub least_a: f64,
}

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

/// The battery on a tow.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TowDrain {
    /// In words, with figures.
    pub text: String,
    /// Hours until it may not start any more, h; none where it never comes to that.
    pub hours: Option<f64>,
    /// True where the longest tow leaves it too weak.
    pub is_too_long: bool,
    /// What can be done.
    pub remedies: Vec<String>,
}

/// The towed vehicle, judged.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TowedAnswer {
    /// How many pairs, where.
    pub pairs_text: String,
    /// The pairs.
    pub pairs: Vec<DiodePair>,
    /// What the flasher of the towing vehicle carries more on each side; empty without turn lamps.
    pub flasher_text: String,
    /// Its battery; none where nobody said what the key takes.
    pub drain: Option<TowDrain>,
    /// The tester's sequence, then all combinations.
    pub tests: Vec<TowedTest>,
    /// How many of them are wrong.
    pub wrong: usize,
    /// What to mind.
    pub mind: Vec<String>,
}

/// Judges a towed vehicle on a lead.
///
/// # Errors
/// [`SolveError`] when a state of it has no rest.
pub fn towed(
    job: &Job,
    facts: &Towed,
    study: &Assessment,
    lead: &TrailerConnector,
) -> Result<TowedAnswer, SolveError> {
    let lamps = lamps(job, study)?;
    let pairs = pairs(job, facts.tie_in, &lamps);
    let tests = tests(job, facts, study, lead, &lamps)?;
    Ok(TowedAnswer {
        pairs_text: format!(
            "{} pairs, {} diodes: anodes to the two sources, cathodes joined at the lamp; 100 V or more in reverse.",
            pairs.len(),
            2 * pairs.len()
        ),
        flasher_text: flasher_text(&lamps),
        drain: drain(job, facts),
        wrong: tests.iter().filter(|t| !t.wrong.is_empty()).count(),
        mind: mind(facts, lead),
        pairs,
        tests,
    })
}

/// A circuit whose lamps the towing vehicle lights.
struct Shared {
    /// Index among the studied circuits.
    at: usize,
    name: String,
    /// What of the towing vehicle lights it.
    tow: Vec<Signal>,
    /// What of its own.
    own: Vec<Signal>,
    role: Option<LampRole>,
    colour: LampColour,
    current_a: f64,
}

/// The circuits that the towing vehicle lights, with the currents of their lamps.
fn lamps(job: &Job, study: &Assessment) -> Result<Vec<Shared>, SolveError> {
    let mut out = Vec::new();
    for (at, studied) in study.circuits.iter().enumerate() {
        let circuit = &job.circuits[studied.index];
        let pieces = circuit.lit.pieces();
        let tow: Vec<Signal> = pieces
            .iter()
            .filter_map(|w| if let Wish::Towing(s) = w { Some(*s) } else { None })
            .collect();
        let own = pieces
            .iter()
            .filter_map(|w| if let Wish::With(s) = w { Some(*s) } else { None })
            .collect();
        if tow.is_empty() {
            continue;
        }
        let situation = study.situation(SupplyState::EngineOff, studied.chain.first_lit_by());
        let mut live = Live::new(study, situation);
        let solution = live.solve()?;
        let light = circuit.lights.first();
        out.push(Shared {
            at,
            name: circuit.name.clone(),
            tow,
            own,
            role: light.and_then(|l| l.role),
            colour: light.and_then(|l| l.colour).unwrap_or_default(),
            current_a: live.lamps_a(&solution, at),
        });
    }
    Ok(out)
}

/// One pair for each circuit at the rear lamps; in front one for each pair of wires that meet.
fn pairs(job: &Job, tie_in: TieInEnd, lamps: &[Shared]) -> Vec<DiodePair> {
    let wire = |of: VehicleSide, signals: &[Signal]| {
        let names: Vec<String> = signals
            .iter()
            .map(|s| {
                let found = job.factory.iter().find(|f| f.of == of && f.follows == *s);
                found.map_or_else(|| signal_label(*s).to_owned(), |f| f.name.clone())
            })
            .collect();
        names.join(", ")
    };
    let mut groups: Vec<(Vec<&str>, &Shared, f64)> = Vec::new();
    for lamp in lamps.iter().filter(|l| !l.own.is_empty()) {
        let same = groups
            .iter_mut()
            .find(|(_, g, _)| tie_in == TieInEnd::Front && g.own == lamp.own && g.tow == lamp.tow);
        match same {
            Some((names, _, current_a)) => {
                names.push(&lamp.name);
                *current_a += lamp.current_a;
            }
            None => groups.push((vec![&lamp.name], lamp, lamp.current_a)),
        }
    }
    groups
        .into_iter()
        .map(|(names, lamp, current_a)| {
            let diode = for_lamps(current_a, false);
            let drop_v = diode.map_or(0.0, |d| forward_v(&d, current_a));
            DiodePair {
                lamps: names.join(", "),
                own: wire(VehicleSide::Own, &lamp.own),
                lead: wire(VehicleSide::Towing, &lamp.tow),
                current_a,
                diode: diode.map_or_else(String::new, |d| d.name.to_owned()),
                drop_v,
                heat_w: drop_v * current_a,
                least_a: 3.0 * current_a,
            }
        })
        .collect()
}

fn flasher_text(lamps: &[Shared]) -> String {
    let side_a = |signal| -> f64 {
        lamps.iter().filter(|l| l.tow.contains(&signal)).map(|l| l.current_a).sum()
    };
    let most_a = side_a(Signal::Left).max(side_a(Signal::Right));
    if most_a <= 0.0 {
        return String::new();
    }
    format!(
        "The towing vehicle's flasher carries {} more on each side, and tells of no lamp lost back there unless it \
         counts them. The towed vehicle's own flasher sees nothing of it: the diodes stand before it.",
        amps(most_a)
    )
}

/// What the key takes from its battery on the longest tow.
fn drain(job: &Job, facts: &Towed) -> Option<TowDrain> {
    let key_on_a = facts.key_on_a?;
    let battery = &job.supply.battery;
    let capacity_ah = battery.capacity_ah.unwrap_or(crate::catalog::battery::ASSUMED_AH);
    let chemistry = battery.chemistry;
    let shift = job.shift.as_ref();
    let battery_c = shift.and_then(|s| s.battery_c).unwrap_or(ASSUMED_C);
    let needed = needed_to_start_percent(battery_c);
    let net_a = key_on_a - facts.charged_a.unwrap_or(0.0);
    if net_a <= 0.0 {
        return Some(TowDrain {
            text: format!(
                "The key takes {}, the lead gives {}: its battery does not run down.",
                amps(key_on_a),
                amps(facts.charged_a.unwrap_or(0.0))
            ),
            hours: None,
            is_too_long: false,
            remedies: Vec::new(),
        });
    }
    let there_ah = capacity_ah * capacity_part(chemistry, battery_c);
    let percent_per_h = 100.0 * taken_ah_per_h(chemistry, capacity_ah, net_a) / there_ah;
    let hours = (ASSUMED_START_PERCENT - needed).max(0.0) / percent_per_h;
    let is_too_long = facts.hours.is_some_and(|h| h > hours);
    let longest = facts.hours.map_or(String::new(), |h| {
        format!(
            " The longest tow is {h:.1} h: {}.",
            if is_too_long { "too long" } else { "that is well" }
        )
    });
    let remedies = if is_too_long {
        [
            "A charge wire in the lead (pin A of six), fused at both ends, limited to what its wire carries",
            "A switch at the battery, opened while towed, where the maker lets the wheel unlock without the key's current",
            "Pull the fuses of what the key need not feed; note them as built",
            "A stop every few hours with the engine running",
        ]
        .map(str::to_owned)
        .into()
    } else {
        Vec::new()
    };
    Some(TowDrain {
        text: format!(
            "Key on takes {} net of a {capacity_ah:.0} Ah battery at {battery_c:.0} °C: from {ASSUMED_START_PERCENT:.0} % \
             down to the {needed:.0} % that starting wants in {hours:.1} h.{longest}",
            amps(net_a)
        ),
        hours: Some(hours),
        is_too_long,
        remedies,
    })
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
            parts.push("tail".to_owned());
        }
        if self.driver.words() != "nothing" {
            parts.push(self.driver.words());
        }
        if self.own_brake {
            parts.push("its own brake pressed".into());
        }
        if parts.is_empty() { "nothing".into() } else { parts.join(", ") }
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

fn tests(
    job: &Job,
    facts: &Towed,
    study: &Assessment,
    lead: &TrailerConnector,
    lamps: &[Shared],
) -> Result<Vec<TowedTest>, SolveError> {
    let mut live = Live::at_rest(study);
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
                Wire::Flash => Some(format!("{} flashes", l.name)),
            })
            .collect();
        out.push(TowedTest {
            on: state.words(),
            lit: if burns.is_empty() { "all dark".into() } else { burns.join(", ") },
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
    for (on, other, signal, name) in
        [(d.left, d.right, Signal::Left, "left"), (d.right, d.left, Signal::Right, "right")]
    {
        let wires = of(signal);
        if on && !wires.contains(&Wire::Flash) {
            out.push(if wires.contains(&Wire::Steady) {
                format!("{name} turn is hidden: what is steady hides the flash")
            } else {
                format!("{name} turn is not shown")
            });
        }
        if !on && other && wires.contains(&Wire::Flash) {
            out.push(format!("{name} flashes too"));
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
            "stop shows amber: lead the stop function to its red lamps, through a converter"
                .to_owned()
        } else {
            "stop is not shown".to_owned()
        });
    }
    let has_tail =
        lamps.iter().zip(seen).any(|(l, w)| l.role == Some(LampRole::Tail) && *w == Wire::Steady);
    if state.tail && !has_tail {
        out.push("no tail lamp".into());
    }
    out
}

fn mind(facts: &Towed, lead: &TrailerConnector) -> Vec<String> {
    let mut out = vec![match facts.tie_in {
        TieInEnd::Front => {
            "Tied in at the fuse box: front parking lamps, side lamps and dash burn along; count their current on the \
             towing vehicle's tail wire."
        }
        TieInEnd::Rear => {
            "Tied in at the rear lamps: the lead runs the whole frame, nothing in front burns along."
        }
    }
    .to_owned()];
    if facts.brakes_itself && !facts.is_stop_cut {
        out.push(
            "Its pedal is pressed on the tow: a relay that the lead holds open in its own stop lamp wire keeps the turn \
             signal visible."
                .into(),
        );
    }
    if facts.is_stop_cut {
        out.push(
            "Its own stop lamps are cut while towed: test them again with the lead off, before it drives by itself."
                .into(),
        );
    }
    let lead_text = match (
        lead.of(crate::job::PinFunction::Permanent).is_empty(),
        lead.of(crate::job::PinFunction::ElectricBrake).is_empty(),
    ) {
        (true, true) => "This lead brings lamps and ground only: no charge, no brake.",
        (false, true) => "This lead brings a battery feed besides the lamps: fuse it at both ends.",
        (true, false) => {
            "This lead brings a brake wire besides the lamps: cap it where no helper needs it."
        }
        (false, false) => {
            "This lead brings a battery feed and a brake wire besides the lamps: fuse the feed at both ends, cap the \
             brake wire where no helper needs it."
        }
    };
    out.push(lead_text.into());
    out.push(
        "Leave its own hazard lights off on the tow: two flashers on one lamp are never in step."
            .into(),
    );
    out.push("Before the first metre: wheels chocked, key as the maker says, then this list from top to bottom.".into());
    out
}
