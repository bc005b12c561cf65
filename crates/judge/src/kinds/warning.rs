//! Beacons and flashers of service vehicles.

use super::begin::light;
use super::{AIMED, Begun, Kind, undecided};
use crate::finding::Stage;
use jovek_job::{Flash, LampColour, LampRole, Section, Waypoint, Wish, WorkKind, Zone};
use jovek_phrases::begin as say;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::Warning,
    label: say::warning_label,
    says: say::warning_says,
    also: say::warning_also,
    begin,
    stages: &AIMED,
    opens: Stage::Light,
    turns_on: undecided::watts,
};

/// Two flashes a second, lit for a third of the time: within what codes of warning lamps allow. Common practice.
const FLASH: Flash = Flash { hz: 2.0, duty: 0.33 };

/// Beacons sit on the roof: through the firewall to the switch and up a pillar, not along the frame.
fn begin(work: &mut Begun) {
    let circuit = work.circuit(say::beacons(), Wish::OwnSwitch, None);
    circuit.run.supply = [
        (say::post_to_fuse(), Zone::EngineBay, Waypoint::Fuse),
        (say::through_the_firewall_to_the_switch(), Zone::Cab, Waypoint::Control),
        (say::up_the_pillar_to_the_roof(), Zone::Cab, Waypoint::Pass),
        (say::roof_to_the_beacons(), Zone::Exterior, Waypoint::Pass),
    ]
    .map(|(name, zone, ends_at)| Section::unmeasured(name, zone, ends_at))
    .into();
    circuit.run.back = vec![Section::unmeasured(say::beacons_to_stud(), Zone::Cab, Waypoint::Pass)];
    light(circuit, |l| {
        (l.name, l.role) = (say::led_beacon().into(), Some(LampRole::Warning));
        (l.colour, l.flash) = (Some(LampColour::Amber), Some(FLASH));
    });
}
