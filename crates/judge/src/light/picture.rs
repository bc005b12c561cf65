//! Light on the ground from above and on a wall, with lines of equal lux.

use super::colour::{Chromaticity, mixed, screen};
use super::lamps::{Lamp, size_m};
use super::rulers::{GridMark, grid};
use super::source::{Aimed, Source};
use super::vector::Vector;
use contour::ContourBuilder;
use jovek_base::units::Units;
use jovek_job::{At, Job, LampRole};
use rayon::prelude::*;
use serde::Serialize;
use std::collections::HashMap;
use utoipa::ToSchema;

/// Lines that are drawn, lx. 54 lx is 5 foot-candles. Source: 29 CFR 1926.56 table D-3, least for general
/// construction work, recalled from memory; the others are round figures.
pub const LINES_LX: [f64; 8] = [0.3, 1.0, 3.0, 10.0, 30.0, 54.0, 100.0, 300.0];
/// Points side to side of a picture on the page.
pub const POINTS: usize = 96;
/// The same of two pictures beside each other: each is half as wide on the page.
pub const POINTS_BESIDE: usize = 64;

/// A line of equal illuminance.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct IsoLine {
    /// Its illuminance, lx.
    pub lux_lx: f64,
    /// Corners, m: right and up on the picture, in turn.
    pub points: Vec<f64>,
}

/// Illuminance over a plane.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Picture {
    /// Left edge, m: of the ground, right of the vehicle's middle; of the wall, as it is seen.
    pub left_m: f64,
    /// Lower edge, m: of the ground, before the vehicle's front; of the wall, above the ground.
    pub bottom_m: f64,
    /// From one point to the next, m.
    pub step_m: f64,
    /// Points side to side.
    pub wide: usize,
    /// Points from bottom to top.
    pub high: usize,
    /// Illuminance, lx, row by row from the bottom.
    #[serde(skip)]
    pub lux_lx: Vec<f64>,
    /// Brightness of each point, in the same order: 0 for [`SCALE_LX`]'s darkest and less, 255 for its brightest and
    /// more, between them by ratio, so that a step is 3 %: less than a lux meter errs.
    #[schema(value_type = Vec<u32>)]
    pub shades: Vec<u8>,
    /// Lines of equal illuminance.
    pub lines: Vec<IsoLine>,
    /// The most in it, lx.
    pub most_lx: f64,
    /// Colours of the light, `#rrggbb`.
    pub screens: Vec<String>,
    /// Grid lines from side to side of the picture: heights on a wall, distances on the ground.
    pub across: Vec<GridMark>,
    /// Grid lines up the picture.
    pub upright: Vec<GridMark>,
    /// Number of its colour for each point, in the order of `lux_lx`; empty where all light has the first.
    pub tints: Vec<usize>,
}

/// Darkest and brightest that a picture tells apart, lx: full moon and task light.
pub const SCALE_LX: [f64; 2] = [0.1, 300.0];

/// A stretch of a plane, m: left, bottom, right, top as in [`Picture`].
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Frame {
    /// Left edge.
    pub left_m: f64,
    /// Lower edge.
    pub bottom_m: f64,
    /// Right edge.
    pub right_m: f64,
    /// Upper edge.
    pub top_m: f64,
}

/// The stretch of ground around a vehicle that its lamps reach: farther where they look far.
pub fn around(job: &Job, lamps: &[Lamp]) -> Frame {
    let [length_m, ..] = size_m(job);
    let looks_far =
        |l: &Lamp| matches!(l.role, Some(LampRole::Driving | LampRole::Headlamp | LampRole::Fog));
    let ahead_m = if lamps.iter().any(looks_far) { 60.0 } else { 12.0 };
    let behind_m = if lamps.iter().all(looks_far) { 2.0 } else { 14.0 };
    let side_m = 0.4 * (ahead_m + length_m + behind_m);
    Frame { left_m: -side_m, bottom_m: -(length_m + behind_m), right_m: side_m, top_m: ahead_m }
}

/// Illuminance on the ground, `points` from side to side: right of the middle to the right, the front up.
pub fn ground(sources: &[Source], frame: Frame, points: usize) -> Picture {
    let up = Vector { along: 0.0, left: 0.0, up: 1.0 };
    picture(frame, points, sources, up, |right_m, ahead_m| At {
        along_m: -ahead_m,
        left_m: -right_m,
        up_m: 0.0,
    })
}

