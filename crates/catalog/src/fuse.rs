//! Blade fuses, and breakers in their form: ratings, colours, cold resistance, time-current gates, temperature.

use crate::interpolate;
use jovek_phrases::catalog as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// A family of fuses.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum FuseFamily {
    /// Miniature blade (ISO 8820-3 type F).
    MiniBlade,
    /// Regular blade (ISO 8820-3 type C).
    #[default]
    RegularBlade,
    /// Large blade (ISO 8820-3 type E).
    LargeBlade,
    /// Breaker in the form of a regular blade that closes again by itself (SAE J553 type I).
    SelfResettingBreaker,
    /// Breaker in the form of a regular blade that a hand closes again (SAE J553 type III).
    ManualBreaker,
}

/// Ratings and colours. Source: ISO 8820-3 colours, SAE J1284 and J1888, recalled from memory;
/// high confidence but for 25, 35, 70, 100 of the large blade (low to medium).
const REGULAR: [(f64, &str); 13] = [
    (1.0, "black"),
    (2.0, "grey"),
    (3.0, "violet"),
    (4.0, "pink"),
    (5.0, "tan"),
    (7.5, "brown"),
    (10.0, "red"),
    (15.0, "blue"),
    (20.0, "yellow"),
    (25.0, "clear"),
    (30.0, "green"),
    (35.0, "blue-green"),
    (40.0, "orange"),
];
const LARGE: [(f64, &str); 10] = [
    (20.0, "yellow"),
    (25.0, "grey"),
    (30.0, "green"),
    (40.0, "orange"),
    (50.0, "red"),
    (60.0, "blue"),
    (70.0, "tan"),
    (80.0, "clear"),
    (100.0, "violet"),
    (35.0, "brown"),
];

/// Ratings of breakers in the form of a regular blade, which have no colour code. Common practice.
const BREAKERS: [(f64, &str); 7] =
    [(5.0, ""), (7.5, ""), (10.0, ""), (15.0, ""), (20.0, ""), (25.0, ""), (30.0, "")];

/// Cold resistance of the regular blade, mohm by rating. Common practice, ±15 %.
const COLD_MOHM: [(f64, f64); 13] = [
    (1.0, 120.0),
    (2.0, 54.0),
    (3.0, 31.0),
    (4.0, 23.0),
    (5.0, 18.0),
    (7.5, 11.0),
    (10.0, 7.7),
    (15.0, 4.8),
    (20.0, 3.4),
    (25.0, 2.5),
    (30.0, 2.0),
    (35.0, 1.6),
    (40.0, 1.4),
];

/// One gate of the time-current band.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Gate {
    /// Multiple of the rating.
    pub multiple: f64,
    /// Shortest opening time, s.
    pub min_s: Option<f64>,
    /// Longest opening time, s.
    pub max_s: Option<f64>,
}

const fn gate(multiple: f64, min_s: Option<f64>, max_s: Option<f64>) -> Gate {
    Gate { multiple, min_s, max_s }
}

/// Source: ISO 8820-3 gates, recalled from memory, medium confidence (large blade low).
const MINI_GATES: [Gate; 6] = [
    gate(1.10, Some(360_000.0), None),
    gate(1.35, Some(0.75), Some(600.0)),
    gate(1.60, Some(0.25), Some(50.0)),
    gate(2.00, Some(0.15), Some(5.0)),
    gate(3.50, Some(0.08), Some(0.25)),
    gate(6.00, Some(0.03), Some(0.1)),
];
const REGULAR_GATES: [Gate; 6] = [
    gate(1.10, Some(360_000.0), None),
    gate(1.35, Some(0.75), Some(600.0)),
    gate(1.60, Some(0.25), Some(50.0)),
    gate(2.00, Some(0.15), Some(5.0)),
    gate(3.50, Some(0.08), Some(0.5)),
    gate(6.00, None, Some(0.1)),
];
const LARGE_GATES: [Gate; 6] = [
    gate(1.10, Some(360_000.0), None),
    gate(1.35, Some(60.0), Some(1800.0)),
    gate(1.60, Some(15.0), Some(300.0)),
    gate(2.00, Some(2.0), Some(60.0)),
    gate(3.50, Some(0.2), Some(7.0)),
    gate(6.00, Some(0.04), Some(1.0)),
];

