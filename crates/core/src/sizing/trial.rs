//! One candidate wire, tried in the solved circuit.

use super::fuse::{FuseFit, fit, inrush_a2s};
use super::{ControlChoice, Hardware, Sizes};
use crate::catalog::ampacity;
use crate::catalog::conductor::Conductor;
use crate::catalog::fuse::Fuse;
use crate::catalog::insulation::{Insulation, short_circuit_k};
use crate::catalog::{diode, relay, switch};
use crate::circuit::{Device, SolveError};
use crate::job::{ControlKind, DropLimit, LampCircuit, Shop, SystemVoltage, Zone};
use crate::plan::build::{Installed, PlannedFactory, Situation};
use crate::plan::chain::{LinkKind, Origin};
use crate::plan::inputs::Assignment;
use crate::plan::rig::Rig;
use crate::plan::supply::PlannedSupply;
use crate::plan::switching::{ContactOf, Switching};
use crate::plan::{Chain, PlannedLamp, SupplyState};

/// What a trial needs to know about the job.
#[derive(Debug, Clone, Copy)]
pub struct Bench<'a> {
    /// The shop's schools.
    pub shop: &'a Shop,
    /// 12 or 24 V.
    pub system: SystemVoltage,
    /// Battery and alternator.
    pub supply: &'a PlannedSupply,
    /// Factory circuits.
    pub factory: &'a [PlannedFactory],
    /// The circuit's chain.
    pub chain: &'a Chain,
    /// The circuit as the person wrote it.
    pub circuit: &'a LampCircuit,
}

impl<'a> Bench<'a> {
    /// The circuit alone on the vehicle.
    fn installed(&self, parts: &'a [(&'a Chain, &'a Sizes)]) -> Installed<'a> {
        Installed { supply: self.supply, factory: self.factory, parts, is_whole: false }
    }
}

/// The drop in the state where it matters most.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct WorstDrop {
    /// The state.
    pub state: SupplyState,
    /// Voltage at the source of the circuit, V.
    pub source_v: f64,
    /// Voltage across the lamps, V.
    pub lamp_v: f64,
    /// Lost between them, V.
    pub drop_v: f64,
    /// Of which in the wire, V.
    pub wire_v: f64,
    /// Of which in the ground joint and the frame, V.
    pub ground_v: f64,
    /// Allowed, V.
    pub limit_v: f64,
    /// Current of the circuit, A.
    pub current_a: f64,
}

/// Why a wire is refused.
#[derive(Debug, Clone, PartialEq)]
pub enum Refusal {
    /// Thinner than what survives outside the cab.
    Mechanical {
        /// Smallest area, mm².
        min_mm2: f64,
    },
    /// The fuse that the load needs is above what the wire bears.
    Ampacity {
        /// The fuse, A.
        fuse_a: f64,
        /// What the wire bears, A.
        ampacity_a: f64,
        /// Where.
        at: String,
    },
    /// Too much voltage lost.
    Drop(WorstDrop),
    /// A short at the far end would not open the fuse in time.
    FarEnd(FarEnd),
    /// No fuse of the catalog carries the load.
    NoFuse {
        /// Rating needed, A.
        needed_a: f64,
    },
    /// The circuit has no steady state with this wire.
    Unsolved {
        /// The solver's words.
        what: String,
    },
}

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

/// A candidate wire with everything that follows from it.
#[derive(Debug, Clone)]
pub struct Trial {
    /// All sizes with this wire.
    pub sizes: Sizes,
    /// Largest steady current in any state, A.
    pub load_a: f64,
    /// What the weakest stretch bears, A.
    pub ampacity_a: f64,
    /// Which stretch that is.
    pub ampacity_at: String,
    /// Its temperature factor and bundle factor.
    pub ampacity_factors: (f64, f64),
    /// What the wire alone in 30 °C air bears, A.
    pub single_a: f64,
    /// The drop where it matters most.
    pub drop: WorstDrop,
    /// Fuse with its bounds.
    pub fuse: FuseFit,
    /// A short at the far end.
    pub far_end: Option<FarEnd>,
    /// Why the wire is refused; none where it will do.
    pub refusal: Option<Refusal>,
}

