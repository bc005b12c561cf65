//! Glare: light toward the eyes of others, the own mirrors and camera, and what comes back from fog and snow.

use super::lamps::{Lamp, size_m};
use super::source::Source;
use super::vector::Vector;
use jovek_base::units::Units;
use jovek_job::{At, Job, LampColour, LampRole};
use jovek_phrases::light as say;
use serde::Serialize;
use utoipa::ToSchema;

/// How grave glare is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum GlareGrade {
    /// Nobody is troubled.
    Fine,
    /// It is seen.
    Mind,
    /// It dazzles.
    Dazzles,
}

/// Light toward somebody's eyes.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct GlareAnswer {
    /// Whose eyes, where.
    pub who: String,
    /// Which lamps, by circuit name.
    pub from: String,
    /// Luminous intensity toward them, all of these lamps, cd.
    pub candela: f64,
    /// At the eye, lx.
    pub eye_lx: f64,
    /// Veil over what they look at, cd/m².
    pub veil_cd_m2: f64,
    /// How grave.
    pub grade: GlareGrade,
    /// What to do, in a sentence.
    pub says: String,
}

/// An oncoming driver: so far ahead, so far to the left (right-hand traffic), eyes so high, m. Common practice: 50 m,
/// one lane of 3.5 m, 1.2 m.
pub const ONCOMING: At = At { along_m: -50.0, left_m: 3.5, up_m: 1.2 };
/// A driver who follows: so far behind the rear, eyes so high, m.
const FOLLOWING: (f64, f64) = (20.0, 1.2);
/// Most toward oncoming eyes with lamps that may be on in traffic, cd: low beams keep to a few hundred above their
/// edge. Source: UN R112 and FMVSS 108 test points, recalled from memory, low confidence.
pub const MOST_ONCOMING_CD: f64 = 500.0;
/// Road by night as a driver sees it, cd/m²: a veil as bright hides what is on it. Common practice, no source.
const ROAD_CD_M2: f64 = 1.0;

/// Veiling luminance, cd/m²: L = 10 E / θ², E at the eye in lx, θ between glare and line of sight in degrees, from 1
/// to 30. Source: CIE 31 and CIE 146, recalled from memory.
pub fn veil_cd_m2(eye_lx: f64, off_deg: f64) -> f64 {
    10.0 * eye_lx / off_deg.clamp(1.0, 30.0).powi(2)
}

/// Intensity and illuminance of some lamps at an eye that looks along `look`, and the veil.
fn at_eye(sources: &[&Source], eye: At, look: Vector) -> (f64, f64, f64) {
    let (mut candela, mut lx, mut veil) = (0.0, 0.0, 0.0);
    for source in sources {
        let (cd, far_m) = source.toward(eye);
        if cd <= 0.0 || far_m < 0.1 {
            continue;
        }
        let back = Vector::between(eye, source.mount.at);
        let cos = (back.dot(look) / far_m).clamp(-1.0, 1.0);
        let eye_lx = cd * cos.max(0.0) / (far_m * far_m);
        candela += cd;
        lx += eye_lx;
        veil += veil_cd_m2(eye_lx, cos.acos().to_degrees());
    }
    (candela, lx, veil)
}

