//! The job: facts and choices, what a person said or measured.
//!
//! Nothing derived is stored here. `Option` means "nobody said": the planner then assumes a figure
//! and shows it as assumed. Reading and writing the file format is in [`read`], the limits of each
//! figure in [`limits`].
//!
//! ```
//! use jovek_job::Job;
//!
//! let mut job = Job::starter("14");
//! // What is written reads as the same job; what cannot be is refused with its place.
//! assert_eq!(Job::read(&job.write()).expect("it reads"), job);
//! job.circuits[0].lights[0].label_w = Some(-5.0);
//! let refused = Job::read(&job.write()).expect_err("no lamp has -5 W");
//! assert!(refused.to_string().contains("circuits[0].lights[0].label_w"));
//! ```

mod battery;
mod circuit;
pub mod diff;
mod drop_limit;
mod fleet;
mod follows;
mod housing;
mod ids;
mod kind;
mod kit;
pub mod labels;
mod lamp;
pub mod limits;
mod old_lamp;
mod older;
mod optic;
pub mod read;
mod record;
mod shift;
mod shop;
mod signal;
mod skeleton;
mod state;
mod strip;
mod supply;
mod swap;
mod trailer;
mod wish;
mod work;

pub use battery::Battery;
pub use circuit::{
    Control, ControlKind, Feed, LampCircuit, Light, Override, Overrides, ReturnKind, Run, Section,
    Spread, SwitchSeat, ToLamp, ToLamps,
};
pub use drop_limit::DropLimit;
pub use fleet::FleetVehicle;
pub use follows::{DiffersReason, Follows, KitId, MayDiffer};
pub use housing::{HousedLamp, Housing, HousingGround};
pub use ids::{
    CheckId, CircuitId, FactoryId, HousingId, LightId, PlaceId, PlugId, StateId, StepId, SwitchId,
    WayId,
};
pub use jovek_catalog::ampacity::{AmpacityTable, BundleRule};
pub use jovek_catalog::battery::Chemistry;
pub use jovek_catalog::conductor::WireSystem;
pub use jovek_catalog::joint::JointPractice;
pub use jovek_catalog::light::{LightKind, MadeFor};
pub use jovek_catalog::relay::Suppression;
pub use jovek_catalog::system::SystemVoltage;
pub use jovek_catalog::zone::{Waypoint, Zone};
pub use kind::WorkKind;
pub use kit::KitHarness;
pub use lamp::{
    Adhesive, Flash, HeldBy, LampColour, LampEnd, LampLead, LampPlace, LampRole, MeasuredDraw,
};
pub use old_lamp::{LampCondition, OldLamp};
pub use optic::{
    Adjuster, Beam, Cover, FoundMark, Held, Instead, Lighting, LuxSpot, Mount, Optic, Permit,
    Photometric, Region, WarningClass,
};
pub use record::{
    Aim, Coding, FusePlace, Lux, Opened, Otherwise, Record, Signature, Slack, Visit, VisitKind,
};
pub use shift::{Auxiliary, ChargeRun, Engine, Isolation, Leg, Shift};
pub use shop::{ColourScheme, FuseBlock, FusePractice, GroundPractice, OwnColours, Shop};
pub use signal::Signal;
pub use skeleton::{
    At, Between, BodyKind, Hazard, Passage, PlaceFact, RoutePractice, Sites, Skeleton, WayFact,
};
pub use state::{Dimmed, Fault, FaultKind, SavedState, SupplyState, VehicleState};
pub use strip::{
    Backlight, Channel, Edge, HiddenSource, Obstacle, Screw, Strip, StripColours, StripFeed,
};
pub use supply::{
    Alternator, FactoryCircuit, FactoryKind, FuseSurvey, OutputKind, Probe, Supply, SwitchedSide,
    Vehicle, VehicleSide,
};
pub use swap::{
    BulbPlace, CodingBit, LedBulb, LoadResistor, ResistorSeat, SeriesPins, Smoothing, SwapFunction,
    Watcher,
};
pub use trailer::{
    ConnectorKind, FoundWire, HitchLamp, LinkSide, LoopWire, PinFunction, PutOn, StopFrom,
    StopLight, TieInEnd, Towed, TrailerLink, WireReading,
};
pub use wish::{Position, Switch, SwitchKind, Wish};
pub use work::{Mark, StepMark};

use jovek_phrases::job as say;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The format version that this program writes.
pub const FORMAT_VERSION: u32 = 2;

/// One vehicle's work: what is on it, what should light, where the wires run, what was measured.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Job {
    /// Format version; 2.
    pub jovek: u32,
    /// Fleet or unit number, as painted on the vehicle.
    pub unit: String,
    /// What the job is, in a few words.
    pub title: String,
    /// The kit that it follows; none for a job of its own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub follows: Option<Follows>,
    /// What is to be done, kind by kind; none where nobody said.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub kinds: Vec<WorkKind>,
    /// The vehicle.
    #[serde(default)]
    pub vehicle: Vehicle,
    /// The vehicle as places and ways; none where paths are described section by section.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub skeleton: Option<Skeleton>,
    /// Battery and alternator.
    #[serde(default)]
    pub supply: Supply,
    /// Factory circuits that matter to this job.
    #[serde(default)]
    pub factory: Vec<FactoryCircuit>,
    /// Switches that are added and that wishes name.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub switches: Vec<Switch>,
    /// The lamp circuits to add.
    #[serde(default)]
    pub circuits: Vec<LampCircuit>,
    /// Lamps of several functions in one housing.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub housings: Vec<Housing>,
    /// The shop's schools and habits.
    #[serde(default)]
    pub shop: Shop,
    /// Readings taken on the finished work.
    #[serde(default)]
    pub readings: Vec<Reading>,
    /// The fault that is looked for; none while everything is as it should be.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub search: Option<Search>,
    /// What was done of the work; only ever added to.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub work: Vec<StepMark>,
    /// Corroded connectors to repair along the way, by name or place.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub repairs: Vec<String>,
    /// What was really done, signed and looked at again.
    #[serde(default, skip_serializing_if = "Record::is_empty")]
    pub record: Record,
    /// Where light is looked at, and by whose rules.
    #[serde(default, skip_serializing_if = "Lighting::is_empty")]
    pub lighting: Lighting,
    /// Bulbs that become LED, function by function.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub swaps: Vec<SwapFunction>,
    /// The connector between towing vehicle and trailer.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub trailer: Option<TrailerLink>,
    /// A working shift, for the charge of the batteries.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shift: Option<Shift>,
    /// States of the vehicle that were tried and kept.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub states: Vec<SavedState>,
}

