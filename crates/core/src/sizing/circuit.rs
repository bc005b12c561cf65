//! The thinnest wire that no rule refuses.

use super::trial::{Bench, Refusal, Trial};
use crate::catalog::conductor::Conductor;
use crate::job::WireSystem;

/// The outcome for one circuit: the chosen trial and its neighbours.
#[derive(Debug, Clone)]
pub struct Sized {
    /// What was chosen.
    pub chosen: Trial,
    /// The next thinner wire and why it was refused.
    pub thinner: Option<Trial>,
    /// The next thicker wire.
    pub thicker: Option<Trial>,
    /// True where even the thickest wire of the shelf was refused.
    pub is_short: bool,
}

/// The thinnest wire of the shelf with at least this area.
pub fn smallest_wire(system: WireSystem, min_mm2: f64) -> Conductor {
    let shelf = Conductor::shelf(system);
    // The shelf is never empty and its last size is the thickest.
    shelf
        .iter()
        .find(|c| c.area_mm2() >= min_mm2 * 0.999)
        .or(shelf.last())
        .copied()
        .unwrap_or(Conductor::Metric(75))
}

/// Sizes one circuit, no thinner than `floor` steps up the shelf.
pub fn size(bench: &Bench, floor: usize) -> Sized {
    let shelf = Conductor::shelf(bench.shop.wire_system);
    if let Some(forced) = &bench.circuit.overrides.wire {
        return around_override(bench, forced.value, &shelf);
    }
    let last = shelf.len() - 1;
    let mut at = first_guess(bench, &shelf).clamp(floor, last);
    let mut trial = Trial::new(bench, shelf[at]);
    // Up to the first that will do, then down to the last that still does.
    while trial.refusal.is_some() && at < last {
        at += 1;
        trial = Trial::new(bench, shelf[at]);
    }
    let is_short = trial.refusal.is_some();
    let mut thinner = None;
    while at > floor {
        let below = Trial::new(bench, shelf[at - 1]);
        if below.refusal.is_some() && !is_short {
            thinner = Some(below);
            break;
        }
        if is_short {
            // Nothing will do: step back to where more copper stops helping.
            if below.drop.drop_v > trial.drop.drop_v * 1.02 || cannot_carry(&below) {
                thinner = Some(below);
                break;
            }
        }
        at -= 1;
        trial = below;
    }
    if thinner.is_none() && at > 0 {
        thinner = Some(Trial::new(bench, shelf[at - 1]));
    }
    let thicker = shelf.get(at + 1).map(|&c| Trial::new(bench, c));
    Sized { chosen: trial, thinner, thicker, is_short }
}

fn cannot_carry(trial: &Trial) -> bool {
    matches!(
        trial.refusal,
        Some(Refusal::Ampacity { .. } | Refusal::FarEnd(_) | Refusal::Unsolved { .. })
    )
}

fn around_override(bench: &Bench, forced: Conductor, shelf: &[Conductor]) -> Sized {
    let area = forced.area_mm2();
    let neighbour = |c: Option<&Conductor>| c.map(|&c| Trial::new(bench, c));
    let chosen = Trial::new(bench, forced);
    Sized {
        is_short: chosen.refusal.is_some(),
        chosen,
        thinner: neighbour(shelf.iter().rev().find(|c| c.area_mm2() < area * 0.99)),
        thicker: neighbour(shelf.iter().find(|c| c.area_mm2() > area * 1.01)),
    }
}

/// Where to start on the shelf: the wire alone at twice the drop allowed. Only saves trials.
fn first_guess(bench: &Bench, shelf: &[Conductor]) -> usize {
    let power_w: f64 = bench.chain.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum();
    let nominal_v = bench.system.nominal_v();
    let current_a = power_w / nominal_v;
    let limit_v = super::trial::drop_limit_v(bench.shop.drop, nominal_v, bench.system);
    let metres = bench.chain.copper_m();
    shelf.iter().position(|c| current_a * c.ohm(metres, 60.0) < limit_v).unwrap_or(shelf.len() - 1)
}
