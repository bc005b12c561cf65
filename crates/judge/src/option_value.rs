//! What a way is worth: the job without it, or with a circuit pinned to it, against the job as it is.

use crate::answers::{Answers, assess};
use crate::finding::FindingCode;
use jovek_base::figure::volts;
use jovek_job::{CircuitId, Job, WayFact, WayId};
use jovek_phrases::question as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What is tried.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case", tag = "try", deny_unknown_fields)]
pub enum OptionTrial {
    /// No wire may take the way.
    Forbid {
        /// The way.
        way: WayId,
    },
    /// A circuit must take the way.
    Pin {
        /// The circuit.
        circuit: CircuitId,
        /// The way.
        way: WayId,
    },
}

/// What it costs.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Cost {
    /// True where every circuit still has its path.
    pub is_possible: bool,
    /// Metres of wire that are added; negative where some are saved.
    pub wire_m: f64,
    /// In words: `2.35 m more wire`, `Rear work lamps: 0.12 V less`, `4 mm² becomes 6 mm²`.
    pub says: Vec<String>,
}

/// The job with a trial put in.
pub fn tried(job: &Job, trial: &OptionTrial) -> Job {
    let mut out = job.clone();
    match trial {
        OptionTrial::Forbid { way } => {
            if let Some(skeleton) = &mut out.skeleton {
                match skeleton.ways.iter_mut().find(|w| w.id == *way) {
                    Some(fact) => fact.is_forbidden = true,
                    None => skeleton.ways.push(WayFact {
                        id: way.clone(),
                        is_forbidden: true,
                        ..WayFact::default()
                    }),
                }
            }
        }
        OptionTrial::Pin { circuit, way } => {
            let sites = out.circuits.iter_mut().find(|c| c.id == *circuit);
            if let Some(sites) = sites.and_then(|c| c.sites.as_mut())
                && !sites.pinned.contains(way)
            {
                sites.pinned.push(way.clone());
            }
        }
    }
    out
}

/// What a trial costs in metres, volts and parts.
pub fn cost(job: &Job, trial: &OptionTrial) -> Cost {
    let (before, after) = (assess(job), assess(&tried(job, trial)));
    let metres = |a: &Answers| a.cut_totals.iter().map(|t| t.length_m).sum::<f64>();
    let no_path = |a: &Answers| a.findings.iter().filter(|f| f.code == FindingCode::NoPath).count();
    let wire_m = metres(&after) - metres(&before);
    let mut says = Vec::new();
    if wire_m.abs() > 0.005 {
        let way = if wire_m > 0.0 { say::more() } else { say::less() };
        says.push(say::wire(&job.shop.units.length(wire_m.abs()), &way));
    }
    for (was, now) in before.circuits.iter().zip(&after.circuits) {
        let lost_v = was.volt_lines.first().zip(now.volt_lines.first());
        let lost_v = lost_v.map_or(0.0, |(was, now)| was.lamp_v - now.lamp_v);
        if lost_v.abs() >= 0.01 {
            let way = if lost_v > 0.0 { say::less() } else { say::more() };
            says.push(format!("{}: {} {way}", was.name, volts(lost_v.abs())));
        }
        for (a, b) in was.choices.iter().zip(&now.choices) {
            if a.label != b.label {
                says.push(say::becomes(&was.name, &a.label, &b.label));
            }
        }
    }
    let is_possible = no_path(&after) <= no_path(&before);
    if !is_possible {
        says.insert(0, say::a_circuit_has_no_other_path().into());
    }
    if says.is_empty() {
        says.push(say::nothing_changes().into());
    }
    Cost { is_possible, wire_m, says }
}
