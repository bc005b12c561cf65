//! A lamp circuit as a chain of links from source to battery negative.

mod figures;
mod lay;
mod legs;
mod link;

pub use legs::{Leg, leg_path};
pub use link::{JointOf, Link, LinkKind, Stretch, WireRole, WireRun};

use crate::assumed::Assumed;
use crate::end::{CircuitIx, FactoryIx, Pole};
use crate::fact::{Fact, ToldSection};
use crate::inputs::Assignment;
use crate::lamp::PlannedLamp;
use crate::logic::Logic;
use crate::need::Need;
use crate::plugs::{PlugKey, Plugs};
use crate::route::{Laid, LaidLeg};
use crate::supply::PlannedSupply;
use crate::switching::Switching;
use jovek_catalog::inline_module::InlineModule;
use jovek_catalog::zone;
use jovek_job::{
    CircuitId, ControlKind, FactoryKind, Feed, Flash, FuseBlock, Job, LampCircuit, ReturnKind,
    Section, Signal, Skeleton, Suppression, SwitchId, SwitchKind, WayId, Waypoint, Wish, Zone,
};
use jovek_phrases::plan as say;
use legs::{ToldLegs, legs, one_to_each_lamp, only_to, told};

/// Wire from relay to switch, one way, when nobody measured it, m. Common practice: from a relay
/// beside the battery to the dash.
pub const ASSUMED_SWITCH_LEAD_M: f64 = 2.0;
/// Wire from a signal that is taken up to relay or diode, when nobody measured it, m. Common
/// practice.
pub const ASSUMED_SIGNAL_LEAD_M: f64 = 2.0;

/// What stands at the far end of a section.
#[derive(Debug, Clone, PartialEq, Eq)]
enum SectionEnd {
    Pass,
    Fuse,
    Control,
    /// A connector; none for one of its own.
    Connector(Option<PlugKey>),
}

/// Where the chain starts.
#[derive(Debug, Clone, PartialEq)]
pub enum Origin {
    /// Battery positive.
    Battery,
    /// A factory circuit, by index in the job.
    Factory {
        /// Index in [`Job::factory`].
        index: usize,
        /// What it follows.
        follows: Signal,
    },
}

/// A lamp circuit, source to battery negative.
#[derive(Debug, Clone)]
pub struct Chain {
    /// Id of the circuit.
    pub id: CircuitId,
    /// The circuit by its index in the job.
    pub index: CircuitIx,
    /// Its name.
    pub name: String,
    /// Where it starts.
    pub origin: Origin,
    /// It starts at an empty fuse position, by an adapter that holds its fuse.
    pub is_position: bool,
    /// Its lamps sit on the factory's own plugs: no wire of ours, its supply and its ground are the factory's.
    pub is_plug: bool,
    /// It hangs on a factory lamp whose switch sits in the minus wire: its return ends there.
    pub is_ground_switched: bool,
    /// It is on a trailer: whatever way its return takes, it ends at the ground pin of the plug.
    pub is_trailer: bool,
    /// The fuse block that it hangs on; none with a fuse and a feed of its own.
    pub block: Option<FuseBlock>,
    /// Of its path, what leads to that block, m.
    pub block_feed_m: Option<f64>,
    /// True where its own source is the auxiliary battery.
    pub is_auxiliary: bool,
    /// Links in order.
    pub links: Vec<Link>,
    /// The lamps.
    pub lamps: Vec<PlannedLamp>,
    /// Legs of the supply between the chain and the lamps, one to each lamp at least; none where the only lamp
    /// sits at its end.
    pub legs: Vec<Leg>,
    /// Legs of the return likewise.
    pub back_legs: Vec<Leg>,
    /// Legs of the wire that keeps lamps in step; none where fewer than two have a lead for it.
    pub sync_legs: Vec<Leg>,
    /// Wire from relay to switch and back, one way, m.
    pub switch_lead_m: f64,
    /// Wire from each signal to relay or diode, m.
    pub signal_lead_m: f64,
    /// Hardware that follows the wish; none where a switch of its own does all.
    pub switching: Option<Switching>,
    /// How the current gets back.
    pub return_by: ReturnKind,
    /// What takes up the kick of its relay coils.
    pub suppression: Suppression,
    /// Shared switches with a dimmer that its wish names: a dimmer sits in the lamp feed.
    pub dimmers: Vec<SwitchId>,
    /// How the flasher in the lamp feed flashes; none without one.
    pub flasher: Option<Flash>,
    /// Modules in the lamp feed, in the order of the current.
    pub modules: Vec<InlineModule>,
    /// The symbol of its own switch is lit while it is on.
    pub lit_switch: bool,
    /// The input that moves its own switch.
    pub own_switch: u64,
    /// When the hardware lights it: the wish, unless a wire for it is missing.
    pub follows: Logic,
    /// Its lamps that get back through the shared ground of a housing, by light and number, each with that ground's
    /// place among the shared ones. No wire of the circuit's own leads back from them.
    pub grounded: Vec<((usize, usize), usize)>,
    /// What its lamps need of their wire.
    pub need: Need,
    /// The least that has to be on for it to be lit: one for each way to turn it on.
    pub lit_by: Vec<Assignment>,
}

