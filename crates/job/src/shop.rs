//! The shop's schools and habits, where good people disagree.

use crate::circuit::ReturnKind;
use crate::drop_limit::DropLimit;
use crate::shift::Isolation;
use jovek_base::units::Units;
use jovek_catalog::ampacity::{AmpacityTable, BundleRule};
use jovek_catalog::conductor::{Conductor, WireSystem};
use jovek_catalog::fuse::{Fuse, FuseFamily};
use jovek_catalog::insulation::Insulation;
use jovek_catalog::joint::JointPractice;
use jovek_catalog::relay::{RELAYS, RelayType, Suppression};
use jovek_catalog::system::SystemVoltage;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// How the fuse is chosen between load and wire.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum FusePractice {
    /// The smallest rating that carries the load at 80 %.
    #[default]
    DownToLoad,
    /// The largest rating that still protects the wire.
    WireOnly,
}

/// A fuse block that the circuits from the battery share.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, EnumIter)]
#[serde(rename_all = "snake_case")]
pub enum FuseBlock {
    /// Live all the time, behind its main fuse.
    Live,
    /// Behind a master relay too, which a wire that is live with the key pulls: for circuits with a switch of their own.
    Keyed,
}

/// Colours of the wires.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
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

/// Where a new circuit's return goes.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum GroundPractice {
    /// A stud on the frame near the lamps.
    #[default]
    LocalStud,
    /// Back to battery negative.
    BatteryNegative,
    /// One bus for all, with one stud to the frame.
    DistributionStud,
}

impl GroundPractice {
    fn is_local(&self) -> bool {
        *self == GroundPractice::LocalStud
    }

    /// The return of a new circuit.
    pub fn return_by(self) -> ReturnKind {
        match self {
            GroundPractice::LocalStud => ReturnKind::ChassisStud,
            GroundPractice::DistributionStud => ReturnKind::GroundBus,
            GroundPractice::BatteryNegative => ReturnKind::BatteryNegative,
        }
    }
}

/// The shop's habits.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Shop {
    /// Units of its tape and thermometer.
    #[serde(default, skip_serializing_if = "Units::is_metric")]
    pub units: Units,
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
    /// How far above its cut-in a regulated lamp is kept at a low battery, V; none takes 0.5 V.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub margin_v: Option<f64>,
    /// How the fuse is chosen.
    #[serde(default)]
    pub fuse: FusePractice,
    /// Smallest fuse that the shop puts in at a battery, A; none takes 5 A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub smallest_fuse_a: Option<f64>,
    /// Fuse ratings that the shop keeps, A; none takes every one that is made. A load that none of them carries gets the
    /// next that is made.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub keeps_fuses_a: Vec<f64>,
    /// Family of its fuses.
    #[serde(default, skip_serializing_if = "FuseFamily::is_regular")]
    pub fuse_family: FuseFamily,
    /// Relays that the shop keeps, by the rating of their contact, A; none takes every one of the catalog.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub keeps_relays_a: Vec<f64>,
    /// Wire that the shop allows before the fuse at a battery, as it is cut, m; none takes 0.178 m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub unfused_m: Option<f64>,
    /// Most that the shop takes from the wire of a factory lamp before it puts in a relay, A; none takes 1 A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub tie_in_a: Option<f64>,
    /// Insulation that the shop keeps for everything; none takes what each job needs. A place that asks for more
    /// gets more.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub insulation: Option<Insulation>,
    /// Sizes of wire that the shop keeps, of its wire system; none takes the whole shelf.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub keeps: Vec<Conductor>,
    /// A fuse block on one main fuse and one feed, where two circuits or more come from the battery; none gives each a
    /// fuse and a feed of its own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fuse_block: Option<FuseBlock>,
    /// Wires that run the same way outside the cab are cores of one jacketed cable, not single wires in loom.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub jacketed: bool,
    /// Wire colours.
    #[serde(default)]
    pub colours: ColourScheme,
    /// The shop's own colours.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub own_colours: Option<OwnColours>,
    /// How wires are joined.
    #[serde(default, skip_serializing_if = "JointPractice::is_crimp")]
    pub joint: JointPractice,
    /// Where a new circuit's return goes.
    #[serde(default, skip_serializing_if = "GroundPractice::is_local")]
    pub ground: GroundPractice,
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

impl Shop {
    /// Fuses that the shop puts in, the smallest first: what it keeps, then what is made beyond.
    pub fn fuses(&self) -> Vec<Fuse> {
        let made = Fuse::ladder_of(self.fuse_family);
        let is_kept = |f: &Fuse| self.keeps_fuses_a.contains(&f.rating_a);
        let most_a = made.iter().filter(|f| is_kept(f)).map(|f| f.rating_a).fold(0.0, f64::max);
        made.into_iter().filter(|f| is_kept(f) || f.rating_a > most_a).collect()
    }

    /// Relays that the shop puts in at a system voltage, the weakest first; every one of the catalog where it keeps none
    /// for it.
    pub fn relays(&self, system: SystemVoltage) -> Vec<RelayType> {
        let made = || RELAYS.into_iter().filter(|r| r.system == system);
        let kept: Vec<RelayType> =
            made().filter(|r| self.keeps_relays_a.contains(&r.contact_a)).collect();
        if kept.is_empty() { made().collect() } else { kept }
    }

    /// Wires that the shop puts in, the thinnest first: what it keeps of its wire system, or the whole shelf where
    /// it named nothing of that system.
    pub fn shelf(&self) -> Vec<Conductor> {
        let mut kept = Conductor::all(self.wire_system);
        kept.retain(|c| self.keeps.contains(c));
        if kept.is_empty() { Conductor::shelf(self.wire_system) } else { kept }
    }
}
