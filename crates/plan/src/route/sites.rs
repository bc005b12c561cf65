//! Where parts sit when nobody said.

use super::graph::Graph;
use jovek_job::{FactoryCircuit, Feed, Job, LampCircuit, LampPlace, PlaceId, Signal};

/// The parts of a circuit at their places, by index.
#[derive(Debug, Clone, PartialEq)]
pub struct Sited {
    /// Where the power comes from.
    pub source: usize,
    /// The fuse.
    pub fuse: usize,
    /// The relay, or the switch that carries the lamps.
    pub control: usize,
    /// The switch in the coil circuit.
    pub switch: usize,
    /// The ground stud; none where the nearest is taken.
    pub ground: Option<usize>,
    /// One for each lamp, light after light.
    pub lamps: Vec<usize>,
}

/// The first of some places that the body has; the first place of all where it has none of them.
fn first_of(graph: &Graph, ids: &[&str]) -> usize {
    ids.iter().find_map(|id| graph.place(&PlaceId::from(*id))).unwrap_or(0)
}

fn said(graph: &Graph, id: Option<&PlaceId>) -> Option<usize> {
    graph.place(id?)
}

/// Where lamps of a place usually sit, in order.
fn usual(place: LampPlace) -> &'static [&'static str] {
    match place {
        LampPlace::Front => &["front_left", "front_right", "coupling"],
        LampPlace::FrontLeft => &["front_left", "coupling"],
        LampPlace::FrontRight => &["front_right", "coupling"],
        LampPlace::Roof => &["roof_left", "roof_right", "rail_lf"],
        LampPlace::Left => &["side_left", "side_l1", "side_l2", "side_l3"],
        LampPlace::Right => &["side_right", "side_r1", "side_r2", "side_r3"],
        LampPlace::Sides => &[
            "side_left",
            "side_right",
            "side_l1",
            "side_r1",
            "side_l2",
            "side_r2",
            "side_l3",
            "side_r3",
        ],
        LampPlace::Bed => &["bed_left", "bed_right", "bay_left", "bay_right", "rear_left"],
        LampPlace::Rear => &["rear_left", "rear_right"],
        LampPlace::RearLeft => &["rear_left"],
        LampPlace::RearRight => &["rear_right"],
        LampPlace::Cab => &["roof", "dash"],
        LampPlace::Under => &["rail_lm", "rail_rm", "rail_lf", "sill", "sill_right"],
    }
}

/// One place for each lamp of a circuit.
fn lamps(graph: &Graph, circuit: &LampCircuit, said: &[PlaceId]) -> Vec<usize> {
    let mut out = Vec::new();
    let mut number = 0;
    for light in &circuit.lights {
        let known: Vec<usize> =
            usual(light.sits()).iter().filter_map(|id| graph.place(&PlaceId::from(*id))).collect();
        for k in 0..light.count as usize {
            let chosen = said.get(number.min(said.len().saturating_sub(1)));
            number += 1;
            out.push(match (chosen.and_then(|id| graph.place(id)), known.as_slice()) {
                (Some(place), _) => place,
                (None, []) => first_of(graph, &["rail_lr", "bay_rear"]),
                (None, list) => list[k % list.len()],
            });
        }
    }
    out
}

/// Where the wire of a factory circuit is reached.
fn tap(graph: &Graph, factory: &FactoryCircuit) -> usize {
    said(graph, factory.site.as_ref()).unwrap_or_else(|| {
        let usual: &[&str] = match factory.follows {
            Signal::LowBeam | Signal::HighBeam | Signal::Fog => &["front_left", "coupling"],
            Signal::Door => &["pillar", "junction"],
            Signal::Bonnet => &["fuses"],
            Signal::Boot => &["bay_rear", "rear_left", "junction"],
            Signal::Ignition | Signal::Accessory | Signal::EngineRunning | Signal::Moving => {
                &["fuses"]
            }
            Signal::Right => &["rear_right"],
            _ => &["rear_left"],
        };
        first_of(graph, usual)
    })
}

/// The wire from which a circuit takes a signal, by index of the place.
pub fn taps(graph: &Graph, job: &Job, factory: &[usize]) -> Vec<usize> {
    factory.iter().filter_map(|&i| job.factory.get(i)).map(|f| tap(graph, f)).collect()
}

/// Where the auxiliary battery sits, for a circuit that it feeds.
fn auxiliary(graph: &Graph, job: &Job, circuit: &LampCircuit) -> Option<usize> {
    if circuit.feed != Some(Feed::Auxiliary {}) {
        return None;
    }
    said(graph, job.supply.auxiliary.as_ref()?.site.as_ref())
}

/// Every part of a circuit at its place. `by_hand` where a switch carries the lamps; `wire` where they
/// hang on a factory wire.
pub fn sited(
    graph: &Graph,
    job: &Job,
    circuit: &LampCircuit,
    by_hand: bool,
    wire: Option<usize>,
) -> Sited {
    let sites = circuit.sites.clone().unwrap_or_default();
    let source = match wire.and_then(|i| job.factory.get(i)) {
        Some(factory) => tap(graph, factory),
        None => auxiliary(graph, job, circuit).unwrap_or_else(|| first_of(graph, &["battery"])),
    };
    let own = |id: &Option<PlaceId>, usual: &[&str]| {
        said(graph, id.as_ref()).unwrap_or_else(|| first_of(graph, usual))
    };
    let switch = own(&sites.switch, &["dash"]);
    let control = match (said(graph, sites.control.as_ref()), by_hand, wire) {
        (Some(place), ..) => place,
        // What hangs on a wire has its joint and fuse there.
        (None, _, Some(_)) => source,
        (None, true, None) => switch,
        (None, false, None) => first_of(graph, &["relays"]),
    };
    Sited {
        source,
        fuse: match wire {
            Some(_) => source,
            None => own(&sites.fuse, &["fuses"]),
        },
        control,
        switch,
        ground: said(graph, sites.ground.as_ref()),
        lamps: lamps(graph, circuit, &sites.lamps),
    }
}
