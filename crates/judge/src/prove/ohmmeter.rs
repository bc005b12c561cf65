//! An ohmmeter on a vehicle whose battery is off.

use crate::prove::figures::{Corner, Proving};
use jovek_catalog::meter::OVERLOAD_OHM;
use jovek_circuit::devices::Battery;
use jovek_circuit::{Device, ElementId, NodeId, SolveError, Solver};
use jovek_job::SupplyState;
use jovek_plan::chain::{Chain, LinkKind};
use jovek_plan::inputs::{Assignment, Input};
use jovek_plan::network::build::{Built, Installed, Situation};
use jovek_plan::network::cache::NetworkCache;
use jovek_plan::sizes::{ControlChoice, Sizes};

/// The meter's own source: V behind ohm. Common practice: about 3 V, so that a diode shows.
const OHMMETER: (f64, f64) = (3.0, 1000.0);

/// What an ohmmeter shows between two nodes, ohm, with every source off and one element taken out.
///
/// # Errors
/// [`SolveError`] when there is no steady state.
pub fn ohms(
    built: &Built,
    (red, black): (NodeId, NodeId),
    out: Option<ElementId>,
    on: Assignment,
    solver: &mut Solver,
) -> Result<f64, SolveError> {
    let mut cold = built.clone();
    cold.put(on);
    for (id, e) in built.net.iter() {
        if e.device.is_source() || Some(id) == out {
            cold.net.set_device(id, Device::ohm(1e9));
        }
    }
    let (volt_v, ohm) = OHMMETER;
    let meter = Battery { open_circuit_v: volt_v, internal_ohm: ohm, charge_ohm: ohm };
    cold.net.add("", red, black, Device::Battery(meter));
    let solution = solver.operating_point(&cold.net)?;
    let v = solution.node_v(red) - solution.node_v(black);
    Ok((ohm * v / (volt_v - v).max(1e-9)).clamp(0.0, OVERLOAD_OHM))
}

/// From the load side of a circuit's fuse to ground, the fuse out and its switches on, ohm.
///
/// # Errors
/// [`SolveError`] when there is no steady state.
pub(super) fn feed_ohm(
    proving: &Proving,
    (chain, sizes, circuit): (&Chain, &Sizes, usize),
    cache: &mut NetworkCache,
) -> Result<f64, SolveError> {
    let fuse_at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }));
    let (Some(fuse_at), Some(_)) = (fuse_at, sizes.fuse) else { return Ok(OVERLOAD_OHM) };
    if !matches!(sizes.control, ControlChoice::Relay { .. } | ControlChoice::Planned(_)) {
        // Nothing but lamps is behind it.
        return Ok(OVERLOAD_OHM);
    }
    let plain =
        Situation::plain(proving.installed.supply, SupplyState::EngineOff, Assignment::NONE);
    let mut least_ohm = OVERLOAD_OHM;
    let mut tried: Vec<Assignment> = Vec::new();
    // Whatever else a hand has on meanwhile.
    let scenes = proving.scenes.iter().filter(|s| s.lit.contains(&circuit)).map(|s| s.inputs);
    for inputs in scenes.chain([chain.first_lit_by()]) {
        let on = by_hand(proving, inputs);
        if !tried.contains(&on) {
            tried.push(on);
            let (parts, place) = proving.with(circuit, on);
            let installed = Installed { parts: &parts, ..proving.installed };
            let (built, solver) = cache.built_to_solve(installed, &plain);
            let at = &built.circuits[place];
            let ends = (at.nodes[fuse_at + 1], NodeId::GROUND);
            let ohm = ohms(built, ends, at.links[fuse_at], on, solver)?;
            least_ohm = least_ohm.min(ohm);
        }
    }
    Ok(least_ohm)
}

/// From the minus of a circuit's farthest lamp to ground, ohm, somewhere within what may fairly differ.
///
/// # Errors
/// [`SolveError`] when there is no steady state.
pub(super) fn ground_ohm(
    proving: &Proving,
    (chain, circuit): (&Chain, usize),
    corner: Corner,
    cache: &mut NetworkCache,
) -> Result<f64, SolveError> {
    let plain =
        Situation::plain(proving.installed.supply, SupplyState::EngineOff, Assignment::NONE);
    let (parts, place) = proving.with(circuit, Assignment::NONE);
    let installed = Installed { parts: &parts, ..proving.installed };
    let (built, solver) = cache.built_to_solve(installed, &corner.of(plain));
    let at = &built.circuits[place];
    let lamps_at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps).unwrap_or(0);
    let lamp = chain.lamp_to_read().map(|(light, n)| built.net.element(at.lamps[light][n]).to);
    let minus = lamp.unwrap_or(at.nodes[lamps_at + 1]);
    ohms(built, (minus, NodeId::GROUND), None, Assignment::NONE, solver)
}

/// What hands hold of a combination: the functions of the vehicle are off with its battery.
fn by_hand(proving: &Proving, a: Assignment) -> Assignment {
    let inputs = proving.inputs.list();
    let is_hand = |k: &usize| matches!(inputs[*k], Input::OwnSwitch(_) | Input::Switch(..));
    Assignment((0..inputs.len()).filter(is_hand).map(|k| a.0 & (1 << k)).sum())
}