/// States in which a circuit is tried: the lowest and highest voltage, and the usual one.
const STATES: [SupplyState; 3] =
    [SupplyState::LowBattery, SupplyState::EngineOff, SupplyState::Charging];

/// Part by which the current may still move when it counts as at rest. A thousandth moves the
/// copper by less than 0.2 K.
const AT_REST: f64 = 1e-3;
/// Most passes until sizes and current are at rest.
const MOST_PASSES: usize = 8;

/// Multiple of its rating at which a blade fuse opens within half a second.
pub const CLEARING_MULTIPLE: f64 = 3.5;
/// Resistance of the short itself, ohm.
const FAULT_OHM: f64 = 0.001;

/// Voltage that may be lost at a source voltage, V.
pub fn drop_limit_v(limit: DropLimit, source_v: f64, system: SystemVoltage) -> f64 {
    match limit {
        DropLimit::ThreePercent => 0.03 * source_v,
        DropLimit::TenPercent => 0.10 * source_v,
        DropLimit::HalfVolt => 0.5 * system.batteries(),
    }
}

/// Smallest copper that survives handling and vibration, mm². Common practice: 0.75 outside the cab,
/// 0.5 inside.
fn mechanical_min_mm2(chain: &Chain) -> f64 {
    let inside = chain.wires().all(|(_, w)| w.stretches.iter().all(|s| s.zone == Zone::Cab));
    if inside { 0.5 } else { 0.75 }
}

/// The coolest insulation class with 20 K left above the hottest surroundings.
pub fn insulation_for(hottest_c: f64) -> Insulation {
    Insulation::ALL
        .into_iter()
        .find(|class| class.max_c() >= hottest_c + 20.0)
        .unwrap_or(Insulation::Xlpe125)
}

struct Ampacity {
    amps: f64,
    at: String,
    factors: (f64, f64),
    single_a: f64,
    /// By link and stretch.
    each: Vec<Vec<f64>>,
}

fn ampacity_of(bench: &Bench, wire: Conductor, insulation: Insulation) -> Ampacity {
    let single_a = ampacity::single_a(bench.shop.ampacity, wire, insulation);
    let mut out = Ampacity {
        amps: f64::INFINITY,
        at: String::new(),
        factors: (1.0, 1.0),
        single_a,
        each: vec![Vec::new(); bench.chain.links.len()],
    };
    for (i, run) in bench.chain.wires() {
        for stretch in &run.stretches {
            let warm = ampacity::ambient_factor(insulation, stretch.ambient_c);
            let bundled = ampacity::bundle_factor(bench.shop.bundle, stretch.beside + 1);
            let amps = single_a * warm * bundled;
            out.each[i].push(amps);
            if amps < out.amps {
                out.amps = amps;
                out.at = stretch.name.clone();
                out.factors = (warm, bundled);
            }
        }
    }
    out
}

/// Working temperature of each stretch at a current: T = Ta + (Tmax − Ta)·(I/Iamp)², not above Tmax.
fn working_c(
    bench: &Bench,
    insulation: Insulation,
    ampacity: &Ampacity,
    load_a: f64,
) -> Vec<Vec<f64>> {
    let mut out = vec![Vec::new(); bench.chain.links.len()];
    for (i, run) in bench.chain.wires() {
        out[i] = run
            .stretches
            .iter()
            .zip(&ampacity.each[i])
            .map(|(s, amps)| {
                let part = if *amps > 0.0 { (load_a / amps).min(1.0) } else { 1.0 };
                s.ambient_c + (insulation.max_c() - s.ambient_c).max(0.0) * part * part
            })
            .collect();
    }
    out
}

