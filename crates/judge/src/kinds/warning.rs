//! Beacons and flashers of service vehicles.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{Flash, LampColour, LampRole, Section, Waypoint, Wish, WorkKind, Zone};

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

/// Beacons sit on the roof: through the firewall to the switch and up a pillar, not along the frame.
fn begin(work: &mut Begun) {
    let circuit = work.circuit("Beacons", Wish::OwnSwitch, None);
    circuit.run.supply = [
        ("Post to fuse", Zone::EngineBay, Waypoint::Fuse),
        ("Through the firewall to the switch", Zone::Cab, Waypoint::Control),
        ("Up the pillar to the roof", Zone::Cab, Waypoint::Pass),
        ("Roof to the beacons", Zone::Exterior, Waypoint::Pass),
    ]
    .map(|(name, zone, ends_at)| Section::unmeasured(name, zone, ends_at))
    .into();
    circuit.run.back = vec![Section::unmeasured("Beacons to stud", Zone::Cab, Waypoint::Pass)];
    light(circuit, |l| {
        (l.name, l.role) = ("LED beacon".into(), Some(LampRole::Warning));
        (l.colour, l.flash) = (Some(LampColour::Amber), Some(FLASH));
    });
}
