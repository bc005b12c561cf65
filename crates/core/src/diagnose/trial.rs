//! The search played to its end on a vehicle with a hidden fault.

use super::belief::{Taken, belief, by_group};
use super::case::Case;
use super::measures::MeasureKind;
use super::next::offers;
use super::vehicle::HiddenVehicle;
use crate::circuit::SolveError;

/// How a search went.
#[derive(Debug, Clone, PartialEq)]
pub struct Path {
    /// What was read, looks of the walk-round first.
    pub taken: Vec<Taken>,
    /// Readings behind the walk-round.
    pub readings: usize,
    /// Time they took, s.
    pub seconds: f64,
    /// Rank of the true group at the end, 0 for the first.
    pub rank: usize,
    /// Likelihood of the first group, and whether it is the true one, before each reading and at the end.
    pub sure: Vec<(f64, bool)>,
}

/// From this likelihood on the search ends.
pub const SURE: f64 = 0.93;
/// Most readings behind the walk-round.
pub const MOST_READINGS: usize = 14;

/// What is asked and seen before a meter is taken: what the driver says, what each lamp does in each state,
/// what stands on the fuses.
pub fn walk_round(case: &Case) -> Vec<usize> {
    let looks = case.measures.iter().enumerate();
    looks
        .filter(|(_, m)| {
            use MeasureKind::{Look, Rating, Story};
            matches!(m.kind, Look { .. } | Story { .. } | Rating { .. })
        })
        .map(|(k, _)| k)
        .collect()
}

/// Walks round, then takes the best reading each time until one group is all but sure.
///
/// # Errors
/// [`SolveError`] when the vehicle comes to no rest.
pub fn search(case: &Case, vehicle: &mut HiddenVehicle) -> Result<Path, SolveError> {
    let mut taken = Vec::new();
    for measure in walk_round(case) {
        taken.push(Taken { measure, value: vehicle.read(measure)? });
    }
    let truth = case.group_of[vehicle.suspect];
    let (mut readings, mut seconds, mut sure) = (0, 0.0, Vec::new());
    loop {
        let believed = belief(case, &taken);
        let groups = by_group(case, &believed);
        let first = (0..groups.len()).max_by(|&a, &b| groups[a].total_cmp(&groups[b])).unwrap_or(0);
        sure.push((groups[first], first == truth));
        let offer = offers(case, &believed, &taken).first().copied();
        let next = offer.filter(|_| groups[first] < SURE && readings < MOST_READINGS);
        let Some(offer) = next else {
            let rank = groups.iter().filter(|&&p| p > groups[truth]).count();
            return Ok(Path { taken, readings, seconds, rank, sure });
        };
        taken.push(Taken { measure: offer.measure, value: vehicle.read(offer.measure)? });
        readings += 1;
        seconds += case.measures[offer.measure].seconds;
    }
}