/// The switch that may carry the lamps of a circuit by itself, A; none where a relay is better.
pub fn direct_switch_a(bench: &Bench, load_a: f64) -> Option<f64> {
    let (part, most_a) = if bench.chain.has_filament() {
        (switch::FILAMENT_PART, switch::FILAMENT_DIRECT_A)
    } else {
        (switch::LED_PART, switch::LED_DIRECT_A)
    };
    switch::smallest_a(load_a, part, bench.system.batteries()).filter(|_| load_a <= most_a)
}

/// Switch or relay for a load.
pub fn control_for(bench: &Bench, load_a: f64) -> ControlChoice {
    if let Some(switching) = &bench.chain.switching {
        return ControlChoice::Planned(hardware_for(bench, switching, load_a));
    }
    if bench.chain.origin != Origin::Battery {
        return ControlChoice::Source;
    }
    let n = bench.system.batteries();
    let filament = bench.chain.has_filament();
    let (switch_part, relay_part) = if filament {
        (switch::FILAMENT_PART, relay::FILAMENT_PART)
    } else {
        (switch::LED_PART, relay::CONTINUOUS_PART)
    };
    let direct = direct_switch_a(bench, load_a);
    let wants_relay = match bench.circuit.control.kind {
        Some(ControlKind::Relay) => true,
        Some(ControlKind::Switch) => false,
        Some(_) | None => direct.is_none(),
    };
    if !wants_relay {
        let rating_a = direct.or_else(|| switch::smallest_a(load_a, switch_part, n));
        return ControlChoice::Switch { rating_a };
    }
    let fits = |r: &&relay::RelayType| r.system == bench.system;
    let enough = relay::RELAYS.iter().filter(fits).find(|r| r.contact_a * relay_part >= load_a);
    let strongest = relay::RELAYS.iter().rfind(fits).unwrap_or(&relay::RELAYS[0]);
    let kind = *enough.unwrap_or(strongest);
    let coil_a = bench.supply.regulated_v / kind.coil_ohm;
    ControlChoice::Relay {
        relay: kind,
        switch_a: switch::smallest_a(coil_a, switch::COIL_PART, n).unwrap_or(3.0),
        is_enough: enough.is_some(),
    }
}

/// The parts of planned hardware for a load.
fn hardware_for(bench: &Bench, switching: &Switching, load_a: f64) -> Hardware {
    let n = bench.system.batteries();
    let filament = bench.chain.has_filament();
    let (switch_part, relay_part) = if filament {
        (switch::FILAMENT_PART, relay::FILAMENT_PART)
    } else {
        (switch::LED_PART, relay::CONTINUOUS_PART)
    };
    let contact_part =
        if switching.breaks_lamps() { relay_part * relay::BREAK_PART } else { relay_part };
    let lamp_relay = relay::RELAYS
        .into_iter()
        .find(|r| r.system == bench.system && r.contact_a * contact_part >= load_a);
    let logic_relay = relay::micro(bench.system);
    let lamp_diode = diode::for_lamps(load_a, bench.shop.silicon_diodes);
    let by_switch =
        switching.lamps_from.contacts().iter().any(|c| matches!(c, ContactOf::Switch { .. }));
    let switch_a = if by_switch {
        direct_switch_a(bench, load_a).or_else(|| switch::smallest_a(load_a, switch_part, n))
    } else {
        let coil_a = bench.supply.regulated_v / logic_relay.coil_ohm;
        switch::smallest_a(coil_a, switch::COIL_PART, n)
    };
    Hardware {
        is_enough: (lamp_relay.is_some() || switching.lamp_relays().is_empty())
            && (lamp_diode.is_some() || switching.lamps_from.diodes() == 0)
            && switch_a.is_some(),
        lamp_relay: lamp_relay.unwrap_or_else(|| relay::strongest(bench.system)),
        logic_relay,
        signal_relay: relay::signal_relay(bench.system),
        lamp_diode: lamp_diode.unwrap_or(diode::LAMPS[2]),
        coil_diode: diode::COIL,
        switch_a: switch_a.unwrap_or(20.0),
    }
}

/// Lamp power of a circuit at the voltage of its figures, W.
fn planned_w(chain: &Chain) -> f64 {
    chain.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum()
}

