//! What a wire bears where it lies, and how warm it gets.

use crate::chain::Chain;
use crate::chain::{LinkKind, Stretch};
use crate::sizing::trial::SizingInput;
use jovek_catalog::ampacity;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::insulation::Insulation;
use jovek_job::Zone;
use jovek_phrases::plan as say;

/// Smallest copper that survives handling and vibration, mm². Common practice: 0.75 outside the cab,
/// 0.5 inside.
pub(super) fn mechanical_min_mm2(chain: &Chain) -> f64 {
    let inside = chain.wires().all(|(_, w)| w.stretches.iter().all(|s| s.zone == Zone::Cab))
        && chain.leg_stretches().all(|(s, _)| s.zone == Zone::Cab);
    if inside { 0.5 } else { 0.75 }
}

/// The link of the lamps.
fn lamps_at(chain: &Chain) -> usize {
    chain.links.iter().position(|l| l.kind == LinkKind::Lamps).unwrap_or(0)
}

/// Ampacity of a wire along its path.
pub(super) struct Ampacity {
    /// Of the weakest stretch, A.
    pub amps: f64,
    /// Which one that is.
    pub at: String,
    /// Its temperature factor and bundle factor.
    pub factors: (f64, f64),
    /// Alone in 30 °C air, A.
    pub single_a: f64,
    /// By link and stretch, A.
    pub each: Vec<Vec<f64>>,
}

/// Ampacity of a wire along the path of a circuit.
pub(super) fn ampacity_of(
    bench: &SizingInput,
    wire: Conductor,
    insulation: Insulation,
) -> Ampacity {
    let single_a = ampacity::single_a(bench.shop.ampacity, wire, insulation);
    let mut out = Ampacity {
        amps: f64::INFINITY,
        at: String::new(),
        factors: (1.0, 1.0),
        single_a,
        each: vec![Vec::new(); bench.chain.links.len()],
    };
    // Legs stand at the link of the lamps.
    let lamps = lamps_at(bench.chain);
    let wires = bench.chain.wires().flat_map(|(i, run)| run.stretches.iter().map(move |s| (i, s)));
    let legs = bench.chain.leg_stretches().map(|(s, _)| (lamps, s));
    for (i, stretch) in wires.chain(legs) {
        {
            let warm = ampacity::ambient_factor(insulation, stretch.ambient_c);
            let bundled = ampacity::bundle_factor(bench.shop.bundle, stretch.beside + 1);
            let amps = single_a * warm * bundled;
            out.each[i].push(amps);
            // Factors of bundles are for wires that all carry their full current. Lamps that are fixed to a fuse
            // which is there already cannot draw more than they do; a fault loads one wire alone.
            let (amps, bundled) =
                if bench.on_that_fuse { (single_a * warm, 1.0) } else { (amps, bundled) };
            if amps < out.amps {
                out.amps = amps;
                out.at = stretch.name.clone();
                out.factors = (warm, bundled);
            }
        }
    }
    // The leads between the parts lie where the parts do.
    let at_control =
        single_a * ampacity::ambient_factor(insulation, bench.chain.control_ambient_c());
    if at_control < out.amps {
        out.amps = at_control;
        out.at = say::the_parts().into();
        out.factors = (at_control / single_a, 1.0);
    }
    out
}

/// Working temperature of each stretch at a current: T = Ta + (Tmax − Ta)·(I/Iamp)², not above Tmax.
pub(super) fn working_c(
    bench: &SizingInput,
    insulation: Insulation,
    of_wire: &Ampacity,
    (load_a, lamp_wire): (f64, Option<Conductor>),
) -> Vec<Vec<f64>> {
    // What a thinner lead bears against the wire of the trunk.
    let of_lamp = lamp_wire.map_or(1.0, |thinner| {
        ampacity::single_a(bench.shop.ampacity, thinner, insulation) / of_wire.single_a
    });
    let mut out = vec![Vec::new(); bench.chain.links.len()];
    let warm_c = |s: &Stretch, amps: f64, load_a: f64| {
        let part = if amps > 0.0 { (load_a / amps).min(1.0) } else { 1.0 };
        s.ambient_c + (insulation.max_c() - s.ambient_c).max(0.0) * part * part
    };
    for (i, run) in bench.chain.wires() {
        let each = run.stretches.iter().zip(&of_wire.each[i]);
        out[i] = each.map(|(s, amps)| warm_c(s, *amps, load_a)).collect();
    }
    let lamps = lamps_at(bench.chain);
    let to_plug = bench.chain.stretches_to_plugs();
    let each = bench.chain.leg_stretches().zip(&of_wire.each[lamps]).zip(to_plug);
    out[lamps] = each
        .map(|(((s, part), amps), is_lead)| {
            warm_c(s, amps * if is_lead { of_lamp } else { 1.0 }, part * load_a)
        })
        .collect();
    out
}
