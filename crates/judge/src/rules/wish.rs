//! The feed in use against the wish.

use super::{CircuitView, Context, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
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
            title: format!("{}: {} is not fit", view.chain.name, used.label.to_lowercase()),
            why: reason.map(|r| r.says.clone()).unwrap_or_default(),
            remedy: match view.feeds.iter().find(|f| f.is_advised) {
                Some(other) if !other.is_used => format!("Take: {}.", other.label),
                _ => "Join another circuit, or give it one of its own.".into(),
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
            title: format!("{}: will not follow its wish", view.chain.name),
            why: "Without that wire a circuit of its own is lit by its switch alone.".into(),
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
        title: format!("{}: nothing can light it", view.chain.name),
        why: format!(
            "{} These never go together.",
            sentence(context.job, &keyed::wish(context.job, view.circuit))
        ),
        remedy: "Take out one of the conditions, or say \"or\" where it says \"and\".".into(),
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
        title: format!("{}: lit with everything off", view.chain.name),
        why: format!(
            "{} That is so with the key out and nothing on.",
            sentence(context.job, &keyed::wish(context.job, view.circuit))
        ),
        remedy: "Add a switch or the ignition as a condition, or it flattens the battery.".into(),
        source: Source::computed("every combination of signals and switches"),
        stage,
        circuit,
    });
}
