//! Copper conductors: the size system is part of the size.
//!
//! "16 gauge" names three different amounts of copper: AWG by definition 1.31 mm², SAE J1128 at
//! least 1.18 mm², and 1.5 mm² where metric wire takes its place. Resistance therefore comes from
//! system and size together.

use jovek_phrases::catalog as say;
use serde::{Deserialize, Serialize};
use std::borrow::Cow;
use std::str::FromStr;
use strum::EnumIter;
use utoipa::PartialSchema;
use utoipa::ToSchema;

/// Size system of the wire on the shelf.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum WireSystem {
    /// mm², ISO 6722 vehicle wire.
    #[default]
    Metric,
    /// AWG, as marine and building wire.
    Awg,
    /// SAE gauge, 5 to 11 % less copper than AWG.
    Sae,
}

/// Resistivity of annealed copper at 20 °C, ohm·mm²/m: 1/58. Source: IEC 60028.
pub const COPPER_OHM_MM2_PER_M: f64 = 1.0 / 58.0;
/// Temperature coefficient of copper at 20 °C, 1/K. Source: IEC 60028.
pub const COPPER_PER_K: f64 = 0.00393;
/// Extra length of twisted strands. Common practice for concentric strand.
pub const LAY: f64 = 1.02;

/// Resistance of a copper conductor, ohm: R = ρ20·(1 + α·(T − 20))·L/A. Source: IEC 60028.
pub fn copper_ohm(length_m: f64, area_mm2: f64, conductor_c: f64) -> f64 {
    COPPER_OHM_MM2_PER_M * length_m / area_mm2 * copper_factor(conductor_c)
}

/// Resistance at a temperature against that at 20 °C.
pub fn copper_factor(conductor_c: f64) -> f64 {
    1.0 + COPPER_PER_K * (conductor_c - 20.0)
}

/// Diameter of an AWG size, mm: 0.127·92^((36 − n)/39), n = 0, −1, −2, −3 for 1/0 to 4/0.
/// Source: ASTM B258.
pub fn awg_diameter_mm(n: i32) -> f64 {
    0.127 * 92f64.powf((36.0 - f64::from(n)) / 39.0)
}

/// Copper area of an AWG size, mm².
pub fn awg_area_mm2(n: i32) -> f64 {
    let d = awg_diameter_mm(n);
    std::f64::consts::PI / 4.0 * d * d
}

/// A conductor: system and size.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Conductor {
    /// American Wire Gauge; 0 to −3 stand for 1/0 to 4/0.
    Awg(i8),
    /// SAE J1128 / J1127 gauge at the permitted minimum of copper.
    Sae(i8),
    /// ISO 6722 vehicle wire, in hundredths of a mm².
    Metric(u16),
}

/// SAE gauge and minimum copper, circular mil. Source: SAE J1128 / J1127 minima as listed beside
/// AWG in the ABYC E-11 conductor table, recalled from memory, medium confidence; 20 and 22 from
/// seven strands, low confidence; 6 low.
const SAE_MIN_CMIL: [(i8, f64); 16] = [
    (22, 642.45 * 0.93),
    (20, 1021.5 * 0.93),
    (18, 1537.0),
    (16, 2336.0),
    (14, 3702.0),
    (12, 5833.0),
    (10, 9343.0),
    (8, 14810.0),
    (6, 25910.0),
    (4, 37360.0),
    (2, 62450.0),
    (1, 77790.0),
    (0, 98980.0),
    (-1, 125_100.0),
    (-2, 158_600.0),
    (-3, 205_500.0),
];

/// Square millimetres in a circular mil.
pub const MM2_PER_CMIL: f64 = 5.067_074_790_974_977e-4;

