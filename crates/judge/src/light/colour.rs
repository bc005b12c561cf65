//! Colour of light: kelvin to chromaticity, and the legal colour area that it falls in.

use jovek_job::{LampColour, Region};
use jovek_phrases::common;
use jovek_phrases::light as say;
use serde::Serialize;
use utoipa::ToSchema;

/// A colour in the CIE 1931 diagram, 2 degree observer.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct Chromaticity {
    /// x.
    pub x: f64,
    /// y.
    pub y: f64,
}

/// Lowest and highest temperature of the formula, K.
pub const KELVIN: (f64, f64) = (1667.0, 25_000.0);

/// Chromaticity of a black body at a temperature; none outside of 1667 to 25,000 K.
///
/// Source: Kim, Kim et al., cubic splines fitted to the Planckian locus (US patent 7024034, 2006), recalled from
/// memory; checked against Planck's law in the tests.
pub fn of_kelvin(kelvin: f64) -> Option<Chromaticity> {
    if !(KELVIN.0..=KELVIN.1).contains(&kelvin) {
        return None;
    }
    let t = 1000.0 / kelvin;
    let x = if kelvin <= 4000.0 {
        ((-0.266_123_9 * t - 0.234_358_9) * t + 0.877_695_6) * t + 0.179_910
    } else {
        ((-3.025_846_9 * t + 2.107_037_9) * t + 0.222_634_7) * t + 0.240_390
    };
    let [a, b, c, d] = if kelvin <= 2222.0 {
        [-1.106_381_4, -1.348_110_20, 2.185_558_32, -0.202_196_83]
    } else if kelvin <= 4000.0 {
        [-0.954_947_6, -1.374_185_93, 2.091_370_15, -0.167_488_67]
    } else {
        [3.081_758_0, -5.873_386_70, 3.751_129_97, -0.370_014_83]
    };
    let y = ((a * x + b) * x + c) * x + d;
    Some(Chromaticity { x, y })
}

/// Colour of lights that fall on one spot, each with its lux; none in the dark. Light adds by tristimulus values.
///
/// Source: Grassmann's laws with CIE 1931 values (CIE 15), recalled from memory: X = Y x / y, Z = Y (1 - x - y) / y.
pub fn mixed(lights: &[(f64, Chromaticity)]) -> Option<Chromaticity> {
    let (mut x, mut y, mut z) = (0.0, 0.0, 0.0);
    for (lux, c) in lights {
        x += lux * c.x / c.y;
        y += lux;
        z += lux * (1.0 - c.x - c.y) / c.y;
    }
    let sum = x + y + z;
    (sum > 0.0).then(|| Chromaticity { x: x / sum, y: y / sum })
}

/// A colour as screens show it, `#rrggbb`, brightest channel full.
///
/// Source: IEC 61966-2-1 (sRGB), matrix and transfer curve recalled from memory.
pub fn screen(c: Chromaticity) -> String {
    let (x, z) = (c.x / c.y, (1.0 - c.x - c.y) / c.y);
    let linear = [
        3.2406 * x - 1.5372 - 0.4986 * z,
        -0.9689 * x + 1.8758 + 0.0415 * z,
        0.0557 * x - 0.2040 + 1.0570 * z,
    ];
    let most = linear.iter().copied().fold(1e-9, f64::max);
    let byte = |v: f64| {
        let v = (v / most).clamp(0.0, 1.0);
        let curved = if v <= 0.003_130_8 { 12.92 * v } else { 1.055 * v.powf(1.0 / 2.4) - 0.055 };
        (curved * 255.0).round() as u8
    };
    format!("#{:02x}{:02x}{:02x}", byte(linear[0]), byte(linear[1]), byte(linear[2]))
}

/// A colour named by law.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum LegalColour {
    /// White.
    White,
    /// Selective yellow.
    SelectiveYellow,
    /// Amber.
    Amber,
    /// Red.
    Red,
    /// Green.
    Green,
    /// Blue.
    Blue,
}

impl LegalColour {
    /// As it is spoken.
    pub fn label(self) -> &'static str {
        match self {
            LegalColour::White => common::white(),
            LegalColour::SelectiveYellow => say::selective_yellow(),
            LegalColour::Amber => say::amber(),
            LegalColour::Red => common::red(),
            LegalColour::Green => common::green(),
            LegalColour::Blue => common::blue(),
        }
    }

    /// The colour of that name among lamp colours.
    pub fn lamp(self) -> LampColour {
        match self {
            LegalColour::White => LampColour::White,
            LegalColour::SelectiveYellow => LampColour::Yellow,
            LegalColour::Amber => LampColour::Amber,
            LegalColour::Red => LampColour::Red,
            LegalColour::Green => LampColour::Green,
            LegalColour::Blue => LampColour::Blue,
        }
    }
}

