//! A finding, and the stage where it is mended. The rules that raise them are in [`crate::rules`].

use jovek_base::grade::Grade;
use jovek_base::source::Source;
use jovek_job::CircuitId;
use jovek_phrases::rules as say;
use serde::{Deserialize, Serialize};
use strum::{EnumIter, IntoStaticStr};
use utoipa::ToSchema;

/// The stages in working order.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Stage {
    /// What is on the vehicle.
    Look,
    /// What to fit.
    Light,
    /// Where the power comes from.
    Feed,
    /// How it is controlled.
    Switch,
    /// The path.
    Run,
    /// The harness.
    Cut,
    /// The work.
    Fit,
    /// The readings.
    Prove,
    /// Where the lamps point.
    Aim,
    /// The record.
    Sign,
}

impl Stage {
    /// As it is called on its tab.
    pub fn label(self) -> &'static str {
        match self {
            Stage::Look => say::stage_look(),
            Stage::Light => say::stage_light(),
            Stage::Feed => say::stage_feed(),
            Stage::Switch => say::stage_switch(),
            Stage::Run => say::stage_run(),
            Stage::Cut => say::stage_cut(),
            Stage::Fit => say::stage_fit(),
            Stage::Prove => say::stage_prove(),
            Stage::Aim => say::stage_aim(),
            Stage::Sign => say::stage_sign(),
        }
    }
}

/// Which rule raised a finding: its stable name.
#[derive(
    Debug,
    Clone,
    Copy,
    PartialEq,
    Eq,
    Hash,
    PartialOrd,
    Ord,
    Serialize,
    ToSchema,
    IntoStaticStr,
    EnumIter,
)]
#[serde(rename_all = "kebab-case")]
#[strum(serialize_all = "kebab-case")]
pub enum FindingCode {
    /// A way runs along a fuel or brake line.
    AlongALine,
    /// More is lit than the alternator gives at idle.
    AlternatorAtIdle,
    /// Figures that nobody measured.
    Assumed,
    /// Less voltage than the rule leaves the lamps.
    BelowFloor,
    /// A way hangs below the frame.
    BelowTheFrame,
    /// One fault would put out both low beams.
    BothBeams,
    /// A channel of a strip's controller bears less than its colour takes.
    ChannelOverloaded,
    /// Switch, relay or diode carries too much.
    ContactOverloaded,
    /// A plug does not go through a grommet.
    DePin,
    /// An LED driver behind a dimmer.
    DimmedDriver,
    /// The wire that a wish needs is not there.
    DoesNotFollow,
    /// No wire keeps the drop within the rule.
    DropTooLarge,
    /// Added loads fill a factory fuse.
    FactoryFuseFull,
    /// A person chose another feed than the advised one.
    FeedOverruled,
    /// The chosen feed must not be used.
    FeedUnfit,
    /// A lamp with a pattern of its own behind a flasher.
    FlashesTwice,
    /// A trailer wire whose readings contradict each other.
    FoundWire,
    /// Unfused wire at the battery.
    FuseFarFromBattery,
    /// A chosen fuse below what its lamps take.
    FuseBelowLoad,
    /// A bundle fills its grommet.
    GrommetFull,
    /// A way bends at a hinge.
    Hinge,
    /// A hot coil may not pull in.
    HotRelay,
    /// Label and measured current differ.
    LabelAgainstMeasured,
    /// A ready-made harness is too short for the way.
    KitTooShort,
    /// Relay or switch of a ready-made harness is too weak.
    KitPartTooWeak,
    /// Nobody read wire and fuse off a ready-made harness.
    KitUnread,
    /// Readings at several voltages are those of another kind of lamp.
    LampReadsAsOther,
    /// Lamps made for another voltage.
    LampVoltage,
    /// Lamps get no current.
    LampsDark,
    /// Lamps are below the voltage at which they hold their light.
    LampsFade,
    /// Left on, it empties the battery.
    LeftOn,
    /// A line on which constant-power lamps collapse.
    LineTooWeak,
    /// Lit with everything off.
    LitAtRest,
    /// More than any dimmer or flasher carries.
    ModuleOverloaded,
    /// A way passes an airbag.
    NearAirbag,
    /// A way passes something hot.
    NearHeat,
    /// A way passes moving parts.
    NearMoving,
    /// No combination lights it.
    NeverLit,
    /// A hole is drilled.
    NewHole,
    /// No fuse is large enough.
    NoFuse,
    /// A keyed fuse block without a wire for its master relay.
    NoKeyWire,
    /// A circuit without lights.
    NoLights,
    /// Two places that no way joins.
    NoPath,
    /// A circuit without a steady state.
    NoSteadyState,
    /// A strip that no piece fits.
    NoStripFits,
    /// A chosen fuse that is not made.
    NoSuchFuse,
    /// A place that the vehicle does not have.
    NoSuchPlace,
    /// A pulsed wire is used.
    PulsedOutput,
    /// A relay by the battery would do with much thinner wire.
    RelaySavesCopper,
    /// A breaker that closes onto a fault again by itself.
    ResetsByItself,
    /// A lamp breaks a rule of the road.
    RoadRule,
    /// A screw reaches what is behind.
    ScrewDepth,
    /// A way crosses an edge without grommet.
    SharpEdge,
    /// A short at the far end does not blow the fuse in time.
    ShortNotCleared,
    /// A branch lies in the wet.
    SpliceInTheWet,
    /// A splitter or controller lies in the wet.
    SplitterInTheWet,
    /// A source that is to be hidden is seen.
    SourceShows,
    /// The far end of a strip is dimmer.
    StripFades,
    /// LED in place of a bulb does not work as before.
    Swap,
    /// A load resistor sits where it burns something.
    SwapResistor,
    /// A terminal that does not take its wire.
    TerminalTooSmall,
    /// A thin lead behind a fuse that does not protect it.
    ThinLead,
    /// A path hotter than the insulation bears.
    TooHot,
    /// A long tow empties the towed battery.
    TowDrain,
    /// A towed vehicle shows the wrong thing.
    TowedLamps,
    /// A trailer module sees the added lamps.
    TrailerTakenForConnected,
    /// A wire is used of which nobody knows how it behaves.
    UnknownOutput,
    /// A watched wire is used.
    WatchedOutput,
    /// A wire bears less than its fuse.
    WireBelowFuse,
    /// A wire too thin to survive handling.
    WireTooThin,
    /// Worn contacts would leave the lamps too little.
    WornContacts,
}

/// Something that a person should know.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Finding {
    /// Which rule.
    pub code: FindingCode,
    /// Grade.
    pub grade: Grade,
    /// What and where, in a few words.
    pub title: String,
    /// Why.
    pub why: String,
    /// The remedy.
    pub remedy: String,
    /// Where the rule comes from.
    pub source: Source,
    /// The stage where it is mended.
    pub stage: Stage,
    /// The circuit, if it is about one.
    pub circuit: Option<CircuitId>,
}
