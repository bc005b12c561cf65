//! Edges cut into pieces of strip, at its marks only, and short modules where obstacles crowd.

use super::figures::StripFigures;
use jovek_job::{Edge, Obstacle};

/// Kept clear on each side of an obstacle, m. Common practice.
pub const CLEAR_M: f64 = 0.01;
/// A clear span beside an obstacle that is shorter than this takes modules, m. Common practice: two
/// soldered ends for less are not worth it.
pub const CROWDED_M: f64 = 0.3;
/// Lead around a corner when nobody measured it, m. Common practice.
pub const CORNER_M: f64 = 0.1;

/// A piece of strip, or a module.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Piece {
    /// Its edge, by index.
    pub edge: usize,
    /// From the start of the edge, m.
    pub from_m: f64,
    /// Length, m.
    pub length_m: f64,
    /// Groups of LEDs.
    pub groups: usize,
    /// A module with leads of its own rather than a length of strip.
    pub is_module: bool,
}

impl Piece {
    /// Its end, from the start of the edge, m.
    pub fn to_m(&self) -> f64 {
        self.from_m + self.length_m
    }
}

/// The clear spans of an edge, from and to, m.
fn spans(edge: &Edge) -> Vec<(f64, f64)> {
    let mut blocked: Vec<(f64, f64)> =
        edge.obstacles.iter().map(|o| (o.from_m - CLEAR_M, o.to_m + CLEAR_M)).collect();
    blocked.sort_by(|a, b| a.0.total_cmp(&b.0));
    let mut out = Vec::new();
    let mut here = 0.0;
    for (from, to) in blocked {
        if from > here {
            out.push((here, from));
        }
        here = f64::max(here, to);
    }
    if here < edge.length_m {
        out.push((here, edge.length_m));
    }
    out
}

/// Whole marks within a length.
fn marks(length_m: f64, mark_m: f64) -> usize {
    (length_m / mark_m + 1e-9) as usize
}

/// The pieces along all edges, in order.
///
/// In each clear span lies as much strip as it has whole marks. What is longer than a reel is joined at a
/// mark. A short span beside an obstacle takes modules, spaced by about their own length.
pub fn pieces(edges: &[Edge], figures: &StripFigures) -> Vec<Piece> {
    let mut out = Vec::new();
    for (first, count) in bent(edges) {
        let group = &edges[first..first + count];
        let whole = unbent(group);
        for (from, to) in spans(&whole) {
            let is_crowded = !whole.obstacles.is_empty() && to - from < CROWDED_M;
            if is_crowded {
                for (from, to) in apart(group, from, to) {
                    out.extend(modules(first, from, to, figures));
                }
            } else {
                out.extend(lengths(first, from, to, figures));
            }
        }
    }
    for piece in &mut out {
        starts_on(edges, piece);
    }
    out
}

/// Edges round whose corners the strip bends on: index of the first, and how many.
fn bent(edges: &[Edge]) -> Vec<(usize, usize)> {
    let mut out: Vec<(usize, usize)> = Vec::new();
    for k in 0..edges.len() {
        match out.last_mut() {
            Some((_, count)) if k > 0 && edges[k - 1].bends_on => *count += 1,
            _ => out.push((k, 1)),
        }
    }
    out
}

/// Such edges laid out straight.
fn unbent(edges: &[Edge]) -> Edge {
    let mut whole = Edge::default();
    for edge in edges {
        let before_m = whole.length_m;
        whole.length_m += edge.length_m;
        whole.obstacles.extend(edge.obstacles.iter().map(|o| Obstacle {
            name: o.name.clone(),
            from_m: before_m + o.from_m,
            to_m: before_m + o.to_m,
        }));
    }
    whole
}

/// A span parted at the corners that it goes round: a module does not bend.
fn apart(edges: &[Edge], from_m: f64, to_m: f64) -> Vec<(f64, f64)> {
    let mut out = Vec::new();
    let (mut here, mut corner) = (from_m, 0.0);
    for edge in edges {
        corner += edge.length_m;
        if corner > here && corner < to_m {
            out.push((here, corner));
            here = corner;
        }
    }
    out.push((here, to_m));
    out
}

/// Counts a piece from the edge on which it starts.
fn starts_on(edges: &[Edge], piece: &mut Piece) {
    while piece.from_m + 1e-9 >= edges[piece.edge].length_m
        && edges[piece.edge].bends_on
        && piece.edge + 1 < edges.len()
    {
        piece.from_m = (piece.from_m - edges[piece.edge].length_m).max(0.0);
        piece.edge += 1;
    }
}

/// The edges on which a piece lies, one after the other: index, from, to, m. Beyond the last one it is not counted.
pub fn lies_on(edges_m: &[f64], piece: &Piece) -> Vec<(usize, f64, f64)> {
    let mut out = Vec::new();
    let (mut edge, mut from_m, mut left_m) = (piece.edge, piece.from_m, piece.length_m);
    while let Some(&edge_m) = edges_m.get(edge).filter(|_| left_m > 1e-9) {
        let to_m = (from_m + left_m).min(edge_m);
        out.push((edge, from_m, to_m));
        left_m -= to_m - from_m;
        (edge, from_m) = (edge + 1, 0.0);
    }
    out
}

fn lengths(edge: usize, from_m: f64, to_m: f64, figures: &StripFigures) -> Vec<Piece> {
    let most = marks(figures.reel_m, figures.mark_m).max(1);
    let mut left = marks(to_m - from_m, figures.mark_m);
    let mut here = from_m;
    let mut out = Vec::new();
    while left > 0 {
        let groups = left.min(most);
        let length_m = groups as f64 * figures.mark_m;
        out.push(Piece { edge, from_m: here, length_m, groups, is_module: false });
        here += length_m;
        left -= groups;
    }
    out
}

fn modules(edge: usize, from_m: f64, to_m: f64, figures: &StripFigures) -> Vec<Piece> {
    let (span, one) = (to_m - from_m, figures.module_m);
    if span + 1e-9 < one {
        return Vec::new();
    }
    let count = marks(span + one, 2.0 * one).max(1);
    let groups = marks(one, figures.mark_m).max(1);
    (0..count)
        .map(|k| {
            let middle = from_m + span * (k as f64 + 0.5) / count as f64;
            let from = (middle - one / 2.0).max(from_m);
            Piece { edge, from_m: from, length_m: one, groups, is_module: true }
        })
        .collect()
}

/// Way from the start of the first edge to a point on an edge, along edges and corners, m.
pub fn along_m(edges: &[Edge], edge: usize, at_m: f64) -> f64 {
    let corner_m = |e: &Edge| if e.bends_on { 0.0 } else { e.corner_m.unwrap_or(CORNER_M) };
    let before: f64 = edges[..edge].iter().map(|e| e.length_m + corner_m(e)).sum();
    before + at_m
}
