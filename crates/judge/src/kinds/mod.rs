//! Kinds of work: what each is called, which facts it begins with, which stages it needs. A file a kind; the next one is
//! a file and a line in [`ALL`].
//!
//! What is planned, fitted and read follows from the facts, never from the kind: a job that was begun as one kind and
//! became another is planned as what it is.

mod accent;
mod begin;
mod bulb_to_led;
mod coding;
mod headlamp_relay;
mod hitch_lamp;
mod isolation;
mod key_controlled;
mod kit;
mod plug_in;
mod repair;
mod switched;
mod tie_in;
mod towed_vehicle;
mod trailer_renewal;
mod undecided;
mod warning;

pub use begin::Begun;
pub use undecided::{Undecided, undecided};

use crate::finding::Stage;
use jovek_job::{Feed, Job, Shop, WorkKind};

/// A kind of work.
#[derive(Debug, Clone, Copy)]
pub struct Kind {
    /// Which.
    pub kind: WorkKind,
    /// What it is called.
    pub label: fn() -> &'static str,
    /// What is done, in a line.
    pub says: fn() -> &'static str,
    /// Other words for it, by which it is found.
    pub also: fn() -> &'static str,
    /// Puts down the facts that it begins with.
    pub begin: fn(&mut Begun),
    /// Stages that it needs beside Look, Fit, Prove and Sign.
    pub stages: &'static [Stage],
    /// Where it is gone on with.
    pub opens: Stage,
    /// The fact that decides it, where nobody has said it.
    pub turns_on: fn(&Job) -> Option<Undecided>,
}

/// All kinds, the everyday ones first.
pub const ALL: [Kind; 15] = [
    plug_in::KIND,
    switched::KIND,
    kit::KIND,
    key_controlled::KIND,
    tie_in::KIND,
    bulb_to_led::KIND,
    warning::KIND,
    accent::KIND,
    headlamp_relay::KIND,
    trailer_renewal::KIND,
    hitch_lamp::KIND,
    towed_vehicle::KIND,
    isolation::KIND,
    repair::KIND,
    coding::KIND,
];

/// Stages of whatever lays wires.
const WIRED: [Stage; 5] = [Stage::Light, Stage::Feed, Stage::Switch, Stage::Run, Stage::Cut];
/// The same for lamps that are aimed.
const AIMED: [Stage; 6] =
    [Stage::Light, Stage::Feed, Stage::Switch, Stage::Run, Stage::Cut, Stage::Aim];
/// Stages of every job.
const ALWAYS: [Stage; 4] = [Stage::Look, Stage::Fit, Stage::Prove, Stage::Sign];

/// The row of a kind.
pub fn row(kind: WorkKind) -> &'static Kind {
    // Every kind has its row: a test counts them.
    ALL.iter().find(|k| k.kind == kind).unwrap_or(&ALL[0])
}

/// A new job of some kinds of work; with none, of new lamps with a switch as every job began before.
pub fn begun(unit: impl Into<String>, kinds: &[WorkKind], shop: Shop) -> Job {
    if kinds.is_empty() {
        return Job::starter_of(unit, shop);
    }
    let mut job = Job::new(unit, "");
    job.shop = shop;
    for kind in kinds {
        add(&mut job, *kind);
    }
    let labels: Vec<&str> = job.kinds.iter().map(|k| (row(*k).label)()).collect();
    job.title = labels.join(", ");
    job
}

/// Adds a kind of work to a job: the facts that it begins with.
pub fn add(job: &mut Job, kind: WorkKind) {
    (row(kind).begin)(&mut Begun { job });
    if !job.kinds.contains(&kind) {
        job.kinds.push(kind);
    }
}

/// True for a stage that a job does not need: no kind of its work asks for it, and nothing that was added since does.
pub fn is_aside(job: &Job, stage: Stage) -> bool {
    let asked = job.kinds.iter().any(|k| row(*k).stages.contains(&stage));
    let lays_wire = job
        .circuits
        .iter()
        .any(|c| !c.lights.is_empty() && !matches!(c.feed, Some(Feed::Plug { .. })));
    let has_lamps = job.circuits.iter().any(|c| !c.lights.is_empty());
    let needed = match stage {
        Stage::Light | Stage::Feed => has_lamps,
        Stage::Switch | Stage::Run | Stage::Cut => lays_wire,
        _ => false,
    };
    !(job.kinds.is_empty() || ALWAYS.contains(&stage) || asked || needed)
}
