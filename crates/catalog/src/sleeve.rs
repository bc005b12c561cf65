//! Heat-shrink by what it must slide over and what it must grip.

use jovek_base::units::{Lengths, Units};
use jovek_phrases::catalog as say;

/// A family of heat-shrink: bore as supplied and bore when fully recovered, mm.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Family {
    /// As it is asked for.
    pub name: &'static str,
    /// Lined with adhesive.
    pub has_adhesive: bool,
    /// Bores as supplied and recovered, mm, smallest first.
    pub sizes_mm: &'static [(f64, f64)],
}

/// Families, the least shrink first. Source: 2:1 inch series of SAE AS23053, recalled from memory; 3:1 and
/// 4:1 common practice.
pub const FAMILIES: [Family; 3] = [
    Family {
        name: "2:1",
        has_adhesive: false,
        sizes_mm: &[
            (1.2, 0.6),
            (1.6, 0.8),
            (2.4, 1.2),
            (3.2, 1.6),
            (4.8, 2.4),
            (6.4, 3.2),
            (9.5, 4.8),
            (12.7, 6.4),
            (19.1, 9.5),
            (25.4, 12.7),
            (38.1, 19.1),
            (50.8, 25.4),
        ],
    },
    Family {
        name: "3:1",
        has_adhesive: true,
        sizes_mm: &[
            (3.2, 1.0),
            (4.8, 1.6),
            (6.4, 2.2),
            (9.5, 3.2),
            (12.7, 4.2),
            (19.1, 6.4),
            (25.4, 8.5),
            (39.0, 13.0),
        ],
    },
    Family {
        name: "4:1",
        has_adhesive: true,
        sizes_mm: &[
            (4.0, 1.0),
            (6.0, 1.5),
            (8.0, 2.0),
            (12.0, 3.0),
            (16.0, 4.0),
            (24.0, 6.0),
            (32.0, 8.0),
            (52.0, 13.0),
        ],
    },
];

/// Bore as supplied against the largest diameter that it slides over. Common practice.
pub const SLIDE: f64 = 1.2;
/// Recovered bore against the smallest diameter that it grips. Common practice.
pub const GRIP: f64 = 0.9;
/// Overlap on each side of a joint, mm; or twice the wire where that is more. Common practice: 6 to 13 mm.
const OVERLAP_MM: f64 = 10.0;
/// Shrink along its length. Common practice: 5 to 10 %.
const ALONG: f64 = 1.1;

/// A sleeve.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sleeve {
    /// Its family.
    pub family: &'static Family,
    /// Bore as supplied, mm.
    pub supplied_mm: f64,
    /// Bore when recovered, mm.
    pub recovered_mm: f64,
    /// Length to cut, mm, rounded up to 5.
    pub length_mm: f64,
}

impl Sleeve {
    /// `heat-shrink 3:1 with adhesive, 9.5/3.2 mm, 50 mm`; in a US shop by its bore as supplied, `3/8 in, 2 in`.
    pub fn text(&self, units: Units) -> String {
        let lined = if self.family.has_adhesive { say::with_adhesive() } else { "" };
        let bore = match units.lengths {
            Lengths::Metric => format!("{}/{} mm", self.supplied_mm, self.recovered_mm),
            Lengths::Us => units.bore(self.supplied_mm),
        };
        let cut = units.short_cut(self.length_mm);
        say::heat_shrink(&self.family.name, &lined, &bore, &cut)
    }
}

/// The sleeve for a joint: the narrowest of the first family that slides over `largest_mm` and grips
/// `smallest_mm`. None where none does: the thinner side is then doubled back or sleeved first.
///
/// What it must shrink is largest/smallest × 1.2/0.9; below 2 a 2:1 sleeve does, below 3 a 3:1, else 4:1.
pub fn sleeve(
    largest_mm: f64,
    smallest_mm: f64,
    joint_mm: f64,
    needs_adhesive: bool,
) -> Option<Sleeve> {
    FAMILIES.iter().filter(|f| f.has_adhesive || !needs_adhesive).find_map(|family| {
        let &(supplied_mm, recovered_mm) =
            family.sizes_mm.iter().find(|(supplied, recovered)| {
                *supplied >= SLIDE * largest_mm && *recovered <= GRIP * smallest_mm
            })?;
        let overlap_mm = OVERLAP_MM.max(2.0 * smallest_mm);
        let length_mm = ((joint_mm + 2.0 * overlap_mm) * ALONG / 5.0).ceil() * 5.0;
        Some(Sleeve { family, supplied_mm, recovered_mm, length_mm })
    })
}
