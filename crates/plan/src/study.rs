//! Job -> plan -> sizes: every circuit planned on its feed, then sized alone and together.

use crate::assumed::Assumed;
use crate::chain::Chain;
use crate::chain::{ASSUMED_SWITCH_LEAD_M, FeedPlan};
use crate::charge_cable::{self, ChargeCable};
use crate::drop::Drop;
use crate::factory::PlannedFactory;
use crate::feed;
use crate::feed::FeedOption;
use crate::fuse_block;
use crate::fuse_block::SharedFeed;
use crate::housing::{SharedGround, grounded, shared_grounds};
use crate::inputs::Assignment;
use crate::lamp::PlannedLamp;
use crate::network::build;
use crate::network::build::{Installed, Situation};
use crate::network::cache::NetworkCache;
use crate::plugs::Plugs;
use crate::route::{LaidRole, Layout, Wanted, lay};
use crate::sizes::{ControlChoice, Sizes};
use crate::sizing::circuit::{Sized, WireTrials, size};
use crate::sizing::trial::SizingInput;
use crate::supply::PlannedSupply;
use crate::switching::{Switching, Unmet};
use crate::switching_options::SwitchingOption;
use crate::wiring::{Scene, Wiring};
use jovek_catalog::insulation::Insulation;
use jovek_circuit::{Network, Solution, SolveError, solve};
use jovek_job::SupplyState;
use jovek_job::{ControlKind, FactoryId, FactoryKind, Feed, Job, Shop, Skeleton};
use jovek_phrases::plan as say;
use rayon::prelude::*;

/// A circuit that has lights, planned and sized.
#[derive(Debug, Clone)]
pub struct Studied {
    /// Its index in the job.
    pub index: usize,
    /// The plan.
    pub chain: Chain,
    /// The sizes.
    pub sized: Sized,
    /// Feeds that could be used, the advised one first.
    pub feeds: Vec<FeedOption>,
    /// Ways to make its wish, the best first; or the wire that is missing.
    pub ways: Result<Vec<SwitchingOption>, Unmet>,
}

impl Studied {
    /// The signal whose wire is missing; none where all are there, or where it hangs on one wire that does what is
    /// wished.
    pub fn unmet(&self, job: &Job) -> Option<&Unmet> {
        let hangs_on = self.chain.origin_wire().filter(|_| self.chain.switching.is_none());
        let wire = hangs_on.and_then(|w| job.factory.get(w.0));
        let does = wire.is_some_and(|f| f.does(&job.circuits[self.index].lit));
        self.ways.as_ref().err().filter(|_| !does)
    }
}

/// A planned and sized job, before it is put into words.
#[derive(Debug, Clone)]
pub struct Assessment {
    /// The supply.
    pub supply: PlannedSupply,
    /// Factory circuits.
    pub factory: Vec<PlannedFactory>,
    /// Inputs and wishes.
    pub wiring: Wiring,
    /// Circuits that have lights.
    pub circuits: Vec<Studied>,
    /// The paths on the skeleton; none without one.
    pub layout: Option<Layout>,
    /// Few combinations that light every circuit that can be lit.
    pub scenes: Vec<Scene>,
    /// What was assumed.
    pub assumed: Vec<crate::assumed::Assumption>,
    /// Connectors that wires go through.
    pub plugs: Plugs,
    /// The feed of the fuse block; none without one.
    pub block: Option<SharedFeed>,
    /// The cable that charges an auxiliary battery which the job fits.
    pub charge: Option<ChargeCable>,
    /// The grounds that lamps of a housing share.
    pub grounds: Vec<SharedGround>,
    /// Insulation of its wires, unless the place asks for more.
    pub insulation: Insulation,
    /// States of the whole vehicle that are solved already.
    solved: Vec<SolvedScene>,
}

/// A scene that was solved.
#[derive(Debug, Clone)]
struct SolvedScene {
    supply: SupplyState,
    inputs: Assignment,
    solution: Solution,
}

/// Most rounds of sizing the circuits together.
const ROUNDS: usize = 8;

/// Plans and sizes a job.
pub fn study(job: &Job) -> Assessment {
    study_with(job, &mut NetworkCache::default())
}

