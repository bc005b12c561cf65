//! A tree of ways as a trunk and its legs.

use super::graph::Graph;
use super::path::other_end;
use jovek_job::Zone;

/// A leg behind a branch.
#[derive(Debug, Clone, PartialEq)]
pub struct Leg {
    /// The leg that it goes on from; none from the end of the trunk.
    pub parent: Option<usize>,
    /// Where it starts.
    pub from: usize,
    /// Its ways in order.
    pub ways: Vec<usize>,
    /// Lamps at its end, by number.
    pub lamps: Vec<usize>,
}

/// A trunk from the root to the first branch, and the legs behind it. No legs where all lamps sit at the
/// end of the trunk.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Branched {
    /// Ways from the root, in order.
    pub trunk: Vec<usize>,
    /// Legs, each after the one that it goes on from.
    pub legs: Vec<Leg>,
}

/// Cuts a tree of ways up. Branches without lamps are dropped.
pub fn branched(graph: &Graph, root: usize, ways: &[usize], lamps: &[usize]) -> Branched {
    let here =
        |place: usize| -> Vec<usize> { (0..lamps.len()).filter(|&k| lamps[k] == place).collect() };
    let mut walk = Walk { graph, ways: pruned(graph, root, ways, lamps), legs: Vec::new() };
    let (trunk, end, onward) = walk.along(root, None, &here);
    if onward.is_empty() {
        return Branched { trunk, legs: Vec::new() };
    }
    let at_end = here(end);
    if !at_end.is_empty() {
        walk.legs.push(Leg { parent: None, from: end, ways: Vec::new(), lamps: at_end });
    }
    walk.branch(end, None, onward, &here);
    Branched { trunk, legs: walk.legs }
}

/// The legs that join some of the lamps with each other and lead nowhere else. None where fewer than two of them sit
/// at places of their own.
pub fn between(branched: &Branched, is_joined: impl Fn(usize) -> bool) -> Vec<Leg> {
    let mut legs = branched.legs.clone();
    legs.iter_mut().for_each(|l| l.lamps.retain(|&lamp| is_joined(lamp)));
    let mut is_kept: Vec<bool> = legs.iter().map(|l| !l.lamps.is_empty()).collect();
    for k in (0..legs.len()).rev() {
        if let (true, Some(parent)) = (is_kept[k], legs[k].parent) {
            is_kept[parent] = true;
        }
    }
    // Nothing lies before the first place where two of them part, or where the first of them sits.
    let mut root = 0..legs.len();
    while let Some(k) = root.find(|&k| is_kept[k]) {
        let is_alone = (0..legs.len()).all(|l| l == k || !is_kept[l] || legs[l].parent.is_some());
        if !is_alone {
            break;
        }
        legs[k].ways.clear();
        is_kept[k] = !legs[k].lamps.is_empty();
        legs.iter_mut().filter(|l| l.parent == Some(k)).for_each(|l| l.parent = None);
        if is_kept[k] {
            break;
        }
    }
    // No splice where nothing parts: the wire goes on.
    for k in 0..legs.len() {
        let onward: Vec<usize> =
            (k + 1..legs.len()).filter(|&l| is_kept[l] && legs[l].parent == Some(k)).collect();
        if let (true, true, &[next]) = (is_kept[k], legs[k].lamps.is_empty(), onward.as_slice()) {
            let Leg { parent, from, mut ways, .. } = legs[k].clone();
            ways.append(&mut legs[next].ways);
            legs[next] = Leg { parent, from, ways, lamps: std::mem::take(&mut legs[next].lamps) };
            is_kept[k] = false;
        }
    }
    let number = |k: usize| is_kept[..k].iter().filter(|&&kept| kept).count();
    let kept = legs.into_iter().zip(&is_kept).filter(|(_, kept)| **kept);
    kept.map(|(leg, _)| Leg { parent: leg.parent.map(number), ..leg }).collect()
}

/// Most wire that a splice in the dry may cost more than one outside, m. Common practice: a metre of wire is
/// cheaper than a splice that the weather gets into.
pub const DRY_SPLICE_M: f64 = 1.0;

