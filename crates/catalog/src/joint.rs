//! How a joint is made where it sits: the shop's school, unless the place forbids it.

use jovek_phrases::catalog as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// How wires are joined.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum JointPractice {
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

impl JointPractice {
    /// True for the usual one, which a file leaves out.
    pub fn is_crimp(&self) -> bool {
        *self == JointPractice::Crimp
    }
}

/// Extra length at each end when the shop has not said, m. Common practice: service loop and strip.
pub const END_ALLOWANCE_M: f64 = 0.15;

/// Extra length at each end of a jumper and of the wire before a fuse, m: strip and crimp, no service loop.
/// Common practice.
pub const SHORT_END_M: f64 = 0.025;
/// Wire between two parts that sit side by side, m. Common practice.
pub const BESIDE_M: f64 = 0.1;
/// Wire from a coil, or from lamps whose return nobody described, to a ground stud beside it, m. Common
/// practice.
pub const GROUND_LEAD_M: f64 = 0.3;
/// Wire from a splice to each of several lamps that sit together, m. Common practice.
pub const LAMP_LEAD_M: f64 = 0.3;
/// Wire from one lamp to the next where they hang one behind the other, m. Common practice.
pub const NEXT_LAMP_M: f64 = 0.8;

/// Where a joint sits.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct JointPlace {
    /// Outside or under the body.
    pub is_wet: bool,
    /// It bends in use.
    pub flexes: bool,
    /// Temperature there, °C.
    pub ambient_c: f64,
}

/// Hot for solder and for the body of a tap, °C. Common practice.
pub const HOT_C: f64 = 100.0;
/// Most that a tap carries, A. Common practice: 2 to 5.
pub const TAP_A: f64 = 5.0;

/// The school to use at a place, and why where it is not the one asked for.
pub fn joint_at(
    school: JointPractice,
    place: JointPlace,
    current_a: f64,
) -> (JointPractice, Option<&'static str>) {
    let crimp = |why| (JointPractice::Crimp, Some(why));
    match school {
        JointPractice::Solder if place.flexes => crimp(say::crimped_solder_breaks_where_the_wire()),
        JointPractice::Solder if place.ambient_c >= HOT_C => crimp(say::crimped_solder_creeps()),
        JointPractice::Tap if place.is_wet => crimp(say::crimped_a_tap_belongs()),
        JointPractice::Tap if place.flexes => crimp(say::crimped_a_tap_works_loose()),
        JointPractice::Tap if place.ambient_c >= HOT_C => crimp(say::crimped_a_tap_softens()),
        JointPractice::Tap if current_a > TAP_A => crimp(say::crimped_too_much_current()),
        school => (school, None),
    }
}
