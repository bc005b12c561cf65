//! Lights of a vehicle that is towed on its wheels: its own lamps obey the towing vehicle.

use super::{AIMED, Begun, Kind};
use crate::defaults::fresh;
use crate::finding::Stage;
use jovek_job::WorkKind;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::TowedVehicle,
    label: "Lights of a towed vehicle",
    says: "Its own rear lamps obey the vehicle in front, over diodes.",
    also: "flat towed dinghy car behind motorhome diodes",
    begin,
    stages: &AIMED,
    opens: Stage::Run,
};

fn begin(work: &mut Begun) {
    let usual = fresh();
    let link = work.job.trailer.get_or_insert(usual.link);
    link.towed.get_or_insert(usual.towed);
}