/// What is planned, before it is sized.
struct Planned<'a> {
    job: &'a Job,
    supply: &'a PlannedSupply,
    factory: &'a [PlannedFactory],
    block: Option<&'a SharedFeed>,
    grounds: &'a [SharedGround],
    indices: &'a [usize],
    chains: &'a [Chain],
    scenes: &'a [Scene],
}

/// Plans and sizes a job; `cache` keeps the whole vehicle, for further use.
pub fn study_with(job: &Job, cache: &mut NetworkCache) -> Assessment {
    let mut assumed = Assumed::default();
    let mut supply = PlannedSupply::new(job, &mut assumed);
    let wiring = Wiring::new(job);
    let factory: Vec<PlannedFactory> = (0..job.factory.len())
        .map(|i| PlannedFactory::new(job, i, &wiring.inputs, &mut assumed))
        .collect();
    let (mut indices, mut chains, mut offers) = (Vec::new(), Vec::new(), Vec::new());
    let (mut wanted, mut fed_each, mut loads_a) = (Vec::new(), Vec::new(), Vec::new());
    for (index, circuit) in job.circuits.iter().enumerate().filter(|(_, c)| !c.lights.is_empty()) {
        // The lamps are planned twice: once to advise, once within the chain; only the second notes
        // what was assumed.
        let mut aside = Assumed::default();
        let lamps: Vec<PlannedLamp> = circuit
            .lights
            .iter()
            .map(|l| PlannedLamp::new(l, job.vehicle.system, "", &mut aside))
            .collect();
        let ways = wiring.ways(job, index, &lamps, &supply, &factory);
        let feeds = feed::options(job, circuit, &lamps, &supply, &factory, ways.as_ref().err());
        let feed = feeds
            .iter()
            .find(|o| o.is_used)
            .or(feeds.first())
            .map_or(Feed::Battery {}, |o| o.feed.clone());
        let fed = wiring.fed(job, index, feed, ways.as_ref().map(Vec::as_slice));
        indices.push(index);
        let load_a = feed::switched_a(&lamps, &supply);
        loads_a.push(load_a);
        // What sits on the factory's plugs has no path of its own.
        if !matches!(fed.feed, Feed::Plug { .. }) {
            wanted.push(wanted_path(job, index, &fed, load_a));
        }
        fed_each.push(fed);
        offers.push((feeds, ways));
    }
    let feeds = indices.iter().zip(&fed_each).zip(&loads_a);
    let feeds: Vec<(usize, &Feed, f64)> = feeds.map(|((&i, f), &a)| (i, &f.feed, a)).collect();
    let block = fuse_block::plan(job, &feeds);
    let charge = charge_cable::plan(job, &supply, &feeds, &mut assumed);
    let is_measured = job.supply.auxiliary.as_ref().is_some_and(|a| a.cable_mohm.is_some());
    if let (Some(cable), Some(auxiliary), false) = (&charge, &mut supply.auxiliary, is_measured) {
        auxiliary.cable_ohm = cable.ohm();
    }
    let fed: Vec<(usize, &Feed)> = feeds.iter().map(|&(i, feed, _)| (i, feed)).collect();
    let mut layout = lay(job, &wanted);
    let mut grounds = shared_grounds(job, &fed, &supply, (layout.as_ref(), &mut assumed));
    let mut plugs = Plugs::default();
    if let (Some(layout), Some(skeleton)) = (&layout, &job.skeleton) {
        note_dimensions(skeleton, layout.graph.size_m, &mut assumed);
    }
    for (&index, mut fed) in indices.iter().zip(fed_each) {
        fed.block = block.as_ref().filter(|b| b.members.contains(&index)).map(|b| b.kind);
        fed.grounded = grounded(&grounds, index);
        let laid = layout.as_ref().and_then(|l| l.circuits[index].as_ref());
        let noted = (&mut assumed, &mut plugs);
        let laid = (laid, &supply);
        chains.push(Chain::new(job, index, &job.circuits[index], fed, laid, noted));
    }
    let insulation = shop_insulation(&job.shop, &chains);
    grounds.iter_mut().for_each(|g| g.insulated(insulation));
    if let Some(layout) = &mut layout {
        without_own_returns(layout, &chains, &grounds);
    }
    let scenes = wiring.scenes(&chains.iter().collect::<Vec<_>>());
    let block = block.map(|plan| fuse_block::shared_feed(job, plan, (&supply, &factory), &chains));
    let planned = Planned {
        job,
        supply: &supply,
        factory: &factory,
        block: block.as_ref(),
        grounds: &grounds,
        indices: &indices,
        chains: &chains,
        scenes: &scenes,
    };
    let (sized, grounds, solved) = size_together(&planned, cache);
    let circuits: Vec<Studied> = indices
        .iter()
        .zip(chains)
        .zip(sized)
        .zip(offers)
        .map(|(((&index, chain), sized), (feeds, ways))| Studied {
            index,
            chain,
            sized,
            feeds,
            ways,
        })
        .collect();
    note_switch_leads(job, &circuits, &mut assumed);
    Assessment {
        supply,
        factory,
        wiring,
        circuits,
        layout,
        scenes,
        assumed: assumed.into_list(),
        plugs,
        block,
        charge,
        grounds,
        insulation,
        solved,
    }
}

