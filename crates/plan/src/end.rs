//! Where a wire can end. Two wires that end at the same [`End`] touch there; nothing is found by its name.

use crate::strip::{StripPoint, StripPole};
use jovek_catalog::contact;
use jovek_catalog::inline_module::{InlineModule, ModuleTerminal};
use jovek_circuit::Throw;
use jovek_job::LampEnd;

/// A circuit, by its index in the job.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct CircuitIx(pub usize);

/// A factory circuit, by its index in the job.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct FactoryIx(pub usize);

/// A connector in the harness, by its number in [`crate::plugs::Plugs`].
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct PlugIx(pub usize);

/// A single lamp: its circuit, its light in the circuit, its number in the light, each from 0.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct LampIx {
    /// The circuit.
    pub circuit: CircuitIx,
    /// The light.
    pub light: usize,
    /// Which of its lamps.
    pub number: usize,
}

/// A housing with several lamps, by its index in the job.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct HousingIx(pub usize);

/// An end at the ground that the lamps of a housing share.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum HousingEnd {
    /// The housing's own ground lead, and how it ends.
    Ground(LampEnd),
    /// The ground stud of its wire.
    Stud,
}

/// A lead of a lamp, and what is joined to it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Pole {
    /// The supply's side.
    Plus,
    /// The return's side.
    Minus,
    /// The lead that keeps warning lamps in step.
    Sync,
}

/// The side of a part in the wire.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Side {
    /// Toward the source.
    In,
    /// Toward the lamps.
    Out,
}

/// A post of a battery.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Post {
    /// Positive of the starting battery.
    StartPlus,
    /// Its negative, where every return ends at last.
    StartMinus,
    /// Positive of the auxiliary battery.
    AuxiliaryPlus,
    /// Its negative, grounded beside it.
    AuxiliaryMinus,
}

/// A terminal of a relay or module, as DIN 72552 numbers them.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum RelayTerminal {
    /// 30: into a contact, by the contact's number.
    Common(usize),
    /// 87 or 87a: out of a contact.
    Out(usize, Thrown),
    /// 86: coil, plus side; the input of a module.
    Coil86,
    /// 85: coil, minus side.
    Coil85,
}

/// The side to which a relay contact closes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Thrown {
    /// 87: closed while energised.
    Made,
    /// 87a: closed at rest.
    AtRest,
}

impl From<Throw> for Thrown {
    fn from(throw: Throw) -> Self {
        match throw {
            Throw::NormallyOpen => Thrown::Made,
            Throw::NormallyClosed => Thrown::AtRest,
        }
    }
}

/// A splice: where wires meet for good.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum SpliceAt {
    /// Behind the fuse, where lamps and coils part.
    Feed,
    /// Behind the small fuse of the coils, where their leads part.
    Coils,
    /// Behind the wire from a factory circuit, where several take it up.
    Signal(FactoryIx),
    /// Behind the small fuse of leads that part from such a wire, where it carries the lamps too.
    SignalCoils(FactoryIx),
    /// Before the minus wire of a factory lamp, where several take it up.
    SignalMinus(FactoryIx),
    /// Between the parts of the hardware, counted from 1.
    Inside(usize),
    /// Where the legs of the supply, of the return or of the sync wire part.
    Trunk(Pole),
    /// At the end of a leg, where further legs part.
    Leg(Pole, usize),
}

/// What a ground stud holds.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum StudOf {
    /// The return of the lamps.
    Lamps,
    /// The coils of the circuit's relays.
    Coils,
}

/// An end at a fuse block that circuits share.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum BlockEnd {
    /// The holder of its main fuse.
    MainFuse(Side),
    /// The stud of its bus, from which the fuses of the circuits are fed.
    Bus,
    /// Its master relay.
    Relay(RelayTerminal),
    /// The holder of the small fuse of that relay's coil.
    CoilFuse(Side),
    /// The ground stud of that coil.
    CoilStud,
}

/// A part of a fuse block.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum BlockPart {
    /// Its main fuse.
    MainFuse,
    /// The block itself.
    Bus,
    /// Its master relay.
    Relay,
    /// The small fuse of that relay's coil.
    CoilFuse,
    /// The ground stud of that coil.
    CoilStud,
}

impl BlockEnd {
    /// The part that it is a terminal of.
    pub fn part(self) -> BlockPart {
        match self {
            BlockEnd::MainFuse(_) => BlockPart::MainFuse,
            BlockEnd::Bus => BlockPart::Bus,
            BlockEnd::Relay(_) => BlockPart::Relay,
            BlockEnd::CoilFuse(_) => BlockPart::CoilFuse,
            BlockEnd::CoilStud => BlockPart::CoilStud,
        }
    }
}

