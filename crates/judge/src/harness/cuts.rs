//! The cut list: every piece of wire with both ends.

use super::colours::{circuit_colour, feed_colour, ground_colour};
use jovek_base::csv::cell;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::joint::END_ALLOWANCE_M;
use jovek_catalog::joint::{JointPlace, joint_at};
use jovek_catalog::terminal::EndKind;
use jovek_job::{CircuitId, Job, ReturnKind, Zone};
use jovek_plan::chain::{Chain, Leg, LinkKind, Origin, Stretch, WireRole};
use jovek_plan::sizes::{ControlChoice, Sizes};
use jovek_plan::switching::{Lead, Switching, Terminal, leads};
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// Lengths are rounded up to this, m.
const STEP_M: f64 = 0.05;
/// Wire from relay terminal 85 to its ground, m. Common practice: the stud beside the relay.
const COIL_GROUND_M: f64 = 0.3;

/// A piece of wire.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CutLine {
    /// Label for both ends.
    pub label: String,
    /// The circuit.
    pub circuit: CircuitId,
    /// Its name.
    pub circuit_name: String,
    /// From where.
    pub from: String,
    /// To where.
    pub to: String,
    /// Insulation colour.
    pub colour: String,
    /// How it is told from others of its colour, `1 band`; empty where it is alone.
    pub mark: String,
    /// Wire size.
    pub wire: Conductor,
    /// The size as it is spoken.
    pub wire_text: String,
    /// Insulation class.
    pub insulation: &'static str,
    /// Length of the path, m.
    pub path_m: f64,
    /// Length to cut, m.
    pub length_m: f64,
    /// What the length has beside the path: `2 × 0.15 m at the ends, 5 % spare`.
    pub allowance_text: String,
    /// What kind of end the start is.
    pub from_kind: EndKind,
    /// What kind of end the end is.
    pub to_kind: EndKind,
    /// What is around the start.
    #[serde(skip)]
    pub from_near: JointPlace,
    /// What is around the end.
    #[serde(skip)]
    pub to_near: JointPlace,
    /// Current of the circuit, A.
    #[serde(skip)]
    pub load_a: f64,
    /// Terminal at the start.
    pub from_terminal: String,
    /// Terminal at the end.
    pub to_terminal: String,
    /// What to slide on first.
    pub sleeve: String,
}

struct End {
    place: String,
    kind: EndKind,
    near: JointPlace,
}

impl End {
    fn new(place: &str, kind: EndKind) -> End {
        End { place: place.into(), kind, near: BESIDE }
    }

    fn by(self, stretch: Option<&Stretch>) -> End {
        End { near: near(stretch), ..self }
    }
}

/// The surroundings of parts that sit beside each other, where no wire tells.
const BESIDE: JointPlace = JointPlace { is_wet: false, flexes: false, ambient_c: 40.0 };

/// What is around a point of a stretch.
fn near(stretch: Option<&Stretch>) -> JointPlace {
    stretch.map_or(BESIDE, |s| JointPlace {
        is_wet: matches!(s.zone, Zone::Exterior | Zone::Underbody),
        flexes: s.flexes,
        ambient_c: s.ambient_c,
    })
}

/// Current of a circuit from the power of its lamps, A.
fn load_a(job: &Job, chain: &Chain) -> f64 {
    let power_w: f64 = chain.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum();
    power_w / job.vehicle.system.nominal_v()
}

/// What a piece is longer than its path by, in words.
pub(super) fn allowance_text(end_allowance_m: f64, spare_percent: f64) -> String {
    let ends = format!("2 × {end_allowance_m:.2} m at the ends");
    match spare_percent > 0.0 {
        true => format!("{ends}, {spare_percent} % spare"),
        false => ends,
    }
}

/// Length to cut for a path, m: allowance at both ends, rounded up.
pub fn cut_length_m(path_m: f64, end_allowance_m: f64) -> f64 {
    let steps = ((path_m + 2.0 * end_allowance_m) / STEP_M - 1e-9).ceil();
    (steps * STEP_M * 100.0).round() / 100.0
}

