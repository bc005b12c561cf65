//! A lamp at the hitch, on a lead between socket and plug that passes everything on.

use super::{Begun, Kind};
use crate::defaults::fresh;
use crate::finding::Stage;
use jovek_job::WorkKind;

/// Its row.
pub const KIND: Kind = Kind {
    kind: WorkKind::HitchLamp,
    label: "Lamp at the hitch",
    says: "Takes tail, brake and reverse from the trailer socket and passes them on.",
    also: "hitch receiver trailer socket intermediate lead loop",
    begin,
    stages: &[Stage::Run],
    opens: Stage::Run,
};

fn begin(work: &mut Begun) {
    let usual = fresh();
    let link = work.job.trailer.get_or_insert(usual.link);
    link.hitch.get_or_insert(usual.hitch);
}
