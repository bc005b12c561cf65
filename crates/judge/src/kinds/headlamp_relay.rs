//! Relays and fused feeds for the headlamps: the old plug only triggers.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{
    FactoryKind, Feed, LampPlace, LampRole, LightKind, MadeFor, Signal, Wish, WorkKind,
};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::HeadlampRelay,
    label: say::headlamp_relay_label,
    says: say::headlamp_relay_says,
    also: say::headlamp_relay_also,
    begin,
    stages: &AIMED,
    opens: Stage::Look,
    turns_on: undecided::switched_side,
};

/// Power of a filament in a headlamp, W. Source: UN R37, category H4, recalled from memory.
const BEAM_W: f64 = 55.0;

fn begin(work: &mut Begun) {
    work.job.vehicle.low_stays_with_high = true;
    let sides = [("left", LampPlace::FrontLeft), ("right", LampPlace::FrontRight)];
    let beams = [(say::low_beam(), Signal::LowBeam), (say::high_beam(), Signal::HighBeam)];
    for (name, signal) in beams {
        work.factory(&say::wire(&name), signal, FactoryKind::Lamp);
    }
    // A side a circuit: one fault must not put out both.
    for (side, place) in sides {
        for (name, signal) in beams {
            let of = format!("{name}, {side}");
            let circuit = work.circuit(&of, Wish::With(signal), Some(Feed::Battery {}));
            light(circuit, |l| {
                (l.name, l.count, l.role) = (name.into(), 1, Some(LampRole::Headlamp));
                (l.draws, l.made_for) = (LightKind::Incandescent {}, MadeFor::V12);
                (l.label_w, l.place) = (Some(BEAM_W), Some(place));
            });
        }
    }
}
