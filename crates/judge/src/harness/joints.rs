//! Joints one by one: how each is made where it sits, its sleeve, its tool, what it must hold.

use super::connectors::is_of_socket;
use super::cuts::{CutLine, Installation};
use super::ends::{Names, is_bare_lug, kind, near, sign};
use jovek_base::units::Units;
use jovek_catalog::heat::outer_mm;
use jovek_catalog::joint::{JointPlace, joint_at};
use jovek_catalog::sleeve::sleeve;
use jovek_catalog::terminal::{EndKind, barrel_mm, crimp_tool, crimp_tool_mm2, pull_n, splice_mm2};
use jovek_job::{CircuitId, Job, JointPractice};
use jovek_phrases::harness as say;
use jovek_plan::chain::Chain;
use jovek_plan::end::{End, LampIx};
use jovek_plan::factory::ASSUMED_FACTORY_WIRE;
use jovek_plan::route::bundle::diameter_mm;
use jovek_plan::wires::wires;
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
    /// The end at which the wires meet.
    #[serde(skip)]
    pub at: End,
    /// What kind of joint it is.
    #[serde(skip)]
    pub kind: EndKind,
    /// Areas of all conductors in it, mm².
    #[serde(skip)]
    pub areas_mm2: Vec<f64>,
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

/// Area of a lamp's own lead when nobody said, mm². Common practice: 0.5 to 0.75 on work and marker lamps.
const ASSUMED_LEAD_MM2: f64 = 0.75;

/// Where wires meet for good: everything that ends at the same splice, factory wire, bare lead or pad.
struct Meeting<'a> {
    at: End,
    circuit: &'a CircuitId,
    circuit_name: &'a str,
    place: String,
    kind: EndKind,
    near: JointPlace,
    wires: Vec<&'a CutLine>,
    /// Leads that come with a part and are joined here: name and area, mm².
    leads: Vec<(String, f64)>,
    load_a: f64,
}

fn meetings<'a>(of: Installation<'a>, names: &Names, cuts: &'a [CutLine]) -> Vec<Meeting<'a>> {
    let mut out: Vec<Meeting> = Vec::new();
    for cut in cuts {
        for (at, place, kind, near) in [
            (cut.from_end, &cut.from, cut.from_kind, cut.from_near),
            (cut.to_end, &cut.to, cut.to_kind, cut.to_near),
        ] {
            if !kind.is_joint() {
                continue;
            }
            // Two circuits on one factory wire have a joint each.
            let found = out.iter_mut().find(|m| *m.circuit == cut.circuit && m.at == at);
            match found {
                Some(m) => {
                    m.wires.push(cut);
                    m.near.is_wet |= near.is_wet;
                    m.near.flexes |= near.flexes;
                    m.near.ambient_c = m.near.ambient_c.max(near.ambient_c);
                }
                None => out.push(Meeting {
                    at,
                    circuit: &cut.circuit,
                    circuit_name: &cut.circuit_name,
                    place: place.clone(),
                    kind,
                    near,
                    wires: vec![cut],
                    leads: own_leads(of, at),
                    load_a: cut.load_a,
                }),
            }
        }
    }
    for (chain, sizes) in of.parts {
        for lead in wires(chain, sizes).own_leads {
            let at = out.iter().position(|m| *m.circuit == chain.id && m.at == lead.to);
            // Leads of lamps alone meet where nothing is cut: those that keep them in step.
            let at = at.unwrap_or_else(|| {
                out.push(Meeting {
                    at: lead.to,
                    circuit: &chain.id,
                    circuit_name: &chain.name,
                    place: names.text(lead.to),
                    kind: kind(lead.to),
                    near: near(chain.wires().last().and_then(|(_, run)| run.stretches.last())),
                    wires: Vec::new(),
                    leads: Vec::new(),
                    load_a: 0.0,
                });
                out.len() - 1
            });
            let name = say::lead_of_lamp(&names.lamp(lead.lamp), &sign(lead.pole));
            out[at].leads.push((name, lead_mm2(chain, lead.lamp)));
        }
    }
    out
}

/// Lead of a fuse adapter, mm². Common practice: 1.5 mm² for up to 10 A.
const ADAPTER_LEAD_MM2: f64 = 1.5;

