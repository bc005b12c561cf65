//! A fuse block that circuits share: one main fuse and one feed for all of them, behind a master relay where the shop
//! wants it dead with the key out.

use crate::chain::Chain;
use crate::end::FactoryIx;
use crate::factory::PlannedFactory;
use crate::keyed;
use crate::supply::PlannedSupply;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::fuse::{
    Fuse, FuseFamily, HOLDER_OHM, ROUNDING_PART, USUAL_SMALLEST_A, min_rating_a,
};
use jovek_catalog::insulation::Insulation;
use jovek_catalog::relay::{CONTINUOUS_PART, MASTER, RelayType};
use jovek_catalog::{ampacity, contact};
use jovek_job::{Feed, FuseBlock, Job, SystemVoltage, Zone};

/// Part of the charging voltage that the shared feed may take. Common practice: a third of what the circuits may.
const FEED_PART: f64 = 0.01;
/// Feed from the main fuse to the block where nobody said, m. Common practice.
const ASSUMED_FEED_M: f64 = 1.0;
/// Wire from the battery to the main fuse, and from the master relay to the block, m.
pub const BESIDE_M: f64 = 0.1;
/// Lead from the wire that is live with the key to the coil of the master relay, m. Common practice.
pub const COIL_LEAD_M: f64 = 2.0;
/// Ground lead of that coil, m.
pub const COIL_GROUND_M: f64 = 0.3;
/// Wire of the coil, where its small fuse protects it.
const COIL_WIRE_MM2: f64 = 0.75;
/// Fuse of that coil, A. Common practice: 2 A at a tap.
pub const COIL_FUSE_A: f64 = 2.0;
/// How many times a branch's own need the main fuse is at least, so that the branch opens first. Common practice.
const ABOVE_BRANCH: f64 = 2.0;
/// Temperature at which its copper works, °C.
const WARM_C: f64 = 60.0;

/// Who hangs on the block, and what that asks of it.
#[derive(Debug, Clone, PartialEq)]
pub struct BlockPlan {
    /// How it is fed.
    pub kind: FuseBlock,
    /// Its circuits, by index in the job.
    pub members: Vec<usize>,
    /// All of them at once, A.
    pub load_a: f64,
    /// The main fuse.
    pub fuse: Fuse,
    /// The master relay; none where the block is live all the time.
    pub relay: Option<RelayType>,
}

/// The feed that the circuits on a fuse block share.
#[derive(Debug, Clone, PartialEq)]
pub struct SharedFeed {
    /// Who hangs on it.
    pub plan: BlockPlan,
    /// Wire from the battery to the block.
    pub wire: Conductor,
    /// Its insulation.
    pub insulation: Insulation,
    /// From the main fuse to the block, or to the master relay, m.
    pub length_m: f64,
    /// What pulls the master relay.
    pub key: Option<MasterRelay>,
}

/// A master relay and the wire that pulls it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct MasterRelay {
    /// The relay.
    pub relay: RelayType,
    /// The factory wire that is live with the key.
    pub wire: FactoryIx,
    /// Inputs that make it live.
    pub live_by: u64,
    /// Wire of its coil.
    pub coil_wire: Conductor,
}

/// The block of a job whose circuits are fed as told, each with its largest current, A. None where the shop has none,
/// where fewer than two circuits would hang on it, or where no main fuse or relay carries them together.
pub fn plan(job: &Job, circuits: &[(usize, &Feed, f64)]) -> Option<BlockPlan> {
    let kind = job.shop.fuse_block?;
    let is_member = |c: &&(usize, &Feed, f64)| match kind {
        FuseBlock::Live => !job.is_trailer() && *c.1 == Feed::Battery {},
        FuseBlock::Keyed => {
            *c.1 == Feed::Battery {} && keyed::is_behind_key(job, &job.circuits[c.0])
        }
    };
    let own: Vec<&(usize, &Feed, f64)> = circuits.iter().filter(is_member).collect();
    let load_a: f64 = own.iter().map(|c| c.2).sum();
    let largest_a = own.iter().map(|c| c.2).fold(0.0, f64::max);
    let ambient_c = jovek_catalog::zone::ambient_c(Zone::EngineBay);
    let smallest_a = job.shop.smallest_fuse_a.unwrap_or(USUAL_SMALLEST_A);
    let branch_a = min_rating_a(largest_a, ambient_c).max(smallest_a);
    let least_a = min_rating_a(load_a, ambient_c).max(ABOVE_BRANCH * branch_a);
    let fuse = mains().into_iter().find(|f| f.rating_a * (1.0 + ROUNDING_PART) >= least_a)?;
    let relay = match kind {
        FuseBlock::Live => None,
        FuseBlock::Keyed => Some(master(job.vehicle.system, load_a)?),
    };
    let members: Vec<usize> = own.iter().map(|c| c.0).collect();
    (members.len() > 1).then_some(BlockPlan { kind, members, load_a, fuse, relay })
}