/// The pieces of all circuits.
///
/// `indices` holds the place of each circuit in the job.
pub fn cut_list(job: &Job, parts: &[(&Chain, &Sizes)], indices: &[usize]) -> Vec<CutLine> {
    let mut out = Vec::new();
    let mut cavities = BTreeMap::new();
    for ((chain, sizes), &index) in parts.iter().zip(indices) {
        let plugs = plugs(chain, &mut cavities);
        cut_chain(job, index, chain, sizes, &plugs, &mut out);
    }
    out
}

/// Connectors in the wires of a chain by the index of their link, each with the cavity that is its own.
fn plugs(chain: &Chain, cavities: &mut BTreeMap<String, usize>) -> BTreeMap<usize, String> {
    let mut out = BTreeMap::new();
    for (i, link) in chain.links.iter().enumerate() {
        if matches!(link.kind, LinkKind::Connector { .. }) {
            let cavity = cavities.entry(link.name.clone()).or_default();
            *cavity += 1;
            out.insert(i, format!("connector {} {cavity}", link.name));
        }
    }
    out
}

fn cut_chain(
    job: &Job,
    index: usize,
    chain: &Chain,
    sizes: &Sizes,
    plugs: &BTreeMap<usize, String>,
    out: &mut Vec<CutLine>,
) {
    let allowance = job.shop.end_allowance_m.unwrap_or(END_ALLOWANCE_M);
    let spare = job.shop.spare_percent.unwrap_or(0.0);
    let ground = &ground_colour(job);
    let own_colour = &circuit_colour(job, index);
    let load_a = load_a(job, chain);
    let joint = job.circuits.get(index).map_or(job.shop.joint, |c| job.joint_of(c));
    let mut number = 0;
    let mut piece = |from: End, to: End, colour: String, wire: Conductor, path_m: f64| {
        number += 1;
        let sleeve = if from.kind.is_joint() || to.kind.is_joint() { "sleeve first" } else { "" };
        let part = |e: &End| e.kind.part(wire, joint_at(joint, e.near, load_a).0);
        let (from_terminal, to_terminal) = (part(&from), part(&to));
        out.push(CutLine {
            label: format!("{}-{}{}", label_unit(job), index + 1, letters(number)),
            circuit: chain.id.clone(),
            circuit_name: chain.name.clone(),
            from: from.place,
            to: to.place,
            colour,
            wire,
            wire_text: wire.label(),
            insulation: sizes.insulation.label(),
            path_m,
            length_m: cut_length_m(path_m * (1.0 + spare / 100.0), allowance),
            allowance_text: allowance_text(allowance, spare),
            mark: String::new(),
            from_terminal,
            to_terminal,
            from_kind: from.kind,
            to_kind: to.kind,
            from_near: from.near,
            to_near: to.near,
            load_a,
            sleeve: sleeve.into(),
        });
    };
    // A tie-in with a fuse of its own: the holder sits right at the joint, on a lead of nothing but
    // its two allowances.
    if chain.origin != Origin::Battery && sizes.fuse.is_some() {
        let joint = End::new("factory wire", EndKind::FactoryJoint);
        let holder = End::new("fuse in", EndKind::Blade);
        piece(joint, holder, own_colour.to_owned(), sizes.wire, 0.0);
    }
    let relay = matches!(sizes.control, ControlChoice::Relay { .. });
    let inside = chain.switching.as_ref().map(|s| Inside::new(job, chain, s));
    let mut past_control = false;
    for (i, link) in chain.links.iter().enumerate() {
        if matches!(link.kind, LinkKind::Control { .. }) {
            past_control = true;
        }
        let LinkKind::Wire(run) = &link.kind else { continue };
        let behind = |k: usize| chain.links.get(k).map(|l| &l.kind);
        let from = match run.role {
            WireRole::Return
                if !chain.back_legs.is_empty() && !plugs.contains_key(&i.wrapping_sub(1)) =>
            {
                End::new("branch -", EndKind::Butt)
            }
            _ if plugs.contains_key(&i.wrapping_sub(1)) => {
                End::new(&plugs[&(i - 1)], EndKind::ConnectorPin)
            }
            WireRole::Return => End::new("lamp -", lamp_end(chain)),
            _ => end_before(behind(i.wrapping_sub(1)), chain, sizes, &inside),
        };
        let to = match run.role {
            _ if plugs.contains_key(&(i + 1)) => End::new(&plugs[&(i + 1)], EndKind::ConnectorPin),
            WireRole::Return if job_returns_to_battery(job, index) => {
                End::new("battery -", EndKind::PostRing)
            }
            WireRole::Return if is_on_bus(job, index) => End::new("ground bus", EndKind::StudRing),
            WireRole::Return => End::new("ground stud", EndKind::StudRing),
            _ => end_after(behind(i + 1), relay, &inside, chain),
        };
        let from = from.by(run.stretches.first());
        let to = to.by(run.stretches.last());
        let colour = match run.role {
            WireRole::Return => ground.clone(),
            _ if past_control || chain.origin != Origin::Battery => own_colour.to_owned(),
            _ => feed_colour(job),
        };
        piece(from, to, colour, sizes.wire, run.length_m());
    }
    let own = own_colour.as_str();
    for (legs, way, end, colour) in
        [(&chain.legs, "+", "lamp +", own), (&chain.back_legs, "-", "lamp -", ground.as_str())]
    {
        for (k, leg) in legs.iter().enumerate().filter(|(_, l)| !l.stretches.is_empty()) {
            let start = leg
                .parent
                .map_or_else(|| format!("branch {way}"), |p| leg_end(&legs[p], p, chain, end, way));
            let from = End::new(&start, EndKind::Butt).by(leg.stretches.first());
            let kind = if leg.lamps.len() == 1 { EndKind::LampPlug } else { EndKind::Butt };
            let to = End::new(&leg_end(leg, k, chain, end, way), kind).by(leg.stretches.last());
            // The return is listed in the direction of the current.
            let (from, to) = if way == "-" { (to, from) } else { (from, to) };
            piece(from, to, colour.to_owned(), sizes.wire, leg.length_m());
        }
    }
    if let Some(inside) = &inside {
        for (from, to, colour, wire, path_m) in inside.pieces(job, chain, sizes, own_colour) {
            piece(from, to, colour, wire, path_m);
        }
    }
    if relay {
        let lead = chain.switch_lead_m;
        let blade = |place| End::new(place, EndKind::Blade);
        piece(blade("relay 30"), blade("switch in"), feed_colour(job), sizes.coil_wire, lead);
        piece(
            blade("switch out"),
            blade("relay 86"),
            format!("black/{own_colour}"),
            sizes.coil_wire,
            lead,
        );
        piece(
            blade("relay 85"),
            End::new("ground stud", EndKind::StudRing),
            ground.clone(),
            sizes.coil_wire,
            COIL_GROUND_M,
        );
    }
}

