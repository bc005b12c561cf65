//! Dimmers: modules in the feed of lamps that switch it some hundred times a second.

/// Ratings on the shelf, A. Common practice.
pub const RATINGS_A: [f64; 3] = [5.0, 10.0, 20.0];
/// Largest continuous load, as a part of the rating. Common practice.
pub const CONTINUOUS_PART: f64 = 0.8;
/// Resistance while it conducts, ohm. Common practice: one transistor and two terminals.
pub const ON_OHM: f64 = 0.02;

/// The smallest dimmer that carries a current, A; none where no dimmer will do.
pub fn smallest_a(current_a: f64) -> Option<f64> {
    RATINGS_A.into_iter().find(|rating| rating * CONTINUOUS_PART >= current_a)
}
