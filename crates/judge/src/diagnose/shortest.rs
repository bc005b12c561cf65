//! The shortest way to a fault for somebody who knows where to look: the readings of least time after which it
//! is all but sure.

use super::belief::{Taken, belief, by_group, chance};
use super::case::Case;
use super::trial::SURE;
use super::vehicle::HiddenVehicle;
use jovek_circuit::SolveError;

/// Of so many readings, those that speak most for the truth, all threes are tried; of all, every one and two.
const TRIED_BY_THREE: usize = 40;
/// Most readings of a way.
const MOST: usize = 12;

/// The readings of least time that make the true fault of a vehicle all but sure. All ways of one or two readings
/// are tried, and all of three among those that tell most. A longer way takes what tells most each time, or is a way
/// that is known, without what it can do without. Empty where no way is found.
///
/// # Errors
/// [`SolveError`] when the vehicle comes to no rest.
pub fn shortest(
    case: &Case,
    seed: u64,
    truth: usize,
    known: &[Taken],
) -> Result<Vec<Taken>, SolveError> {
    let taken: Vec<Taken> = (0..case.measures.len())
        .map(|measure| {
            let value = HiddenVehicle::of_seed(case, seed).read(measure)?;
            Ok(Taken { measure, value })
        })
        .collect::<Result<_, SolveError>>()?;
    let odds = Odds::new(case, &taken, case.group_of[truth]);
    let seconds = |way: &[usize]| -> f64 { way.iter().map(|&k| case.measures[k].seconds).sum() };
    let all: Vec<usize> = (0..taken.len()).collect();
    let mut best: Option<Vec<usize>> = None;
    let mut offer = |way: &[usize]| {
        let is_shorter = best.as_ref().is_none_or(|b| seconds(way) < seconds(b));
        if is_shorter && odds.truth(way) >= SURE {
            best = Some(way.to_vec());
        }
    };
    for &a in &all {
        offer(&[a]);
        for &b in &all[a + 1..] {
            offer(&[a, b]);
        }
    }
    let mut telling = all.clone();
    telling.sort_by(|&a, &b| odds.truth(&[b]).total_cmp(&odds.truth(&[a])));
    telling.truncate(TRIED_BY_THREE);
    for (i, &a) in telling.iter().enumerate() {
        for (j, &b) in telling.iter().enumerate().skip(i + 1) {
            for &c in &telling[j + 1..] {
                offer(&[a, b, c]);
            }
        }
    }
    let known: Vec<usize> = known.iter().map(|t| t.measure).collect();
    for way in [by_most(&odds, &all), known] {
        offer(&without_spare(&odds, way, |k| case.measures[k].seconds));
    }
    let way = best.unwrap_or_default();
    let way: Vec<Taken> = way.into_iter().map(|k| taken[k]).collect();
    debug_assert!(way.is_empty() || by_group(case, &belief(case, &way))[odds.group] >= SURE);
    Ok(way)
}

/// Takes what tells most each time, until it is enough or becomes too much.
fn by_most(odds: &Odds, all: &[usize]) -> Vec<usize> {
    let mut way = Vec::new();
    while way.len() < MOST && odds.truth(&way) < SURE {
        let with = |k: usize| odds.truth(&[way.as_slice(), &[k]].concat());
        let left = all.iter().copied().filter(|k| !way.contains(k));
        let Some(next) = left.max_by(|&a, &b| with(a).total_cmp(&with(b))) else { break };
        way.push(next);
    }
    way
}

/// A way without the readings that it can do without, those that take longest first.
fn without_spare(odds: &Odds, mut way: Vec<usize>, seconds: impl Fn(usize) -> f64) -> Vec<usize> {
    way.sort_by(|&a, &b| seconds(b).total_cmp(&seconds(a)));
    let spare = |way: &[usize]| {
        let without =
            |k: usize| -> Vec<usize> { way.iter().copied().filter(|&w| w != k).collect() };
        way.iter().copied().map(without).find(|fewer| odds.truth(fewer) >= SURE)
    };
    while let Some(fewer) = spare(&way) {
        way = fewer;
    }
    way
}

/// How well each variant of each suspect explains each reading, beforehand: the many ways are only products.
struct Odds {
    /// Likelihood of each variant before any reading.
    prior: Vec<f64>,
    /// True for variants of the true group.
    is_true: Vec<bool>,
    /// Chance density of each reading under each variant.
    chance: Vec<Vec<f64>>,
    group: usize,
}

impl Odds {
    fn new(case: &Case, taken: &[Taken], group: usize) -> Odds {
        let variants: Vec<(usize, usize)> = case
            .suspects
            .iter()
            .enumerate()
            .flat_map(|(s, suspect)| (0..suspect.variants.len()).map(move |v| (s, v)))
            .collect();
        let prior = |&(s, _): &(usize, usize)| {
            case.suspects[s].weight / case.suspects[s].variants.len() as f64
        };
        Odds {
            prior: variants.iter().map(prior).collect(),
            is_true: variants.iter().map(|&(s, _)| case.group_of[s] == group).collect(),
            chance: taken
                .iter()
                .map(|&t| variants.iter().map(|&(s, v)| chance(case, s, v, t)).collect())
                .collect(),
            group,
        }
    }

    /// How likely the true group is after some readings.
    fn truth(&self, way: &[usize]) -> f64 {
        let (mut truth, mut all) = (0.0, 0.0);
        for (v, &prior) in self.prior.iter().enumerate() {
            let p = way.iter().fold(prior, |p, &k| p * self.chance[k][v]);
            all += p;
            if self.is_true[v] {
                truth += p;
            }
        }
        if all > 0.0 { truth / all } else { 0.0 }
    }
}
