//! Ends of wires for people: what each is called, and by what a wire is fastened there.

use super::housings;
use crate::part_names;
use jovek_catalog::conductor::Conductor;
use jovek_catalog::joint::JointPlace;
use jovek_catalog::terminal::{self, EndKind};
use jovek_job::{Channel, FactoryCircuit, FactoryKind, Isolation, Job, LampEnd};
use jovek_phrases::common;
use jovek_phrases::harness as say;
use jovek_plan::chain::{Chain, Stretch};
use jovek_plan::end::{
    BlockEnd, ChargeEnd, CircuitIx, End, HousingEnd, LampIx, PlugIx, Pole, Post, RelayTerminal,
    Side, SpliceAt, StudOf,
};
use jovek_plan::plugs::Plugs;
use jovek_plan::strip::{StripPoint, StripPole};
use jovek_plan::wires::is_wet;

/// The surroundings of parts that sit beside each other, where no wire tells.
pub const BESIDE: JointPlace = JointPlace { is_wet: false, flexes: false, ambient_c: 40.0 };

/// What is around a point of a stretch.
pub fn near(stretch: Option<&Stretch>) -> JointPlace {
    stretch.map_or(BESIDE, |s| JointPlace {
        is_wet: is_wet(s.zone),
        flexes: s.flexes,
        ambient_c: s.ambient_c,
    })
}

/// By what a wire is fastened at an end.
pub fn kind(end: End) -> EndKind {
    match end {
        End::Post(_) => EndKind::PostRing,
        End::Factory(_) | End::FactoryMinus(_) | End::FactoryGround(_) => EndKind::FactoryJoint,
        End::Fuse(..)
        | End::LeadFuse(..)
        | End::Switch(..)
        | End::SwitchGround(..)
        | End::Module(..)
        | End::Relay(..)
        | End::Block(BlockEnd::CoilFuse(_))
        | End::Block(BlockEnd::Relay(RelayTerminal::Coil85 | RelayTerminal::Coil86)) => {
            EndKind::Blade
        }
        End::Charge(ChargeEnd::IsolatorGround | ChargeEnd::IsolatorKey | ChargeEnd::KeyFuse(_)) => {
            EndKind::Blade
        }
        End::Diode(..)
        | End::Splice(..)
        | End::Adapter(_)
        | End::Lamp(_, _, LampEnd::Bare)
        | End::Housing(_, HousingEnd::Ground(LampEnd::Bare)) => EndKind::Butt,
        End::Cavity(..) => EndKind::ConnectorPin,
        End::Lamp(_, _, LampEnd::Plug) | End::Housing(_, HousingEnd::Ground(LampEnd::Plug)) => {
            EndKind::LampPlug
        }
        End::Strip(_, StripPoint::Splitter, _) => EndKind::SplitterPlug,
        End::Strip(..) => EndKind::Pad,
        // A main fuse and a master relay for a whole block are bolted, so is what joins batteries.
        End::Stud(..)
        | End::Housing(_, HousingEnd::Stud)
        | End::Bus
        | End::PlugGround
        | End::Block(_)
        | End::Charge(_) => EndKind::StudRing,
    }
}

/// What a wire with such an end needs slid on before.
pub(super) fn slid_on(kinds: [EndKind; 2], wire: Conductor) -> &'static str {
    let needs = |kind: EndKind| kind.is_joint() || is_bare_lug(kind, wire);
    if kinds.into_iter().any(needs) { say::sleeve_first() } else { "" }
}

/// True for a ring that is pressed on bare, and sleeved.
pub(super) fn is_bare_lug(kind: EndKind, wire: Conductor) -> bool {
    matches!(kind, EndKind::PostRing | EndKind::StudRing)
        && terminal::crimp_colour(wire) == terminal::CrimpColour::Bare
}

/// What the names of ends need besides the end itself.
#[derive(Debug, Clone, Copy)]
pub struct Names<'a> {
    /// The job.
    pub job: &'a Job,
    /// Its connectors.
    pub plugs: &'a Plugs,
    /// Its chains.
    pub chains: &'a [(&'a Chain, usize)],
}

/// A pole of a strip, as it stands beside its pad.
fn strip_sign(pole: StripPole) -> &'static str {
    match pole {
        StripPole::Plus => sign(Pole::Plus),
        StripPole::Minus => sign(Pole::Minus),
        StripPole::Channel(Channel::Red) => "R",
        StripPole::Channel(Channel::Green) => "G",
        StripPole::Channel(Channel::Blue) => "B",
        StripPole::Channel(Channel::White) => "W",
    }
}

