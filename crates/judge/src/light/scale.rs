//! What each shade of a picture of light stands for.

use super::picture::{SCALE_LX, two_digits};
use jovek_phrases::light as say;
use serde::Serialize;
use utoipa::ToSchema;

/// What the shades of a picture stand for.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LightScale {
    /// The illuminance of each shade, from 0 to 255: `12 lx`.
    pub texts: Vec<String>,
    /// Shades that are named beside the scale.
    pub marks: Vec<ShadeMark>,
}

/// A named shade.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ShadeMark {
    /// Its place on the scale, 0 to 1.
    pub part: f64,
    /// `10 lx`.
    pub text: String,
}

/// Illuminances that are named beside the scale, lx.
const NAMED_LX: [f64; 5] = [0.1, 1.0, 10.0, 100.0, 300.0];

/// The scale of all pictures: even steps of ratio between [`SCALE_LX`].
pub fn light_scale() -> LightScale {
    let [dark_lx, bright_lx] = SCALE_LX;
    let lux = |shade: u8| dark_lx * (bright_lx / dark_lx).powf(f64::from(shade) / 255.0);
    let text = |shade: u8| match shade {
        0 => say::lx_or_less(&two_digits(dark_lx)),
        255 => say::lx_or(&two_digits(bright_lx)),
        between => say::about_lx(&two_digits(lux(between))),
    };
    LightScale {
        texts: (0..=255).map(text).collect(),
        marks: NAMED_LX
            .map(|lx| ShadeMark {
                part: (lx / dark_lx).ln() / (bright_lx / dark_lx).ln(),
                text: format!("{} lx", two_digits(lx)),
            })
            .into(),
    }
}
