//! A job against the rules of a region: each lamp (`lamp`), what is missing and what all do together (`whole`).

use super::rulebook::{Entry, Facing, Part, Vehicles, rules};
use crate::light::lamps::{Lamp, lamps, size_m};
use jovek_circuit::SolveError;
use jovek_job::{
    BodyKind, CircuitId, Flash, Job, LampColour, LampPlace, LampRole, Light, LightId, Mount,
    Region, SupplyState,
};
use jovek_phrases::common;
use jovek_phrases::road as say;
use jovek_plan::study::Assessment;
use jovek_plan::study::study;
use serde::Serialize;
use utoipa::ToSchema;

/// How a lamp stands to the rules.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum RoadVerdict {
    /// As the rules say.
    Right,
    /// Somebody must be asked, or something measured.
    Ask,
    /// Against a rule.
    Wrong,
}

/// What one rule says of a lamp.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RoadReason {
    /// How it stands to this rule.
    pub verdict: RoadVerdict,
    /// In words.
    pub says: String,
    /// Region and file of the rule.
    pub rule: String,
    /// Where it is written; recalled from memory.
    pub source: String,
    /// `low`, `medium` or `high`.
    pub confidence: &'static str,
    /// Where it comes from, in a line.
    pub told_by: String,
}

/// A lamp, judged.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LampOnRoad {
    /// Its circuit.
    pub circuit: CircuitId,
    /// Its light.
    pub light: LightId,
    /// Number within the light.
    pub number: usize,
    /// Name.
    pub name: String,
    /// How it stands.
    pub mount: Mount,
    /// Colour of its light.
    pub colour: LampColour,
    /// The gravest of its reasons.
    pub verdict: RoadVerdict,
    /// What each rule says, the gravest first.
    pub reasons: Vec<RoadReason>,
}

/// A lamp or reflector that a rule asks for and the job does not have.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Missing {
    /// What it is called.
    pub lamp: String,
    /// How many are wanted, and how many the job has.
    pub text: String,
    /// Wrong on a trailer, where the job is all there is; to be looked for on a vehicle with factory lamps.
    pub verdict: RoadVerdict,
    /// The rule.
    pub reason: RoadReason,
}

/// The rules of one region.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RegionReport {
    /// Whose.
    pub region: Region,
    /// As it is spoken.
    pub name: &'static str,
    /// `2 wrong, 3 to ask, 7 right`.
    pub text: String,
    /// Each lamp.
    pub lamps: Vec<LampOnRoad>,
    /// What is asked for and not in the job.
    pub missing: Vec<Missing>,
    /// What holds for all lamps together.
    pub together: Vec<RoadReason>,
}

/// A job on the road.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RoadReport {
    /// Length, width and height, m.
    pub vehicle_m: [f64; 3],
    /// True for a trailer.
    pub is_trailer: bool,
    /// Each region that is looked at.
    pub regions: Vec<RegionReport>,
    /// What has the last word.
    pub says: &'static str,
}

/// Holds a job against the rules: of the region asked, else of the job's own, else of both.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn road(job: &Job, region: Option<Region>) -> Result<RoadReport, SolveError> {
    road_of(job, &study(job), region)
}

/// The same of a job that is studied already.
///
/// # Errors
/// [`SolveError`] when a circuit has no steady state.
pub fn road_of(
    job: &Job,
    study: &Assessment,
    region: Option<Region>,
) -> Result<RoadReport, SolveError> {
    let all = lamps(job, study, SupplyState::EngineOff)?;
    let body = job.skeleton.as_ref().map(|s| s.body);
    let is_trailer = matches!(body, Some(BodyKind::TrailerOneAxle | BodyKind::TrailerTwoAxle));
    let regions: Vec<Region> = match region.or(job.lighting.region) {
        Some(one) => vec![one],
        None => Region::ALL.to_vec(),
    };
    let vehicle = Vehicle { job, lamps: &all, size_m: size_m(job), is_trailer };
    Ok(RoadReport {
        vehicle_m: vehicle.size_m,
        is_trailer,
        regions: regions.into_iter().map(|r| vehicle.region(r)).collect(),
        says: say::last_word(),
    })
}

/// The lamps of a job with what the rules ask about their vehicle.
pub(super) struct Vehicle<'a> {
    pub(super) job: &'a Job,
    pub(super) lamps: &'a [Lamp],
    pub(super) size_m: [f64; 3],
    pub(super) is_trailer: bool,
}

