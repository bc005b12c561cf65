//! Marked spots: predicted beside measured, before beside after, and what explains a difference best.

use super::lamps::{Burn, Lamp};
use super::picture::two_digits;
use super::source::{Source, lux};
use super::vector::Vector;
use jovek_circuit::SolveError;
use jovek_job::{At, Held, Job, LuxSpot, Mount, SupplyState};
use jovek_phrases::light as say;
use jovek_plan::study::Assessment;
use serde::Serialize;
use utoipa::ToSchema;

/// Light at a marked spot.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SpotAnswer {
    /// The spot.
    pub name: String,
    /// Where.
    pub at: At,
    /// Predicted, lx.
    pub predicted_lx: f64,
    /// `28 lx`.
    pub predicted_text: String,
    /// Measured before the work, lx.
    pub before_lx: Option<f64>,
    /// Measured after it, lx.
    pub after_lx: Option<f64>,
    /// `6.2 times as much light as before`.
    pub ratio_text: Option<String>,
    /// How measured and predicted fit, and what explains a difference best.
    pub says: String,
}

/// Measured and predicted fit within this part: beams of one label differ by some 30 %. Common practice, no source.
const FITS: f64 = 0.3;
/// What a dirty lens lets through. Common practice, no source: a film of road dirt takes a third, mud more.
const DIRTY: [f64; 2] = [0.65, 0.4];
/// Errors of aim that are tried, degrees; down is positive.
const ASKEW_DEG: [f64; 6] = [-4.0, -2.0, -1.0, 1.0, 2.0, 4.0];

/// The way a meter's face looks at a spot.
pub fn normal(job: &Job, spot: &LuxSpot) -> Vector {
    let up = Vector { along: 0.0, left: 0.0, up: 1.0 };
    match spot.held {
        Held::Up => up,
        Held::ToVehicle => {
            let [length_m, ..] = super::lamps::size_m(job);
            // Towards the nearest end of the vehicle.
            let along = spot.at.along_m.clamp(0.0, length_m);
            let to = At { along_m: along, left_m: 0.0, up_m: spot.at.up_m };
            let way = Vector::between(spot.at, to);
            let length = way.length();
            if length < 1e-6 {
                return up;
            }
            Vector { along: way.along / length, left: way.left / length, up: way.up / length }
        }
    }
}

/// The lamps that are lit for a spot.
pub fn lit_for(spot: &LuxSpot, lamps: &[Lamp]) -> Vec<Source> {
    let is_lit = |l: &&Lamp| spot.lit.is_empty() || spot.lit.contains(&l.circuit);
    lamps.iter().filter(is_lit).map(|l| l.source.clone()).collect()
}

/// From a lamp to a new spot, m. Common practice: far enough to see what a work or driving lamp does.
const NEXT_SPOT_M: f64 = 10.0;

/// Where a new spot stands: on the ground before the first lamp, in the direction in which it shines; ahead of the vehicle
/// where there is none.
pub fn next_spot(lamps: &[Lamp]) -> At {
    let Some(lamp) = lamps.first() else {
        return At { along_m: -NEXT_SPOT_M, left_m: 0.0, up_m: 0.0 };
    };
    let Mount { at, faces_deg, .. } = lamp.source.mount;
    let (sin, cos) = faces_deg.to_radians().sin_cos();
    let round = |m: f64| (m * 10.0).round() / 10.0;
    At {
        along_m: round(at.along_m - NEXT_SPOT_M * cos),
        left_m: round(at.left_m + NEXT_SPOT_M * sin),
        up_m: 0.0,
    }
}

/// Light at every marked spot.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn spot_answers(
    job: &Job,
    study: &Assessment,
    all: &[Lamp],
    supply: SupplyState,
) -> Result<Vec<SpotAnswer>, SolveError> {
    let mut out = Vec::new();
    // Solved where a difference asks for it, and once for all spots.
    let mut otherwise: Vec<(SupplyState, Vec<Lamp>)> = Vec::new();
    for spot in &job.lighting.spots {
        let sources = lit_for(spot, all);
        let normal = normal(job, spot);
        let predicted_lx = lux(&sources, spot.at, normal);
        let kept = job.record.lux.iter().find(|l| l.spot == spot.name);
        let (before_lx, after_lx) = (kept.and_then(|l| l.before_lx), kept.and_then(|l| l.after_lx));
        let ratio_text = match (before_lx, after_lx) {
            (Some(b), Some(a)) if b > 0.0 => {
                Some(say::times_the_light_of_before(&two_digits(a / b)))
            }
            _ => None,
        };
        let says = match after_lx {
            None => String::new(),
            Some(after) => explain(
                after,
                predicted_lx,
                &sources,
                spot.at,
                normal,
                |other| {
                    let known = otherwise.iter().position(|(supply, _)| *supply == other);
                    let at = match known {
                        Some(at) => at,
                        None => {
                            otherwise.push((other, Burn::of(job, study, other)?.again(all)));
                            otherwise.len() - 1
                        }
                    };
                    Ok(lux(&lit_for(spot, &otherwise[at].1), spot.at, normal))
                },
                supply,
            )?,
        };
        out.push(SpotAnswer {
            name: spot.name.clone(),
            at: spot.at,
            predicted_lx,
            predicted_text: format!("{} lx", two_digits(predicted_lx)),
            before_lx,
            after_lx,
            ratio_text,
            says,
        });
    }
    Ok(out)
}

/// Why measured differs from predicted: the reason whose own light comes nearest.
fn explain(
    measured_lx: f64,
    predicted_lx: f64,
    sources: &[Source],
    at: At,
    normal: Vector,
    mut on: impl FnMut(SupplyState) -> Result<f64, SolveError>,
    supply: SupplyState,
) -> Result<String, SolveError> {
    let off = |lx: f64| (measured_lx.max(1e-3) / lx.max(1e-3)).ln().abs();
    if off(predicted_lx) <= (1.0 + FITS).ln() {
        return Ok(say::as_predicted().to_owned());
    }
    let mut reasons: Vec<(f64, String)> = Vec::new();
    for part in DIRTY {
        reasons.push((predicted_lx * part, say::a_dirty_lens_or_cover().to_owned()));
    }
    for deg in ASKEW_DEG {
        let tilted: Vec<Source> = sources
            .iter()
            .map(|s| {
                let mut s = s.clone();
                s.mount.down_deg += deg;
                s
            })
            .collect();
        let way = if deg > 0.0 { say::too_low() } else { say::too_high() };
        reasons.push((lux(&tilted, at, normal), say::lamps_that_point_about_too(&deg.abs(), &way)));
    }
    for other in SupplyState::ALL.into_iter().filter(|s| *s != supply) {
        reasons.push((on(other)?, say::another_voltage(&other.label())));
    }
    let nearest = reasons.into_iter().min_by(|a, b| off(a.0).total_cmp(&off(b.0)));
    let word = if measured_lx < predicted_lx { say::less() } else { say::more() };
    // A lamp that is out never explains more light.
    let wrong = match measured_lx < predicted_lx {
        true => say::another_lamp_than_planned_or_one().to_owned(),
        false => say::another_lamp_than_planned_or_light().to_owned(),
    };
    let reason = match nearest {
        Some((lx, reason)) if off(lx) < 0.2 => reason,
        _ => wrong,
    };
    Ok(say::than_predicted_lx_against_lx_what(
        &word,
        &two_digits(measured_lx),
        &two_digits(predicted_lx),
        &reason,
    ))
}
