//! The thinnest wire that no rule refuses.

use crate::drop::Drop;
use crate::need::Need;
use crate::network::cache::NetworkCache;
use crate::sizing::bears::mechanical_min_mm2;
use crate::sizing::trial::{Refusal, SizingInput, WireTrial, drop_with};
use crate::wires::is_to_plug;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::terminal::EndKind;

/// The outcome for one circuit: the chosen trial and its neighbours.
#[derive(Debug, Clone)]
pub struct Sized {
    /// What was chosen.
    pub chosen: WireTrial,
    /// The next thinner wire and why it was refused.
    pub thinner: Option<WireTrial>,
    /// The next thicker wire, and its drop in the state that decided.
    pub thicker: Option<(Conductor, Drop)>,
    /// True where no wire of the shelf meets the whole need.
    pub is_short: bool,
}

/// The thinnest wire of the shelf with at least this area.
pub fn smallest_wire(shelf: &[Conductor], min_mm2: f64) -> Conductor {
    // The shelf is never empty and its last size is the thickest.
    shelf
        .iter()
        .find(|c| c.area_mm2() >= min_mm2 * 0.999)
        .or(shelf.last())
        .copied()
        .unwrap_or(Conductor::Metric(75))
}

/// What a trial was made for: the need, whether the lamps were to hang on the fuse that is there, and the wire that
/// was asked for in the leads to the lamps.
type Aim = (Need, bool, Option<Conductor>);

/// The trials of one circuit so far: a wire is tried once against a need.
#[derive(Debug, Default)]
pub struct WireTrials {
    cache: NetworkCache,
    made: Vec<(Aim, WireTrial)>,
}

impl WireTrials {
    fn of(&mut self, bench: &SizingInput, wire: Conductor, need: Need) -> WireTrial {
        let aim = (need, bench.on_that_fuse, bench.leads);
        let is_made = |(a, t): &&(Aim, WireTrial)| *a == aim && t.sizes.wire == wire;
        if let Some((_, made)) = self.made.iter().find(is_made) {
            return made.clone();
        }
        let trial = WireTrial::new(bench, wire, need, &mut self.cache);
        self.made.push((aim, trial.clone()));
        trial
    }

    /// The thinnest wire from a step of the shelf on that will do for a need, with its step: each one is tried, the
    /// thinnest first, until one will do or no copper at all would.
    fn thinnest(
        &mut self,
        bench: &SizingInput,
        (shelf, floor): (&[Conductor], usize),
        need: Need,
        will_do: impl Fn(&WireTrial) -> bool,
    ) -> Option<(usize, WireTrial)> {
        for (at, &wire) in shelf.iter().enumerate().skip(floor) {
            let trial = self.of(bench, wire, need);
            if will_do(&trial) {
                return Some((at, trial));
            }
            if matches!(trial.refusal, Some(Refusal::Drop(d)) if d.is_beyond_copper()) {
                return None;
            }
        }
        None
    }

    /// The drop with another wire, where it decided for the chosen one.
    fn glance(
        &mut self,
        bench: &SizingInput,
        wire: Option<&Conductor>,
        chosen: &WireTrial,
    ) -> Option<(Conductor, Drop)> {
        let wire = *wire?;
        let drop = drop_with(bench, wire, chosen, &mut self.cache).ok()?;
        Some((wire, drop))
    }
}

/// Sizes one circuit, no thinner than `floor` steps up the shelf.
///
/// Where no wire that the terminals take meets the whole need, the thinnest that keeps the copper to its share, or to
/// that of such lamps; where none does that, the thinnest that is safe and works; then the thinnest that bears the load.
/// Never the thickest because nothing would do: copper that does not help is only bought.
pub fn size(bench: &SizingInput, floor: usize, trials: &mut WireTrials) -> Sized {
    let shelf = bench.shop.shelf();
    if let Some((forced, _)) = bench.circuit.told_wire() {
        return around_override(bench, forced, &shelf, trials);
    }
    if bench.on_that_fuse {
        let sized = size_for_load(bench, floor, &shelf, trials);
        let cord_mm2 = bench.cord_mm2().unwrap_or(0.0);
        if !sized.is_short && sized.chosen.sizes.wire.area_mm2() <= cord_mm2 * 1.01 {
            return sized;
        }
    }
    // Thinner than the cord: a branch fuse of its own.
    size_for_load(&SizingInput { on_that_fuse: false, ..*bench }, floor, &shelf, trials)
}

/// Most sizes that a guess at the cut-in of the lamps makes a wire thicker by. Common practice: a size up is cheap.
const GUESS_SIZES: usize = 2;