/// A search for a fault: readings from its start on count, those before were taken on a sound vehicle.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Search {
    /// When it began, RFC 3339 with offset.
    pub since: String,
    /// What the driver says, in their words.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub complaint: String,
}

/// A reading of the meter, kept with time and who.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Reading {
    /// The check that it answers.
    pub check: CheckId,
    /// The figure in the check's unit (V or A).
    pub value: f64,
    /// When, RFC 3339 with offset.
    pub at: String,
    /// Who read the meter.
    pub by: String,
}

impl Job {
    /// A job with nothing known but a default supply: the start of every new job.
    pub fn new(unit: impl Into<String>, title: impl Into<String>) -> Self {
        Job {
            jovek: FORMAT_VERSION,
            unit: unit.into(),
            title: title.into(),
            follows: None,
            kinds: Vec::new(),
            vehicle: Vehicle::default(),
            supply: Supply::default(),
            skeleton: None,
            factory: Vec::new(),
            switches: Vec::new(),
            circuits: Vec::new(),
            housings: Vec::new(),
            shop: Shop::default(),
            readings: Vec::new(),
            search: None,
            work: Vec::new(),
            record: Record::default(),
            repairs: Vec::new(),
            lighting: Lighting::default(),
            swaps: Vec::new(),
            trailer: None,
            shift: None,
            states: Vec::new(),
        }
    }

    /// How many lamps of a light are lamps by themselves, not among others in a housing.
    pub fn by_itself(&self, light: &Light) -> u32 {
        let housed = self.housings.iter().flat_map(|h| &h.lamps);
        let housed = housed.filter(|h| h.light == light.id && h.number < light.count);
        light.count.saturating_sub(housed.count() as u32)
    }

    /// True for a trailer.
    pub fn is_trailer(&self) -> bool {
        let body = self.skeleton.as_ref().map(|s| s.body);
        matches!(body, Some(BodyKind::TrailerOneAxle | BodyKind::TrailerTwoAxle))
    }

    /// True where another vehicle feeds the lamps of this one: a trailer, or a vehicle that is towed on its wheels.
    pub fn is_towed(&self) -> bool {
        self.is_trailer() || self.trailer.as_ref().is_some_and(|link| link.towed.is_some())
    }

    /// True where there is work beside lamp circuits: bulbs, repairs, codings, a second battery.
    pub fn has_other_work(&self) -> bool {
        !self.swaps.is_empty()
            || !self.repairs.is_empty()
            || !self.record.coding.is_empty()
            || self.supply.auxiliary.as_ref().is_some_and(|a| a.fitted.is_some())
    }

    /// True where airbags may be in the way.
    pub fn may_have_airbags(&self) -> bool {
        self.vehicle.airbags.unwrap_or(!self.is_towed())
    }

    /// True where a radio may ask for its code.
    pub fn may_have_radio_code(&self) -> bool {
        self.vehicle.radio_code.unwrap_or(!self.is_towed())
    }

    /// How a circuit is joined to factory wires.
    pub fn joint_of(&self, circuit: &LampCircuit) -> JointPractice {
        circuit.control.joint.unwrap_or(self.shop.joint)
    }

    /// What takes up the kick of a circuit's relay coils.
    pub fn suppression_of(&self, circuit: &LampCircuit) -> Suppression {
        circuit.control.suppression.unwrap_or(self.shop.suppression)
    }

    /// A new job with one lamp circuit on its own feed, so that the first figures appear at once.
    pub fn starter(unit: impl Into<String>) -> Self {
        Job::starter_of(unit, Shop::default())
    }

    /// The same with a shop's habits.
    pub fn starter_of(unit: impl Into<String>, shop: Shop) -> Self {
        let mut job = Job::new(unit, say::work_lamps_name());
        job.shop = shop;
        let circuit = job.new_circuit(CircuitId::from("c1"), say::work_lamps_name());
        job.circuits.push(circuit);
        job
    }

    /// A new circuit as the shop makes it.
    pub fn new_circuit(&self, id: CircuitId, name: &str) -> LampCircuit {
        let mut circuit = LampCircuit::starter(id, name);
        circuit.run.return_by = self.shop.ground.return_by();
        circuit.sites = self.skeleton.as_ref().map(|_| Sites::default());
        circuit
    }

    /// The factory circuit of that id.
    pub fn factory_circuit(&self, id: &FactoryId) -> Option<&FactoryCircuit> {
        self.factory.iter().find(|f| &f.id == id)
    }

    /// The switch of that id.
    pub fn switch(&self, id: &SwitchId) -> Option<&Switch> {
        self.switches.iter().find(|s| &s.id == id)
    }

    /// The last reading taken for a check.
    pub fn last_reading(&self, check: &CheckId) -> Option<&Reading> {
        self.readings.iter().rev().find(|r| &r.check == check)
    }
}