/// The wires inside planned hardware, and the terminals where the feed ends and the lamp wire starts.
struct Inside {
    into: String,
    out: String,
    leads: Vec<Lead>,
}

impl Inside {
    fn new(job: &Job, chain: &Chain, switching: &Switching) -> Inside {
        let names: Vec<&str> = job.factory.iter().map(|f| f.name.as_str()).collect();
        let mut leads = leads(switching);
        if let Origin::Factory { index, .. } = chain.origin {
            // The wire at which the chain starts has its joint and fuse behind it already.
            for lead in leads.iter_mut().filter(|l| !l.is_coil) {
                if lead.from == Terminal::Signal(index) {
                    lead.from = Terminal::Feed;
                }
            }
        }
        let out = leads
            .iter()
            .find(|l| l.to == Terminal::Lamps)
            .map_or_else(String::new, |l| l.from.label(&names));
        leads.retain(|l| l.to != Terminal::Lamps);
        // A feed that goes to one terminal ends there; one that goes to several ends in a joint.
        let fed: Vec<Terminal> =
            leads.iter().filter(|l| l.from == Terminal::Feed).map(|l| l.to).collect();
        let into = match fed.as_slice() {
            [only] => {
                leads.retain(|l| l.from != Terminal::Feed);
                only.label(&names)
            }
            _ => "feed joint".to_owned(),
        };
        Inside { into, out, leads }
    }

