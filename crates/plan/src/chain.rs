//! A lamp circuit as a chain of links from source to battery negative.

use crate::assumed::Assumed;
use crate::end::{CircuitIx, End, FactoryIx, LampIx, Pole};
use crate::inputs::Assignment;
use crate::lamp::PlannedLamp;
use crate::logic::Logic;
use crate::plugs::{PlugKey, Plugs};
use crate::route::{Laid, LaidLeg};
use crate::switching::Switching;
use jovek_catalog::joint::LAMP_LEAD_M;
use jovek_catalog::{contact, zone};
use jovek_job::{
    CircuitId, Feed, Job, LampCircuit, LampEnd, ReturnKind, Section, Signal, Suppression, SwitchId,
    SwitchKind, WayId, Waypoint, Wish, Zone,
};

/// Wire from relay to switch, one way, when nobody measured it, m. Common practice: from a relay
/// beside the battery to the dash.
pub const ASSUMED_SWITCH_LEAD_M: f64 = 2.0;
/// Wire from a signal that is taken up to relay or diode, when nobody measured it, m. Common
/// practice.
pub const ASSUMED_SIGNAL_LEAD_M: f64 = 2.0;

/// What a wire is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum WireRole {
    /// Before the fuse: nothing protects it.
    Unfused,
    /// From the fuse on.
    Supply,
    /// From the lamps back.
    Return,
}

/// One section of a wire with every figure filled in.
#[derive(Debug, Clone, PartialEq)]
pub struct Stretch {
    /// What the fitter calls it.
    pub name: String,
    /// Length, m.
    pub length_m: f64,
    /// Surroundings.
    pub zone: Zone,
    /// Temperature there, °C.
    pub ambient_c: f64,
    /// Other loaded wires beside it.
    pub beside: u32,
    /// It bends in use.
    pub flexes: bool,
}

/// A wire between two links: one piece of copper, however many sections it crosses.
#[derive(Debug, Clone, PartialEq)]
pub struct WireRun {
    /// What it is for.
    pub role: WireRole,
    /// Sections in order.
    pub stretches: Vec<Stretch>,
}

impl WireRun {
    /// Length of the path, m.
    pub fn length_m(&self) -> f64 {
        self.stretches.iter().map(|s| s.length_m).sum()
    }
}

/// What a link is.
#[derive(Debug, Clone, PartialEq)]
pub enum LinkKind {
    /// A wire.
    Wire(WireRun),
    /// The circuit's fuse in its holder.
    Fuse {
        /// Temperature where it sits, °C.
        ambient_c: f64,
    },
    /// Switch or relay contact, as the sizing decides.
    Control {
        /// Temperature where it sits, °C.
        ambient_c: f64,
    },
    /// A dimmer in the lamp feed.
    Dimmer,
    /// A joint: post, splice, plug, stud.
    Joint {
        /// Which.
        of: JointOf,
        /// Resistance when sound, ohm.
        ohm: f64,
        /// True behind the lamps.
        is_return: bool,
    },
    /// A connector in the wire that is plugged and unplugged.
    Connector {
        /// Resistance of one contact pair, ohm.
        ohm: f64,
        /// True behind the lamps.
        is_return: bool,
        /// Its cavity.
        at: End,
    },
    /// The lamps, side by side.
    Lamps,
    /// Frame or body back to battery negative.
    Chassis,
    /// The stud of the ground bus and the frame behind it: one for all circuits on the bus.
    Bus,
}

/// What a joint of a chain is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum JointOf {
    /// Ring on the positive post of its battery.
    SourcePost,
    /// Joint on the factory wire where it starts.
    FactoryWire,
    /// The only lamp.
    Lamp(Pole),
    /// The splice where legs part.
    Branch(Pole),
    /// Ring on the ground stud.
    Stud,
    /// Ring on the ground bus.
    Bus,
    /// Ring on the negative post.
    NegativePost,
}

impl JointOf {
    /// Its name on the volt line.
    pub fn label(self) -> &'static str {
        match self {
            JointOf::SourcePost => "battery +",
            JointOf::FactoryWire => "factory joint",
            JointOf::Lamp(Pole::Plus) => "plug +",
            JointOf::Lamp(Pole::Minus) => "plug -",
            JointOf::Branch(Pole::Plus) => "branch +",
            JointOf::Branch(Pole::Minus) => "branch -",
            JointOf::Stud => "stud",
            JointOf::Bus => "ground bus",
            JointOf::NegativePost => "battery -",
        }
    }

    /// True behind the lamps.
    pub fn is_return(self) -> bool {
        match self {
            JointOf::SourcePost | JointOf::FactoryWire => false,
            JointOf::Lamp(pole) | JointOf::Branch(pole) => pole == Pole::Minus,
            JointOf::Stud | JointOf::Bus | JointOf::NegativePost => true,
        }
    }
}

