//! Wires that lie side by side: how thick, what goes round them, how they are held.

use jovek_base::units::Lengths;

/// Diameter of the smallest circle round n equal circles, in diameters of one. Source: packings of equal
/// circles in a circle, mathematical literature, recalled from memory.
const PACKING: [f64; 20] = [
    1.0, 2.0, 2.1547, 2.4142, 2.7013, 3.0, 3.0, 3.3048, 3.6131, 3.813, 3.9238, 4.0296, 4.2361,
    4.3284, 4.5214, 4.6154, 4.792, 4.8637, 4.8637, 5.1223,
];
/// D = 1.2·sqrt(Σd²) for many wires. Common practice.
const MANY: f64 = 1.2;
/// A bundle laid by hand against the tightest one. Common practice: 5 to 10 % thicker.
const LOOSE: f64 = 1.07;

/// Bores of split loom, mm. Common practice: what is on the shelf.
pub const LOOM_BORES_MM: [f64; 11] = [4.5, 6.0, 7.5, 8.5, 10.0, 13.0, 17.0, 19.0, 22.0, 26.0, 32.0];
/// The same on a US shelf, 1/4 to 2 in. Common practice.
pub const US_LOOM_BORES_MM: [f64; 9] = [6.35, 9.525, 12.7, 15.875, 19.05, 25.4, 31.75, 38.1, 50.8];
/// Bore of loom against the bundle. Common practice: 1.15 to 1.3.
const LOOM_PART: f64 = 1.15;
/// Bores of grommets, mm. Common practice: what is on the shelf.
pub const GROMMET_BORES_MM: [f64; 10] = [5.0, 6.5, 8.0, 10.0, 13.0, 16.0, 20.0, 25.0, 32.0, 40.0];
/// The same on a US shelf, 3/16 to 1 1/2 in. Common practice.
pub const US_GROMMET_BORES_MM: [f64; 10] =
    [4.7625, 6.35, 7.9375, 9.525, 12.7, 15.875, 19.05, 25.4, 31.75, 38.1];
/// Most of a grommet's bore that a bundle may fill. Common practice: 60 to 90 %.
const GROMMET_PART: f64 = 0.9;
/// The first bore of a shelf that is wide enough, mm; none where none is.
fn bore_mm(shelf: &[f64], least_mm: f64) -> Option<f64> {
    shelf.iter().copied().find(|bore| *bore >= least_mm)
}

/// Distance of clips, m. Common practice: 0.30 to 0.45; 18 in is the most that ABYC E-11 allows, recalled
/// from memory.
pub const CLIP_SPACING_M: f64 = 0.40;
/// Bend radius of a bundle in loom, in diameters. Common practice: 6 to 10.
const BUNDLE_BEND: f64 = 8.0;
/// Bend radius of a single wire, in diameters. Common practice: 3 to 4.
const WIRE_BEND: f64 = 4.0;
/// Density of copper, g/cm³. Handbook figure.
const COPPER_G_CM3: f64 = 8.96;
/// Density of insulation, g/cm³. Common practice for PVC.
const INSULATION_G_CM3: f64 = 1.4;

/// A wire as a bundle sees it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Strand {
    /// Outer diameter, mm.
    pub outer_mm: f64,
    /// Copper, mm².
    pub area_mm2: f64,
}

/// A bundle of wires on one way.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bundle {
    /// Wires.
    pub count: usize,
    /// Diameter, mm.
    pub diameter_mm: f64,
    /// Bore of its loom, mm; none where no loom is wide enough.
    pub loom_mm: Option<f64>,
    /// Part of the loom's bore that the wires fill, by area.
    pub fill: f64,
    /// Bore of a grommet for it, mm; none where none is wide enough.
    pub grommet_mm: Option<f64>,
    /// Smallest bend radius, mm.
    pub bend_mm: f64,
    /// Mass of a metre, g.
    pub mass_g_per_m: f64,
}

/// Diameter of a bundle, mm: the table for the mean wire up to 20, the rule of trade above; never less than
/// the two thickest side by side.
pub fn diameter_mm(outer_mm: &[f64]) -> f64 {
    let n = outer_mm.len();
    let squares: f64 = outer_mm.iter().map(|d| d * d).sum();
    match (n, PACKING.get(n.wrapping_sub(1))) {
        (0, _) => 0.0,
        (1, _) => outer_mm[0],
        // Two circles fit no tighter than side by side.
        (2, _) => LOOSE * (outer_mm[0] + outer_mm[1]),
        (_, packing) => {
            let mut sorted = outer_mm.to_vec();
            sorted.sort_by(|a, b| b.total_cmp(a));
            let tight = match packing {
                Some(packing) => packing * (squares / n as f64).sqrt(),
                None => MANY * squares.sqrt(),
            };
            LOOSE * tight.max(sorted[0] + sorted[1])
        }
    }
}

/// What some wires make together, in loom and grommets of the shop's shelf.
pub fn bundle(strands: &[Strand], lengths: Lengths) -> Bundle {
    let (looms, grommets): (&[f64], &[f64]) = match lengths {
        Lengths::Metric => (&LOOM_BORES_MM, &GROMMET_BORES_MM),
        Lengths::Us => (&US_LOOM_BORES_MM, &US_GROMMET_BORES_MM),
    };
    let outer_mm: Vec<f64> = strands.iter().map(|s| s.outer_mm).collect();
    let diameter_mm = diameter_mm(&outer_mm);
    let loom_mm = bore_mm(looms, LOOM_PART * diameter_mm);
    let squares: f64 = outer_mm.iter().map(|d| d * d).sum();
    let circle = std::f64::consts::FRAC_PI_4;
    let mass = |s: &Strand| {
        let insulation_mm2 = (circle * s.outer_mm * s.outer_mm - s.area_mm2).max(0.0);
        COPPER_G_CM3 * s.area_mm2 + INSULATION_G_CM3 * insulation_mm2
    };
    Bundle {
        count: strands.len(),
        diameter_mm,
        loom_mm,
        fill: loom_mm.map_or(1.0, |bore| squares / (bore * bore)),
        grommet_mm: bore_mm(grommets, diameter_mm / GROMMET_PART),
        bend_mm: match strands {
            [one] => WIRE_BEND * one.outer_mm,
            _ => BUNDLE_BEND * diameter_mm,
        },
        mass_g_per_m: strands.iter().map(mass).sum(),
    }
}

/// Clips along a way, one at each end.
pub fn clips(length_m: f64) -> usize {
    (length_m / CLIP_SPACING_M - 1e-9).ceil().max(0.0) as usize + 1
}
