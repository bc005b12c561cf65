//! The lamps of a job as sources of light: where they stand, how brightly the solved circuit lets them burn.

use super::colour::{self, Chromaticity, FILAMENT_KELVIN, USUAL_KELVIN};
use super::ies::IesError;
use super::source::{Distribution, OUT_OF_LENS, Source, through, usual_lm};
use crate::moment::places::spots;
use crate::proof::simulation::Simulation;
use jovek_catalog::bulbs;
use jovek_catalog::light::FLUX_EXPONENT;
use jovek_circuit::{Device, SolveError};
use jovek_job::{
    At, Beam, CircuitId, Job, LampColour, LampPlace, LampRole, Light, LightId, LightKind, Mount,
    Optic, Photometric, SupplyState, SystemVoltage,
};
use jovek_plan::inputs::Assignment;
use jovek_plan::lamp::PlannedLamp;
use jovek_plan::route::body;
use jovek_plan::study::Assessment;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A lamp of the job that gives light.
#[derive(Debug, Clone, PartialEq)]
pub struct Lamp {
    /// Its circuit.
    pub circuit: CircuitId,
    /// Its light.
    pub light: LightId,
    /// Number within the light, from 0.
    pub number: usize,
    /// Name with number where there are several.
    pub name: String,
    /// What it is for.
    pub role: Option<LampRole>,
    /// Colour of what comes out of it.
    pub colour: LampColour,
    /// Colour temperature as said, K, of white light.
    pub kelvin: Option<f64>,
    /// True for a filament.
    pub is_filament: bool,
    /// The source.
    pub source: Source,
    /// True where nobody said where it stands.
    pub is_place_assumed: bool,
    /// True where nobody said how much light it gives.
    pub is_beam_assumed: bool,
    /// Voltage across it, V.
    pub volt_v: f64,
    /// Current through it, A.
    pub current_a: f64,
    /// Part of its full light at that voltage.
    pub level: f64,
    /// Part of its light that lens, cover and tilt leave.
    pub passes: f64,
    /// What stands in the way of reading its file; it counts as described then.
    pub fault: Option<IesError>,
}

/// How one lamp burns in its solved circuit.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Burning {
    /// Number of its circuit in the job.
    circuit: usize,
    /// Number of its light in the circuit.
    light: usize,
    /// Number within the light.
    number: usize,
    /// Where it usually stands.
    usual: Mount,
    /// Voltage across it, V.
    volt_v: f64,
    /// Part of its full light at that voltage.
    level: f64,
    /// Power at full light, W.
    full_w: f64,
    /// Power taken, W.
    power_w: f64,
    /// Voltage that a filament in its place would be made for, V.
    filament_v: f64,
}

/// What is looked at in the places of a job's lamps.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Stands {
    /// The lamps of the job.
    #[default]
    Planned,
    /// The candidates that were named for them.
    Candidate,
    /// The lamps that come off.
    Old,
}

/// How the lamps of a job burn, lit by their own circuits one at a time on a supply: solved once, whatever lamps are
/// then put into their places.
#[derive(Debug, Clone, PartialEq)]
pub struct Burn(Vec<Burning>);

impl Burn {
    /// Solves every circuit by itself.
    ///
    /// # Errors
    /// [`SolveError`] when a circuit has no steady state.
    pub fn of(job: &Job, study: &Assessment, supply: SupplyState) -> Result<Burn, SolveError> {
        let mut out = Vec::new();
        let mut rows: Vec<(LampPlace, usize)> = Vec::new();
        let mut live = Simulation::new(study, study.situation(supply, Assignment::NONE));
        for (c, studied) in study.circuits.iter().enumerate() {
            let inputs = studied.chain.first_lit_by();
            live.put_on(supply, inputs);
            let solution = live.solve()?;
            for (k, light) in job.circuits[studied.index].lights.iter().enumerate() {
                let place = light.sits();
                let row = match rows.iter_mut().find(|(p, _)| *p == place) {
                    Some((_, row)) => {
                        *row += 1;
                        *row
                    }
                    None => {
                        rows.push((place, 0));
                        0
                    }
                };
                let mounts = usual_mounts(job, light, row);
                for (number, &element) in live.built.circuits[c].lamps[k].iter().enumerate() {
                    let Some(&usual) = mounts.get(number).or(mounts.last()) else { continue };
                    let volt_v = solution.across_v(&live.built.net, element);
                    let power_w = solution.power_w(&live.built.net, element);
                    let filament_v = job.vehicle.system.nominal_v();
                    let full_w = studied.chain.lamps[k].power_w.max(1e-9);
                    let level = match live.built.net.element(element).device {
                        Device::Incandescent(d) => filament_level(volt_v, d.rated_v),
                        _ => (power_w / full_w).clamp(0.0, 2.0),
                    };
                    let circuit = studied.index;
                    let burning = Burning {
                        circuit,
                        light: k,
                        number,
                        usual,
                        volt_v,
                        level,
                        full_w,
                        power_w,
                        filament_v,
                    };
                    out.push(burning);
                }
            }
        }
        Ok(Burn(out))
    }

