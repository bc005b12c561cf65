//! Copper that only carries lamp current through the cab.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_job::{ControlKind, Job};
use jovek_phrases::rules as say;
use jovek_plan::chain::Origin;
use jovek_plan::sizes::{ControlChoice, Sizes};
use jovek_plan::sizing::trial::Refusal;
use jovek_plan::study::{Studied, study};

/// Sizes of wire that a relay has to save before it is advised. Common practice: a relay, its socket and its coil leads
/// are worth a size, not more.
const WORTH_SIZES: usize = 2;

/// Lamps behind a switch whose way through the cab makes their wire thick, where a relay near the battery would do with
/// a much thinner one. Only a path on the skeleton tells how the wire would run without the switch.
pub fn relay_near_the_battery(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    let sizes = &view.sized.chosen.sizes;
    let is_laid = view.circuit.sites.as_ref().is_some_and(|s| s.control.is_none())
        && context.layout.as_ref().is_some_and(|(l, _)| l.circuits[view.chain.index.0].is_some());
    let thinner = view.sized.thinner.as_ref().and_then(|t| t.refusal.as_ref());
    let is_by_drop = matches!(thinner, Some(Refusal::Drop(_)));
    if !is_laid || !is_by_drop || !is_by_hand(view, sizes) {
        return;
    }
    let Some(other) = behind_a_relay(context.job, view) else { return };
    let with = &other.sized.chosen.sizes;
    let shelf = context.job.shop.shelf();
    let step = |sizes: &Sizes| shelf.iter().position(|c| *c == sizes.wire);
    let saves = step(sizes).zip(step(with)).is_some_and(|(now, then)| then + WORTH_SIZES <= now);
    if other.sized.is_short || !saves {
        return;
    }
    let (stage, circuit) = about(view, Stage::Switch);
    out.push(Finding {
        code: FindingCode::RelaySavesCopper,
        grade: Grade::Mind,
        title: say::a_relay_would_do_with_instead(
            &view.chain.name,
            &with.wire.label(),
            &sizes.wire.label(),
        ),
        why: say::by_way_of_the_switch(
            &context.job.shop.units.about(view.chain.copper_m()),
            &context.job.shop.units.about(other.chain.copper_m()),
        ),
        remedy: say::take_the_relay_only_its_thin().into(),
        source: Source::practice("switch the coil in the cab, the lamps at the battery"),
        stage,
        circuit,
    });
}

/// True where the lamps' own current goes through a switch.
fn is_by_hand(view: &CircuitView, sizes: &Sizes) -> bool {
    let by_contacts = |c: &ControlChoice| match c {
        ControlChoice::Switch { .. } => true,
        ControlChoice::Planned(_) => {
            view.chain.switching.as_ref().is_some_and(|s| s.lamps_from.moves_by_hand())
        }
        ControlChoice::Relay { .. } | ControlChoice::Source => false,
    };
    view.chain.origin == Origin::Battery && by_contacts(&sizes.control)
}

/// The circuit planned alone behind a relay.
fn behind_a_relay(job: &Job, view: &CircuitView) -> Option<Studied> {
    let mut alone = job.clone();
    alone.circuits.retain(|c| c.id == view.circuit.id);
    alone.circuits.first_mut()?.control.kind = Some(ControlKind::Relay);
    study(&alone).circuits.into_iter().next()
}
