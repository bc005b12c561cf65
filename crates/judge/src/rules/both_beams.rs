//! One fault must not put out both low beams.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_job::{LampRole, ReturnKind, Signal, VehicleSide};
use jovek_phrases::rules as say;
use jovek_plan::chain::Chain;
use jovek_plan::logic::Leaf;

/// All low beams behind one fuse, or on one ground: whatever high beam does, the road goes dark at once.
pub fn on_one(context: &Context, out: &mut Vec<Finding>) {
    let low: Vec<&CircuitView> =
        context.circuits.iter().filter(|v| headlamps(v) > 0 && follows_low_beam(v.chain)).collect();
    let lamps: u32 = low.iter().map(|v| headlamps(v)).sum();
    let [first, others @ ..] = low.as_slice() else { return };
    if lamps < 2 {
        return;
    }
    let is_one_circuit = others.is_empty();
    let wire = first.chain.origin_wire();
    let is_one_fuse = is_one_circuit
        || wire.is_some() && low.iter().all(|v| v.chain.origin_wire() == wire && !has_fuse(v));
    let is_one_ground = low.iter().all(|v| v.chain.return_by == ReturnKind::GroundBus);
    let (what, remedy) = match (is_one_fuse, is_one_ground) {
        (true, _) => (say::a_blown_fuse_a_dead_relay(), say::a_circuit_for_each_side_each()),
        (false, true) => (say::a_loose_stud_of_the_bus(), say::a_stud_for_each_side()),
        (false, false) => return,
    };
    let (stage, circuit) = about(first, Stage::Feed);
    out.push(Finding {
        code: FindingCode::BothBeams,
        grade: Grade::Fix,
        title: say::one_fault_puts_out_both_low().into(),
        why: say::darkens_headlamps_at_once(&what, &lamps),
        remedy: remedy.into(),
        source: Source::practice("one fused feed for each side of the low beam"),
        stage,
        circuit,
    });
}

/// Headlamps of a circuit.
fn headlamps(view: &CircuitView) -> u32 {
    let of_road = view.circuit.lights.iter().filter(|l| l.role == Some(LampRole::Headlamp));
    of_road.map(|l| l.count).sum()
}

fn has_fuse(view: &CircuitView) -> bool {
    view.sized.chosen.sizes.fuse.is_some()
}

fn follows_low_beam(chain: &Chain) -> bool {
    let leaves = chain.follows.leaves();
    leaves.iter().any(|(l, _)| matches!(l, Leaf::Signal(VehicleSide::Own, Signal::LowBeam)))
}
