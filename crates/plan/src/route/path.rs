//! The best path between two places, and the best tree to several.

use super::graph::Graph;
use super::price::price_m;
use std::cmp::Reverse;
use std::collections::BinaryHeap;

/// A price that can be put in order; prices are never NaN.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Price(f64);

impl Eq for Price {}

impl PartialOrd for Price {
    fn partial_cmp(&self, other: &Self) -> Option<std::cmp::Ordering> {
        Some(self.cmp(other))
    }
}

impl Ord for Price {
    fn cmp(&self, other: &Self) -> std::cmp::Ordering {
        self.0.total_cmp(&other.0)
    }
}

/// Prices of all ways of a graph, m; none where no wire may go.
pub fn prices(graph: &Graph) -> Vec<Option<f64>> {
    graph.ways.iter().map(|w| price_m(w, graph.school)).collect()
}

/// Cheapest prices to every place from places that cost something already, with the way that leads there.
/// Of equal prices the way with the lower number wins, so that the same job gives the same path.
///
/// Source: Dijkstra's algorithm.
pub fn spread(
    graph: &Graph,
    prices: &[Option<f64>],
    from: &[f64],
) -> (Vec<f64>, Vec<Option<usize>>) {
    let mut cost = from.to_vec();
    let mut by = vec![None; cost.len()];
    let mut open: BinaryHeap<Reverse<(Price, usize)>> = cost
        .iter()
        .enumerate()
        .filter(|(_, c)| c.is_finite())
        .map(|(p, &c)| Reverse((Price(c), p)))
        .collect();
    while let Some(Reverse((Price(here), place))) = open.pop() {
        if here > cost[place] {
            continue;
        }
        for &(way, next) in &graph.at[place] {
            let Some(price) = prices[way] else { continue };
            if here + price < cost[next] {
                cost[next] = here + price;
                by[next] = Some(way);
                open.push(Reverse((Price(cost[next]), next)));
            }
        }
    }
    (cost, by)
}

/// The ways from one place to another, in order; none where there is no path.
pub fn path(graph: &Graph, prices: &[Option<f64>], from: usize, to: usize) -> Option<Vec<usize>> {
    let mut start = vec![f64::INFINITY; graph.places.len()];
    start[from] = 0.0;
    let (cost, by) = spread(graph, prices, &start);
    if !cost[to].is_finite() {
        return None;
    }
    let mut out = Vec::new();
    let mut here = to;
    while let Some(way) = by[here] {
        out.push(way);
        here = other_end(graph, way, here);
    }
    out.reverse();
    Some(out)
}

/// The place at the other end of a way.
pub fn other_end(graph: &Graph, way: usize, here: usize) -> usize {
    let (a, b) = graph.ways[way].ends;
    if a == here { b } else { a }
}

/// Price of some ways together, m.
pub fn price_of(prices: &[Option<f64>], ways: &[usize]) -> f64 {
    ways.iter().filter_map(|&w| prices[w]).sum()
}
