//! The grid of whole metres or feet that a picture of light is read by.

use jovek_base::units::{FOOT_M, Lengths, Units};
use serde::Serialize;
use utoipa::ToSchema;

/// A line of the grid.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct GridMark {
    /// Where it is, m, as the picture counts.
    pub at_m: f64,
    /// As it is written at the edge: `10 m`.
    pub text: String,
}

/// Lines on a grid at most: more would hide what they are laid over.
const MOST_LINES: f64 = 9.0;
/// Steps of a grid, m.
const STEPS_M: [f64; 6] = [0.5, 1.0, 2.0, 5.0, 10.0, 20.0];
/// Steps of a grid in a shop with US lengths, ft.
const STEPS_FT: [f64; 6] = [1.0, 2.0, 5.0, 10.0, 25.0, 50.0];

/// Lines at whole steps of the shop's unit within a stretch, m.
pub fn grid(units: Units, from_m: f64, to_m: f64) -> Vec<GridMark> {
    let (steps, unit_m, unit) = match units.lengths {
        Lengths::Metric => (STEPS_M, 1.0, "m"),
        Lengths::Us => (STEPS_FT, FOOT_M, "ft"),
    };
    let fits = |step: &f64| (to_m - from_m) / (step * unit_m) <= MOST_LINES;
    let step = steps.into_iter().find(fits).unwrap_or(steps[steps.len() - 1]);
    let (first, last) =
        ((from_m / unit_m / step).ceil() as i64, (to_m / unit_m / step).floor() as i64);
    (first..=last)
        .map(|k| {
            let at = k as f64 * step;
            GridMark { at_m: at * unit_m, text: format!("{at} {unit}") }
        })
        .collect()
}
