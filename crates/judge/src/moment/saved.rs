//! States that were saved in Try, as they are now.

use super::now::moment;
use crate::proof::SavedNow;
use jovek_job::Job;
use jovek_phrases::moment as say;

/// Each saved state of a job: what is lit, and whether all is as wished.
pub fn saved_now(job: &Job) -> Vec<SavedNow> {
    job.states
        .iter()
        .map(|saved| {
            let (says, is_right) = match moment(job, &saved.state, None) {
                Ok(m) => {
                    let lit: Vec<&str> =
                        m.circuits.iter().filter(|c| c.is_lit).map(|c| c.name.as_str()).collect();
                    let lit = if lit.is_empty() { say::nothing().into() } else { lit.join(", ") };
                    let right = m.circuits.iter().all(|c| c.is_lit == c.is_wanted && !c.is_dim)
                        && m.backfeeds.is_empty();
                    (say::state_lit(&m.words, &lit), right)
                }
                Err(e) => (e.to_string(), false),
            };
            SavedNow { id: saved.id.clone(), name: saved.name.clone(), says, is_right }
        })
        .collect()
}
