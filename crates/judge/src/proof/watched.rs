//! What a body module or a trailer module would notice of the added load.
//!
//! The module is simulated with thresholds of common practice (no published limits): it reports a
//! lamp as failed when its wire carries less than 40 % of what it knows, too much load above 130 %,
//! and a trailer as connected from a quarter ampere on a lamp wire of its socket.

use super::simulation::Simulation;
use jovek_base::figure::amps;
use jovek_catalog::module::{LAMP_OUT_PART, OVERLOAD_PART, TRAILER_A};
use jovek_circuit::SolveError;
use jovek_job::{FactoryKind, Job, OutputKind};
use serde::Serialize;
use utoipa::ToSchema;

/// A wire under the eyes of a module.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Watched {
    /// The factory circuit.
    pub wire: String,
    /// Current that was there, A.
    pub existing_a: f64,
    /// Current that is added while it is on, A.
    pub added_a: f64,
    /// True where the module would say or miss something.
    pub is_noticed: bool,
    /// What it would say.
    pub says: String,
}

/// Looks at every watched wire that the plan touches.
///
/// # Errors
/// [`SolveError`] where a wire alone has no steady state.
pub fn watched(job: &Job, live: &mut Simulation) -> Result<Vec<Watched>, SolveError> {
    let mut out = Vec::new();
    for (i, f) in job.factory.iter().enumerate() {
        let is_socket = f.kind == FactoryKind::TrailerSocket;
        if f.output != OutputKind::Monitored && !is_socket {
            continue;
        }
        let planned = live.study.factory[i];
        let inputs = &live.study.wiring.inputs;
        let on = inputs.lowest_of(planned.live_by);
        live.put(inputs.completed(on));
        let solution = live.solve()?;
        let Some(built) = live.built.factory[i] else { continue };
        if !live.study.circuits.iter().any(|c| c.chain.taps().contains(&i)) {
            continue;
        }
        let total_a = solution.current_a(built.wire);
        let own_a = built.lamps.map_or(0.0, |l| solution.current_a(l));
        let added_a = (total_a - own_a).max(0.0);
        let (is_noticed, says) = if is_socket {
            let seen = added_a >= TRAILER_A;
            let what = if seen { "Takes a trailer for connected" } else { "Sees no trailer" };
            (seen, format!("{what}: {} on its lamp wire.", amps(added_a)))
        } else if total_a > OVERLOAD_PART * own_a.max(0.1) {
            (
                true,
                format!("Reports too much load: {} where it knows {}.", amps(total_a), amps(own_a)),
            )
        } else if added_a >= LAMP_OUT_PART * own_a {
            (true, format!("No longer notices a failed lamp: {} still flow.", amps(added_a)))
        } else {
            (false, format!("Notices nothing: {} beside {}.", amps(added_a), amps(own_a)))
        };
        out.push(Watched { wire: f.name.clone(), existing_a: own_a, added_a, is_noticed, says });
    }
    Ok(out)
}