impl Trial {
    /// Tries a wire.
    pub fn new(bench: &Bench, wire: Conductor, rig: &mut Rig) -> Trial {
        let chain = bench.chain;
        let insulation = insulation_for(chain.hottest_c());
        let ampacity = ampacity_of(bench, wire, insulation);
        let low_v = bench.supply.open_circuit_v(SupplyState::LowBattery.charge_percent());
        let mut load_a = planned_w(chain) / low_v;
        // Where to look first: a driver draws most at a low battery, all else while charging.
        let regulated = |l: &PlannedLamp| matches!(l.device, Device::RegulatedLed(_));
        let mut state = match chain.lamps.iter().any(regulated) {
            true => SupplyState::LowBattery,
            false => SupplyState::Charging,
        };
        let coil_wire =
            super::circuit::smallest_wire(bench.shop.wire_system, mechanical_min_mm2(chain));
        let mut drop = None;
        let mut unsolved = None;
        let mut pass = 0;
        // Fuse, control and temperatures follow from the current and the current from them: a few
        // passes in the state with the largest current bring both to rest.
        let (sizes, fuse) = loop {
            let (sizes, fuse) = sizes_for(bench, wire, insulation, &ampacity, coil_wire, load_a);
            if wire.area_mm2() < mechanical_min_mm2(chain) {
                // Too thin to handle, whatever it would carry.
                break (sizes, fuse);
            }
            pass += 1;
            let found = match drop_in(bench, &sizes, state, chain.first_lit_by(), rig) {
                Ok(found) => found,
                Err(e) => {
                    unsolved = Some(e.to_string());
                    break (sizes, fuse);
                }
            };
            let moved = (found.current_a - load_a).abs() > AT_REST * found.current_a.max(0.01);
            load_a = found.current_a;
            if moved && pass < MOST_PASSES {
                continue;
            }
            // One state is enough to refuse a wire: a larger current elsewhere helps no rule.
            if refused(bench, &sizes, &ampacity, &fuse, &found).is_some() {
                drop = Some(found);
                break (sizes, fuse);
            }
            match worst_of(bench, &sizes, found, rig) {
                Ok((_, most))
                    if most.current_a > load_a * (1.0 + AT_REST) && pass < MOST_PASSES =>
                {
                    (load_a, state) = (most.current_a, most.state);
                }
                Ok((worst, _)) => {
                    drop = Some(worst);
                    break (sizes, fuse);
                }
                Err(e) => {
                    unsolved = Some(e.to_string());
                    break (sizes, fuse);
                }
            }
        };
        let refusal = match (unsolved, &drop) {
            (Some(what), _) => Some(Refusal::Unsolved { what }),
            (None, Some(drop)) => refused(bench, &sizes, &ampacity, &fuse, drop),
            (None, None) => Some(Refusal::Mechanical { min_mm2: mechanical_min_mm2(chain) }),
        };
        let drop = drop.unwrap_or(WorstDrop {
            state: SupplyState::EngineOff,
            source_v: low_v,
            lamp_v: 0.0,
            drop_v: low_v,
            wire_v: low_v,
            ground_v: 0.0,
            limit_v: 0.0,
            current_a: 0.0,
        });
        // What is refused already is not shorted too.
        let far_end = if refusal.is_none() { far_end(bench, &sizes, rig) } else { None };
        let refusal = refusal.or_else(|| far_end_refused(far_end));
        Trial {
            load_a,
            ampacity_a: ampacity.amps,
            ampacity_at: ampacity.at,
            ampacity_factors: ampacity.factors,
            single_a: ampacity.single_a,
            drop,
            fuse,
            far_end,
            refusal,
            sizes,
        }
    }
}