pub(super) fn reason(entry: &Entry, verdict: RoadVerdict, says: String) -> RoadReason {
    let region = match entry.region {
        Region::Us => "us",
        Region::Un => "un",
    };
    let (rule, confidence) = (format!("{region}/{}", entry.id), entry.confidence.label());
    RoadReason {
        verdict,
        says,
        told_by: say::told_by_rule(&entry.source, &confidence, &rule),
        rule,
        source: entry.source.clone(),
        confidence,
    }
}

pub(super) fn colour_name(colour: LampColour) -> &'static str {
    match colour {
        LampColour::White => common::white(),
        LampColour::Yellow => say::selective_yellow(),
        LampColour::Amber => say::amber(),
        LampColour::Red => common::red(),
        LampColour::Green => common::green(),
        LampColour::Blue => common::blue(),
    }
}

pub(super) fn one_of(colours: &[LampColour]) -> String {
    colours.iter().map(|c| colour_name(*c)).collect::<Vec<_>>().join(say::or())
}

impl Vehicle<'_> {
    fn region(&self, region: Region) -> RegionReport {
        let lamps: Vec<LampOnRoad> = self
            .lamps
            .iter()
            .filter(|l| self.is_outside(l))
            .map(|l| self.lamp(region, l))
            .collect();
        let missing: Vec<Missing> = rules(region).filter_map(|e| self.missing(e)).collect();
        let count = |v: RoadVerdict| lamps.iter().filter(|l| l.verdict == v).count();
        let lacks = missing.iter().filter(|m| m.verdict == RoadVerdict::Wrong).count();
        let mut text = say::wrong_to_ask_right(
            &count(RoadVerdict::Wrong),
            &count(RoadVerdict::Ask),
            &count(RoadVerdict::Right),
        );
        if lacks > 0 {
            text += &say::missing(&lacks);
        }
        RegionReport {
            region,
            name: region.label(),
            text,
            lamps,
            missing,
            together: rules(region).filter_map(|e| self.together(e)).collect(),
        }
    }

    pub(super) fn light(&self, lamp: &Lamp) -> Option<&Light> {
        let circuit = self.job.circuits.iter().find(|c| c.id == lamp.circuit)?;
        circuit.lights.iter().find(|l| l.id == lamp.light)
    }

    /// How a lamp flashes: by the flasher that feeds it, else by itself.
    pub(super) fn flash(&self, lamp: &Lamp) -> Option<Flash> {
        let circuit = self.job.circuits.iter().find(|c| c.id == lamp.circuit)?;
        circuit.flash_of(circuit.lights.iter().find(|l| l.id == lamp.light)?)
    }

    /// What cannot be seen from the road is nobody's business.
    fn is_outside(&self, lamp: &Lamp) -> bool {
        let place = self.light(lamp).map(Light::sits);
        !(matches!(place, Some(LampPlace::Cab | LampPlace::Bed))
            && lamp.role == Some(LampRole::Accent))
    }

    pub(super) fn facing(&self, lamp: &Lamp) -> Facing {
        let deg = lamp.source.mount.faces_deg.rem_euclid(360.0);
        match deg {
            d if !(45.0..=315.0).contains(&d) => Facing::Front,
            d if (135.0..=225.0).contains(&d) => Facing::Rear,
            _ => Facing::Side,
        }
    }

    pub(super) fn is_at(&self, lamp: &Lamp, part: Option<Part>) -> bool {
        let [length_m, _, height_m] = self.size_m;
        let at = lamp.source.mount.at;
        let along = at.along_m / length_m;
        let is_top = at.up_m >= 0.6 * height_m;
        // Three lamps in the middle identify a wide vehicle, two at its edges show how wide it is.
        let is_middle = at.left_m.abs() < 0.5;
        match part {
            None => true,
            Some(Part::Front) => along < 1.0 / 3.0,
            Some(Part::Middle) => (1.0 / 3.0..=2.0 / 3.0).contains(&along),
            Some(Part::Rear) => along > 2.0 / 3.0,
            Some(Part::TopSides) => is_top && !is_middle,
            Some(Part::TopMiddle) => is_top && is_middle,
        }
    }

    pub(super) fn needs(&self, truck: Vehicles, trailer: Vehicles) -> bool {
        let [length_m, width_m, _] = self.size_m;
        if self.is_trailer { trailer } else { truck }.hold(length_m, width_m)
    }
}
