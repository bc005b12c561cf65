//! Lights of a vehicle that is towed on its wheels: its own lamps obey the towing vehicle.

use super::begin::light;
use super::{Begun, Kind, WIRED, undecided};
use crate::defaults::fresh;
use crate::finding::Stage;
use jovek_job::{
    ControlKind, FactoryKind, HousedLamp, Housing, HousingGround, HousingId, LampColour, LampEnd,
    LampLead, LampPlace, LampRole, LightId, LightKind, MadeFor, ReturnKind, Section, Signal,
    Waypoint, Wish, WorkKind, Zone,
};
use jovek_phrases::begin as say;
use jovek_phrases::common;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::TowedVehicle,
    label: say::towed_vehicle_label,
    says: say::towed_vehicle_says,
    also: say::towed_vehicle_also,
    begin,
    stages: &WIRED,
    opens: Stage::Run,
    turns_on: undecided::towed_draw,
};

/// Stop and turn in one on either vehicle, as on a 4-flat: tail, left and right of each side meet over a pair of diodes.
fn begin(work: &mut Begun) {
    let usual = fresh();
    let link = work.job.trailer.get_or_insert(usual.link);
    if link.towed.is_some() {
        return;
    }
    link.towed = Some(usual.towed);
    work.factory(say::tail_lamps_own(), Signal::Parking, FactoryKind::Lamp);
    work.lead(say::lead_tail(), Signal::Parking, &[]);
    for (id, side, signal, place) in [
        ("own-left", common::left(), Signal::Left, LampPlace::RearLeft),
        ("own-right", common::right(), Signal::Right, LampPlace::RearRight),
    ] {
        work.combined(&say::stop_and_turn_own(&side), signal, FactoryKind::Lamp);
        work.lead(&say::lead_stop_and_turn(&side), signal, &[Signal::Brake]);
        let tail = lamp(work, &say::tail_lamp(&side), &[Signal::Parking], |l| {
            (l.role, l.place) = (Some(LampRole::Tail), Some(place));
        });
        let name = say::stop_and_turn(&side);
        let turn = lamp(work, &name, &[signal, Signal::Brake], |l| {
            (l.role, l.place) = (Some(LampRole::Turn), Some(place));
        });
        let housed = |light| HousedLamp { light, number: 0, lead_colour: None };
        work.job.housings.push(Housing {
            id: HousingId(id.to_owned()),
            name: say::rear_lamp(&side),
            lamps: [tail, turn].map(housed).into(),
            ground: Some(HousingGround {
                by: ReturnKind::FactoryGround,
                ..HousingGround::default()
            }),
        });
    }
}

/// A lamp that is on the vehicle and stays, lit by some signals of either vehicle; its light.
fn lamp(
    work: &mut Begun,
    name: &str,
    signals: &[Signal],
    change: impl Fn(&mut jovek_job::Light),
) -> LightId {
    let both = signals.iter().flat_map(|s| [Wish::With(*s), Wish::Towing(*s)]);
    let circuit = work.circuit(name, Wish::Any(both.collect()), None);
    circuit.control.kind = Some(ControlKind::Diodes);
    circuit.run.supply =
        vec![Section::unmeasured(say::diodes_to_lamp(), Zone::Exterior, Waypoint::Pass)];
    circuit.run.back = Vec::new();
    circuit.run.return_by = ReturnKind::FactoryGround;
    light(circuit, |l| {
        (l.name, l.count, l.draws) = (name.into(), 1, LightKind::Incandescent {});
        (l.made_for, l.colour, l.stays) = (MadeFor::V12, Some(LampColour::Red), true);
        l.lead = Some(LampLead { ends: LampEnd::Bare, ..LampLead::default() });
        change(l);
    });
    circuit.lights.first().map_or_else(LightId::default, |l| l.id.clone())
}