/// How a circuit is to be fed and switched.
#[derive(Debug, Clone)]
pub struct FeedPlan {
    /// The feed.
    pub feed: Feed,
    /// Hardware that follows the wish.
    pub switching: Option<Switching>,
    /// The input that moves its own switch.
    pub own_switch: u64,
    /// When the hardware lights it.
    pub follows: Logic,
    /// The least that has to be on for it to be lit.
    pub lit_by: Vec<Assignment>,
    /// The fuse block that it hangs on.
    pub block: Option<FuseBlock>,
    /// Its lamps that a housing grounds: see [`Chain::grounded`].
    pub grounded: Vec<((usize, usize), usize)>,
}

impl Chain {
    /// Plans a circuit on the given feed.
    pub fn new(
        job: &Job,
        index: usize,
        circuit: &LampCircuit,
        fed: FeedPlan,
        (laid, batteries): (Option<&Laid>, &PlannedSupply),
        (assumed, plugs): (&mut Assumed, &mut Plugs),
    ) -> Self {
        let FeedPlan { feed, switching, own_switch, follows, lit_by, block, grounded } = fed;
        let at = format!("circuits[{index}]");
        let lamps: Vec<PlannedLamp> = circuit
            .lights
            .iter()
            .enumerate()
            .map(|(k, light)| {
                PlannedLamp::new(light, job.vehicle.system, &format!("{at}.lights[{k}]"), assumed)
            })
            .collect();
        let from_wire = |index: usize| {
            job.factory
                .get(index)
                .map_or(Origin::Battery, |f| Origin::Factory { index, follows: f.follows })
        };
        let only_wires = switching.as_ref().filter(|s| !s.uses_feed()).map(|s| s.lamps_from.taps());
        let is_plug = matches!(feed, Feed::Plug { .. });
        let is_auxiliary = feed == Feed::Auxiliary {} && job.supply.auxiliary.is_some();
        let origin = match (feed, only_wires) {
            // Lamps that hang on signal wires alone start at the first of them.
            (_, Some(taps)) if !taps.is_empty() => from_wire(taps[0]),
            (Feed::Battery {} | Feed::Auxiliary {}, _) => Origin::Battery,
            (Feed::TieIn { factory } | Feed::Plug { factory }, _) => {
                job.factory.iter().position(|f| f.id == factory).map_or(Origin::Battery, from_wire)
            }
        };
        let is_plug = is_plug && origin != Origin::Battery;
        let told_at = |sections: &[Section], at: &str| -> Vec<ToldSection> {
            let fact = |k| Some(Fact::Section { path: format!("{at}[{k}]") });
            let told = sections.iter().cloned().enumerate();
            told.map(|(k, section)| ToldSection { section, fact: fact(k) }).collect()
        };
        let (supply_at, back_at) = (format!("{at}.run.supply"), format!("{at}.run.back"));
        let (sections, back_sections) = match (laid, is_plug) {
            (_, true) => (Vec::new(), Vec::new()),
            (Some(laid), false) => (laid.supply.clone(), laid.back.clone()),
            (None, false) => {
                (told_at(&circuit.run.supply, &supply_at), told_at(&circuit.run.back, &back_at))
            }
        };
        // On the skeleton a connector is that of the way; told section by section it is the one that was named.
        let ends_at = |s: &Section| match (s.ends_at, &s.plug) {
            (Waypoint::Fuse, _) => SectionEnd::Fuse,
            (Waypoint::Control, _) => SectionEnd::Control,
            (Waypoint::Pass, _) => SectionEnd::Pass,
            (Waypoint::Connector, Some(plug)) if laid.is_some() => {
                SectionEnd::Connector(Some(PlugKey::Way(WayId(plug.0.clone()))))
            }
            (Waypoint::Connector, plug) => SectionEnd::Connector(plug.clone().map(PlugKey::Told)),
        };
        let mut ended = |sections: &[ToldSection], at: &str| -> Vec<(Stretch, SectionEnd)> {
            let each = sections.iter().enumerate();
            each.map(|(k, s)| {
                let path = format!("{at}[{k}]");
                (stretch(s, &path, &circuit.name, assumed), ends_at(&s.section))
            })
            .collect()
        };
        let mut supply = ended(&sections, &supply_at);
        let mut back = ended(&back_sections, &back_at);
        if supply.is_empty() && !is_plug {
            let nothing =
                Section::unmeasured(say::path_not_described(), Zone::Underbody, Waypoint::Pass);
            let nothing = ToldSection { section: nothing, fact: None };
            supply.push((stretch(&nothing, &supply_at, &circuit.name, assumed), SectionEnd::Pass));
        }
        let switch_lead_m = laid
            .and_then(|l| l.switch_lead_m)
            .or(circuit.control.switch_lead_m)
            .unwrap_or(ASSUMED_SWITCH_LEAD_M);
        let takes_signals = switching.as_ref().is_some_and(|s| !s.taps().is_empty());
        let signal_lead_m = if takes_signals {
            assumed.or(
                laid.and_then(|l| l.signal_lead_m).or(circuit.control.signal_lead_m),
                ASSUMED_SIGNAL_LEAD_M,
                format!("{at}.control.signal_lead_m"),
                say::wire_from_the_signal(&circuit.name),
                "m",
            )
        } else {
            circuit.control.signal_lead_m.unwrap_or(ASSUMED_SIGNAL_LEAD_M)
        };
        // Paths on a skeleton whose size nobody measured are as good as that size.
        let is_guessed = laid.is_some() && job.skeleton.as_ref().is_some_and(Skeleton::is_assumed);
        let all = supply.iter_mut().map(|(s, _)| s).chain(back.iter_mut().map(|(s, _)| s));
        all.for_each(|s| s.is_assumed |= is_guessed);
        let near = supply.last().map(|(s, _)| s.clone());
        let dimmers = if switching.is_some() { dimmers(job, circuit) } else { Vec::new() };
        let mut chain = Chain {
            id: circuit.id.clone(),
            index: CircuitIx(index),
            name: job.circuit_label(index),
            is_position: matches!(origin, Origin::Factory { index, .. }
                if job.factory[index].kind == FactoryKind::FusePosition),
            is_plug,
            is_ground_switched: switching.is_none()
                && matches!(origin, Origin::Factory { index, .. }
                    if job.factory[index].is_ground_switched()),
            is_trailer: job.is_trailer() || circuit.run.return_by == ReturnKind::PlugGround,
            is_auxiliary: is_auxiliary && origin == Origin::Battery,
            block: block.filter(|_| origin == Origin::Battery),
            block_feed_m: None,
            origin,
            links: Vec::new(),
            legs: Vec::new(),
            back_legs: Vec::new(),
            sync_legs: Vec::new(),
            lamps,
            switch_lead_m,
            signal_lead_m,
            return_by: circuit.run.return_by,
            suppression: job.suppression_of(circuit),
            // Between a plug and its lamp stands nothing.
            flasher: circuit.control.flasher.filter(|_| !is_plug),
            lit_switch: circuit.control.lit_switch,
            modules: if is_plug { Vec::new() } else { modules(circuit, &dimmers) },
            dimmers,
            switching,
            own_switch,
            follows,
            grounded,
            need: Need::of(job, circuit, batteries),
            lit_by,
        };
        if is_plug {
            chain.lay_on_plugs();
            return chain;
        }
        let leg_plug = |plugs: &mut Plugs, s: &Section| {
            let key = PlugKey::Way(WayId(s.plug.as_ref()?.0.clone()));
            Some(plugs.cavity(key, &s.name))
        };
        let to_lamps = |laid: &[LaidLeg], chain: &Chain, of: Pole, plugs: &mut Plugs| {
            let legs = legs(laid, &chain.lamps, &circuit.name, |s| leg_plug(plugs, s));
            let legs = match of {
                Pole::Minus | Pole::Sync => only_to(legs, &chain.with_lead(of)),
                Pole::Plus => legs,
            };
            one_to_each_lamp(legs, (&chain.lamps, chain.with_lead(of)), near.as_ref())
        };
        let told = match laid {
            Some(_) => ToldLegs::default(),
            None => told(circuit, &chain.lamps, &at, assumed),
        };
        let laid_legs = |of: fn(&Laid) -> &Vec<LaidLeg>| laid.map_or(&told.to_each, of);
        // Cavities are given out along the current: there, at the branches, and back.
        chain.lay_supply(supply, !laid_legs(|l| &l.legs).is_empty(), plugs);
        chain.legs = to_lamps(laid_legs(|l| &l.legs), &chain, Pole::Plus, plugs);
        chain.back_legs = to_lamps(laid_legs(|l| &l.back_legs), &chain, Pole::Minus, plugs);
        chain.lay_lamps();
        if chain.has_own_return() && !chain.keeps_ground() {
            chain.lay_return(circuit.run.return_by, back, plugs);
        }
        let sync = laid.map_or(&told.in_step, |l| &l.sync_legs);
        chain.sync_legs = to_lamps(sync, &chain, Pole::Sync, plugs);
        let every_leg = [&mut chain.legs, &mut chain.back_legs, &mut chain.sync_legs];
        let every_stretch = every_leg.into_iter().flatten().flat_map(|l| &mut l.stretches);
        every_stretch.for_each(|s| s.is_assumed |= is_guessed);
        chain
    }