    /// Each wire with its ends, colour, size and path.
    fn pieces(
        &self,
        job: &Job,
        chain: &Chain,
        sizes: &Sizes,
        own_colour: &str,
    ) -> Vec<(End, End, String, Conductor, f64)> {
        let names: Vec<&str> = job.factory.iter().map(|f| f.name.as_str()).collect();
        let end = |t: Terminal| {
            let place = match t {
                Terminal::Feed => "feed joint".to_owned(),
                other => other.label(&names),
            };
            let kind = match t {
                Terminal::Signal(_) => EndKind::FactoryJoint,
                Terminal::Ground => EndKind::StudRing,
                Terminal::Joint(_) | Terminal::Anode(_) | Terminal::Band(_) => EndKind::Butt,
                _ => EndKind::Blade,
            };
            End::new(&place, kind)
        };
        self.leads
            .iter()
            .map(|lead| {
                let wire = if lead.is_coil { sizes.coil_wire } else { sizes.wire };
                let path_m = match (lead.from, lead.to) {
                    (Terminal::Signal(_), _) => chain.signal_lead_m,
                    (_, Terminal::SwitchIn(_)) | (Terminal::SwitchOut(_), _) if lead.is_coil => {
                        chain.switch_lead_m
                    }
                    (_, Terminal::Ground) => COIL_GROUND_M,
                    // Beside each other: nothing but the two allowances.
                    _ => 0.0,
                };
                let colour = match (lead.from, lead.to) {
                    (_, Terminal::Ground) => ground_colour(job),
                    (Terminal::Feed, _) => feed_colour(job),
                    _ if lead.is_coil => format!("black/{own_colour}"),
                    _ => own_colour.to_owned(),
                };
                (end(lead.from), end(lead.to), colour, wire, path_m)
            })
            .collect()
    }
}

/// True where a circuit returns to the ground bus.
pub(super) fn is_on_bus(job: &Job, index: usize) -> bool {
    job.circuits.get(index).is_some_and(|c| c.run.return_by == ReturnKind::GroundBus)
}

fn job_returns_to_battery(job: &Job, index: usize) -> bool {
    job.circuits.get(index).is_some_and(|c| c.run.return_by == ReturnKind::BatteryNegative)
}

fn end_before(
    link: Option<&LinkKind>,
    chain: &Chain,
    sizes: &Sizes,
    inside: &Option<Inside>,
) -> End {
    let relay = matches!(sizes.control, ControlChoice::Relay { .. });
    match link {
        // Without a fuse of its own the wire starts at the joint.
        Some(LinkKind::Fuse { .. }) if sizes.fuse.is_some() => End::new("fuse out", EndKind::Blade),
        Some(LinkKind::Dimmer) => End::new("dimmer out", EndKind::Blade),
        Some(LinkKind::Control { .. }) if inside.is_some() => {
            End::new(inside.as_ref().map_or("", |i| &i.out), EndKind::Blade)
        }
        Some(LinkKind::Control { .. }) if relay => End::new("relay 87", EndKind::Blade),
        Some(LinkKind::Control { .. }) => End::new("switch out", EndKind::Blade),
        _ if chain.is_auxiliary => End::new("auxiliary +", EndKind::PostRing),
        _ if chain.origin == Origin::Battery => End::new("battery +", EndKind::PostRing),
        _ => End::new("factory wire", EndKind::FactoryJoint),
    }
}