/// Sizes one circuit on the fuse that it is meant to have.
fn size_for_load(
    bench: &SizingInput,
    floor: usize,
    shelf: &[Conductor],
    trials: &mut WireTrials,
) -> Sized {
    let need = bench.chain.need;
    let floor = floor.min(shelf.len() - 1);
    // Push-on terminals of holders, relays and switches end the search, unless the load itself asks for more.
    let fitting = shelf.iter().take_while(|c| EndKind::Blade.takes(**c)).count();
    let mut bears_load = |&c: &Conductor| {
        let trial = trials.of(bench, c, need.nothing());
        !matches!(trial.refusal, Some(Refusal::Ampacity { .. } | Refusal::NoFuse { .. }))
    };
    let is_enough = fitting > floor && shelf[..fitting].last().is_some_and(&mut bears_load);
    let from = (if is_enough { &shelf[..fitting] } else { shelf }, floor);
    let passes = |t: &WireTrial| t.refusal.is_none();
    let is_safe_but_slow = |t: &WireTrial| matches!(t.refusal, None | Some(Refusal::FarEnd(_)));
    let bears = |t: &WireTrial| {
        t.ampacity_a >= t.load_a && !matches!(t.refusal, Some(Refusal::Mechanical { .. }))
    };
    let whole = trials.thinnest(bench, from, need, passes);
    // Nobody said the cut-in: what such lamps usually need is worth a size or two, never more.
    let whole = whole.map(|(at, trial)| match need.guessed_v {
        None => (at, trial),
        Some(_) => {
            let most = from.0.len().min(at + GUESS_SIZES + 1);
            let found = trials.thinnest(bench, (&shelf[..most], at), need.with_guess(), passes);
            let most = || (most - 1, trials.of(bench, shelf[most - 1], need));
            found.unwrap_or_else(most)
        }
    });
    let is_short = whole.is_none();
    let (at, trial) = whole
        .or_else(|| trials.thinnest(bench, from, need.copper_alone(), passes))
        .or_else(|| trials.thinnest(bench, from, need.usual(), passes))
        .or_else(|| trials.thinnest(bench, from, need.nothing(), passes))
        .or_else(|| trials.thinnest(bench, from, need.nothing(), is_safe_but_slow))
        .or_else(|| trials.thinnest(bench, from, need.nothing(), bears))
        .unwrap_or_else(|| {
            let last = shelf.len() - 1;
            (last, trials.of(bench, shelf[last], need.nothing()))
        });
    let tried_for = trial.drop.need;
    let thinner = at.checked_sub(1).map(|below| trials.of(bench, shelf[below], tried_for));
    // What is said of the chosen one is said against the whole need, and never against a guess.
    let trial = match trial.refusal {
        _ if !is_short => trials.of(bench, shelf[at], need),
        None if is_short => {
            let judged = trials.of(bench, shelf[at], need);
            WireTrial { drop: judged.drop, refusal: judged.refusal, ..trial }
        }
        _ => trial,
    };
    let chosen = if is_short { trial } else { with_thinner_leads(bench, trial, shelf, trials) };
    let thicker = trials.glance(&with_its_leads(bench, &chosen), shelf.get(at + 1), &chosen);
    Sized { chosen, thinner, thicker, is_short }
}

/// The same circuit with the leads and the fuse that a trial has: another trunk is looked at with those.
pub fn with_its_leads<'a>(bench: &SizingInput<'a>, trial: &WireTrial) -> SizingInput<'a> {
    let lead = trial.sizes.lamp_wire;
    let leads = (lead != trial.sizes.wire && !bench.chain.legs.is_empty()).then_some(lead);
    // With a fuse of its own it is not on the one that was there.
    let on_that_fuse = bench.on_that_fuse && trial.sizes.fuse.is_none();
    SizingInput { leads, on_that_fuse, ..*bench }
}

/// Length of leads to lamps for which a second reel is taken down, m. Common practice: a short pigtail is cut from
/// the reel of the trunk.
const OWN_REEL_M: f64 = 2.0;

/// The same wire with thinner leads to the lamps, where those are long: each carries the current of its lamps alone,
/// so the thinnest that the fuse protects and that leaves the lamps what they need will do.
fn with_thinner_leads(
    bench: &SizingInput,
    trial: WireTrial,
    shelf: &[Conductor],
    trials: &mut WireTrials,
) -> WireTrial {
    let chain = bench.chain;
    let legs = chain.legs.iter().chain(&chain.back_legs);
    let to_plugs_m: f64 = legs.filter(|leg| is_to_plug(chain, leg)).map(|leg| leg.length_m()).sum();
    if to_plugs_m < OWN_REEL_M {
        return trial;
    }
    let (wire, need) = (trial.sizes.wire, trial.drop.need);
    let now_mm2 = trial.sizes.lamp_wire.area_mm2();
    let thinner = shelf
        .iter()
        .filter(|c| c.area_mm2() < now_mm2 * 0.99 && c.area_mm2() >= mechanical_min_mm2(chain));
    thinner
        .map(|&lead| trials.of(&SizingInput { leads: Some(lead), ..*bench }, wire, need))
        .find(|with| with.refusal.is_none())
        .unwrap_or(trial)
}

fn around_override(
    bench: &SizingInput,
    forced: Conductor,
    shelf: &[Conductor],
    trials: &mut WireTrials,
) -> Sized {
    let area = forced.area_mm2();
    let need = bench.chain.need;
    let chosen = trials.of(bench, forced, need);
    let thinner = shelf.iter().rev().find(|c| c.area_mm2() < area * 0.99);
    let thicker = shelf.iter().find(|c| c.area_mm2() > area * 1.01);
    let is_short = chosen.refusal.is_some();
    let chosen = if is_short { chosen } else { with_thinner_leads(bench, chosen, shelf, trials) };
    Sized {
        is_short,
        thinner: thinner.map(|&c| trials.of(bench, c, need)),
        thicker: trials.glance(&with_its_leads(bench, &chosen), thicker, &chosen),
        chosen,
    }
}