/// A straight edge of a colour area: inside is where `a x + b y <= c`.
type Edge = (f64, f64, f64);

/// Areas by law. Sources: SAE J578 and UN R48 with R148 and R65 colour boundaries, each recalled from memory; for
/// the UN they are right to high confidence where two corners were published, for the SAE to medium. Green is the
/// SAE's in both, blue of the UN is that of R65.
fn areas(region: Region) -> Vec<(LegalColour, Vec<Edge>)> {
    let us = region == Region::Us;
    let pick = |un: f64, sae: f64| if us { sae } else { un };
    // x >= v, x <= v, y >= p + q x, y <= p + q x.
    let x_from = |v: f64| (-1.0, 0.0, -v);
    let x_to = |v: f64| (1.0, 0.0, v);
    let y_from = |p: f64, q: f64| (q, -1.0, -p);
    let y_to = |p: f64, q: f64| (-q, 1.0, p);
    let mut yellow = vec![
        y_to(-0.1, 1.29),
        y_from(pick(0.138, 0.14), 0.58),
        y_from(pick(0.94, 0.966), -1.0),
        // The spectral locus is nearly the line x + y = 1 there.
        y_to(1.0, -1.0),
    ];
    if !us {
        yellow.push(y_from(0.44, 0.0));
    }
    let white_red = pick(0.382, 0.38);
    let blue = if us {
        vec![y_to(0.07, 0.81), y_to(0.4, -1.0), (1.0, -0.6, 0.13)]
    } else {
        vec![y_to(0.065, 0.805), y_to(0.4, -1.0), (1.0, -0.6, 0.133)]
    };
    vec![
        // White has a corner that points inward, where its edges toward red and purple meet: two parts.
        (
            LegalColour::White,
            vec![x_from(0.31), x_to(0.5), y_to(0.15, 0.64), y_to(0.44, 0.0), y_from(0.05, 0.75)],
        ),
        (
            LegalColour::White,
            vec![
                x_from((white_red - 0.05) / 0.75),
                x_to(0.5),
                y_to(0.15, 0.64),
                y_to(0.44, 0.0),
                y_from(white_red, 0.0),
            ],
        ),
        (LegalColour::SelectiveYellow, yellow),
        (
            LegalColour::Amber,
            vec![y_to(-0.12, 1.0), y_from(0.39, 0.0), y_from(0.79, -0.67), y_to(1.0, -1.0)],
        ),
        (LegalColour::Red, vec![y_to(pick(0.335, 0.33), 0.0), y_from(0.98, -1.0), y_to(1.0, -1.0)]),
        (LegalColour::Green, vec![y_to(0.73, -0.73), (1.0, -0.63, -0.04), y_from(0.5, -0.5)]),
        (LegalColour::Blue, blue),
    ]
}

/// The legal colour that a chromaticity falls in; none between the areas.
pub fn legal(region: Region, c: Chromaticity) -> Option<LegalColour> {
    const SLACK: f64 = 1e-9;
    let inside = |edges: &[Edge]| edges.iter().all(|(a, b, k)| a * c.x + b * c.y <= k + SLACK);
    areas(region).into_iter().find(|(_, edges)| inside(edges)).map(|(name, _)| name)
}

/// A usual chromaticity of coloured LED light. Common practice, no source: amber 590 nm phosphor or chip, red
/// 625 nm, green 525 nm, blue 470 nm.
pub fn usual(colour: LampColour, kelvin: Option<f64>) -> Chromaticity {
    let plain = |x, y| Chromaticity { x, y };
    match colour {
        LampColour::White => {
            of_kelvin(kelvin.unwrap_or(USUAL_KELVIN)).unwrap_or(plain(0.3127, 0.3290))
        }
        LampColour::Yellow => plain(0.49, 0.475),
        LampColour::Amber => plain(0.57, 0.42),
        LampColour::Red => plain(0.69, 0.305),
        LampColour::Green => plain(0.17, 0.70),
        LampColour::Blue => plain(0.13, 0.07),
    }
}

/// Colour temperature of a white lamp where nobody said, K: a usual work lamp. Common practice, no source.
pub const USUAL_KELVIN: f64 = 5700.0;

/// The same of a halogen lamp, K. Common practice, no source.
pub const FILAMENT_KELVIN: f64 = 3200.0;

/// Kelvin as it is spoken: below 4500 K yellowish, from 7000 K up blue. Common practice, no source.
pub fn reads_as(kelvin: f64) -> &'static str {
    if kelvin < 4500.0 {
        say::yellowish_white()
    } else if kelvin < 7000.0 {
        say::pure_white()
    } else {
        say::bluish_white()
    }
}

/// White lamps this far apart on one vehicle look like two colours. Common practice, no source: seven steps of just
/// noticeable difference at 5700 K are about 500 K.
pub const MIXED_K: f64 = 700.0;
