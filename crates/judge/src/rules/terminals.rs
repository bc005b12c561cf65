//! A terminal takes wires of some sizes: no push-on on a battery cable, no sealed contact above its range.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_catalog::conductor::copper_text;
use jovek_catalog::terminal::EndKind;
use jovek_phrases::rules as say;

/// Ends of a circuit's wires that no terminal of their kind takes, one finding for each kind.
pub fn too_small(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let own = || context.cuts.iter().filter(|c| c.circuit == view.circuit.id);
    for kind in [EndKind::Blade, EndKind::LampPlug, EndKind::ConnectorPin] {
        let Some((low_mm2, high_mm2)) = kind.takes_mm2() else { continue };
        let mut places: Vec<&str> = Vec::new();
        let mut wire = None;
        for cut in own() {
            for (of, place) in [(cut.from_kind, &cut.from), (cut.to_kind, &cut.to)] {
                if of == kind && !kind.takes(cut.wire) {
                    places.push(place);
                    wire = Some(cut.wire);
                }
            }
        }
        let Some(wire) = wire else { continue };
        places.dedup();
        let (stage, circuit) = about(view, Stage::Cut);
        let (what, remedy) = match kind {
            EndKind::Blade => (say::a_push_on_receptacle(), say::take_a_holder_relay_or_switch()),
            EndKind::LampPlug => {
                (say::the_sealed_contact_of_a_lamp(), say::join_a_tail_that_the_plug())
            }
            _ => (
                say::a_contact_of_a_sealed_connector(),
                say::take_a_connector_with_larger_contacts(),
            ),
        };
        out.push(Finding {
            code: FindingCode::TerminalTooSmall,
            grade: Grade::Fix,
            title: say::does_not_go_into_its_terminals(&view.chain.name, &wire.label()),
            why: say::takes_to_at_it_would(
                &what,
                &copper_text(low_mm2, context.job.shop.wire_system),
                &copper_text(high_mm2, context.job.shop.wire_system),
                &places.join(", "),
                &wire.label(),
            ),
            remedy: remedy.into(),
            source: Source::practice("sizes that crimp terminals are made for"),
            stage,
            circuit,
        });
    }
}
