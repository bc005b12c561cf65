//! A state of the vehicle by its names: what the command line and the page say, as inputs.

use jovek_job::{Job, SupplyState, SwitchKind, VehicleState};
use jovek_phrases::moment as say;
use jovek_plan::inputs::{Assignment, Inputs};
use jovek_plan::network::build::Situation;
use jovek_plan::study::Assessment;
use jovek_plan::study::study;

/// Why a state is not known.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum StateError {
    /// No state of that name.
    #[error("{}", say::there_is_no_state_use_one(.name, .known))]
    NoState {
        /// The name given.
        name: String,
        /// Names that there are.
        known: String,
    },
    /// No input of that key.
    #[error("{}", say::nothing_in_this_job_is_called(.key, .known))]
    NoInput {
        /// The key given.
        key: String,
        /// Keys that there are.
        known: String,
    },
    /// A dimmer that is none, or a setting out of its range.
    #[error("{}", say::cannot_be_set_to_dimmers(.switch, .percent, .known))]
    NoDimmer {
        /// The switch given.
        switch: String,
        /// The setting given, percent.
        percent: f64,
        /// Dimmers that there are.
        known: String,
    },
    /// Inputs that cannot be on together.
    #[error("{}", say::cannot_be_on_at_once_leave(.words))]
    Excluded {
        /// The inputs, as they are spoken.
        words: String,
    },
}

/// A state, worked out: inputs, supply, battery.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Asked {
    /// The supply.
    pub supply: SupplyState,
    /// What is on.
    pub inputs: Assignment,
    /// Open-circuit voltage of the battery, V, where it was set.
    pub battery_v: Option<f64>,
}

impl Asked {
    /// The situation of the vehicle.
    pub fn situation(&self, study: &Assessment) -> Situation {
        let plain = study.situation(self.supply, self.inputs);
        Situation { open_circuit_v: self.battery_v.unwrap_or(plain.open_circuit_v), ..plain }
    }
}

/// The inputs of some keys, with everything that must be on with them.
///
/// # Errors
/// [`StateError::NoInput`] for a key that the job does not know, [`StateError::Excluded`] for inputs
/// that cannot be on together.
pub fn inputs_of(job: &Job, inputs: &Inputs, keys: &[String]) -> Result<Assignment, StateError> {
    let known: Vec<String> = (0..inputs.list().len()).map(|k| inputs.key(job, k)).collect();
    let mut a = Assignment::NONE;
    for key in keys {
        match known.iter().position(|k| k == key) {
            Some(k) => a.0 |= 1 << k,
            None => {
                return Err(StateError::NoInput { key: key.clone(), known: known.join(", ") });
            }
        }
    }
    let a = inputs.completed(a);
    if inputs.is_allowed(a) {
        Ok(a)
    } else {
        Err(StateError::Excluded { words: inputs.words(job, a) })
    }
}

/// A state of the page or of the job, worked out.
///
/// # Errors
/// As [`inputs_of`].
pub fn worked_out(job: &Job, inputs: &Inputs, state: &VehicleState) -> Result<Asked, StateError> {
    for d in &state.dimmed {
        let is_dimmer = job.switch(&d.switch).is_some_and(|s| s.kind == SwitchKind::Dimmer);
        if !is_dimmer || !(1.0..=100.0).contains(&d.percent) {
            let dimmers = job.switches.iter().filter(|s| s.kind == SwitchKind::Dimmer);
            let known: Vec<&str> = dimmers.map(|s| s.id.0.as_str()).collect();
            return Err(StateError::NoDimmer {
                switch: d.switch.to_string(),
                percent: d.percent,
                known: if known.is_empty() { say::none().into() } else { known.join(", ") },
            });
        }
    }
    Ok(Asked {
        supply: state.supply,
        inputs: inputs_of(job, inputs, &state.on)?,
        battery_v: state.battery_v,
    })
}

/// A state by its name: a state of the supply with as much lit as goes together (`engine_off`), the
/// same with nothing on (`engine_off.off`), or a state that was saved, by id or name.
///
/// # Errors
/// [`StateError`].
pub fn named(job: &Job, study: &Assessment, name: &str) -> Result<Asked, StateError> {
    let saved = job.states.iter().find(|s| s.id.0 == name || s.name == name);
    if let Some(saved) = saved {
        return worked_out(job, &study.wiring.inputs, &saved.state);
    }
    let (supply, is_off) = match name.strip_suffix(".off") {
        Some(supply) => (supply, true),
        None => (name, false),
    };
    match SupplyState::ALL.into_iter().find(|s| s.key() == supply) {
        Some(supply) => Ok(Asked {
            supply,
            inputs: if is_off { Assignment::NONE } else { study.most_lit() },
            battery_v: None,
        }),
        None => Err(StateError::NoState { name: name.to_owned(), known: known(job) }),
    }
}

/// A state by its name, as [`named`], with what has failed in it.
///
/// # Errors
/// [`StateError`].
pub fn asked(job: &Job, name: &str) -> Result<VehicleState, StateError> {
    if let Some(saved) = job.states.iter().find(|s| s.id.0 == name || s.name == name) {
        return Ok(saved.state.clone());
    }
    let study = study(job);
    let asked = named(job, &study, name)?;
    Ok(VehicleState {
        on: study.wiring.inputs.keys(job, asked.inputs),
        supply: asked.supply,
        ..VehicleState::default()
    })
}

/// Names of all states.
fn known(job: &Job) -> String {
    let supply = SupplyState::ALL.map(SupplyState::key).into_iter();
    let plain = supply.clone().map(str::to_owned).chain(supply.map(|s| format!("{s}.off")));
    plain.chain(job.states.iter().map(|s| s.id.0.clone())).collect::<Vec<_>>().join(", ")
}
