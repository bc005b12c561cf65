//! The cheapest tree that joins a place with several others: where the branches go.

use super::graph::Graph;
use super::path::{other_end, spread};

/// Most places that are joined at the least price; more are joined one after the other.
pub const MOST_EXACT: usize = 8;

/// Ways of the cheapest tree that joins `root` with all of `ends`; none where one cannot be reached.
///
/// Up to [`MOST_EXACT`] ends: the least price there is, by the recursion of Dreyfus and Wagner over sets
/// of ends (Networks 1, 1971). More: the nearest end is joined next, at most twice the least price
/// (Takahashi and Matsuyama, 1980). Both recalled from memory.
pub fn tree(
    graph: &Graph,
    prices: &[Option<f64>],
    root: usize,
    ends: &[usize],
) -> Option<Vec<usize>> {
    let mut wanted: Vec<usize> = ends.iter().copied().filter(|&e| e != root).collect();
    wanted.sort_unstable();
    wanted.dedup();
    let mut ways = if wanted.len() <= MOST_EXACT {
        exact(graph, prices, root, &wanted)?
    } else {
        nearest_first(graph, prices, root, &wanted)?
    };
    ways.sort_unstable();
    ways.dedup();
    Some(ways)
}

/// How the best tree for a set of ends at a place comes about.
#[derive(Clone, Copy)]
enum Made {
    /// The end itself, or unreachable.
    Alone,
    /// From a neighbour, by a way.
    By(usize),
    /// Two sets meet here: one of them.
    Split(usize),
}

fn exact(graph: &Graph, prices: &[Option<f64>], root: usize, ends: &[usize]) -> Option<Vec<usize>> {
    if ends.is_empty() {
        return Some(Vec::new());
    }
    let places = graph.places.len();
    let full = (1usize << ends.len()) - 1;
    let mut cost: Vec<Vec<f64>> = vec![vec![f64::INFINITY; places]; full + 1];
    let mut made: Vec<Vec<Made>> = vec![vec![Made::Alone; places]; full + 1];
    for set in 1..=full {
        let mut start = vec![f64::INFINITY; places];
        if set.is_power_of_two() {
            start[ends[set.trailing_zeros() as usize]] = 0.0;
        } else {
            // Each split once: the part with the lowest end.
            let lowest = set & set.wrapping_neg();
            let mut part = (set - 1) & set;
            while part > 0 {
                if part & lowest != 0 {
                    for place in 0..places {
                        let both = cost[part][place] + cost[set ^ part][place];
                        if both < start[place] {
                            start[place] = both;
                            made[set][place] = Made::Split(part);
                        }
                    }
                }
                part = (part - 1) & set;
            }
        }
        let (spread_cost, by) = spread(graph, prices, &start);
        for place in 0..places {
            if let Some(way) = by[place] {
                made[set][place] = Made::By(way);
            }
        }
        cost[set] = spread_cost;
    }
    if !cost[full][root].is_finite() {
        return None;
    }
    let mut out = Vec::new();
    let mut open = vec![(full, root)];
    while let Some((set, place)) = open.pop() {
        match made[set][place] {
            Made::Alone => {}
            Made::By(way) => {
                out.push(way);
                open.push((set, other_end(graph, way, place)));
            }
            Made::Split(part) => {
                open.push((part, place));
                open.push((set ^ part, place));
            }
        }
    }
    Some(out)
}

fn nearest_first(
    graph: &Graph,
    prices: &[Option<f64>],
    root: usize,
    ends: &[usize],
) -> Option<Vec<usize>> {
    let mut start = vec![f64::INFINITY; graph.places.len()];
    start[root] = 0.0;
    let mut left = ends.to_vec();
    let mut out = Vec::new();
    while !left.is_empty() {
        let (cost, by) = spread(graph, prices, &start);
        let (at, _) = left
            .iter()
            .enumerate()
            .filter(|(_, e)| cost[**e].is_finite())
            .min_by(|a, b| cost[*a.1].total_cmp(&cost[*b.1]))?;
        let mut here = left.swap_remove(at);
        start[here] = 0.0;
        while let Some(way) = by[here] {
            out.push(way);
            here = other_end(graph, way, here);
            start[here] = 0.0;
        }
        left.retain(|e| start[*e] > 0.0);
    }
    Some(out)
}
