//! The thinnest wire that no rule refuses.

use crate::chain::LinkKind;
use crate::network::cache::NetworkCache;
use crate::sizing::trial::{Refusal, SizingInput, WireTrial, WorstDrop, drop_with};
use jovek_catalog::conductor::Conductor;
use jovek_catalog::{contact, dimmer};
use jovek_job::WireSystem;

/// The outcome for one circuit: the chosen trial and its neighbours.
#[derive(Debug, Clone)]
pub struct Sized {
    /// What was chosen.
    pub chosen: WireTrial,
    /// The next thinner wire and why it was refused.
    pub thinner: Option<WireTrial>,
    /// The next thicker wire, and its drop in the state that decided.
    pub thicker: Option<(Conductor, WorstDrop)>,
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

/// The trials of one circuit so far: a wire is tried once.
#[derive(Debug, Default)]
pub struct WireTrials {
    cache: NetworkCache,
    made: Vec<WireTrial>,
}

impl WireTrials {
    fn of(&mut self, bench: &SizingInput, wire: Conductor) -> WireTrial {
        if let Some(made) = self.made.iter().find(|t| t.sizes.wire == wire) {
            return made.clone();
        }
        let trial = WireTrial::new(bench, wire, &mut self.cache);
        self.made.push(trial.clone());
        trial
    }

    /// The drop with another wire, where it decided for the chosen one.
    fn glance(
        &mut self,
        bench: &SizingInput,
        wire: Option<&Conductor>,
        chosen: &WireTrial,
    ) -> Option<(Conductor, WorstDrop)> {
        let wire = *wire?;
        let drop = drop_with(bench, wire, chosen, &mut self.cache).ok()?;
        Some((wire, drop))
    }
}

/// Sizes one circuit, no thinner than `floor` steps up the shelf.
pub fn size(bench: &SizingInput, floor: usize, trials: &mut WireTrials) -> Sized {
    let shelf = Conductor::shelf(bench.shop.wire_system);
    if let Some(forced) = &bench.circuit.overrides.wire {
        return around_override(bench, forced.value, &shelf, trials);
    }
    let last = shelf.len() - 1;
    let mut at = first_guess(bench, &shelf).clamp(floor, last);
    let mut trial = trials.of(bench, shelf[at]);
    // Up to the first that will do, then down to the last that still does.
    while trial.refusal.is_some() && at < last {
        at += 1;
        trial = trials.of(bench, shelf[at]);
    }
    let is_short = trial.refusal.is_some();
    let mut thinner = None;
    while at > floor {
        let below = trials.of(bench, shelf[at - 1]);
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
        thinner = Some(trials.of(bench, shelf[at - 1]));
    }
    let thicker = trials.glance(bench, shelf.get(at + 1), &trial);
    Sized { chosen: trial, thinner, thicker, is_short }
}

fn cannot_carry(trial: &WireTrial) -> bool {
    matches!(
        trial.refusal,
        Some(Refusal::Ampacity { .. } | Refusal::FarEnd(_) | Refusal::Unsolved { .. })
    )
}

fn around_override(
    bench: &SizingInput,
    forced: Conductor,
    shelf: &[Conductor],
    trials: &mut WireTrials,
) -> Sized {
    let area = forced.area_mm2();
    let chosen = trials.of(bench, forced);
    let thinner = shelf.iter().rev().find(|c| c.area_mm2() < area * 0.99);
    let thicker = shelf.iter().find(|c| c.area_mm2() > area * 1.01);
    Sized {
        is_short: chosen.refusal.is_some(),
        thinner: thinner.map(|&c| trials.of(bench, c)),
        thicker: trials.glance(bench, thicker, &chosen),
        chosen,
    }
}

/// Where to start on the shelf: the wire that loses what joints, fuse and switch leave of the drop
/// allowed. Only saves trials.
fn first_guess(bench: &SizingInput, shelf: &[Conductor]) -> usize {
    let power_w: f64 = bench.chain.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum();
    let nominal_v = bench.system.nominal_v();
    // Lit from a battery that is not quite full.
    let current_a = power_w / nominal_v;
    let limit_v = crate::drop::drop_limit_v(bench.shop.drop, nominal_v, bench.system);
    let metres = bench.chain.copper_m();
    let joints_ohm: f64 = bench
        .chain
        .links
        .iter()
        .map(|l| match l.kind {
            LinkKind::Joint { ohm, .. } | LinkKind::Connector { ohm, .. } => ohm,
            LinkKind::Dimmer => dimmer::ON_OHM,
            LinkKind::Chassis => contact::CHASSIS_OHM,
            LinkKind::Bus => contact::STUD_OHM + contact::CHASSIS_OHM,
            // A fuse of 7.5 A in its holder, a closed contact: near enough to start from.
            LinkKind::Fuse { .. } | LinkKind::Control { .. } => 0.012,
            LinkKind::Wire(_) | LinkKind::Lamps => 0.0,
        })
        .sum();
    let spare_v = limit_v - current_a * joints_ohm;
    shelf.iter().position(|c| current_a * c.ohm(metres, 60.0) < spare_v).unwrap_or(shelf.len() - 1)
}
