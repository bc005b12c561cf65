//! Factory circuits with their figures filled in.

use crate::assumed::Assumed;
use crate::inputs::Inputs;
use crate::lamp::{PlannedLamp, current_a};
use jovek_catalog::conductor::Conductor;
use jovek_catalog::contact;
use jovek_job::{FactoryId, FactoryKind, Feed, Job, LampCircuit, VehicleSide};
use jovek_phrases::plan as say;

/// Wire of a factory lamp circuit when nobody knows it: the thinnest that lamp circuits commonly
/// have. Common practice.
pub const ASSUMED_FACTORY_WIRE: Conductor = Conductor::Metric(75);

/// Largest fuse that an empty position takes where nobody said, A. Common practice.
pub const ASSUMED_POSITION_A: f64 = 10.0;

/// A factory circuit with its figures filled in.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PlannedFactory {
    /// Fuse rating, A.
    pub fuse_a: f64,
    /// Its wire.
    pub wire: Conductor,
    /// Length from fuse box to joint, m.
    pub length_m: f64,
    /// Load that stays on it, A: what it carries already without the lamps that come off.
    pub existing_a: f64,
    /// What it carried as it was found, A: with the lamps that come off.
    pub before_a: f64,
    /// An empty fuse position: the fuse there is the circuit's own.
    pub is_position: bool,
    /// Nobody measured its length.
    pub is_length_assumed: bool,
    /// Nobody measured that load.
    pub is_load_assumed: bool,
    /// Its lamp has plus all the time: a switch in its minus wire lights it.
    pub is_ground_switched: bool,
    /// The vehicle that feeds it.
    pub side: VehicleSide,
    /// Inputs that make it live.
    pub live_by: u64,
    /// True where lamps hang on it that the road needs: headlamps, tail, brake and turn lamps.
    pub is_of_road: bool,
}

/// Load of a factory lamp circuit where nobody measured it, A. Common practice.
const ASSUMED_EXISTING_A: f64 = 1.5;
/// Part by which a clamp meter is off. Common practice.
const METER_PART: f64 = 0.05;

/// Current of what was read with the rest of a factory circuit and is not the rest of it, A, at the voltage at which
/// loads are read: lamps that come off its plugs, lamps of circuits on it that stay.
fn counted_apart_a(job: &Job, factory: &FactoryId) -> f64 {
    let system = job.vehicle.system;
    let on_plugs =
        |c: &&LampCircuit| matches!(&c.feed, Some(Feed::Plug { factory: of }) if of == factory);
    let off = job.circuits.iter().filter(on_plugs).flat_map(|c| &c.lights);
    let off = off.filter_map(|light| PlannedLamp::replaced(light, system));
    let hangs_on = |c: &&LampCircuit| c.feed.as_ref().and_then(Feed::factory) == Some(factory);
    let stays = job.circuits.iter().filter(hangs_on).flat_map(|c| &c.lights).filter(|l| l.stays);
    let stays = stays.map(|light| PlannedLamp::new(light, system, "", &mut Assumed::default()));
    off.chain(stays).map(|lamp| current_a(&[lamp], READ_V * system.batteries())).sum()
}

/// Voltage at which existing loads are read, per 12 V battery, V.
const READ_V: f64 = 13.5;

impl PlannedFactory {
    /// Fills in a factory circuit of the job.
    pub fn new(job: &Job, index: usize, inputs: &Inputs, assumed: &mut Assumed) -> Self {
        let f = &job.factory[index];
        let at = format!("factory[{index}]");
        let is_position = f.kind == FactoryKind::FusePosition;
        let apart_a = counted_apart_a(job, &f.id);
        // Where lamps come off or stay and nobody measured, they are taken to be all that hangs there.
        let usual_a =
            if apart_a > 0.0 { (apart_a * 10.0).round() / 10.0 } else { ASSUMED_EXISTING_A };
        let fuse_a = assumed.or(
            f.fuse_a,
            if is_position { ASSUMED_POSITION_A } else { 10.0 },
            format!("{at}.fuse_a"),
            match is_position {
                true => say::largest_fuse_that_it_takes(&f.name),
                false => say::fuse(&f.name),
            },
            "A",
        );
        // An empty position is at the box itself and carries nothing.
        let length_m = if is_position {
            f.length_m.unwrap_or(0.0)
        } else {
            assumed.or(
                f.length_m,
                4.0,
                format!("{at}.length_m"),
                match f.is_ground_switched() {
                    true => say::wire_from_the_joint(&f.name),
                    false => say::wire_to_the_joint(&f.name),
                },
                "m",
            )
        };
        let before_a = match is_position {
            true => f.existing_a.unwrap_or(0.0),
            false => assumed.or(
                f.existing_a,
                usual_a,
                format!("{at}.existing_a"),
                say::existing_load(&f.name),
                "A",
            ),
        };
        let left_a = before_a - apart_a;
        PlannedFactory {
            fuse_a,
            wire: f.wire.unwrap_or(ASSUMED_FACTORY_WIRE),
            length_m,
            // What was read on a meter is off by a per cent or two: what is left of it then is nothing.
            existing_a: if left_a > METER_PART * before_a { left_a } else { 0.0 },
            before_a,
            is_position,
            is_length_assumed: f.length_m.is_none() && !is_position,
            is_load_assumed: f.existing_a.is_none() && !is_position,
            is_ground_switched: f.is_ground_switched(),
            side: f.of,
            live_by: inputs.live_by_wire(f),
            is_of_road: f.kind == FactoryKind::Lamp
                && f.of == VehicleSide::Own
                && f.signals().any(jovek_job::Signal::is_of_road),
        }
    }
}

/// Ground wire of a trailer's plug. Source: ISO 11446, 2.5 mm² of pins 3 and 13, recalled from memory.
const PLUG_GROUND_WIRE: Conductor = Conductor::Metric(250);
/// Temperature of it, °C.
const PLUG_GROUND_C: f64 = 40.0;

/// The pin of the plug and the wire to the battery that feeds it, ohm: as long as the wires beside it.
pub fn plug_ground_ohm(factory: &[PlannedFactory], joint_factor: f64) -> f64 {
    let length_m = factory.iter().map(|f| f.length_m).fold(0.0, f64::max);
    contact::LAMP_PLUG_OHM * joint_factor + PLUG_GROUND_WIRE.ohm(length_m, PLUG_GROUND_C)
}

/// From a lamp's factory plug to the ground stud beside it, m. Common practice.
pub const PLUG_RETURN_M: f64 = 1.0;

/// The ground wires of as many factory lamp plugs side by side, with the stud and the frame behind, ohm.
pub fn plug_return_ohm(wire: Conductor, plugs: u32) -> f64 {
    let each_ohm = wire.ohm(PLUG_RETURN_M, PLUG_GROUND_C) + contact::STUD_OHM;
    each_ohm / f64::from(plugs.max(1)) + contact::CHASSIS_OHM
}
