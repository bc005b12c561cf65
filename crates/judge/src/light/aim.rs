//! Where the edge or the hot spot of a lamp belongs: drops, angles, turns of its screw.
//!
//! drop = distance × tan(angle); percent inclination = 100 tan(angle). Source: trigonometry.

use jovek_job::{Adjuster, LampRole, Region};
use serde::Serialize;
use utoipa::ToSchema;

/// What of a beam is aimed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum AimBy {
    /// Its sharp upper edge.
    Edge,
    /// Its hot spot.
    HotSpot,
}

/// Where a lamp should point.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
pub struct Target {
    /// What of it.
    pub by: AimBy,
    /// Inclination, percent of the distance; down is positive.
    pub percent: f64,
    /// Least and most that is allowed.
    pub range_percent: (f64, f64),
    /// Where the figures come from.
    pub source: &'static str,
}

/// Fog lamps, United States: edge 4 in below the lamp's middle at 25 ft.
const US_FOG: Target = Target {
    by: AimBy::Edge,
    percent: 100.0 * 4.0 / 300.0,
    range_percent: (1.0, 1.7),
    source: "SAE J583 and J599 visual aim, recalled from memory; the range is common practice, no source",
};
/// Driving lamps, United States: hot spot at lamp height, at most 2 in down at 25 ft.
const US_DRIVING: Target = Target {
    by: AimBy::HotSpot,
    percent: 0.0,
    range_percent: (0.0, 100.0 * 2.0 / 300.0),
    source: "SAE J581 and J599 practice, recalled from memory, low confidence",
};

/// How far a lamp that is pointed at its work may be off, degrees. Common practice, no source: two degrees are seen.
const POINTED_DEG: f64 = 2.0;

/// Where a lamp belongs that is pointed at its work: where its own tilt, as planned, brings the middle of its beam; none
/// for roles that are not pointed. A lamp at the hitch is a work or reverse lamp.
pub fn pointed(role: Option<LampRole>, down_deg: f64) -> Option<Target> {
    if !matches!(role?, LampRole::Work | LampRole::Reverse) {
        return None;
    }
    let of = |deg: f64| percent(deg.clamp(-80.0, 80.0));
    Some(Target {
        by: AimBy::HotSpot,
        percent: of(down_deg),
        range_percent: (of(down_deg - POINTED_DEG), of(down_deg + POINTED_DEG)),
        source: "Pointed at its work as planned, within 2°: common practice, no source",
    })
}

/// Where a lamp of a role belongs by the rules of a region; none for lamps that are pointed at their work.
pub fn target(role: Option<LampRole>, up_m: f64, region: Region) -> Option<Target> {
    match (role?, region) {
        (LampRole::Fog, Region::Us) => Some(US_FOG),
        (LampRole::Fog, Region::Un) => {
            let (percent, range_percent) =
                if up_m <= 0.8 { (1.5, (1.0, 3.0)) } else { (2.0, (1.5, 3.5)) };
            Some(Target {
                by: AimBy::Edge,
                percent,
                range_percent,
                source: "UN R48 6.3, recalled from memory, low confidence",
            })
        }
        (LampRole::Driving, Region::Us) => Some(US_DRIVING),
        (LampRole::Driving, Region::Un) => {
            Some(Target { source: "common practice, no source", ..US_DRIVING })
        }
        _ => None,
    }
}

/// True where a rule aims a lamp of this role, in whatever region: its height on the wall is then left to be found.
pub fn is_aimed(role: Option<LampRole>) -> bool {
    Region::ALL.iter().any(|&region| target(role, 1.0, region).is_some())
}

/// Drop of a beam over a distance, m. `percent` is the inclination, down positive.
pub fn drop_m(far_m: f64, percent: f64) -> f64 {
    far_m * percent / 100.0
}

/// Angle of an inclination, degrees.
pub fn angle_deg(percent: f64) -> f64 {
    (percent / 100.0).atan().to_degrees()
}

/// Inclination of an angle, percent.
pub fn percent(angle_deg: f64) -> f64 {
    100.0 * angle_deg.to_radians().tan()
}

/// Where a beam of an inclination meets level ground, m before the lamp; none where it does not come down.
pub fn meets_road_m(up_m: f64, percent: f64) -> Option<f64> {
    (percent > 0.0).then(|| up_m / (percent / 100.0))
}

/// Turns of an adjusting screw for a change of angle: each turn moves it by its pitch at the end of its arm. Positive
/// turns move the beam down as the screw is set out in the job.
pub fn turns(adjuster: &Adjuster, change_deg: f64) -> f64 {
    adjuster.arm_mm * change_deg.to_radians().tan() / adjuster.pitch_mm
}