    /// The lamps as sources of light: those of the job, or what stands in their places.
    pub fn lamps(&self, job: &Job, stands: Stands) -> Vec<Lamp> {
        let mut out: Vec<Lamp> = Vec::with_capacity(self.0.len());
        for burning in &self.0 {
            // Lamps of one light throw it alike: the first one's beam is theirs.
            let first = out.last().filter(|_| burning.number > 0);
            let beam = first.map(|l| (l.source.distribution.clone(), l.fault.clone()));
            out.push(lamp(job, burning, stands, beam));
        }
        out
    }

    /// The same lamps as they burn in this situation: what they are stays.
    pub fn again(&self, lamps: &[Lamp]) -> Vec<Lamp> {
        let lit = |(burning, lamp): (&Burning, &Lamp)| {
            let mut lamp = lamp.clone();
            lamp.burn(burning);
            lamp
        };
        self.0.iter().zip(lamps).map(lit).collect()
    }
}

/// All lamps of a job, lit by their own circuits one at a time on a supply.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn lamps(job: &Job, study: &Assessment, supply: SupplyState) -> Result<Vec<Lamp>, SolveError> {
    Ok(Burn::of(job, study, supply)?.lamps(job, Stands::Planned))
}

/// What stands in the place of a light.
struct Standing<'a> {
    name: &'a str,
    is_filament: bool,
    /// Power of one at full light, W.
    full_w: f64,
    beam: Option<&'a Beam>,
    file: Option<&'a Photometric>,
    /// Colour of its light; none as the light of the job.
    colour: Option<LampColour>,
}

/// What is looked at in the place of a light, which takes `full_w` each: where there is nothing else, the light itself.
fn standing(light: &Light, (full_w, system): (f64, SystemVoltage), stands: Stands) -> Standing<'_> {
    let optic = light.optic.as_ref();
    let candidate = optic.and_then(|o| o.instead.as_ref());
    let old = light.replaces.as_ref().zip(PlannedLamp::replaced(light, system));
    match (stands, candidate, old) {
        (Stands::Candidate, Some(c), _) => Standing {
            name: &c.name,
            is_filament: false,
            full_w,
            beam: Some(&c.beam),
            file: c.file.as_ref(),
            colour: c.colour,
        },
        (Stands::Old, _, Some((old, planned))) => Standing {
            name: &old.name,
            is_filament: planned.is_filament,
            full_w: planned.power_w,
            beam: old.optic.as_ref().and_then(|o| o.beam.as_ref()),
            file: old.optic.as_ref().and_then(|o| o.file.as_ref()),
            // Yellow light is what a new lamp is bought for; all other colours the place asks for.
            colour: light.colour.filter(|c| *c == LampColour::Yellow).map(|_| LampColour::White),
        },
        _ => Standing {
            name: &light.name,
            is_filament: light.draws == LightKind::Incandescent {},
            full_w,
            beam: optic.and_then(|o| o.beam.as_ref()),
            file: optic.and_then(|o| o.file.as_ref()),
            colour: None,
        },
    }
}

/// Part of its full light that what stands there gives at the volts of the light's own place.
fn level_of(burning: &Burning, light: &Light, is_filament: bool) -> f64 {
    match (light.draws == LightKind::Incandescent {}, is_filament) {
        (true, true) | (false, false) => burning.level,
        // Out of the light of a filament: an LED lamp that its circuit feeds gives all of its own.
        (true, false) => f64::from(u8::from(burning.level > 0.0)),
        (false, true) => filament_level(burning.volt_v, burning.filament_v),
    }
}

/// Light of a filament beside that at its test voltage, at which it is measured.
fn filament_level(volt_v: f64, rated_v: f64) -> f64 {
    (volt_v / bulbs::test_v(rated_v)).max(0.0).powf(FLUX_EXPONENT)
}

