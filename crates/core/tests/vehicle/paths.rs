//! Paths and trees on random skeletons, against a general graph library and against trying everything.
//! Sources: petgraph 0.8 (Dijkstra); every subset of ways of a small graph.

use jovek_core::job::{
    At, Between, BodyKind, PlaceFact, PlaceId, RoutePractice, Skeleton, WayFact, WayId,
};
use jovek_core::route::Graph;
use jovek_core::route::branch::branched;
use jovek_core::route::path::{path, price_of, prices};
use jovek_core::route::tree::{MOST_EXACT, tree};
use petgraph::graph::{NodeIndex, UnGraph};
use petgraph::unionfind::UnionFind;
use proptest::prelude::*;

/// A skeleton of nothing but what was added: some places, some ways between them.
fn random(places: usize, ways: Vec<(usize, usize, f64, bool)>) -> Graph {
    let id = |k: usize| PlaceId(format!("p{k}"));
    let skeleton = Skeleton {
        body: BodyKind::TrailerOneAxle,
        places: (0..places)
            .map(|k| PlaceFact {
                id: id(k),
                name: None,
                at: Some(At { along_m: k as f64 * 0.3, left_m: 0.0, up_m: 0.0 }),
            })
            .collect(),
        ways: ways
            .into_iter()
            .enumerate()
            .filter(|(_, (a, b, ..))| a % places != b % places)
            .map(|(k, (a, b, length_m, is_forbidden))| WayFact {
                id: WayId(format!("w{k}")),
                between: Some(Between { from: id(a % places), to: id(b % places) }),
                length_m: Some(length_m),
                is_forbidden,
                ..WayFact::default()
            })
            .collect(),
        ..Skeleton::default()
    };
    let whole = Graph::new(&skeleton);
    // The body's own places lie first; only what was added counts here.
    let first = whole.places.len() - places;
    let mut graph = whole;
    graph.ways.retain(|w| w.ends.0 >= first && w.ends.1 >= first);
    graph.places.drain(..first);
    graph.at = vec![Vec::new(); graph.places.len()];
    for (w, way) in graph.ways.iter_mut().enumerate() {
        way.ends = (way.ends.0 - first, way.ends.1 - first);
        graph.at[way.ends.0].push((w, way.ends.1));
        graph.at[way.ends.1].push((w, way.ends.0));
    }
    graph
}

fn ways(most: usize) -> impl Strategy<Value = Vec<(usize, usize, f64, bool)>> {
    prop::collection::vec((0..20usize, 0..20usize, 0.1..5.0f64, prop::bool::weighted(0.1)), 1..most)
}

