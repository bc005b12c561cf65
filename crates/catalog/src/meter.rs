//! The multimeter on the bench.

/// What an ohmmeter reads where nothing joins its leads, ohm.
pub const OVERLOAD_OHM: f64 = 2e6;
/// Resistance of two test leads, ohm. Common practice.
pub const LEADS_OHM: f64 = 0.15;
