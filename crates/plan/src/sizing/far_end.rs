//! A short at the far end must open the fuse before the wire is hurt.

use crate::chain::{JointOf, Leg, LinkKind, Origin, leg_path};
use crate::end::Pole;
use crate::inputs::Assignment;
use crate::network::build::Situation;
use crate::network::cache::NetworkCache;
use crate::sizes::{ControlChoice, Sizes};
use crate::sizing::trial::{Refusal, SizingInput};
use crate::wires::leg_wire;
use jovek_catalog::fuse::Fuse;
use jovek_catalog::insulation::short_circuit_k;
use jovek_circuit::Device;
use jovek_job::SupplyState;

/// Multiple of its rating at which a blade fuse opens within half a second.
pub const CLEARING_MULTIPLE: f64 = 3.5;
/// Temperature of the legs when they are shorted, °C: warm, as the working wire.
const SHORTED_C: f64 = 60.0;
/// Resistance of the short itself, ohm.
const FAULT_OHM: f64 = 0.001;

/// A short at the lamps.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FarEnd {
    /// Current of the short, A.
    pub fault_a: f64,
    /// The protecting fuse, A.
    pub fuse_a: f64,
    /// Longest time until it opens, s; none when it may never open.
    pub opens_s: Option<f64>,
    /// Energy let through against what the wire bears.
    pub energy_part: f64,
}

/// The fuse that protects the wire: its own, or that of the factory circuit.
pub(super) fn protecting(bench: &SizingInput, own: Option<Fuse>) -> Option<Fuse> {
    match (own, &bench.chain.origin) {
        (Some(fuse), _) => Some(fuse),
        (None, Origin::Factory { index, .. }) => {
            Some(Fuse::of_rating(bench.factory[*index].fuse_a))
        }
        (None, Origin::Battery) => None,
    }
}

/// Solves the circuit with its lamps shorted and every contact closed.
pub(super) fn far_end(
    bench: &SizingInput,
    sizes: &Sizes,
    cache: &mut NetworkCache,
) -> Option<FarEnd> {
    let fuse = protecting(bench, sizes.fuse)?;
    let mut shorted = bench.chain.clone();
    for link in &mut shorted.links {
        if link.kind == LinkKind::Lamps {
            let leg_ohm =
                |leg: &Leg| leg_wire(bench.chain, sizes, leg).ohm(leg.length_m(), SHORTED_C);
            let farthest = |legs: &[Leg]| {
                let copper_ohm =
                    |k| leg_path(legs, k).iter().map(|&l| leg_ohm(&legs[l])).sum::<f64>();
                (0..legs.len()).map(copper_ohm).fold(0.0, f64::max)
            };
            let legs_ohm = farthest(&bench.chain.legs) + farthest(&bench.chain.back_legs);
            let ohm = FAULT_OHM + legs_ohm;
            link.kind = LinkKind::Joint { of: JointOf::Lamp(Pole::Plus), ohm, is_return: false };
        }
    }
    // A relay may drop out under the short; the wire must bear it if it does not.
    shorted.switching = None;
    shorted.own_switch = 1;
    let held = Sizes { control: ControlChoice::Switch { rating_a: None }, ..sizes.clone() };
    let everything = Assignment(u64::MAX);
    let situation = Situation::plain(bench.supply, SupplyState::EngineOff, everything);
    let (built, solution) =
        cache.operate(bench.installed(&[(&shorted, &held)]), &situation).ok()?;
    let fault_a = built.circuits[0]
        .links
        .iter()
        .flatten()
        .find(|&&e| matches!(built.net.element(e).device, Device::Resistor(_)))
        .map(|&e| solution.current_a(e))?;
    let opens_s = fuse.slowest_s(fault_a);
    let k = short_circuit_k(sizes.insulation.max_c(), sizes.insulation.short_circuit_c());
    let all_legs = bench.chain.legs.iter().chain(&bench.chain.back_legs);
    let thinnest_mm2 = all_legs
        .map(|leg| leg_wire(bench.chain, sizes, leg).area_mm2())
        .fold(sizes.wire.area_mm2(), f64::min);
    let bears_a2s = (k * thinnest_mm2).powi(2);
    let energy_part = opens_s.map_or(f64::INFINITY, |t| fault_a * fault_a * t / bears_a2s);
    Some(FarEnd { fault_a, fuse_a: fuse.rating_a, opens_s, energy_part })
}

/// Refuses a wire whose far end draws too little when shorted, or too much for the wire.
pub(super) fn far_end_refused(far_end: Option<FarEnd>) -> Option<Refusal> {
    far_end
        .filter(|end| end.fault_a < CLEARING_MULTIPLE * end.fuse_a || end.energy_part > 1.0)
        .map(Refusal::FarEnd)
}
