//! Two diodes with one outlet: a lamp's two sources that must not feed each other.
//!
//! Source: reference figures of common practice, no source: three to five times the running current for the inrush of
//! bulbs, 100 V in reverse.

use super::Shared;
use jovek_catalog::diode::{for_lamps, forward_v};
use jovek_job::{Job, Signal, TieInEnd, VehicleSide};
use jovek_plan::inputs::signal_label;
use serde::Serialize;
use utoipa::ToSchema;

/// Two diodes with one outlet.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct DiodePair {
    /// Which lamps hang on it.
    pub lamps: String,
    /// The vehicle's own wire, at one anode.
    pub own: String,
    /// The wire of the lead, at the other.
    pub lead: String,
    /// Current of the lamps, A.
    pub current_a: f64,
    /// Smallest diode that carries them; empty where none does.
    pub diode: String,
    /// What it loses, V.
    pub drop_v: f64,
    /// What it heats, W.
    pub heat_w: f64,
    /// Least rating, A: the inrush of bulbs. Three to five times the running current is common practice.
    pub least_a: f64,
}

/// One pair for each circuit at the rear lamps; in front one for each pair of wires that meet.
pub(super) fn pairs(job: &Job, tie_in: TieInEnd, lamps: &[Shared]) -> Vec<DiodePair> {
    let wire = |of: VehicleSide, signals: &[Signal]| {
        let names: Vec<String> = signals
            .iter()
            .map(|s| {
                let found = job.factory.iter().find(|f| f.of == of && f.follows == *s);
                found.map_or_else(|| signal_label(*s).to_owned(), |f| f.name.clone())
            })
            .collect();
        names.join(", ")
    };
    let mut groups: Vec<(Vec<&str>, &Shared, f64)> = Vec::new();
    for lamp in lamps.iter().filter(|l| !l.own.is_empty()) {
        let same = groups
            .iter_mut()
            .find(|(_, g, _)| tie_in == TieInEnd::Front && g.own == lamp.own && g.tow == lamp.tow);
        match same {
            Some((names, _, current_a)) => {
                names.push(&lamp.name);
                *current_a += lamp.current_a;
            }
            None => groups.push((vec![&lamp.name], lamp, lamp.current_a)),
        }
    }
    groups
        .into_iter()
        .map(|(names, lamp, current_a)| {
            // One pair is the plan's own; where several meet in front, one carries all of them.
            let is_alone = names.len() == 1;
            let diode = lamp
                .planned
                .filter(|_| is_alone)
                .or_else(|| for_lamps(current_a, job.shop.silicon_diodes));
            let drop_v = diode.map_or(0.0, |d| forward_v(&d, current_a));
            DiodePair {
                lamps: names.join(", "),
                own: wire(VehicleSide::Own, &lamp.own),
                lead: wire(VehicleSide::Towing, &lamp.tow),
                current_a,
                diode: diode.map_or_else(String::new, |d| d.name()),
                drop_v,
                heat_w: drop_v * current_a,
                least_a: 3.0 * current_a,
            }
        })
        .collect()
}
