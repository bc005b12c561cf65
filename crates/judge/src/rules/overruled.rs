//! A person's own choice of feed against the advice.

use super::{CircuitView, Finding, Grade, about};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_phrases::rules as say;
use jovek_plan::feed::FeedVerdict;

/// Another feed would do the wish better.
pub fn against_advice(view: &CircuitView, out: &mut Vec<Finding>) {
    let used = view.feeds.iter().find(|f| f.is_used);
    let advised = view.feeds.iter().find(|f| f.is_advised);
    let (Some(used), Some(advised)) = (used, advised) else { return };
    if used.is_advised || used.verdict == FeedVerdict::No || used.verdict <= advised.verdict {
        return;
    }
    let (stage, circuit) = about(view, Stage::Feed);
    let reason = used.reasons.first();
    out.push(Finding {
        code: FindingCode::FeedOverruled,
        grade: Grade::Mind,
        title: say::your_feed_not_the_advised_one(&view.chain.name),
        why: reason.map(|r| r.says.clone()).unwrap_or_default(),
        remedy: say::advised(&advised.label),
        source: reason.map_or(Source::practice("feeds"), |r| r.source),
        stage,
        circuit,
    });
}
