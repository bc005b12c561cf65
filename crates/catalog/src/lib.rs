//! Tables with their sources: conductors, ampacity, fuses, relays, switches, terminals, lights.
//!
//! Rows believed to stand in a standard are recalled from memory and marked so; check them against
//! a bought copy before relying on them for safety.
//!
//! ```
//! use jovek_catalog::conductor::Conductor;
//!
//! let wire: Conductor = "2.5 mm²".parse().expect("a size of the catalog");
//! // 7.6 mohm a metre at 20 °C, ISO 6722, recalled from memory.
//! assert_eq!(wire.ohm_per_m_20c(), 0.0076);
//! assert!(wire.ohm(5.0, 60.0) > wire.ohm(5.0, 20.0));
//! ```

pub mod ampacity;
pub mod battery;
pub mod bulbs;
pub mod colour;
pub mod conductor;
pub mod contact;
pub mod diode;
pub mod fuse;
pub mod heat;
pub mod inline_module;
pub mod insulation;
pub mod joint;
pub mod light;
pub mod meter;
pub mod module;
pub mod relay;
pub mod sleeve;
pub mod switch;
pub mod system;
pub mod terminal;
pub mod unit;
pub mod zone;

/// Straight-line interpolation in a table sorted by its first column; held at both ends.
pub fn interpolate(table: &[(f64, f64)], x: f64) -> f64 {
    let (Some(first), Some(last)) = (table.first(), table.last()) else { return f64::NAN };
    if x <= first.0 {
        return first.1;
    }
    for pair in table.windows(2) {
        let ((x0, y0), (x1, y1)) = (pair[0], pair[1]);
        if x <= x1 {
            return y0 + (y1 - y0) * (x - x0) / (x1 - x0);
        }
    }
    last.1
}
