//! The aim sheet: where the edge or the hot spot of each lamp belongs on a wall, and how many turns bring it there.
//!
//! drop = distance × tan(angle); percent inclination = 100 tan(angle). Source: trigonometry.

use super::lamps::Lamp;
use super::vector::Vector;
use crate::job::{Adjuster, LampRole, Region};
use serde::Serialize;
use utoipa::ToSchema;

/// From the lamps to the wall where nobody said, m: 25 ft. Source: SAE J599 visual aim, recalled from memory.
pub const WALL_M: f64 = 7.62;

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

/// Where a lamp of a role belongs, by region; none for lamps that are pointed at their work.
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

/// A lamp on the aim sheet.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct AimAnswer {
    /// Name.
    pub name: String,
    /// Where in the job the height that is found goes, such as `circuits[0].lights[0].optic.found_m[1]`.
    pub path: String,
    /// What of it is aimed.
    pub by: AimBy,
    /// Height of its middle, m: a mark on the wall.
    pub lamp_up_m: f64,
    /// Left of the vehicle's middle, m; right is negative: a mark on the wall.
    pub left_m: f64,
    /// From the lamp to the wall, m.
    pub wall_m: f64,
    /// How far below the lamp's middle edge or hot spot belongs, m.
    pub drop_m: f64,
    /// Its height on the wall, m.
    pub mark_up_m: f64,
    /// Lowest and highest that is allowed, m.
    pub range_up_m: [f64; 2],
    /// Inclination, percent, and the same in degrees.
    pub percent: f64,
    /// See `percent`.
    pub angle_deg: f64,
    /// Where it meets the road, m.
    pub road_m: Option<f64>,
    /// Height found, m.
    pub found_up_m: Option<f64>,
    /// How it should be turned; none where nothing was found yet or it is right.
    pub says: String,
    /// True where what was found is in range.
    pub is_right: Option<bool>,
    /// Where the figures come from.
    pub source: String,
}

/// Aims one lamp at a wall that stands so far before it; none for lamps that are pointed at their work. `path` is where
/// the height that is found goes.
pub fn aim(
    lamp: &Lamp,
    path: String,
    adjuster: Option<&Adjuster>,
    found_up_m: Option<f64>,
    wall_m: f64,
    region: Region,
) -> Option<AimAnswer> {
    let at = lamp.source.mount.at;
    // A rear fog lamp is no fog lamp that is aimed.
    let faces_front = Vector::facing(lamp.source.mount.faces_deg, 0.0).along < -0.5;
    let target = target(lamp.role, at.up_m, region).filter(|_| faces_front)?;
    let drop = drop_m(wall_m, target.percent);
    let mark_up_m = at.up_m - drop;
    let (least, most) = target.range_percent;
    let range_up_m = [at.up_m - drop_m(wall_m, most), at.up_m - drop_m(wall_m, least)];
    // A tape on a wall is read to a few millimetres.
    const READ_M: f64 = 0.005;
    let is_right =
        found_up_m.map(|up| (range_up_m[0] - READ_M..=range_up_m[1] + READ_M).contains(&up));
    let says = match found_up_m {
        None => String::new(),
        Some(up) => correction(up, mark_up_m, wall_m, is_right == Some(true), adjuster),
    };
    Some(AimAnswer {
        name: lamp.name.clone(),
        path,
        by: target.by,
        lamp_up_m: at.up_m,
        left_m: at.left_m,
        wall_m,
        drop_m: drop,
        mark_up_m,
        range_up_m,
        percent: target.percent,
        angle_deg: angle_deg(target.percent),
        road_m: meets_road_m(at.up_m, target.percent),
        found_up_m,
        says,
        is_right,
        source: target.source.to_owned(),
    })
}

fn correction(
    found_up_m: f64,
    mark_up_m: f64,
    wall_m: f64,
    is_right: bool,
    adjuster: Option<&Adjuster>,
) -> String {
    let change_m = found_up_m - mark_up_m;
    if is_right {
        return "In range: leave it.".to_owned();
    }
    let change_deg = (change_m / wall_m).atan().to_degrees();
    let way = if change_m > 0.0 { "down" } else { "up" };
    let by =
        format!("{:.0} mm {way} on the wall, {:.2}°", 1000.0 * change_m.abs(), change_deg.abs());
    match adjuster {
        Some(adjuster) => {
            let turns = turns(adjuster, change_deg).abs();
            format!("{by}: {turns:.1} turns {way}. {}.", adjuster.reach)
        }
        None => format!("{by}: tilt it at its bracket."),
    }
}

/// How far two sides may differ, m on the wall at 7.62 m. Common practice, no source.
const ALIKE_M: f64 = 0.02;

/// Says where two lamps of a pair were found at different heights.
pub fn alike(pair: &[AimAnswer]) -> Option<String> {
    let found: Vec<(&AimAnswer, f64)> =
        pair.iter().filter_map(|a| a.found_up_m.map(|up| (a, up - a.lamp_up_m))).collect();
    let (low, high) = (
        found.iter().min_by(|a, b| a.1.total_cmp(&b.1))?,
        found.iter().max_by(|a, b| a.1.total_cmp(&b.1))?,
    );
    let apart_m = high.1 - low.1;
    let limit_m = ALIKE_M * low.0.wall_m / WALL_M;
    (apart_m > limit_m).then(|| {
        format!(
            "{} stands {:.0} mm higher on the wall than {}: both sides alike.",
            high.0.name,
            1000.0 * apart_m,
            low.0.name
        )
    })
}