/// One lamp, with its beam where that is known already.
fn lamp(
    job: &Job,
    burning: &Burning,
    stands: Stands,
    known: Option<(Distribution, Option<IesError>)>,
) -> Lamp {
    let Burning { number, usual, .. } = *burning;
    let circuit = &job.circuits[burning.circuit];
    let light = &circuit.lights[burning.light];
    let plain = Optic::default();
    let optic = light.optic.as_ref().unwrap_or(&plain);
    let Standing { name, is_filament, full_w, beam, file, colour } =
        standing(light, (burning.full_w, job.vehicle.system), stands);
    let burning = &Burning { level: level_of(burning, light, is_filament), ..*burning };
    let emitted = colour.or(light.colour).unwrap_or_default();
    let lm = usual_lm(full_w, is_filament, emitted);
    let (distribution, fault) = known.unwrap_or_else(|| Distribution::or_described(beam, file, lm));
    let (colour, cover) = match optic.cover {
        Some(cover) => (seen_through(cover, emitted), through(cover, emitted, is_filament)),
        None => (emitted, 1.0),
    };
    let lens = if optic.is_bare_flux && file.is_none() { OUT_OF_LENS } else { 1.0 };
    let is_beam_assumed =
        file.is_none() && beam.is_none_or(|b| b.flux_lm.is_none() && b.peak_cd.is_none());
    let mount = optic.mounts.get(number).copied().unwrap_or(usual);
    let kelvin = optic.kelvin;
    let usual_kelvin = if is_filament { FILAMENT_KELVIN } else { USUAL_KELVIN };
    let passes = lens * cover * distribution.tilted(mount.down_deg);
    let mut lamp = Lamp {
        circuit: circuit.id.clone(),
        light: light.id.clone(),
        number,
        name: if light.count > 1 { format!("{name} {}", number + 1) } else { name.to_owned() },
        role: light.role,
        colour,
        kelvin,
        is_filament,
        source: Source {
            part: 0.0,
            tint: colour::usual(colour, Some(kelvin.unwrap_or(usual_kelvin))),
            distribution,
            mount,
        },
        is_place_assumed: optic.mounts.get(number).is_none(),
        is_beam_assumed,
        volt_v: 0.0,
        current_a: 0.0,
        level: 0.0,
        passes,
        fault,
    };
    lamp.burn(burning);
    lamp
}

impl Lamp {
    /// Burns as its circuit lets it.
    fn burn(&mut self, &Burning { volt_v, level, power_w, .. }: &Burning) {
        self.volt_v = volt_v;
        self.current_a = if volt_v > 0.1 { power_w / volt_v } else { 0.0 };
        self.level = level;
        self.source.part = level * self.passes;
    }

    /// Chromaticity of its light: as said, else as usual for its kind.
    pub fn chromaticity(&self) -> Chromaticity {
        self.source.tint
    }
}

/// Colour that is seen when light of a colour shines through a cover.
fn seen_through(cover: jovek_job::Cover, light: LampColour) -> LampColour {
    use jovek_job::Cover;
    match (cover, light) {
        (Cover::Yellow, LampColour::White) => LampColour::Yellow,
        (Cover::Amber, LampColour::White | LampColour::Yellow) => LampColour::Amber,
        (Cover::Red, LampColour::White | LampColour::Amber) => LampColour::Red,
        (Cover::Blue, LampColour::White) => LampColour::Blue,
        (_, colour) => colour,
    }
}

/// Length, width and height of the vehicle, m: as said, else as usual for its body.
pub fn size_m(job: &Job) -> [f64; 3] {
    let skeleton = job.skeleton.clone().unwrap_or_default();
    let usual = body::body(skeleton.body).usual_m;
    [
        skeleton.length_m.unwrap_or(usual[0]),
        skeleton.width_m.unwrap_or(usual[1]),
        skeleton.height_m.unwrap_or(usual[2]),
    ]
}

/// Where the lamps of a light usually stand and point. Common practice, no source: fog lamps low, driving lamps at
/// the bumper, work lamps high and tilted, beacons on the roof.
fn usual_mounts(job: &Job, light: &Light, row: usize) -> Vec<Mount> {
    let [length_m, width_m, height_m] = size_m(job);
    let place = light.sits();
    let up_m = match (light.role, place) {
        (Some(LampRole::Fog), _) => 0.55,
        (Some(LampRole::Driving), LampPlace::Roof) => height_m + 0.05,
        (Some(LampRole::Driving | LampRole::Headlamp), _) => 0.8,
        (Some(LampRole::Warning), _) | (_, LampPlace::Roof) => height_m + 0.1,
        (Some(LampRole::Work), _) => (0.95 * height_m).min(2.6),
        (_, LampPlace::Cab) => 0.6 * height_m,
        (_, LampPlace::Under) => 0.4,
        (Some(LampRole::Plate), _) => 0.7,
        _ => (0.45 * height_m).clamp(0.5, 1.2),
    };
    let down_deg = match light.role {
        Some(LampRole::Fog) => 0.76,
        Some(LampRole::Work) | None => 15.0,
        Some(LampRole::Reverse) => 10.0,
        Some(LampRole::Plate) => 60.0,
        _ if matches!(place, LampPlace::Under | LampPlace::Cab) => 60.0,
        _ => 0.0,
    };
    spots(place, light.count as usize, row)
        .into_iter()
        .map(|spot| {
            let left_m = (0.5 - spot.across) * width_m;
            let faces_deg = match place {
                LampPlace::Front
                | LampPlace::FrontLeft
                | LampPlace::FrontRight
                | LampPlace::Roof => 0.0,
                LampPlace::Left => 90.0,
                LampPlace::Right => 270.0,
                LampPlace::Sides | LampPlace::Under => {
                    if left_m > 0.0 {
                        90.0
                    } else {
                        270.0
                    }
                }
                LampPlace::Bed
                | LampPlace::Rear
                | LampPlace::RearLeft
                | LampPlace::RearRight
                | LampPlace::Cab => 180.0,
            };
            Mount { at: At { along_m: spot.along * length_m, left_m, up_m }, faces_deg, down_deg }
        })
        .collect()
}
