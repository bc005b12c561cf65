//! Does a screw stop short of the skin behind?

use jovek_job::Screw;

/// Air between the tip of a screw and the skin behind it, mm. Common practice.
pub const CLEAR_MM: f64 = 3.0;

/// What a screw does behind the panel.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum ScrewVerdict {
    /// It does not come through.
    TooShort {
        /// Missing, mm.
        by_mm: f64,
    },
    /// Nobody measured the space.
    Unknown {
        /// It comes out behind the panel so far, mm.
        tip_mm: f64,
    },
    /// It runs into the skin.
    Hits {
        /// Further than there is space, mm.
        by_mm: f64,
        /// Longest screw that stops short, mm.
        longest_mm: f64,
    },
    /// It stops too near.
    Near {
        /// Air left, mm.
        air_mm: f64,
        /// Longest screw that stops short, mm.
        longest_mm: f64,
    },
    /// It stops short.
    Clear {
        /// Air left, mm.
        air_mm: f64,
    },
}

/// Judges a screw that goes through a spacer as well, mm.
pub fn judge(screw: &Screw, spacer_mm: f64) -> ScrewVerdict {
    let through_mm = screw.through_mm + spacer_mm;
    let tip_mm = screw.length_mm - through_mm;
    if tip_mm < 0.0 {
        return ScrewVerdict::TooShort { by_mm: -tip_mm };
    }
    let Some(behind_mm) = screw.behind_mm else { return ScrewVerdict::Unknown { tip_mm } };
    let air_mm = behind_mm - tip_mm;
    let longest_mm = (through_mm + behind_mm - CLEAR_MM).max(0.0);
    match air_mm {
        a if a < 0.0 => ScrewVerdict::Hits { by_mm: -a, longest_mm },
        a if a < CLEAR_MM => ScrewVerdict::Near { air_mm, longest_mm },
        _ => ScrewVerdict::Clear { air_mm },
    }
}
