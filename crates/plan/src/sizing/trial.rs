//! One candidate wire, tried in the solved circuit.

use crate::chain::Chain;
use crate::chain::{LinkKind, Origin};
use crate::drop::Drop;
use crate::factory::PlannedFactory;
use crate::fuse_block::SharedFeed;
use crate::housing::SharedGround;
use crate::inputs::Assignment;
use crate::lamp::PlannedLamp;
use crate::need::Need;
use crate::network::build::{Installed, Situation};
use crate::network::cache::NetworkCache;
use crate::sizes::Sizes;
use crate::sizing::bears::{Ampacity, ampacity_of, mechanical_min_mm2, working_c};
use crate::sizing::far_end::{FarEnd, far_end, far_end_refused, protecting};
use crate::sizing::fuse::{FuseFit, SMALLEST_TAP_A, fit, inrush_a2s};
use crate::sizing::hardware::control_for;
use crate::sizing::lead_fuse::{Leads, ThinLead, before_lamps_a, sources};
use crate::supply::PlannedSupply;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::fuse::{Fuse, USUAL_SMALLEST_A};
use jovek_catalog::insulation::Insulation;
use jovek_catalog::terminal::EndKind;
use jovek_catalog::{ampacity, inline_module};
use jovek_circuit::{Device, SolveError};
use jovek_job::SupplyState;
use jovek_job::{LampCircuit, Shop, SystemVoltage};
use jovek_phrases::plan as say;

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
    /// The feed of the fuse block; none without one.
    pub block: Option<&'a SharedFeed>,
    /// The grounds that lamps of a housing share.
    pub grounds: &'a [SharedGround],
    /// The circuit's chain.
    pub chain: &'a Chain,
    /// The circuit as the person wrote it.
    pub circuit: &'a LampCircuit,
    /// Insulation that the whole job uses, unless the place asks for more.
    pub insulation: Insulation,
    /// True where its lamps are to hang on the fuse of the wire that they follow, as those of a trailer do on the
    /// vehicle's: the wire is chosen so that this fuse protects it.
    pub on_that_fuse: bool,
    /// Wire to try in the leads to the plugs of lamps; none takes that of the trunk, or what the plug takes.
    pub leads: Option<Conductor>,
}

impl<'a> SizingInput<'a> {
    /// Area of the factory wire that it hangs on, mm².
    pub(super) fn cord_mm2(&self) -> Option<f64> {
        self.chain.origin_wire().map(|wire| self.factory[wire.0].wire.area_mm2())
    }

