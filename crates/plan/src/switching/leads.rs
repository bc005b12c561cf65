//! The pieces of wire inside the hardware of a circuit, terminal to terminal, and the parts between them.
//!
//! Terminals are named as in DIN 72552 and ISO 7588: 30 in, 87 out while energised, 87a out at rest,
//! 86 and 85 the coil, 86 on the plus side.

use crate::end::{CircuitIx, End, FactoryIx, RelayTerminal, Side, SpliceAt, StudOf};
use crate::sizes::{LeadFuse, LeadSource};
use crate::switching::{CoilReturn, ContactOf, Rung, Switching};
use jovek_catalog::inline_module::{InlineModule, ModuleTerminal};
use jovek_circuit::Throw;

/// What a piece of wire inside the hardware is for: it gives its length and size.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum LeadUse {
    /// From part to part beside it, lamp current.
    Jumper,
    /// From part to part beside it, coil current.
    CoilJumper,
    /// To a switch in the cab or back, coil current.
    SwitchLead,
    /// From a factory wire, lamp current.
    SignalFeed(FactoryIx),
    /// From a factory wire, coil current.
    Signal(FactoryIx),
    /// From a coil to its ground stud.
    CoilGround,
    /// From the lamp of a switch in the cab to the ground of its relay.
    SymbolGround,
}

impl LeadUse {
    /// True where it carries a coil rather than the lamps.
    pub fn is_coil(self) -> bool {
        !matches!(self, LeadUse::Jumper | LeadUse::SignalFeed(_))
    }
}

/// A piece of wire inside the hardware.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Lead {
    /// Where the current comes from.
    pub from: End,
    /// Where it goes.
    pub to: End,
    /// What it is for.
    pub of: LeadUse,
}

/// A part between two of its terminals.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Inner {
    /// A switch contact that inputs move.
    Switch {
        /// Its number in the circuit, from 1.
        number: usize,
        /// Inputs of which any moves it.
        mask: u64,
        /// True for the side that is closed while moved.
        holds: bool,
    },
    /// A contact of a relay or module.
    Contact {
        /// The relay, by index.
        relay: usize,
        /// 87 or 87a.
        throw: Throw,
    },
    /// A diode.
    Diode {
        /// Its number in the circuit, from 1.
        number: usize,
        /// True in the feed of a coil.
        is_coil: bool,
    },
    /// A small fuse, by its number in the circuit, from 1.
    Fuse {
        /// Its number.
        number: usize,
    },
    /// The lamp behind the symbol of a switch.
    Symbol {
        /// Number of its switch.
        number: usize,
    },
    /// The electronics of a box that is switched by radio: they listen all the time.
    Receiver {
        /// Number of its contact.
        number: usize,
    },
}

/// A part with the terminals between which it stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct InnerPart {
    /// Where the current goes in.
    pub from: End,
    /// Where it comes out.
    pub to: End,
    /// The part.
    pub of: Inner,
}

/// Everything between the end of the feed and the start of the lamp wire.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Inside {
    /// Where the feed ends.
    pub entry: End,
    /// Where the lamp wire starts.
    pub exit: End,
    /// Pieces of wire: the lamps' first, then each coil's.
    pub leads: Vec<Lead>,
    /// Parts, in the order of the current: the lamps' first, then each coil's.
    pub parts: Vec<InnerPart>,
    /// Relays with a coil of their own between 86 and 85.
    pub relays: usize,
}

impl Inside {
    /// The circuit's own switch, which some input moves: its number, and its terminal that the rest hangs on.
    pub fn own_switch(&self, mask: u64) -> Option<(usize, End)> {
        self.parts.iter().find_map(|part| match part.of {
            Inner::Switch { number, mask: by, .. } if by == mask => Some((number, part.to)),
            _ => None,
        })
    }
}

