//! How well each suspect explains the readings: Bayes' rule over all suspects and how far each may have gone.

use super::case::Case;
use super::measures::MeasureKind;
use super::suspects::FaultOf;
use jovek_catalog::meter::OVERLOAD_OHM;

/// A reading of a measure, by index.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Taken {
    /// Which measure.
    pub measure: usize,
    /// What was read.
    pub value: f64,
}

/// Part of readings that are simply wrong: lead slipped, wrong plug, figure turned round. Common practice, no
/// source.
const SLIP: f64 = 0.02;
/// Range over which a slipped reading may lie, V or A.
const SLIP_SPAN: f64 = 30.0;
/// A poor joint may lie between two of the variants that stand for it: so far apart, as a part.
const BETWEEN: f64 = 0.2;
/// A joint that comes and goes is gone so often.
const GONE: f64 = 0.5;

/// Chance density of a reading under one variant of a suspect.
pub fn chance(case: &Case, suspect: usize, variant: usize, taken: Taken) -> f64 {
    let k = taken.measure;
    let fault = case.suspects[suspect].fault;
    let predicted = case.table.by_suspect[suspect][variant][k];
    let sound = case.table.sound[k];
    let at = |predicted: f64| plain(case, fault, k, predicted, taken.value);
    match (fault, &case.measures[k].kind) {
        (FaultOf::ComesAndGoes, MeasureKind::Wiggle { .. } | MeasureKind::Story { .. }) => {
            at(predicted)
        }
        (FaultOf::ComesAndGoes, _) => GONE * at(predicted) + (1.0 - GONE) * at(sound),
        _ => at(predicted),
    }
}

fn plain(case: &Case, fault: FaultOf, k: usize, predicted: f64, value: f64) -> f64 {
    match case.measures[k].kind {
        MeasureKind::Volts { .. }
        | MeasureKind::LampsA { .. }
        | MeasureKind::LampA { .. }
        | MeasureKind::BatteryA => {
            let sigma = sigma(case, fault, k, predicted);
            (1.0 - SLIP) * normal(value, predicted, sigma) + SLIP / SLIP_SPAN
        }
        MeasureKind::Ohms { .. } => {
            let (a, b) = (decades(value), decades(predicted));
            (1.0 - SLIP) * normal(a, b, 0.12) + SLIP / 7.0
        }
        MeasureKind::Look { .. } => {
            if (value - predicted).abs() < 0.5 {
                0.94
            } else {
                0.02
            }
        }
        MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } => {
            let moves = predicted.clamp(0.02, 0.98);
            if value > 0.5 { moves } else { 1.0 - moves }
        }
        MeasureKind::Rating { .. } => {
            let is_planned = (value - case.table.sound[k]).abs() < 0.01;
            if is_planned == (predicted >= 0.0) { 0.98 } else { 0.02 }
        }
    }
}

/// Standard deviation of a reading under a suspect.
pub fn sigma(case: &Case, fault: FaultOf, k: usize, predicted: f64) -> f64 {
    let sigma = case.table.sigma[k];
    if fault == FaultOf::Poor {
        sigma.hypot(BETWEEN * (predicted - case.table.sound[k]))
    } else {
        sigma
    }
}

/// Ohms on the scale on which they are compared: the leads' tenths count for nothing.
fn decades(ohm: f64) -> f64 {
    (ohm.clamp(0.0, OVERLOAD_OHM) + 0.4).log10()
}

fn normal(x: f64, mean: f64, sigma: f64) -> f64 {
    let z = (x - mean) / sigma;
    (-0.5 * z * z).exp() / (sigma * (2.0 * std::f64::consts::PI).sqrt())
}

/// How likely each variant of each suspect is, after some readings; all together 1.
pub fn belief(case: &Case, taken: &[Taken]) -> Vec<Vec<f64>> {
    // Logarithms, so that many readings do not run out of digits.
    let logs: Vec<Vec<f64>> = case
        .suspects
        .iter()
        .enumerate()
        .map(|(s, suspect)| {
            let each = suspect.weight / suspect.variants.len() as f64;
            (0..suspect.variants.len())
                .map(|v| {
                    let fits: f64 = taken.iter().map(|&t| chance(case, s, v, t).ln()).sum();
                    each.ln() + fits
                })
                .collect()
        })
        .collect();
    let most = logs.iter().flatten().copied().fold(f64::NEG_INFINITY, f64::max);
    let all: f64 = logs.iter().flatten().map(|l| (l - most).exp()).sum();
    logs.iter().map(|v| v.iter().map(|l| (l - most).exp() / all).collect()).collect()
}

/// How likely each group of suspects is.
pub fn by_group(case: &Case, belief: &[Vec<f64>]) -> Vec<f64> {
    let mut out = vec![0.0; case.groups.len()];
    for (s, each) in belief.iter().enumerate() {
        out[case.group_of[s]] += each.iter().sum::<f64>();
    }
    out
}

/// Suspects that no reading on the vehicle tells apart, together: each group by its members.
pub fn groups(case: &Case) -> (Vec<Vec<usize>>, Vec<usize>) {
    let mut groups: Vec<Vec<usize>> = Vec::new();
    let mut group_of = Vec::with_capacity(case.suspects.len());
    for s in 0..case.suspects.len() {
        let found = groups.iter().position(|g| are_alike(case, g[0], s));
        match found {
            Some(g) => {
                groups[g].push(s);
                group_of.push(g);
            }
            None => {
                group_of.push(groups.len());
                groups.push(vec![s]);
            }
        }
    }
    (groups, group_of)
}

/// Every reading would be the same within the meter's own deviation, variant by variant.
fn are_alike(case: &Case, a: usize, b: usize) -> bool {
    let (one, other) = (&case.table.by_suspect[a], &case.table.by_suspect[b]);
    let (fa, fb) = (case.suspects[a].fault, case.suspects[b].fault);
    let same_way = (fa == FaultOf::ComesAndGoes) == (fb == FaultOf::ComesAndGoes);
    // Nothing wrong has one variant: what never shows is like it in all of its own.
    let against = |v: usize| if one.len() == 1 { &one[0] } else { &one[v] };
    same_way
        && (one.len() == other.len() || one.len() == 1)
        && (0..other.len()).all(|v| !differs(case, against(v), &other[v], 1.0))
}

/// True where any reading differs by more than so many standard deviations.
pub fn differs(case: &Case, one: &[f64], other: &[f64], times: f64) -> bool {
    case.measures.iter().enumerate().any(|(k, m)| match m.kind {
        MeasureKind::Ohms { .. } => (decades(one[k]) - decades(other[k])).abs() > 0.12 * times,
        // What is only likely tells apart no more than it is likely.
        MeasureKind::Wiggle { .. } | MeasureKind::Story { .. } => (one[k] - other[k]).abs() > 0.5,
        _ => (one[k] - other[k]).abs() > case.table.sigma[k] * times,
    })
}