/// Whether some ways join all of these places.
fn joins(graph: &Graph, chosen: &[usize], ends: &[usize]) -> bool {
    let mut sets = UnionFind::new(graph.places.len());
    for &w in chosen {
        sets.union(graph.ways[w].ends.0, graph.ways[w].ends.1);
    }
    ends.windows(2).all(|p| sets.find(p[0]) == sets.find(p[1]))
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn the_path_is_the_cheapest(places in 2..18usize, list in ways(40), from in 0..18usize, to in 0..18usize) {
        let graph = random(places, list);
        let (from, to) = (from % places, to % places);
        let prices = prices(&graph);
        let mut other: UnGraph<(), f64> = UnGraph::new_undirected();
        let nodes: Vec<NodeIndex> = (0..places).map(|_| other.add_node(())).collect();
        for (w, way) in graph.ways.iter().enumerate() {
            if let Some(price) = prices[w] {
                other.add_edge(nodes[way.ends.0], nodes[way.ends.1], price);
            }
        }
        let found = petgraph::algo::dijkstra(&other, nodes[from], Some(nodes[to]), |e| *e.weight());
        let ours = path(&graph, &prices, from, to);
        match (found.get(&nodes[to]), &ours) {
            (None, None) => {}
            (Some(price), Some(ours)) => {
                prop_assert!((price_of(&prices, ours) - price).abs() < 1e-9);
                // It is a path: each way goes on where the one before ended.
                let end = ours.iter().try_fold(from, |here, &w| {
                    let (a, b) = graph.ways[w].ends;
                    if here == a { Some(b) } else if here == b { Some(a) } else { None }
                });
                prop_assert_eq!(end, Some(to));
            }
            other => prop_assert!(false, "{other:?}"),
        }
    }

    /// Up to fifteen ways, every choice of them tried: no cheaper tree joins the places.
    #[test]
    fn the_tree_is_the_cheapest(places in 2..8usize, list in ways(15), ends in prop::collection::vec(0..8usize, 1..5)) {
        let graph = random(places, list);
        let prices = prices(&graph);
        let ends: Vec<usize> = ends.into_iter().map(|e| e % places).collect();
        let mut all = vec![0];
        all.extend(&ends);
        let open: Vec<usize> = (0..graph.ways.len()).filter(|&w| prices[w].is_some()).collect();
        let best = (0..1u32 << open.len())
            .map(|set| open.iter().enumerate().filter(|(k, _)| set >> k & 1 == 1).map(|(_, &w)| w).collect::<Vec<_>>())
            .filter(|chosen| joins(&graph, chosen, &all))
            .map(|chosen| price_of(&prices, &chosen))
            .fold(f64::INFINITY, f64::min);
        match tree(&graph, &prices, 0, &ends) {
            None => prop_assert!(best.is_infinite()),
            Some(ours) => {
                prop_assert!(joins(&graph, &ours, &all));
                prop_assert!((price_of(&prices, &ours) - best).abs() < 1e-9, "{ours:?} against {best}");
                // Cut up, it holds every way once and every lamp once.
                let cut = branched(&graph, 0, &ours, &ends);
                let mut held: Vec<usize> = cut.trunk.clone();
                held.extend(cut.legs.iter().flat_map(|l| &l.ways));
                held.sort_unstable();
                prop_assert_eq!(held, ours);
                if !cut.legs.is_empty() {
                    let lamps: usize = cut.legs.iter().map(|l| l.lamps.len()).sum();
                    prop_assert_eq!(lamps, ends.len());
                }
            }
        }
    }

    /// More ends than are joined exactly: within twice the price of the straight paths, and joined.
    #[test]
    fn many_ends_are_joined(places in 12..18usize, list in ways(60)) {
        let graph = random(places, list);
        let prices = prices(&graph);
        let ends: Vec<usize> = (1..places).collect();
        prop_assert!(ends.len() > MOST_EXACT);
        if let Some(ours) = tree(&graph, &prices, 0, &ends) {
            let mut all = vec![0];
            all.extend(&ends);
            prop_assert!(joins(&graph, &ours, &all));
            let apart: f64 = ends.iter().filter_map(|&e| Some(price_of(&prices, &path(&graph, &prices, 0, e)?))).sum();
            prop_assert!(price_of(&prices, &ours) <= apart + 1e-9);
            prop_assert_eq!(ours.len(), ends.len(), "a tree has one way less than places");
        }
    }

    /// Forbidding a way never lowers the price; nor does it matter where the way was not used.
    #[test]
    fn forbidding_never_helps(places in 3..12usize, list in ways(30), to in 1..12usize, which in 0..30usize) {
        let graph = random(places, list);
        prop_assume!(!graph.ways.is_empty());
        let to = to % places;
        let before = prices(&graph);
        let mut after = before.clone();
        let which = which % graph.ways.len();
        after[which] = None;
        let Some(was) = path(&graph, &before, 0, to) else { return Ok(()) };
        match path(&graph, &after, 0, to) {
            None => prop_assert!(was.contains(&which)),
            Some(now) => {
                prop_assert!(price_of(&after, &now) >= price_of(&before, &was) - 1e-9);
                if !was.contains(&which) {
                    prop_assert_eq!(now, was);
                }
            }
        }
    }

    /// A longer body never shortens a path between two of its places, a wider or higher one neither.
    #[test]
    fn a_longer_body_never_shortens_a_path(kind in 0..9usize, from in 0..40usize, to in 0..40usize, more in 1.0..1.6f64, axis in 0..3usize) {
        const KINDS: [BodyKind; 9] = [
            BodyKind::Pickup, BodyKind::ChassisCab, BodyKind::Van, BodyKind::SmallOffroad,
            BodyKind::RigidLorry, BodyKind::TrailerOneAxle, BodyKind::TrailerTwoAxle, BodyKind::MotorBody,
            BodyKind::Car,
        ];
        for school in [RoutePractice::InsideRail, RoutePractice::ExistingLines] {
            let plain = Graph::new(&Skeleton { body: KINDS[kind], school, ..Skeleton::default() });
            let mut size = plain.size_m;
            size[axis] *= more;
            let grown = Graph::new(&Skeleton {
                body: KINDS[kind], school,
                length_m: Some(size[0]), width_m: Some(size[1]), height_m: Some(size[2]),
                ..Skeleton::default()
            });
            let (from, to) = (from % plain.places.len(), to % plain.places.len());
            let cost = |g: &Graph| {
                let prices = prices(g);
                let ways = path(g, &prices, from, to).expect("every place of a body can be reached");
                let length: f64 = ways.iter().map(|&w| g.ways[w].length_m).sum();
                (price_of(&prices, &ways), length, ways)
            };
            let (was, now) = (cost(&plain), cost(&grown));
            prop_assert!(now.0 >= was.0 - 1e-9, "the price fell");
            if now.2 == was.2 {
                prop_assert!(now.1 >= was.1 - 1e-9, "the wire got shorter");
            }
        }
    }
}