/// The drop with another wire in the state that decided for a trial, at the same current.
///
/// # Errors
/// [`SolveError`] when there is no steady state.
pub fn drop_with(
    bench: &Bench,
    wire: Conductor,
    like: &Trial,
    rig: &mut Rig,
) -> Result<WorstDrop, SolveError> {
    let insulation = like.sizes.insulation;
    let ampacity = ampacity_of(bench, wire, insulation);
    let coil_wire = like.sizes.coil_wire;
    let (sizes, _) = sizes_for(bench, wire, insulation, &ampacity, coil_wire, like.load_a);
    drop_in(bench, &sizes, like.drop.state, bench.chain.first_lit_by(), rig)
}

/// Why a wire that is thick enough to handle is refused, but for a short at its far end.
fn refused(
    bench: &Bench,
    sizes: &Sizes,
    ampacity: &Ampacity,
    fuse: &FuseFit,
    drop: &WorstDrop,
) -> Option<Refusal> {
    let Some(fuse_a) = protecting(bench, sizes).map(|f| f.rating_a) else {
        return Some(Refusal::NoFuse { needed_a: fuse.min_rating_a });
    };
    if fuse_a > ampacity.amps {
        let at = ampacity.at.clone();
        return Some(Refusal::Ampacity { fuse_a, ampacity_a: ampacity.amps, at });
    }
    (drop.drop_v > drop.limit_v).then_some(Refusal::Drop(*drop))
}

/// Refuses a wire whose far end draws too little when shorted, or too much for the wire.
fn far_end_refused(far_end: Option<FarEnd>) -> Option<Refusal> {
    far_end
        .filter(|end| end.fault_a < CLEARING_MULTIPLE * end.fuse_a || end.energy_part > 1.0)
        .map(Refusal::FarEnd)
}

/// A tie-in needs no own fuse where the factory fuse already protects the new wire.
fn own_fuse(bench: &Bench, fit: &FuseFit, ampacity_a: f64) -> Option<Fuse> {
    match bench.chain.origin {
        Origin::Factory { index, .. }
            if bench.circuit.overrides.fuse_a.is_none()
                && bench.factory[index].fuse_a <= ampacity_a =>
        {
            None
        }
        _ => fit.fuse,
    }
}

fn protecting(bench: &Bench, sizes: &Sizes) -> Option<Fuse> {
    match (sizes.fuse, &bench.chain.origin) {
        (Some(fuse), _) => Some(fuse),
        (None, Origin::Factory { index, .. }) => Fuse::of_rating(bench.factory[*index].fuse_a),
        (None, Origin::Battery) => None,
    }
}

/// Everything that follows from a wire and its current.
fn sizes_for(
    bench: &Bench,
    wire: Conductor,
    insulation: Insulation,
    ampacity: &Ampacity,
    coil_wire: Conductor,
    load_a: f64,
) -> (Sizes, FuseFit) {
    let chain = bench.chain;
    let low_v = bench.supply.open_circuit_v(SupplyState::LowBattery.charge_percent());
    let temperatures = working_c(bench, insulation, ampacity, load_a);
    let copper_ohm: f64 = chain
        .wires()
        .map(|(i, w)| {
            let t = temperatures[i].first().copied().unwrap_or(20.0);
            wire.ohm(w.length_m(), t)
        })
        .sum();
    let inrush = inrush_a2s(chain, copper_ohm + bench.supply.internal_ohm, low_v * 1.1);
    let fuse = fit(
        load_a,
        chain.fuse_ambient_c(),
        ampacity.amps,
        inrush,
        bench.shop.fuse,
        bench.circuit.overrides.fuse_a.as_ref().map(|o| o.value),
    );
    let sizes = Sizes {
        wire,
        insulation,
        fuse: own_fuse(bench, &fuse, ampacity.amps),
        control: control_for(bench, load_a),
        coil_wire,
        working_c: temperatures,
    };
    (sizes, fuse)
}

