//! The cut list: every piece of wire with both ends.

use super::cables::Cable;
use super::colours::{SYNC_COLOUR, circuit_colour, control_colour, feed_colour, ground_colour};
use super::ends::{Names, kind, near, slid_on};
use super::shared_lines::shared_lines;
use jovek_base::csv::cell;
use jovek_base::units::{Lengths, Units};
use jovek_catalog::conductor::Conductor;
use jovek_catalog::joint::JointPlace;
use jovek_catalog::terminal::EndKind;
use jovek_job::{CircuitId, Job};
use jovek_phrases::harness as say;
use jovek_plan::chain::Chain;
use jovek_plan::charge_cable::ChargeCable;
use jovek_plan::end::{End, Pole};
use jovek_plan::fuse_block::SharedFeed;
use jovek_plan::housing::SharedGround;
use jovek_plan::plugs::Plugs;
use jovek_plan::sizes::Sizes;
use jovek_plan::study::Assessment;
use jovek_plan::wires::{PieceAt, PieceRole, wires};
use serde::Serialize;
use utoipa::ToSchema;

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
    /// How it is told from others of its colour, `1 band`, `in cable 2`; empty where it is alone.
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
    /// Length to cut, as the shop reads its tape.
    pub length_text: String,
    /// What the length has beside the path: `2 × 0.15 m at the ends, 5 % spare`.
    pub allowance_text: String,
    /// What kind of end the start is.
    pub from_kind: EndKind,
    /// What kind of end the end is.
    pub to_kind: EndKind,
    /// Where it lies in the network; none for a lead of a strip.
    #[serde(skip)]
    pub piece: Option<PieceAt>,
    /// Where it starts.
    #[serde(skip)]
    pub from_end: End,
    /// Where it ends.
    #[serde(skip)]
    pub to_end: End,
    /// What it carries.
    #[serde(skip)]
    pub role: PieceRole,
    /// Its working temperature, °C, by length along it.
    #[serde(skip)]
    pub working_c: f64,
    /// A jumper, or the wire before a fuse: cut without a service loop.
    #[serde(skip)]
    pub is_short: bool,
    /// The cable of which it is a core; none for a single wire.
    #[serde(skip)]
    pub cable: Option<Cable>,
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

/// Current of a circuit from the power of its lamps, A.
fn load_a(job: &Job, chain: &Chain) -> f64 {
    let power_w: f64 = chain.lamps.iter().map(|l| l.power_w * f64::from(l.count)).sum();
    power_w / job.vehicle.system.nominal_v()
}

/// What a piece is longer than its path by, in words.
pub(super) fn allowance_text(end_allowance_m: f64, spare_percent: f64, units: Units) -> String {
    let each = match (units.lengths, end_allowance_m < 0.1) {
        (Lengths::Us, _) | (_, true) => units.rule(1000.0 * end_allowance_m),
        (Lengths::Metric, false) => units.length(end_allowance_m),
    };
    let ends = say::two_at_the_ends(&each);
    match spare_percent > 0.0 {
        true => say::spare(&ends, &spare_percent),
        false => ends,
    }
}

/// What is cut for: the job, its chains with their sizes, its connectors.
#[derive(Clone, Copy)]
pub struct Installation<'a> {
    /// The job.
    pub job: &'a Job,
    /// Chains with their sizes.
    pub parts: &'a [(&'a Chain, &'a Sizes)],
    /// Connectors that wires go through.
    pub plugs: &'a Plugs,
    /// The feed of the fuse block; none without one.
    pub block: Option<&'a SharedFeed>,
    /// The cable that charges an auxiliary battery; none where the job fits none.
    pub charge: Option<&'a ChargeCable>,
    /// The grounds that lamps of a housing share.
    pub grounds: &'a [SharedGround],
}

impl<'a> Installation<'a> {
    /// A job as it was studied, with its chains and sizes.
    pub fn of(job: &'a Job, study: &'a Assessment, parts: &'a [(&'a Chain, &'a Sizes)]) -> Self {
        let (block, charge) = (study.block.as_ref(), study.charge.as_ref());
        let (plugs, grounds) = (&study.plugs, study.grounds.as_slice());
        Installation { job, parts, plugs, block, charge, grounds }
    }
}

impl Installation<'_> {
    /// Names of its ends need the chains by their index.
    pub fn chains(&self) -> Vec<(&Chain, usize)> {
        self.parts.iter().map(|(chain, _)| (*chain, chain.index.0)).collect()
    }
}

/// The pieces of all circuits.
pub fn cut_list(of: Installation) -> Vec<CutLine> {
    let chains = of.chains();
    let names = Names { job: of.job, plugs: of.plugs, chains: &chains };
    let mut out = shared_lines(of);
    for (chain, sizes) in of.parts {
        cut_chain(of.job, chain, sizes, &names, &mut out);
    }
    out
}

