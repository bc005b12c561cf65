//! What was chosen for a circuit: wire, insulation, fuse, switch or relay. The choosing is [`crate::sizing`].

use crate::end::FactoryIx;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::diode::DiodeType;
use jovek_catalog::fuse::Fuse;
use jovek_catalog::insulation::Insulation;
use jovek_catalog::relay::RelayType;

/// What carries and switches the lamp current.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum ControlChoice {
    /// Nothing of its own: the factory source switches it.
    Source,
    /// A panel switch.
    Switch {
        /// Its rating, A; none when no switch of the catalog will do.
        rating_a: Option<f64>,
    },
    /// A relay with a panel switch in its coil circuit.
    Relay {
        /// The relay.
        relay: RelayType,
        /// Rating of the switch, A.
        switch_a: f64,
        /// False when even the strongest relay is too weak.
        is_enough: bool,
    },
    /// The hardware of the chain's [`crate::switching::Switching`].
    Planned(Hardware),
}

/// Parts of planned hardware, chosen for the load.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Hardware {
    /// Relay that carries the lamps.
    pub lamp_relay: RelayType,
    /// False when even the strongest relay, switch or diode is too weak.
    pub is_enough: bool,
    /// Relay for logic and holding.
    pub logic_relay: RelayType,
    /// Relay that takes up a signal.
    pub signal_relay: RelayType,
    /// Diode in the feed of the lamps.
    pub lamp_diode: DiodeType,
    /// Diode in the feed of a coil.
    pub coil_diode: DiodeType,
    /// Rating of the switches, A.
    pub switch_a: f64,
    /// Rating of timers and cut-offs, A.
    pub module_a: f64,
}

/// Where thin leads part from a wire that a larger fuse protects.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum LeadSource {
    /// The circuit's own feed, behind its fuse.
    Feed,
    /// The wire of a factory circuit.
    Wire(FactoryIx),
    /// The splice of a factory circuit's wire that carries the lamps too: thin leads part from thick ones.
    Branch(FactoryIx),
}

/// A small fuse where thin leads start, so that it opens before they are hurt.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LeadFuse {
    /// Where the leads start.
    pub at: LeadSource,
    /// The fuse.
    pub fuse: Fuse,
}

/// The sizes of one circuit.
#[derive(Debug, Clone, PartialEq)]
pub struct Sizes {
    /// Wire of supply and return.
    pub wire: Conductor,
    /// Wire of the leads from a splice to the plug of a lamp: no thicker than the plug takes.
    pub lamp_wire: Conductor,
    /// Its insulation.
    pub insulation: Insulation,
    /// The circuit's own fuse; none where the factory fuse protects the wire.
    pub fuse: Option<Fuse>,
    /// Switch or relay.
    pub control: ControlChoice,
    /// Rating of the modules in the lamp feed, A; none without one.
    pub module_a: Option<f64>,
    /// Wire of the coil circuit.
    pub coil_wire: Conductor,
    /// Wire that keeps lamps in step: the thinnest that the shop lays.
    pub sync_wire: Conductor,
    /// Small fuses of the leads that the fuse before them does not protect.
    pub lead_fuses: Vec<LeadFuse>,
    /// Working temperature of each stretch, °C, by link of the chain; empty for links without wire.
    pub working_c: Vec<Vec<f64>>,
}

impl Sizes {
    /// Working temperatures of the stretches of a link, °C.
    pub fn stretch_c(&self, link: usize) -> impl Iterator<Item = f64> + '_ {
        self.working_c.get(link).into_iter().flatten().copied()
    }
}
