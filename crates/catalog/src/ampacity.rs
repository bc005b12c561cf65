//! Ampacity by published table, temperature and bundle.

use crate::conductor::{Conductor, awg_area_mm2};
use crate::insulation::Insulation;
use jovek_base::source::Source;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// Published ampacity table that is followed.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum AmpacityTable {
    /// ISO 10133 Annex A, small craft: the most cautious for small sizes.
    #[default]
    Iso10133,
    /// ABYC E-11, under 50 V.
    AbycE11,
    /// DIN VDE 0298-4, 70 °C PVC, carried to the wire's own class by the square-root rule.
    Vde0298,
}

/// Rule for wires that lie side by side.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum BundleRule {
    /// IEC 60364-5-52 bunched: close to the physics of a fully loaded bundle.
    #[default]
    IecBunched,
    /// NFPA 70 steps: assumes that part of the wires is lightly loaded.
    NfpaSteps,
    /// (29 − N)/28, aerospace.
    Aerospace,
    /// No factor, as the marine table under 50 V.
    None,
}

/// Ambient of every table here, °C.
const TABLE_AMBIENT_C: f64 = 30.0;
/// How ampacity goes with area between and beyond rows: I ~ A^0.61, the exponent of the heat
/// balance for 18 to 8 gauge.
const AREA_EXPONENT: f64 = 0.61;

