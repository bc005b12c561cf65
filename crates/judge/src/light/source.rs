//! One lamp as a source of light: its beam, what is lost in front of it, how it stands.

use super::beam::{Bell, FILAMENT_LM_PER_W, LED_LM_PER_W};
use super::colour::Chromaticity;
use super::grid::Grid;
use super::ies::{self, IesError};
use super::vector::{Axes, Ray, Vector};
use jovek_catalog::interpolate;
use jovek_job::{At, Beam, Cover, LampColour, Mount, Photometric};

/// How a lamp throws its light.
#[derive(Debug, Clone, PartialEq)]
pub enum Distribution {
    /// As described.
    Bell(Bell),
    /// As measured.
    Measured {
        /// Intensities.
        grid: Box<Grid>,
        /// What is left of them when the lamp is tilted: angle in degrees and factor.
        tilt: Vec<(f64, f64)>,
    },
}

impl Distribution {
    /// From a file where there is one, else from the description; `usual_lm` where neither says how much light.
    ///
    /// # Errors
    /// [`IesError`] for a file that is none.
    pub fn of(
        beam: Option<&Beam>,
        file: Option<&Photometric>,
        usual_lm: f64,
    ) -> Result<Distribution, IesError> {
        if let Some(file) = file {
            let file = ies::read(&file.text)?;
            return Ok(Distribution::Measured { grid: Box::new(file.grid), tilt: file.tilt });
        }
        Ok(Distribution::described(beam, usual_lm))
    }

    /// From the description alone.
    fn described(beam: Option<&Beam>, usual_lm: f64) -> Distribution {
        let beam = beam.copied().unwrap_or_default();
        Distribution::Bell(Bell::new(&beam, beam.flux_lm.unwrap_or(usual_lm)))
    }

    /// As [`Distribution::of`]; where the file is none the description stands in, and the fault is told.
    pub fn or_described(
        beam: Option<&Beam>,
        file: Option<&Photometric>,
        usual_lm: f64,
    ) -> (Distribution, Option<IesError>) {
        match Distribution::of(beam, file, usual_lm) {
            Ok(distribution) => (distribution, None),
            Err(e) => (Distribution::described(beam, usual_lm), Some(e)),
        }
    }

    /// As measured, without tilt factors.
    pub fn measured(grid: Grid) -> Distribution {
        Distribution::Measured { grid: Box::new(grid), tilt: Vec::new() }
    }

    /// Luminous intensity in a direction, cd.
    pub fn candela(&self, ray: Ray) -> f64 {
        match self {
            Distribution::Bell(bell) => bell.candela(ray),
            Distribution::Measured { grid, .. } => grid.candela(ray),
        }
    }

    /// What the lamp gives when it is tilted, as a part of what its file says: the file's own factors, on a straight
    /// line between its angles; 1 where it has none.
    pub fn tilted(&self, tilt_deg: f64) -> f64 {
        match self {
            Distribution::Measured { tilt, .. } if !tilt.is_empty() => {
                interpolate(tilt, tilt_deg.abs())
            }
            Distribution::Bell(_) | Distribution::Measured { .. } => 1.0,
        }
    }

    /// The largest intensity, cd, and its direction.
    pub fn peak(&self) -> (f64, Ray) {
        match self {
            Distribution::Bell(bell) => bell.peak(),
            Distribution::Measured { grid, .. } => grid.peak(),
        }
    }

    /// Luminous flux, lm.
    pub fn flux_lm(&self) -> f64 {
        match self {
            Distribution::Bell(bell) => bell.flux_lm(),
            Distribution::Measured { grid, .. } => grid.flux_lm(),
        }
    }

    /// Full width and height, degrees, within which the intensity is at least a part of the peak: side to side and
    /// up and down through the peak. Half of the peak gives the beam, a tenth the field.
    pub fn width_deg(&self, part: f64) -> [f64; 2] {
        const STEP_DEG: f64 = 0.05;
        // Ten fine steps are taken at once as long as the beam goes on: this is asked of every lamp at every key.
        const STRIDE_DEG: f64 = 10.0 * STEP_DEG;
        let (peak_cd, at) = self.peak();
        let (v0, h0) = (at.up.atan2(at.forward), (-at.left).asin());
        let edge = |towards: [f64; 2]| -> f64 {
            let value = |deg: f64| {
                let (v, h) =
                    (v0 + (deg * towards[0]).to_radians(), h0 + (deg * towards[1]).to_radians());
                self.candela(Ray {
                    forward: h.cos() * v.cos(),
                    left: -h.sin(),
                    up: h.cos() * v.sin(),
                })
            };
            let is_inside = |deg: f64| deg < 180.0 && value(deg) >= part * peak_cd;
            let mut deg = 0.0;
            while is_inside(deg + STRIDE_DEG) {
                deg += STRIDE_DEG;
            }
            while is_inside(deg) {
                deg += STEP_DEG;
            }
            // Between the last two steps in a straight line.
            let (inside, outside) = (value(deg - STEP_DEG), value(deg));
            let over = (inside - part * peak_cd) / (inside - outside).max(1e-12);
            deg - STEP_DEG + STEP_DEG * over.clamp(0.0, 1.0)
        };
        if peak_cd <= 0.0 {
            return [0.0, 0.0];
        }
        [edge([0.0, 1.0]) + edge([0.0, -1.0]), edge([1.0, 0.0]) + edge([-1.0, 0.0])]
    }
}

