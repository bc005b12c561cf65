//! Factory circuits with their figures filled in.

use crate::assumed::Assumed;
use crate::inputs::Inputs;
use jovek_catalog::conductor::Conductor;
use jovek_job::{Job, VehicleSide};

/// Wire of a factory lamp circuit when nobody knows it: the thinnest that lamp circuits commonly
/// have. Common practice.
pub const ASSUMED_FACTORY_WIRE: Conductor = Conductor::Metric(75);

/// A factory circuit with its figures filled in.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PlannedFactory {
    /// Fuse rating, A.
    pub fuse_a: f64,
    /// Its wire.
    pub wire: Conductor,
    /// Length from fuse box to joint, m.
    pub length_m: f64,
    /// Load it carries already, A.
    pub existing_a: f64,
    /// The vehicle that feeds it.
    pub side: VehicleSide,
    /// Inputs that make it live.
    pub live_by: u64,
}

impl PlannedFactory {
    /// Fills in a factory circuit of the job.
    pub fn new(job: &Job, index: usize, inputs: &Inputs, assumed: &mut Assumed) -> Self {
        let f = &job.factory[index];
        let at = format!("factory[{index}]");
        PlannedFactory {
            fuse_a: assumed.or(
                f.fuse_a,
                10.0,
                format!("{at}.fuse_a"),
                format!("{}: fuse", f.name),
                "A",
            ),
            wire: f.wire.unwrap_or(ASSUMED_FACTORY_WIRE),
            length_m: assumed.or(
                f.length_m,
                4.0,
                format!("{at}.length_m"),
                format!("{}: wire to the joint", f.name),
                "m",
            ),
            existing_a: assumed.or(
                f.existing_a,
                1.5,
                format!("{at}.existing_a"),
                format!("{}: existing load", f.name),
                "A",
            ),
            side: f.of,
            live_by: inputs.live_by(f.of, f.follows),
        }
    }
}
