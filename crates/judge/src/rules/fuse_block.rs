//! The fuse block of a shop that keeps one.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_job::{Feed, FuseBlock};
use jovek_plan::keyed;

/// A keyed block without a wire that pulls its master relay.
pub fn without_key(context: &Context, out: &mut Vec<Finding>) {
    let job = context.job;
    let own = job
        .circuits
        .iter()
        .filter(|c| c.lit.is_switch_alone() && matches!(c.feed, None | Some(Feed::Battery {})));
    let is_wanted = job.shop.fuse_block == Some(FuseBlock::Keyed) && own.count() > 1;
    if !is_wanted || job.is_trailer() || keyed::key_wire(job).is_some() {
        return;
    }
    out.push(Finding {
        code: FindingCode::NoKeyWire,
        grade: Grade::Mind,
        title: "No wire pulls the master relay of the fuse block".into(),
        why:
            "Nobody has found one that is live with the key, so each circuit has a feed of its own."
                .into(),
        remedy: "Probe one under Look: a factory wire or fuse position that follows the ignition."
            .into(),
        source: Source::practice("a master relay pulled by the ignition"),
        stage: Stage::Look,
        circuit: None,
    });
}
