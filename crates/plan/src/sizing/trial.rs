//! One candidate wire, tried in the solved circuit.

use crate::chain::Chain;
use crate::chain::{LinkKind, Origin};
use crate::drop::{Drop, DropRule};
use crate::factory::PlannedFactory;
use crate::inputs::Assignment;
use crate::lamp::PlannedLamp;
use crate::network::build::{Installed, Situation};
use crate::network::cache::NetworkCache;
use crate::sizes::Sizes;
use crate::sizing::bears::{Ampacity, ampacity_of, insulation_for, mechanical_min_mm2, working_c};
use crate::sizing::far_end::{FarEnd, far_end, far_end_refused, protecting};
use crate::sizing::fuse::{FuseFit, fit, inrush_a2s};
use crate::sizing::hardware::control_for;
use crate::supply::PlannedSupply;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::fuse::Fuse;
use jovek_catalog::insulation::Insulation;
use jovek_catalog::terminal::EndKind;
use jovek_catalog::{ampacity, dimmer};
use jovek_circuit::{Device, SolveError};
use jovek_job::SupplyState;
use jovek_job::{LampCircuit, Shop, SystemVoltage};

/// What a trial needs to know about the job.
#[derive(Debug, Clone, Copy)]
pub struct SizingInput<'a> {
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
    /// Insulation that the whole job uses, unless the place asks for more.
    pub insulation: Insulation,
}