/// Illuminance on a wall that stands `wall_m` before the lamps' middle, square to their bearing, seen from the
/// vehicle: right to the right.
pub fn wall(sources: &[Source], wall_m: f64, points: usize) -> Option<Picture> {
    let count = sources.len() as f64;
    let first = sources.first()?;
    let bearing_deg = first.mount.faces_deg;
    let mean = |of: fn(&At) -> f64| sources.iter().map(|s| of(&s.mount.at)).sum::<f64>() / count;
    let (along_m, left_m) = (mean(|a| a.along_m), mean(|a| a.left_m));
    let (out, left) = (Vector::facing(bearing_deg, 0.0), Vector::facing(bearing_deg + 90.0, 0.0));
    let back = Vector::facing(bearing_deg + 180.0, 0.0);
    let half_m = (0.6 * wall_m).clamp(2.0, 8.0);
    let frame =
        Frame { left_m: -half_m, bottom_m: 0.0, right_m: half_m, top_m: 0.5 * half_m + 1.0 };
    Some(picture(frame, points, sources, back, |right_m, up_m| At {
        along_m: along_m + wall_m * out.along - right_m * left.along,
        left_m: left_m + wall_m * out.left - right_m * left.left,
        up_m,
    }))
}

/// Light on a plane that faces `normal`: `at` puts a point of the picture into the vehicle's frame.
fn picture(
    frame: Frame,
    points: usize,
    sources: &[Source],
    normal: Vector,
    at: impl Fn(f64, f64) -> At + Sync,
) -> Picture {
    let groups = by_tint(sources);
    let light = |x: f64, y: f64| -> (f64, Chromaticity) {
        let at = at(x, y);
        let lux = |lamps: &[Aimed]| lamps.iter().map(|s| s.lux(at, normal)).sum::<f64>();
        match groups.as_slice() {
            [] => (0.0, DARK),
            [(tint, lamps)] => (lux(lamps), *tint),
            several => {
                let parts: Vec<(f64, Chromaticity)> =
                    several.iter().map(|(tint, lamps)| (lux(lamps), *tint)).collect();
                (parts.iter().map(|p| p.0).sum(), mixed(&parts).unwrap_or(DARK))
            }
        }
    };
    let points = points.max(2);
    let step_m = (frame.right_m - frame.left_m) / (points - 1) as f64;
    let high = ((frame.top_m - frame.bottom_m) / step_m).round() as usize + 1;
    // On all cores: no row hangs on another, and their order stays.
    let found: Vec<(f64, Chromaticity)> = (0..high)
        .into_par_iter()
        .flat_map_iter(|row| (0..points).map(move |k| (row, k)))
        .map(|(row, k)| {
            light(frame.left_m + step_m * k as f64, frame.bottom_m + step_m * row as f64)
        })
        .collect();
    let exact: Vec<f64> = found.iter().map(|f| f.0).collect();
    let (screens, tints) = painted(&groups, &found);
    let most_lx = exact.iter().copied().fold(0.0, f64::max);
    Picture {
        left_m: frame.left_m,
        bottom_m: frame.bottom_m,
        step_m,
        wide: points,
        high,
        lines: lines(&exact, points, high, frame, step_m),
        shades: exact.iter().copied().map(shade).collect(),
        lux_lx: exact,
        most_lx,
        screens,
        tints,
        across: Vec::new(),
        upright: Vec::new(),
    }
}

impl Picture {
    /// The same with a grid in the shop's units.
    pub fn ruled(self, units: Units) -> Picture {
        let (left_m, bottom_m) = (self.left_m, self.bottom_m);
        let right_m = left_m + self.step_m * (self.wide - 1) as f64;
        let top_m = bottom_m + self.step_m * (self.high - 1) as f64;
        Picture {
            across: grid(units, bottom_m, top_m),
            upright: grid(units, left_m, right_m),
            ..self
        }
    }
}

