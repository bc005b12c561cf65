//! A harness laid flat: branches in their true length, none over another.

use super::Branch;
use jovek_plan::route::Graph;

/// What two branches that do not meet keep between them, m: room for a wire tie and a label.
const CLEAR_M: f64 = 0.12;

type Point = (f64, f64);

/// The tree from a root on: its longest path lies straight along the board; branches leave square to it, up and down
/// in turn, and where one lies there already, aslant.
pub(super) fn laid(graph: &Graph, children: &[Vec<(usize, usize)>], root: usize) -> Vec<Branch> {
    let mut walk = Walk { root, graph, children, out: Vec::new() };
    walk.lay(root, (0.0, 0.0), (1.0, 0.0));
    walk.out
}

struct Walk<'a> {
    root: usize,
    graph: &'a Graph,
    children: &'a [Vec<(usize, usize)>],
    out: Vec<Branch>,
}

impl Walk<'_> {
    fn reach_m(&self, place: usize) -> f64 {
        let far =
            |&(way, next): &(usize, usize)| self.graph.ways[way].length_m + self.reach_m(next);
        self.children[place].iter().map(far).fold(0.0, f64::max)
    }

    fn lay(&mut self, place: usize, at: Point, way_on: Point) {
        let mut next: Vec<(usize, usize)> = self.children[place].clone();
        next.sort_by(|a, b| {
            let m = |&(way, to): &(usize, usize)| self.graph.ways[way].length_m + self.reach_m(to);
            m(b).total_cmp(&m(a)).then(a.0.cmp(&b.0))
        });
        for (k, (way, to)) in next.into_iter().enumerate() {
            let length_m = self.graph.ways[way].length_m;
            let end = |(dx, dy): Point| (at.0 + dx * length_m, at.1 + dy * length_m);
            let tried = self.directions(place, k, way_on);
            let clear = |d: &Point| self.clear_m(at, end(*d));
            // Where nothing is free the freest is taken.
            let turned = tried
                .iter()
                .copied()
                .find(|d| clear(d) >= CLEAR_M)
                .or_else(|| tried.iter().copied().max_by(|a, b| clear(a).total_cmp(&clear(b))));
            let turned = turned.unwrap_or(way_on);
            self.out.push(Branch { way, from: at, to: end(turned), place: to });
            self.lay(to, end(turned), turned);
        }
    }

    /// Ways in which a branch may leave, the usual first: the longest goes straight on, at the start the second longest
    /// back the other way, the others square to it, up and down in turn.
    fn directions(&self, place: usize, k: usize, way_on: Point) -> Vec<Point> {
        let turn = |deg: f64| {
            let (sin, cos) = deg.to_radians().sin_cos();
            (way_on.0 * cos - way_on.1 * sin, way_on.0 * sin + way_on.1 * cos)
        };
        let usual: &[f64] = match k {
            0 => &[0.0, -90.0, 90.0],
            1 if place == self.root => &[180.0, -90.0, 90.0],
            k if k % 2 == 1 => &[-90.0, 90.0],
            _ => &[90.0, -90.0],
        };
        let aslant =
            [-45.0, 45.0, -60.0, 60.0, -30.0, 30.0, -120.0, 120.0, -75.0, 75.0, -15.0, 15.0];
        usual.iter().chain(&aslant).map(|deg| tidy(turn(*deg))).collect()
    }

    /// How far a branch would stay from all that are laid, but for those that it meets at its start, m.
    fn clear_m(&self, from: Point, to: Point) -> f64 {
        let mut least_m = f64::INFINITY;
        for b in &self.out {
            let meets = same(b.from, from) || same(b.to, from);
            let m = match meets {
                // Those leave at an angle: what counts is how far apart they are a little way on.
                true => {
                    let other = if same(b.from, from) { b.to } else { b.from };
                    let on = |end: Point| along(from, end, 2.0 * CLEAR_M);
                    distance(on(to), on(other))
                }
                false => between((b.from, b.to), (from, to)),
            };
            least_m = least_m.min(m);
        }
        least_m
    }
}

/// Square directions without the dust of their sines.
fn tidy((x, y): Point) -> Point {
    let round = |v: f64| if (v - v.round()).abs() < 1e-9 { v.round() } else { v };
    (round(x), round(y))
}

fn same(a: Point, b: Point) -> bool {
    distance(a, b) < 1e-9
}

fn distance(a: Point, b: Point) -> f64 {
    (a.0 - b.0).hypot(a.1 - b.1)
}

/// A point on the way to another, so far on, or the other where that is nearer.
fn along(from: Point, to: Point, far: f64) -> Point {
    let all = distance(from, to);
    if all <= far {
        return to;
    }
    (from.0 + (to.0 - from.0) * far / all, from.1 + (to.1 - from.1) * far / all)
}

/// Shortest distance between two stretches; none where they cross.
fn between(a: (Point, Point), b: (Point, Point)) -> f64 {
    if cross(a, b) {
        return 0.0;
    }
    let ends = [to_stretch(a.0, b), to_stretch(a.1, b), to_stretch(b.0, a), to_stretch(b.1, a)];
    ends.into_iter().fold(f64::INFINITY, f64::min)
}

fn side((a, b): (Point, Point), p: Point) -> f64 {
    (b.0 - a.0) * (p.1 - a.1) - (b.1 - a.1) * (p.0 - a.0)
}

fn cross(a: (Point, Point), b: (Point, Point)) -> bool {
    side(a, b.0) * side(a, b.1) < 0.0 && side(b, a.0) * side(b, a.1) < 0.0
}

fn to_stretch(p: Point, (a, b): (Point, Point)) -> f64 {
    let length2 = (b.0 - a.0).powi(2) + (b.1 - a.1).powi(2);
    if length2 == 0.0 {
        return distance(p, a);
    }
    let part = ((p.0 - a.0) * (b.0 - a.0) + (p.1 - a.1) * (b.1 - a.1)) / length2;
    let part = part.clamp(0.0, 1.0);
    distance(p, (a.0 + part * (b.0 - a.0), a.1 + part * (b.1 - a.1)))
}
