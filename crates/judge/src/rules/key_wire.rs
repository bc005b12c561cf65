//! Relays that the ignition pulls, and nobody found a wire for: the master relay of a fuse block, the relay between two
//! batteries.

use super::{Context, Finding, Grade};
use crate::finding::{FindingCode, Stage};
use jovek_base::source::Source;
use jovek_job::{Feed, FuseBlock, Isolation, Job};
use jovek_phrases::rules as say;
use jovek_plan::keyed;

/// Each relay of a job that waits for a wire which is live with the key.
pub fn missing(context: &Context, out: &mut Vec<Finding>) {
    let job = context.job;
    if job.is_trailer() || keyed::key_wire(job).is_some() {
        return;
    }
    if wants_keyed_block(job) {
        out.push(finding(say::no_wire_pulls_the_master_relay(), say::nobody_has_found_one()));
    }
    let auxiliary = job.supply.auxiliary.as_ref();
    if auxiliary.is_some_and(|a| a.fitted.is_some() && a.isolation == Isolation::IgnitionRelay) {
        out.push(finding(say::no_wire_pulls_the_relay_between(), say::nobody_has_found_one_that()));
    }
}

fn wants_keyed_block(job: &Job) -> bool {
    let own = job
        .circuits
        .iter()
        .filter(|c| c.lit.is_switch_alone() && matches!(c.feed, None | Some(Feed::Battery {})));
    job.shop.fuse_block == Some(FuseBlock::Keyed) && own.count() > 1
}

fn finding(title: &str, why: &str) -> Finding {
    Finding {
        code: FindingCode::NoKeyWire,
        grade: Grade::Mind,
        title: title.into(),
        why: why.into(),
        remedy: say::probe_one_under_look_a_factory().into(),
        source: Source::practice("a relay pulled by the ignition"),
        stage: Stage::Look,
        circuit: None,
    }
}