/// Metric sizes in hundredths of a mm² with their largest resistance at 20 °C, mohm/m.
/// Source: ISO 6722-1 conductor table (kept by ISO 19642), recalled from memory, high confidence
/// but for 0.35, 2, 3, 8, 12, 20, 40, 60 (medium) and 5, 30 (low).
#[allow(clippy::approx_constant)] // 3.14 mohm/m is the figure of the table, not pi.
const ISO_6722: [(u16, f64); 25] = [
    (35, 54.4),
    (50, 37.1),
    (75, 24.7),
    (100, 18.5),
    (150, 12.7),
    (200, 9.42),
    (250, 7.6),
    (300, 6.15),
    (400, 4.71),
    (500, 3.94),
    (600, 3.14),
    (800, 2.38),
    (1000, 1.82),
    (1200, 1.52),
    (1600, 1.16),
    (2000, 0.955),
    (2500, 0.743),
    (3000, 0.647),
    (3500, 0.527),
    (4000, 0.473),
    (5000, 0.368),
    (6000, 0.315),
    (7000, 0.259),
    (9500, 0.196),
    (12000, 0.153),
];

/// AWG sizes that are made as stranded vehicle or marine wire.
const AWG: [i8; 18] = [24, 22, 20, 18, 16, 14, 12, 10, 8, 6, 4, 3, 2, 1, 0, -1, -2, -3];

/// Metric sizes that a shop keeps on the shelf; the others are made but seldom held.
const METRIC_SHELF: [u16; 17] =
    [50, 75, 100, 150, 250, 400, 600, 1000, 1600, 2500, 3500, 5000, 7000, 9500, 12000, 35, 200];

impl Conductor {
    /// All sizes of a system that are in the catalog, thinnest first.
    pub fn all(system: crate::conductor::WireSystem) -> Vec<Conductor> {
        use crate::conductor::WireSystem;
        match system {
            WireSystem::Awg => AWG.iter().map(|&n| Conductor::Awg(n)).collect(),
            WireSystem::Sae => SAE_MIN_CMIL.iter().map(|&(n, _)| Conductor::Sae(n)).collect(),
            WireSystem::Metric => ISO_6722.iter().map(|&(n, _)| Conductor::Metric(n)).collect(),
        }
    }

    /// Sizes offered by the planner, thinnest first.
    pub fn shelf(system: crate::conductor::WireSystem) -> Vec<Conductor> {
        let mut sizes = Conductor::all(system);
        sizes.retain(|c| match c {
            Conductor::Metric(n) => METRIC_SHELF.contains(n) && *n != 35 && *n != 200,
            Conductor::Awg(n) => *n <= 20 && *n != 3,
            Conductor::Sae(n) => *n <= 20,
        });
        sizes
    }

    /// Copper area, mm²: by definition (AWG), at the permitted minimum (SAE), by name (metric).
    pub fn area_mm2(self) -> f64 {
        match self {
            Conductor::Awg(n) => awg_area_mm2(i32::from(n)),
            Conductor::Sae(n) => SAE_MIN_CMIL
                .iter()
                .find(|(g, _)| *g == n)
                .map_or(f64::NAN, |(_, cmil)| cmil * MM2_PER_CMIL),
            Conductor::Metric(n) => f64::from(n) / 100.0,
        }
    }

    /// Resistance at 20 °C, ohm/m: strand lay of 2 % on AWG and SAE areas, the permitted maximum
    /// for metric wire.
    pub fn ohm_per_m_20c(self) -> f64 {
        match self {
            Conductor::Metric(n) => ISO_6722
                .iter()
                .find(|(size, _)| *size == n)
                .map_or(f64::NAN, |(_, mohm)| mohm / 1000.0),
            _ => LAY * COPPER_OHM_MM2_PER_M / self.area_mm2(),
        }
    }

    /// Resistance of a length at a conductor temperature, ohm.
    pub fn ohm(self, length_m: f64, conductor_c: f64) -> f64 {
        self.ohm_per_m_20c() * length_m * copper_factor(conductor_c)
    }

    /// The size as it is spoken: `AWG 16`, `SAE 16`, `1.5 mm²`.
    pub fn label(self) -> String {
        match self {
            Conductor::Awg(n) => format!("AWG {}", gauge_text(n)),
            Conductor::Sae(n) => format!("SAE {}", gauge_text(n)),
            Conductor::Metric(_) => format!("{} mm²", self.area_mm2()),
        }
    }

