//! The cable that charges an auxiliary battery which the job fits: both batteries can feed a short in it, so it has a
//! fuse at each end.

use crate::assumed::Assumed;
use crate::end::FactoryIx;
use crate::keyed;
use crate::supply::PlannedSupply;
use jovek_catalog::ampacity;
use jovek_catalog::battery::CHARGER_PART;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::contact;
use jovek_catalog::fuse::{Fuse, FuseFamily, HOLDER_OHM, ROUNDING_PART, min_rating_a};
use jovek_catalog::insulation::Insulation;
use jovek_job::{Feed, Isolation, Job, Zone};
use jovek_phrases::plan as say;

/// What a DC-DC charger gives, V for each 12 V battery. Common practice.
const CHARGER_V: f64 = 14.4;
/// Part of the charging voltage that cable, there and back, may take. Common practice: 3 %.
const LOSS_PART: f64 = 0.03;
/// From battery to battery where nobody measured, m. Common practice.
const ASSUMED_LENGTH_M: f64 = 3.0;
/// From a post to the fuse beside it, and from the fuse to the isolator, m. Common practice: within a hand.
pub const BESIDE_M: f64 = 0.1;
/// From the auxiliary battery's negative to its ground stud, m. Common practice.
pub const MINUS_M: f64 = 0.5;
/// Ground lead of the isolator, m.
pub const GROUND_LEAD_M: f64 = 0.3;
/// From the wire that is live with the key to the isolator's coil, m. Common practice.
pub const KEY_LEAD_M: f64 = 2.0;
/// Fuse of that coil, A.
pub const KEY_FUSE_A: f64 = 2.0;
/// Wire of the leads that carry no lamps.
const THIN_MM2: f64 = 0.75;
/// Ratings of relays, switches and diode isolators between batteries, A. Common practice.
const ISOLATORS_A: [f64; 4] = [70.0, 100.0, 140.0, 200.0];
/// Ratings of DC-DC chargers, A. Common practice.
const CHARGERS_A: [f64; 7] = [10.0, 20.0, 25.0, 30.0, 40.0, 50.0, 60.0];
/// Temperature at which its copper works, °C.
const WARM_C: f64 = 60.0;

/// The cable from battery to battery, with what stands in it.
#[derive(Debug, Clone, PartialEq)]
pub struct ChargeCable {
    /// What keeps the batteries apart.
    pub isolation: Isolation,
    /// Current that it is made for, A.
    pub load_a: f64,
    /// The fuse at each end.
    pub fuse: Fuse,
    /// The isolator's rating, A.
    pub isolator_a: f64,
    /// Its wire.
    pub wire: Conductor,
    /// Insulation of all of it.
    pub insulation: Insulation,
    /// From fuse to fuse but for the short pieces at the isolator, m.
    pub length_m: f64,
    /// Wire of thin leads: ground of the isolator, its coil.
    pub thin: Conductor,
    /// The factory wire that pulls its coil; none where it has none, or where nobody found one.
    pub key: Option<FactoryIx>,
}

