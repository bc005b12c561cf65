//! What a body module or a trailer module would notice of the added load.
//!
//! The module is simulated with thresholds of common practice (no published limits): it reports a
//! lamp as failed when its wire carries less than 40 % of what it knows, too much load above 130 %,
//! and a trailer as connected from a quarter ampere on a lamp wire of its socket.

use super::simulation::Simulation;
use jovek_base::figure::{amps, amps_or_milli};
use jovek_catalog::module::{LAMP_OUT_PART, OVERLOAD_PART, TRAILER_A};
use jovek_circuit::SolveError;
use jovek_job::{FactoryCircuit, FactoryKind, Job, OutputKind};
use jovek_phrases::proof as say;
use jovek_plan::study::Assessment;
use serde::Serialize;
use utoipa::ToSchema;

/// A wire that is not plainly on or off, or whose load a module looks at.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Watched {
    /// The factory circuit.
    pub wire: String,
    /// Its number in the job.
    #[serde(skip)]
    pub index: usize,
    /// How its source behaves.
    pub output: OutputKind,
    /// Current that was there, A.
    pub existing_a: f64,
    /// Current that is added while it is on, A.
    pub added_a: f64,
    /// True where the module would say or miss something, or the lamps would not burn steadily.
    pub is_noticed: bool,
    /// What it would say.
    pub says: String,
}

/// Looks at every wire that the plan loads or listens to and whose source is pulsed, watched or unknown.
///
/// # Errors
/// [`SolveError`] where a wire alone has no steady state.
pub fn watched(job: &Job, live: &mut Simulation) -> Result<Vec<Watched>, SolveError> {
    let mut out = Vec::new();
    for index in looked_at(job, live.study) {
        let planned = live.study.factory[index];
        let inputs = &live.study.wiring.inputs;
        let on = inputs.lowest_of(planned.live_by);
        live.put(inputs.completed(on));
        let solution = live.solve()?;
        let Some(built) = live.built.factory[index] else { continue };
        let total_a = solution.current_a(built.wire);
        let existing_a = built.lamps.map_or(0.0, |l| solution.current_a(l));
        // A module knows the lamps that it was made for, those that come off its plugs too.
        let gone_a = (planned.before_a - planned.existing_a).max(0.0);
        let added_a = (total_a - existing_a).max(0.0);
        let loads = Loads { existing_a, added_a, gone_a };
        let f = &job.factory[index];
        let (is_noticed, says) = if f.kind == FactoryKind::TrailerSocket {
            loads.on_socket()
        } else {
            loads.on(f.output)
        };
        out.push(Watched {
            wire: f.name.clone(),
            index,
            output: f.output,
            existing_a,
            added_a: loads.added_a,
            is_noticed,
            says,
        });
    }
    Ok(out)
}

/// Factory circuits to look at, by number: those that a plan touches and that are not known to be plain.
pub fn looked_at(job: &Job, study: &Assessment) -> Vec<usize> {
    let is_touched = |i: &usize| study.circuits.iter().any(|c| c.chain.taps().contains(i));
    let is_plain =
        |f: &FactoryCircuit| f.output == OutputKind::Plain && f.kind != FactoryKind::TrailerSocket;
    (0..job.factory.len()).filter(|&i| !is_plain(&job.factory[i])).filter(is_touched).collect()
}

/// Current on a wire: of what was there and stays, added, and of the lamps that come off, A.
#[derive(Debug, Clone, Copy)]
struct Loads {
    existing_a: f64,
    added_a: f64,
    gone_a: f64,
}

impl Loads {
    /// What a trailer module sees of its lamp wire.
    fn on_socket(self) -> (bool, String) {
        let seen = self.added_a >= TRAILER_A;
        let what =
            if seen { say::reports_a_trailer_as_connected() } else { say::sees_no_trailer() };
        (seen, say::on_its_lamp_wire(&what, &amps(self.added_a)))
    }

    /// What comes of an output that behaves so.
    fn on(self, output: OutputKind) -> (bool, String) {
        let Loads { existing_a, added_a, gone_a } = self;
        let total_a = existing_a + added_a;
        let known_a = existing_a + gone_a;
        match output {
            OutputKind::Pulsed => (true, say::pulsed_or_dimmed_relays_chatter().into()),
            OutputKind::Unknown => (false, say::it_is_not_known_how().into()),
            _ if gone_a > 0.0 && total_a < LAMP_OUT_PART * known_a => {
                (true, say::reports_a_lamp_as_out(&amps(total_a), &amps(known_a)))
            }
            _ if total_a > OVERLOAD_PART * known_a.max(0.1) => {
                (true, say::reports_too_much_load(&amps(total_a), &amps(known_a)))
            }
            _ if gone_a == 0.0 && added_a >= LAMP_OUT_PART * existing_a => {
                (true, say::no_longer_detects_a_failed_lamp(&amps(added_a)))
            }
            _ => {
                (false, say::sees_nothing_wrong_beside(&amps_or_milli(added_a), &amps(existing_a)))
            }
        }
    }
}