    /// The circuit alone on the vehicle.
    pub(super) fn installed(&self, parts: &'a [(&'a Chain, &'a Sizes)]) -> Installed<'a> {
        let &SizingInput { supply, factory, block, grounds, .. } = self;
        Installed { supply, factory, block, grounds, parts }
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
    /// Too much voltage lost in the copper, or too little left at a lamp.
    Drop(Drop),
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
    /// The drop in the state where it matters most.
    pub drop: Drop,
    /// Fuse with its bounds.
    pub fuse: FuseFit,
    /// A short at the far end.
    pub far_end: Option<FarEnd>,
    /// Leads of coils and signals that nothing protects at their size.
    pub bare_leads: Vec<ThinLead>,
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
    /// Tries a wire against a need.
    pub fn new(
        bench: &SizingInput,
        wire: Conductor,
        need: Need,
        cache: &mut NetworkCache,
    ) -> WireTrial {
        let chain = bench.chain;
        let insulation = Insulation::for_surroundings(chain.hottest_c()).max(bench.insulation);
        let ampacity = ampacity_of(bench, wire, insulation);
        let low_v = bench.supply.open_circuit_v(SupplyState::LowBattery.charge_percent());
        let mut load_a = planned_w(chain) / low_v;
        // Where to look first: a driver draws most at a low battery, all else while charging.
        let regulated = |l: &PlannedLamp| matches!(l.device, Device::RegulatedLed(_));
        let mut state = match chain.lamps.iter().any(regulated) {
            true => SupplyState::LowBattery,
            false => SupplyState::Charging,
        };
        let mut inputs = chain.first_lit_by();
        let thinnest =
            crate::sizing::circuit::smallest_wire(&bench.shop.shelf(), mechanical_min_mm2(chain));
        let mut drop = None;
        let mut unsolved = None;
        let mut pass = 0;
        // Fuse, control and temperatures follow from the current and the current from them: a few
        // passes in the state with the largest current, lit in the way with the largest, bring both to rest.
        let (sizes, fuse) = loop {
            let (sizes, fuse) = sizes_for(bench, wire, insulation, &ampacity, thinnest, load_a);
            if wire.area_mm2() < mechanical_min_mm2(chain) {
                // Too thin to handle, whatever it would carry.
                break (sizes, fuse);
            }
            pass += 1;
            let as_judged = judged(bench, &sizes, &fuse);
            let found = match drop_in(bench, &as_judged, state, inputs, cache) {
                Ok(found) => Drop { need, ..found },
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
            match worst_of(bench, &as_judged, (found, inputs), cache) {
                Ok((_, (most, by)))
                    if most.current_a > load_a * (1.0 + AT_REST) && pass < MOST_PASSES =>
                {
                    (load_a, state, inputs) = (most.current_a, most.state, by);
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
        let drop = drop.unwrap_or(Drop {
            state: SupplyState::EngineOff,
            need,
            source_v: low_v,
            lamp_v: 0.0,
            diode_v: 0.0,
            copper_v: low_v,
            ground_v: 0.0,
            current_a: 0.0,
        });
        // What is refused already is not shorted too.
        let far_end =
            if refusal.is_none() && !chain.is_plug { far_end(bench, &sizes, cache) } else { None };
        let refusal = refusal.or_else(|| far_end_refused(far_end));
        let leads = Leads {
            bench,
            control: &sizes.control,
            insulation,
            ampacity: &ampacity,
            feed_fuse_a: feed_fuse_a(bench, protecting(bench, sizes.fuse)),
            load_a,
            sources: sources(bench, &sizes.control),
        };
        let bare_leads = leads.bare(sizes.coil_wire, &sizes.lead_fuses);
        WireTrial {
            bare_leads,
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
) -> Result<Drop, SolveError> {
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
    drop: &Drop,
) -> Option<Refusal> {
    let Some(fuse_a) = protecting(bench, sizes.fuse).map(|f| f.rating_a) else {
        return Some(Refusal::NoFuse { needed_a: fuse.min_rating_a });
    };
    // What is as thick as the cord is as safe as the cord on the fuse that is there for it.
    let is_as_the_cord = bench.on_that_fuse
        && bench.cord_mm2().is_some_and(|cord_mm2| sizes.wire.area_mm2() >= 0.99 * cord_mm2);
    if fuse_a > ampacity.amps && !is_as_the_cord && !bench.chain.is_plug {
        let at = ampacity.at.clone();
        return Some(Refusal::Ampacity { fuse_a, ampacity_a: ampacity.amps, at });
    }
    if bench.leads.is_some() {
        let lead_a = lead_bears_a(bench, sizes.lamp_wire, sizes.insulation);
        let sources = sources(bench, &sizes.control);
        let fuse_a = before_lamps_a(bench, &sources, &sizes.lead_fuses, fuse_a);
        if fuse_a > lead_a {
            let at = say::the_leads_to_the_lamps().to_owned();
            return Some(Refusal::Ampacity { fuse_a, ampacity_a: lead_a, at });
        }
    }
    drop.is_over().then_some(Refusal::Drop(*drop))
}

/// A tie-in needs no own fuse where the factory fuse already protects the new wire.
fn own_fuse(bench: &SizingInput, fit: &FuseFit, ampacity_a: f64) -> Option<Fuse> {
    match bench.chain.origin {
        Origin::Factory { .. } if bench.chain.is_plug => None,
        // What is plugged into an empty position has its fuse in the adapter.
        Origin::Factory { index, .. } if bench.factory[index].is_position => fit.fuse,
        Origin::Factory { index, .. }
            if bench.circuit.told_fuse_a().is_none()
                && (bench.on_that_fuse || bench.factory[index].fuse_a <= ampacity_a) =>
        {
            None
        }
        _ => fit.fuse,
    }
}

/// Rating of the fuse before the splice from which coils are fed, A: without end where the control was put before the
/// fuse.
fn feed_fuse_a(bench: &SizingInput, fuse: Option<Fuse>) -> f64 {
    let at = |is: fn(&LinkKind) -> bool| bench.chain.links.iter().position(|l| is(&l.kind));
    let is_before =
        at(|k| matches!(k, LinkKind::Control { .. })) < at(|k| matches!(k, LinkKind::Fuse { .. }));
    fuse.filter(|_| !is_before).map_or(f64::INFINITY, |f| f.rating_a)
}

/// Everything that follows from a wire and its current.
fn sizes_for(
    bench: &SizingInput,
    wire: Conductor,
    insulation: Insulation,
    ampacity: &Ampacity,
    thinnest: Conductor,
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
    let smallest_a = match chain.origin {
        Origin::Battery => bench.shop.smallest_fuse_a.unwrap_or(USUAL_SMALLEST_A),
        Origin::Factory { .. } => SMALLEST_TAP_A,
    };
    let fuse = fit(
        load_a,
        chain.fuse_ambient_c(),
        ampacity.amps,
        inrush,
        (bench.shop, smallest_a),
        bench.circuit.told_fuse_a().map(|(a, _)| a),
    );
    let own = own_fuse(bench, &fuse, ampacity.amps);
    let protecting_a = own.or(fuse.fuse).map_or(f64::INFINITY, |f| f.rating_a);
    let control = control_for(bench, load_a);
    let leads = Leads {
        bench,
        control: &control,
        insulation,
        ampacity,
        feed_fuse_a: feed_fuse_a(bench, protecting(bench, own)),
        load_a,
        sources: sources(bench, &control),
    };
    let coil_wire = leads.coil_wire(thinnest);
    let lead_fuses = leads.fuses(coil_wire);
    let before_lamps_a = before_lamps_a(bench, &leads.sources, &lead_fuses, protecting_a);
    let lamp_wire = lamp_wire_for(bench, wire, insulation, before_lamps_a);
    let sizes = Sizes {
        wire,
        lamp_wire,
        insulation,
        fuse: own,
        control,
        module_a: (!chain.modules.is_empty())
            .then(|| inline_module::smallest_a(load_a).unwrap_or(inline_module::RATINGS_A[2])),
        coil_wire,
        sync_wire: thinnest,
        lead_fuses,
        working_c: if lamp_wire == wire {
            temperatures
        } else {
            working_c(bench, insulation, ampacity, (load_a, Some(lamp_wire)))
        },
    };
    (sizes, fuse)
}

/// The wire of the leads to the plugs of lamps: the one to try, else that of the trunk where a plug takes it, else
/// the thickest that it takes, as long as the fuse protects that one too.
fn lamp_wire_for(
    bench: &SizingInput,
    wire: Conductor,
    insulation: Insulation,
    fuse_a: f64,
) -> Conductor {
    if bench.chain.legs.is_empty() {
        return wire;
    }
    if let Some(asked) = bench.leads {
        return asked;
    }
    if EndKind::LampPlug.takes(wire) {
        return wire;
    }
    let shelf = bench.shop.shelf();
    let Some(&thinner) = shelf.iter().rfind(|c| EndKind::LampPlug.takes(**c)) else { return wire };
    if lead_bears_a(bench, thinner, insulation) >= fuse_a { thinner } else { wire }
}

/// What a lead to a lamp bears in the warmest section of the leads, A. Factors of bundles are for wires that all carry
/// their full current; what a lead carries is fixed by its lamp, and a fault loads one lead alone.
fn lead_bears_a(bench: &SizingInput, lead: Conductor, insulation: Insulation) -> f64 {
    let each = bench.chain.leg_stretches();
    let warm = each.map(|(s, _)| ampacity::ambient_factor(insulation, s.ambient_c));
    ampacity::single_a(bench.shop.ampacity, lead, insulation) * warm.fold(1.0, f64::min)
}

/// The drops in all states and ways to light it, one of them known: the tightest against the need, and the one with the
/// largest current and what lights it then.
fn worst_of(
    bench: &SizingInput,
    sizes: &Sizes,
    (known, known_by): (Drop, Assignment),
    cache: &mut NetworkCache,
) -> Result<(Drop, (Drop, Assignment)), SolveError> {
    let (mut worst, mut largest) = (known, (known, known_by));
    let first = bench.chain.first_lit_by();
    let others = bench.chain.lit_by.iter().skip(1);
    for (state, inputs) in STATES
        .into_iter()
        .map(|s| (s, first))
        .chain(others.flat_map(|&a| STATES.into_iter().map(move |s| (s, a))))
    {
        let drop = if state == known.state && inputs == known_by {
            known
        } else {
            Drop { need: known.need, ..drop_in(bench, sizes, state, inputs, cache)? }
        };
        if drop.slack_v() < worst.slack_v() {
            worst = drop;
        }
        if drop.current_a > largest.0.current_a {
            largest = (drop, inputs);
        }
    }
    Ok((worst, largest))
}

/// The sizes with which a drop is judged: a fuse that a person chose counts as the one that the load needs, since no
/// copper should make up for what a smaller fuse takes.
fn judged(bench: &SizingInput, sizes: &Sizes, fuse: &FuseFit) -> Sizes {
    let is_chosen = bench.circuit.told_fuse_a().is_some() && sizes.fuse.is_some();
    let fuse = if is_chosen { fuse.for_load.or(sizes.fuse) } else { sizes.fuse };
    Sizes { fuse, ..sizes.clone() }
}

/// The drop of a circuit alone in one state of the supply.
fn drop_in(
    bench: &SizingInput,
    sizes: &Sizes,
    state: SupplyState,
    inputs: Assignment,
    cache: &mut NetworkCache,
) -> Result<Drop, SolveError> {
    let situation = Situation::plain(bench.supply, state, inputs);
    let (built, solution) = cache.operate(bench.installed(&[(bench.chain, sizes)]), &situation)?;
    Ok(Drop::of(state, (built, &solution), (0, bench.chain), (bench.factory, inputs)))
}
