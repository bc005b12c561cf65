//! Every wire is protected at its size, the leads of coils and signals too.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_plan::sizes::LeadSource;

/// Thin leads behind a fuse that would not open before they are hurt.
pub fn protected(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let name = &view.chain.name;
    for lead in &view.sized.chosen.bare_leads {
        let (stage, circuit) = about(view, Stage::Switch);
        let (which, behind) = match lead.at {
            LeadSource::Feed => ("the lead to the coil".to_owned(), "its own fuse".to_owned()),
            LeadSource::Wire(wire) | LeadSource::Branch(wire) => {
                let of = context.job.factory_label(wire.0);
                (format!("the lead from {of}"), format!("the fuse of {of}"))
            }
        };
        out.push(Finding {
            code: FindingCode::ThinLead,
            grade: Grade::Stop,
            title: format!("{name}: nothing protects {which}"),
            why: format!(
                "It carries {} but sits behind {behind}, {}: in a short it burns first.",
                amps(lead.bears_a),
                amps(lead.fuse_a)
            ),
            remedy: "A small fuse where it starts: under Switch, \"Small fuses in thin leads\", as needed."
                .into(),
            source: Source::practice("a fuse protects the thinnest wire behind it"),
            stage,
            circuit,
        });
    }
}