/// Takes out of the bundles what housings lead back: of the circuits in a housing one stands for its ground wire.
fn without_own_returns(layout: &mut Layout, chains: &[Chain], grounds: &[SharedGround]) {
    let leads_back = |circuit: usize| {
        let stands_for = |g: &SharedGround| {
            g.wire().is_some() && g.lamps.first().is_some_and(|l| l.circuit.0 == circuit)
        };
        let chain = chains.iter().find(|c| c.index.0 == circuit);
        chain.is_none_or(Chain::has_own_return) || grounds.iter().any(stands_for)
    };
    layout.wires.retain(|w| w.role != LaidRole::Return || leads_back(w.circuit));
}

/// Dimensions that nobody gave, where a length follows from them.
fn note_dimensions(skeleton: &Skeleton, size_m: [f64; 3], assumed: &mut Assumed) {
    let said = [skeleton.length_m, skeleton.width_m, skeleton.height_m];
    let names = [
        ("skeleton.length_m", say::length_of_the_vehicle()),
        ("skeleton.width_m", say::width_of_the_vehicle()),
        ("skeleton.height_m", say::height_of_the_vehicle()),
    ];
    for ((value, usual), (path, name)) in said.into_iter().zip(size_m).zip(names) {
        assumed.or(value, usual, path, name, "m");
    }
}

/// What the skeleton has to know of a circuit.
fn wanted_path(job: &Job, index: usize, fed: &FeedPlan, load_a: f64) -> Wanted {
    let circuit = &job.circuits[index];
    let hangs_on = |id: &FactoryId| job.factory.iter().position(|f| f.id == *id);
    let only_wires = fed.switching.as_ref().filter(|s| !s.uses_feed()).map(|s| s.lamps_from.taps());
    let wire = match (&fed.feed, &only_wires) {
        (_, Some(taps)) => taps.first().copied(),
        (Feed::TieIn { factory } | Feed::Plug { factory }, None) => hangs_on(factory),
        (Feed::Battery {} | Feed::Auxiliary {}, None) => None,
    };
    let plain = fed.switching.is_none() && wire.is_none();
    let by_hand = match circuit.told_control() {
        _ if fed.switching.as_ref().is_some_and(|s| s.lamps_from.moves_by_hand()) => true,
        Some(ControlKind::Switch) => true,
        Some(_) => false,
        None => plain && load_a <= jovek_catalog::switch::LED_DIRECT_A,
    };
    let taps = fed.switching.as_ref().map(Switching::taps).unwrap_or_default();
    Wanted {
        circuit: index,
        by_hand,
        taps: taps.into_iter().filter(|t| Some(*t) != wire).collect(),
        wire,
        has_switch: match &fed.switching {
            Some(s) => s.relays.iter().any(|r| r.coil_from.moves_by_hand()),
            None => plain && !by_hand,
        },
    }
}

