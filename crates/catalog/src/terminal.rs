//! Crimp terminals by wire and stud, their tools, and what they hold.

use crate::conductor::{Conductor, WireSystem, copper_text};
use crate::joint::JointPractice;
use jovek_base::units::Units;
use jovek_phrases::catalog as say;
use jovek_phrases::common;
use serde::Serialize;
use utoipa::ToSchema;

/// Width of the usual push-on receptacle, mm. Source: ISO 8092-1, recalled from memory; a quarter inch in North America.
const BLADE_MM: f64 = 6.3;

/// Colour of the sleeve of an insulated crimp terminal.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum CrimpColour {
    /// Up to 1.5 mm².
    Red,
    /// Up to 2.5 mm².
    Blue,
    /// Up to 6 mm².
    Yellow,
    /// Above: a lug without a sleeve, pressed.
    Bare,
}

impl CrimpColour {
    /// As it is spoken.
    pub fn name(self) -> &'static str {
        match self {
            CrimpColour::Red => common::red(),
            CrimpColour::Blue => common::blue(),
            CrimpColour::Yellow => say::yellow(),
            CrimpColour::Bare => say::bare_lug(),
        }
    }
}

/// Colour of the crimp terminal for a wire. Common practice: red to 1.5 mm², blue to 2.5, yellow to 6.
pub fn crimp_colour(conductor: Conductor) -> CrimpColour {
    crimp_colour_mm2(conductor.area_mm2())
}

fn crimp_colour_mm2(area_mm2: f64) -> CrimpColour {
    match area_mm2 {
        a if a <= 1.6 => CrimpColour::Red,
        a if a <= 2.7 => CrimpColour::Blue,
        a if a <= 6.7 => CrimpColour::Yellow,
        _ => CrimpColour::Bare,
    }
}

/// The tool that closes a crimp. Common practice: a ratchet with the die of the terminal's colour; lugs want
/// a press with the die of their size.
pub fn crimp_tool(conductor: Conductor) -> String {
    match crimp_colour(conductor) {
        CrimpColour::Bare => say::press_die(&conductor.label()),
        colour => say::ratchet_crimper_die(&colour.name()),
    }
}

/// The tool that closes a splice with so much copper in it.
pub fn crimp_tool_mm2(area_mm2: f64, system: WireSystem) -> String {
    match crimp_colour_mm2(area_mm2) {
        CrimpColour::Bare => say::press_die(&copper_text(area_mm2, system)),
        colour => say::ratchet_crimper_die(&colour.name()),
    }
}

/// Copper that the barrel of a splice has to take, mm²: the larger of its two sides, the thickest wire on one
/// and all others together on the other.
pub fn splice_mm2(areas_mm2: &[f64]) -> f64 {
    let thickest = areas_mm2.iter().copied().fold(0.0, f64::max);
    thickest.max(areas_mm2.iter().sum::<f64>() - thickest)
}

/// Outer diameter of a bare butt barrel, mm. Common practice, recalled from memory: red 3.3, blue 3.9,
/// yellow 5.5; larger ones about 1.9 times the strand's diameter.
pub fn barrel_mm(area_mm2: f64) -> f64 {
    match area_mm2 {
        a if a <= 1.6 => 3.3,
        a if a <= 2.7 => 3.9,
        a if a <= 6.7 => 5.5,
        a => 1.9 * (4.0 * a / std::f64::consts::PI).sqrt() * 1.15,
    }
}

/// Least pull that a crimp holds, area mm² and N. Source: IEC 60352-2 pull-out table, recalled from memory,
/// medium confidence.
pub const PULL_N: [(f64, f64); 17] = [
    (0.22, 28.0),
    (0.25, 32.0),
    (0.32, 40.0),
    (0.5, 60.0),
    (0.75, 85.0),
    (0.82, 90.0),
    (1.0, 108.0),
    (1.3, 135.0),
    (1.5, 150.0),
    (2.1, 200.0),
    (2.5, 230.0),
    (3.3, 275.0),
    (4.0, 310.0),
    (5.3, 355.0),
    (6.0, 360.0),
    (8.4, 370.0),
    (10.0, 380.0),
];

/// Least pull that a crimp on such a wire holds, N: of the nearest size at or below; none below the table. Above it
/// no more is asked than at its end.
pub fn pull_n(area_mm2: f64) -> Option<f64> {
    PULL_N.iter().rev().find(|(a, _)| *a <= area_mm2 * 1.02).map(|(_, n)| *n)
}

/// A stud with the hole of its lugs, mm, and the torque of its nut, N m. Common practice.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stud {
    /// Metric name.
    pub name: &'static str,
    /// Hole of the lug, mm.
    pub hole_mm: f64,
    /// Torque of the nut on clean brass or steel, least and most, N m.
    pub torque_nm: (f64, f64),
}

