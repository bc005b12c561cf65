//! Crimp terminals by wire size.

use super::conductor::Conductor;
use crate::job::JointSchool;

/// Colour of an insulated crimp terminal. Common practice: red to 1.5 mm², blue to 2.5, yellow to 6.
pub fn crimp_colour(conductor: Conductor) -> &'static str {
    match conductor.area_mm2() {
        a if a <= 1.6 => "red",
        a if a <= 2.7 => "blue",
        a if a <= 6.7 => "yellow",
        _ => "bare lug",
    }
}

/// Kinds of wire end.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum EndKind {
    /// Ring on the battery post.
    PostRing,
    /// Ring on a ground stud.
    StudRing,
    /// 6.3 mm blade receptacle: fuse holder, relay socket, switch.
    Blade,
    /// Adhesive-lined butt splice at the lamp's own lead.
    Butt,
    /// Joint on a factory wire.
    FactoryJoint,
}

impl EndKind {
    /// Part name for a wire size, as the shop joins wires.
    pub fn part(self, conductor: Conductor, joint: JointSchool) -> String {
        let colour = crimp_colour(conductor);
        match self {
            EndKind::PostRing => format!("ring M8, {colour}"),
            EndKind::StudRing => format!("ring M6, {colour}"),
            EndKind::Blade => format!("receptacle 6.3 mm, {colour}"),
            EndKind::Butt if joint == JointSchool::Solder => {
                "soldered splice, adhesive sleeve".into()
            }
            EndKind::Butt => format!("sealed butt splice, {colour}"),
            EndKind::FactoryJoint => match joint {
                JointSchool::Crimp => format!("sealed splice on factory wire, {colour}"),
                JointSchool::Solder => "soldered splice on factory wire, adhesive sleeve".into(),
                JointSchool::Tap => format!("sealed tap connector, {colour}"),
                JointSchool::PlugIn => "plug-in intermediate lead".into(),
            },
        }
    }
}
