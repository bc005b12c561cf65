//! Where lamps sit, seen from above: a first guess from what they are for, until they are measured.

use jovek_job::{LampColour, LampPlace, Signal};
use serde::Serialize;
use utoipa::ToSchema;

/// A spot on the vehicle from above: along from the front (0) to the rear (1), across from the left
/// (0) to the right (1).
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct Spot {
    /// From the front, as a part of the length.
    pub along: f64,
    /// From the left, as a part of the width.
    pub across: f64,
}

/// Spots of `count` lamps at a place. `row` counts the groups that share it.
pub fn spots(place: LampPlace, count: usize, row: usize) -> Vec<Spot> {
    let part = |k: usize| (k as f64 + 0.5) / count.max(1) as f64;
    let step = row as f64 * 0.035;
    let corner = row as f64 * 0.09;
    (0..count)
        .map(|k| match place {
            LampPlace::Front => Spot { along: 0.02 + step, across: 0.08 + 0.84 * part(k) },
            LampPlace::FrontLeft => Spot { along: 0.02, across: 0.06 + corner + 0.07 * k as f64 },
            LampPlace::FrontRight => Spot { along: 0.02, across: 0.94 - corner - 0.07 * k as f64 },
            LampPlace::RearLeft => Spot { along: 0.98, across: 0.06 + corner + 0.07 * k as f64 },
            LampPlace::RearRight => Spot { along: 0.98, across: 0.94 - corner - 0.07 * k as f64 },
            LampPlace::Roof => Spot { along: 0.28 + step, across: 0.15 + 0.7 * part(k) },
            LampPlace::Cab => Spot { along: 0.38 + step, across: 0.2 + 0.6 * part(k) },
            LampPlace::Bed => Spot { along: 0.56 + step, across: 0.15 + 0.7 * part(k) },
            LampPlace::Rear => Spot { along: 0.98 - step, across: 0.08 + 0.84 * part(k) },
            LampPlace::Left => Spot { along: 0.25 + 0.6 * part(k), across: 0.02 + step },
            LampPlace::Right => Spot { along: 0.25 + 0.6 * part(k), across: 0.98 - step },
            LampPlace::Sides => {
                let per_side = count.div_ceil(2);
                let along = 0.2 + 0.65 * ((k / 2) as f64 + 0.5) / per_side as f64;
                Spot { along, across: if k % 2 == 0 { 0.02 + step } else { 0.98 - step } }
            }
            LampPlace::Under => {
                let per_side = count.div_ceil(2);
                let along = 0.3 + 0.3 * ((k / 2) as f64 + 0.5) / per_side as f64;
                Spot { along, across: if k % 2 == 0 { 0.1 + step } else { 0.9 - step } }
            }
        })
        .collect()
}

/// A lamp of the factory.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct FactorySpot {
    /// Where it sits.
    pub spot: Spot,
    /// Colour of its light.
    pub colour: LampColour,
}

/// Where the lamps of the factory that hang on a signal usually sit.
pub fn factory_spots(signal: Signal) -> Vec<FactorySpot> {
    use LampColour::{Amber, Red, White};
    let pair = |along: f64, inset: f64, colour| {
        [inset, 1.0 - inset]
            .map(|across| FactorySpot { spot: Spot { along, across }, colour })
            .to_vec()
    };
    let one = |along, across, colour| FactorySpot { spot: Spot { along, across }, colour };
    match signal {
        Signal::Parking => [pair(0.0, 0.06, White), pair(1.0, 0.06, Red)].concat(),
        Signal::LowBeam | Signal::HighBeam => pair(0.0, 0.16, White),
        Signal::Fog => pair(0.0, 0.26, White),
        Signal::Brake => pair(1.0, 0.11, Red),
        Signal::Left => vec![one(0.0, 0.0, Amber), one(1.0, 0.0, Amber)],
        Signal::Right => vec![one(0.0, 1.0, Amber), one(1.0, 1.0, Amber)],
        Signal::Reverse => pair(1.0, 0.2, White),
        Signal::Door => vec![one(0.34, 0.5, White)],
        Signal::Boot => vec![one(0.75, 0.5, White)],
        Signal::Bonnet => vec![one(0.1, 0.5, White)],
        Signal::Hazard
        | Signal::Ignition
        | Signal::Accessory
        | Signal::EngineRunning
        | Signal::Moving
        | Signal::Trailer => Vec::new(),
    }
}
