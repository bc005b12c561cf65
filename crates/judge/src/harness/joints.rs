//! Joints one by one: how each is made where it sits, its sleeve, its tool, what it must hold.

use super::cuts::CutLine;
use jovek_catalog::heat::outer_mm;
use jovek_catalog::joint::{JointPlace, joint_at};
use jovek_catalog::sleeve::sleeve;
use jovek_catalog::terminal::{EndKind, barrel_mm, crimp_tool, pull_n};
use jovek_job::{CircuitId, Job, JointPractice};
use jovek_plan::route::bundle::diameter_mm;
use serde::Serialize;
use utoipa::ToSchema;

/// Length of a crimped or soldered joint without its sleeve, mm. Common practice.
const JOINT_MM: f64 = 20.0;

/// A joint.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct JointAnswer {
    /// Its circuit.
    pub circuit: CircuitId,
    /// The circuit's name.
    pub circuit_name: String,
    /// Where it is.
    pub place: String,
    /// Labels of the wires that meet.
    pub wires: Vec<String>,
    /// How it is made.
    pub how: String,
    /// Why it is not made as the shop makes joints; none where it is.
    pub why: Option<String>,
    /// The sleeve; none where nothing is slid on.
    pub sleeve: Option<String>,
    /// With what.
    pub tool: String,
    /// The order of work at this joint.
    pub steps: Vec<String>,
}

/// Where wires meet for good: ends of the same circuit at the same place.
struct Meeting<'a> {
    cut: &'a CutLine,
    place: String,
    kind: EndKind,
    near: JointPlace,
    wires: Vec<&'a CutLine>,
}

fn meetings(cuts: &[CutLine]) -> Vec<Meeting<'_>> {
    let mut out: Vec<Meeting> = Vec::new();
    for cut in cuts {
        for (place, kind, near) in
            [(&cut.from, cut.from_kind, cut.from_near), (&cut.to, cut.to_kind, cut.to_near)]
        {
            if !kind.is_joint() {
                continue;
            }
            let found = out.iter_mut().find(|m| m.cut.circuit == cut.circuit && m.place == *place);
            match found {
                Some(m) => {
                    m.wires.push(cut);
                    m.near.is_wet |= near.is_wet;
                    m.near.flexes |= near.flexes;
                    m.near.ambient_c = m.near.ambient_c.max(near.ambient_c);
                }
                None => {
                    out.push(Meeting { cut, place: place.clone(), kind, near, wires: vec![cut] });
                }
            }
        }
    }
    out
}

/// Every joint of the cut list.
pub fn joints(job: &Job, cuts: &[CutLine]) -> Vec<JointAnswer> {
    meetings(cuts).iter().map(|m| joint(job, m)).collect()
}

