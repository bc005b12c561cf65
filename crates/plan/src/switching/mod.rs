//! The hardware between feed and lamps: contacts, diodes, relays and modules that make a wish true.
//!
//! Power reaches a lamp or a coil along a [`Rung`]: from the circuit's own fused feed, or from the
//! wire of a signal, through contacts and diodes. A [`Switching`] is the rung of the lamps and the
//! relays it needs, each with the rung of its coil.
//!
//! - `compile`: a wish as rungs.
//! - `diodes`: where rungs meet, which of them needs a diode.
//! - `leads`: the pieces of wire inside it, terminal to terminal.

pub mod compile;
mod diodes;
mod leads;

pub use compile::{Unmet, Wires, unmet_text};
pub use leads::{
    Inner, InnerPart, Inside, Lead, LeadUse, inside, lead_sources, own_relay, own_switch,
    with_grounds, with_lead_fuses, with_receiver, with_symbol,
};

use crate::inputs::Assignment;
use crate::logic::{Logic, SwitchRef};
use jovek_circuit::Throw;
use jovek_job::ControlKind;

/// What carries power on, closed or open.
#[derive(Debug, Clone, PartialEq)]
pub enum ContactOf {
    /// A switch contact that a hand moves.
    Switch {
        /// Which switch.
        which: SwitchRef,
        /// Inputs of which any moves it.
        mask: u64,
        /// True for the contact that is closed while moved, false for the other side of a
        /// change-over switch.
        holds: bool,
    },
    /// A contact of a relay or module of the same [`Switching`].
    Relay {
        /// Index of the relay.
        relay: usize,
        /// 87 or 87a.
        throw: Throw,
    },
}

/// How power reaches a point.
#[derive(Debug, Clone, PartialEq)]
pub enum Rung {
    /// The circuit's own feed, behind its fuse.
    Feed,
    /// The wire of a factory circuit, by index in the job.
    Tap(usize),
    /// Behind a contact.
    Behind(ContactOf, Box<Rung>),
    /// Behind a diode, anode first.
    Diode(Box<Rung>),
    /// Where several meet.
    Joined(Vec<Rung>),
}

/// What a relay is there for.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum RelayRole {
    /// Carries the lamps.
    Lamps,
    /// Takes up a signal with a small coil.
    Signal,
    /// Turns a signal into contacts for the logic.
    Logic,
    /// Holds itself through its own contact.
    Hold,
    /// Timer module: stays on some seconds after its input.
    Timer {
        /// How long, s.
        seconds: f64,
    },
    /// Low-voltage cut-off module.
    CutOff,
}

impl RelayRole {
    /// True for a module with its own electronics, which draws a little all the time.
    pub fn is_module(self) -> bool {
        matches!(self, RelayRole::Timer { .. } | RelayRole::CutOff)
    }
}

/// Where the current of a coil goes.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum CoilReturn {
    /// To ground.
    Ground,
    /// To the minus wire of a factory lamp, by index in the job: its switch grounds the coil too.
    Wire(usize),
}

/// A relay or module with what feeds its coil or input.
#[derive(Debug, Clone, PartialEq)]
pub struct PlannedRelay {
    /// What it is there for.
    pub role: RelayRole,
    /// How power reaches terminal 86 (or the module's input).
    pub coil_from: Rung,
    /// Where its current goes.
    pub coil_to: CoilReturn,
    /// When it should be energised.
    pub follows: Logic,
}

impl PlannedRelay {
    /// The factory wire whose switch grounds its coil.
    pub fn grounded_by(&self) -> Option<usize> {
        match self.coil_to {
            CoilReturn::Ground => None,
            CoilReturn::Wire(wire) => Some(wire),
        }
    }
}

/// The hardware of one circuit.
#[derive(Debug, Clone, PartialEq)]
pub struct Switching {
    /// Its kind.
    pub kind: ControlKind,
    /// How power reaches the lamps.
    pub lamps_from: Rung,
    /// Relays and modules.
    pub relays: Vec<PlannedRelay>,
    /// Current of its controller box at rest as measured, A; none where nobody measured, or there is no such box.
    pub box_rest_a: Option<f64>,
}

impl Rung {
    /// Factory wires that it hangs on.
    pub fn taps(&self) -> Vec<usize> {
        match self {
            Rung::Feed => Vec::new(),
            Rung::Tap(i) => vec![*i],
            Rung::Behind(_, of) | Rung::Diode(of) => of.taps(),
            Rung::Joined(list) => list.iter().flat_map(Rung::taps).collect(),
        }
    }

