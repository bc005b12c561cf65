//! What worn contacts would cost: sizing counts with sound ones.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use crate::volt_line::{Glow, VoltKind, VoltLine};
use jovek_base::figure::{apart, volts};
use jovek_base::source::Source;
use jovek_catalog::contact::{LAMP_PLUG_OHM, WORN_JOINT_FACTOR, WORN_SWITCH_OHM};
use jovek_catalog::{relay, switch};
use jovek_phrases::rules as say;

/// Lamps that would have less than they need once plugs, studs and contacts are worn, though they have enough now.
pub fn contacts(view: &CircuitView, out: &mut Vec<Finding>) {
    let Some(needs_v) = view.chain.need.lamp_v else { return };
    let worst = view
        .volt_lines
        .iter()
        .filter(|l| l.glow != Glow::Dark && l.lamp_v >= needs_v)
        .map(|l| (l, worn_v(view, l)))
        .filter(|(l, worn_v)| l.lamp_v - worn_v < needs_v)
        .min_by(|a, b| (a.0.lamp_v - a.1).total_cmp(&(b.0.lamp_v - b.1)));
    let Some((line, worn_v)) = worst else { return };
    let (left, needs) = apart(line.lamp_v - worn_v, needs_v, "V");
    let (stage, circuit) = about(view, Stage::Run);
    out.push(Finding {
        code: FindingCode::WornContacts,
        grade: Grade::Mind,
        title: say::little_margin_for_worn_contacts(&view.chain.name),
        why: say::worn_contacts_would_take_another(
            &volts(worn_v),
            &left,
            &needs,
            &line.state_label.to_lowercase(),
        ),
        remedy: say::the_next_thicker_wire_fewer_plugs().into(),
        source: Source::standard("SAE/USCAR-2 contacts at end of life, recalled from memory, low"),
        stage,
        circuit,
    });
}

/// What worn plugs, studs, switches and relays take beside what sound ones do, V.
fn worn_v(view: &CircuitView, line: &VoltLine) -> f64 {
    let joints_v: f64 = line
        .elements
        .iter()
        .map(|e| match e.kind {
            VoltKind::Joint => (e.in_v - e.out_v).abs() * (WORN_JOINT_FACTOR - 1.0),
            VoltKind::Switch => e.current_a * (WORN_SWITCH_OHM - switch::CLOSED_OHM),
            VoltKind::Relay => e.current_a * (WORN_SWITCH_OHM - relay::CONTACT_OHM),
            _ => 0.0,
        })
        .sum();
    if view.chain.legs.is_empty() {
        return joints_v;
    }
    // Behind a branch each lamp has two plugs of its own.
    let lamp_a = line.current_a / f64::from(view.chain.lamp_count().max(1));
    joints_v + 2.0 * LAMP_PLUG_OHM * (WORN_JOINT_FACTOR - 1.0) * lamp_a
}