/// A piece of wire behind the first branch, with lamps at its end or further legs.
#[derive(Debug, Clone, PartialEq)]
pub struct Leg {
    /// The leg that it goes on from; none from the branch itself.
    pub parent: Option<usize>,
    /// Sections in order; none for a lamp whose own lead reaches to the branch.
    pub stretches: Vec<Stretch>,
    /// Connectors that it goes through: behind which section, by index, and the cavity.
    pub plugs: Vec<(usize, End)>,
    /// Lamps at its end: light and number, both by index.
    pub lamps: Vec<(usize, usize)>,
}

/// What stands at the far end of a section.
#[derive(Debug, Clone, PartialEq, Eq)]
enum SectionEnd {
    Pass,
    Fuse,
    Control,
    /// A connector; none for one of its own.
    Connector(Option<PlugKey>),
}

/// A link of the chain.
#[derive(Debug, Clone, PartialEq)]
pub struct Link {
    /// Short name on the volt line.
    pub name: String,
    /// What it is.
    pub kind: LinkKind,
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
    /// The input that moves its own switch.
    pub own_switch: u64,
    /// When the hardware lights it: the wish, unless a wire for it is missing.
    pub follows: Logic,
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
}

impl Chain {
    /// Plans a circuit on the given feed.
    pub fn new(
        job: &Job,
        index: usize,
        circuit: &LampCircuit,
        fed: FeedPlan,
        laid: Option<&Laid>,
        (assumed, plugs): (&mut Assumed, &mut Plugs),
    ) -> Self {
        let FeedPlan { feed, switching, own_switch, follows, lit_by } = fed;
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
        let is_auxiliary = feed == Feed::Auxiliary {} && job.supply.auxiliary.is_some();
        let origin = match (feed, only_wires) {
            // Lamps that hang on signal wires alone start at the first of them.
            (_, Some(taps)) if !taps.is_empty() => from_wire(taps[0]),
            (Feed::Battery {} | Feed::Auxiliary {}, _) => Origin::Battery,
            (Feed::TieIn { factory }, _) => {
                job.factory.iter().position(|f| f.id == factory).map_or(Origin::Battery, from_wire)
            }
        };
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
        let mut supply: Vec<(Stretch, SectionEnd)> = sections
            .iter()
            .enumerate()
            .map(|(k, s)| {
                (stretch(s, &format!("{at}.run.supply[{k}]"), &circuit.name, assumed), ends_at(s))
            })
            .collect();
        if supply.is_empty() {
            let nothing =
                Section::unmeasured("Path not described", Zone::Underbody, Waypoint::Pass);
            let path = format!("{at}.run.supply");
            supply.push((stretch(&nothing, &path, &circuit.name, assumed), SectionEnd::Pass));
        }
        let back = back_sections
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
        let near = supply.last().map(|(s, _)| s.clone());
        let mut chain = Chain {
            id: circuit.id.clone(),
            index: CircuitIx(index),
            name: job.circuit_label(index),
            is_auxiliary: is_auxiliary && origin == Origin::Battery,
            origin,
            links: Vec::new(),
            legs: Vec::new(),
            back_legs: Vec::new(),
            lamps,
            switch_lead_m,
            signal_lead_m,
            return_by: circuit.run.return_by,
            suppression: job.suppression_of(circuit),
            dimmers: if switching.is_some() { dimmers(job, circuit) } else { Vec::new() },
            switching,
            own_switch,
            follows,
            lit_by,
        };
        let leg_plug = |plugs: &mut Plugs, s: &Section| {
            let key = PlugKey::Way(WayId(s.plug.as_ref()?.0.clone()));
            Some(plugs.cavity(key, &s.name))
        };
        let to_lamps = |laid: &[LaidLeg], chain: &Chain, plugs: &mut Plugs| {
            let legs = legs(laid, &chain.lamps, &circuit.name, |s| leg_plug(plugs, s));
            one_to_each_lamp(legs, &chain.lamps, near.as_ref())
        };
        // Cavities are given out along the current: there, at the branches, and back.
        chain.lay_supply(supply, laid.is_some_and(|l| !l.legs.is_empty()), plugs);
        chain.legs = to_lamps(laid.map_or(&[], |l| &l.legs), &chain, plugs);
        chain.back_legs = to_lamps(laid.map_or(&[], |l| &l.back_legs), &chain, plugs);
        chain.lay_lamps();
        chain.lay_return(circuit.run.return_by, back, plugs);
        chain
    }