/// Brightness of a point as pictures show it.
pub fn shade(lux_lx: f64) -> u8 {
    let [dark_lx, bright_lx] = SCALE_LX;
    if lux_lx <= dark_lx {
        return 0;
    }
    let part = (lux_lx / dark_lx).ln() / (bright_lx / dark_lx).ln();
    (255.0 * part.min(1.0)).round() as u8
}

/// Where there is no light there is no colour either: white stands in.
const DARK: Chromaticity = Chromaticity { x: 0.3127, y: 0.3290 };

/// Lamps of one colour together, each ready to be asked about many points.
fn by_tint(sources: &[Source]) -> Vec<(Chromaticity, Vec<Aimed<'_>>)> {
    let mut out: Vec<(Chromaticity, Vec<Aimed>)> = Vec::new();
    for source in sources {
        match out.iter_mut().find(|(tint, _)| *tint == source.tint) {
            Some((_, lamps)) => lamps.push(source.aimed()),
            None => out.push((source.tint, vec![source.aimed()])),
        }
    }
    out
}

/// Steps of x and y to which mixed colours are told apart: coarser ones show as patches in a pale beam.
const STEPS: f64 = 200.0;

/// Colours of a picture, and which point has which.
fn painted(
    groups: &[(Chromaticity, Vec<Aimed>)],
    found: &[(f64, Chromaticity)],
) -> (Vec<String>, Vec<usize>) {
    if let [] | [_] = groups {
        let tint = groups.first().map_or(DARK, |g| g.0);
        return (vec![screen(tint)], Vec::new());
    }
    let mut steps: Vec<(i64, i64)> = Vec::new();
    let mut known: HashMap<(i64, i64), usize> = HashMap::new();
    let tints = found
        .iter()
        .map(|(_, c)| {
            let step = ((STEPS * c.x).round() as i64, (STEPS * c.y).round() as i64);
            *known.entry(step).or_insert_with(|| {
                steps.push(step);
                steps.len() - 1
            })
        })
        .collect();
    let screens = steps
        .iter()
        .map(|&(x, y)| {
            screen(Chromaticity { x: x as f64 / STEPS, y: (y as f64 / STEPS).max(0.02) })
        })
        .collect();
    (screens, tints)
}

/// Lines of equal lux by marching squares.
fn lines(lux_lx: &[f64], wide: usize, high: usize, frame: Frame, step_m: f64) -> Vec<IsoLine> {
    // The package puts a point into the middle of its square.
    let builder = ContourBuilder::new(wide, high, true)
        .x_step(step_m)
        .y_step(step_m)
        .x_origin(frame.left_m - 0.5 * step_m)
        .y_origin(frame.bottom_m - 0.5 * step_m);
    // What is nowhere reached is not looked for: each line is a walk over all points.
    let most_lx = lux_lx.iter().copied().fold(0.0, f64::max);
    let reached: Vec<f64> = LINES_LX.into_iter().filter(|lx| *lx <= most_lx).collect();
    let Ok(found) = builder.lines(lux_lx, &reached) else { return Vec::new() };
    // A hundredth of the way from point to point is finer than anybody sees.
    let by = 10_f64.powi(2 - step_m.log10().floor() as i32);
    let round = |m: f64| (m * by).round() / by;
    // The package closes lines around the picture, outside of its points: there is nothing.
    let slack = 1e-6 * step_m;
    let (right_m, top_m) =
        (frame.left_m + step_m * (wide - 1) as f64, frame.bottom_m + step_m * (high - 1) as f64);
    let is_outside = |x: f64, y: f64| {
        x < frame.left_m - slack
            || x > right_m + slack
            || y < frame.bottom_m - slack
            || y > top_m + slack
    };
    let mut out = Vec::new();
    for line in &found {
        for run in line.geometry().iter() {
            let pieces = run.0.split(|c| is_outside(c.x, c.y)).filter(|piece| piece.len() > 1);
            out.extend(pieces.map(|piece| IsoLine {
                lux_lx: line.threshold(),
                points: piece.iter().flat_map(|c| [round(c.x), round(c.y)]).collect(),
            }));
        }
    }
    out
}

/// Rounded to two significant digits: more a lux meter does not hold.
pub fn two_digits(value: f64) -> f64 {
    if value < 1e-3 {
        return 0.0;
    }
    let by = 10_f64.powi(1 - value.log10().floor() as i32);
    (value * by).round() / by
}