/// An end at the cable that charges an auxiliary battery.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum ChargeEnd {
    /// The holder of the fuse beside the starting battery.
    StartFuse(Side),
    /// The isolator: its studs toward the starting battery and toward the auxiliary one.
    Isolator(Side),
    /// Its thin lead for ground.
    IsolatorGround,
    /// The ground stud of a charger, through which goes what it gives.
    ChargerGround,
    /// Its coil's lead from the wire that is live with the key.
    IsolatorKey,
    /// The holder of the fuse beside the auxiliary battery.
    AuxiliaryFuse(Side),
    /// The holder of the small fuse in the coil's lead.
    KeyFuse(Side),
    /// The ground stud beside the auxiliary battery.
    Stud,
    /// The ground stud beside an isolator that stands by the starting battery.
    IsolatorStud,
}

/// A part of the cable that charges an auxiliary battery.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum ChargePart {
    /// The fuse beside the starting battery.
    StartFuse,
    /// The isolator.
    Isolator,
    /// The fuse beside the auxiliary battery.
    AuxiliaryFuse,
    /// The small fuse of the coil.
    KeyFuse,
    /// The ground stud beside the auxiliary battery.
    Stud,
    /// The ground stud beside the isolator.
    IsolatorStud,
}

impl ChargeEnd {
    /// The part that it is a terminal of.
    pub fn part(self) -> ChargePart {
        match self {
            ChargeEnd::StartFuse(_) => ChargePart::StartFuse,
            ChargeEnd::Isolator(_)
            | ChargeEnd::IsolatorGround
            | ChargeEnd::ChargerGround
            | ChargeEnd::IsolatorKey => ChargePart::Isolator,
            ChargeEnd::AuxiliaryFuse(_) => ChargePart::AuxiliaryFuse,
            ChargeEnd::KeyFuse(_) => ChargePart::KeyFuse,
            ChargeEnd::Stud => ChargePart::Stud,
            ChargeEnd::IsolatorStud => ChargePart::IsolatorStud,
        }
    }
}

/// Where a wire ends.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum End {
    /// A battery post.
    Post(Post),
    /// The wire of a factory circuit.
    Factory(FactoryIx),
    /// The wire from a factory lamp to the switch that grounds it.
    FactoryMinus(FactoryIx),
    /// The holder of a circuit's fuse.
    Fuse(CircuitIx, Side),
    /// The lead of the adapter that holds a circuit's fuse in an empty fuse position.
    Adapter(CircuitIx),
    /// The holder of a small fuse in a thin lead, by its number in the circuit, from 1.
    LeadFuse(CircuitIx, usize, Side),
    /// A switch contact of a circuit, by its number there.
    Switch(CircuitIx, usize, Side),
    /// A module in the lamp feed of a circuit.
    Module(CircuitIx, InlineModule, ModuleTerminal),
    /// A relay or module of a circuit, by its index there.
    Relay(CircuitIx, usize, RelayTerminal),
    /// A diode of a circuit, by its number there; current goes in at the anode.
    Diode(CircuitIx, usize, Side),
    /// The ground terminal of a switch whose symbol is lit, or of a box that is switched by radio.
    SwitchGround(CircuitIx, usize),
    /// A splice.
    Splice(CircuitIx, SpliceAt),
    /// A cavity of a connector in the harness, from 1.
    Cavity(PlugIx, usize),
    /// A pole of a lamp, and how its own lead ends.
    Lamp(LampIx, Pole, LampEnd),
    /// A pad, or the splitter, of a strip.
    Strip(LampIx, StripPoint, StripPole),
    /// A ground stud.
    Stud(CircuitIx, StudOf),
    /// The ground that the lamps of a housing share.
    Housing(HousingIx, HousingEnd),
    /// A ground wire of the factory that a circuit is joined to.
    FactoryGround(CircuitIx),
    /// The ground bus.
    Bus,
    /// The ground of a trailer's plug, in its junction box.
    PlugGround,
    /// A terminal of the fuse block.
    Block(BlockEnd),
    /// A terminal of the cable that charges the auxiliary battery.
    Charge(ChargeEnd),
}

/// What an [`End`] is a terminal of: one part, or one place where wires meet.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Host {
    /// A battery post, on the vehicle already.
    Post(Post),
    /// A factory wire, on the vehicle already.
    Factory(FactoryIx),
    /// A fuse in its holder.
    Fuse(CircuitIx),
    /// The adapter in an empty fuse position, with the circuit's fuse.
    Adapter(CircuitIx),
    /// A small fuse in a thin lead.
    LeadFuse(CircuitIx, usize),
    /// A switch contact.
    Switch(CircuitIx, usize),
    /// A module in the lamp feed.
    Module(CircuitIx, InlineModule),
    /// A relay or module.
    Relay(CircuitIx, usize),
    /// A diode.
    Diode(CircuitIx, usize),
    /// A splice.
    Splice(CircuitIx, SpliceAt),
    /// A connector.
    Plug(PlugIx),
    /// A lamp.
    Lamp(LampIx),
    /// A ground stud.
    Stud(CircuitIx, StudOf),
    /// A housing with several lamps.
    Housing(HousingIx),
    /// The ground stud of a housing.
    HousingStud(HousingIx),
    /// A ground wire of the factory, on the vehicle already.
    FactoryGround(CircuitIx),
    /// The ground bus.
    Bus,
    /// The ground of a trailer's plug.
    PlugGround,
    /// A part of the fuse block.
    Block(BlockPart),
    /// A part of the cable that charges the auxiliary battery.
    Charge(ChargePart),
}

