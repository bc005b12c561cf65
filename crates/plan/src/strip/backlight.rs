//! Modules behind a row of openings.

use jovek_job::Backlight;

/// Lit face of a module, mm, and its full beam, degrees. Common practice.
const MODULE_MM: f64 = 60.0;
const BEAM_DEG: f64 = 120.0;
/// Gap between two lit faces against the depth, for a beam of 120 degrees. Computed: two even emitters
/// (light falls with the fourth power of the cosine on a flat screen) add up between them to
/// 2·cos⁴(atan 0.75) = 0.82 of what one gives straight ahead.
const GAP_PER_DEPTH: f64 = 1.5;

/// Where the modules sit and what keeps their light where it belongs.
#[derive(Debug, Clone, PartialEq)]
pub struct BacklightPlan {
    /// Width of the whole row, mm.
    pub row_mm: f64,
    /// Middle of each module from the left end of the row, mm.
    pub modules_mm: Vec<f64>,
    /// Gap between two lit faces, mm.
    pub gap_mm: f64,
    /// Light stops across the row, from its left end, mm: both ends.
    pub stops_mm: Vec<f64>,
    /// Stops along the top and the bottom of the row, mm each.
    pub long_stop_mm: f64,
    /// Foam or sheet for all stops, cm².
    pub stop_cm2: f64,
}

/// Spaces modules so that no opening is darker than about four fifths of the brightest.
pub fn backlight(fact: &Backlight) -> BacklightPlan {
    let n = f64::from(fact.openings.max(1));
    let row_mm = n * fact.opening_mm + (n - 1.0) * fact.bar_mm;
    let beam_deg = fact.beam_deg.unwrap_or(BEAM_DEG).clamp(10.0, 170.0);
    let spread = (beam_deg / 2.0).to_radians().tan() / 60f64.to_radians().tan();
    let most_gap_mm = GAP_PER_DEPTH * fact.depth_mm * spread;
    let module_mm = fact.module_mm.unwrap_or(MODULE_MM);
    let count = (row_mm / (module_mm + most_gap_mm)).ceil().max(1.0);
    let pitch_mm = row_mm / count;
    BacklightPlan {
        row_mm,
        modules_mm: (0..count as usize).map(|k| pitch_mm * (k as f64 + 0.5)).collect(),
        gap_mm: (pitch_mm - module_mm).max(0.0),
        stops_mm: vec![0.0, row_mm],
        long_stop_mm: row_mm,
        stop_cm2: 2.0 * (row_mm + fact.height_mm) * fact.depth_mm / 100.0,
    }
}
