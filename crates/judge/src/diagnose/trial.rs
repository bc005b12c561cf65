//! The search played to its end on a vehicle with a hidden fault.

use super::belief::{Taken, belief, by_group};
use super::case::Case;
use super::measures::MeasureKind;
use super::next::offers;
use super::suspects::FaultOf;
use super::vehicle::{HiddenVehicle, shows};
use jovek_circuit::SolveError;

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
/// Most readings behind the walk-round. A poor joint of one lamp among many that nobody sees takes a reading for each
/// lamp; who has a complaint to begin with needs four.
pub const MOST_READINGS: usize = 24;

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

/// How searches on one vehicle went, one for each fault that a reading shows.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Score {
    /// Searches.
    pub searches: usize,
    /// Faults that no reading tells from a sound vehicle, left out.
    pub unseen: usize,
    /// Ended with the true fault first.
    pub first: usize,
    /// Ended with it among the first three.
    pub first_three: usize,
    /// Readings behind the walk-round, of each search, fewest first.
    pub readings: Vec<usize>,
    /// At each look at the list: likelihood of its first, whether it was the true one, and how often such a
    /// fault happens.
    pub sure: Vec<(f64, bool, f64)>,
}

impl Score {
    /// Readings of the middle search.
    pub fn median_readings(&self) -> usize {
        self.readings.get(self.readings.len() / 2).copied().unwrap_or(0)
    }
}

/// Hides every fault once on a vehicle that is scattered anew each time, and searches it.
///
/// # Errors
/// [`SolveError`] when a vehicle comes to no rest.
pub fn score(case: &Case, seed: u64) -> Result<Score, SolveError> {
    let mut out = Score::default();
    let nothing = case.group_of.first().copied();
    for s in 0..case.suspects.len() {
        if case.suspects[s].fault == FaultOf::Nothing {
            continue;
        }
        if Some(case.group_of[s]) == nothing || shows(case, s).is_empty() {
            out.unseen += 1;
            continue;
        }
        let own = seed.wrapping_mul(100_003).wrapping_add(s as u64);
        let path = search(case, &mut HiddenVehicle::new(case, s, own))?;
        out.searches += 1;
        out.first += usize::from(path.rank == 0);
        out.first_three += usize::from(path.rank < 3);
        out.readings.push(path.readings);
        let weight = case.suspects[s].weight;
        out.sure.extend(path.sure.iter().map(|&(p, right)| (p, right, weight)));
    }
    out.readings.sort_unstable();
    Ok(out)
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