/// Light when nobody says how much, lm, from the power of a lamp and the colour that it makes.
pub fn usual_lm(power_w: f64, is_filament: bool, colour: LampColour) -> f64 {
    let of_white = match (is_filament, colour) {
        // A filament is white behind its glass: what a cover keeps is reckoned with the cover.
        (true, _) => return power_w * FILAMENT_LM_PER_W,
        (false, LampColour::White) => 1.0,
        (false, LampColour::Yellow) => YELLOW_PART,
        (false, LampColour::Amber) => AMBER_PART,
        (false, LampColour::Red) => RED_PART,
        (false, LampColour::Green) => GREEN_PART,
        (false, LampColour::Blue) => BLUE_PART,
    };
    power_w * LED_LM_PER_W * of_white
}

/// Light of LEDs of a colour against white ones of the same watts: the eye sees little of blue and deep red. Typical of
/// makers' sheets, recalled from memory; common practice.
const YELLOW_PART: f64 = 0.8;
const AMBER_PART: f64 = 0.6;
const RED_PART: f64 = 0.5;
const GREEN_PART: f64 = 0.8;
const BLUE_PART: f64 = 0.2;

/// Part of the light of bare emitters that comes out of the lens: 60 to 85 %. Common practice, no source.
pub const OUT_OF_LENS: f64 = 0.72;
/// Clear polycarbonate: 0.88 to 0.92. Common practice, no source.
const CLEAR: f64 = 0.9;

/// Part of the light that a cover lets through, by the colour of the light behind it.
///
/// White through colour: amber 0.55 to 0.65, selective yellow 0.80 to 0.85, red 0.18 to 0.25, blue 0.03 to 0.10 for
/// filaments (common practice, no source). A cool-white LED keeps 0.6 of what a filament keeps behind red. Source:
/// CIE illuminants LED-B3 to B5 through an edge filter at 600 nm. Light of the cover's own colour loses no more than
/// in a clear one; of another colour hardly any comes through.
pub fn through(cover: Cover, light: LampColour, is_filament: bool) -> f64 {
    use LampColour::{Amber, Blue, Red, White, Yellow};
    let white_led_behind_red = if is_filament { 1.0 } else { 0.6 };
    match (cover, light) {
        (Cover::Clear, _) => CLEAR,
        (Cover::Yellow, White) => 0.82,
        (Cover::Yellow, Yellow | Amber | Red) => CLEAR,
        (Cover::Amber, White) => 0.6,
        (Cover::Amber, Yellow) => 0.7,
        (Cover::Amber, Amber | Red) => CLEAR,
        (Cover::Red, White) => 0.21 * white_led_behind_red,
        (Cover::Red, Amber) => 0.4,
        (Cover::Red, Red) => CLEAR,
        (Cover::Blue, White) => 0.06,
        (Cover::Blue, Blue) => CLEAR,
        _ => 0.02,
    }
}

/// A lamp in its place.
#[derive(Debug, Clone, PartialEq)]
pub struct Source {
    /// How it stands.
    pub mount: Mount,
    /// How it throws its light.
    pub distribution: Distribution,
    /// Part of its full light that leaves it: voltage, lens and cover.
    pub part: f64,
    /// Colour of its light.
    pub tint: Chromaticity,
}

/// A source with its axes worked out: for asking about many points.
#[derive(Debug, Clone, Copy)]
pub struct Aimed<'s> {
    source: &'s Source,
    axes: Axes,
}

impl Source {
    /// Ready to be asked about many points.
    pub fn aimed(&self) -> Aimed<'_> {
        Aimed { source: self, axes: Axes::of(&self.mount) }
    }

    /// Luminous intensity toward a point, cd, and the distance to it, m.
    pub fn toward(&self, to: At) -> (f64, f64) {
        self.aimed().toward(to)
    }

    /// Illuminance on a surface at a point that faces `normal`, lx.
    pub fn lux(&self, at: At, normal: Vector) -> f64 {
        self.aimed().lux(at, normal)
    }
}

impl Aimed<'_> {
    /// Luminous intensity toward a point, cd, and the distance to it, m.
    pub fn toward(&self, to: At) -> (f64, f64) {
        let way = Vector::between(self.source.mount.at, to);
        let far_m = way.length();
        if far_m < 1e-6 {
            return (0.0, 0.0);
        }
        let unit = Vector { along: way.along / far_m, left: way.left / far_m, up: way.up / far_m };
        (self.source.part * self.source.distribution.candela(self.axes.ray(unit)), far_m)
    }

    /// Illuminance on a surface at a point that faces `normal`, lx: E = I cos(θ) / d², θ at the lit surface. Source:
    /// inverse-square law.
    pub fn lux(&self, at: At, normal: Vector) -> f64 {
        let (candela, far_m) = self.toward(at);
        if candela <= 0.0 || far_m < 0.05 {
            return 0.0;
        }
        let cos = Vector::between(at, self.source.mount.at).dot(normal) / far_m;
        candela * cos.max(0.0) / (far_m * far_m)
    }
}

/// Illuminance of several lamps together, lx: they add.
pub fn lux(sources: &[Source], at: At, normal: Vector) -> f64 {
    sources.iter().map(|s| s.lux(at, normal)).sum()
}