impl End {
    /// The part or place that it is a terminal of.
    pub fn host(self) -> Host {
        match self {
            End::Post(post) => Host::Post(post),
            End::Factory(factory) | End::FactoryMinus(factory) => Host::Factory(factory),
            End::Fuse(circuit, _) => Host::Fuse(circuit),
            End::Adapter(circuit) => Host::Adapter(circuit),
            End::LeadFuse(circuit, number, _) => Host::LeadFuse(circuit, number),
            End::Switch(circuit, number, _) | End::SwitchGround(circuit, number) => {
                Host::Switch(circuit, number)
            }
            End::Module(circuit, module, _) => Host::Module(circuit, module),
            End::Relay(circuit, relay, _) => Host::Relay(circuit, relay),
            End::Diode(circuit, number, _) => Host::Diode(circuit, number),
            End::Splice(circuit, at) => Host::Splice(circuit, at),
            End::Cavity(plug, _) => Host::Plug(plug),
            End::Lamp(lamp, ..) | End::Strip(lamp, ..) => Host::Lamp(lamp),
            End::Stud(circuit, of) => Host::Stud(circuit, of),
            End::Housing(housing, HousingEnd::Ground(_)) => Host::Housing(housing),
            End::Housing(housing, HousingEnd::Stud) => Host::HousingStud(housing),
            End::FactoryGround(circuit) => Host::FactoryGround(circuit),
            End::Bus => Host::Bus,
            End::PlugGround => Host::PlugGround,
            End::Block(end) => Host::Block(end.part()),
            End::Charge(end) => Host::Charge(end.part()),
        }
    }

    /// Resistance of the contact that one wire makes there when sound, ohm. Terminals of fuse holders,
    /// switches, relays, diodes and modules are part of the figure of the part.
    ///
    /// A splice costs [`contact::SPLICE_OHM`] from wire to wire: half of it for each wire in it. A pair of
    /// connector contacts likewise.
    pub fn contact_ohm(self) -> f64 {
        match self {
            End::Post(_) => contact::POST_OHM,
            End::Factory(_) | End::FactoryMinus(_) | End::FactoryGround(_) | End::Adapter(_) => {
                contact::SPLICE_OHM
            }
            End::Splice(..) => contact::SPLICE_OHM / 2.0,
            End::Cavity(..) => contact::LAMP_PLUG_OHM / 2.0,
            End::Lamp(_, _, LampEnd::Plug) | End::Housing(_, HousingEnd::Ground(LampEnd::Plug)) => {
                contact::LAMP_PLUG_OHM
            }
            End::Lamp(_, _, LampEnd::Bare) | End::Housing(_, HousingEnd::Ground(LampEnd::Bare)) => {
                contact::SPLICE_OHM
            }
            End::Stud(..)
            | End::Housing(_, HousingEnd::Stud)
            | End::Bus
            | End::PlugGround
            | End::Block(BlockEnd::Bus | BlockEnd::CoilStud)
            | End::Charge(ChargeEnd::Isolator(_) | ChargeEnd::Stud | ChargeEnd::IsolatorStud) => {
                contact::STUD_OHM
            }
            End::Strip(..)
            | End::Fuse(..)
            | End::LeadFuse(..)
            | End::Switch(..)
            | End::SwitchGround(..)
            | End::Module(..)
            | End::Relay(..)
            | End::Block(_)
            | End::Charge(_)
            | End::Diode(..) => 0.0,
        }
    }

    /// How many wires it takes: one at a push-on terminal, a cavity, a lamp's pole or a diode's lead; any
    /// number at a post, a stud, a bus or a splice.
    pub fn takes_one(self) -> bool {
        !matches!(
            self,
            End::Post(_)
                | End::Factory(_)
                | End::FactoryMinus(_)
                | End::FactoryGround(_)
                | End::Splice(..)
                | End::Strip(..)
                | End::Stud(..)
                | End::Housing(_, HousingEnd::Stud)
                | End::Bus
                | End::PlugGround
                | End::Block(BlockEnd::Bus | BlockEnd::CoilStud)
                | End::Charge(ChargeEnd::Stud | ChargeEnd::IsolatorStud)
        )
    }
}