/// Moves the first branch back along the trunk where it lies outside and the way before it does not: its legs
/// then run side by side from there. Stays where it is when that takes more wire than [`DRY_SPLICE_M`], or
/// where nothing of the trunk would be left.
pub fn drier(graph: &Graph, branched: Branched) -> Branched {
    let is_wet = |&w: &usize| graph.ways[w].zone == Zone::Exterior;
    let wet = branched.trunk.iter().rev().take_while(|w| is_wet(w)).count();
    let keep = branched.trunk.len() - wet;
    let first = branched.legs.iter().filter(|l| l.parent.is_none()).count();
    if wet == 0 || keep == 0 || first < 2 {
        return branched;
    }
    let (trunk, shared) = branched.trunk.split_at(keep);
    let shared_m: f64 = shared.iter().map(|&w| graph.ways[w].length_m).sum();
    if shared_m * (first - 1) as f64 > DRY_SPLICE_M {
        return branched;
    }
    let legs = branched.legs.iter().map(|leg| match leg.parent {
        Some(_) => leg.clone(),
        None => Leg {
            // Back from where the leg starts to where the trunk ends now.
            from: shared.iter().rev().fold(leg.from, |here, &w| other_end(graph, w, here)),
            ways: shared.iter().chain(&leg.ways).copied().collect(),
            ..leg.clone()
        },
    });
    Branched { trunk: trunk.to_vec(), legs: legs.collect() }
}

/// Without the ends that carry no lamp.
fn pruned(graph: &Graph, root: usize, ways: &[usize], lamps: &[usize]) -> Vec<usize> {
    let mut left = ways.to_vec();
    loop {
        let degree = |place: usize, left: &[usize]| {
            left.iter()
                .filter(|&&w| graph.ways[w].ends.0 == place || graph.ways[w].ends.1 == place)
                .count()
        };
        let idle = |place: usize, left: &[usize]| {
            place != root && !lamps.contains(&place) && degree(place, left) == 1
        };
        let before = left.len();
        let held = left.clone();
        left.retain(|&w| !idle(graph.ways[w].ends.0, &held) && !idle(graph.ways[w].ends.1, &held));
        if left.len() == before {
            return left;
        }
    }
}

struct Walk<'a> {
    graph: &'a Graph,
    ways: Vec<usize>,
    legs: Vec<Leg>,
}

impl Walk<'_> {
    fn onward(&self, place: usize, came_by: Option<usize>) -> Vec<usize> {
        let touches = |w: &usize| {
            let (a, b) = self.graph.ways[*w].ends;
            a == place || b == place
        };
        self.ways.iter().copied().filter(|w| Some(*w) != came_by && touches(w)).collect()
    }

    /// Goes on to the next branch or lamp. Returns the ways, the place, and the ways onward from there.
    fn along(
        &self,
        from: usize,
        first: Option<usize>,
        lamps: &impl Fn(usize) -> Vec<usize>,
    ) -> (Vec<usize>, usize, Vec<usize>) {
        let mut out = Vec::new();
        let mut place = from;
        let mut by = None;
        if let Some(way) = first {
            out.push(way);
            place = other_end(self.graph, way, from);
            by = Some(way);
        }
        loop {
            let onward = self.onward(place, by);
            match onward.as_slice() {
                [only] if lamps(place).is_empty() => {
                    out.push(*only);
                    place = other_end(self.graph, *only, place);
                    by = Some(*only);
                }
                _ => return (out, place, onward),
            }
        }
    }

    fn branch(
        &mut self,
        from: usize,
        parent: Option<usize>,
        onward: Vec<usize>,
        lamps: &impl Fn(usize) -> Vec<usize>,
    ) {
        for first in onward {
            let (ways, end, next) = self.along(from, Some(first), lamps);
            self.legs.push(Leg { parent, from, ways, lamps: lamps(end) });
            let me = self.legs.len() - 1;
            self.branch(end, Some(me), next, lamps);
        }
    }
}