    /// Lamps of the circuit.
    pub fn lamp_count(&self) -> u32 {
        self.lamps.iter().map(|l| l.count).sum()
    }

    /// Its lamps that have a wire to such a lead, by light and number: a sync lead by itself keeps nothing in step.
    fn with_lead(&self, pole: Pole) -> Vec<(usize, usize)> {
        let has = |lamp: &PlannedLamp| pole != Pole::Sync || lamp.has_sync_lead;
        let lamps = self.lamps.iter().enumerate().filter(|(_, l)| has(l));
        let each: Vec<_> = lamps
            .flat_map(|(k, l)| (0..l.count as usize).map(move |n| (k, n)))
            .filter(|&lamp| {
                pole != Pole::Minus || !self.keeps_ground() && self.ground_of(lamp).is_none()
            })
            .collect();
        if pole == Pole::Sync && each.len() < 2 { Vec::new() } else { each }
    }

    /// The shared ground of a lamp, by its place among the shared ones; none with a return of its own.
    pub fn ground_of(&self, lamp: (usize, usize)) -> Option<usize> {
        self.grounded.iter().find(|(of, _)| *of == lamp).map(|(_, ground)| *ground)
    }

    /// True where its lamps are on the vehicle already and keep their own ground wires.
    pub fn keeps_ground(&self) -> bool {
        self.return_by == ReturnKind::FactoryGround && self.lamps.iter().all(|l| l.stays)
    }

