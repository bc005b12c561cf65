//! Sealed connectors with their cavities, seen from both faces.

use super::cuts::CutLine;
use jovek_catalog::terminal::EndKind;
use jovek_job::{Job, JointPractice, Light};
use serde::Serialize;
use utoipa::ToSchema;

/// Ways that sealed connectors are made with: cavities, and rows. Common practice.
const HOUSINGS: [(usize, usize); 7] = [(2, 1), (3, 1), (4, 2), (6, 2), (8, 2), (12, 2), (16, 2)];

/// A cavity.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Cavity {
    /// Its number.
    pub pin: usize,
    /// Label of the wire on this half, or of both where it goes through; empty with a plug in it.
    pub wires: Vec<String>,
    /// Size and colour, or `blind plug`.
    pub says: String,
}

/// A connector.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ConnectorAnswer {
    /// What it belongs to.
    pub name: String,
    /// Housing, seals, contacts.
    pub housing: String,
    /// Halves that are made: one where the lamp brings the other.
    pub halves: Vec<&'static str>,
    /// Cavities in order.
    pub cavities: Vec<Cavity>,
    /// Numbers as seen into the mating face of the first half, row by row.
    pub mating_face: Vec<Vec<usize>>,
    /// Numbers as seen from the wire side of the first half: what fits into the second half's face too.
    pub wire_side: Vec<Vec<usize>>,
    /// What to know.
    pub notes: Vec<String>,
}

/// The smallest housing with so many cavities: cavities and rows. More than any has: several of the largest
/// are needed, the count itself in two rows.
fn housing(wires: usize) -> (usize, usize) {
    HOUSINGS.into_iter().find(|(ways, _)| *ways >= wires).unwrap_or((wires + wires % 2, 2))
}

/// Numbers by rows as seen into the mating face, and from the wire side: mirrored left to right.
fn faces(ways: usize, rows: usize) -> (Vec<Vec<usize>>, Vec<Vec<usize>>) {
    let per_row = ways / rows;
    let mating: Vec<Vec<usize>> =
        (0..rows).map(|r| (1..=per_row).map(|k| r * per_row + k).collect()).collect();
    let wire = mating.iter().map(|row| row.iter().rev().copied().collect()).collect();
    (mating, wire)
}

fn answer(
    name: String,
    halves: Vec<&'static str>,
    mut cavities: Vec<Cavity>,
    mut notes: Vec<String>,
) -> ConnectorAnswer {
    let (ways, rows) = housing(cavities.len());
    let spare = ways - cavities.len();
    for pin in cavities.len() + 1..=ways {
        cavities.push(Cavity { pin, wires: Vec::new(), says: "blind plug".into() });
    }
    if spare > 0 {
        notes.push(format!("{spare} spare: a blind plug in each, or water gets in"));
    }
    let (mating_face, wire_side) = faces(ways, rows);
    let housing = format!("sealed {ways}-way connector");
    ConnectorAnswer { name, housing, halves, cavities, mating_face, wire_side, notes }
}

fn says(cut: &CutLine) -> String {
    let mark = if cut.mark.is_empty() { String::new() } else { format!(", {}", cut.mark) };
    format!("{} {}{mark}", cut.wire_text, cut.colour)
}

/// Every sealed connector: in the harness, at lamps, and intermediate leads at factory lamps.
pub fn connectors(job: &Job, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    let mut out = in_the_wire(cuts);
    out.extend(at_lamps(job, cuts));
    out.extend(intermediate(job, cuts));
    out
}

