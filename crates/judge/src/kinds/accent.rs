//! Strip and small lights for a bed, a boot, a bonnet, an emblem.

use super::begin::light;
use super::{Begun, Kind, WIRED, undecided};
use crate::finding::Stage;
use jovek_job::{LampPlace, LampRole, LightKind, MadeFor, Wish, WorkKind};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Accent,
    label: say::accent_label,
    says: say::accent_says,
    also: say::accent_also,
    begin,
    stages: &WIRED,
    opens: Stage::Light,
    turns_on: undecided::edges,
};

fn begin(work: &mut Begun) {
    light(work.circuit(say::bed_lights(), Wish::OwnSwitch, None), |l| {
        (l.name, l.count, l.role) = (say::led_strip().into(), 1, Some(LampRole::Accent));
        (l.draws, l.made_for) = (LightKind::Strip { forward_v: None }, MadeFor::V12);
        l.is_stuck = true;
        l.place = Some(LampPlace::Bed);
    });
}
