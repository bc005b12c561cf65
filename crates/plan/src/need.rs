//! What the lamps of a circuit need of their wire: how much its conductors may lose, and down to which voltage a
//! lamp must work.

use crate::lamp::usual_cut_in_v;
use crate::supply::PlannedSupply;
use jovek_catalog::light::LightKind;
use jovek_job::{DropLimit, Job, LampCircuit, LampRole, Light};

/// How far above its cut-in a regulated lamp is kept at a low battery where the shop says nothing, V. Common
/// practice.
pub const USUAL_MARGIN_V: f64 = 0.5;

/// What the lamps of a circuit need.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Need {
    /// The rule for the copper.
    pub rule: DropLimit,
    /// Its part of the charging voltage; none for a fixed voltage.
    pub copper_part: Option<f64>,
    /// Most that the conductors may lose while the battery charges, V.
    pub copper_v: f64,
    /// What such lamps usually leave their conductors, V, whatever table the shop goes by.
    pub usual_copper_v: f64,
    /// Lowest voltage at which every lamp must still work, V; none where all of them only dim, or nobody said the
    /// cut-in: a guess never asks for more copper.
    pub lamp_v: Option<f64>,
    /// Cut-in that such lamps usually have, V, where nobody said it; none where it was said, or a table of percentages
    /// decides.
    pub guessed_v: Option<f64>,
    /// Lowest voltage with the engine off and the battery at rest, V: the guess, where it is asked to count.
    pub rest_v: Option<f64>,
    /// Regulated lamps among them: those draw more from a low battery, so the copper's share is one of charging
    /// alone.
    pub has_drivers: bool,
}

impl Need {
    /// What a circuit's lamps need: its own rule or the shop's.
    pub fn of(job: &Job, circuit: &LampCircuit, supply: &PlannedSupply) -> Need {
        let rule = circuit.drop.unwrap_or(job.shop.drop);
        // A shop that goes by a table of percentages has its room in the table: its lamps must start at a low
        // battery, no more.
        let margin_v = match rule {
            DropLimit::LampNeeds => job.shop.margin_v.unwrap_or(USUAL_MARGIN_V),
            _ => 0.0,
        };
        let usual_part = circuit.lights.iter().map(part_of).fold(MOST_PART, f64::min);
        let copper_part = match rule {
            DropLimit::LampNeeds => Some(usual_part),
            DropLimit::ThreePercent => Some(0.03),
            DropLimit::TenPercent => Some(0.10),
            DropLimit::HalfVolt => None,
        };
        let copper_v = match copper_part {
            Some(part) => part * supply.regulated_v,
            None => 0.5 * supply.batteries,
        };
        let least_v = |light: &Light| match (light.least_v, light.draws) {
            (Some(least_v), _) => Some(least_v),
            (None, LightKind::Regulated { cut_in_v: Some(cut_in_v) }) => Some(cut_in_v + margin_v),
            (None, _) => None,
        };
        let lamp_v = circuit.lights.iter().filter_map(least_v).reduce(f64::max);
        let is_driver = |light: &Light| matches!(light.draws, LightKind::Regulated { .. });
        let has_drivers = circuit.lights.iter().any(is_driver);
        let guessed_v = (rule == DropLimit::LampNeeds)
            .then(|| circuit.lights.iter().filter_map(|l| guess_of(l, job)).reduce(f64::max))
            .flatten();
        let usual_copper_v = usual_part * supply.regulated_v;
        Need {
            rule,
            copper_part,
            copper_v,
            usual_copper_v,
            lamp_v,
            guessed_v,
            rest_v: None,
            has_drivers,
        }
    }

    /// The same need, with the guess at their cut-in counted where the battery rests.
    pub fn with_guess(self) -> Need {
        Need { rest_v: self.guessed_v, ..self }
    }

    /// The same need, met by whatever works: any loss in the copper, any voltage.
    pub fn nothing(self) -> Need {
        Need { copper_v: f64::INFINITY, lamp_v: None, ..self }
    }

    /// What such lamps usually leave the copper, at any voltage of theirs.
    pub fn usual(self) -> Need {
        Need { copper_v: self.copper_v.max(self.usual_copper_v), lamp_v: None, ..self }
    }

    /// The same share of copper, at any voltage of the lamps.
    pub fn copper_alone(self) -> Need {
        Need { lamp_v: None, ..self }
    }
}

/// Cut-in of a driver of which nobody said it, V.
fn guess_of(light: &Light, job: &Job) -> Option<f64> {
    let is_unknown =
        light.least_v.is_none() && matches!(light.draws, LightKind::Regulated { cut_in_v: None });
    is_unknown
        .then(|| usual_cut_in_v(light.made_for))
        .filter(|v| *v < job.vehicle.system.nominal_v())
}

/// Part of the charging voltage that regulated lamps leave to the copper. Common practice.
const MOST_PART: f64 = 0.10;

/// Part of the charging voltage that the copper to a light may lose: the light of a filament falls with about the
/// third power of its voltage, a regulated lamp stays the same. Common practice: 3 % headlamps, 5 % what dims.
fn part_of(light: &Light) -> f64 {
    match light.draws {
        LightKind::Regulated { .. } => MOST_PART,
        LightKind::Incandescent {} if light.role == Some(LampRole::Headlamp) => 0.03,
        LightKind::Incandescent {} | LightKind::Strip { .. } => 0.05,
    }
}
