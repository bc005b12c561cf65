//! The cut list: every piece of wire with both ends.

use crate::catalog::conductor::Conductor;
use crate::catalog::terminal::EndKind;
use crate::job::{CircuitId, ColourScheme, Job, ReturnKind};
use crate::plan::chain::{Chain, LinkKind, Origin, WireRole};
use crate::sizing::{ControlChoice, Sizes};
use serde::Serialize;
use utoipa::ToSchema;

/// Extra length at each end when the shop has not said, m. Common practice: service loop and strip.
pub const END_ALLOWANCE_M: f64 = 0.15;
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
    /// Terminal at the start.
    pub from_terminal: String,
    /// Terminal at the end.
    pub to_terminal: String,
    /// What to slide on first.
    pub sleeve: String,
}

struct End {
    place: &'static str,
    kind: EndKind,
}

/// Colours of switched supply wires, one for each circuit in turn.
const CIRCUIT_COLOURS: [&str; 8] =
    ["yellow", "blue", "white", "green", "orange", "violet", "grey", "pink"];

fn ground_colour(scheme: ColourScheme) -> &'static str {
    match scheme {
        ColourScheme::GroundBrown => "brown",
        ColourScheme::GroundBlack => "black",
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
    for ((chain, sizes), &index) in parts.iter().zip(indices) {
        cut_chain(job, index, chain, sizes, &mut out);
    }
    out
}

fn cut_chain(job: &Job, index: usize, chain: &Chain, sizes: &Sizes, out: &mut Vec<CutLine>) {
    let allowance = job.shop.end_allowance_m.unwrap_or(END_ALLOWANCE_M);
    let ground = ground_colour(job.shop.colours);
    let own_colour = CIRCUIT_COLOURS[index % CIRCUIT_COLOURS.len()];
    let mut number = 0;
    let mut piece = |from: End, to: End, colour: String, wire: Conductor, path_m: f64| {
        number += 1;
        let sealed = |e: &End| matches!(e.kind, EndKind::Butt | EndKind::FactoryJoint);
        let sleeve = if sealed(&from) || sealed(&to) { "adhesive sleeve first" } else { "" };
        out.push(CutLine {
            label: format!("{}-{}{}", label_unit(job), index + 1, letter(number)),
            circuit: chain.id.clone(),
            circuit_name: chain.name.clone(),
            from: from.place.into(),
            to: to.place.into(),
            colour,
            wire,
            wire_text: wire.label(),
            insulation: sizes.insulation.label(),
            path_m,
            length_m: cut_length_m(path_m, allowance),
            from_terminal: from.kind.part(wire),
            to_terminal: to.kind.part(wire),
            sleeve: sleeve.into(),
        });
    };
    // A tie-in with a fuse of its own: the holder sits right at the joint, on a lead of nothing but
    // its two allowances.
    if chain.origin != Origin::Battery && sizes.fuse.is_some() {
        let joint = End { place: "factory wire", kind: EndKind::FactoryJoint };
        let holder = End { place: "fuse in", kind: EndKind::Blade };
        piece(joint, holder, own_colour.to_owned(), sizes.wire, 0.0);
    }
    let relay = matches!(sizes.control, ControlChoice::Relay { .. });
    let mut past_control = false;
    for (i, link) in chain.links.iter().enumerate() {
        if matches!(link.kind, LinkKind::Control { .. }) {
            past_control = true;
        }
        let LinkKind::Wire(run) = &link.kind else { continue };
        let behind = |k: usize| chain.links.get(k).map(|l| &l.kind);
        let from = match run.role {
            WireRole::Return => End { place: "lamp -", kind: EndKind::Butt },
            _ => end_before(behind(i.wrapping_sub(1)), chain, sizes),
        };
        let to = match run.role {
            WireRole::Return if job_returns_to_battery(job, index) => {
                End { place: "battery -", kind: EndKind::PostRing }
            }
            WireRole::Return => End { place: "ground stud", kind: EndKind::StudRing },
            _ => end_after(behind(i + 1), relay),
        };
        let colour = match run.role {
            WireRole::Return => ground.to_owned(),
            _ if past_control || chain.origin != Origin::Battery => own_colour.to_owned(),
            _ => "red".to_owned(),
        };
        piece(from, to, colour, sizes.wire, run.length_m());
    }
    if relay {
        let lead = chain.switch_lead_m;
        let blade = |place| End { place, kind: EndKind::Blade };
        piece(blade("relay 30"), blade("switch in"), "red".into(), sizes.coil_wire, lead);
        piece(
            blade("switch out"),
            blade("relay 86"),
            format!("black/{own_colour}"),
            sizes.coil_wire,
            lead,
        );
        piece(
            blade("relay 85"),
            End { place: "ground stud", kind: EndKind::StudRing },
            ground.into(),
            sizes.coil_wire,
            COIL_GROUND_M,
        );
    }
}

fn job_returns_to_battery(job: &Job, index: usize) -> bool {
    job.circuits.get(index).is_some_and(|c| c.run.return_by == ReturnKind::BatteryNegative)
}

fn end_before(link: Option<&LinkKind>, chain: &Chain, sizes: &Sizes) -> End {
    let relay = matches!(sizes.control, ControlChoice::Relay { .. });
    match link {
        // Without a fuse of its own the wire starts at the joint.
        Some(LinkKind::Fuse { .. }) if sizes.fuse.is_some() => {
            End { place: "fuse out", kind: EndKind::Blade }
        }
        Some(LinkKind::Control { .. }) if relay => End { place: "relay 87", kind: EndKind::Blade },
        Some(LinkKind::Control { .. }) => End { place: "switch out", kind: EndKind::Blade },
        _ if chain.origin == Origin::Battery => End { place: "battery +", kind: EndKind::PostRing },
        _ => End { place: "factory wire", kind: EndKind::FactoryJoint },
    }
}

fn end_after(link: Option<&LinkKind>, relay: bool) -> End {
    match link {
        Some(LinkKind::Fuse { .. }) => End { place: "fuse in", kind: EndKind::Blade },
        Some(LinkKind::Control { .. }) if relay => End { place: "relay 30", kind: EndKind::Blade },
        Some(LinkKind::Control { .. }) => End { place: "switch in", kind: EndKind::Blade },
        _ => End { place: "lamp +", kind: EndKind::Butt },
    }
}

fn label_unit(job: &Job) -> String {
    let unit: String = job.unit.chars().filter(char::is_ascii_alphanumeric).collect();
    if unit.is_empty() { "W".into() } else { unit }
}

fn letter(number: usize) -> char {
    char::from(b'a' + ((number - 1) % 26) as u8)
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
            super::cell(&l.label),
            super::cell(&l.circuit_name),
            l.from.clone(),
            l.to.clone(),
            l.colour.clone(),
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
