//! The skeleton as a graph: the body in its dimensions, with everything that was said of it.

use super::body::{Line, body};
use jovek_catalog::zone;
use jovek_job::{At, Hazard, Passage, PlaceId, RoutePractice, Skeleton, WayId, Zone};
use jovek_phrases::route as say;

/// A place on the vehicle.
#[derive(Debug, Clone, PartialEq)]
pub struct RouteNode {
    /// Id.
    pub id: PlaceId,
    /// Name.
    pub name: String,
    /// Behind the front, left of the middle, above the ground, m.
    pub at_m: [f64; 3],
}

/// A way between two places.
#[derive(Debug, Clone, PartialEq)]
pub struct RouteEdge {
    /// Id.
    pub id: WayId,
    /// Name.
    pub name: String,
    /// Its ends, by index of the place.
    pub ends: (usize, usize),
    /// Length, m.
    pub length_m: f64,
    /// True where somebody measured it.
    pub is_measured: bool,
    /// Surroundings.
    pub zone: Zone,
    /// Temperature there, °C.
    pub ambient_c: f64,
    /// True where somebody measured the temperature.
    pub is_warmth_known: bool,
    /// What can hurt a wire there.
    pub hazards: Vec<Hazard>,
    /// How a wire gets through.
    pub passage: Passage,
    /// What it runs along.
    pub line: Line,
    /// No wire goes there.
    pub is_forbidden: bool,
}

/// Places and ways of a vehicle.
#[derive(Debug, Clone, PartialEq)]
pub struct Graph {
    /// Length, width and height, m.
    pub size_m: [f64; 3],
    /// Where the shop likes to run its wires.
    pub school: RoutePractice,
    /// Places.
    pub places: Vec<RouteNode>,
    /// Ways.
    pub ways: Vec<RouteEdge>,
    /// Ways at each place, with the place at their other end.
    pub at: Vec<Vec<(usize, usize)>>,
}

/// Length of a way that nobody measured, m: along, across and up, as a wire lies along edges and not
/// through the air.
pub fn computed_m(a: [f64; 3], b: [f64; 3]) -> f64 {
    (0..3).map(|k| (a[k] - b[k]).abs()).sum()
}

fn figures(at: At) -> [f64; 3] {
    [at.along_m, at.left_m, at.up_m]
}

impl Graph {
    /// Builds the graph of a skeleton.
    pub fn new(skeleton: &Skeleton) -> Graph {
        let body = body(skeleton.body);
        let usual = body.usual_m;
        let size_m = [
            skeleton.length_m.unwrap_or(usual[0]),
            skeleton.width_m.unwrap_or(usual[1]),
            skeleton.height_m.unwrap_or(usual[2]),
        ];
        let mut places: Vec<RouteNode> = body
            .places
            .iter()
            .map(|p| RouteNode {
                id: PlaceId::from(p.id),
                name: p.name.into(),
                at_m: [p.part[0] * size_m[0], p.part[1] * size_m[1], p.part[2] * size_m[2]],
            })
            .collect();
        for fact in &skeleton.places {
            match places.iter_mut().find(|p| p.id == fact.id) {
                Some(place) => {
                    place.name = fact.name.clone().unwrap_or_else(|| place.name.clone());
                    place.at_m = fact.at.map_or(place.at_m, figures);
                }
                None => places.push(RouteNode {
                    id: fact.id.clone(),
                    name: fact.name.clone().unwrap_or_else(|| fact.id.0.clone()),
                    at_m: fact.at.map_or([0.5 * size_m[0], 0.0, 0.3 * size_m[2]], figures),
                }),
            }
        }
        let index = |id: &str| places.iter().position(|p| p.id.0 == id);
        let mut ways: Vec<RouteEdge> = Vec::new();
        for way in &body.ways {
            let (Some(a), Some(b)) = (index(way.between.0), index(way.between.1)) else { continue };
            ways.push(RouteEdge {
                id: WayId(way.id.clone()),
                name: say::way_between(&places[a].name, &places[b].name),
                ends: (a, b),
                length_m: computed_m(places[a].at_m, places[b].at_m),
                is_measured: false,
                zone: way.zone,
                ambient_c: zone::ambient_c(way.zone),
                is_warmth_known: false,
                hazards: way.hazards.clone(),
                passage: way.passage,
                line: way.line,
                is_forbidden: false,
            });
        }
        for fact in &skeleton.ways {
            let known = ways.iter().position(|w| w.id == fact.id);
            let ends = fact
                .between
                .as_ref()
                .and_then(|b| Some((index(&b.from.0)?, index(&b.to.0)?)))
                .filter(|(a, b)| a != b);
            let at = match (known, ends) {
                (Some(at), _) => at,
                (None, Some(ends)) => {
                    let (a, b) = (&places[ends.0], &places[ends.1]);
                    ways.push(RouteEdge {
                        id: fact.id.clone(),
                        name: say::way_between(&a.name, &b.name),
                        ends,
                        length_m: computed_m(a.at_m, b.at_m),
                        is_measured: false,
                        zone: Zone::Underbody,
                        ambient_c: zone::ambient_c(Zone::Underbody),
                        is_warmth_known: false,
                        hazards: Vec::new(),
                        passage: Passage::Open,
                        line: Line::Free,
                        is_forbidden: false,
                    });
                    ways.len() - 1
                }
                // A way of another body, or between places that are gone: kept in the job, without effect.
                (None, None) => continue,
            };
            let way = &mut ways[at];
            if let Some(name) = &fact.name {
                way.name.clone_from(name);
            }
            if let Some(length_m) = fact.length_m {
                (way.length_m, way.is_measured) = (length_m, true);
            }
            if let Some(zone) = fact.zone {
                way.zone = zone;
                way.ambient_c = zone::ambient_c(zone);
            }
            if let Some(ambient_c) = fact.ambient_c {
                (way.ambient_c, way.is_warmth_known) = (ambient_c, true);
            }
            if let Some(hazards) = &fact.hazards {
                way.hazards.clone_from(hazards);
            }
            way.passage = fact.passage.unwrap_or(way.passage);
            way.is_forbidden = fact.is_forbidden;
        }
        let mut at = vec![Vec::new(); places.len()];
        for (w, way) in ways.iter().enumerate() {
            at[way.ends.0].push((w, way.ends.1));
            at[way.ends.1].push((w, way.ends.0));
        }
        Graph { size_m, school: skeleton.school, places, ways, at }
    }

    /// A place by its id.
    pub fn place(&self, id: &PlaceId) -> Option<usize> {
        self.places.iter().position(|p| p.id == *id)
    }

    /// A way by its id.
    pub fn way(&self, id: &WayId) -> Option<usize> {
        self.ways.iter().position(|w| w.id == *id)
    }
}