/// Glare of each circuit's lamps on the oncoming driver, on one who follows, and on the own mirrors.
pub fn glare(job: &Job, lamps: &[Lamp]) -> Vec<GlareAnswer> {
    let [length_m, width_m, _] = size_m(job);
    let units = job.shop.units;
    let following = At { along_m: length_m + FOLLOWING.0, left_m: 0.0, up_m: FOLLOWING.1 };
    let mirror = |left_m: f64| At { along_m: 0.25 * length_m, left_m, up_m: 1.4 };
    let (forward, rearward) = (Vector::facing(0.0, 0.0), Vector::facing(180.0, 0.0));
    let mut out = Vec::new();
    for circuit in &job.circuits {
        let own: Vec<&Lamp> = lamps.iter().filter(|l| l.circuit == circuit.id).collect();
        if own.is_empty() {
            continue;
        }
        let sources: Vec<&Source> = own.iter().map(|l| &l.source).collect();
        let role = own[0].role;
        let eyes = [
            (say::an_oncoming_driver(&units.far(-ONCOMING.along_m)), ONCOMING, rearward),
            (say::a_driver_who_follows(&units.far(FOLLOWING.0)), following, forward),
        ];
        for (who, eye, look) in eyes {
            let (candela, eye_lx, veil) = at_eye(&sources, eye, look);
            if candela < 1.0 {
                continue;
            }
            let grade = if candela > MOST_ONCOMING_CD && veil > ROAD_CD_M2 {
                GlareGrade::Dazzles
            } else if candela > MOST_ONCOMING_CD || veil > 0.1 * ROAD_CD_M2 {
                GlareGrade::Mind
            } else {
                GlareGrade::Fine
            };
            out.push(GlareAnswer {
                who,
                from: circuit.name.clone(),
                candela,
                eye_lx,
                veil_cd_m2: veil,
                grade,
                says: advice(grade, role).to_owned(),
            });
        }
        // A mirror throws to the driver what falls on it from in front of its glass: from behind the vehicle's front.
        let in_mirror: f64 = [1.0, -1.0]
            .into_iter()
            .map(|side| mirror(side * (0.5 * width_m + 0.15)))
            .map(|at| {
                let lit = sources.iter().map(|s| s.lux(at, rearward));
                lit.sum::<f64>()
            })
            .fold(0.0, f64::max);
        if in_mirror > MIRROR_LX {
            out.push(GlareAnswer {
                who: say::the_own_driver_in_the_mirrors().into(),
                from: circuit.name.clone(),
                candela: 0.0,
                eye_lx: in_mirror,
                veil_cd_m2: veil_cd_m2(in_mirror, 30.0),
                grade: GlareGrade::Mind,
                says: say::turn_the_lamps_outward_or_shield().into(),
            });
        }
    }
    out
}

/// More on a mirror is seen as glare, lx. Common practice, no source: a following low beam gives 1 to 3 lx.
const MIRROR_LX: f64 = 3.0;

fn advice(grade: GlareGrade, role: Option<LampRole>) -> &'static str {
    match (grade, role) {
        (GlareGrade::Fine, _) => say::nobody_is_troubled(),
        (_, Some(LampRole::Fog)) => say::aim_it_down_until_its_edge(),
        (_, Some(LampRole::Driving)) => say::with_high_beam_only_off(),
        (_, Some(LampRole::Work) | None) => say::a_work_lamp_off(),
        (_, Some(LampRole::Warning)) => say::dim_it_at_night(),
        (_, Some(LampRole::Reverse)) => say::tilt_it_further_down_it_must(),
        (GlareGrade::Mind, _) => say::seen_but_a_signal_may(),
        (GlareGrade::Dazzles, _) => say::turn_it_down_or_shield(),
    }
}

/// What a lamp does to a reversing camera that looks where it shines: half as bright again and it drowns. Common
/// practice, no source.
pub fn camera(lamps: &[Lamp]) -> Option<String> {
    /// More than this in front of a small camera blinds it, lx on the ground 2 m behind. Common practice, no source.
    const DROWNS_CD: f64 = 3000.0;
    let toward_rear = |l: &&Lamp| (l.source.mount.faces_deg - 180.0).abs() < 60.0;
    let brightest = lamps
        .iter()
        .filter(toward_rear)
        .filter(|l| l.source.mount.at.up_m < 1.6)
        .map(|l| (l, l.source.part * l.source.distribution.peak().0))
        .max_by(|a, b| a.1.total_cmp(&b.1))?;
    (brightest.1 > DROWNS_CD)
        .then(|| say::cd_close_to_a_reversing_camera(&brightest.0.name, &brightest.1))
}

/// What comes back from fog, snow and dust, by school.
pub fn back_glare(lamps: &[Lamp], eye_up_m: f64, units: Units) -> Vec<String> {
    let mut out = Vec::new();
    // One of several alike speaks for all.
    let forward = lamps.iter().filter(|l| l.number == 0).filter(|l| {
        let bearing = l.source.mount.faces_deg.rem_euclid(360.0);
        !(60.0..=300.0).contains(&bearing)
    });
    for lamp in forward {
        let below_m = eye_up_m - lamp.source.mount.at.up_m;
        if below_m < 0.3 {
            out.push(say::high_near_the_driver_eyes(
                &lamp.name,
                &units.about(lamp.source.mount.at.up_m),
            ));
        }
        if lamp.role == Some(LampRole::Fog) {
            out.push(match lamp.colour {
                LampColour::White => say::white_with_a_good_edge(&lamp.name),
                _ => say::less_blue_less_back_glare(&lamp.name),
            });
        }
    }
    out
}