fn end_after(link: Option<&LinkKind>, relay: bool, inside: &Option<Inside>, chain: &Chain) -> End {
    match link {
        Some(LinkKind::Fuse { .. }) => End::new("fuse in", EndKind::Blade),
        Some(LinkKind::Dimmer) => End::new("dimmer in", EndKind::Blade),
        Some(LinkKind::Control { .. }) if inside.is_some() => {
            End::new(inside.as_ref().map_or("", |i| &i.into), EndKind::Blade)
        }
        Some(LinkKind::Control { .. }) if relay => End::new("relay 30", EndKind::Blade),
        Some(LinkKind::Control { .. }) => End::new("switch in", EndKind::Blade),
        _ if !chain.legs.is_empty() => End::new("branch +", EndKind::Butt),
        _ => End::new("lamp +", lamp_end(chain)),
    }
}

/// One lamp has a plug of its own; several at one place share a splice to their leads.
fn lamp_end(chain: &Chain) -> EndKind {
    match chain.lamps.iter().map(|l| l.count).sum::<u32>() {
        1 => EndKind::LampPlug,
        _ => EndKind::Butt,
    }
}

/// Where a leg ends: at its lamps, by name where there are several, or at the next branch.
fn leg_end(leg: &Leg, number: usize, chain: &Chain, lamp: &str, way: &str) -> String {
    let all: u32 = chain.lamps.iter().map(|l| l.count).sum();
    match leg.lamps.as_slice() {
        [] => format!("branch {way} {}", number + 1),
        _ if all == 1 => lamp.to_owned(),
        lamps => {
            let numbers: Vec<String> =
                lamps.iter().map(|&lamp| chain.lamp_number(lamp).to_string()).collect();
            format!("lamp {} {way}", numbers.join(", "))
        }
    }
}

pub(super) fn label_unit(job: &Job) -> String {
    let unit: String = job.unit.chars().filter(char::is_ascii_alphanumeric).collect();
    if unit.is_empty() { "W".into() } else { unit }
}

/// Letters of a piece: a to z, then aa, ab and on.
fn letters(number: usize) -> String {
    let last = char::from(b'a' + ((number - 1) % 26) as u8);
    match (number - 1) / 26 {
        0 => last.to_string(),
        before => letters(before) + &last.to_string(),
    }
}

/// The cut list as CSV.
pub fn csv(lines: &[CutLine]) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    let header = [
        "label",
        "circuit",
        "from",
        "to",
        "colour",
        "mark",
        "wire",
        "insulation",
        "path_m",
        "length_m",
        "from_terminal",
        "to_terminal",
        "sleeve",
    ];
    // Writing to memory cannot fail.
    let _ = out.write_record(header);
    for l in lines {
        let _ = out.write_record([
            cell(&l.label),
            cell(&l.circuit_name),
            l.from.clone(),
            l.to.clone(),
            l.colour.clone(),
            l.mark.clone(),
            l.wire.to_string(),
            l.insulation.to_owned(),
            format!("{:.2}", l.path_m),
            format!("{:.2}", l.length_m),
            l.from_terminal.clone(),
            l.to_terminal.clone(),
            l.sleeve.clone(),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}

/// The cut list in the order in which it is cut: by size and colour, reel by reel, the longest first.
pub fn in_order_csv(lines: &[CutLine], reel_m: f64) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    // Writing to memory cannot fail.
    let _ = out.write_record([
        "wire",
        "reel",
        "label",
        "length_m",
        "from",
        "to",
        "circuit",
        "left_on_reel_m",
    ]);
    for reel in super::reels::reels(lines, reel_m) {
        for (k, label) in reel.pieces.iter().enumerate() {
            let Some(cut) = lines.iter().find(|c| c.label == *label) else { continue };
            let is_last = k + 1 == reel.pieces.len();
            let _ = out.write_record([
                reel.wire.clone(),
                reel.number.to_string(),
                cell(label),
                format!("{:.2}", cut.length_m),
                cut.from.clone(),
                cut.to.clone(),
                cell(&cut.circuit_name),
                if is_last { format!("{:.2}", reel.left_m) } else { String::new() },
            ]);
        }
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