/// A relay with a panel switch in its coil circuit, as sizing puts it in where a switch alone is too weak.
pub fn own_relay(circuit: CircuitIx, mask: u64) -> Inside {
    let feed = End::Splice(circuit, SpliceAt::Feed);
    let relay = |terminal| End::Relay(circuit, 0, terminal);
    let common = relay(RelayTerminal::Common(0));
    let made = relay(RelayTerminal::Out(0, Throw::NormallyOpen.into()));
    let switch = |side| End::Switch(circuit, 0, side);
    let lead = |from, to, of| Lead { from, to, of };
    Inside {
        entry: feed,
        exit: made,
        leads: vec![
            lead(feed, common, LeadUse::Jumper),
            lead(feed, switch(Side::In), LeadUse::SwitchLead),
            lead(switch(Side::Out), relay(RelayTerminal::Coil86), LeadUse::SwitchLead),
            lead(relay(RelayTerminal::Coil85), stud(circuit), LeadUse::CoilGround),
        ],
        parts: vec![
            InnerPart {
                from: common,
                to: made,
                of: Inner::Contact { relay: 0, throw: Throw::NormallyOpen },
            },
            InnerPart {
                from: switch(Side::In),
                to: switch(Side::Out),
                of: Inner::Switch { number: 0, mask, holds: true },
            },
        ],
        relays: 1,
    }
}

/// A panel switch that carries the lamps.
pub fn own_switch(circuit: CircuitIx, mask: u64) -> Inside {
    let (from, to) = (End::Switch(circuit, 0, Side::In), End::Switch(circuit, 0, Side::Out));
    let of = Inner::Switch { number: 0, mask, holds: true };
    Inside {
        entry: from,
        exit: to,
        leads: Vec::new(),
        parts: vec![InnerPart { from, to, of }],
        relays: 0,
    }
}

fn stud(circuit: CircuitIx) -> End {
    End::Stud(circuit, StudOf::Coils)
}

/// The inside of planned hardware. `origin` is the factory wire at which the circuit starts: its joint and
/// fuse stand before the lamps already.
///
/// Wherever more than two wires would meet at one terminal there is a splice.
pub fn inside(switching: &Switching, circuit: CircuitIx, origin: Option<FactoryIx>) -> Inside {
    let mut walk = Walk {
        circuit,
        origin,
        leads: Vec::new(),
        parts: Vec::new(),
        contacts: vec![0; switching.relays.len()],
        switches: 0,
        diodes: 0,
        joints: 0,
        is_coil: false,
    };
    let exit = walk.rung(&switching.lamps_from);
    walk.is_coil = true;
    for (r, relay) in switching.relays.iter().enumerate() {
        if !switching.reads_its_feed(r) {
            let end = walk.rung(&relay.coil_from);
            walk.lead(end, End::Relay(circuit, r, RelayTerminal::Coil86));
        }
        let (to, of) = match relay.coil_to {
            CoilReturn::Ground => (stud(circuit), LeadUse::CoilGround),
            CoilReturn::Wire(i) => (End::FactoryMinus(FactoryIx(i)), LeadUse::Signal(FactoryIx(i))),
        };
        let from = End::Relay(circuit, r, RelayTerminal::Coil85);
        walk.leads.push(Lead { from, to, of });
    }
    let Walk { mut leads, parts, .. } = walk;
    gather_signals(circuit, &mut leads);
    gather_grounded(circuit, &mut leads);
    let feed = End::Splice(circuit, SpliceAt::Feed);
    // A feed that goes to one terminal ends there; one that goes to several ends in a splice.
    let fed: Vec<usize> = (0..leads.len()).filter(|&k| leads[k].from == feed).collect();
    let entry = match fed.as_slice() {
        [only] if exit != feed && !leads[*only].of.is_coil() => leads.remove(*only).to,
        _ => feed,
    };
    Inside { entry, exit, leads, parts, relays: switching.relays.len() }
}

/// Puts the small fuses in: each right where its leads start, so that all of them lies behind it.
pub fn with_lead_fuses(mut inside: Inside, circuit: CircuitIx, fuses: &[LeadFuse]) -> Inside {
    for (k, lead_fuse) in fuses.iter().enumerate() {
        let number = k + 1;
        let start = match lead_fuse.at {
            LeadSource::Feed => End::Splice(circuit, SpliceAt::Feed),
            LeadSource::Wire(wire) => End::Factory(wire),
            LeadSource::Branch(wire) => End::Splice(circuit, SpliceAt::Signal(wire)),
        };
        let is_whole_wire = matches!(lead_fuse.at, LeadSource::Wire(_));
        let is_behind = |lead: &Lead| lead.from == start && (lead.of.is_coil() || is_whole_wire);
        let count = inside.leads.iter().filter(|l| is_behind(l)).count();
        if count == 0 {
            continue;
        }
        let side = |side| End::LeadFuse(circuit, number, side);
        let lamps = inside.leads.iter().any(|l| is_behind(l) && !l.of.is_coil());
        let jumper = if lamps { LeadUse::Jumper } else { LeadUse::CoilJumper };
        let behind = match (count, lead_fuse.at) {
            (1, _) => side(Side::Out),
            (_, LeadSource::Branch(wire)) => End::Splice(circuit, SpliceAt::SignalCoils(wire)),
            (_, LeadSource::Feed | LeadSource::Wire(_)) => End::Splice(circuit, SpliceAt::Coils),
        };
        for lead in inside.leads.iter_mut().filter(|l| is_behind(l)) {
            lead.from = behind;
        }
        inside.leads.push(Lead { from: start, to: side(Side::In), of: jumper });
        if count > 1 {
            inside.leads.push(Lead { from: side(Side::Out), to: behind, of: jumper });
        }
        let of = Inner::Fuse { number };
        inside.parts.push(InnerPart { from: side(Side::In), to: side(Side::Out), of });
    }
    inside
}

