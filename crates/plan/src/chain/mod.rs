//! A lamp circuit as a chain of links from source to battery negative.

mod figures;
mod legs;
mod link;

pub use legs::{Leg, leg_path};
pub use link::{JointOf, Link, LinkKind, Stretch, WireRole, WireRun};

use crate::assumed::Assumed;
use crate::end::{CircuitIx, End, FactoryIx, LampIx, Pole};
use crate::inputs::Assignment;
use crate::lamp::PlannedLamp;
use crate::logic::Logic;
use crate::need::Need;
use crate::plugs::{PlugKey, Plugs};
use crate::route::{Laid, LaidLeg};
use crate::supply::PlannedSupply;
use crate::switching::Switching;
use jovek_catalog::inline_module::InlineModule;
use jovek_catalog::{contact, zone};
use jovek_job::{
    CircuitId, FactoryKind, Feed, Flash, FuseBlock, Job, LampCircuit, LampEnd, ReturnKind, Section,
    Signal, Skeleton, Suppression, SwitchId, SwitchKind, WayId, Waypoint, Wish, Zone,
};
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
        let (sections, back_sections) = match laid {
            Some(laid) => (&laid.supply, &laid.back),
            None => (&circuit.run.supply, &circuit.run.back),
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
        let said = if is_plug { (&[][..], &[][..]) } else { (&sections[..], &back_sections[..]) };
        let mut supply: Vec<(Stretch, SectionEnd)> = said
            .0
            .iter()
            .enumerate()
            .map(|(k, s)| {
                (stretch(s, &format!("{at}.run.supply[{k}]"), &circuit.name, assumed), ends_at(s))
            })
            .collect();
        if supply.is_empty() && !is_plug {
            let nothing =
                Section::unmeasured("Path not described", Zone::Underbody, Waypoint::Pass);
            let path = format!("{at}.run.supply");
            supply.push((stretch(&nothing, &path, &circuit.name, assumed), SectionEnd::Pass));
        }
        let mut back: Vec<(Stretch, SectionEnd)> = said
            .1
            .iter()
            .enumerate()
            .map(|(k, s)| {
                (stretch(s, &format!("{at}.run.back[{k}]"), &circuit.name, assumed), ends_at(s))
            })
            .collect();
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
                format!("{}: wire from the signal", circuit.name),
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
        let trunk = self.links.iter().filter_map(|l| match &l.kind {
            LinkKind::Wire(run) if run.role != WireRole::Return => Some(run.length_m()),
            _ => None,
        });
        let leg_m =
            |k: usize| leg_path(&self.legs, k).iter().map(|&l| self.legs[l].length_m()).sum();
        let farthest = (0..self.legs.len()).map(leg_m).fold(0.0, f64::max);
        trunk.sum::<f64>() + farthest
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

    fn push(&mut self, name: &str, kind: LinkKind) {
        self.links.push(Link { name: name.into(), kind });
    }

    fn joint(&mut self, of: JointOf, ohm: f64) {
        self.push(of.label(), LinkKind::Joint { of, ohm, is_return: of.is_return() });
    }

    /// Switch or relay, with the modules of the lamp feed right behind it.
    fn control(&mut self, ambient_c: f64) {
        self.push("switch", LinkKind::Control { ambient_c });
        self.feed_modules();
    }

    fn feed_modules(&mut self) {
        for module in self.modules.clone() {
            self.push(module.label(), LinkKind::Module(module));
        }
    }

    /// Lamps on the factory's own plugs, one to each. Equal lamps share the joint of all plugs alike.
    fn lay_on_plugs(&mut self) {
        let plugs_ohm = contact::LAMP_PLUG_OHM / f64::from(self.lamp_count().max(1));
        self.joint(JointOf::FactoryPlug(Pole::Plus), plugs_ohm);
        if !self.has_own_return() {
            return self.lay_lamps();
        }
        self.push("lamps", LinkKind::Lamps);
        if self.is_ground_switched {
            return self.joint(JointOf::FactoryMinus, plugs_ohm);
        }
        self.lay_kept_ground();
    }

    /// The lamps' own grounds, as the factory made them. Equal lamps share the joint of all of them alike.
    fn lay_kept_ground(&mut self) {
        let own = self.own_grounds().max(1);
        self.joint(JointOf::FactoryPlug(Pole::Minus), contact::LAMP_PLUG_OHM / f64::from(own));
        self.push("factory ground", LinkKind::FactoryGround);
    }

    /// How many ground wires of the factory its lamps go back through side by side.
    pub fn own_grounds(&self) -> u32 {
        match self.is_plug || self.keeps_ground() {
            true => self.lamp_count() - self.grounded.len() as u32,
            false => 1,
        }
    }

    fn lay_supply(
        &mut self,
        mut sections: Vec<(Stretch, SectionEnd)>,
        has_branch: bool,
        plugs: &mut Plugs,
    ) {
        let own = self.origin == Origin::Battery;
        if self.block.is_some() {
            self.lay_block_feed(&mut sections);
        }
        let switched = own || self.switching.is_some();
        let first_ambient_c = sections[0].0.ambient_c;
        // A fuse sits at the end of its section; where none is named, right at the source.
        let names_fuse = own && sections.iter().any(|(_, w)| *w == SectionEnd::Fuse);
        let names_control = own && sections.iter().any(|(_, w)| *w == SectionEnd::Control);
        // On a block its source is the block, not the post.
        if own && self.block.is_none() {
            self.joint(JointOf::SourcePost, contact::POST_OHM);
        } else if !own {
            // Blade and lead of an adapter, or the joint on the wire.
            let joints = if self.is_position { 2.0 } else { 1.0 };
            self.joint(JointOf::FactoryWire, joints * contact::SPLICE_OHM);
        }
        let (mut fused, mut controlled) = (false, false);
        if !names_fuse {
            self.push("fuse", LinkKind::Fuse { ambient_c: first_ambient_c });
            fused = true;
            if switched && !names_control {
                self.control(first_ambient_c);
            } else if !switched {
                self.feed_modules();
            }
        }
        let mut gathered: Vec<Stretch> = Vec::new();
        for (stretch, ends_at) in sections {
            let ambient_c = stretch.ambient_c;
            let name = stretch.name.clone();
            gathered.push(stretch);
            let role = if fused { WireRole::Supply } else { WireRole::Unfused };
            match ends_at {
                SectionEnd::Fuse if own && !fused => {
                    self.lay_wire(&mut gathered, role);
                    self.push("fuse", LinkKind::Fuse { ambient_c });
                    fused = true;
                    if !names_control {
                        self.control(ambient_c);
                    }
                }
                SectionEnd::Control if own && !controlled => {
                    self.lay_wire(&mut gathered, role);
                    self.control(ambient_c);
                    controlled = true;
                }
                SectionEnd::Connector(key) => {
                    self.lay_wire(&mut gathered, role);
                    self.connector(&name, key, false, plugs);
                }
                SectionEnd::Fuse | SectionEnd::Control | SectionEnd::Pass => {}
            }
        }
        self.lay_wire(&mut gathered, WireRole::Supply);
        // Behind a branch each lamp has plugs of its own.
        match self.lamp_count() > 1 || has_branch {
            false => self.joint(JointOf::Lamp(Pole::Plus), self.lamp_end_ohm(Pole::Plus)),
            true => self.joint(JointOf::Branch(Pole::Plus), contact::SPLICE_OHM / 2.0),
        }
    }

    /// What leads to the fuse block is of the block, and the circuit's own path starts at its fuse there.
    fn lay_block_feed(&mut self, sections: &mut Vec<(Stretch, SectionEnd)>) {
        let fuse_at = sections.iter().position(|(_, ends)| *ends == SectionEnd::Fuse);
        // Where nothing is told behind the fuse, what was told is the way from the block on.
        if let Some(at) = fuse_at.filter(|at| at + 1 < sections.len()) {
            let to_block = sections.drain(..=at);
            self.block_feed_m = Some(to_block.map(|(stretch, _)| stretch.length_m).sum());
        }
        let no_fuse = sections.iter_mut().filter(|(_, ends)| *ends == SectionEnd::Fuse);
        no_fuse.for_each(|(_, ends)| *ends = SectionEnd::Pass);
        self.push("feed of the fuse block", LinkKind::BlockFeed);
        if self.block == Some(FuseBlock::Keyed) {
            self.push("master relay", LinkKind::BlockRelay);
        }
    }

    /// The contact of the only lamp, ohm.
    fn lamp_end_ohm(&self, pole: Pole) -> f64 {
        let first = self.with_lead(pole).first().and_then(|l| self.lamps.get(l.0));
        let ends = first.map_or(LampEnd::Plug, |l| l.lead.ends);
        let lamp = LampIx { circuit: self.index, light: 0, number: 0 };
        End::Lamp(lamp, pole, ends).contact_ohm()
    }

    fn lay_lamps(&mut self) {
        self.push("lamps", LinkKind::Lamps);
        if !self.has_own_return() {
            return self.push("ground of the housing", LinkKind::HousingGround);
        }
        if self.keeps_ground() {
            return self.lay_kept_ground();
        }
        match self.back_legs.is_empty() {
            true => self.joint(JointOf::Lamp(Pole::Minus), self.lamp_end_ohm(Pole::Minus)),
            false => self.joint(JointOf::Branch(Pole::Minus), contact::SPLICE_OHM / 2.0),
        }
    }

    fn lay_return(&mut self, by: ReturnKind, back: Vec<(Stretch, SectionEnd)>, plugs: &mut Plugs) {
        let mut gathered: Vec<Stretch> = Vec::new();
        // A connector has the name of the section behind it, as on the way there.
        let names: Vec<String> = back.iter().skip(1).map(|(s, _)| s.name.clone()).collect();
        for (k, (stretch, ends_at)) in back.into_iter().enumerate() {
            let name = names.get(k).unwrap_or(&stretch.name).clone();
            gathered.push(stretch);
            if let SectionEnd::Connector(key) = ends_at {
                self.lay_wire(&mut gathered, WireRole::Return);
                self.connector(&name, key, true, plugs);
            }
        }
        self.lay_wire(&mut gathered, WireRole::Return);
        if self.is_ground_switched {
            return self.joint(JointOf::FactoryMinus, contact::SPLICE_OHM);
        }
        match by {
            ReturnKind::ChassisStud => {
                self.joint(JointOf::Stud, contact::STUD_OHM);
                self.push("frame", LinkKind::Chassis);
            }
            ReturnKind::GroundBus => {
                self.joint(JointOf::Bus, contact::STUD_OHM);
                self.push("stud of the bus", LinkKind::Bus);
            }
            ReturnKind::BatteryNegative if !self.is_trailer => {
                self.joint(JointOf::NegativePost, contact::POST_OHM);
            }
            ReturnKind::FactoryGround => {
                self.joint(JointOf::FactoryGround, contact::SPLICE_OHM);
                self.push("factory ground", LinkKind::FactoryGround);
            }
            // A trailer has no battery of its own: its way back is the plug.
            ReturnKind::BatteryNegative | ReturnKind::PlugGround => {
                self.joint(JointOf::PlugGround, contact::STUD_OHM);
            }
        }
        if self.is_trailer {
            self.push("ground pin of the plug", LinkKind::PlugGround);
        }
    }

    fn connector(&mut self, name: &str, key: Option<PlugKey>, is_return: bool, plugs: &mut Plugs) {
        let key = key.unwrap_or(PlugKey::Own(self.index, self.links.len()));
        let at = plugs.cavity(key, name);
        self.push(name, LinkKind::Connector { ohm: contact::LAMP_PLUG_OHM, is_return, at });
    }

    fn lay_wire(&mut self, gathered: &mut Vec<Stretch>, role: WireRole) {
        if gathered.is_empty() {
            return;
        }
        let stretches = std::mem::take(gathered);
        let name = stretches.last().map(|s| s.name.clone()).unwrap_or_default();
        self.push(&name, LinkKind::Wire(WireRun { role, stretches }));
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

fn stretch(section: &Section, at: &str, circuit: &str, assumed: &mut Assumed) -> Stretch {
    let length_m = assumed.or(
        section.length_m,
        zone::assumed_length_m(section.zone, section.ends_at),
        format!("{at}.length_m"),
        format!("{circuit}: length of \"{}\"", section.name),
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
    }
}
