//! Beacons and flashers of service vehicles.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{Flash, LampColour, LampRole, Wish, WorkKind};

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Warning,
    label: "Beacons and flashers",
    says: "Roof beacons, grille and side flashers, kept in step.",
    also: "warning strobe amber light bar emergency beacon pattern sync",
    begin,
    stages: &AIMED,
    opens: Stage::Light,
    turns_on: undecided::watts,
};

/// Two flashes a second, lit for a third of the time: within what codes of warning lamps allow. Common practice.
const FLASH: Flash = Flash { hz: 2.0, duty: 0.33 };

fn begin(work: &mut Begun) {
    light(work.circuit("Beacons", Wish::OwnSwitch, None), |l| {
        (l.name, l.role) = ("LED beacon".into(), Some(LampRole::Warning));
        (l.colour, l.flash) = (Some(LampColour::Amber), Some(FLASH));
    });
}
