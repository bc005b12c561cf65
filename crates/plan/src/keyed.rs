//! An empty fuse position that is live with the key: the everyday feed of a light load with a switch of its own.

use crate::assumed::Assumed;
use crate::factory::ASSUMED_POSITION_A;
use crate::lamp::{PlannedLamp, current_a};
use crate::supply::PlannedSupply;
use crate::survey;
use jovek_catalog::fuse::CONTINUOUS_PART;
use jovek_catalog::switch::{FILAMENT_DIRECT_A, LED_DIRECT_A};
use jovek_job::{
    FactoryCircuit, FactoryKind, Feed, FuseBlock, Job, LampCircuit, Signal, VehicleSide, Wish,
};

/// The fuse position on which a circuit with a switch of its own hangs: the one that was chosen, or the first that
/// was measured and is good for it. None where it hangs on anything else.
pub fn position(job: &Job, circuit: &LampCircuit) -> Option<usize> {
    if !circuit.lit.is_switch_alone() {
        return None;
    }
    match &circuit.feed {
        Some(Feed::TieIn { factory }) => {
            let at = job.factory.iter().position(|f| f.id == *factory)?;
            (job.factory[at].kind == FactoryKind::FusePosition).then_some(at)
        }
        Some(Feed::Battery {} | Feed::Auxiliary {} | Feed::Plug { .. }) => None,
        None => good_position(job, circuit),
    }
}

/// The first position that was measured and is good for a circuit with a switch of its own, whatever it hangs on now.
pub fn good_position(job: &Job, circuit: &LampCircuit) -> Option<usize> {
    let load = circuit.lit.is_switch_alone().then(|| Load::of(job, circuit))?;
    job.factory.iter().position(|f| is_good_for(job, f, load))
}

/// What lights a circuit: its wish, and behind a position or a fuse block that is live with the key the key as well.
pub fn wish(job: &Job, circuit: &LampCircuit) -> Wish {
    match is_behind_key(job, circuit) {
        true => Wish::All(vec![circuit.lit.clone(), Wish::With(Signal::Ignition)]),
        false => switched_wish(job, circuit),
    }
}

/// What the hardware of a circuit follows: a fuse block is dead with the key out by itself.
pub fn switched_wish(job: &Job, circuit: &LampCircuit) -> Wish {
    match position(job, circuit) {
        Some(at) => Wish::All(vec![circuit.lit.clone(), Wish::With(job.factory[at].follows)]),
        None => circuit.lit.clone(),
    }
}

/// The factory wire that is live with the key and pulls a master relay, by index.
pub fn key_wire(job: &Job) -> Option<usize> {
    job.factory.iter().position(|f| f.of == VehicleSide::Own && f.follows == Signal::Ignition)
}

/// True for a circuit that hangs on the shop's keyed fuse block: it has a switch of its own and comes from the starting
/// battery, like one more at least; what must burn without the key never hangs there.
pub fn is_behind_key(job: &Job, circuit: &LampCircuit) -> bool {
    let could = |c: &LampCircuit| {
        c.lit.is_switch_alone()
            && !c.lights.is_empty()
            && match &c.feed {
                Some(Feed::Battery {}) => true,
                None => job.supply.auxiliary.is_none() && position(job, c).is_none(),
                Some(Feed::Auxiliary {} | Feed::TieIn { .. } | Feed::Plug { .. }) => false,
            }
    };
    job.shop.fuse_block == Some(FuseBlock::Keyed)
        && !job.is_trailer()
        && key_wire(job).is_some()
        && could(circuit)
        && job.circuits.iter().filter(|c| could(c)).count() > 1
}

/// Charge of a low battery, at which a driver draws most, %.
const LOW_PERCENT: f64 = 25.0;

/// What a position has to bear.
#[derive(Debug, Clone, Copy)]
pub struct Load {
    /// Current of the lamps, A.
    pub current_a: f64,
    /// A filament lamp is among them.
    pub has_filament: bool,
}

impl Load {
    fn of(job: &Job, circuit: &LampCircuit) -> Load {
        // Planned aside: what is assumed here is noted where it counts.
        let mut aside = Assumed::default();
        let supply = PlannedSupply::new(job, &mut aside);
        let lamps: Vec<PlannedLamp> = circuit
            .lights
            .iter()
            .map(|l| PlannedLamp::new(l, job.vehicle.system, "", &mut aside))
            .collect();
        Load {
            current_a: current_a(&lamps, supply.open_circuit_v(LOW_PERCENT)),
            has_filament: lamps.iter().any(|l| l.is_filament),
        }
    }

    /// True where a switch carries it by itself.
    fn is_for_a_switch(self) -> bool {
        self.current_a <= if self.has_filament { FILAMENT_DIRECT_A } else { LED_DIRECT_A }
    }
}

/// True for a position that was read, is live only with the key, and bears the load.
fn is_good_for(job: &Job, f: &FactoryCircuit, load: Load) -> bool {
    let room_a = CONTINUOUS_PART * f.fuse_a.unwrap_or(ASSUMED_POSITION_A);
    f.kind == FactoryKind::FusePosition
        && f.of == VehicleSide::Own
        && f.survey.is_some_and(|s| survey::judge(&s, job.vehicle.system).is_usable)
        && f.existing_a.unwrap_or(0.0) + load.current_a <= room_a
        && load.is_for_a_switch()
}
