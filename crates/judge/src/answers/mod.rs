//! Job -> answers: plan, size, solve, judge. The one door through which every figure leaves.

mod assess;
pub mod choices;
mod lights;
mod run;
mod stages;
mod trade_off;
mod ways;

pub use assess::{Begun, assess};
pub use run::{PlaceAnswer, RouteAnswer, RouteCircuit, RouteWay, hazard_label};
pub(crate) use stages::stages;
pub use stages::{StageAnswer, StageState};
pub use trade_off::TradePoint;

use crate::finding::Finding;
use crate::harness::{ConnectorAnswer, CutLine, JointAnswer, PartLine, Pin, Reel, TerminalCount};
use crate::kinds::Undecided;
use crate::look_walk::LookReading;
use crate::prove::Check;
use crate::strip_answers::StripAnswer;
use crate::volt_line::VoltLine;
use jovek_job::{
    CircuitId, ControlKind, FactoryId, Feed, JointPractice, LampCircuit, LightId, Signal,
    VehicleSide,
};
use jovek_plan::assumed::Assumption;
use jovek_plan::feed::{FeedOption, FeedReason, FeedVerdict};
use jovek_plan::probe::ProbeAnswer;
use jovek_plan::sizing::choice::Choice;
use jovek_plan::survey::SurveyAnswer;
use serde::Serialize;
use utoipa::ToSchema;

/// A light with its power settled.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LightAnswer {
    /// The light.
    pub id: LightId,
    /// `20 W each` or `18.4 W each, measured (label 20 W)`.
    pub power_text: String,
    /// Difference of measured against label, `-8 %`.
    pub difference_text: Option<String>,
    /// Current of the group at a low battery, `3.40 A`.
    pub current_text: String,
    /// Readings at several voltages against the figures that were fitted to them; none with fewer than two.
    pub curve: Option<CurveAnswer>,
    /// The strip along its edges; none where it is none.
    pub strip: Option<StripAnswer>,
    /// Modules and stops of its backlight, line by line.
    pub backlight: Vec<String>,
    /// How it shows by day; none of what is no sign to others.
    pub day_text: Option<String>,
    /// What its screws do behind the panel.
    pub screw_text: Option<String>,
}

/// One reading of a lamp's current and what its fitted figures give there.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct CurvePoint {
    /// V.
    pub volts: f64,
    /// As measured, of one lamp; none between the readings, A.
    pub measured_a: Option<f64>,
    /// As fitted, A.
    pub fitted_a: f64,
}

/// The current of a lamp against its voltage.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CurveAnswer {
    /// `20.9 W at any voltage above 11.5 V; within 4 % of every reading`.
    pub says: String,
    /// By rising voltage, readings among them.
    pub points: Vec<CurvePoint>,
}

/// A factory circuit, judged.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct FactoryAnswer {
    /// Which one.
    pub id: FactoryId,
    /// Verdict on its probe readings.
    pub probe: ProbeAnswer,
    /// Verdict on the readings of an empty fuse position.
    pub survey: Option<SurveyAnswer>,
    /// `6.50 A free of 8.00 A (80 % of 10 A)`.
    pub headroom_text: String,
}

/// A way to make a wish.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WayAnswer {
    /// As it is spoken.
    pub label: String,
    /// Its worst reason.
    pub verdict: FeedVerdict,
    /// All reasons, worst first.
    pub reasons: Vec<FeedReason>,
    /// True for the one that Jovek advises.
    pub is_advised: bool,
    /// True for the one in use.
    pub is_used: bool,
    /// What it takes to use it.
    pub takes: WayTakes,
}

/// What a person chooses with a way.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WayTakes {
    /// The kind of hardware; none where the lamps hang on the wire that they follow.
    pub kind: Option<ControlKind>,
    /// The feed.
    pub feed: Option<Feed>,
    /// How it is joined; none follows the shop.
    pub joint: Option<JointPractice>,
}