    /// True where any of its lamps gets back by the circuit's own return.
    pub fn has_own_return(&self) -> bool {
        self.grounded.len() < self.lamp_count() as usize
    }

    /// Way of the supply from its source to the farthest lamp, m.
    pub fn way_m(&self) -> f64 {
        self.way(|s| s.length_m)
    }

    /// The same as far as somebody measured it, m.
    pub fn measured_way_m(&self) -> f64 {
        self.way(|s| if s.is_assumed { 0.0 } else { s.length_m })
    }

    fn way(&self, of: impl Fn(&Stretch) -> f64) -> f64 {
        let sum = |stretches: &[Stretch]| stretches.iter().map(&of).sum::<f64>();
        let trunk = self.links.iter().filter_map(|l| match &l.kind {
            LinkKind::Wire(run) if run.role != WireRole::Return => Some(sum(&run.stretches)),
            _ => None,
        });
        let leg_m = |k: usize| {
            leg_path(&self.legs, k).iter().map(|&l| sum(&self.legs[l].stretches)).sum::<f64>()
        };
        let farthest = (0..self.legs.len()).map(leg_m).fold(0.0, f64::max);
        trunk.sum::<f64>() + farthest
    }

    /// True where a box that is switched by radio stands in its feed.
    pub fn is_by_radio(&self) -> bool {
        self.switching.as_ref().is_some_and(|s| s.kind == ControlKind::Controller)
    }