pub(super) fn sign(pole: Pole) -> &'static str {
    match pole {
        Pole::Plus => "+",
        Pole::Minus => "-",
        Pole::Sync => say::sync(),
    }
}

impl Names<'_> {
    fn chain(&self, lamp: LampIx) -> Option<&Chain> {
        self.chains.iter().find(|(_, index)| *index == lamp.circuit.0).map(|(chain, _)| *chain)
    }

    /// A lamp: `lamp`, or `lamp 3` where its circuit has several.
    pub fn lamp(&self, lamp: LampIx) -> String {
        match self.chain(lamp) {
            Some(chain) if chain.lamp_count() > 1 => {
                say::lamp(&chain.lamp_number((lamp.light, lamp.number)))
            }
            _ => say::a_lamp().into(),
        }
    }

    /// A connector in the harness.
    pub fn plug(&self, plug: PlugIx) -> String {
        let names = self.plugs.iter().map(|(_, p)| p.name.as_str());
        say::connector(&jovek_job::labels::told_apart(names, plug.0))
    }

    /// The part or place that an end belongs to, and the terminal there; no terminal where there is only one.
    pub fn split(&self, end: End) -> (String, String) {
        let side = |side| match side {
            Side::In => common::goes_in(),
            Side::Out => common::out(),
        };
        let plain = |name: &str, terminal: &str| (name.to_owned(), terminal.to_owned());
        match end {
            End::Post(Post::StartPlus) => plain(say::battery(), "+"),
            End::Post(Post::StartMinus) => plain(say::battery(), "-"),
            End::Post(Post::AuxiliaryPlus) => plain(say::auxiliary(), "+"),
            End::Post(Post::AuxiliaryMinus) => plain(say::auxiliary(), "-"),
            End::Factory(wire) => {
                let label = self.job.factory_label(wire.0);
                let is_plug = self.job.factory.get(wire.0).is_some_and(is_of_plug);
                let name = if is_plug { label } else { say::wire_of(&label) };
                (name, String::new())
            }
            End::FactoryMinus(wire) => {
                (say::minus_wire(&self.job.factory_label(wire.0)), String::new())
            }
            End::Fuse(_, s) => plain(say::fuse(), side(s)),
            End::Adapter(_) => plain(say::fuse_adapter(), say::a_lead()),
            End::LeadFuse(_, number, s) => (say::small_fuse(&number), side(s).into()),
            End::Switch(circuit, _, s) if self.is_by_radio(circuit) => {
                plain(say::controller_box(), side(s))
            }
            End::SwitchGround(circuit, _) if self.is_by_radio(circuit) => {
                plain(say::controller_box(), "-")
            }
            End::Switch(_, 0, s) => plain(say::a_switch(), side(s)),
            End::Switch(_, number, s) => (say::switch(&number), side(s).into()),
            End::SwitchGround(_, 0) => plain(say::a_switch(), say::symbol()),
            End::SwitchGround(_, number) => (say::switch(&number), say::symbol().into()),
            End::Module(_, module, terminal) => {
                plain(module.label(), module.terminal_label(terminal))
            }
            End::Relay(circuit, relay, terminal) => {
                let of = self.chains.iter().find(|(_, index)| *index == circuit.0);
                let switching = of.and_then(|(chain, _)| chain.switching.as_ref());
                let role = switching.and_then(|s| s.relays.get(relay)).map(|r| r.role);
                (part_names::relay(switching, relay), part_names::terminal(role, terminal))
            }
            End::Diode(_, number, Side::In) => (say::diode(&number), say::anode().into()),
            End::Diode(_, number, Side::Out) => (say::diode(&number), say::band().into()),
            End::Splice(_, at) => (self.splice(at), String::new()),
            End::Cavity(plug, cavity) => (self.plug(plug), cavity.to_string()),
            End::Lamp(lamp, pole, _) => match housings::place_of(self.job, lamp) {
                Some(at) => (self.job.housing_label(at.housing), at.terminal(self.job, pole)),
                None => (self.lamp(lamp), sign(pole).into()),
            },
            End::Housing(housing, HousingEnd::Ground(_)) => {
                (self.job.housing_label(housing.0), say::ground().into())
            }
            End::Housing(housing, HousingEnd::Stud) => {
                (say::ground_stud(&self.job.housing_label(housing.0)), String::new())
            }
            End::Strip(lamp, at, pole) => (self.strip_point(lamp, at), strip_sign(pole).into()),
            End::Stud(_, StudOf::Lamps) => plain(say::a_ground_stud(), ""),
            End::Stud(_, StudOf::Coils) => plain(say::control_ground_stud(), ""),
            End::FactoryGround(_) => plain(say::factory_ground_wire(), ""),
            End::Bus => plain(common::ground_bus(), ""),
            End::PlugGround => plain(say::ground_terminal_of_the_plug(), ""),
            End::Block(end) => match end {
                BlockEnd::MainFuse(s) => plain(say::main_fuse(), side(s)),
                BlockEnd::Bus => plain(say::fuse_block(), "+"),
                BlockEnd::Relay(terminal) => {
                    (common::master_relay().into(), part_names::terminal(None, terminal))
                }
                BlockEnd::CoilFuse(s) => plain(say::master_relay_fuse(), side(s)),
                BlockEnd::CoilStud => plain(say::master_relay_ground_stud(), ""),
            },
            End::Charge(end) => match end {
                ChargeEnd::StartFuse(s) => plain(say::battery_charge_fuse(), side(s)),
                ChargeEnd::Isolator(s) => plain(self.isolator(), side(s)),
                ChargeEnd::IsolatorGround | ChargeEnd::ChargerGround => {
                    plain(self.isolator(), say::ground())
                }
                ChargeEnd::IsolatorKey => plain(self.isolator(), "86"),
                ChargeEnd::AuxiliaryFuse(s) => plain(say::auxiliary_charge_fuse(), side(s)),
                ChargeEnd::KeyFuse(s) => plain(say::isolator_small_fuse(), side(s)),
                ChargeEnd::Stud => plain(say::auxiliary_ground_stud(), ""),
                ChargeEnd::IsolatorStud => plain(say::ground_stud_by_the_battery(), ""),
            },
        }
    }

    /// What keeps the batteries apart, as it is ordered.
    fn isolator(&self) -> &'static str {
        let auxiliary = self.job.supply.auxiliary.as_ref();
        match auxiliary.map(|a| a.isolation).unwrap_or_default() {
            Isolation::IgnitionRelay => say::battery_relay(),
            Isolation::VoltageSensing => say::voltage_sensing_relay(),
            Isolation::DiodeIsolator => say::diode_isolator(),
            Isolation::DcDc => common::dc_dc_charger(),
            Isolation::ManualSwitch => common::battery_switch(),
        }
    }

    fn splice(&self, at: SpliceAt) -> String {
        match at {
            SpliceAt::Feed => say::feed_splice().into(),
            SpliceAt::Coils => say::splice_of_the_coils().into(),
            SpliceAt::Signal(wire) => say::splice_of(&self.job.factory_label(wire.0)),
            SpliceAt::SignalCoils(wire) => say::coil_splice(&self.job.factory_label(wire.0)),
            SpliceAt::SignalMinus(wire) => say::minus_splice(&self.job.factory_label(wire.0)),
            SpliceAt::Inside(number) => say::splice(&number),
            SpliceAt::Trunk(pole) => say::branch(&sign(pole)),
            SpliceAt::Leg(pole, leg) => say::branch_leg(&sign(pole), &(leg + 1)),
        }
    }

    fn is_by_radio(&self, circuit: CircuitIx) -> bool {
        self.chains.iter().any(|(chain, index)| *index == circuit.0 && chain.is_by_radio())
    }

    /// A point of a strip; where colours are mixed one lead comes out of the controller itself.
    fn strip_point(&self, lamp: LampIx, at: StripPoint) -> String {
        let light = self.job.circuits.get(lamp.circuit.0).and_then(|c| c.lights.get(lamp.light));
        let is_mixed = light.and_then(|l| l.strip.as_ref()).is_some_and(|s| s.colours.is_some());
        match at {
            StripPoint::Splitter if is_mixed => say::controller().into(),
            _ => strip_point(at),
        }
    }

    /// An end in words: `relay 1 30`, `lamp 3 +`, `feed splice`.
    pub fn text(&self, end: End) -> String {
        let (name, terminal) = self.split(end);
        if terminal.is_empty() { name } else { format!("{name} {terminal}") }
    }
}

/// True for a wire of a trailer's plug: it is called by itself.
fn is_of_plug(wire: &FactoryCircuit) -> bool {
    wire.kind == FactoryKind::TrailerSocket
}

fn strip_point(at: StripPoint) -> String {
    match at {
        StripPoint::Splitter => say::splitter().into(),
        StripPoint::Start => say::strip_start().into(),
        StripPoint::Middle => say::strip_middle().into(),
        StripPoint::Last => say::strip_end().into(),
        StripPoint::Run(n) => say::strip_run(&n),
        StripPoint::PieceStart(n) => say::piece_start(&n),
        StripPoint::PieceEnd(n) => say::piece_end(&n),
    }
}