/// A factory wire that a wish follows and nobody has found yet.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct MissingWire {
    /// Of which vehicle.
    pub of: VehicleSide,
    /// What it follows.
    pub follows: Signal,
}

/// A wire that can be chosen.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct WireChoice {
    /// As it stands in the job.
    pub value: String,
    /// As it is spoken: `2.5 mm²`.
    pub label: String,
}

/// Everything about one lamp circuit.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CircuitAnswer {
    /// Which one.
    pub id: CircuitId,
    /// Its name.
    pub name: String,
    /// `2.5 mm² · 7.5 A · 3.98 A`.
    pub headline: String,
    /// When it is lit, as one sentence.
    pub wish_text: String,
    /// Feeds, the advised one first.
    pub feeds: Vec<FeedOption>,
    /// Hardware that makes the wish, the advised one first; empty where a switch alone does.
    pub ways: Vec<WayAnswer>,
    /// True where relay coils have to be suppressed.
    pub has_relays: bool,
    /// True where a switch of its own is fitted, whose seat and symbol can be said.
    pub has_own_switch: bool,
    /// Why nothing can make the wish, and the remedy; none where something can.
    pub unmet_text: Option<String>,
    /// The factory wire that is missing for it: probed and added under Look, it makes the wish.
    pub missing_wire: Option<MissingWire>,
    /// Its lights.
    pub lights: Vec<LightAnswer>,
    /// Choices with their reasons.
    pub choices: Vec<Choice>,
    /// What the sizes of wire around the chosen one give and cost, the thinnest first.
    pub trade_off: Vec<TradePoint>,
    /// One volt line for each state of the supply.
    pub volt_lines: Vec<VoltLine>,
    /// Wire sizes that a person may pick instead.
    pub wire_menu: Vec<WireChoice>,
    /// Fuse ratings that a person may pick instead, A; none where wire and fuse are the factory's own.
    pub fuse_menu: Vec<f64>,
}

/// Totals of the cut list.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CutTotal {
    /// Wire size.
    pub wire: String,
    /// Number of pieces.
    pub pieces: usize,
    /// Length in all, m.
    pub length_m: f64,
    /// `12.35 m`.
    pub length_text: String,
}

/// All answers to a job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Answers {
    /// One for each circuit that has lights.
    pub circuits: Vec<CircuitAnswer>,
    /// One for each factory circuit.
    pub factory: Vec<FactoryAnswer>,
    /// What a person should know, gravest first.
    pub findings: Vec<Finding>,
    /// The pieces of wire.
    pub cuts: Vec<CutLine>,
    /// Totals by wire size.
    pub cut_totals: Vec<CutTotal>,
    /// The parts.
    pub parts: Vec<PartLine>,
    /// What is cut from which reel.
    pub reels: Vec<Reel>,
    /// Terminals with their wires.
    pub pins: Vec<Pin>,
    /// Joints, one by one.
    pub joints: Vec<JointAnswer>,
    /// Terminals by kind.
    pub terminals: Vec<TerminalCount>,
    /// Sealed connectors from both faces.
    pub connectors: Vec<ConnectorAnswer>,
    /// The skeleton with its paths; none without one.
    pub route: Option<RouteAnswer>,
    /// What is read on the vehicle before anything is planned.
    pub look: Vec<LookReading>,
    /// Readings to take.
    pub checks: Vec<Check>,
    /// How long the short set of them takes: `7 min`.
    pub short_minutes_text: String,
    /// What the short set of them leaves open.
    pub left_open: Vec<&'static str>,
    /// What holds for every path.
    pub path_rules: String,
    /// Figures that nobody gave.
    pub assumptions: Vec<Assumption>,
    /// The fact on which the work turns; none where it is said.
    pub undecided: Option<Undecided>,
    /// A new circuit as the shop makes it.
    pub new_circuit: LampCircuit,
    /// How far each stage is.
    pub stages: Vec<StageAnswer>,
}
