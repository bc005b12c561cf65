//! What can be wrong: every part with the ways in which parts of its kind fail, and how often they do.
//!
//! The weights are common practice, no source: outside and wet before inside and dry, what is touched and
//! plugged before what lies still, joints and grounds before copper.

use super::edit::Edit;
use crate::proof::names;
use jovek_circuit::devices::{BallastedLed, RegulatedLed};
use jovek_circuit::{Device, ElementId};
use jovek_job::{Job, OutputKind, ReturnKind, Zone};
use jovek_phrases::diagnose as say;
use jovek_plan::chain::{Chain, JointOf, Link, LinkKind, Origin, WireRole};
use jovek_plan::end::Pole;
use jovek_plan::network::build::Built;
use jovek_plan::network::parts::{PartKind, PartRef};
use jovek_plan::study::Assessment;
use serde::Serialize;
use utoipa::ToSchema;

/// How something can be wrong.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum FaultOf {
    /// Nothing is.
    Nothing,
    /// Broken, off, not plugged.
    Open,
    /// A joint that has gone bad.
    Poor,
    /// A joint that is good at one moment and open the next.
    ComesAndGoes,
    /// A fuse that has blown, the circuit behind it sound.
    Blown,
    /// A fuse of another rating than planned.
    WrongFuse,
    /// A wire that chafed through to the frame; its fuse has blown.
    ShortToFrame,
    /// Two feeds exchanged at their far ends.
    SwappedWires,
    /// A lamp wired the wrong way round.
    ReversedPolarity,
    /// A diode the wrong way round.
    ReversedDiode,
    /// A diode that is through.
    ShortedDiode,
    /// A relay that no longer pulls in.
    StuckOpen,
    /// A relay that no longer lets go, or a welded switch.
    StuckClosed,
    /// A relay wired to 87a for 87.
    WrongThrow,
    /// Two returns hang on one stud, and that one is poor.
    SharedGround,
    /// A weak or discharged battery.
    WeakBattery,
    /// A lamp of not the planned power.
    WrongLamp,
    /// A module has switched its output off.
    Tripped,
}

/// One way in which the network may really be.
#[derive(Debug, Clone, PartialEq)]
pub struct Variant {
    /// What it changes.
    pub edits: Vec<Edit>,
    /// `0.3 ohm`; empty where there is only one variant.
    pub text: String,
}

/// Something that may be wrong.
#[derive(Debug, Clone, PartialEq)]
pub struct Suspect {
    /// Stable key, such as `c1.fuse.blown`.
    pub key: String,
    /// How it is wrong.
    pub fault: FaultOf,
    /// Where; none for nothing wrong.
    pub place: Option<PartRef>,
    /// The part as it is spoken, with its circuit.
    pub part: String,
    /// How often, against the others.
    pub weight: f64,
    /// How far it may have gone, each as likely as the next.
    pub variants: Vec<Variant>,
}

/// What a joint that has gone bad would cost at the current that it carries when sound, V: from just above what
/// is allowed to most of the supply, each 2.3 times the one before. Common practice, no source: up to 0.1 V is
/// no fault.
pub const POOR_V: [f64; 5] = [0.15, 0.35, 0.8, 1.8, 4.0];
/// A part that carries less never shows that it is poor, A.
const LEAST_A: f64 = 0.004;
/// What a joint that comes and goes adds while it is gone, ohm.
const GONE_OHM: f64 = 1e9;
/// Most lamps of a circuit that are suspected one by one.
const MOST_LAMPS: usize = 8;

/// Everything that may be wrong on a vehicle. `carried_a` is what each element carries while the vehicle
/// is sound, by state, A.
pub fn suspects(
    job: &Job,
    study: &Assessment,
    built: &Built,
    carried_a: &[Vec<f64>],
) -> Vec<Suspect> {
    let mut all = Gather { job, study, built, carried_a, out: Vec::new() };
    all.push(FaultOf::Nothing, None, 6.0, vec![Vec::new()]);
    for (id, place) in each_place(built) {
        all.of_part(id, place);
    }
    all.battery();
    all.relays();
    all.swapped();
    all.shared_grounds();
    all.out
}

/// Each part once, by its first element.
fn each_place(built: &Built) -> Vec<(ElementId, PartRef)> {
    let mut out: Vec<(ElementId, PartRef)> = Vec::new();
    for ((id, _), &place) in built.net.iter().zip(&built.places) {
        if !out.iter().any(|(_, p)| *p == place) {
            out.push((id, place));
        }
    }
    out
}

struct Gather<'a> {
    job: &'a Job,
    study: &'a Assessment,
    built: &'a Built,
    carried_a: &'a [Vec<f64>],
    out: Vec<Suspect>,
}

