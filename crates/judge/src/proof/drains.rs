//! What flows with everything off, and what a hand can leave on.

use super::simulation::Simulation;
use jovek_base::figure::amps;
use jovek_circuit::SolveError;
use jovek_job::Job;
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
    /// Current from the battery, A.
    pub current_a: f64,
    /// `Rear work lamps: 3.40 A with switch: rear`.
    pub text: String,
}

/// Currents with the key out.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Drains {
    /// Added current with everything off, A.
    pub key_off_a: f64,
    /// `5 mA with everything off`.
    pub text: String,
    /// What a hand can leave on.
    pub left_on: Vec<LeftOn>,
}

/// Current out of the battery, A.
pub fn battery_a(live: &mut Simulation, a: Assignment) -> Result<f64, SolveError> {
    live.put(a);
    let solution = live.solve()?;
    Ok(-solution.current_a(live.built.battery))
}

/// Works out the drains of a job.
///
/// # Errors
/// [`SolveError`] where the vehicle at rest has no steady state.
pub fn drains(job: &Job, live: &mut Simulation) -> Result<Drains, SolveError> {
    let study = live.study;
    let inputs = &study.wiring.inputs;
    let key_off_a = battery_a(live, Assignment::NONE)?.max(0.0);
    let mut left_on = Vec::new();
    for c in &study.circuits {
        let by_hand = c.chain.lit_by.iter().find(|a| inputs.are_left_by_hand(job, **a));
        let Some(&a) = by_hand.filter(|a| **a != Assignment::NONE) else { continue };
        let current_a = battery_a(live, a)? - key_off_a;
        let words = inputs.words(job, a);
        left_on.push(LeftOn {
            circuit: c.chain.name.clone(),
            on: inputs.keys(job, a),
            current_a,
            text: format!("{}: {} with {words}", c.chain.name, amps(current_a)),
            words,
        });
    }
    Ok(Drains { key_off_a, text: rest_text(key_off_a), left_on })
}

fn rest_text(current_a: f64) -> String {
    if current_a < 0.000_5 {
        "Nothing flows with everything off.".into()
    } else if current_a < 0.5 {
        format!("{:.0} mA with everything off.", current_a * 1000.0)
    } else {
        format!("{} with everything off.", amps(current_a))
    }
}