fn cut_chain(job: &Job, chain: &Chain, sizes: &Sizes, names: &Names, out: &mut Vec<CutLine>) {
    let index = chain.index.0;
    let load_a = load_a(job, chain);
    let spare = job.shop.spare_percent.unwrap_or(0.0);
    for (k, piece) in wires(chain, sizes).pieces.into_iter().enumerate() {
        let (from_kind, to_kind) = (kind(piece.from), kind(piece.to));
        // Stretches stand in the direction in which they were told: from the branch on.
        let (first, last) = (piece.stretches.first(), piece.stretches.last());
        let is_backward = matches!(piece.at, PieceAt::Leg(_, _, Pole::Minus));
        let (from_near, to_near) =
            if is_backward { (near(last), near(first)) } else { (near(first), near(last)) };
        // What is joined there takes all wires of the joint: it is named when all are known.
        let part = |kind: EndKind| kind.terminal(piece.wire, job.shop.units).unwrap_or_default();
        let allowance = piece.end_allowance_m(&job.shop);
        out.push(CutLine {
            label: format!("{}-{}{}", label_unit(job), index + 1, letters(k + 1)),
            circuit: chain.id.clone(),
            circuit_name: chain.name.clone(),
            from: names.text(piece.from),
            to: names.text(piece.to),
            colour: colour(job, index, piece.role),
            mark: String::new(),
            wire: piece.wire,
            wire_text: piece.wire.label(),
            insulation: sizes.insulation.label(),
            path_m: piece.path_m,
            length_m: piece.cut_m(&job.shop),
            length_text: job.shop.units.length(piece.cut_m(&job.shop)),
            allowance_text: allowance_text(
                allowance,
                if piece.is_short { 0.0 } else { spare },
                job.shop.units,
            ),
            from_terminal: part(from_kind),
            to_terminal: part(to_kind),
            from_kind,
            to_kind,
            piece: Some(piece.at),
            from_end: piece.from,
            to_end: piece.to,
            role: piece.role,
            working_c: piece.working_c,
            is_short: piece.is_short,
            cable: None,
            from_near,
            to_near,
            load_a,
            sleeve: slid_on([from_kind, to_kind], piece.wire).into(),
        });
    }
}

impl CutLine {
    /// What it is cut from, as it is ordered: `1.5 mm² PVC 105 °C red`, or the cable of which it is a core.
    pub fn stock_text(&self) -> String {
        match &self.cable {
            Some(cable) => cable.text.clone(),
            None => format!("{} {} {}", self.wire_text, self.insulation, self.colour),
        }
    }

    /// True for a single wire, and for one core of each cable: what is cut once.
    pub fn is_cut_once(&self, among: &[CutLine]) -> bool {
        let number = |c: &CutLine| c.cable.as_ref().map(|cable| cable.number);
        let first = among.iter().find(|c| number(c) == number(self));
        self.cable.is_none() || first.is_some_and(|c| c.label == self.label)
    }
}

/// The colour of a piece by what it carries.
fn colour(job: &Job, index: usize, role: PieceRole) -> String {
    match role {
        PieceRole::Unfused | PieceRole::Feed | PieceRole::CoilFeed => feed_colour(job),
        PieceRole::Switched => circuit_colour(job, index),
        PieceRole::Coil => control_colour(&circuit_colour(job, index)),
        PieceRole::CoilGround | PieceRole::Return => ground_colour(job),
        PieceRole::Sync => SYNC_COLOUR.to_owned(),
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
pub fn csv(lines: &[CutLine], units: Units) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    let unit = units.column_unit();
    let (path, length) = (format!("path_{unit}"), format!("length_{unit}"));
    let header = [
        "label",
        "circuit",
        "from",
        "to",
        "colour",
        "mark",
        "wire",
        "insulation",
        &path,
        &length,
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
            cell(&l.from),
            cell(&l.to),
            cell(&l.colour),
            cell(&l.mark),
            l.wire.to_string(),
            l.insulation.to_owned(),
            units.column(l.path_m),
            units.column(l.length_m),
            cell(&l.from_terminal),
            cell(&l.to_terminal),
            cell(&l.sleeve),
        ]);
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}

/// The cut list in the order in which it is cut: by size and colour, reel by reel, the longest first.
pub fn in_order_csv(lines: &[CutLine], reel_m: f64, units: Units) -> String {
    let mut out = csv::Writer::from_writer(Vec::new());
    let unit = units.column_unit();
    let (length, left) = (format!("length_{unit}"), format!("left_on_reel_{unit}"));
    // Writing to memory cannot fail.
    let _ = out.write_record(["wire", "reel", "label", &length, "from", "to", "circuit", &left]);
    for reel in super::reels::reels(lines, reel_m, units) {
        for (k, label) in reel.pieces.iter().enumerate() {
            let Some(cut) = lines.iter().find(|c| c.label == *label) else { continue };
            let is_last = k + 1 == reel.pieces.len();
            let _ = out.write_record([
                cell(&reel.wire),
                reel.number.to_string(),
                cell(label),
                units.column(cut.length_m),
                cell(&cut.from),
                cell(&cut.to),
                cell(&cut.circuit_name),
                if is_last { units.column(reel.left_m) } else { String::new() },
            ]);
        }
    }
    String::from_utf8(out.into_inner().unwrap_or_default()).unwrap_or_default()
}
