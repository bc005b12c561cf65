//! Is a lamp seen by day? One behind a lens as a point, a strip as a face against what the sun lights beside it.

use super::source::Distribution;
use std::f64::consts::PI;

/// Least light at the eye by which a point is seen by bright day, lx. Source: thresholds of the visual range by
/// background, ICAO Annex 3 Attachment D and WMO-No. 8, recalled from memory, medium confidence.
pub const BRIGHT_DAY_LX: f64 = 1e-3;
/// Sunlight on an upright face, lx. Common practice, no source.
const SUN_LX: f64 = 50_000.0;
/// What paint of middling grey gives back of it. Common practice, no source.
const PAINT_PART: f64 = 0.3;
/// Full beam of the lens that a discrete module of the same watts would have, degrees. Common practice.
const MODULE_BEAM_DEG: f64 = 30.0;

/// How far a point of some intensity is seen by bright day through clear air, m: E = I / d². Source: inverse square law.
pub fn seen_to_m(candela: f64) -> f64 {
    (candela / BRIGHT_DAY_LX).max(0.0).sqrt()
}

/// Luminance of a face that gives its light evenly by Lambert's law, cd/m².
pub fn luminance_cd_m2(flux_lm: f64, area_m2: f64) -> f64 {
    flux_lm / (PI * area_m2)
}

/// Luminance of paint in the sun, cd/m².
pub fn sunlit_cd_m2() -> f64 {
    SUN_LX * PAINT_PART / PI
}

/// How a lamp behind a lens shows by day.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PointByDay {
    /// At its best, cd.
    pub candela: f64,
    /// Seen so far, m.
    pub seen_to_m: f64,
}

/// How a strip shows by day.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct StripByDay {
    /// Its face, cd/m².
    pub face_cd_m2: f64,
    /// As a point from afar it is seen so far, m.
    pub seen_to_m: f64,
    /// Discrete modules of as much light behind lenses would be seen so far, m.
    pub modules_m: f64,
}

/// A lamp with its beam.
pub fn point(beam: &Distribution) -> PointByDay {
    let (candela, _) = beam.peak();
    PointByDay { candela, seen_to_m: seen_to_m(candela) }
}

/// A strip of some light and face, without a lens: its intensity straight ahead is the flux by pi.
pub fn strip(flux_lm: f64, area_m2: f64) -> StripByDay {
    // A cone filled evenly: flux over its solid angle.
    let cone_sr = 2.0 * PI * (1.0 - (MODULE_BEAM_DEG / 2.0).to_radians().cos());
    StripByDay {
        face_cd_m2: luminance_cd_m2(flux_lm, area_m2),
        seen_to_m: seen_to_m(flux_lm / PI),
        modules_m: seen_to_m(flux_lm / cone_sr),
    }
}