/// Leads that a part brings to an end: a factory wire goes through it, a lamp and a diode have their own.
fn own_leads(of: Installation, at: End) -> Vec<(String, f64)> {
    match at {
        End::Factory(wire) | End::FactoryMinus(wire) => {
            let known = of.job.factory.get(wire.0).and_then(|f| f.wire);
            let area_mm2 = known.unwrap_or(ASSUMED_FACTORY_WIRE).area_mm2();
            vec![(say::factory_wire().into(), area_mm2), (say::factory_wire().into(), area_mm2)]
        }
        End::Lamp(lamp, ..) => {
            let chain = of.parts.iter().find(|(c, _)| c.index == lamp.circuit);
            chain
                .map(|(c, _)| (say::lamp_own_lead().to_owned(), lead_mm2(c, lamp)))
                .into_iter()
                .collect()
        }
        End::FactoryGround(_) => {
            let area_mm2 = ASSUMED_FACTORY_WIRE.area_mm2();
            vec![(say::ground_wire().into(), area_mm2), (say::ground_wire().into(), area_mm2)]
        }
        End::Housing(..) => vec![(say::housing_own_ground_lead().into(), ASSUMED_LEAD_MM2)],
        End::Diode(..) => vec![(say::lead_of_the_diode().into(), ASSUMED_LEAD_MM2)],
        End::Adapter(_) => vec![(say::lead_of_the_adapter().into(), ADAPTER_LEAD_MM2)],
        _ => Vec::new(),
    }
}

fn lead_mm2(chain: &Chain, lamp: LampIx) -> f64 {
    let wire = chain.lamps.get(lamp.light).and_then(|l| l.lead.wire);
    wire.map_or(ASSUMED_LEAD_MM2, |w| w.area_mm2())
}

/// Every joint of the cut list.
pub fn joints(of: Installation, cuts: &[CutLine]) -> Vec<JointAnswer> {
    let chains = of.chains();
    let names = Names { job: of.job, plugs: of.plugs, chains: &chains };
    meetings(of, &names, cuts).iter().map(|m| joint(of.job, m)).collect()
}

fn joint(job: &Job, meeting: &Meeting) -> JointAnswer {
    let units = job.shop.units;
    let circuit = job.circuits.iter().find(|c| c.id == *meeting.circuit);
    let asked = circuit.map_or(job.shop.joint, |c| job.joint_of(c));
    // Nothing is plugged between two new wires: they are crimped.
    let asked = match (asked, meeting.kind) {
        (_, EndKind::Pad) => JointPractice::Solder,
        (JointPractice::PlugIn | JointPractice::Tap, EndKind::Butt) => JointPractice::Crimp,
        (school, _) => school,
    };
    let (school, why) = joint_at(asked, meeting.near, meeting.load_a);
    let leads = meeting.leads.iter().map(|(_, area_mm2)| *area_mm2);
    let areas: Vec<f64> = meeting.wires.iter().map(|w| w.wire.area_mm2()).chain(leads).collect();
    let inside_mm2 = splice_mm2(&areas);
    let outers: Vec<f64> = areas.iter().map(|a| outer_mm(*a)).collect();
    // The sleeve grips what comes out on each side: the thickest wire alone, all others together.
    let mut by_size = outers.clone();
    by_size.sort_by(|a, b| b.total_cmp(a));
    let others_mm = diameter_mm(by_size.get(1..).unwrap_or_default());
    let thinnest_mm = match by_size.first() {
        Some(&thickest_mm) if by_size.len() > 1 => thickest_mm.min(others_mm),
        Some(&only_mm) => only_mm,
        None => 0.0,
    };
    let body_mm = match school {
        JointPractice::Crimp => barrel_mm(inside_mm2),
        JointPractice::Solder | JointPractice::Tap | JointPractice::PlugIn => 0.0,
    };
    let one_side = diameter_mm(&outers[..outers.len().div_ceil(2)]);
    let largest_mm = body_mm.max(one_side);
    let has_sleeve = matches!(school, JointPractice::Crimp | JointPractice::Solder);
    let sealed = meeting.near.is_wet || meeting.near.flexes;
    let chosen = has_sleeve.then(|| sleeve(largest_mm, thinnest_mm, JOINT_MM, sealed)).flatten();
    let tool = match school {
        JointPractice::Crimp => crimp_tool_mm2(inside_mm2, job.shop.wire_system),
        JointPractice::Solder => say::soldering_iron_heat_away_from_fuel().into(),
        JointPractice::Tap => say::pliers_the_tap_of_the_wire().into(),
        JointPractice::PlugIn => say::by_hand_it_clicks().into(),
    };
    let mut steps = Vec::new();
    if has_sleeve {
        steps.push(match &chosen {
            Some(s) => say::slide_on_first(&s.text(units)),
            None => say::no_sleeve_slides_over_and_grips().into(),
        });
    }
    let cut = match meeting.at {
        End::Factory(wire) => Some((say::a_wire(), wire)),
        End::FactoryMinus(wire) => Some((say::a_minus_wire(), wire)),
        _ => None,
    };
    if let Some((which, wire)) = cut.filter(|_| has_sleeve) {
        let name = job.factory_label(wire.0);
        steps.push(say::cut_the_of_here_both(&which, &name));
    }
    steps.push(match school {
        JointPractice::Crimp => say::strip_twist_crimp_tug(&pull(&areas, units)),
        JointPractice::Solder => say::strip_twist_solder_hold_it_still().into(),
        JointPractice::Tap => say::close_the_tap_over_the_whole().into(),
        JointPractice::PlugIn => say::unplug_the_factory_connector_plug().into(),
    });
    if has_sleeve {
        steps.push(match sealed {
            true => say::shrink_from_the_middle_until_adhesive().into(),
            false => say::shrink_from_the_middle().into(),
        });
    }
    JointAnswer {
        circuit: meeting.circuit.clone(),
        circuit_name: meeting.circuit_name.to_owned(),
        at: meeting.at,
        kind: meeting.kind,
        areas_mm2: areas.clone(),
        place: meeting.place.clone(),
        wires: meeting
            .wires
            .iter()
            .map(|w| w.label.clone())
            .chain(meeting.leads.iter().map(|(name, _)| name.clone()))
            .collect(),
        how: meeting.kind.joint_part(inside_mm2, school, job.shop.wire_system),
        why: why.map(str::to_owned),
        sleeve: chosen.map(|s| s.text(units)),
        tool,
        steps,
    }
}

