//! A beam described by a few figures: bell-shaped, with or without a sharp upper edge.
//!
//! I(v, h) = I0 cos^a(v) cos^b(h) in the turned frame B. With equal widths that is I0 cos^m of the angle to the axis,
//! m = ln 0.5 / ln cos(half width). Real beams of one label differ by some 30 %. Source of the bell: common practice
//! of lighting design; flux by integration over the solid angle.

use super::vector::Ray;
use jovek_job::Beam;

/// Beam when nobody said: a work lamp with wide lens. Common practice, no source.
const USUAL_WIDE_DEG: f64 = 60.0;
/// Light for a watt of an LED lamp out of its lens, and of a halogen lamp in a reflector, lm/W. Common practice.
pub const LED_LM_PER_W: f64 = 90.0;
/// See [`LED_LM_PER_W`].
pub const FILAMENT_LM_PER_W: f64 = 14.0;
/// Light just above a sharp edge falls to a tenth in so many degrees. Common practice, no source.
const EDGE_DEG: f64 = 0.6;
/// The hot spot of a beam with a sharp edge lies so far below it, as a part of the beam's height.
const BELOW_EDGE: f64 = 0.2;
/// Steps of the integral over a sharp edge.
const STEPS: usize = 720;

/// A beam ready to be asked.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bell {
    /// At the peak of the bell, cd.
    peak_cd: f64,
    /// Exponents, up and down, side to side.
    high: f64,
    wide: f64,
    /// How far the bell's middle lies below the axis: sine and cosine.
    sinks: (f64, f64),
    has_cut_off: bool,
    /// Luminous flux, lm.
    flux_lm: f64,
}

/// Exponent of the cosine for a full width at half of the peak, degrees.
///
/// cos^m(half) = 1/2.
pub fn exponent(full_deg: f64) -> f64 {
    0.5_f64.ln() / (0.5 * full_deg.clamp(0.5, 175.0)).to_radians().cos().ln()
}

/// The integral of cosⁿ from -90° to 90°: √π Γ((n + 1) / 2) / Γ(n / 2 + 1). Source: DLMF 5.12.2, recalled from memory.
fn cosine_power(n: f64) -> f64 {
    let ln = libm::lgamma(0.5 * (n + 1.0)) - libm::lgamma(0.5 * n + 1.0);
    std::f64::consts::PI.sqrt() * ln.exp()
}

impl Bell {
    /// A beam whose flux, where no peak is said, is `flux_lm`.
    pub fn new(beam: &Beam, flux_lm: f64) -> Bell {
        let wide_deg = beam.wide_deg.unwrap_or(USUAL_WIDE_DEG);
        let high_deg = beam.high_deg.unwrap_or(wide_deg);
        let mut bell = Bell {
            peak_cd: 1.0,
            high: exponent(high_deg),
            wide: exponent(wide_deg),
            sinks: if beam.has_cut_off {
                (BELOW_EDGE * high_deg).to_radians().sin_cos()
            } else {
                (0.0, 1.0)
            },
            has_cut_off: beam.has_cut_off,
            flux_lm,
        };
        // Of a peak of 1 cd.
        let unit_lm = bell.integral();
        match beam.peak_cd {
            Some(peak_cd) => {
                bell.peak_cd = peak_cd;
                bell.flux_lm = peak_cd * unit_lm;
            }
            None => bell.peak_cd = flux_lm / unit_lm.max(1e-12),
        }
        bell
    }

    /// Luminous intensity in a direction, cd.
    pub fn candela(&self, ray: Ray) -> f64 {
        // Turned so that the bell's middle lies on the axis; cosines instead of angles: this is asked a great deal.
        let (sin, cos) = self.sinks;
        let (forward, up) = (ray.forward * cos - ray.up * sin, ray.up * cos + ray.forward * sin);
        if ray.forward <= 0.0 || forward <= 0.0 {
            return 0.0;
        }
        let cos_high2 = forward * forward / (forward * forward + up * up);
        let cos_wide2 = (1.0 - ray.left * ray.left).max(1e-300);
        let bell = (0.5 * (self.high * cos_high2.ln() + self.wide * cos_wide2.ln())).exp();
        let edge = if self.has_cut_off && ray.up > 0.0 {
            let up_deg = ray.up.atan2(ray.forward).to_degrees();
            10_f64.powf(-up_deg / EDGE_DEG).max(0.01)
        } else {
            1.0
        };
        self.peak_cd * bell * edge
    }

    /// The largest intensity, cd, and its direction.
    pub fn peak(&self) -> (f64, Ray) {
        let (sin, cos) = self.sinks;
        (self.peak_cd, Ray { forward: cos, left: 0.0, up: -sin })
    }

    /// Luminous flux, lm.
    pub fn flux_lm(&self) -> f64 {
        self.flux_lm
    }

    /// The candela over the solid angle; dω = cos h dh dv. The two angles are apart, so the integral is a product;
    /// over a sharp edge it is summed by the midpoint rule.
    fn integral(&self) -> f64 {
        let side = cosine_power(self.wide + 1.0);
        let up = if self.has_cut_off {
            let step = 180.0 / STEPS as f64;
            let at = |k: usize| (-90.0 + step * (k as f64 + 0.5)).to_radians().sin_cos();
            let ahead = |(sin, cos)| self.candela(Ray { forward: cos, left: 0.0, up: sin });
            (0..STEPS).map(|k| ahead(at(k))).sum::<f64>() * step.to_radians()
        } else {
            self.peak_cd * cosine_power(self.high)
        };
        up * side
    }
}