    /// The nearest size in the other unit, for people who think in it: `about AWG 15`.
    pub fn other_unit(self) -> String {
        match self {
            Conductor::Metric(_) => {
                let area = self.area_mm2();
                let near = AWG
                    .iter()
                    .min_by(|a, b| {
                        let off = |n: i8| (awg_area_mm2(i32::from(n)) / area).ln().abs();
                        off(**a).total_cmp(&off(**b))
                    })
                    .copied()
                    .unwrap_or(16);
                say::about_awg(&gauge_text(near))
            }
            _ => format!("{:.2} mm²", self.area_mm2()),
        }
    }
}

/// So much copper as a shop of a wire system calls it: `16 mm²`, or the nearest size, `AWG 6`.
pub fn copper_text(area_mm2: f64, system: WireSystem) -> String {
    let off = |c: &Conductor| (c.area_mm2() / area_mm2).ln().abs();
    let nearest = || Conductor::all(system).into_iter().min_by(|a, b| off(a).total_cmp(&off(b)));
    match system {
        WireSystem::Metric => format!("{} mm²", (area_mm2 * 100.0).round() / 100.0),
        WireSystem::Awg | WireSystem::Sae => nearest().map_or_else(String::new, Conductor::label),
    }
}

fn gauge_text(n: i8) -> String {
    if n > 0 { n.to_string() } else { format!("{}/0", 1 - n) }
}

fn gauge_value(text: &str) -> Option<i8> {
    match text.split_once('/') {
        Some((zeros, "0")) => zeros.parse::<i8>().ok().map(|z| 1 - z),
        Some(_) => None,
        None => text.parse().ok(),
    }
}

impl std::fmt::Display for Conductor {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        match self {
            Conductor::Metric(_) => write!(f, "{} mm2", self.area_mm2()),
            _ => f.write_str(&self.label()),
        }
    }
}

impl FromStr for Conductor {
    type Err = String;

    fn from_str(text: &str) -> Result<Self, Self::Err> {
        let text = text.trim();
        let unknown = || say::is_no_wire_size_write(&text);
        let found = if let Some(n) = text.strip_prefix("AWG ") {
            gauge_value(n)
                .map(Conductor::Awg)
                .filter(|c| AWG.iter().any(|&n| *c == Conductor::Awg(n)))
        } else if let Some(n) = text.strip_prefix("SAE ") {
            gauge_value(n)
                .map(Conductor::Sae)
                .filter(|c| SAE_MIN_CMIL.iter().any(|&(n, _)| *c == Conductor::Sae(n)))
        } else {
            text.strip_suffix("mm2")
                .or_else(|| text.strip_suffix("mm²"))
                .and_then(|n| n.trim().parse::<f64>().ok())
                .and_then(|mm2| {
                    ISO_6722
                        .iter()
                        .find(|(n, _)| (f64::from(*n) / 100.0 - mm2).abs() < 1e-9)
                        .map(|&(n, _)| Conductor::Metric(n))
                })
        };
        found.ok_or_else(unknown)
    }
}

impl Serialize for Conductor {
    fn serialize<S: serde::Serializer>(&self, s: S) -> Result<S::Ok, S::Error> {
        s.collect_str(self)
    }
}

impl<'de> Deserialize<'de> for Conductor {
    fn deserialize<D: serde::Deserializer<'de>>(d: D) -> Result<Self, D::Error> {
        let text = Cow::<str>::deserialize(d)?;
        text.parse().map_err(serde::de::Error::custom)
    }
}

impl PartialSchema for Conductor {
    fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
        utoipa::openapi::ObjectBuilder::new()
            .schema_type(utoipa::openapi::schema::Type::String)
            .description(Some(say::wire_size_with_its_system_1()))
            .pattern(Some(r"^(AWG|SAE) [0-9]+(/0)?$|^[0-9.]+ mm[2²]$"))
            .into()
    }
}

impl ToSchema for Conductor {
    fn name() -> Cow<'static, str> {
        Cow::Borrowed(say::conductor())
    }
}
