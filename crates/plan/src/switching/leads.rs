//! The pieces of wire inside the hardware of a circuit, terminal to terminal.
//!
//! Terminals are named as in DIN 72552 and ISO 7588: 30 in, 87 out while energised, 87a out at rest,
//! 86 and 85 the coil, 86 on the plus side.

use crate::switching::{ContactOf, Rung, Switching};
use jovek_circuit::Throw;

/// A terminal of the hardware. Parts are counted from 1 in the order in which they are drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Terminal {
    /// The own feed, behind its fuse.
    Feed,
    /// The wire of a factory circuit, by index in the job.
    Signal(usize),
    /// Into a switch.
    SwitchIn(usize),
    /// Out of a switch.
    SwitchOut(usize),
    /// Common terminal of a relay contact: relay by index, contact by number.
    Contact30(usize, usize),
    /// Thrown terminal of a relay contact.
    ContactOut(usize, usize, Throw),
    /// Anode of a diode.
    Anode(usize),
    /// Cathode of a diode: the end with the band.
    Band(usize),
    /// Coil, plus side; input of a module.
    Coil86(usize),
    /// Coil, minus side.
    Coil85(usize),
    /// A joint of several.
    Joint(usize),
    /// Ground stud.
    Ground,
    /// The wire to the lamps.
    Lamps,
}

/// A piece of wire inside the hardware.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Lead {
    /// Where the current comes from.
    pub from: Terminal,
    /// Where it goes.
    pub to: Terminal,
    /// True where it carries a coil rather than the lamps.
    pub is_coil: bool,
}

impl Terminal {
    /// As it is spoken; `wires` names the factory wires.
    pub fn label(self, wires: &[&str]) -> String {
        let pole = |c: usize| if c == 0 { String::new() } else { format!(" (pole {})", c + 1) };
        match self {
            Terminal::Feed => "fuse out".into(),
            Terminal::Signal(i) => format!("wire of {}", wires.get(i).copied().unwrap_or("?")),
            Terminal::SwitchIn(n) => format!("switch {n} in"),
            Terminal::SwitchOut(n) => format!("switch {n} out"),
            Terminal::Contact30(r, c) => format!("relay {} 30{}", r + 1, pole(c)),
            Terminal::ContactOut(r, c, Throw::NormallyOpen) => {
                format!("relay {} 87{}", r + 1, pole(c))
            }
            Terminal::ContactOut(r, c, Throw::NormallyClosed) => {
                format!("relay {} 87a{}", r + 1, pole(c))
            }
            Terminal::Anode(n) => format!("diode {n} anode"),
            Terminal::Band(n) => format!("diode {n} band"),
            Terminal::Coil86(r) => format!("relay {} 86", r + 1),
            Terminal::Coil85(r) => format!("relay {} 85", r + 1),
            Terminal::Joint(n) => format!("joint {n}"),
            Terminal::Ground => "ground stud".into(),
            Terminal::Lamps => "lamp wire".into(),
        }
    }
}

/// All pieces of wire, the lamps' first, then each coil's.
pub fn leads(switching: &Switching) -> Vec<Lead> {
    let mut walk = Walk {
        leads: Vec::new(),
        contacts: vec![0; switching.relays.len()],
        switches: 0,
        diodes: 0,
        joints: 0,
        is_coil: false,
    };
    let end = walk.rung(&switching.lamps_from);
    walk.lead(end, Terminal::Lamps);
    walk.is_coil = true;
    for (r, relay) in switching.relays.iter().enumerate() {
        let end = walk.rung(&relay.coil_from);
        walk.lead(end, Terminal::Coil86(r));
        walk.lead(Terminal::Coil85(r), Terminal::Ground);
    }
    walk.leads
}

struct Walk {
    leads: Vec<Lead>,
    contacts: Vec<usize>,
    switches: usize,
    diodes: usize,
    joints: usize,
    is_coil: bool,
}

impl Walk {
    fn lead(&mut self, from: Terminal, to: Terminal) {
        self.leads.push(Lead { from, to, is_coil: self.is_coil });
    }

    fn rung(&mut self, rung: &Rung) -> Terminal {
        match rung {
            Rung::Feed => Terminal::Feed,
            Rung::Tap(i) => Terminal::Signal(*i),
            Rung::Behind(ContactOf::Switch { .. }, of) => {
                let from = self.rung(of);
                self.switches += 1;
                self.lead(from, Terminal::SwitchIn(self.switches));
                Terminal::SwitchOut(self.switches)
            }
            Rung::Behind(ContactOf::Relay { relay, throw }, of) => {
                let from = self.rung(of);
                let number = self.contacts[*relay];
                self.contacts[*relay] += 1;
                self.lead(from, Terminal::Contact30(*relay, number));
                Terminal::ContactOut(*relay, number, *throw)
            }
            Rung::Diode(of) => {
                let from = self.rung(of);
                self.diodes += 1;
                self.lead(from, Terminal::Anode(self.diodes));
                Terminal::Band(self.diodes)
            }
            Rung::Joined(list) => {
                let ends: Vec<Terminal> = list.iter().map(|r| self.rung(r)).collect();
                self.joints += 1;
                let joint = Terminal::Joint(self.joints);
                for end in ends {
                    self.lead(end, joint);
                }
                joint
            }
        }
    }
}
