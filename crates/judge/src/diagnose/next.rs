//! The next reading: the one that tells most for the time it takes.

use super::belief::{Taken, sigma};
use super::case::Case;
use super::measures::MeasureKind;
use super::suspects::FaultOf;
use rayon::prelude::*;

/// What a reading would tell.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Offer {
    /// Which measure.
    pub measure: usize,
    /// What it is expected to tell of which group it is, bits.
    pub gain_bit: f64,
    /// That for the time it takes.
    pub score: f64,
}

/// Time that goes with every reading, s: writing it down, thinking. Common practice, no source.
const EVERY_S: f64 = 120.0;
/// Variants this unlikely are left out when the next reading is chosen.
const LEAST: f64 = 1e-4;
/// A reading that tells less is no help, bits.
pub const LEAST_BIT: f64 = 0.01;

/// Readings worth taking, the best first.
pub fn offers(case: &Case, belief: &[Vec<f64>], taken: &[Taken]) -> Vec<Offer> {
    let mut likely: Vec<(usize, usize, f64)> = belief
        .iter()
        .enumerate()
        .flat_map(|(s, each)| each.iter().enumerate().map(move |(v, &p)| (s, v, p)))
        .filter(|&(_, _, p)| p > LEAST)
        .collect();
    let all: f64 = likely.iter().map(|l| l.2).sum();
    for l in &mut likely {
        l.2 /= all;
    }
    let mut out: Vec<Offer> = (0..case.measures.len())
        .into_par_iter()
        .filter(|&k| !taken.iter().any(|t| t.measure == k))
        .map(|k| {
            let gain_bit = gain_bit(case, &likely, k);
            Offer { measure: k, gain_bit, score: gain_bit / (EVERY_S + case.measures[k].seconds) }
        })
        .filter(|o| o.gain_bit > LEAST_BIT)
        .collect();
    out.sort_by(|a, b| b.score.total_cmp(&a.score).then(a.measure.cmp(&b.measure)));
    out
}

/// Mutual information between the group that is at fault and the outcome of a reading, bits. Outcomes three
/// standard deviations wide, one of them around what a sound vehicle reads.
fn gain_bit(case: &Case, likely: &[(usize, usize, f64)], k: usize) -> f64 {
    let mut seen: Vec<((usize, i64), f64)> = Vec::with_capacity(2 * likely.len());
    for &(s, v, p) in likely {
        let group = case.group_of[s];
        let mut put = |outcome: i64, p: f64| seen.push(((group, outcome), p));
        let fault = case.suspects[s].fault;
        let predicted = case.table.by_suspect[s][v][k];
        if let MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } = case.measures[k].kind {
            let moves = predicted.clamp(0.02, 0.98);
            put(1, moves * p);
            put(0, (1.0 - moves) * p);
            continue;
        }
        let at = outcome(case, fault, k, predicted);
        if fault == FaultOf::ComesAndGoes {
            put(at, 0.5 * p);
            put(0, 0.5 * p);
        } else {
            // A slip now and then tells the wrong thing.
            put(at, 0.98 * p);
            put(i64::MAX, 0.02 * p);
        }
    }
    // I = H(outcome) + H(group) - H(group, outcome).
    seen.sort_by_key(|s| s.0);
    let joint_bit = entropy_bit(&seen, |s| s.0);
    let groups_bit = entropy_bit(&seen, |s| s.0.0);
    seen.sort_by_key(|s| s.0.1);
    entropy_bit(&seen, |s| s.0.1) + groups_bit - joint_bit
}

/// Entropy of a list sorted by a key, those of one key together, bits: H = -Σ p log2 p. Source: Shannon (1948).
fn entropy_bit<K: PartialEq, T>(sorted: &[(T, f64)], key: impl Fn(&(T, f64)) -> K) -> f64 {
    sorted
        .chunk_by(|a, b| key(a) == key(b))
        .map(|alike| alike.iter().map(|s| s.1).sum::<f64>())
        .filter(|p| *p > 0.0)
        .map(|p| -p * p.log2())
        .sum()
}

/// Which outcome a prediction falls into: 0 for what a sound vehicle reads.
pub(super) fn outcome(case: &Case, fault: FaultOf, k: usize, predicted: f64) -> i64 {
    let sound = case.table.sound[k];
    match case.measures[k].kind {
        MeasureKind::Look { .. } => predicted as i64 - sound as i64,
        MeasureKind::Rating { .. } => i64::from(predicted < 0.0),
        MeasureKind::Ohms { .. } => {
            let decades = |ohm: f64| (ohm + 0.4).log10();
            ((decades(predicted) - decades(sound)) / 0.4).round() as i64
        }
        _ => {
            let wide = 3.0 * sigma(case, FaultOf::Nothing, k, predicted);
            let far = (predicted - sound) / wide;
            // Of a poor joint the size is not known so well: its outcomes are wider, the farther.
            if fault == FaultOf::Poor && far.abs() > 1.0 {
                (far.signum() * (1.0 + far.abs().log2() * 0.8)).round() as i64
            } else {
                far.round() as i64
            }
        }
    }
}
