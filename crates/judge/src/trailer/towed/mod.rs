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
    format!(
        "The towing vehicle's flasher carries {} more on each side, and tells of no lamp lost back there unless it \
         counts them. The towed vehicle's own flasher sees nothing of it: the diodes stand before it.",
        amps(most_a)
    )
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
        lead.of(PinFunction::Permanent).is_empty(),
        lead.of(PinFunction::ElectricBrake).is_empty(),
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