impl Gather<'_> {
    fn push(
        &mut self,
        fault: FaultOf,
        place: Option<PartRef>,
        weight: f64,
        variants: Vec<Vec<Edit>>,
    ) {
        let part = place.map_or_else(String::new, |p| names::full(self.job, self.study, p));
        let key = place.map_or_else(String::new, |p| names::key(self.job, self.study, p));
        self.named(fault, place, (key, part), weight, variants);
    }

    fn named(
        &mut self,
        fault: FaultOf,
        place: Option<PartRef>,
        (key, part): (String, String),
        weight: f64,
        variants: Vec<Vec<Edit>>,
    ) {
        let kind = kind_key(fault);
        let key = if key.is_empty() { kind.to_owned() } else { format!("{key}.{kind}") };
        let many = variants.len() > 1;
        let variants = variants
            .into_iter()
            .map(|edits| {
                let text = match (&edits[..], fault) {
                    ([Edit::Add(_, ohm)], _) if many => about_ohm(*ohm),
                    _ => String::new(),
                };
                Variant { edits, text }
            })
            .collect();
        self.out.push(Suspect { key, fault, place, part, weight, variants });
    }

    /// The ways in which a joint fails; `wet` weighs it.
    fn joint(&mut self, id: ElementId, place: PartRef, weight: f64) {
        let by_state = self.carried_a.iter().filter_map(|of| of.get(id.index()));
        let carried_a = by_state.copied().fold(0.0, f64::max);
        if carried_a > LEAST_A {
            let ohm = |v: &f64| (v / carried_a * 100.0).round() / 100.0;
            let poor = POOR_V.iter().map(|v| vec![Edit::Add(id, ohm(v))]).collect();
            self.push(FaultOf::Poor, Some(place), weight, poor);
        }
        self.push(FaultOf::Open, Some(place), 0.5 * weight, vec![vec![Edit::Break(id)]]);
        let gone = vec![vec![Edit::Add(id, GONE_OHM)]];
        self.push(FaultOf::ComesAndGoes, Some(place), 0.3 * weight, gone);
    }

    fn of_part(&mut self, id: ElementId, place: PartRef) {
        use FaultOf::{Blown, Open, ReversedDiode, ShortedDiode, StuckClosed, Tripped};
        let at = Some(place);
        let broken = || vec![vec![Edit::Break(id)]];
        match place.what {
            PartKind::Link(i) => self.link(id, place, i),
            // Lamps out of step are no lamp that is dark.
            PartKind::Leg(_, Pole::Sync) => {}
            PartKind::Leg(..) => self.joint(id, place, 5.0),
            PartKind::Lamp(k, n) if n < MOST_LAMPS => self.lamp(id, place, k),
            PartKind::Switch(_) => {
                self.push(Open, at, 1.5, broken());
                self.push(StuckClosed, at, 0.5, vec![vec![Edit::Through(id)]]);
            }
            PartKind::SwitchLead(_) | PartKind::SignalLead(_) => self.push(Open, at, 1.5, broken()),
            PartKind::Splice(_) => self.joint(id, place, 1.5),
            PartKind::CoilGround(_) => self.joint(id, place, 2.0),
            PartKind::GroundBus | PartKind::PlugGround | PartKind::HousingGround(_) => {
                self.joint(id, place, 6.0);
            }
            PartKind::BlockFeed => self.joint(id, place, 2.0),
            PartKind::BlockRelay => {
                self.push(Open, at, 1.5, broken());
                self.push(StuckClosed, at, 0.5, vec![vec![Edit::Through(id)]]);
            }
            PartKind::Coil(_) => self.push(Open, at, 0.7, broken()),
            PartKind::Diode(_) => {
                self.push(Open, at, 0.5, broken());
                self.push(ReversedDiode, at, 0.8, vec![vec![Edit::Reverse(id)]]);
                self.push(ShortedDiode, at, 0.5, vec![vec![Edit::Through(id)]]);
            }
            PartKind::LeadFuse(_) => self.push(Blown, at, 1.5, broken()),
            PartKind::FactoryFuse(_) => self.push(Blown, at, 2.0, broken()),
            PartKind::FactorySource(f) => {
                let watched = self.job.factory.get(f).map(|f| f.output);
                match watched {
                    Some(OutputKind::Monitored | OutputKind::Pulsed) => {
                        self.push(Tripped, at, 4.0, broken());
                    }
                    _ => self.push(Open, at, 1.0, broken()),
                }
            }
            PartKind::FactoryWire(_) => self.push(Open, at, 1.0, broken()),
            PartKind::FactoryLamps(_) => self.push(Open, at, 2.0, broken()),
            _ => {}
        }
    }

    fn link(&mut self, id: ElementId, place: PartRef, i: usize) {
        let Some(c) = place.circuit else { return };
        let chain = &self.study.circuits[c].chain;
        let Some(link) = chain.links.get(i) else { return };
        let at = Some(place);
        let is_wet = |k: Option<usize>| {
            k.and_then(|k| match &chain.links.get(k)?.kind {
                LinkKind::Wire(w) => w.stretches.last().map(|s| s.zone),
                _ => None,
            })
            .is_some_and(|z| matches!(z, Zone::Exterior | Zone::Underbody | Zone::EngineBay))
        };
        let wet = if is_wet(i.checked_sub(1)) || is_wet(Some(i + 1)) { 1.5 } else { 1.0 };
        match &link.kind {
            LinkKind::Joint { of, .. } => {
                let weight = match of {
                    JointOf::Stud => 6.0,
                    JointOf::Lamp(_) | JointOf::FactoryPlug(_) => 4.0,
                    JointOf::SourcePost | JointOf::NegativePost => 1.5,
                    JointOf::FactoryWire
                    | JointOf::FactoryMinus
                    | JointOf::FactoryGround
                    | JointOf::Branch(_)
                    | JointOf::Bus
                    | JointOf::PlugGround => 2.5,
                };
                self.joint(id, place, weight * wet);
            }
            LinkKind::Connector { .. } => self.joint(id, place, 4.0 * wet),
            LinkKind::Fuse { .. } if chain.origin == Origin::Battery || self.has_own_fuse(c) => {
                self.push(FaultOf::Blown, at, 2.5, vec![vec![Edit::Break(id)]]);
                // Another rating changes milliohms: no meter tells, only the eye.
                self.push(FaultOf::WrongFuse, at, 2.0, vec![Vec::new()]);
            }
            LinkKind::Wire(run) => {
                let metres = run.length_m();
                self.push(FaultOf::Open, at, 0.2 + 0.15 * metres, vec![vec![Edit::Break(id)]]);
                let fuse = self.fuse_before(chain, c, i);
                if let (WireRole::Supply, Some(fuse)) = (run.role, fuse) {
                    let to = self.built.net.element(id).to;
                    let edits = vec![
                        Edit::Break(fuse),
                        Edit::Touch(to, jovek_circuit::NodeId::GROUND, 0.05),
                    ];
                    self.push(FaultOf::ShortToFrame, at, 0.5 + 0.2 * metres, vec![edits]);
                }
            }
            LinkKind::Module(_) => {
                self.push(FaultOf::Open, at, 0.8, vec![vec![Edit::Break(id)]]);
            }
            _ => {}
        }
    }

    fn has_own_fuse(&self, c: usize) -> bool {
        self.study.circuits[c].sized.chosen.sizes.fuse.is_some()
    }

    /// The fuse that opens when a wire of the chain touches the frame.
    fn fuse_before(&self, chain: &Chain, c: usize, link: usize) -> Option<ElementId> {
        let at = chain.links.iter().position(|l| matches!(l.kind, LinkKind::Fuse { .. }))?;
        if self.has_own_fuse(c) && at < link {
            return self.built.circuits[c].links[at];
        }
        let Origin::Factory { index, .. } = chain.origin else { return None };
        let place = PartRef { circuit: None, what: PartKind::FactoryFuse(index) };
        let all = self.built.net.iter().zip(&self.built.places);
        all.into_iter().find(|(_, p)| **p == place).map(|((id, _), _)| id)
    }

    fn lamp(&mut self, id: ElementId, place: PartRef, group: usize) {
        let at = Some(place);
        let device = self.built.net.element(id).device;
        self.push(FaultOf::Open, at, 2.0, vec![vec![Edit::Break(id)]]);
        let is_led = matches!(device, Device::RegulatedLed(_) | Device::BallastedLed(_));
        if is_led {
            self.push(FaultOf::ReversedPolarity, at, 1.5, vec![vec![Edit::Reverse(id)]]);
        }
        let scaled = [0.5, 1.8].map(|factor| vec![Edit::Replace(id, scaled(device, factor))]);
        if place.circuit.is_some_and(|c| group < self.study.circuits[c].chain.lamps.len()) {
            self.push(FaultOf::WrongLamp, at, 0.6, scaled.to_vec());
        }
    }

    fn battery(&mut self) {
        let place = PartRef { circuit: None, what: PartKind::Battery };
        let n = self.study.supply.batteries;
        let tired = [(0.7, 2.0), (1.3, 4.0)].map(|(less, times)| vec![Edit::Tire(less * n, times)]);
        self.push(FaultOf::WeakBattery, Some(place), 3.0, tired.to_vec());
    }

    fn relays(&mut self) {
        for (k, relay) in self.built.relays.iter().enumerate() {
            let what = PartKind::RelayContact(relay.relay);
            let place = Some(PartRef { circuit: Some(relay.circuit), what });
            let has_contacts =
                self.built.net.relays().get(k).is_some_and(|r| !r.contacts.is_empty());
            if !has_contacts {
                continue;
            }
            self.push(FaultOf::StuckOpen, place, 1.2, vec![vec![Edit::Stick(k, false)]]);
            self.push(FaultOf::StuckClosed, place, 0.7, vec![vec![Edit::Stick(k, true)]]);
            self.push(FaultOf::WrongThrow, place, 0.6, vec![vec![Edit::Turn(k)]]);
        }
    }

    /// Feeds of two circuits exchanged at their lamps.
    fn swapped(&mut self) {
        let plug = |c: usize| {
            let links = &self.study.circuits[c].chain.links;
            let at = links.iter().position(|l| l.kind == LinkKind::Lamps)?.checked_sub(1)?;
            Some((self.built.circuits[c].links[at]?, at))
        };
        let circuits = &self.study.circuits;
        for a in 0..circuits.len() {
            for b in a + 1..circuits.len() {
                let (Some((pa, at)), Some((pb, _))) = (plug(a), plug(b)) else { continue };
                let (one, other) = (&circuits[a].chain, &circuits[b].chain);
                let place = PartRef { circuit: Some(a), what: PartKind::Link(at) };
                let key = format!("{}+{}", one.id, other.id);
                let part = say::feeds_of(&one.name, &other.name);
                let edits = vec![vec![Edit::Exchange(pa, pb)]];
                self.named(FaultOf::SwappedWires, Some(place), (key, part), 0.6, edits);
            }
        }
    }

    /// Two returns put on one stud that is poor or lost.
    fn shared_grounds(&mut self) {
        let circuits = &self.study.circuits;
        let on_stud = |c: usize| {
            let run = &self.job.circuits[circuits[c].index].run;
            let links = &circuits[c].chain.links;
            let is_stud = |l: &Link| matches!(l.kind, LinkKind::Joint { of: JointOf::Stud, .. });
            let stud = links.iter().position(is_stud)?;
            (run.return_by == ReturnKind::ChassisStud).then_some(())?;
            Some((stud, self.built.circuits[c].links[stud]?))
        };
        for a in 0..circuits.len() {
            for b in a + 1..circuits.len() {
                let (Some((at, sa)), Some((_, sb))) = (on_stud(a), on_stud(b)) else { continue };
                let (from_a, from_b) =
                    (self.built.net.element(sa).from, self.built.net.element(sb).from);
                let poor = [0.27, 0.6, 1.35, GONE_OHM].map(|ohm| {
                    vec![Edit::Break(sa), Edit::Touch(from_a, from_b, 0.001), Edit::Add(sb, ohm)]
                });
                let place = PartRef { circuit: Some(a), what: PartKind::Link(at) };
                let key = format!("{}+{}.stud", circuits[a].chain.id, circuits[b].chain.id);
                let part = say::stud_of(&circuits[a].chain.name, &circuits[b].chain.name);
                let named = (key, part);
                self.named(FaultOf::SharedGround, Some(place), named, 1.5, poor.to_vec());
            }
        }
    }
}