/// The lead from relay to switch matters only where a relay was chosen; there it is assumed aloud.
fn note_switch_leads(job: &Job, circuits: &[Studied], assumed: &mut Assumed) {
    for Studied { index, chain, sized, .. } in circuits {
        let has_lead = match &chain.switching {
            Some(switching) => switching.relays.iter().any(|r| r.coil_from.moves_by_hand()),
            None => matches!(sized.chosen.sizes.control, ControlChoice::Relay { .. }),
        };
        if has_lead {
            assumed.or(
                job.circuits[*index].control.switch_lead_m,
                ASSUMED_SWITCH_LEAD_M,
                format!("circuits[{index}].control.switch_lead_m"),
                say::relay_to_switch_one_way(&chain.name),
                "m",
            );
        }
    }
}

/// The insulation of a job: one for all circuits, the coolest that will do for each of them. Cross-linked wire
/// is bought only for the circuit that needs it, or kept by the shop for all.
pub fn shop_insulation(shop: &Shop, chains: &[Chain]) -> Insulation {
    let each = chains.iter().map(|c| Insulation::for_surroundings(c.hottest_c()));
    let needed = each.filter(|i| *i < Insulation::Xlpe125).max().unwrap_or(Insulation::Pvc80);
    needed.max(shop.insulation.unwrap_or(Insulation::Pvc80))
}

/// Sizes each circuit alone, then looks at all of them together and thickens where the shared
/// supply pulls one below its need, until nothing moves. Where no copper makes up for what the supply lacks, a
/// circuit keeps the wire that it has alone. The states that were solved to see that nothing moves come along.
///
/// The ground wires of housings grow with what feeds them.
fn size_together(
    planned: &Planned,
    cache: &mut NetworkCache,
) -> (Vec<Sized>, Vec<SharedGround>, Vec<SolvedScene>) {
    let &Planned { job, supply, factory, block, grounds, indices, chains, scenes } = planned;
    let insulation = shop_insulation(&job.shop, chains);
    let mut together = grounds.to_vec();
    let sized_from = |i: usize, grounds: &[SharedGround], floor: usize, trials: &mut WireTrials| {
        let bench = SizingInput {
            shop: &job.shop,
            system: job.vehicle.system,
            supply,
            factory,
            block,
            grounds,
            chain: &chains[i],
            circuit: &job.circuits[indices[i]],
            insulation,
            on_that_fuse: hangs_on_its_fuse(job, &chains[i]),
            leads: None,
        };
        size(&bench, floor, trials)
    };
    let mut trials: Vec<WireTrials> = chains.iter().map(|_| WireTrials::default()).collect();
    // Alone none asks what another one is: each on a core of its own.
    let each = trials.par_iter_mut().enumerate();
    let mut sized: Vec<Sized> =
        each.map(|(i, trials)| sized_from(i, &together, 0, trials)).collect();
    let mut alone = sized.clone();
    // Circuits that no copper helps any further.
    let mut is_given_up: Vec<bool> = (0..chains.len())
        .map(|i| sized[i].is_short || job.circuits[indices[i]].told_wire().is_some())
        .collect();
    let shelf = job.shop.shelf();
    let mut solved = Vec::new();
    for _ in 0..ROUNDS {
        solved.clear();
        if grow(&mut together, chains, &sized) {
            // What lies on a thicker ground is looked at anew, by itself: it needs no more than before.
            for i in (0..chains.len()).filter(|&i| !chains[i].grounded.is_empty()) {
                trials[i] = WireTrials::default();
                alone[i] = sized_from(i, &together, 0, &mut trials[i]);
                sized[i] = alone[i].clone();
            }
        }
        let grounds = &together;
        let parts: Vec<(&Chain, &Sizes)> =
            chains.iter().zip(&sized).map(|(c, s)| (c, &s.chosen.sizes)).collect();
        let mut moved = Vec::new();
        let mut given_up = Vec::new();
        for (state, scene) in [SupplyState::LowBattery, SupplyState::EngineOff]
            .into_iter()
            .flat_map(|state| scenes.iter().map(move |scene| (state, scene)))
        {
            let situation = Situation::plain(supply, state, scene.inputs);
            let Ok((built, solution)) = cache
                .solve(Installed { supply, factory, block, grounds, parts: &parts }, &situation)
            else {
                continue;
            };
            for &i in scene.lit.iter().filter(|&&i| !is_given_up[i]) {
                let with = (factory, scene.inputs);
                let drop = Drop::of(state, (built, &solution), (i, &chains[i]), with);
                if drop.is_beyond_copper() {
                    given_up.push(i);
                } else if drop.is_over() && !moved.contains(&i) {
                    moved.push(i);
                }
            }
            solved.push(SolvedScene { supply: state, inputs: scene.inputs, solution });
        }
        let mut changed = false;
        for i in given_up {
            is_given_up[i] = true;
            changed |= sized[i].chosen.sizes != alone[i].chosen.sizes;
            sized[i] = alone[i].clone();
        }
        for i in moved.into_iter().filter(|&i| !is_given_up[i]).collect::<Vec<_>>() {
            let now = sized[i].chosen.sizes.wire;
            let at = shelf.iter().position(|&c| c == now).filter(|at| at + 1 < shelf.len());
            let thicker = at.map(|at| sized_from(i, &together, at + 1, &mut trials[i]));
            sized[i] = match thicker {
                Some(thicker) if !thicker.is_short => thicker,
                _ => {
                    is_given_up[i] = true;
                    alone[i].clone()
                }
            };
            changed = true;
        }
        if !changed {
            return (sized, together, solved);
        }
    }
    let _ = grow(&mut together, chains, &sized);
    (sized, together, Vec::new())
}

