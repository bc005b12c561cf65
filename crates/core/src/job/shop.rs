//! The shop's schools and habits, where good people disagree.

use super::circuit::ReturnKind;
use super::shift::Isolation;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Size system of the wire on the shelf.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum WireSystem {
    /// mm², ISO 6722 vehicle wire.
    #[default]
    Metric,
    /// AWG, as marine and building wire.
    Awg,
    /// SAE gauge, 5 to 11 % less copper than AWG.
    Sae,
}

/// Published ampacity table that is followed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum AmpacityTable {
    /// ISO 10133 Annex A, small craft: the most cautious for small sizes.
    #[default]
    Iso10133,
    /// ABYC E-11, under 50 V.
    AbycE11,
    /// DIN VDE 0298-4, 70 °C PVC, carried to the wire's own class by the square-root rule.
    Vde0298,
}

/// Rule for wires that lie side by side.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum BundleRule {
    /// IEC 60364-5-52 bunched: close to the physics of a fully loaded bundle.
    #[default]
    IecBunched,
    /// NFPA 70 steps: assumes that part of the wires is lightly loaded.
    NfpaSteps,
    /// (29 − N)/28, aerospace.
    Aerospace,
    /// No factor, as the marine table under 50 V.
    None,
}

/// Voltage that may be lost between battery and lamp.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum DropLimit {
    /// 3 %, for lamps.
    #[default]
    ThreePercent,
    /// 10 %, where dimming does not matter.
    TenPercent,
    /// 0.5 V for the whole circuit (1 V at 24 V).
    HalfVolt,
}

/// How the fuse is chosen between load and wire.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum FuseSchool {
    /// The smallest rating that carries the load at 80 %.
    #[default]
    DownToLoad,
    /// The largest rating that still protects the wire.
    WireOnly,
}

/// Colours of the wires.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ColourScheme {
    /// Brown is ground.
    #[default]
    GroundBrown,
    /// Black is ground.
    GroundBlack,
    /// The shop's own.
    Own,
}

/// Colours that the shop uses.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnColours {
    /// Of ground wires.
    #[serde(default)]
    pub ground: String,
    /// Of what is live without a switch.
    #[serde(default)]
    pub feed: String,
    /// Of the circuits in turn, with commas between.
    #[serde(default)]
    pub circuits: String,
}

/// How wires are joined.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum JointSchool {
    /// Crimped, with adhesive heat-shrink.
    #[default]
    Crimp,
    /// Soldered, with heat-shrink; never where it flexes.
    Solder,
    /// Sealed tap connector.
    Tap,
    /// Intermediate lead that is plugged in; nothing cut.
    PlugIn,
}

impl JointSchool {
    fn is_crimp(&self) -> bool {
        *self == JointSchool::Crimp
    }
}

/// Where a new circuit's return goes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum GroundSchool {
    /// A stud on the frame near the lamps.
    #[default]
    LocalStud,
    /// Back to battery negative.
    BatteryNegative,
    /// One bus for all, with one stud to the frame.
    DistributionStud,
}

impl GroundSchool {
    fn is_local(&self) -> bool {
        *self == GroundSchool::LocalStud
    }

    /// The return of a new circuit.
    pub fn return_by(self) -> ReturnKind {
        match self {
            GroundSchool::LocalStud => ReturnKind::ChassisStud,
            GroundSchool::DistributionStud => ReturnKind::GroundBus,
            GroundSchool::BatteryNegative => ReturnKind::BatteryNegative,
        }
    }
}

/// What takes up the kick of a relay coil that lets go.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Suppression {
    /// A diode across the coil, stripe to 86: kindest to what drives it, slow to let go, has a right
    /// way round.
    #[default]
    Diode,
    /// A resistor across the coil: lets go fast, fits either way round, kicks to about 100 V.
    Resistor,
}

impl Suppression {
    fn is_diode(&self) -> bool {
        *self == Suppression::Diode
    }
}

/// The shop's habits.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Shop {
    /// Wire on the shelf.
    #[serde(default)]
    pub wire_system: WireSystem,
    /// Ampacity table.
    #[serde(default)]
    pub ampacity: AmpacityTable,
    /// Bundle rule.
    #[serde(default)]
    pub bundle: BundleRule,
    /// Drop allowed.
    #[serde(default)]
    pub drop: DropLimit,
    /// How the fuse is chosen.
    #[serde(default)]
    pub fuse: FuseSchool,
    /// Wire colours.
    #[serde(default)]
    pub colours: ColourScheme,
    /// The shop's own colours.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub own_colours: Option<OwnColours>,
    /// How wires are joined.
    #[serde(default, skip_serializing_if = "JointSchool::is_crimp")]
    pub joint: JointSchool,
    /// Where a new circuit's return goes.
    #[serde(default, skip_serializing_if = "GroundSchool::is_local")]
    pub ground: GroundSchool,
    /// How a new auxiliary battery is kept apart.
    #[serde(default, skip_serializing_if = "Isolation::is_usual")]
    pub isolation: Isolation,
    /// Silicon diodes in the feed of lamps instead of Schottky.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub silicon_diodes: bool,
    /// What takes up the kick of relay coils.
    #[serde(default, skip_serializing_if = "Suppression::is_diode")]
    pub suppression: Suppression,
    /// Wire to spare at each hinge, m; none takes 0.1 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hinge_m: Option<f64>,
    /// Wire to spare at each connector that is unplugged, m; none takes 0.08 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub connector_m: Option<f64>,
    /// Drip loop before each lamp that sits outside, m; none takes 0.08 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub drip_loop_m: Option<f64>,
    /// Strain relief at a lamp that is held by adhesive, m; none takes 0.05 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub strain_relief_m: Option<f64>,
    /// Spare on the path of every wire, %; none takes none.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub spare_percent: Option<f64>,
    /// Price of an hour of work, in the shop's currency.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hourly_rate: Option<f64>,
    /// Length on a reel of wire, m; none takes 25 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reel_m: Option<f64>,
    /// Extra length for each wire end, m; none takes 0.15 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub end_allowance_m: Option<f64>,
}