/// Source: SAE J553, 135 % within 60 min and 200 % within 60 s, recalled from memory, low confidence; 350 and
/// 600 %: common practice for thermal breakers.
const BREAKER_GATES: [Gate; 5] = [
    gate(1.00, Some(360_000.0), None),
    gate(1.35, Some(5.0), Some(3600.0)),
    gate(2.00, Some(2.0), Some(60.0)),
    gate(3.50, Some(0.8), Some(10.0)),
    gate(6.00, Some(0.2), Some(1.5)),
];

/// Smallest fuse at a battery where the shop says nothing, A. Common practice.
pub const USUAL_SMALLEST_A: f64 = 5.0;
/// How far the load may lie above what a rating carries by the table, as a part of the rating: 80 % and the rerating line
/// are rules of thumb, and nobody takes 15 A for 10.1. Common practice.
pub const ROUNDING_PART: f64 = 0.03;
/// Largest load in continuous duty, as a part of the rating. Source: NFPA 70 210.20(A), recalled.
pub const CONTINUOUS_PART: f64 = 0.8;
/// Interrupting rating of a 32 V blade, A. Source: ISO 8820-3, recalled, medium confidence.
pub const INTERRUPTING_A: f64 = 1000.0;
/// Resistance of a new fuse holder, ohm. Common practice: 0.5 to 2 mohm.
pub const HOLDER_OHM: f64 = 0.0015;
/// Fall of the rating per kelvin above 23 °C. Common practice: typical rerating line.
pub const RERATING_PER_K: f64 = 0.0015;

/// A fuse: family and rating.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct Fuse {
    /// Family.
    pub family: FuseFamily,
    /// Rating, A.
    pub rating_a: f64,
}

impl FuseFamily {
    /// True for the usual one, which a file leaves out.
    pub fn is_regular(&self) -> bool {
        *self == FuseFamily::RegularBlade
    }

    /// True for breakers.
    pub fn is_breaker(self) -> bool {
        matches!(self, FuseFamily::SelfResettingBreaker | FuseFamily::ManualBreaker)
    }

    /// The family whose holder it fits, as it is spoken.
    pub fn holder_label(self) -> &'static str {
        match self {
            FuseFamily::MiniBlade => say::mini_blade(),
            FuseFamily::LargeBlade => say::large_blade(),
            FuseFamily::RegularBlade
            | FuseFamily::SelfResettingBreaker
            | FuseFamily::ManualBreaker => say::regular_blade(),
        }
    }
}

impl Fuse {
    /// The ratings that the planner offers in a family, ascending: blades or breakers to 30 A, then large ones, or large
    /// ones from their smallest on.
    pub fn ladder_of(family: FuseFamily) -> Vec<Fuse> {
        let least_a = match family {
            FuseFamily::LargeBlade => 20.0,
            _ if family.is_breaker() => BREAKERS[0].0,
            _ => 0.0,
        };
        let mut out: Vec<Fuse> = match family {
            FuseFamily::LargeBlade => {
                LARGE.iter().map(|&(rating_a, _)| Fuse { family, rating_a }).collect()
            }
            _ => Fuse::ladder()
                .into_iter()
                .filter(|f| f.rating_a >= least_a)
                .map(|f| f.in_family(family))
                .collect(),
        };
        // Small loads take a regular fuse where the family starts higher.
        out.extend(Fuse::ladder().into_iter().filter(|f| f.rating_a < least_a));
        out.sort_by(|a, b| a.rating_a.total_cmp(&b.rating_a));
        out
    }

    /// The same rating in another family of small blades; a large blade stays one.
    fn in_family(self, family: FuseFamily) -> Fuse {
        if self.family == FuseFamily::LargeBlade { self } else { Fuse { family, ..self } }
    }

    /// The ratings that the planner offers, ascending: regular blade to 40 A, then large blade.
    pub fn ladder() -> Vec<Fuse> {
        let regular = REGULAR
            .iter()
            .filter(|(a, _)| *a >= 2.0 && *a <= 30.0)
            .map(|&(rating_a, _)| Fuse { family: FuseFamily::RegularBlade, rating_a });
        let mut large: Vec<f64> = LARGE.iter().map(|r| r.0).filter(|a| *a >= 40.0).collect();
        large.sort_by(f64::total_cmp);
        let large =
            large.into_iter().map(|rating_a| Fuse { family: FuseFamily::LargeBlade, rating_a });
        regular.chain(large).collect()
    }