/// A resistance that is only guessed: one digit.
fn about_ohm(ohm: f64) -> String {
    let decade = 10f64.powf(ohm.max(1e-3).log10().floor());
    let rounded = (ohm / decade).round() * decade;
    if rounded < 1.0 { format!("{rounded:.1} ohm") } else { format!("{rounded:.0} ohm") }
}

fn scaled(device: Device, factor: f64) -> Device {
    match device {
        Device::RegulatedLed(d) => {
            Device::RegulatedLed(RegulatedLed { power_w: d.power_w * factor, ..d })
        }
        Device::BallastedLed(d) => {
            Device::BallastedLed(BallastedLed { series_ohm: d.series_ohm / factor, ..d })
        }
        Device::Incandescent(mut d) => {
            d.power_w *= factor;
            Device::Incandescent(d)
        }
        other => other,
    }
}

/// Stable key of a fault.
pub fn kind_key(fault: FaultOf) -> &'static str {
    match fault {
        FaultOf::Nothing => "nothing",
        FaultOf::Open => "open",
        FaultOf::Poor => "poor",
        FaultOf::ComesAndGoes => "comes_and_goes",
        FaultOf::Blown => "blown",
        FaultOf::WrongFuse => "wrong_fuse",
        FaultOf::ShortToFrame => "short",
        FaultOf::SwappedWires => "swapped",
        FaultOf::ReversedPolarity => "reversed",
        FaultOf::ReversedDiode => "diode_reversed",
        FaultOf::ShortedDiode => "diode_shorted",
        FaultOf::StuckOpen => "stuck_open",
        FaultOf::StuckClosed => "stuck_closed",
        FaultOf::WrongThrow => "87a_for_87",
        FaultOf::SharedGround => "shared_ground",
        FaultOf::WeakBattery => "weak",
        FaultOf::WrongLamp => "wrong_lamp",
        FaultOf::Tripped => "tripped",
    }
}
