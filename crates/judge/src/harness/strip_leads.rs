//! Extension leads of strips, as pieces of the cut list.

use super::colours::{circuit_colour, ground_colour};
use super::cuts::{CutLine, Installation, allowance_text, label_unit};
use super::ends::{Names, kind};
use jovek_catalog::insulation::Insulation;
use jovek_catalog::joint::JointPlace;
use jovek_catalog::terminal::EndKind;
use jovek_job::LampEnd;
use jovek_phrases::harness as say;
use jovek_plan::end::{CircuitIx, End, LampIx, Pole};
use jovek_plan::sizing::circuit::smallest_wire;
use jovek_plan::strip::{StripPoint, StripPole};
use jovek_plan::strips::StripOf;
use jovek_plan::wires::{PieceRole, cut_length_m};

/// Extra length at each soldered end between two pieces, m. Common practice.
const SOLDERED_END_M: f64 = 0.02;
/// Extra length at each end of a lead from the splitter, m. Common practice.
const PLUG_END_M: f64 = 0.1;

/// Temperature of a lead beside a strip, °C.
const WARM_C: f64 = 40.0;

/// Where strip lies.
const INSIDE: JointPlace = JointPlace { is_wet: false, flexes: false, ambient_c: 40.0 };

/// The leads of every strip.
pub fn strip_leads(of: Installation, strips: &[StripOf]) -> Vec<CutLine> {
    let job = of.job;
    let chains = of.chains();
    let names = Names { job, plugs: of.plugs, chains: &chains };
    let mut out = Vec::new();
    for strip in strips {
        let circuit = &job.circuits[strip.circuit];
        let wire = smallest_wire(&job.shop.shelf(), strip.plan.figures.lead_mm2);
        // Where colours are mixed the plug is the controller's, and the leads begin behind it.
        let is_mixed = strip.plan.figures.colours.is_some();
        for (k, lead) in strip.plan.leads.iter().enumerate() {
            let outward = lead.from == StripPoint::Splitter;
            let of = LampIx { circuit: CircuitIx(strip.circuit), light: strip.light, number: 0 };
            let from_end = match lead.pole {
                // One lead feeds it: the strip's own half of the plug stands at its start.
                StripPole::Plus | StripPole::Minus
                    if outward && strip.plan.outlets() < 2 && !is_mixed =>
                {
                    let pole = if lead.pole.is_plus() { Pole::Plus } else { Pole::Minus };
                    End::Lamp(of, pole, LampEnd::Plug)
                }
                pole => End::Strip(of, lead.from, pole),
            };
            let to_end = End::Strip(of, lead.to, lead.pole);
            let from_kind = kind(from_end);
            let end_m = if outward { PLUG_END_M } else { SOLDERED_END_M };
            let colour = match lead.pole.is_plus() {
                true => circuit_colour(job, strip.circuit),
                false => ground_colour(job),
            };
            out.push(CutLine {
                label: format!(
                    "{}-{}s{}.{}",
                    label_unit(job),
                    strip.circuit + 1,
                    strip.light + 1,
                    k + 1
                ),
                circuit: circuit.id.clone(),
                circuit_name: job.circuit_label(strip.circuit),
                from: names.text(from_end),
                to: names.text(to_end),
                colour,
                mark: String::new(),
                wire,
                wire_text: wire.label(),
                insulation: Insulation::Pvc105.label(),
                path_m: lead.length_m,
                length_m: cut_length_m(lead.length_m, end_m),
                length_text: job.shop.units.length(cut_length_m(lead.length_m, end_m)),
                allowance_text: allowance_text(end_m, 0.0, job.shop.units),
                from_terminal: from_kind.terminal(wire, job.shop.units).unwrap_or_default(),
                to_terminal: String::new(),
                from_kind,
                to_kind: EndKind::Pad,
                piece: None,
                from_end,
                to_end,
                role: if lead.pole.is_plus() { PieceRole::Switched } else { PieceRole::Return },
                working_c: WARM_C,
                cable: None,
                is_short: !outward,
                from_near: INSIDE,
                to_near: INSIDE,
                load_a: 0.0,
                sleeve: say::sleeve_first().into(),
            });
        }
    }
    out
}
