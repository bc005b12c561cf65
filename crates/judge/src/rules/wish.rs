//! The feed in use against the wish.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_phrases::rules as say;
use jovek_plan::feed::FeedVerdict;
use jovek_plan::inputs::Assignment;
use jovek_plan::keyed;
use jovek_plan::logic::sentence;
use jovek_plan::switching::unmet_text;

/// The feed does something else than wished, or must not be used.
pub fn feed_against_wish(view: &CircuitView, out: &mut Vec<Finding>) {
    let Some(used) = view.feeds.iter().find(|f| f.is_used) else { return };
    let (stage, circuit) = about(view, Stage::Feed);
    if used.verdict == FeedVerdict::No {
        let reason = used.reasons.iter().find(|r| r.weighs == FeedVerdict::No);
        out.push(Finding {
            code: FindingCode::FeedUnfit,
            grade: Grade::Fix,
            title: say::is_not_fit(&view.chain.name, &used.label.to_lowercase()),
            why: reason.map(|r| r.says.clone()).unwrap_or_default(),
            remedy: match view.feeds.iter().find(|f| f.is_advised) {
                Some(other) if !other.is_used => say::take(&other.label),
                _ => say::join_another_circuit_or_give().into(),
            },
            source: reason.map_or(Source::practice("feeds"), |r| r.source),
            stage,
            circuit,
        });
        return;
    }
    if let Some(unmet) = view.unmet {
        out.push(Finding {
            code: FindingCode::DoesNotFollow,
            grade: Grade::Fix,
            title: say::will_not_follow_its_wish(&view.chain.name),
            why: say::without_that_wire_a_circuit().into(),
            remedy: unmet_text(unmet),
            source: Source::practice("feeds"),
            stage,
            circuit,
        });
    }
}

/// A wish that no combination of signals and switches can meet.
pub fn never_lit(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    if !view.chain.lit_by.is_empty() {
        return;
    }
    let (stage, circuit) = about(view, Stage::Switch);
    out.push(Finding {
        code: FindingCode::NeverLit,
        grade: Grade::Fix,
        title: say::nothing_can_light(&view.chain.name),
        why: say::these_never_go_together(&sentence(
            context.job,
            &keyed::wish(context.job, view.circuit),
        )),
        remedy: say::take_out_one_of_the_conditions().into(),
        source: Source::computed("every combination of signals and switches"),
        stage,
        circuit,
    });
}

/// A wish that holds with everything off: lit for good.
pub fn always_lit(context: &Context, view: &CircuitView, out: &mut Vec<Finding>) {
    if view.chain.first_lit_by() != Assignment::NONE || view.chain.lit_by.is_empty() {
        return;
    }
    let (stage, circuit) = about(view, Stage::Switch);
    out.push(Finding {
        code: FindingCode::LitAtRest,
        grade: Grade::Fix,
        title: say::lit_with_everything_off(&view.chain.name),
        why: say::that_is_so_with_the_key(&sentence(
            context.job,
            &keyed::wish(context.job, view.circuit),
        )),
        remedy: say::add_a_switch_or_the_ignition().into(),
        source: Source::computed("every combination of signals and switches"),
        stage,
        circuit,
    });
}