/// Fuses that stand before a block: large blades, in a holder with studs.
fn mains() -> Vec<Fuse> {
    let family = FuseFamily::LargeBlade;
    Fuse::ladder_of(family).into_iter().filter(|f| f.family == family).collect()
}

/// The relay with studs that carries the whole block.
fn master(system: SystemVoltage, load_a: f64) -> Option<RelayType> {
    let own = MASTER.into_iter().filter(|r| r.system == system);
    own.into_iter().find(|r| r.contact_a * CONTINUOUS_PART >= load_a)
}

/// The feed of a block, for the paths of its circuits.
pub fn shared_feed(
    job: &Job,
    plan: BlockPlan,
    (supply, factory): (&PlannedSupply, &[PlannedFactory]),
    chains: &[Chain],
) -> SharedFeed {
    let told_m = chains.iter().filter_map(|c| c.block_feed_m).reduce(f64::max);
    let length_m = told_m.filter(|m| *m > BESIDE_M).unwrap_or(ASSUMED_FEED_M);
    let insulation = Insulation::Pvc105.max(job.shop.insulation.unwrap_or(Insulation::Pvc80));
    let ambient_c = jovek_catalog::zone::ambient_c(Zone::EngineBay);
    let will_do = |wire: &Conductor| {
        let bears_a = ampacity::single_a(job.shop.ampacity, *wire, insulation)
            * ampacity::ambient_factor(insulation, ambient_c);
        let lost_v = plan.load_a * wire.ohm(length_m, WARM_C);
        bears_a >= plan.fuse.rating_a && lost_v <= FEED_PART * supply.regulated_v
    };
    let shelf = Conductor::shelf(job.shop.wire_system);
    let thickest = shelf.last().copied().unwrap_or(Conductor::Metric(2500));
    let wire = shelf.iter().copied().find(will_do).unwrap_or(thickest);
    let key = plan.relay.zip(keyed::key_wire(job)).map(|(relay, index)| MasterRelay {
        relay: relay.suppressed_by(job.shop.suppression),
        wire: FactoryIx(index),
        live_by: factory[index].live_by,
        coil_wire: shelf
            .iter()
            .copied()
            .find(|c| c.area_mm2() >= COIL_WIRE_MM2 * 0.999)
            .unwrap_or(thickest),
    });
    SharedFeed { plan, wire, insulation, length_m, key }
}

impl SharedFeed {
    /// From the battery's post to the block, or to the master relay's 30, ohm.
    pub fn feed_ohm(&self, joint_factor: f64) -> f64 {
        // Post, holder of the main fuse, block or relay.
        let ends = match self.key {
            Some(_) => contact::POST_OHM,
            None => contact::POST_OHM + contact::STUD_OHM,
        };
        ends * joint_factor
            + self.plan.fuse.cold_ohm()
            + HOLDER_OHM
            + self.wire.ohm(BESIDE_M + self.length_m, WARM_C)
    }

    /// From the master relay's 30 to the block, ohm: its contact, a jumper, the stud of the block.
    pub fn relay_ohm(&self) -> f64 {
        jovek_catalog::relay::CONTACT_OHM + self.jumper_ohm()
    }

    /// From the relay's 87 to the block, ohm.
    pub fn jumper_ohm(&self) -> f64 {
        self.wire.ohm(BESIDE_M, WARM_C) + contact::STUD_OHM
    }
}

impl MasterRelay {
    /// Its coil with both leads, ohm.
    pub fn coil_ohm(&self) -> f64 {
        self.relay.load_ohm() + self.coil_wire.ohm(COIL_LEAD_M + COIL_GROUND_M, WARM_C)
    }

    /// The fuse of its coil.
    pub fn coil_fuse(&self) -> Fuse {
        Fuse::of_rating(COIL_FUSE_A)
    }
}