fn pull(areas: &[f64], units: Units) -> String {
    let least = areas.iter().copied().fold(f64::INFINITY, f64::min);
    pull_n(least).map_or_else(String::new, |n| say::it_holds(&units.force(n)))
}

/// A kind of terminal with its number.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TerminalCount {
    /// The terminal.
    pub part: String,
    /// How many.
    pub count: usize,
    /// It joins wires for good.
    #[serde(skip)]
    pub is_joint: bool,
    /// With what it is closed.
    pub tool: String,
    /// Hole and torque where it sits on a stud; else empty.
    pub note: String,
}

/// Terminals by kind, with tool and torque: one for each end, one for both ends of what is joined.
pub fn terminals(job: &Job, cuts: &[CutLine], joints: &[JointAnswer]) -> Vec<TerminalCount> {
    let units = job.shop.units;
    let mut out: Vec<TerminalCount> = Vec::new();
    let mut add = |part: &str, tool: String, note: String, is_joint: bool| match out
        .iter_mut()
        .find(|t| t.part == part && t.tool == tool)
    {
        Some(found) => found.count += 1,
        None => out.push(TerminalCount { part: part.into(), count: 1, is_joint, tool, note }),
    };
    for cut in cuts {
        for (part, kind) in [(&cut.from_terminal, cut.from_kind), (&cut.to_terminal, cut.to_kind)] {
            if kind.is_joint() || kind == EndKind::SplitterPlug {
                continue;
            }
            let tool = match kind {
                EndKind::LampPlug | EndKind::ConnectorPin => say::open_barrel_crimper().to_owned(),
                _ => crimp_tool(cut.wire),
            };
            let note = kind.stud().map_or_else(String::new, |s| {
                let (low, high) = s.torque_nm;
                say::hole_nut_star_washer(&units.drill(s.hole_mm), &units.torque_between(low, high))
            });
            add(part, tool, note, false);
        }
    }
    // Between a trailer's socket and plug stands one lead, whatever it feeds.
    let mut has_lead = false;
    for joint in joints.iter().filter(|j| j.kind != EndKind::Pad) {
        let circuit = job.circuits.iter().find(|c| c.id == joint.circuit);
        let is_lead = is_of_socket(job, joint.at)
            && circuit.is_some_and(|c| job.joint_of(c) == JointPractice::PlugIn);
        if is_lead && std::mem::replace(&mut has_lead, true) {
            continue;
        }
        add(&joint.how, joint.tool.clone(), String::new(), true);
    }
    out.sort_by(|a, b| a.part.cmp(&b.part));
    out
}

/// Barrel of a bare lug, mm. Common practice.
const LUG_MM: f64 = 20.0;

/// Sleeves of joints and of bare lugs by size, with their number.
pub fn sleeves(joints: &[JointAnswer], cuts: &[CutLine], units: Units) -> Vec<(String, usize)> {
    let mut out: std::collections::BTreeMap<String, usize> = Default::default();
    let ends = cuts.iter().flat_map(|c| [(c.from_kind, c.wire), (c.to_kind, c.wire)]);
    let lugs = ends.filter(|(kind, wire)| is_bare_lug(*kind, *wire)).filter_map(|(_, wire)| {
        let (area_mm2, adhesive) = (wire.area_mm2(), true);
        let (wire_mm, barrel_mm) = (outer_mm(area_mm2), barrel_mm(area_mm2));
        sleeve(wire_mm.max(barrel_mm), wire_mm.min(barrel_mm), LUG_MM, adhesive)
            .map(|s| s.text(units))
    });
    for text in joints.iter().filter_map(|j| j.sleeve.clone()).chain(lugs) {
        *out.entry(text).or_default() += 1;
    }
    out.into_iter().collect()
}
