//! A terminal takes wires of some sizes: no push-on on a battery cable, no sealed contact above its range.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_catalog::conductor::copper_text;
use jovek_catalog::terminal::EndKind;

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
            EndKind::Blade => (
                "A push-on receptacle",
                "Take a holder, relay or switch with studs and rings, or join a short tail that the terminal takes \
                 and the fuse protects.",
            ),
            EndKind::LampPlug => (
                "The sealed contact of a lamp plug",
                "Join a tail that the plug takes and the fuse protects to the wire, right at the lamp.",
            ),
            _ => (
                "A contact of a sealed connector",
                "Take a connector with larger contacts, two cavities side by side, or no connector there.",
            ),
        };
        out.push(Finding {
            code: FindingCode::TerminalTooSmall,
            grade: Grade::Fix,
            title: format!("{}: {} does not go into its terminals", view.chain.name, wire.label()),
            why: format!(
                "{what} takes {} to {}; at {} it would have to take {}.",
                copper_text(low_mm2, context.job.shop.wire_system),
                copper_text(high_mm2, context.job.shop.wire_system),
                places.join(", "),
                wire.label()
            ),
            remedy: remedy.into(),
            source: Source::practice("sizes that crimp terminals are made for"),
            stage,
            circuit,
        });
    }
}