    /// A fuse as somebody said it, of exactly that rating: a regular blade to 40 A, else a large one. Whether it
    /// is made is [`Fuse::is_made`]; nothing is raised to the next rating silently.
    pub fn of_rating(rating_a: f64) -> Fuse {
        let family = match rating_a {
            a if a <= 40.0 => FuseFamily::RegularBlade,
            _ => FuseFamily::LargeBlade,
        };
        Fuse { family, rating_a }
    }

    /// True where its family has that rating.
    pub fn is_made(&self) -> bool {
        self.table().iter().any(|(a, _)| *a == self.rating_a)
    }

    fn table(&self) -> &'static [(f64, &'static str)] {
        match self.family {
            FuseFamily::LargeBlade => &LARGE,
            FuseFamily::SelfResettingBreaker | FuseFamily::ManualBreaker => &BREAKERS,
            FuseFamily::MiniBlade | FuseFamily::RegularBlade => &REGULAR,
        }
    }

    /// Colour of the body.
    pub fn colour(&self) -> &'static str {
        self.table().iter().find(|(a, _)| *a == self.rating_a).map_or(say::unknown(), |(_, c)| c)
    }

    /// Resistance cold, without the holder, ohm; of a breaker taken as that of the fuse. Beyond 40 A the fit 133 mohm·In^−1.233.
    pub fn cold_ohm(&self) -> f64 {
        if self.rating_a <= 40.0 {
            interpolate(&COLD_MOHM, self.rating_a) / 1000.0
        } else {
            0.133 * self.rating_a.powf(-1.233)
        }
    }

    /// The family's gates.
    pub fn gates(&self) -> &'static [Gate] {
        match self.family {
            FuseFamily::MiniBlade => &MINI_GATES,
            FuseFamily::RegularBlade => &REGULAR_GATES,
            FuseFamily::LargeBlade => &LARGE_GATES,
            FuseFamily::SelfResettingBreaker | FuseFamily::ManualBreaker => &BREAKER_GATES,
        }
    }

    /// Longest time until it opens at a current, s; none below the first gate that promises it.
    pub fn slowest_s(&self, current_a: f64) -> Option<f64> {
        let multiple = current_a / self.rating_a;
        self.gates().iter().rev().find(|g| g.multiple <= multiple).and_then(|g| g.max_s)
    }

    /// Energy that it bears for sure in a short surge, A²s: the fast gate at 600 %, or the miniature
    /// blade's 0.03 s where the family names none.
    pub fn surge_a2s(&self) -> f64 {
        let fast = self.gates().last().and_then(|g| g.min_s).unwrap_or(0.03);
        (6.0 * self.rating_a).powi(2) * fast
    }

    /// As it is spoken.
    pub fn label(&self) -> String {
        format!("{} A", self.rating_a)
    }

    /// Family as it is spoken.
    pub fn family_label(&self) -> &'static str {
        match self.family {
            FuseFamily::SelfResettingBreaker => say::blade_form_resets_by_itself(),
            FuseFamily::ManualBreaker => say::blade_form_manual_reset(),
            family => family.holder_label(),
        }
    }

    /// Family and colour: `regular blade, blue`, `blade form, manual reset`.
    pub fn look(&self) -> String {
        match self.colour() {
            "" => self.family_label().to_owned(),
            colour => format!("{}, {colour}", self.family_label()),
        }
    }

    /// What it is: a fuse or a breaker.
    pub fn noun(&self) -> &'static str {
        if self.family.is_breaker() { say::breaker() } else { say::fuse() }
    }

    /// As it is ordered: `fuse 15 A, regular blade, blue`.
    pub fn order_text(&self) -> String {
        format!("{} {}, {}", self.noun(), self.label(), self.look())
    }
}

/// Part of its rating that a fuse has left at an ambient, never above 1.
pub fn rerating(ambient_c: f64) -> f64 {
    (1.0 - RERATING_PER_K * (ambient_c - 23.0)).min(1.0)
}

/// Smallest rating for a continuous load, A: I/(0.8·f).
pub fn min_rating_a(load_a: f64, ambient_c: f64) -> f64 {
    load_a / (CONTINUOUS_PART * rerating(ambient_c))
}