/// The drops in all states, one of them known: the tightest against its limit, and the one with the
/// largest current.
fn worst_of(
    bench: &Bench,
    sizes: &Sizes,
    known: WorstDrop,
    rig: &mut Rig,
) -> Result<(WorstDrop, WorstDrop), SolveError> {
    let (mut worst, mut largest) = (known, known);
    let first = bench.chain.first_lit_by();
    let others = bench.chain.lit_by.iter().skip(1);
    for (state, inputs) in STATES
        .into_iter()
        .map(|s| (s, first))
        .chain(others.flat_map(|&a| STATES.into_iter().map(move |s| (s, a))))
    {
        let drop = if state == known.state && inputs == first {
            known
        } else {
            drop_in(bench, sizes, state, inputs, rig)?
        };
        if drop.drop_v / drop.limit_v > worst.drop_v / worst.limit_v {
            worst = drop;
        }
        if drop.current_a > largest.current_a {
            largest = drop;
        }
    }
    Ok((worst, largest))
}

/// The drop of a circuit alone in one state of the supply.
fn drop_in(
    bench: &Bench,
    sizes: &Sizes,
    state: SupplyState,
    inputs: Assignment,
    rig: &mut Rig,
) -> Result<WorstDrop, SolveError> {
    let situation = Situation::plain(bench.supply, state, inputs);
    let (built, solution) = rig.operate(bench.installed(&[(bench.chain, sizes)]), &situation)?;
    let circuit = &built.circuits[0];
    let source_v = built.source_v(&solution, bench.chain, bench.factory, inputs);
    let (mut wire_v, mut lamp_v, mut ground_v) = (0.0, 0.0, 0.0);
    let lamps_at = bench.chain.links.iter().position(|l| l.kind == LinkKind::Lamps);
    let mut current_a = 0.0;
    for (i, link) in bench.chain.links.iter().enumerate() {
        let across = solution.node_v(circuit.nodes[i]) - solution.node_v(circuit.nodes[i + 1]);
        match link.kind {
            LinkKind::Wire(_) => wire_v += across,
            LinkKind::Lamps => {
                lamp_v = across;
                current_a = circuit.lamps.iter().flatten().map(|&l| solution.current_a(l)).sum();
            }
            LinkKind::Joint { is_return: true, .. } | LinkKind::Chassis
                if lamps_at.is_some_and(|at| i > at + 1) =>
            {
                ground_v += across;
            }
            _ => {}
        }
    }
    let diode_v = built.lamp_diode_v(&solution, 0, bench.chain);
    Ok(WorstDrop {
        state,
        source_v,
        lamp_v,
        drop_v: source_v - lamp_v - diode_v,
        wire_v,
        ground_v,
        limit_v: drop_limit_v(bench.shop.drop, source_v, bench.system),
        current_a,
    })
}

/// Solves the circuit with its lamps shorted and every contact closed.
fn far_end(bench: &Bench, sizes: &Sizes, rig: &mut Rig) -> Option<FarEnd> {
    let fuse = protecting(bench, sizes)?;
    let mut shorted = bench.chain.clone();
    for link in &mut shorted.links {
        if link.kind == LinkKind::Lamps {
            link.kind = LinkKind::Joint { ohm: FAULT_OHM, is_return: false };
        }
    }
    // A relay may drop out under the short; the wire must bear it if it does not.
    shorted.switching = None;
    shorted.own_switch = 1;
    let held = Sizes { control: ControlChoice::Switch { rating_a: None }, ..sizes.clone() };
    let everything = Assignment(u64::MAX);
    let situation = Situation::plain(bench.supply, SupplyState::EngineOff, everything);
    let (built, solution) = rig.operate(bench.installed(&[(&shorted, &held)]), &situation).ok()?;
    let fault_a = built.circuits[0]
        .links
        .iter()
        .flatten()
        .find(|&&e| matches!(built.net.element(e).device, Device::Resistor(_)))
        .map(|&e| solution.current_a(e))?;
    let opens_s = fuse.slowest_s(fault_a);
    let k = short_circuit_k(sizes.insulation.max_c(), sizes.insulation.short_circuit_c());
    let bears_a2s = (k * sizes.wire.area_mm2()).powi(2);
    let energy_part = opens_s.map_or(f64::INFINITY, |t| fault_a * fault_a * t / bears_a2s);
    Some(FarEnd { fault_a, fuse_a: fuse.rating_a, opens_s, energy_part })
}