struct Table {
    /// Conductor temperature of each column, °C.
    columns_c: &'static [f64],
    /// Area in mm² and the currents of the columns, A.
    rows: Vec<(f64, &'static [f64])>,
}

const ISO_10133: [(f64, [f64; 5]); 15] = [
    (0.75, [6.0, 10.0, 12.0, 16.0, 20.0]),
    (1.0, [8.0, 14.0, 18.0, 20.0, 25.0]),
    (1.5, [12.0, 18.0, 21.0, 25.0, 30.0]),
    (2.5, [17.0, 25.0, 30.0, 35.0, 40.0]),
    (4.0, [22.0, 35.0, 40.0, 45.0, 50.0]),
    (6.0, [29.0, 45.0, 50.0, 60.0, 70.0]),
    (10.0, [40.0, 65.0, 70.0, 90.0, 100.0]),
    (16.0, [54.0, 90.0, 100.0, 130.0, 150.0]),
    (25.0, [71.0, 120.0, 140.0, 170.0, 185.0]),
    (35.0, [87.0, 160.0, 185.0, 210.0, 225.0]),
    (50.0, [105.0, 210.0, 230.0, 270.0, 300.0]),
    (70.0, [135.0, 265.0, 285.0, 330.0, 360.0]),
    (95.0, [165.0, 310.0, 330.0, 390.0, 410.0]),
    (120.0, [190.0, 360.0, 400.0, 450.0, 480.0]),
    (150.0, [220.0, 380.0, 430.0, 475.0, 520.0]),
];

const ABYC_E11: [(i32, [f64; 6]); 15] = [
    (18, [10.0, 10.0, 15.0, 20.0, 20.0, 25.0]),
    (16, [15.0, 15.0, 20.0, 25.0, 25.0, 30.0]),
    (14, [20.0, 20.0, 25.0, 30.0, 35.0, 40.0]),
    (12, [25.0, 25.0, 35.0, 40.0, 45.0, 50.0]),
    (10, [40.0, 40.0, 50.0, 55.0, 60.0, 70.0]),
    (8, [55.0, 65.0, 70.0, 70.0, 80.0, 90.0]),
    (6, [80.0, 95.0, 100.0, 100.0, 120.0, 125.0]),
    (4, [105.0, 125.0, 130.0, 135.0, 160.0, 170.0]),
    (3, [120.0, 145.0, 150.0, 155.0, 180.0, 195.0]),
    (2, [140.0, 170.0, 175.0, 180.0, 210.0, 225.0]),
    (1, [165.0, 195.0, 210.0, 210.0, 245.0, 265.0]),
    (0, [195.0, 230.0, 245.0, 245.0, 285.0, 305.0]),
    (-1, [225.0, 265.0, 285.0, 285.0, 330.0, 355.0]),
    (-2, [260.0, 310.0, 330.0, 330.0, 385.0, 410.0]),
    (-3, [300.0, 360.0, 385.0, 385.0, 445.0, 475.0]),
];

const VDE_0298: [(f64, [f64; 1]); 14] = [
    (0.75, [15.0]),
    (1.0, [19.0]),
    (1.5, [24.0]),
    (2.5, [32.0]),
    (4.0, [42.0]),
    (6.0, [54.0]),
    (10.0, [73.0]),
    (16.0, [98.0]),
    (25.0, [129.0]),
    (35.0, [158.0]),
    (50.0, [198.0]),
    (70.0, [245.0]),
    (95.0, [292.0]),
    (120.0, [344.0]),
];

fn table(which: AmpacityTable) -> Table {
    match which {
        AmpacityTable::Iso10133 => Table {
            columns_c: &[60.0, 70.0, 85.0, 105.0, 125.0],
            rows: ISO_10133.iter().map(|(a, row)| (*a, &row[..])).collect(),
        },
        AmpacityTable::AbycE11 => Table {
            columns_c: &[60.0, 75.0, 80.0, 90.0, 105.0, 125.0],
            rows: ABYC_E11.iter().map(|(n, row)| (awg_area_mm2(*n), &row[..])).collect(),
        },
        AmpacityTable::Vde0298 => Table {
            columns_c: &[70.0],
            rows: VDE_0298.iter().map(|(a, row)| (*a, &row[..])).collect(),
        },
    }
}

/// The document behind a table.
pub fn source(which: AmpacityTable) -> Source {
    match which {
        AmpacityTable::Iso10133 => Source::standard("ISO 10133 Annex A, recalled from memory"),
        AmpacityTable::AbycE11 => {
            Source::standard("ABYC E-11 allowable amperage under 50 V, recalled from memory")
        }
        AmpacityTable::Vde0298 => {
            Source::standard("DIN VDE 0298-4 Table 11, 70 °C, recalled from memory")
        }
    }
}

/// Current of one wire alone in 30 °C air, A: the table's column at or below the insulation class,
/// carried to the class by the square-root rule; between rows and beyond them by area^0.61.
pub fn single_a(which: AmpacityTable, conductor: Conductor, insulation: Insulation) -> f64 {
    let table = table(which);
    let class_c = insulation.max_c();
    let column = table.columns_c.iter().rposition(|&c| c <= class_c).unwrap_or(0);
    let area = conductor.area_mm2();
    // A published size reads its own row, whatever the last digit of its area.
    let rows = &table.rows;
    let below = rows.iter().rposition(|(a, _)| *a <= area * 1.000_01);
    let base_a = match below {
        None => rows[0].1[column] * (area / rows[0].0).powf(AREA_EXPONENT),
        Some(i) if (area / rows[i].0 - 1.0).abs() < 1e-4 => rows[i].1[column],
        Some(i) if i + 1 == rows.len() => {
            rows[i].1[column] * (area / rows[i].0).powf(AREA_EXPONENT)
        }
        Some(i) => {
            let (a0, a1) = (rows[i].0.ln(), rows[i + 1].0.ln());
            let (y0, y1) = (rows[i].1[column].ln(), rows[i + 1].1[column].ln());
            (y0 + (y1 - y0) * (area.ln() - a0) / (a1 - a0)).exp()
        }
    };
    base_a * temperature_factor(class_c, table.columns_c[column], TABLE_AMBIENT_C)
}

/// sqrt((class − ambient)/(column − 30)): zero where the air is as hot as the wire may be.
/// Source: the form used by ABYC E-11 and NFPA 70 310.15.
fn temperature_factor(class_c: f64, column_c: f64, ambient_c: f64) -> f64 {
    ((class_c - ambient_c).max(0.0) / (column_c - TABLE_AMBIENT_C)).sqrt()
}

/// Factor for an ambient other than 30 °C.
pub fn ambient_factor(insulation: Insulation, ambient_c: f64) -> f64 {
    temperature_factor(insulation.max_c(), insulation.max_c(), ambient_c)
}

/// Factor for `wires` loaded wires side by side, this one included.
pub fn bundle_factor(rule: BundleRule, wires: u32) -> f64 {
    let n = wires.max(1);
    match rule {
        BundleRule::None => 1.0,
        // IEC 60364-5-52 Table B.52.17, bunched, recalled from memory.
        BundleRule::IecBunched => {
            const STEPS: [(f64, f64); 13] = [
                (1.0, 1.0),
                (2.0, 0.80),
                (3.0, 0.70),
                (4.0, 0.65),
                (5.0, 0.60),
                (6.0, 0.57),
                (7.0, 0.54),
                (8.0, 0.52),
                (9.0, 0.50),
                (12.0, 0.45),
                (16.0, 0.41),
                (20.0, 0.38),
                (61.0, 0.25),
            ];
            crate::interpolate(&STEPS, f64::from(n))
        }
        // NFPA 70 310.15(C)(1), recalled from memory.
        BundleRule::NfpaSteps => match n {
            1..=3 => 1.0,
            4..=6 => 0.8,
            7..=9 => 0.7,
            10..=20 => 0.5,
            21..=30 => 0.45,
            31..=40 => 0.4,
            _ => 0.35,
        },
        // MIL-STD-975 wire derating, recalled from memory.
        BundleRule::Aerospace => {
            if n <= 15 {
                f64::from(29 - n as i32) / 28.0
            } else {
                0.5
            }
        }
    }
}

/// The document behind a bundle rule.
pub fn bundle_source(rule: BundleRule) -> Source {
    match rule {
        BundleRule::IecBunched => {
            Source::standard("IEC 60364-5-52 Table B.52.17, recalled from memory")
        }
        BundleRule::NfpaSteps => Source::standard("NFPA 70 310.15(C)(1), recalled from memory"),
        BundleRule::Aerospace => {
            Source::standard("MIL-STD-975 wire derating, recalled from memory")
        }
        BundleRule::None => Source::standard("ABYC E-11: no bundle rule under 50 V, recalled"),
    }
}
