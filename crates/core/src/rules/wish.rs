//! The feed in use against the wish.

use super::{CircuitView, Finding, Grade, about};
use crate::answers::Stage;
use crate::catalog::source::Source;
use crate::job::{Feed, LitWhen};
use crate::plan::feed::{FeedVerdict, signal_label};

/// The feed does something else than wished, or must not be used.
pub fn feed_against_wish(view: &CircuitView, out: &mut Vec<Finding>) {
    let Some(used) = view.feeds.iter().find(|f| f.is_used) else { return };
    let (stage, circuit) = about(view, Stage::Feed);
    if used.verdict == FeedVerdict::No {
        let reason = used.reasons.iter().find(|r| r.weighs == FeedVerdict::No);
        out.push(Finding {
            code: "feed-unfit",
            grade: Grade::Fix,
            title: format!("{}: {} is not fit", view.circuit.name, used.label.to_lowercase()),
            why: reason.map(|r| r.says.clone()).unwrap_or_default(),
            remedy: match view.feeds.iter().find(|f| f.is_advised) {
                Some(other) if !other.is_used => format!("Take: {}.", other.label),
                _ => "Find another circuit to join, or give it an own one.".into(),
            },
            source: reason.map_or(Source::practice("feeds"), |r| r.source),
            stage,
            circuit,
        });
        return;
    }
    if let (Feed::Battery {}, LitWhen::With(signal)) = (&used.feed, view.circuit.lit) {
        out.push(Finding {
            code: "does-not-follow",
            grade: Grade::Fix,
            title: format!("{}: will not follow the {}", view.circuit.name, signal_label(signal)),
            why: "An own circuit is lit by its switch alone.".into(),
            remedy: "Probe a factory circuit that follows it, or accept a switch.".into(),
            source: Source::practice("feeds"),
            stage,
            circuit,
        });
    }
}