/// True where lamps hang on the fuse of the wire that they follow, as those of a trailer or at a hitch do: their wire is
/// chosen so that this fuse protects it.
pub fn hangs_on_its_fuse(job: &Job, chain: &Chain) -> bool {
    let wire = chain.origin_wire().and_then(|w| job.factory.get(w.0));
    wire.is_some_and(|f| job.is_towed() || f.kind == FactoryKind::TrailerSocket)
}

/// Makes ground wires of housings no thinner than what feeds their lamps. True where that changed one.
fn grow(grounds: &mut [SharedGround], chains: &[Chain], sized: &[Sized]) -> bool {
    let mut changed = false;
    for ground in grounds {
        for (chain, sized) in chains.iter().zip(sized) {
            let is_on = ground.lamps.iter().any(|lamp| lamp.circuit == chain.index);
            if is_on && !chain.is_plug {
                changed |= ground.at_least(sized.chosen.sizes.lamp_wire);
            }
        }
    }
    changed
}

impl Assessment {
    /// Chains with their sizes.
    pub fn parts(&self) -> Vec<(&Chain, &Sizes)> {
        self.circuits.iter().map(|c| (&c.chain, &c.sized.chosen.sizes)).collect()
    }

    /// What is on the vehicle with these chains.
    pub fn installed<'a>(&'a self, parts: &'a [(&'a Chain, &'a Sizes)]) -> Installed<'a> {
        let (block, grounds) = (self.block.as_ref(), self.grounds.as_slice());
        Installed { supply: &self.supply, factory: &self.factory, block, grounds, parts }
    }

    /// Index in the job of each circuit that has lights.
    pub fn indices(&self) -> Vec<usize> {
        self.circuits.iter().map(|c| c.index).collect()
    }

    /// The combination in which most is lit at once.
    pub fn most_lit(&self) -> Assignment {
        self.scenes.first().map_or(Assignment::NONE, |s| s.inputs)
    }

    /// The vehicle with sound parts in a state of the supply, with some inputs on.
    pub fn situation(&self, supply: SupplyState, inputs: Assignment) -> Situation {
        Situation::plain(&self.supply, supply, inputs)
    }

    /// A scene as it was solved to size it.
    pub fn solved(&self, supply: SupplyState, inputs: Assignment) -> Option<&Solution> {
        let same = |s: &&SolvedScene| s.supply == supply && s.inputs == inputs;
        self.solved.iter().find(same).map(|s| &s.solution)
    }

    /// The network of a state with its solution, for export.
    ///
    /// # Errors
    /// [`SolveError`] when there is no steady state.
    pub fn network(&self, situation: &Situation) -> Result<(Network, Solution), SolveError> {
        let built = build::build(self.installed(&self.parts()), situation);
        let solution = solve(&built.net)?;
        Ok((built.net, solution))
    }
}
