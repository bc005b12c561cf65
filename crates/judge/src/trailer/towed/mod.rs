//! A vehicle towed on its wheels: its rear lamps obey two masters that must not feed each other.
//!
//! Every combination of the towing vehicle's functions is put on in the solved network of the job, both halves of the
//! flash; what its lamps do then is read off, not assumed.

mod diodes;
mod drain;
mod states;

use super::connectors::{PinFunction, TrailerConnector};
use crate::proof::simulation::Simulation;
pub use diodes::DiodePair;
use diodes::pairs;
pub use drain::TowDrain;
use drain::drain;
use jovek_base::figure::amps;
use jovek_catalog::diode::DiodeType;
use jovek_circuit::SolveError;
use jovek_job::{Job, LampColour, LampRole, Signal, SupplyState, TieInEnd, Towed, Wish};
use jovek_phrases::trailer as say;
use jovek_plan::sizes::ControlChoice;
use jovek_plan::study::{Assessment, Studied};
use serde::Serialize;
pub use states::TowedTest;
use states::tests;
use utoipa::ToSchema;

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
    /// The same in a line.
    pub verdict_text: String,
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
    let wrong = tests.iter().filter(|t| !t.wrong.is_empty()).count();
    Ok(TowedAnswer {
        verdict_text: match wrong {
            0 => say::combinations_right(&tests.len()),
            wrong => say::combinations_wrong(&wrong, &tests.len()),
        },
        pairs_text: say::pairs_diodes_anodes_to_the_two(&pairs.len(), &(2 * pairs.len())),
        flasher_text: flasher_text(&lamps),
        drain: drain(job, facts),
        wrong,
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
    /// The diode that its plan has before its lamps; none without one.
    planned: Option<DiodeType>,
}

/// The circuits that the towing vehicle lights, with the currents of their lamps.
fn lamps(job: &Job, study: &Assessment) -> Result<Vec<Shared>, SolveError> {
    let mut out = Vec::new();
    let mut live = Simulation::at_rest(study);
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
        live.put_on(SupplyState::EngineOff, studied.chain.first_lit_by());
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
            planned: planned_diode(studied),
        });
    }
    Ok(out)
}

fn planned_diode(studied: &Studied) -> Option<DiodeType> {
    let ControlChoice::Planned(hardware) = &studied.sized.chosen.sizes.control else { return None };
    let has_diodes = studied.chain.switching.as_ref().is_some_and(|s| s.lamps_from.diodes() > 0);
    has_diodes.then_some(hardware.lamp_diode)
}

fn flasher_text(lamps: &[Shared]) -> String {
    let side_a = |signal| -> f64 {
        lamps.iter().filter(|l| l.tow.contains(&signal)).map(|l| l.current_a).sum()
    };
    let most_a = side_a(Signal::Left).max(side_a(Signal::Right));
    if most_a <= 0.0 {
        return String::new();
    }
    say::the_towing_vehicle_flasher_carries(&amps(most_a))
}

fn mind(facts: &Towed, lead: &TrailerConnector) -> Vec<String> {
    let mut out = vec![
        match facts.tie_in {
            TieInEnd::Front => say::tied_in_at_the_fuse_box(),
            TieInEnd::Rear => say::tied_in_at_the_rear_lamps(),
        }
        .to_owned(),
    ];
    if facts.brakes_itself && !facts.is_stop_cut {
        out.push(say::its_pedal_is_pressed().into());
    }
    if facts.is_stop_cut {
        out.push(say::its_own_stop_lamps_are_cut().into());
    }
    let lead_text = match (
        lead.of(PinFunction::Permanent).is_empty(),
        lead.of(PinFunction::ElectricBrake).is_empty(),
    ) {
        (true, true) => say::this_lead_brings_lamps_and_ground(),
        (false, true) => say::this_lead_brings_a_battery_feed(),
        (true, false) => say::this_lead_brings_a_brake_wire(),
        (false, false) => say::this_lead_brings_a_battery_feed_and(),
    };
    out.push(lead_text.into());
    out.push(say::leave_its_own_hazard_lights_off().into());
    out.push(say::before_the_first_metre_wheels_chocked().into());
    out
}
