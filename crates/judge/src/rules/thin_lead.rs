//! Every wire is protected at its size, the leads of coils and signals too.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::figure::amps;
use jovek_base::source::Source;
use jovek_phrases::rules as say;
use jovek_plan::sizes::LeadSource;

/// Thin leads behind a fuse that would not open before they are hurt.
pub fn protected(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let name = &view.chain.name;
    for lead in &view.sized.chosen.bare_leads {
        let (stage, circuit) = about(view, Stage::Switch);
        let (which, behind) = match lead.at {
            LeadSource::Feed => {
                (say::the_lead_to_the_coil().to_owned(), say::its_own_fuse().to_owned())
            }
            LeadSource::Wire(wire) | LeadSource::Branch(wire) => {
                let of = context.job.factory_label(wire.0);
                (say::the_lead(&of), say::the_fuse(&of))
            }
        };
        out.push(Finding {
            code: FindingCode::ThinLead,
            grade: Grade::Stop,
            title: say::nothing_protects(&name, &which),
            why: say::it_carries_but_sits_behind(&amps(lead.bears_a), &behind, &amps(lead.fuse_a)),
            remedy: say::a_small_fuse_where_it_starts().into(),
            source: Source::practice("a fuse protects the thinnest wire behind it"),
            stage,
            circuit,
        });
    }
}