fn joint(job: &Job, meeting: &Meeting) -> JointAnswer {
    let circuit = job.circuits.iter().find(|c| c.id == meeting.cut.circuit);
    let asked = circuit.map_or(job.shop.joint, |c| job.joint_of(c));
    // Nothing is plugged between two new wires: they are crimped.
    let asked = match (asked, meeting.kind) {
        (_, EndKind::Pad) => JointPractice::Solder,
        (JointPractice::PlugIn | JointPractice::Tap, EndKind::Butt) => JointPractice::Crimp,
        (school, _) => school,
    };
    let (school, why) = joint_at(asked, meeting.near, meeting.cut.load_a);
    let areas: Vec<f64> = meeting.wires.iter().map(|w| w.wire.area_mm2()).collect();
    let outers: Vec<f64> = areas.iter().map(|a| outer_mm(*a)).collect();
    // Against the wire that is joined to: a lamp's own leads or a factory wire of at least this size.
    let thinnest_mm = outers.iter().copied().fold(f64::INFINITY, f64::min);
    let body_mm = match school {
        JointPractice::Crimp => barrel_mm(areas.iter().sum()),
        JointPractice::Solder | JointPractice::Tap | JointPractice::PlugIn => 0.0,
    };
    let one_side = diameter_mm(&outers[..outers.len().div_ceil(2)]);
    let largest_mm = body_mm.max(one_side);
    let has_sleeve = matches!(school, JointPractice::Crimp | JointPractice::Solder);
    let sealed = meeting.near.is_wet || meeting.near.flexes;
    let chosen = has_sleeve.then(|| sleeve(largest_mm, thinnest_mm, JOINT_MM, sealed)).flatten();
    let wire = meeting.cut.wire;
    let tool = match school {
        JointPractice::Crimp => crimp_tool(wire),
        JointPractice::Solder => "soldering iron, heat away from fuel and plastic".into(),
        JointPractice::Tap => "pliers; the tap of the wire's size only".into(),
        JointPractice::PlugIn => "by hand: it clicks".into(),
    };
    let mut steps = Vec::new();
    if has_sleeve {
        steps.push(match &chosen {
            Some(s) => format!("slide on first: {}", s.text()),
            None => "no sleeve slides over and grips: double the thinner wire back".into(),
        });
    }
    steps.push(match school {
        JointPractice::Crimp => format!("strip, twist, crimp; tug{}", pull(&areas)),
        JointPractice::Solder => "strip, twist, solder; hold it still until it is grey".into(),
        JointPractice::Tap => "close the tap over the whole wire; tug".into(),
        JointPractice::PlugIn => {
            "unplug the factory connector, plug the lead between; nothing is cut".into()
        }
    });
    if has_sleeve {
        steps.push(match sealed {
            true => "shrink from the middle until adhesive shows at both ends".into(),
            false => "shrink from the middle".into(),
        });
    }
    JointAnswer {
        circuit: meeting.cut.circuit.clone(),
        circuit_name: meeting.cut.circuit_name.clone(),
        place: meeting.place.clone(),
        wires: meeting.wires.iter().map(|w| w.label.clone()).collect(),
        how: meeting.kind.part(wire, school),
        why: why.map(str::to_owned),
        sleeve: chosen.map(|s| s.text()),
        tool,
        steps,
    }
}

fn pull(areas: &[f64]) -> String {
    let least = areas.iter().copied().fold(f64::INFINITY, f64::min);
    pull_n(least).map_or_else(String::new, |n| format!(", it holds {n:.0} N"))
}

/// A kind of terminal with its number.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TerminalCount {
    /// The terminal.
    pub part: String,
    /// How many.
    pub count: usize,
    /// With what it is closed.
    pub tool: String,
    /// Hole and torque where it sits on a stud; else empty.
    pub note: String,
}

/// Terminals by kind, with tool and torque: one for each end, one for both ends of what is joined.
pub fn terminals(cuts: &[CutLine], joints: &[JointAnswer]) -> Vec<TerminalCount> {
    let mut out: Vec<TerminalCount> = Vec::new();
    let mut add = |part: &str, tool: String, note: String| match out
        .iter_mut()
        .find(|t| t.part == part && t.tool == tool)
    {
        Some(found) => found.count += 1,
        None => out.push(TerminalCount { part: part.into(), count: 1, tool, note }),
    };
    for cut in cuts {
        for (part, kind) in [(&cut.from_terminal, cut.from_kind), (&cut.to_terminal, cut.to_kind)] {
            if kind.is_joint() || kind == EndKind::SplitterPlug {
                continue;
            }
            let tool = match kind {
                EndKind::LampPlug | EndKind::ConnectorPin => "open-barrel crimper".to_owned(),
                _ => crimp_tool(cut.wire),
            };
            let note = kind.stud().map_or_else(String::new, |s| {
                let (low, high) = s.torque_nm;
                format!("hole {} mm, nut {low:.0} to {high:.0} N m, star washer", s.hole_mm)
            });
            add(part, tool, note);
        }
    }
    for joint in joints.iter().filter(|j| !j.how.contains("pad")) {
        add(&joint.how, joint.tool.clone(), String::new());
    }
    out.sort_by(|a, b| a.part.cmp(&b.part));
    out
}

/// Sleeves by size, with their number.
pub fn sleeves(joints: &[JointAnswer]) -> Vec<(String, usize)> {
    let mut out: std::collections::BTreeMap<String, usize> = Default::default();
    for text in joints.iter().filter_map(|j| j.sleeve.clone()) {
        *out.entry(text).or_default() += 1;
    }
    out.into_iter().collect()
}
