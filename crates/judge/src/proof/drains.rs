//! What flows with everything off, and what a hand can leave on.

use super::simulation::Simulation;
use jovek_base::figure::amps;
use jovek_circuit::SolveError;
use jovek_job::Job;
use jovek_phrases::proof as say;
use jovek_plan::inputs::Assignment;
use serde::Serialize;
use utoipa::ToSchema;

/// A circuit that a switch leaves on with the key out.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LeftOn {
    /// Its name.
    pub circuit: String,
    /// What is on.
    pub words: String,
    /// Keys of what is on.
    pub on: Vec<String>,
    /// Current from all batteries, A.
    pub current_a: f64,
    /// `Rear work lamps: 3.40 A with switch: rear`.
    pub text: String,
}

/// Currents with the key out.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Drains {
    /// Current of all batteries with everything off, A.
    pub key_off_a: f64,
    /// `5 mA with everything off`.
    pub text: String,
    /// What a hand can leave on.
    pub left_on: Vec<LeftOn>,
}

/// What the batteries give, A.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Given {
    start_a: f64,
    auxiliary_a: f64,
}

/// Current out of each battery in a combination.
fn given(live: &mut Simulation, a: Assignment) -> Result<Given, SolveError> {
    live.put(a);
    let solution = live.solve()?;
    let auxiliary = live.built.auxiliary.map(|battery| -solution.current_a(battery));
    Ok(Given {
        start_a: -solution.current_a(live.built.battery),
        auxiliary_a: auxiliary.unwrap_or(0.0),
    })
}

impl Given {
    /// What is given more than before.
    fn beyond(self, before: Given) -> Given {
        Given {
            start_a: self.start_a - before.start_a,
            auxiliary_a: self.auxiliary_a - before.auxiliary_a,
        }
    }

    fn total_a(self) -> f64 {
        self.start_a + self.auxiliary_a
    }

    /// Where it comes from, where that is not the starting battery alone.
    fn source_text(self) -> &'static str {
        match (self.start_a > LEAST_A, self.auxiliary_a > LEAST_A) {
            (true, true) => say::from_both_batteries(),
            (false, true) => say::from_the_auxiliary_battery(),
            _ => "",
        }
    }
}

/// Less than this is nothing, A.
const LEAST_A: f64 = 0.000_5;

/// Works out the drains of a job.
///
/// # Errors
/// [`SolveError`] where the vehicle at rest has no steady state.
pub fn drains(job: &Job, live: &mut Simulation) -> Result<Drains, SolveError> {
    let study = live.study;
    let inputs = &study.wiring.inputs;
    let at_rest = given(live, Assignment::NONE)?;
    let key_off_a = at_rest.start_a.max(0.0) + at_rest.auxiliary_a.max(0.0);
    let mut left_on = Vec::new();
    for c in &study.circuits {
        let by_hand = c.chain.lit_by.iter().find(|a| inputs.are_left_by_hand(job, **a));
        let Some(&a) = by_hand.filter(|a| **a != Assignment::NONE) else { continue };
        let more = given(live, a)?.beyond(at_rest);
        let current_a = more.total_a();
        let words = inputs.words(job, a);
        left_on.push(LeftOn {
            circuit: c.chain.name.clone(),
            on: inputs.keys(job, a),
            current_a,
            text: say::with(&c.chain.name, &amps(current_a), &more.source_text(), &words),
            words,
        });
    }
    Ok(Drains { key_off_a, text: rest_text(key_off_a, at_rest.source_text()), left_on })
}

fn rest_text(current_a: f64, from: &str) -> String {
    if current_a < LEAST_A {
        say::no_current_with_everything_off().into()
    } else if current_a < 0.5 {
        say::ma_with_everything_off(&(current_a * 1000.0), &from)
    } else {
        say::with_everything_off(&amps(current_a), &from)
    }
}
