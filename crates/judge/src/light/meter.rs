//! The simulated lux meter: what it would read at a marked spot of a vehicle as vehicles really are.

use super::lamps::{Lamp, lamps};
use super::source::lux;
use super::spots::{lit_for, normal};
use jovek_circuit::SolveError;
use jovek_job::{Job, SupplyState};
use jovek_plan::study::study;
use rand::{RngExt, SeedableRng};
use rand_distr::{Distribution, Normal};
use rand_pcg::Pcg64Mcg;

/// Error of a handheld lux meter: 4 % of the reading, of its own kind on each, 1 % from one reading to the next.
/// Common practice, no source.
const METER_SIGMA: f64 = 0.04;
/// See [`METER_SIGMA`].
const READING_SIGMA: f64 = 0.01;
/// Lamps of one label differ by so much. Common practice, no source.
const LAMP_SIGMA: f64 = 0.08;

/// What may be wrong with the light alone.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum LightFault {
    /// A film on the lens lets a part through.
    Dirty(f64),
    /// Every lamp of a circuit points off, degrees; down is positive.
    Askew(f64),
}

/// A vehicle in front of a lux meter.
#[derive(Clone)]
pub struct LuxMeter {
    job: Job,
    lamps: Vec<Lamp>,
    rng: Pcg64Mcg,
    meter: f64,
    /// What is wrong; none on a sound vehicle.
    pub fault: Option<LightFault>,
}

impl LuxMeter {
    /// A meter at a vehicle; a seed hides a fault of its light.
    ///
    /// # Errors
    /// [`SolveError`] when a circuit has no steady state.
    pub fn new(job: &Job, fault: Option<u64>) -> Result<LuxMeter, SolveError> {
        let mut rng = Pcg64Mcg::seed_from_u64(fault.unwrap_or_default());
        let fault = fault.map(|seed| match seed % 2 {
            0 => LightFault::Dirty(rng.random_range(0.35..0.7)),
            _ => LightFault::Askew(rng.random_range(1.5..4.0)),
        });
        let mut lamps = lamps(job, &study(job), SupplyState::EngineOff)?;
        for lamp in &mut lamps {
            lamp.source.part *= 1.0 + LAMP_SIGMA * normal_of(&mut rng).clamp(-2.0, 2.0);
            match fault {
                Some(LightFault::Dirty(part)) => lamp.source.part *= part,
                Some(LightFault::Askew(deg)) => lamp.source.mount.down_deg += deg,
                None => {}
            }
        }
        let meter = 1.0 + METER_SIGMA * normal_of(&mut rng).clamp(-2.0, 2.0);
        Ok(LuxMeter { job: job.clone(), lamps, rng, meter, fault })
    }

    /// Names of the spots at which it can be put.
    pub fn spots(&self) -> Vec<&str> {
        self.job.lighting.spots.iter().map(|s| s.name.as_str()).collect()
    }

    /// A reading at a spot, lx; none where there is no such spot.
    pub fn read(&mut self, spot: &str) -> Option<f64> {
        let spot = self.job.lighting.spots.iter().find(|s| s.name == spot)?;
        let sources = lit_for(spot, &self.lamps);
        let exact_lx = lux(&sources, spot.at, normal(&self.job, spot));
        let by = self.meter * (1.0 + READING_SIGMA * normal_of(&mut self.rng));
        Some(shown(exact_lx * by))
    }
}

/// As its display shows it: 0.01 lx up to 20, 0.1 up to 200, whole ones above.
fn shown(lux_lx: f64) -> f64 {
    let step = match lux_lx {
        v if v < 20.0 => 0.01,
        v if v < 200.0 => 0.1,
        _ => 1.0,
    };
    (lux_lx / step).round() * step
}

fn normal_of(rng: &mut Pcg64Mcg) -> f64 {
    Normal::new(0.0, 1.0).map_or(0.0, |n| n.sample(rng))
}