    /// Lamps of the circuit.
    pub fn lamp_count(&self) -> u32 {
        self.lamps.iter().map(|l| l.count).sum()
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

    /// Switch or relay, with the dimmer right behind it where there is one.
    fn control(&mut self, ambient_c: f64) {
        self.push("switch", LinkKind::Control { ambient_c });
        if !self.dimmers.is_empty() {
            self.push("dimmer", LinkKind::Dimmer);
        }
    }

    fn lay_supply(
        &mut self,
        sections: Vec<(Stretch, SectionEnd)>,
        has_branch: bool,
        plugs: &mut Plugs,
    ) {
        let own = self.origin == Origin::Battery;
        let switched = own || self.switching.is_some();
        let first_ambient_c = sections[0].0.ambient_c;
        // A fuse sits at the end of its section; where none is named, right at the source.
        let names_fuse = own && sections.iter().any(|(_, w)| *w == SectionEnd::Fuse);
        let names_control = own && sections.iter().any(|(_, w)| *w == SectionEnd::Control);
        if own {
            self.joint(JointOf::SourcePost, contact::POST_OHM);
        } else {
            self.joint(JointOf::FactoryWire, contact::SPLICE_OHM);
        }
        let (mut fused, mut controlled) = (false, false);
        if !names_fuse {
            self.push("fuse", LinkKind::Fuse { ambient_c: first_ambient_c });
            fused = true;
            if switched && !names_control {
                self.control(first_ambient_c);
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
            false => self.joint(JointOf::Lamp(Pole::Plus), self.lamp_end_ohm()),
            true => self.joint(JointOf::Branch(Pole::Plus), contact::SPLICE_OHM / 2.0),
        }
    }

    /// The contact of the only lamp, ohm.
    fn lamp_end_ohm(&self) -> f64 {
        let ends = self.lamps.iter().find(|l| l.count > 0).map_or(LampEnd::Plug, |l| l.lead.ends);
        let lamp = LampIx { circuit: self.index, light: 0, number: 0 };
        End::Lamp(lamp, Pole::Plus, ends).contact_ohm()
    }

    fn lay_lamps(&mut self) {
        self.push("lamps", LinkKind::Lamps);
        match self.back_legs.is_empty() {
            true => self.joint(JointOf::Lamp(Pole::Minus), self.lamp_end_ohm()),
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
        match by {
            ReturnKind::ChassisStud => {
                self.joint(JointOf::Stud, contact::STUD_OHM);
                self.push("frame", LinkKind::Chassis);
            }
            ReturnKind::GroundBus => {
                self.joint(JointOf::Bus, contact::STUD_OHM);
                self.push("stud of the bus", LinkKind::Bus);
            }
            ReturnKind::BatteryNegative => self.joint(JointOf::NegativePost, contact::POST_OHM),
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

    /// All wires with their index in the chain.
    pub fn wires(&self) -> impl Iterator<Item = (usize, &WireRun)> {
        self.links.iter().enumerate().filter_map(|(i, l)| match &l.kind {
            LinkKind::Wire(w) => Some((i, w)),
            _ => None,
        })
    }

    /// Copper of supply and return together, m: the longest way there and back.
    pub fn copper_m(&self) -> f64 {
        let far = |legs: &[Leg]| {
            (0..legs.len())
                .map(|k| leg_path(legs, k).iter().map(|&l| legs[l].length_m()).sum::<f64>())
                .fold(0.0, f64::max)
        };
        self.wires().map(|(_, w)| w.length_m()).sum::<f64>()
            + far(&self.legs)
            + far(&self.back_legs)
    }

    /// The lamp that is farthest behind the branches, there and back: light and number, both by index. None
    /// where all are equally far.
    pub fn farthest_lamp(&self) -> Option<(usize, usize)> {
        let far = self.lamp_to_read()?;
        let lamps = self.legs.iter().flat_map(|l| l.lamps.iter().copied());
        let is_nearer = |lamp| self.lamp_m(lamp) < self.lamp_m(far) - 1e-6;
        lamps.into_iter().any(is_nearer).then_some(far)
    }

    /// Length behind the branches to a lamp and back, m.
    fn lamp_m(&self, lamp: (usize, usize)) -> f64 {
        let far_m = |legs: &[Leg]| {
            let end = legs.iter().position(|l| l.lamps.contains(&lamp));
            end.map_or(0.0, |k| leg_path(legs, k).iter().map(|&l| legs[l].length_m()).sum::<f64>())
        };
        far_m(&self.legs) + far_m(&self.back_legs)
    }

    /// The lamp at which readings are taken: the farthest behind the branches, the first of equals. None where
    /// the only lamp sits at the end of the chain.
    pub fn lamp_to_read(&self) -> Option<(usize, usize)> {
        let lamps = self.legs.iter().chain(&self.back_legs).flat_map(|l| l.lamps.iter().copied());
        lamps.max_by(|&a, &b| self.lamp_m(a).total_cmp(&self.lamp_m(b)).then(b.cmp(&a)))
    }

    /// Number of a lamp, counted through light after light, from 1: as on labels and in pin tables.
    pub fn lamp_number(&self, (light, number): (usize, usize)) -> usize {
        self.lamps[..light].iter().map(|l| l.count as usize).sum::<usize>() + number + 1
    }

    /// Stretches of all legs, supply first, each with the part of the lamp power that it carries.
    pub fn leg_stretches(&self) -> impl Iterator<Item = (&Stretch, f64)> {
        [&self.legs, &self.back_legs].into_iter().flat_map(move |legs| {
            let parts = self.power_parts(legs);
            legs.iter()
                .zip(parts)
                .flat_map(|(leg, part)| leg.stretches.iter().map(move |s| (s, part)))
        })
    }

    /// For each stretch of [`Chain::leg_stretches`]: whether it is of a lead that ends in the plug of a lamp.
    pub fn stretches_to_plugs(&self) -> impl Iterator<Item = bool> {
        self.legs.iter().chain(&self.back_legs).flat_map(|leg| {
            let lamp = leg.lamps.first().and_then(|l| self.lamps.get(l.0));
            let is_lead = lamp.is_some_and(|l| l.lead.ends == LampEnd::Plug);
            leg.stretches.iter().map(move |_| is_lead)
        })
    }

    /// Part of the lamp power that each leg and those behind it carry. A leg stands after the one that it goes
    /// on from.
    fn power_parts(&self, legs: &[Leg]) -> Vec<f64> {
        let power_w =
            |(light, _): &(usize, usize)| self.lamps.get(*light).map_or(0.0, |l| l.power_w);
        let all_w: f64 = self.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum();
        let mut behind_w: Vec<f64> =
            legs.iter().map(|l| l.lamps.iter().map(power_w).sum()).collect();
        for k in (0..legs.len()).rev() {
            if let Some(parent) = legs[k].parent {
                behind_w[parent] += behind_w[k];
            }
        }
        behind_w.into_iter().map(|w| if all_w > 0.0 { w / all_w } else { 1.0 }).collect()
    }

    /// The first combination that lights it; nothing on where none does.
    pub fn first_lit_by(&self) -> Assignment {
        self.lit_by.first().copied().unwrap_or_default()
    }

    /// Factory wires that it touches, by index in the job.
    pub fn taps(&self) -> Vec<usize> {
        let mut out = self.switching.as_ref().map(Switching::taps).unwrap_or_default();
        if let Origin::Factory { index, .. } = self.origin
            && !out.contains(&index)
        {
            out.push(index);
        }
        out
    }

    /// True where any lamp is a filament lamp.
    pub fn has_filament(&self) -> bool {
        self.lamps.iter().any(|l| l.is_filament)
    }

    /// Temperature where the fuse sits, °C.
    pub fn fuse_ambient_c(&self) -> f64 {
        self.links
            .iter()
            .find_map(|l| match l.kind {
                LinkKind::Fuse { ambient_c } => Some(ambient_c),
                _ => None,
            })
            .unwrap_or(23.0)
    }

    /// Temperature where switch or relay sits, °C: the fuse's where there is none.
    pub fn control_ambient_c(&self) -> f64 {
        let control = self.links.iter().find_map(|l| match l.kind {
            LinkKind::Control { ambient_c } => Some(ambient_c),
            _ => None,
        });
        control.unwrap_or_else(|| self.fuse_ambient_c())
    }

    /// Hottest surroundings of any wire, °C.
    pub fn hottest_c(&self) -> f64 {
        let legs = self.leg_stretches().map(|(s, _)| s);
        self.wires()
            .flat_map(|(_, w)| w.stretches.iter())
            .chain(legs)
            .map(|s| s.ambient_c)
            .fold(20.0, f64::max)
    }
}

/// The legs from the branch to the end of one, in order.
pub fn leg_path(legs: &[Leg], leg: usize) -> Vec<usize> {
    let mut out = vec![leg];
    while let Some(parent) = legs[out[out.len() - 1]].parent {
        out.push(parent);
    }
    out.reverse();
    out
}

impl Leg {
    /// Length, m.
    pub fn length_m(&self) -> f64 {
        self.stretches.iter().map(|s| s.length_m).sum()
    }
}

/// Legs with their figures filled in; lamps by light and number.
fn legs(
    laid: &[LaidLeg],
    lamps: &[PlannedLamp],
    circuit: &str,
    mut plug: impl FnMut(&Section) -> Option<End>,
) -> Vec<Leg> {
    // Lamps are counted through, light after light.
    let named = |number: usize| {
        let mut left = number;
        for (k, lamp) in lamps.iter().enumerate() {
            if left < lamp.count as usize {
                return (k, left);
            }
            left -= lamp.count as usize;
        }
        (0, 0)
    };
    let mut known = Assumed::default();
    laid.iter()
        .map(|leg| Leg {
            parent: leg.parent,
            // Every section of a leg has its length: nothing is assumed.
            stretches: leg.sections.iter().map(|s| stretch(s, "", circuit, &mut known)).collect(),
            plugs: leg
                .sections
                .iter()
                .enumerate()
                .filter(|(_, s)| s.ends_at == Waypoint::Connector)
                .filter_map(|(k, s)| Some((k, plug(s)?)))
                .collect(),
            lamps: leg.lamps.iter().map(|&n| named(n)).collect(),
        })
        .collect()
}

/// Gives each of several lamps a leg of its own: from the splice that they share, of nothing but a short lead,
/// or of the lamp's own where that is bare. `near` is where the supply ends.
fn one_to_each_lamp(mut legs: Vec<Leg>, lamps: &[PlannedLamp], near: Option<&Stretch>) -> Vec<Leg> {
    let all: Vec<(usize, usize)> = lamps
        .iter()
        .enumerate()
        .flat_map(|(k, l)| (0..l.count as usize).map(move |n| (k, n)))
        .collect();
    if legs.is_empty() && all.len() < 2 {
        return legs;
    }
    let lead = |lamp: (usize, usize), beside: Option<&Stretch>| {
        let is_bare = lamps.get(lamp.0).is_some_and(|l| l.lead.ends == LampEnd::Bare);
        let stretch = beside.filter(|_| !is_bare).map(|s| Stretch {
            name: "lead".into(),
            length_m: LAMP_LEAD_M,
            beside: 0,
            ..s.clone()
        });
        stretch.into_iter().collect::<Vec<_>>()
    };
    let leaf = |parent, lamp, beside: Option<&Stretch>| Leg {
        parent,
        stretches: lead(lamp, beside),
        plugs: Vec::new(),
        lamps: vec![lamp],
    };
    if legs.is_empty() {
        return all.into_iter().map(|lamp| leaf(None, lamp, near)).collect();
    }
    for k in 0..legs.len() {
        let beside = legs[k].stretches.last().or(near).cloned();
        if legs[k].stretches.is_empty() && !legs[k].lamps.is_empty() {
            // Right at the branch: each lamp by its own lead.
            let (parent, here) = (legs[k].parent, std::mem::take(&mut legs[k].lamps));
            let mut leaves = here.into_iter().map(|lamp| leaf(parent, lamp, beside.as_ref()));
            if let Some(first) = leaves.next() {
                legs[k] = first;
            }
            let others: Vec<Leg> = leaves.collect();
            legs.extend(others);
        } else if legs[k].lamps.len() > 1
            || !legs[k].lamps.is_empty() && legs.iter().any(|l| l.parent == Some(k))
        {
            // Several lamps there, or the wire goes on: a splice, and a lead to each.
            let here = std::mem::take(&mut legs[k].lamps);
            legs.extend(here.into_iter().map(|lamp| leaf(Some(k), lamp, beside.as_ref())));
        }
    }
    legs
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
    }
}
