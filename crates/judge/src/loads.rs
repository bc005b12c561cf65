//! What each added circuit takes from the vehicle's own batteries: lit, and parked with everything off. Budget and
//! findings read the same figures.

use crate::moment::TURN_FLASH;
use crate::proof::simulation::Simulation;
use jovek_circuit::Solution;
use jovek_job::{Job, SupplyState};
use jovek_plan::inputs::Assignment;
use jovek_plan::network::parts::PartKind;
use jovek_plan::study::Assessment;

/// What one circuit takes, averaged over its flashing.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct OwnLoad {
    /// While it is lit, with its coils and modules, A; nothing where another vehicle's battery lights it alone.
    pub lit_a: f64,
    /// With everything off: lamps that burn then, coils that hold, modules that wait, A.
    pub parked_a: f64,
}

/// The loads of every circuit of a study, in its order, in a state of the supply.
///
/// A state without a steady solution gives none: the proof tells of it.
pub fn own_loads(job: &Job, study: &Assessment, supply: SupplyState) -> Vec<OwnLoad> {
    let mut live = Simulation::at_rest(study);
    let rest = live.solve().ok();
    let parked: Vec<f64> = (0..study.circuits.len())
        .map(|c| rest.as_ref().map_or(0.0, |s| taken_a(job, &live, s, (c, Assignment::NONE))))
        .collect();
    parked
        .into_iter()
        .enumerate()
        .map(|(c, parked_a)| {
            let Some(a) = own_lit_by(study, c) else { return OwnLoad { lit_a: 0.0, parked_a } };
            live.put_on(supply, a);
            let lit = live.solve().ok();
            let lit_a = lit.map_or(0.0, |s| taken_a(job, &live, &s, (c, a)));
            OwnLoad { lit_a, parked_a }
        })
        .collect()
}

/// What a circuit takes in a solved combination, A: its lamps on average, coils and modules besides.
fn taken_a(job: &Job, live: &Simulation, solution: &Solution, (c, a): (usize, Assignment)) -> f64 {
    let lamps_a = live.lamps_a(solution, c);
    let around = |what: PartKind| matches!(what, PartKind::Coil(_) | PartKind::Standby);
    let rest_a: f64 = live
        .built
        .net
        .iter()
        .zip(&live.built.places)
        .filter(|(_, place)| place.circuit == Some(c) && around(place.what))
        .map(|((id, _), _)| solution.current_a(id).abs())
        .sum();
    lit_part(job, live.study, c, a) * lamps_a + rest_a
}

/// Part of the current of a circuit's lamps that flows on average while something lights it: lamps that flash by
/// themselves, each by its power, and what only the indicators light.
pub fn lit_part(job: &Job, study: &Assessment, c: usize, a: Assignment) -> f64 {
    let chain = &study.circuits[c].chain;
    let circuit = &job.circuits[study.circuits[c].index];
    let (mut all_w, mut lit_w) = (0.0, 0.0);
    for (lamp, light) in chain.lamps.iter().zip(&circuit.lights) {
        let power_w = lamp.power_w * f64::from(lamp.count);
        all_w += power_w;
        lit_w += power_w * circuit.flash_of(light).map_or(1.0, |f| f.duty);
    }
    let turns = study.wiring.inputs.turn_mask();
    let by_turns = a.any(turns) && !chain.follows.holds(Assignment(a.0 & !turns));
    let turn_part = if by_turns { TURN_FLASH.duty } else { 1.0 };
    if all_w > 0.0 { turn_part * lit_w / all_w } else { turn_part }
}

/// The least that lights a circuit from the vehicle's own batteries; none where another vehicle alone lights it.
pub fn own_lit_by(study: &Assessment, c: usize) -> Option<Assignment> {
    let chain = &study.circuits[c].chain;
    chain.lit_by.iter().copied().find(|a| !chain.is_lit_by_towing(&study.factory, *a))
}
