//! How a joint is made where it sits: the shop's school, unless the place forbids it.

use crate::job::JointSchool;

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
    school: JointSchool,
    place: JointPlace,
    current_a: f64,
) -> (JointSchool, Option<&'static str>) {
    let crimp = |why| (JointSchool::Crimp, Some(why));
    match school {
        JointSchool::Solder if place.flexes => crimp("crimped: solder breaks where the wire bends"),
        JointSchool::Solder if place.ambient_c >= HOT_C => {
            crimp("crimped: solder creeps where it is hot")
        }
        JointSchool::Tap if place.is_wet => crimp("crimped: a tap belongs in the dry"),
        JointSchool::Tap if place.flexes => {
            crimp("crimped: a tap works loose where the wire bends")
        }
        JointSchool::Tap if place.ambient_c >= HOT_C => crimp("crimped: a tap softens in the heat"),
        JointSchool::Tap if current_a > TAP_A => crimp("crimped: too much current for a tap"),
        school => (school, None),
    }
}
