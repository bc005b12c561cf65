//! What the elements of a network are on the vehicle, and how inputs move its contacts.

use crate::end::Pole;
use crate::inputs::Assignment;
use jovek_circuit::{ElementId, Relay};

/// What an element of the network is on the vehicle.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum PartKind {
    /// Starting battery.
    Battery,
    /// Battery of the towing vehicle.
    TowingBattery,
    /// Auxiliary battery.
    Auxiliary,
    /// What joins it to the starting battery, or charges it.
    Isolation,
    /// Alternator.
    Alternator,
    /// Fuse, source, wire or lamps of a factory circuit.
    FactoryFuse(usize),
    /// What makes the factory wire live.
    FactorySource(usize),
    /// The factory wire.
    FactoryWire(usize),
    /// The lamps that were there.
    FactoryLamps(usize),
    /// Input of a module on the factory wire.
    FactoryLeak(usize),
    /// The stud that joins the ground bus to the frame.
    GroundBus,
    /// The ground pin of a trailer's plug, and the wire to it.
    PlugGround,
    /// The ground that the lamps of a housing share, by its place among the shared ones.
    HousingGround(usize),
    /// Main fuse and feed of the fuse block.
    BlockFeed,
    /// Contact of its master relay.
    BlockRelay,
    /// Coil of its master relay.
    BlockCoil,
    /// A link of a circuit's chain.
    Link(usize),
    /// A lamp, by group and number.
    Lamp(usize, usize),
    /// A leg behind a branch, and whose it is.
    Leg(usize, Pole),
    /// The input of a lamp at its sync lead, by group and number.
    SyncInput(usize, usize),
    /// A panel switch, by number in the circuit.
    Switch(usize),
    /// Wire to a switch and back.
    SwitchLead(usize),
    /// Wire from a signal.
    SignalLead(usize),
    /// A small fuse in a thin lead, by number in the circuit.
    LeadFuse(usize),
    /// A diode, by number in the circuit.
    Diode(usize),
    /// A contact of a relay.
    RelayContact(usize),
    /// A coil.
    Coil(usize),
    /// Ground of a coil.
    CoilGround(usize),
    /// A wire inside the hardware with an end in a splice, by number.
    Splice(usize),
    /// A wire from part to part beside it: before a link, or inside the hardware.
    Jumper(usize),
    /// What the modules draw all the time.
    Standby,
}

/// An element with its meaning.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub struct PartRef {
    /// Circuit, by number among the chains; none for what belongs to the vehicle.
    pub circuit: Option<usize>,
    /// What it is.
    pub what: PartKind,
}

/// A contact that an input moves.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct MovedContact {
    /// The contact.
    pub element: ElementId,
    /// Inputs of which any moves it.
    pub mask: u64,
    /// True for the side that is closed while moved.
    pub holds: bool,
}

/// How the state of a relay depends on inputs besides its coil.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Memory {
    /// Not at all.
    None,
    /// Energised before, where the input is on.
    Before(u64),
    /// Held by its timer while the input is on.
    Timer(u64),
    /// Energised before, unless the input is on.
    Unless(u64),
}

/// A relay in the network with its meaning.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BuiltRelay {
    /// Circuit, by number among the chains.
    pub circuit: usize,
    /// Number in its circuit.
    pub relay: usize,
    /// What it remembers.
    pub memory: Memory,
}

impl Memory {
    pub(super) fn apply(self, inputs: Assignment, relay: &mut Relay) {
        match self {
            Memory::None => {}
            Memory::Before(mask) => relay.before = Some(inputs.any(mask)),
            Memory::Timer(mask) => relay.held = inputs.any(mask).then_some(true),
            Memory::Unless(mask) => relay.before = Some(!inputs.any(mask)),
        }
    }
}
