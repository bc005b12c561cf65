//! What a chain is made of: wires of one piece, and what stands between them.

use crate::end::{End, Pole};
use crate::fact::Fact;
use jovek_catalog::inline_module::InlineModule;
use jovek_job::Zone;
use jovek_phrases::common;
use jovek_phrases::plan as say;

/// What a wire is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum WireRole {
    /// Before the fuse: nothing protects it.
    Unfused,
    /// From the fuse on.
    Supply,
    /// From the lamps back.
    Return,
}

/// One section of a wire with every figure filled in.
#[derive(Debug, Clone, PartialEq)]
pub struct Stretch {
    /// What the fitter calls it.
    pub name: String,
    /// Length, m.
    pub length_m: f64,
    /// Surroundings.
    pub zone: Zone,
    /// Temperature there, °C.
    pub ambient_c: f64,
    /// Other loaded wires beside it.
    pub beside: u32,
    /// It bends in use.
    pub flexes: bool,
    /// Nobody measured its length: it may well be half or twice as long.
    pub is_assumed: bool,
    /// What of the job tells it; none where it follows from the rest.
    pub fact: Option<Fact>,
}

impl Stretch {
    /// Its length when assumed lengths are off by a factor, m.
    pub fn length_at_m(&self, assumed_factor: f64) -> f64 {
        if self.is_assumed { self.length_m * assumed_factor } else { self.length_m }
    }
}

/// A wire between two links: one piece of copper, however many sections it crosses.
#[derive(Debug, Clone, PartialEq)]
pub struct WireRun {
    /// What it is for.
    pub role: WireRole,
    /// Sections in order.
    pub stretches: Vec<Stretch>,
}

impl WireRun {
    /// Length of the path, m.
    pub fn length_m(&self) -> f64 {
        self.stretches.iter().map(|s| s.length_m).sum()
    }
}

/// What a link is.
#[derive(Debug, Clone, PartialEq)]
pub enum LinkKind {
    /// A wire.
    Wire(WireRun),
    /// The circuit's fuse in its holder.
    Fuse {
        /// Temperature where it sits, °C.
        ambient_c: f64,
    },
    /// Switch or relay contact, as the sizing decides.
    Control {
        /// Temperature where it sits, °C.
        ambient_c: f64,
    },
    /// A module in the lamp feed.
    Module(InlineModule),
    /// A joint: post, splice, plug, stud.
    Joint {
        /// Which.
        of: JointOf,
        /// Resistance when sound, ohm.
        ohm: f64,
        /// True behind the lamps.
        is_return: bool,
    },
    /// A connector in the wire that is plugged and unplugged.
    Connector {
        /// Resistance of one contact pair, ohm.
        ohm: f64,
        /// True behind the lamps.
        is_return: bool,
        /// Its cavity.
        at: End,
    },
    /// The lamps, side by side.
    Lamps,
    /// Frame or body back to battery negative.
    Chassis,
    /// The stud of the ground bus and the frame behind it: one for all circuits on the bus.
    Bus,
    /// The ground wire of a trailer's plug and its pin: one for the whole trailer.
    PlugGround,
    /// The ground wires of the factory's lamp plugs, and the frame behind them.
    FactoryGround,
    /// The ground that the lamps share with others of their housings.
    HousingGround,
    /// Main fuse and feed of the fuse block: one for all circuits on it.
    BlockFeed,
    /// The master relay of the fuse block: one for all circuits on it.
    BlockRelay,
}

/// What a joint of a chain is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum JointOf {
    /// Ring on the positive post of its battery.
    SourcePost,
    /// Joint on the factory wire where it starts.
    FactoryWire,
    /// The factory's own plugs of the lamps, one to each.
    FactoryPlug(Pole),
    /// The only lamp.
    Lamp(Pole),
    /// The splice where legs part.
    Branch(Pole),
    /// Ring on the ground stud.
    Stud,
    /// Ring on the ground bus.
    Bus,
    /// Ring in the junction box of a trailer's plug.
    PlugGround,
    /// Ring on the negative post.
    NegativePost,
    /// Joint on the minus wire of the factory lamp where it starts.
    FactoryMinus,
    /// Joint on a ground wire of the factory.
    FactoryGround,
}

impl JointOf {
    /// Its name on the volt line.
    pub fn label(self) -> &'static str {
        match self {
            JointOf::SourcePost => common::battery_plus(),
            JointOf::FactoryWire => say::factory_joint(),
            JointOf::FactoryPlug(Pole::Plus) => say::factory_plug_plus(),
            JointOf::FactoryPlug(_) => say::factory_plug(),
            JointOf::Lamp(Pole::Plus) => say::plug_plus(),
            JointOf::Lamp(Pole::Minus) => say::plug(),
            JointOf::Branch(Pole::Plus) => say::branch_plus(),
            JointOf::Branch(Pole::Minus) => say::branch(),
            JointOf::Lamp(Pole::Sync) | JointOf::Branch(Pole::Sync) => say::sync(),
            JointOf::Stud => say::stud(),
            JointOf::Bus => common::ground_bus(),
            JointOf::PlugGround => say::plug_ground(),
            JointOf::NegativePost => say::battery(),
            JointOf::FactoryMinus => say::factory_minus(),
            JointOf::FactoryGround => say::joint_on_the_ground_wire(),
        }
    }

    /// True behind the lamps.
    pub fn is_return(self) -> bool {
        match self {
            JointOf::SourcePost | JointOf::FactoryWire => false,
            JointOf::Lamp(pole) | JointOf::Branch(pole) | JointOf::FactoryPlug(pole) => {
                pole == Pole::Minus
            }
            JointOf::Stud
            | JointOf::Bus
            | JointOf::PlugGround
            | JointOf::NegativePost
            | JointOf::FactoryMinus
            | JointOf::FactoryGround => true,
        }
    }
}

/// A link of the chain.
#[derive(Debug, Clone, PartialEq)]
pub struct Link {
    /// Short name on the volt line.
    pub name: String,
    /// What it is.
    pub kind: LinkKind,
}
