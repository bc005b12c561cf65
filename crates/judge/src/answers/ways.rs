//! The ways to make a wish, as they are offered: hardware on an own feed, and the wire itself.

use crate::answers::{WayAnswer, WayTakes};
use jovek_base::source::Source;
use jovek_job::{ControlKind, Feed, Job, JointPractice, LampCircuit};
use jovek_phrases::answers as say;
use jovek_plan::chain::Origin;
use jovek_plan::feed::{FeedOption, FeedReason, FeedVerdict};
use jovek_plan::keyed;
use jovek_plan::sizes::ControlChoice;
use jovek_plan::study::Studied;

/// All ways of a circuit: the advised one first, then the best. None where a wire for the wish is
/// missing.
pub(super) fn way_answers(job: &Job, circuit: &LampCircuit, studied: &Studied) -> Vec<WayAnswer> {
    let Ok(ways) = &studied.ways else { return Vec::new() };
    let tied = |f: &Feed| matches!(f, Feed::TieIn { .. });
    let used = used_kind(studied);
    // Behind a fuse position the switch is the hardware, and the position its feed.
    let is_keyed = keyed::position(job, circuit).is_some();
    let advises_wire = !is_keyed && studied.feeds.iter().any(|f| f.is_advised && tied(&f.feed));
    // Hardware needs a feed of its own where the lamps would else hang on the wire.
    let own_feed = match &circuit.feed {
        kept if is_keyed => kept.clone(),
        Some(feed) if tied(feed) => Some(Feed::Battery {}),
        None if advises_wire => Some(Feed::Battery {}),
        other => other.clone(),
    };
    let mut out: Vec<WayAnswer> = ways
        .iter()
        .map(|way| WayAnswer {
            label: way.label.clone(),
            verdict: way.verdict,
            reasons: way.reasons.clone(),
            is_advised: false,
            is_used: used == Some(way.switching.kind),
            takes: WayTakes {
                kind: Some(way.switching.kind),
                feed: own_feed.clone(),
                joint: circuit.control.joint,
            },
        })
        .collect();
    let tie_ins: Vec<WayAnswer> =
        studied.feeds.iter().flat_map(|f| on_the_wire(job, circuit, studied, f)).collect();
    let advised = match (advises_wire, circuit.told_control(), used) {
        // Jovek's own choice, as nobody chose against it.
        (false, None, Some(kind)) if circuit.feed.is_none() => {
            out.iter().position(|w| w.takes.kind == Some(kind))
        }
        (false, ..) => (!out.is_empty()).then_some(0),
        (true, ..) => None,
    };
    if let Some(way) = advised.and_then(|k| out.get_mut(k)) {
        way.is_advised = true;
    }
    out.splice(0..0, tie_ins);
    if advises_wire && let Some(first) = out.iter_mut().find(|w| w.takes.kind.is_none()) {
        first.is_advised = true;
    }
    out.sort_by_key(|w| (!w.is_advised, w.verdict));
    out
}

/// The hardware in use; none where the lamps hang on the wire that they follow.
fn used_kind(studied: &Studied) -> Option<ControlKind> {
    if let Some(switching) = &studied.chain.switching {
        return Some(switching.kind);
    }
    match studied.sized.chosen.sizes.control {
        ControlChoice::Switch { .. } => Some(ControlKind::Switch),
        ControlChoice::Relay { .. } => Some(ControlKind::Relay),
        ControlChoice::Source | ControlChoice::Planned(_) => None,
    }
}

/// A factory lamp that does what is wished: joined into its wire, or with a lead between its own plugs.
/// The shop's school goes first.
fn on_the_wire(
    job: &Job,
    circuit: &LampCircuit,
    studied: &Studied,
    option: &FeedOption,
) -> Vec<WayAnswer> {
    let Feed::TieIn { factory } = &option.feed else { return Vec::new() };
    let Some(index) = job.factory.iter().position(|f| f.id == *factory) else { return Vec::new() };
    let wire = &job.factory[index];
    if !wire.does(&circuit.lit) {
        return Vec::new();
    }
    let hangs = studied.chain.switching.is_none()
        && matches!(studied.chain.origin, Origin::Factory { index: at, .. } if at == index);
    let joint = job.joint_of(circuit);
    let way = |joint: JointPractice, is_used: bool| {
        let mut reasons = option.reasons.clone();
        let (label, says) = match joint {
            JointPractice::PlugIn => {
                (say::plug_in_intermediate_lead(), say::nothing_is_cut_both_halves())
            }
            JointPractice::Crimp => (say::direct_tie(), say::crimped_into_the_wire_and_sealed()),
            JointPractice::Solder => (say::direct_tie(), say::soldered_to_the_wire_and_sealed()),
            JointPractice::Tap => (say::direct_tie(), say::a_sealed_tap_bites_the_wire()),
        };
        reasons.push(FeedReason {
            weighs: FeedVerdict::Good,
            says: says.into(),
            source: Source::practice("schools of joints"),
        });
        WayAnswer {
            label: format!("{label}: {}", wire.name),
            verdict: option.verdict,
            reasons,
            is_advised: false,
            is_used,
            takes: WayTakes {
                kind: None,
                feed: Some(option.feed.clone()),
                joint: (joint != job.shop.joint).then_some(joint),
            },
        }
    };
    let plugs = joint == JointPractice::PlugIn;
    let cut = match (plugs, job.shop.joint) {
        (false, _) => joint,
        (true, JointPractice::PlugIn) => JointPractice::Crimp,
        (true, shop) => shop,
    };
    let mut out = vec![way(cut, hangs && !plugs), way(JointPractice::PlugIn, hangs && plugs)];
    if job.shop.joint == JointPractice::PlugIn {
        out.reverse();
    }
    out
}