/// Grounds the modules in the lamp feed: each has a lead from its terminal 31.
pub fn with_grounds(mut inside: Inside, circuit: CircuitIx, modules: &[InlineModule]) -> Inside {
    for &module in modules {
        let from = End::Module(circuit, module, ModuleTerminal::Ground);
        inside.leads.push(Lead { from, to: stud(circuit), of: LeadUse::CoilGround });
    }
    inside
}

/// Lights the symbol of the circuit's own switch: the lamp inside takes what comes out of the switch, and its ground has a
/// lead, along the wires to a relay or to a stud beside.
pub fn with_symbol(mut inside: Inside, circuit: CircuitIx, own_switch: u64) -> Inside {
    let Some((number, lit_by)) = inside.own_switch(own_switch) else { return inside };
    let lamp = End::SwitchGround(circuit, number);
    inside.parts.push(InnerPart { from: lit_by, to: lamp, of: Inner::Symbol { number } });
    let is_away = inside.leads.iter().any(|l| l.of == LeadUse::SwitchLead);
    let of = if is_away { LeadUse::SymbolGround } else { LeadUse::CoilGround };
    inside.leads.push(Lead { from: lamp, to: stud(circuit), of });
    inside
}

/// Grounds the box that is switched by radio: its electronics are fed where the current goes in, beside its contact.
pub fn with_receiver(mut inside: Inside, circuit: CircuitIx, own_switch: u64) -> Inside {
    let Some((number, _)) = inside.own_switch(own_switch) else { return inside };
    let (from, ground) =
        (End::Switch(circuit, number, Side::In), End::SwitchGround(circuit, number));
    inside.parts.push(InnerPart { from, to: ground, of: Inner::Receiver { number } });
    inside.leads.push(Lead { from: ground, to: stud(circuit), of: LeadUse::CoilGround });
    inside
}

/// Where leads start that may be thinner than the fuse before them allows, and whether they carry the lamps.
pub fn lead_sources(inside: &Inside, circuit: CircuitIx) -> Vec<(LeadSource, bool)> {
    let mut out: Vec<(LeadSource, bool)> = Vec::new();
    let has_lamps = |wire| inside.leads.iter().any(|l| l.of == LeadUse::SignalFeed(wire));
    for lead in &inside.leads {
        let at = match lead.from {
            End::Factory(wire) => LeadSource::Wire(wire),
            from if from == End::Splice(circuit, SpliceAt::Feed) && lead.of.is_coil() => {
                LeadSource::Feed
            }
            End::Splice(_, SpliceAt::Signal(wire)) if lead.of.is_coil() && has_lamps(wire) => {
                LeadSource::Branch(wire)
            }
            _ => continue,
        };
        if !out.iter().any(|(known, _)| *known == at) {
            out.push((at, !lead.of.is_coil()));
        }
    }
    out
}

/// A factory wire is taken up once: where several leads would, one goes to a splice.
fn gather_signals(circuit: CircuitIx, leads: &mut Vec<Lead>) {
    let mut wires: Vec<FactoryIx> = leads
        .iter()
        .filter_map(|l| match l.from {
            End::Factory(i) => Some(i),
            _ => None,
        })
        .collect();
    wires.sort_unstable();
    wires.dedup();
    for wire in wires {
        let from = End::Factory(wire);
        let on = |l: &&mut Lead| l.from == from;
        if leads.iter_mut().filter(on).count() < 2 {
            continue;
        }
        let splice = End::Splice(circuit, SpliceAt::Signal(wire));
        let mut is_coil = true;
        for lead in leads.iter_mut().filter(on) {
            lead.from = splice;
            is_coil &= lead.of.is_coil();
            lead.of = if lead.of.is_coil() { LeadUse::CoilJumper } else { LeadUse::Jumper };
        }
        let of = if is_coil { LeadUse::Signal(wire) } else { LeadUse::SignalFeed(wire) };
        leads.push(Lead { from, to: splice, of });
    }
}