/// Connectors that wires go through: both halves are made.
fn in_the_wire(cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    let mut names: Vec<(&str, Vec<Cavity>)> = Vec::new();
    for cut in cuts {
        for (end, kind) in [(&cut.to, cut.to_kind), (&cut.from, cut.from_kind)] {
            let Some((name, pin)) = end.rsplit_once(' ') else { continue };
            let (EndKind::ConnectorPin, Ok(pin)) = (kind, pin.parse::<usize>()) else { continue };
            if !names.iter().any(|(n, _)| *n == name) {
                names.push((name, Vec::new()));
            }
            let Some((_, list)) = names.iter_mut().find(|(n, _)| *n == name) else { continue };
            match list.iter_mut().find(|c| c.pin == pin) {
                Some(cavity) => cavity.wires.push(cut.label.clone()),
                None => {
                    list.push(Cavity { pin, wires: vec![cut.label.clone()], says: says(cut) });
                }
            }
        }
    }
    names
        .into_iter()
        .map(|(name, mut cavities)| {
            cavities.sort_by_key(|c| c.pin);
            let note = "both halves: sockets on the side that stays live".to_owned();
            answer(name.to_owned(), vec!["socket half", "pin half"], cavities, vec![note])
        })
        .collect()
}

/// The plug of a lamp: 1 is plus, unless the lamp's own is the other way round.
fn at_lamps(job: &Job, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    let mut out = Vec::new();
    let plus = cuts.iter().filter(|c| c.to_kind == EndKind::LampPlug);
    for cut in plus {
        let name = cut.to.trim_end_matches(" +");
        let minus = cuts.iter().find(|c| {
            c.circuit == cut.circuit
                && c.from_kind == EndKind::LampPlug
                && c.from.trim_end_matches(" -") == name
        });
        let reversed = lamp_of(job, cut, name).is_some_and(|l| l.is_reversed);
        let mut pair = [Some(cut), minus];
        if reversed {
            pair.reverse();
        }
        let cavities = pair
            .into_iter()
            .enumerate()
            .map(|(k, wire)| Cavity {
                pin: k + 1,
                wires: wire.iter().map(|w| w.label.clone()).collect(),
                says: wire.map_or_else(|| "lamp's own ground lead".into(), says),
            })
            .collect();
        let notes = match reversed {
            true => vec!["pins swapped: this lamp has minus on 1".to_owned()],
            false => vec!["dark on a good plug: swap 1 and 2, then say so under Light".to_owned()],
        };
        out.push(answer(
            format!("{}: {name}", cut.circuit_name),
            vec!["half on the harness"],
            cavities,
            notes,
        ));
    }
    out
}

/// The light behind the name of a lamp end: `lamp` or `lamp 3`.
pub(super) fn lamp_of<'a>(job: &'a Job, cut: &CutLine, name: &str) -> Option<&'a Light> {
    let circuit = job.circuits.iter().find(|c| c.id == cut.circuit)?;
    let number: usize = name.strip_prefix("lamp ").and_then(|n| n.parse().ok()).unwrap_or(1);
    let mut before = 0;
    circuit.lights.iter().find(|l| {
        before += l.count as usize;
        number <= before
    })
}

/// The lead that is plugged between a factory lamp and its plug: nothing is cut.
fn intermediate(job: &Job, cuts: &[CutLine]) -> Vec<ConnectorAnswer> {
    cuts.iter()
        .filter(|c| c.from_kind == EndKind::FactoryJoint)
        .filter(|c| {
            job.circuits
                .iter()
                .find(|x| x.id == c.circuit)
                .is_some_and(|x| job.joint_of(x) == JointPractice::PlugIn)
        })
        .map(|cut| {
            let cavity =
                |pin, wires: Vec<String>, says: &str| Cavity { pin, wires, says: says.into() };
            let cavities = vec![
                cavity(
                    1,
                    vec![cut.label.clone()],
                    &format!("function, on to {}; through", says(cut)),
                ),
                cavity(2, Vec::new(), "ground, through"),
            ];
            let notes = vec![
                "pins of the factory plug differ by model: probe, then note them".to_owned(),
                "further pins of the plug go straight through".to_owned(),
            ];
            let name = format!("{}: intermediate lead", cut.circuit_name);
            answer(name, vec!["half for the vehicle's plug", "half for the lamp"], cavities, notes)
        })
        .collect()
}
