//! The strips of a job, each planned.

use crate::lamp::strip_figures;
use crate::strip::{StripPlan, plan};
use jovek_job::Job;

/// A strip of a job.
#[derive(Debug, Clone, PartialEq)]
pub struct StripOf {
    /// Its circuit, by index in the job.
    pub circuit: usize,
    /// Its light, by index in the circuit.
    pub light: usize,
    /// The plan.
    pub plan: StripPlan,
}

/// Every strip of a job.
pub fn strips(job: &Job) -> Vec<StripOf> {
    let mut out = Vec::new();
    for (circuit, c) in job.circuits.iter().enumerate() {
        for (light, l) in c.lights.iter().enumerate() {
            let planned = l.strip.as_ref().zip(strip_figures(l)).and_then(|(s, f)| plan(s, f));
            out.extend(planned.map(|plan| StripOf { circuit, light, plan }));
        }
    }
    out
}