/// A minus wire is taken up once likewise.
fn gather_grounded(circuit: CircuitIx, leads: &mut Vec<Lead>) {
    let mut wires: Vec<FactoryIx> = leads
        .iter()
        .filter_map(|l| match l.to {
            End::FactoryMinus(i) => Some(i),
            _ => None,
        })
        .collect();
    wires.sort_unstable();
    wires.dedup();
    for wire in wires {
        let to = End::FactoryMinus(wire);
        if leads.iter().filter(|l| l.to == to).count() < 2 {
            continue;
        }
        let splice = End::Splice(circuit, SpliceAt::SignalMinus(wire));
        for lead in leads.iter_mut().filter(|l| l.to == to) {
            (lead.to, lead.of) = (splice, LeadUse::CoilJumper);
        }
        leads.push(Lead { from: splice, to, of: LeadUse::Signal(wire) });
    }
}

struct Walk {
    circuit: CircuitIx,
    origin: Option<FactoryIx>,
    leads: Vec<Lead>,
    parts: Vec<InnerPart>,
    contacts: Vec<usize>,
    switches: usize,
    diodes: usize,
    joints: usize,
    is_coil: bool,
}

impl Walk {
    fn lead(&mut self, from: End, to: End) {
        let to_switch = |end| matches!(end, End::Switch(..));
        let of = match (from, self.is_coil) {
            (End::Factory(wire), true) => LeadUse::Signal(wire),
            (End::Factory(wire), false) => LeadUse::SignalFeed(wire),
            (_, true) if to_switch(from) || to_switch(to) => LeadUse::SwitchLead,
            (_, true) => LeadUse::CoilJumper,
            (_, false) => LeadUse::Jumper,
        };
        self.leads.push(Lead { from, to, of });
    }

    fn rung(&mut self, rung: &Rung) -> End {
        let circuit = self.circuit;
        match rung {
            Rung::Feed => End::Splice(circuit, SpliceAt::Feed),
            Rung::Tap(i) if !self.is_coil && self.origin == Some(FactoryIx(*i)) => {
                End::Splice(circuit, SpliceAt::Feed)
            }
            Rung::Tap(i) => End::Factory(FactoryIx(*i)),
            Rung::Behind(ContactOf::Switch { mask, holds, .. }, of) => {
                let before = self.rung(of);
                self.switches += 1;
                let number = self.switches;
                let side = |side| End::Switch(circuit, number, side);
                self.lead(before, side(Side::In));
                let of = Inner::Switch { number, mask: *mask, holds: *holds };
                self.parts.push(InnerPart { from: side(Side::In), to: side(Side::Out), of });
                side(Side::Out)
            }
            Rung::Behind(ContactOf::Relay { relay, throw }, of) => {
                let before = self.rung(of);
                let number = self.contacts[*relay];
                self.contacts[*relay] += 1;
                let at = |terminal| End::Relay(circuit, *relay, terminal);
                let (from, to) = (
                    at(RelayTerminal::Common(number)),
                    at(RelayTerminal::Out(number, (*throw).into())),
                );
                self.lead(before, from);
                let of = Inner::Contact { relay: *relay, throw: *throw };
                self.parts.push(InnerPart { from, to, of });
                to
            }
            Rung::Diode(of) => {
                let before = self.rung(of);
                self.diodes += 1;
                let number = self.diodes;
                let side = |side| End::Diode(circuit, number, side);
                self.lead(before, side(Side::In));
                let of = Inner::Diode { number, is_coil: self.is_coil };
                self.parts.push(InnerPart { from: side(Side::In), to: side(Side::Out), of });
                side(Side::Out)
            }
            Rung::Joined(list) => {
                let ends: Vec<End> = list.iter().map(|r| self.rung(r)).collect();
                self.joints += 1;
                let splice = End::Splice(circuit, SpliceAt::Inside(self.joints));
                for end in ends {
                    self.lead(end, splice);
                }
                splice
            }
        }
    }
}
