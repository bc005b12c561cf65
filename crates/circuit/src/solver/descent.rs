//! The search: downhill along the circuit's co-content to the highest stable point.

use super::solution::SolveError;
use super::workspace::{Base, Workspace};
use crate::devices::Device;
use crate::sparse::Factor;

/// Most steps until the search gives up.
const MOST_STEPS: usize = 2000;
/// Longest step of a free search: none that a first guess needs is longer.
const FREE_STEP_V: f64 = 100.0;
/// Longest step of a search that must not jump over a hollow.
pub(super) const COLD_STEP_V: f64 = 0.1;
/// Most looks along one step.
const MOST_LOOKS: usize = 40;
/// Below this a step is not looked at along its way: rounding would decide.
const SURE_STEP_V: f64 = 1e-6;
/// A full Newton step below this is the last: what is left then is of the order of its square.
const REST_V: f64 = 1e-8;
/// Behind open contacts and blocked diodes a node may hang on less than a nanosiemens: what rounding
/// leaves of the currents elsewhere then moves it for ever. An error below this, A, and a step below
/// [`ROUNDING_V`] are rest too.
const ROUNDING_A: f64 = 2e-12;
/// A small step of which not even this part leads downhill goes nowhere: the slope along it is made of
/// rounding, as where a fuse of microhms carries amperes beside a node on a nanosiemens.
const NO_WAY_PART: f64 = 1e-9;
/// See [`ROUNDING_A`], V.
const ROUNDING_V: f64 = 5e-3;
/// Smallest conductance added to an indefinite matrix, S.
const LEAST_ADDED_S: f64 = 1e-3;

impl Workspace<'_> {
    /// Highest stable point with these contacts, as node voltages.
    pub(super) fn settle(
        &self,
        closed: &[bool],
        steps: &mut usize,
    ) -> Result<Vec<f64>, SolveError> {
        let base = self.base(closed);
        let devices = self.devices();
        let start = self.start(&base, &devices);
        let x = self.descend(&base, &devices, start, FREE_STEP_V, steps)?;
        Ok(self.node_voltages(&base, x))
    }

    /// Walks down the circuit's co-content, whose slope is the current error and whose hollows are
    /// the stable points. Newton steps where the matrix is positive definite; elsewhere conductance
    /// is added until it is. A step that would climb the far side is cut back to the hollow.
    pub(super) fn descend(
        &self,
        base: &Base,
        devices: &[Device],
        mut x: Vec<f64>,
        longest_v: f64,
        steps: &mut usize,
    ) -> Result<Vec<f64>, SolveError> {
        let n = x.len();
        let (pattern, outer) = (&self.shape.pattern, self.shape.outer());
        let mut factor = Factor::new(pattern);
        let mut error_a = vec![0.0; n];
        let mut there_a = vec![0.0; n];
        let mut way = vec![0.0; n];
        let mut there = vec![0.0; n];
        let mut added_s: f64 = 0.0;
        self.assemble(base, devices, &x, &mut factor, &mut error_a);
        for _ in 0..MOST_STEPS {
            *steps += 1;
            if added_s > 0.0 {
                for u in outer.clone() {
                    factor.add(pattern.slot(u as u32, u as u32), added_s);
                }
            }
            if !factor.eliminate(pattern, outer.clone()) {
                added_s = (added_s * 4.0).max(LEAST_ADDED_S);
                self.assemble(base, devices, &x, &mut factor, &mut error_a);
                continue;
            }
            way.copy_from_slice(&error_a);
            factor.forward(pattern, outer.clone(), &mut way);
            factor.backward(pattern, outer.clone(), &mut way);
            let size = shorten(&mut way, longest_v);
            if !size.is_finite() {
                break;
            }
            // Each look along the way fills the matrix too: the last one serves the next step.
            let downhill = dot(&error_a, &way);
            let (mut part, mut near, mut far) = (1.0, 0.0, 1.0);
            for _ in 0..MOST_LOOKS {
                along(&x, &way, part, &mut there);
                self.assemble(base, devices, &there, &mut factor, &mut there_a);
                let slope = dot(&there_a, &way);
                if size <= SURE_STEP_V {
                    break;
                } else if slope < -0.5 * downhill {
                    far = part;
                } else if slope > 0.5 * downhill && part < 1.0 {
                    near = part;
                } else {
                    break;
                }
                part = 0.5 * (near + far);
            }
            std::mem::swap(&mut x, &mut there);
            std::mem::swap(&mut error_a, &mut there_a);
            let by_rounding = part < NO_WAY_PART || largest(&error_a) < ROUNDING_A;
            let at_rest = size < REST_V || (size < ROUNDING_V && by_rounding);
            if added_s == 0.0 && at_rest {
                // Only a stable point counts.
                if factor.eliminate(pattern, outer.clone()) {
                    return Ok(x);
                }
                self.assemble(base, devices, &x, &mut factor, &mut error_a);
            }
            added_s = if added_s > LEAST_ADDED_S { added_s * 0.25 } else { 0.0 };
        }
        let residual_a = largest(&error_a);
        Err(SolveError::NoRest { steps: *steps, residual_a })
    }
}

/// Cuts a step to the longest allowed; returns its size against the voltages' scale of 1 V and up.
fn shorten(way: &mut [f64], longest_v: f64) -> f64 {
    let size =
        way.iter().fold(0.0, |top: f64, s| if s.is_finite() { top.max(s.abs()) } else { f64::NAN });
    if size > longest_v {
        let cut = longest_v / size;
        way.iter_mut().for_each(|s| *s *= cut);
        return longest_v;
    }
    size
}

fn largest(values: &[f64]) -> f64 {
    values.iter().fold(0.0, |top: f64, v| top.max(v.abs()))
}

fn dot(a: &[f64], b: &[f64]) -> f64 {
    a.iter().zip(b).map(|(a, b)| a * b).sum()
}

fn along(x: &[f64], way: &[f64], part: f64, out: &mut [f64]) {
    for ((out, x), way) in out.iter_mut().zip(x).zip(way) {
        *out = x + part * way;
    }
}