    /// The legs of a lead.
    pub fn legs_of(&self, pole: Pole) -> &[Leg] {
        match pole {
            Pole::Plus => &self.legs,
            Pole::Minus => &self.back_legs,
            Pole::Sync => &self.sync_legs,
        }
    }

    /// The factory wire at which it starts; none for an own feed.
    pub fn origin_wire(&self) -> Option<FactoryIx> {
        match self.origin {
            Origin::Battery => None,
            Origin::Factory { index, .. } => Some(FactoryIx(index)),
        }
    }

    /// How many ground wires of the factory its lamps go back through side by side.
    pub fn own_grounds(&self) -> u32 {
        match self.is_plug || self.keeps_ground() {
            true => self.lamp_count() - self.grounded.len() as u32,
            false => 1,
        }
    }
}

/// The modules in the lamp feed of a circuit, in the order of the current.
fn modules(circuit: &LampCircuit, dimmers: &[SwitchId]) -> Vec<InlineModule> {
    let flasher = circuit.control.flasher.map(|_| InlineModule::Flasher);
    let dimmer = (!dimmers.is_empty()).then_some(InlineModule::Dimmer);
    flasher.into_iter().chain(dimmer).collect()
}

/// The dimmers that a wish names, each once.
fn dimmers(job: &Job, circuit: &LampCircuit) -> Vec<SwitchId> {
    let mut out = Vec::new();
    for piece in circuit.lit.pieces() {
        if let Wish::Switch { id, .. } = piece
            && job.switch(id).is_some_and(|s| s.kind == SwitchKind::Dimmer)
            && !out.contains(id)
        {
            out.push(id.clone());
        }
    }
    out
}

fn stretch(told: &ToldSection, at: &str, circuit: &str, assumed: &mut Assumed) -> Stretch {
    let section = &told.section;
    let length_m = assumed.or(
        section.length_m,
        zone::assumed_length_m(section.zone, section.ends_at),
        format!("{at}.length_m"),
        say::length_of(&circuit, &section.name),
        "m",
    );
    Stretch {
        name: section.name.clone(),
        length_m,
        zone: section.zone,
        ambient_c: section.ambient_c.unwrap_or_else(|| zone::ambient_c(section.zone)),
        beside: section.beside,
        flexes: section.flexes,
        is_assumed: section.length_m.is_none(),
        fact: told.fact.clone(),
    }
}