/// The cable of a job that fits an auxiliary battery; `circuits` with their feed and largest current, A. None where
/// there is none, or it is on the vehicle.
pub fn plan(
    job: &Job,
    supply: &PlannedSupply,
    circuits: &[(usize, &Feed, f64)],
    assumed: &mut Assumed,
) -> Option<ChargeCable> {
    let run = job.supply.auxiliary.as_ref()?.fitted?;
    let auxiliary = supply.auxiliary?;
    let length_m = assumed.or(
        run.length_m,
        ASSUMED_LENGTH_M,
        "supply.auxiliary.fitted.length_m",
        say::cable_from_battery_to_battery_one(),
        "m",
    );
    let lamps_a: f64 = circuits.iter().filter(|c| *c.1 == Feed::Auxiliary {}).map(|c| c.2).sum();
    let isolation = auxiliary.isolation;
    let load_a = match isolation {
        // It gives a set current, and takes more on the side of the lower voltage.
        Isolation::DcDc => {
            let input_part = CHARGER_V * supply.batteries / (CHARGER_PART * supply.regulated_v);
            auxiliary.charger_a * input_part.max(1.0)
        }
        Isolation::IgnitionRelay
        | Isolation::VoltageSensing
        | Isolation::DiodeIsolator
        | Isolation::ManualSwitch => {
            let bulk_a = auxiliary.chemistry.bulk_per_h() * auxiliary.capacity_ah;
            (bulk_a + lamps_a).min(supply.working_a)
        }
    };
    let ambient_c = jovek_catalog::zone::ambient_c(Zone::EngineBay);
    let ladder: Vec<Fuse> = Fuse::ladder_of(FuseFamily::LargeBlade)
        .into_iter()
        .filter(|f| f.family == FuseFamily::LargeBlade)
        .collect();
    let least_a = min_rating_a(load_a, ambient_c);
    let fuse = ladder
        .iter()
        .find(|f| f.rating_a * (1.0 + ROUNDING_PART) >= least_a)
        .or(ladder.last())
        .copied()?;
    let rated = |ladder: &[f64], least_a: f64| ladder.iter().copied().find(|a| *a >= least_a);
    let isolator_a = match isolation {
        Isolation::DcDc => rated(&CHARGERS_A, auxiliary.charger_a).unwrap_or(auxiliary.charger_a),
        _ => rated(&ISOLATORS_A, fuse.rating_a).unwrap_or(fuse.rating_a),
    };
    let insulation = Insulation::Pvc105.max(job.shop.insulation.unwrap_or(Insulation::Pvc80));
    let shelf = Conductor::shelf(job.shop.wire_system);
    let thickest = shelf.last().copied()?;
    let will_do = |wire: &Conductor| {
        let bears_a = ampacity::single_a(job.shop.ampacity, *wire, insulation)
            * ampacity::ambient_factor(insulation, ambient_c);
        let lost_v = load_a * wire.ohm(length_m + MINUS_M, WARM_C);
        bears_a >= fuse.rating_a && lost_v <= LOSS_PART * supply.regulated_v
    };
    let thin = shelf.iter().copied().find(|c| c.area_mm2() >= THIN_MM2 * 0.999);
    let has_coil = isolation == Isolation::IgnitionRelay;
    Some(ChargeCable {
        isolation,
        load_a,
        fuse,
        isolator_a,
        wire: shelf.iter().copied().find(will_do).unwrap_or(thickest),
        insulation,
        length_m,
        thin: thin.unwrap_or(thickest),
        key: keyed::key_wire(job).filter(|_| has_coil).map(FactoryIx),
    })
}

impl ChargeCable {
    /// True for an isolator with a lead or stud for ground.
    pub fn has_ground(&self) -> bool {
        match self.isolation {
            Isolation::VoltageSensing | Isolation::DcDc => true,
            Isolation::IgnitionRelay => self.key.is_some(),
            Isolation::DiodeIsolator | Isolation::ManualSwitch => false,
        }
    }

    /// The wire of that ground: a charger's carries what it gives.
    pub fn ground_wire(&self) -> Conductor {
        if self.isolation == Isolation::DcDc { self.wire } else { self.thin }
    }

    /// From post to post and from the auxiliary battery to the frame, without the isolator's own contact, ohm: three
    /// posts, both studs of the isolator, the ground stud, two fuses in their holders, and the copper.
    pub fn ohm(&self) -> f64 {
        let copper_m = 3.0 * BESIDE_M + self.length_m + MINUS_M;
        3.0 * contact::POST_OHM
            + 3.0 * contact::STUD_OHM
            + 2.0 * (self.fuse.cold_ohm() + HOLDER_OHM)
            + self.wire.ohm(copper_m, WARM_C)
    }
}