    /// True where the own feed is part of it.
    pub fn uses_feed(&self) -> bool {
        match self {
            Rung::Feed => true,
            Rung::Tap(_) => false,
            Rung::Behind(_, of) | Rung::Diode(of) => of.uses_feed(),
            Rung::Joined(list) => list.iter().any(Rung::uses_feed),
        }
    }

    /// True where a hand moves one of its contacts.
    pub fn moves_by_hand(&self) -> bool {
        self.contacts().iter().any(|c| matches!(c, ContactOf::Switch { .. }))
    }

    /// True where a contact of a relay stands right behind the own feed.
    fn has_contact_at_feed(&self, relay: usize) -> bool {
        match self {
            Rung::Feed | Rung::Tap(_) => false,
            Rung::Behind(ContactOf::Relay { relay: at, .. }, of) if *at == relay => {
                **of == Rung::Feed
            }
            Rung::Behind(_, of) | Rung::Diode(of) => of.has_contact_at_feed(relay),
            Rung::Joined(list) => list.iter().any(|r| r.has_contact_at_feed(relay)),
        }
    }

    /// Diodes in it.
    pub fn diodes(&self) -> usize {
        match self {
            Rung::Feed | Rung::Tap(_) => 0,
            Rung::Behind(_, of) => of.diodes(),
            Rung::Diode(of) => 1 + of.diodes(),
            Rung::Joined(list) => list.iter().map(Rung::diodes).sum(),
        }
    }

    /// Contacts in it.
    pub fn contacts(&self) -> Vec<&ContactOf> {
        match self {
            Rung::Feed | Rung::Tap(_) => Vec::new(),
            Rung::Behind(contact, of) => {
                let mut out = of.contacts();
                out.push(contact);
                out
            }
            Rung::Diode(of) => of.contacts(),
            Rung::Joined(list) => list.iter().flat_map(Rung::contacts).collect(),
        }
    }
}

impl Switching {
    /// All rungs: the lamps' first, then the coils'.
    pub fn rungs(&self) -> impl Iterator<Item = &Rung> {
        std::iter::once(&self.lamps_from).chain(self.relays.iter().map(|r| &r.coil_from))
    }

    /// Factory wires that it touches, each once.
    pub fn taps(&self) -> Vec<usize> {
        let mut out: Vec<usize> = self.rungs().flat_map(Rung::taps).collect();
        out.extend(self.relays.iter().filter_map(|r| r.grounded_by()));
        out.sort_unstable();
        out.dedup();
        out
    }

    /// Diodes in all rungs.
    pub fn diodes(&self) -> usize {
        self.rungs().map(Rung::diodes).sum()
    }

    /// True where the own feed is used by lamps or coils.
    pub fn uses_feed(&self) -> bool {
        self.rungs().any(Rung::uses_feed)
    }

    /// True for a cut-off that stands right at the feed: it reads the voltage where its current comes in, and needs no
    /// wire for that.
    pub fn reads_its_feed(&self, relay: usize) -> bool {
        self.relays.get(relay).is_some_and(|r| r.role == RelayRole::CutOff)
            && self.rungs().any(|rung| rung.has_contact_at_feed(relay))
    }

    /// Relays and modules that stand in the lamp feed with a contact.
    pub fn carries_lamps(&self, relay: usize) -> bool {
        self.lamp_relays().contains(&relay)
    }

    /// True where a hand moves a contact of it.
    pub fn moves_by_hand(&self) -> bool {
        self.rungs().any(Rung::moves_by_hand)
    }

    /// True where a normally closed contact carries the lamps.
    pub fn breaks_lamps(&self) -> bool {
        self.lamps_from
            .contacts()
            .iter()
            .any(|c| matches!(c, ContactOf::Relay { throw: Throw::NormallyClosed, .. }))
    }

    /// Relays whose contacts carry the lamps.
    pub fn lamp_relays(&self) -> Vec<usize> {
        self.lamps_from
            .contacts()
            .into_iter()
            .filter_map(|c| match c {
                ContactOf::Relay { relay, .. } => Some(*relay),
                ContactOf::Switch { .. } => None,
            })
            .collect()
    }

    /// Whether a contact is closed in a combination, as the wish has it.
    pub fn is_closed(&self, contact: &ContactOf, a: Assignment) -> bool {
        match contact {
            ContactOf::Switch { mask, holds, .. } => a.any(*mask) == *holds,
            ContactOf::Relay { relay, throw } => {
                let on = self.relays.get(*relay).is_some_and(|r| r.follows.holds(a));
                on == (*throw == Throw::NormallyOpen)
            }
        }
    }
}