impl<'a> SizingInput<'a> {
    /// The circuit alone on the vehicle.
    pub(super) fn installed(&self, parts: &'a [(&'a Chain, &'a Sizes)]) -> Installed<'a> {
        Installed { supply: self.supply, factory: self.factory, parts }
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
    /// Of which in diodes, V: no wire mends it.
    pub diode_v: f64,
    /// Lost between them besides, V.
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

impl WorstDrop {
    /// Lowest voltage across the lamps that the rule allows, V.
    pub fn floor_v(&self) -> f64 {
        self.source_v - self.diode_v - self.limit_v
    }
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

/// A candidate wire with everything that follows from it.
#[derive(Debug, Clone)]
pub struct WireTrial {
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

/// Lamp power of a circuit at the voltage of its figures, W.
fn planned_w(chain: &Chain) -> f64 {
    chain.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum()
}

impl WireTrial {
    /// Tries a wire.
    pub fn new(bench: &SizingInput, wire: Conductor, cache: &mut NetworkCache) -> WireTrial {
        let chain = bench.chain;
        let insulation = insulation_for(chain.hottest_c()).max(bench.insulation);
        let ampacity = ampacity_of(bench, wire, insulation);
        let low_v = bench.supply.open_circuit_v(SupplyState::LowBattery.charge_percent());
        let mut load_a = planned_w(chain) / low_v;
        // Where to look first: a driver draws most at a low battery, all else while charging.
        let regulated = |l: &PlannedLamp| matches!(l.device, Device::RegulatedLed(_));
        let mut state = match chain.lamps.iter().any(regulated) {
            true => SupplyState::LowBattery,
            false => SupplyState::Charging,
        };
        let coil_wire = crate::sizing::circuit::smallest_wire(
            bench.shop.wire_system,
            mechanical_min_mm2(chain),
        );
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
            let found = match drop_in(bench, &sizes, state, chain.first_lit_by(), cache) {
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
            match worst_of(bench, &sizes, found, cache) {
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
            diode_v: 0.0,
            drop_v: low_v,
            wire_v: low_v,
            ground_v: 0.0,
            limit_v: 0.0,
            current_a: 0.0,
        });
        // What is refused already is not shorted too.
        let far_end = if refusal.is_none() { far_end(bench, &sizes, cache) } else { None };
        let refusal = refusal.or_else(|| far_end_refused(far_end));
        WireTrial {
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
    bench: &SizingInput,
    wire: Conductor,
    like: &WireTrial,
    cache: &mut NetworkCache,
) -> Result<WorstDrop, SolveError> {
    let insulation = like.sizes.insulation;
    let ampacity = ampacity_of(bench, wire, insulation);
    let coil_wire = like.sizes.coil_wire;
    let (sizes, _) = sizes_for(bench, wire, insulation, &ampacity, coil_wire, like.load_a);
    drop_in(bench, &sizes, like.drop.state, bench.chain.first_lit_by(), cache)
}

/// Why a wire that is thick enough to handle is refused, but for a short at its far end.
fn refused(
    bench: &SizingInput,
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

/// A tie-in needs no own fuse where the factory fuse already protects the new wire.
fn own_fuse(bench: &SizingInput, fit: &FuseFit, ampacity_a: f64) -> Option<Fuse> {
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

/// Everything that follows from a wire and its current.
fn sizes_for(
    bench: &SizingInput,
    wire: Conductor,
    insulation: Insulation,
    ampacity: &Ampacity,
    coil_wire: Conductor,
    load_a: f64,
) -> (Sizes, FuseFit) {
    let chain = bench.chain;
    let low_v = bench.supply.open_circuit_v(SupplyState::LowBattery.charge_percent());
    let temperatures = working_c(bench, insulation, ampacity, (load_a, None));
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
    let own = own_fuse(bench, &fuse, ampacity.amps);
    let protecting_a = own.or(fuse.fuse).map_or(f64::INFINITY, |f| f.rating_a);
    let lamp_wire = lamp_wire_for(bench, wire, insulation, ampacity, protecting_a);
    let sizes = Sizes {
        wire,
        lamp_wire,
        insulation,
        fuse: own,
        control: control_for(bench, load_a),
        dimmer_a: (!chain.dimmers.is_empty())
            .then(|| dimmer::smallest_a(load_a).unwrap_or(dimmer::RATINGS_A[2])),
        coil_wire,
        working_c: if lamp_wire == wire {
            temperatures
        } else {
            working_c(bench, insulation, ampacity, (load_a, Some(lamp_wire)))
        },
    };
    (sizes, fuse)
}

/// The wire of the leads to the plugs of lamps: that of the trunk where a plug takes it, else the thickest that
/// it takes, as long as the fuse protects that one too.
fn lamp_wire_for(
    bench: &SizingInput,
    wire: Conductor,
    insulation: Insulation,
    of_trunk: &Ampacity,
    fuse_a: f64,
) -> Conductor {
    if EndKind::LampPlug.takes(wire) || bench.chain.legs.is_empty() {
        return wire;
    }
    let shelf = Conductor::shelf(bench.shop.wire_system);
    let Some(&thinner) = shelf.iter().rfind(|c| EndKind::LampPlug.takes(**c)) else { return wire };
    let (warm, bundled) = of_trunk.factors;
    let bears_a = ampacity::single_a(bench.shop.ampacity, thinner, insulation) * warm * bundled;
    if bears_a >= fuse_a { thinner } else { wire }
}

/// The drops in all states, one of them known: the tightest against its limit, and the one with the
/// largest current.
fn worst_of(
    bench: &SizingInput,
    sizes: &Sizes,
    known: WorstDrop,
    cache: &mut NetworkCache,
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
            drop_in(bench, sizes, state, inputs, cache)?
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
    bench: &SizingInput,
    sizes: &Sizes,
    state: SupplyState,
    inputs: Assignment,
    cache: &mut NetworkCache,
) -> Result<WorstDrop, SolveError> {
    let situation = Situation::plain(bench.supply, state, inputs);
    let (built, solution) = cache.operate(bench.installed(&[(bench.chain, sizes)]), &situation)?;
    let circuit = &built.circuits[0];
    let rule = DropRule { limit: bench.shop.drop, system: bench.system };
    let drop = Drop::of(rule, (built, &solution), (0, bench.chain), (bench.factory, inputs));
    let (mut wire_v, mut ground_v) = (0.0, 0.0);
    let lamps_at = bench.chain.links.iter().position(|l| l.kind == LinkKind::Lamps);
    for (i, link) in bench.chain.links.iter().enumerate() {
        let across = solution.node_v(circuit.nodes[i]) - solution.node_v(circuit.nodes[i + 1]);
        match link.kind {
            LinkKind::Wire(_) => wire_v += across,
            // Behind a branch the farthest lamp has least; the legs take the rest.
            LinkKind::Lamps => wire_v += across - drop.lamp_v,
            LinkKind::Joint { is_return: true, .. }
            | LinkKind::Connector { is_return: true, .. }
            | LinkKind::Chassis
            | LinkKind::Bus
                if lamps_at.is_some_and(|at| i > at + 1) =>
            {
                ground_v += across;
            }
            _ => {}
        }
    }
    Ok(WorstDrop {
        state,
        source_v: drop.source_v,
        lamp_v: drop.lamp_v,
        diode_v: drop.diode_v,
        drop_v: drop.lost_v(),
        wire_v,
        ground_v,
        limit_v: drop.limit_v,
        current_a: drop.current_a,
    })
}
