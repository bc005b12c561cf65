//! The way that a current took to a wire that should be off.

use super::names::words;
use super::simulation::Simulation;
use jovek_circuit::{NodeId, Solution};
use jovek_job::Job;
use jovek_phrases::proof as say;
use jovek_plan::inputs::Assignment;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::study::Assessment;

/// Longest way that is told.
const MOST_STEPS: usize = 60;
/// Smallest current that is followed, A.
const LEAST_A: f64 = 1e-5;

/// The parts that the current into the tap of a factory wire came through, the tap's end last.
/// Starts at the battery or at another factory wire that is live.
pub fn path_to(
    live: &Simulation,
    solution: &Solution,
    factory: usize,
    a: Assignment,
) -> Vec<PartRef> {
    let Some(built) = &live.built.factory[factory] else { return Vec::new() };
    let sources: Vec<(usize, NodeId)> = live
        .built
        .factory
        .iter()
        .enumerate()
        .filter(|&(i, _)| i != factory && a.any(live.study.factory[i].live_by))
        .filter_map(|(i, f)| f.map(|f| (i, f.tap)))
        .collect();
    upstream(live, solution, built.tap, &sources)
}

/// The parts that made a circuit's lamps lit: the way of the current into the coil of the relay that
/// carries them, or into the lamps themselves.
pub fn path_to_lamps(live: &Simulation, solution: &Solution, circuit: usize) -> Vec<PartRef> {
    let at = &live.built.circuits[circuit];
    let start = match at.coil.or(at.lamps.iter().flatten().next().copied()) {
        Some(element) => live.built.net.element(element).from,
        None => return Vec::new(),
    };
    let sources: Vec<(usize, NodeId)> =
        live.built.factory.iter().enumerate().filter_map(|(i, f)| f.map(|f| (i, f.tap))).collect();
    upstream(live, solution, start, &sources)
}

/// `through diode 1 from Reverse lamps`, `by switch: rear`; empty where nothing but wire is there.
pub fn through(job: &Job, study: &Assessment, path: &[PartRef]) -> String {
    let marks = landmarks(path);
    let from = marks.iter().find_map(|p| match p.what {
        PartKind::FactoryWire(i) => job.factory.get(i).map(|f| f.name.as_str()),
        _ => None,
    });
    let parts: Vec<String> = marks
        .iter()
        .filter(|p| {
            matches!(p.what, PartKind::Switch(_) | PartKind::Diode(_) | PartKind::RelayContact(_))
        })
        .map(|&p| words(job, study, p))
        .collect();
    match (parts.is_empty(), from) {
        (true, Some(from)) => say::from(&from),
        (true, None) => String::new(),
        (false, Some(from)) => say::through_from(&parts.join(say::and()), &from),
        (false, None) => say::through(&parts.join(say::and())),
    }
}

/// Walks against the largest current until the battery or a live factory wire.
fn upstream(
    live: &Simulation,
    solution: &Solution,
    start: NodeId,
    sources: &[(usize, NodeId)],
) -> Vec<PartRef> {
    let mut path: Vec<PartRef> = Vec::new();
    let mut node = start;
    let mut seen = vec![node];
    for _ in 0..MOST_STEPS {
        // The largest current into this node from a node not seen yet.
        let best = live
            .built
            .net
            .iter()
            .filter_map(|(id, e)| {
                let (from, into_a) = if e.to == node {
                    (e.from, solution.current_a(id))
                } else if e.from == node {
                    (e.to, -solution.current_a(id))
                } else {
                    return None;
                };
                (!seen.contains(&from) && from != NodeId::GROUND).then_some((id, from, into_a))
            })
            .max_by(|x, y| x.2.total_cmp(&y.2));
        let Some((id, from, into_a)) = best else { break };
        if into_a <= LEAST_A {
            break;
        }
        path.push(live.built.places[id.index()]);
        if from == live.built.battery_plus {
            path.push(PartRef { circuit: None, what: PartKind::Battery });
            break;
        }
        if let Some((i, _)) = sources.iter().find(|(_, tap)| *tap == from) {
            path.push(PartRef { circuit: None, what: PartKind::FactoryWire(*i) });
            break;
        }
        seen.push(from);
        node = from;
    }
    path.reverse();
    path
}

/// Only what a fitter would point at: where it came from, contacts, diodes, lamps.
pub fn landmarks(path: &[PartRef]) -> Vec<PartRef> {
    let mut out: Vec<PartRef> = path
        .iter()
        .copied()
        .filter(|p| {
            matches!(
                p.what,
                PartKind::Battery
                    | PartKind::TowingBattery
                    | PartKind::Auxiliary
                    | PartKind::FactoryWire(_)
                    | PartKind::Lamp(..)
                    | PartKind::Switch(_)
                    | PartKind::Diode(_)
                    | PartKind::RelayContact(_)
                    | PartKind::Coil(_)
                    | PartKind::SignalLead(_)
            )
        })
        .collect();
    out.dedup();
    out
}