/// Studs that lugs are made for. Holes and torque: common practice, torque with low confidence.
pub const STUDS: [Stud; 8] = [
    Stud { name: "M3", hole_mm: 3.2, torque_nm: (0.5, 0.8) },
    Stud { name: "M3.5", hole_mm: 3.7, torque_nm: (0.8, 1.2) },
    Stud { name: "M4", hole_mm: 4.3, torque_nm: (1.2, 2.0) },
    Stud { name: "M5", hole_mm: 5.3, torque_nm: (2.5, 4.0) },
    Stud { name: "M6", hole_mm: 6.6, torque_nm: (5.0, 7.0) },
    Stud { name: "M8", hole_mm: 8.4, torque_nm: (10.0, 14.0) },
    Stud { name: "M10", hole_mm: 10.5, torque_nm: (18.0, 25.0) },
    Stud { name: "M12", hole_mm: 13.0, torque_nm: (30.0, 45.0) },
];

/// Kinds of wire end.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum EndKind {
    /// Ring on the battery post.
    PostRing,
    /// Ring on a ground stud.
    StudRing,
    /// 6.3 mm blade receptacle: fuse holder, relay socket, switch.
    Blade,
    /// Splice: a branch, or lamps that share their leads.
    Butt,
    /// Joint on a factory wire.
    FactoryJoint,
    /// Contact of the sealed two-pin plug of a lamp.
    LampPlug,
    /// Contact of a sealed connector in the harness.
    ConnectorPin,
    /// Soldered to the pad of a strip.
    Pad,
    /// Plug of a splitter or controller.
    SplitterPlug,
}

impl EndKind {
    /// True where two wires are joined for good.
    pub fn is_joint(self) -> bool {
        matches!(self, EndKind::Butt | EndKind::FactoryJoint | EndKind::Pad)
    }

    /// The stud that it sits on.
    pub fn stud(self) -> Option<&'static Stud> {
        let name = match self {
            EndKind::PostRing => "M8",
            EndKind::StudRing => "M6",
            _ => return None,
        };
        STUDS.iter().find(|s| s.name == name)
    }

    /// Copper that a terminal of this kind takes, least and most, mm²; none where one is made for every size.
    ///
    /// Common practice, recalled from memory: 6.3 mm receptacles and sealed 6.3 mm contacts to 6 mm² (10 AWG),
    /// sealed contacts of lamp plugs to 3.3 mm² (12 AWG).
    pub fn takes_mm2(self) -> Option<(f64, f64)> {
        match self {
            EndKind::Blade => Some((0.5, 6.0)),
            EndKind::LampPlug => Some((0.35, 3.3)),
            EndKind::ConnectorPin => Some((0.35, 6.0)),
            _ => None,
        }
    }

    /// True where a terminal of this kind can be crimped on a wire. Sizes are nominal: a part in twenty is
    /// allowed for.
    pub fn takes(self, conductor: Conductor) -> bool {
        let area_mm2 = conductor.area_mm2();
        self.takes_mm2().is_none_or(|(low, high)| area_mm2 >= 0.95 * low && area_mm2 <= 1.05 * high)
    }

    /// Part name of a joint with so much copper on its fuller side, as it is made.
    pub fn joint_part(self, area_mm2: f64, joint: JointPractice, system: WireSystem) -> String {
        let colour = match crimp_colour_mm2(area_mm2) {
            CrimpColour::Bare => say::bare(&copper_text(area_mm2, system)),
            colour => colour.name().to_owned(),
        };
        match (self, joint) {
            (EndKind::FactoryJoint, JointPractice::Crimp) => say::splice_on_factory_wire(&colour),
            (EndKind::FactoryJoint, JointPractice::Solder) => {
                say::soldered_splice_on_factory_wire().into()
            }
            (EndKind::FactoryJoint, JointPractice::Tap) => say::tap_connector(&colour),
            (EndKind::FactoryJoint, JointPractice::PlugIn) => {
                say::plug_in_intermediate_lead().into()
            }
            (EndKind::Pad, _) => say::soldered_to_the_pad().into(),
            (_, JointPractice::Solder) => say::soldered_splice().into(),
            _ => say::butt_splice(&colour),
        }
    }

    /// The terminal that goes on one wire there; none where wires are joined for good: that part takes all of them, see
    /// [`EndKind::joint_part`].
    pub fn terminal(self, conductor: Conductor, units: Units) -> Option<String> {
        let colour = crimp_colour(conductor).name();
        Some(match self {
            EndKind::PostRing => say::ring_m8(&colour),
            EndKind::StudRing => say::ring_m6(&colour),
            EndKind::Blade => say::receptacle(&units.bore(BLADE_MM), &colour),
            EndKind::LampPlug => say::sealed_contact_with_wire_seal(&conductor.label()),
            EndKind::ConnectorPin => say::sealed_contact_pair_with_wire_seal(&conductor.label()),
            EndKind::SplitterPlug => say::splitter_plug().into(),
            EndKind::Butt | EndKind::FactoryJoint | EndKind::Pad => return None,
        })
    }
}
