//! The fact on which a kind of work turns: asked before any figure, as long as nobody has said it.

use super::row;
use crate::finding::Stage;
use jovek_job::{FactoryKind, Job, LightKind, OutputKind};
use jovek_phrases::begin as say;
use serde::Serialize;
use utoipa::ToSchema;

/// A fact that decides, and that nobody has said.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Undecided {
    /// What is asked.
    pub asks: String,
    /// What turns on it.
    pub matters: &'static str,
    /// Where the answer goes.
    pub stage: Stage,
}

/// What a job's kinds of work turn on, the first that is open; none where all is said.
pub fn undecided(job: &Job) -> Option<Undecided> {
    job.kinds.iter().find_map(|kind| (row(*kind).turns_on)(job))
}

/// Of work that turns on figures alone.
pub(super) fn nothing(_: &Job) -> Option<Undecided> {
    None
}

/// How the output behaves on whose wire something is to hang.
pub(super) fn output(job: &Job) -> Option<Undecided> {
    let is_open = |f: &&jovek_job::FactoryCircuit| {
        f.kind != FactoryKind::FusePosition && f.output == OutputKind::Unknown
    };
    let wire = job.factory.iter().find(is_open)?;
    Some(Undecided {
        asks: say::plain_pulsed_or_monitored(&wire.name),
        matters: say::on_a_pulsed_or_monitored_wire(),
        stage: Stage::Look,
    })
}

/// Which side of an empty fuse position is live, with the key and without.
pub(super) fn live_side(job: &Job) -> Option<Undecided> {
    let is_open = |f: &&jovek_job::FactoryCircuit| {
        f.kind == FactoryKind::FusePosition && f.survey.is_none_or(|s| s.first_key_on_v.is_none())
    };
    let position = job.factory.iter().find(is_open)?;
    Some(Undecided {
        asks: say::which_side_is_live(&position.name),
        matters: say::on_the_wrong_side_the_new(),
        stage: Stage::Look,
    })
}

/// In which wire the factory's switch sits.
pub(super) fn switched_side(job: &Job) -> Option<Undecided> {
    let wire = job.factory.iter().find(|f| f.probe.on_v.is_none())?;
    Some(Undecided {
        asks: say::does_its_switch_give_plus(&wire.name),
        matters: say::it_says_which_coil_terminal(),
        stage: Stage::Look,
    })
}

/// Along which edges a strip goes.
pub(super) fn edges(job: &Job) -> Option<Undecided> {
    let lights = || job.circuits.iter().flat_map(|c| &c.lights);
    let is_open = |l: &&jovek_job::Light| {
        matches!(l.draws, LightKind::Strip { .. })
            && l.strip.as_ref().is_none_or(|s| s.edges.is_empty())
            && l.label_w.is_none()
            && l.measured.is_none()
    };
    let light = lights().find(is_open)?;
    Some(Undecided {
        asks: say::along_which_edges_how_long(&light.name),
        matters: say::watts_feeds_and_pieces_all_follow(),
        stage: Stage::Run,
    })
}

/// What the box or the parts of a ready-made harness say.
pub(super) fn kit(job: &Job) -> Option<Undecided> {
    let open = |kit: &&jovek_job::KitHarness| kit.wire.is_none() || kit.fuse_a.is_none();
    let kit = job.circuits.iter().filter_map(|c| c.kit.as_ref()).find(open);
    let asks = |kit: &jovek_job::KitHarness| Undecided {
        asks: say::which_wire_and_fuse_does(&kit.name),
        matters: say::a_fuse_above_what_its_wire(),
        stage: Stage::Run,
    };
    kit.map(asks).or_else(|| watts(job))
}

/// What a lamp takes that nobody measured and whose label nobody read.
pub(super) fn watts(job: &Job) -> Option<Undecided> {
    let lights = || job.circuits.iter().flat_map(|c| &c.lights);
    let light = lights().find(|l| l.label_w.is_none() && l.measured.is_none())?;
    Some(Undecided {
        asks: say::how_many_watts_by_its_label(&light.name),
        matters: say::fuse_wire_relay_and_the_battery(),
        stage: Stage::Light,
    })
}

/// Which model series stands on the module that is coded.
pub(super) fn series(job: &Job) -> Option<Undecided> {
    let coding = job.record.coding.iter().find(|c| c.series.is_none())?;
    Some(Undecided {
        asks: say::which_model_series_stands(&coding.module),
        matters: say::byte_bit_and_pins_differ(),
        stage: Stage::Sign,
    })
}

/// What the towed vehicle takes from its battery on the way.
pub(super) fn towed_draw(job: &Job) -> Option<Undecided> {
    let towed = job.trailer.as_ref()?.towed.as_ref()?;
    towed.key_on_a.is_none().then(|| Undecided {
        asks: say::what_does_the_towed_vehicle_draw().into(),
        matters: say::a_day_tow_may_empty(),
        stage: Stage::Run,
    })
}
