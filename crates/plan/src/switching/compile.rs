//! A wish as rungs: OR by joining, AND by contacts in series, NOT by the normally closed contact.

use crate::inputs::{Assignment, signal_label};
use crate::logic::{Leaf, Logic};
use crate::switching::diodes::Meeting;
use crate::switching::{CoilReturn, ContactOf, PlannedRelay, RelayRole, Rung, Switching};
use jovek_circuit::Throw;
use jovek_job::{ControlKind, Signal, VehicleSide};
use jovek_phrases::switching as say;

/// Why a wish cannot be made.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Unmet {
    /// No wire is known that follows a signal.
    NoWire(VehicleSide, Signal),
}

/// The factory wires of a job: what each follows and what makes it live.
#[derive(Debug, Clone, Copy)]
pub struct Wires<'a> {
    /// By index in the job.
    pub follows: &'a [(VehicleSide, Signal)],
    /// Inputs that make each live, or ground it.
    pub live_by: &'a [u64],
    /// True for those of lamps whose switch sits in the minus wire.
    pub is_ground_switched: &'a [bool],
    /// Everything that each is live with: more than one signal for a wire that is stop and turn in one.
    pub signals: &'a [Vec<Signal>],
    /// Wires best taken first for a signal: plain outputs before watched ones.
    pub order: &'a [usize],
}

impl Wires<'_> {
    /// The best wire that follows a signal.
    pub fn of(&self, side: VehicleSide, signal: Signal) -> Option<usize> {
        self.order.iter().copied().find(|&i| self.follows[i] == (side, signal))
    }
}

/// What a missing wire means, and the remedy.
pub fn unmet_text(unmet: &Unmet) -> String {
    let Unmet::NoWire(side, signal) = unmet;
    let of = if *side == VehicleSide::Towing { say::of_the_towing_vehicle() } else { "" };
    say::no_wire_is_known_that_follows(&signal_label(*signal), &of)
}

/// Puts the hardware of one circuit together.
pub struct Maker<'a> {
    /// Factory wires.
    pub wires: Wires<'a>,
    /// Combinations of the circuit's inputs that can occur.
    pub combinations: &'a [Assignment],
    /// Take up every signal by a small relay, so that no factory wire feeds anything else.
    pub small_relays: bool,
    /// What was put together so far.
    pub made: Switching,
}

impl<'a> Maker<'a> {
    /// Starts with nothing.
    pub fn new(kind: ControlKind, wires: Wires<'a>, combinations: &'a [Assignment]) -> Self {
        let made = Switching { kind, lamps_from: Rung::Feed, relays: Vec::new(), box_rest_a: None };
        Maker { wires, combinations, small_relays: kind == ControlKind::SignalRelays, made }
    }

    /// Joins rungs.
    pub fn join(&self, rungs: Vec<Rung>) -> Rung {
        Meeting {
            switching: &self.made,
            live_by: self.wires.live_by,
            combinations: self.combinations,
        }
        .join(rungs)
    }

    /// Adds a relay with its coil on ground; returns its index.
    pub fn relay(&mut self, role: RelayRole, coil_from: Rung, follows: Logic) -> usize {
        let coil_to = CoilReturn::Ground;
        self.made.relays.push(PlannedRelay { role, coil_from, coil_to, follows });
        self.made.relays.len() - 1
    }

    /// Adds a relay that follows some logic; returns its index. A signal that grounds its lamp takes the other side of
    /// the coil.
    ///
    /// # Errors
    /// [`Unmet`] where a signal has no wire.
    pub fn relay_for(&mut self, role: RelayRole, logic: &Logic) -> Result<usize, Unmet> {
        let parts: &[Logic] = match logic {
            Logic::All(list) => list,
            other => std::slice::from_ref(other),
        };
        // Through lamp, coil and whatever hangs on another factory wire current would flow with the switch open: only
        // what switches the own feed may stand before such a coil.
        let of_own_feed = |l: &Logic| {
            matches!(l, Logic::Leaf { leaf: Leaf::Contact(_), .. } | Logic::NotLow { .. })
        };
        let grounding = (0..parts.len())
            .find_map(|k| Some((k, self.grounding(&parts[k])?)))
            .filter(|(at, _)| (0..parts.len()).all(|k| k == *at || of_own_feed(&parts[k])));
        let (coil_from, coil_to) = match grounding {
            None => (self.rung(logic)?, CoilReturn::Ground),
            Some((at, wire)) => {
                let mut rest = parts.to_vec();
                rest.remove(at);
                let from = match rest.as_slice() {
                    [] => Rung::Feed,
                    [only] => self.rung(only)?,
                    _ => self.rung(&Logic::All(rest))?,
                };
                (from, CoilReturn::Wire(wire))
            }
        };
        let follows = logic.clone();
        self.made.relays.push(PlannedRelay { role, coil_from, coil_to, follows });
        Ok(self.made.relays.len() - 1)
    }

    /// The minus wire that is grounded exactly while a piece of logic holds.
    fn grounding(&self, logic: &Logic) -> Option<usize> {
        let Logic::Leaf { leaf: Leaf::Signal(side, signal), holds: true, .. } = logic else {
            return None;
        };
        self.wires.of(*side, *signal).filter(|&i| self.wires.is_ground_switched[i])
    }

    /// A contact of a relay that follows some logic.
    pub fn relay_contact(&mut self, role: RelayRole, logic: &Logic) -> Result<ContactOf, Unmet> {
        let relay = self.relay_for(role, logic)?;
        Ok(ContactOf::Relay { relay, throw: Throw::NormallyOpen })
    }

    /// The rung that is live exactly while the logic holds.
    ///
    /// # Errors
    /// [`Unmet`] where a signal has no wire.
    pub fn rung(&mut self, logic: &Logic) -> Result<Rung, Unmet> {
        match logic {
            Logic::Leaf { leaf: Leaf::Signal(side, signal), holds: true, .. }
                if !self.small_relays && self.grounding(logic).is_none() =>
            {
                match self.wires.of(*side, *signal) {
                    Some(i) => Ok(Rung::Tap(i)),
                    None => self.rung(&self.both_turns(*side, *signal)?),
                }
            }
            Logic::Any(list) => {
                let (mut rungs, rest) = self.with_combined(list);
                for logic in rest {
                    rungs.push(self.rung(logic)?);
                }
                Ok(self.join(rungs))
            }
            Logic::All(list) => {
                // What has power of its own goes first; the others become contacts behind it.
                let first = list
                    .iter()
                    .position(|l| matches!(l, Logic::Any(_)))
                    .or_else(|| list.iter().position(|l| self.is_wire(l)));
                let mut rung = match first {
                    Some(at) => self.rung(&list[at])?,
                    None => Rung::Feed,
                };
                // A cut-off stands right at the feed: it reads the battery there.
                let is_cut_off = |at: &usize| matches!(list[*at], Logic::NotLow { .. });
                let (cut_offs, others): (Vec<usize>, Vec<usize>) =
                    (0..list.len()).partition(is_cut_off);
                for at in cut_offs.into_iter().chain(others) {
                    let l = &list[at];
                    if Some(at) != first {
                        rung = Rung::Behind(self.contact(l)?, Box::new(rung));
                    }
                }
                Ok(rung)
            }
            other => Ok(Rung::Behind(self.contact(other)?, Box::new(Rung::Feed))),
        }
    }

    /// Of several ways to be on: wires that are each live with some of them and nothing else, and the ways that are left.
    fn with_combined<'l>(&self, list: &'l [Logic]) -> (Vec<Rung>, Vec<&'l Logic>) {
        let is_of = |l: &Logic, (side, signal): (VehicleSide, Signal)| {
            matches!(l, Logic::Leaf { leaf: Leaf::Signal(s, of), holds: true, .. }
                if (*s, *of) == (side, signal))
        };
        let (mut rungs, mut left) = (Vec::new(), list.iter().collect::<Vec<_>>());
        for (i, signals) in self.wires.signals.iter().enumerate() {
            let side = self.wires.follows[i].0;
            let fits = signals.iter().all(|s| list.iter().any(|l| is_of(l, (side, *s))));
            let brings = || left.iter().any(|l| signals.iter().any(|s| is_of(l, (side, *s))));
            if signals.len() < 2 || self.small_relays || !fits || !brings() {
                continue;
            }
            rungs.push(Rung::Tap(i));
            left.retain(|l| !signals.iter().any(|s| is_of(l, (side, *s))));
        }
        (rungs, left)
    }

    fn is_wire(&self, logic: &Logic) -> bool {
        !self.small_relays
            && matches!(logic, Logic::Leaf { leaf: Leaf::Signal(..), holds: true, .. })
            && self.grounding(logic).is_none()
    }

    /// Hazard without a wire of its own: both turn wires at once.
    fn both_turns(&self, side: VehicleSide, signal: Signal) -> Result<Logic, Unmet> {
        let wire = |s| {
            let i = self.wires.of(side, s)?;
            let mask = self.wires.live_by[i];
            Some(Logic::Leaf { leaf: Leaf::Signal(side, s), mask, holds: true })
        };
        match (signal, wire(Signal::Left), wire(Signal::Right)) {
            (Signal::Hazard, Some(left), Some(right)) => Ok(Logic::All(vec![left, right])),
            _ => Err(Unmet::NoWire(side, signal)),
        }
    }

    /// A contact that is closed exactly while the logic holds.
    fn contact(&mut self, logic: &Logic) -> Result<ContactOf, Unmet> {
        let thrown = |relay, holds| ContactOf::Relay {
            relay,
            throw: if holds { Throw::NormallyOpen } else { Throw::NormallyClosed },
        };
        match logic {
            Logic::Leaf { leaf: Leaf::Contact(which), mask, holds } => {
                Ok(ContactOf::Switch { which: which.clone(), mask: *mask, holds: *holds })
            }
            Logic::Leaf { leaf: Leaf::Signal(side, signal), mask, holds } => {
                let follows =
                    Logic::Leaf { leaf: Leaf::Signal(*side, *signal), mask: *mask, holds: true };
                let role = if self.small_relays { RelayRole::Signal } else { RelayRole::Logic };
                if self.grounding(&follows).is_some() {
                    return Ok(thrown(self.relay_for(role, &follows)?, *holds));
                }
                let coil_from = match self.wires.of(*side, *signal) {
                    Some(i) => Rung::Tap(i),
                    None => {
                        let both = self.both_turns(*side, *signal)?;
                        self.rung(&both)?
                    }
                };
                Ok(thrown(self.relay(role, coil_from, follows), *holds))
            }
            Logic::Any(_) | Logic::All(_) => self.relay_contact(RelayRole::Logic, logic),
            Logic::After { of, running, seconds, holds } => {
                let coil_from = self.rung(of)?;
                let follows = Logic::After {
                    of: of.clone(),
                    running: *running,
                    seconds: *seconds,
                    holds: true,
                };
                let role = RelayRole::Timer { seconds: *seconds };
                Ok(thrown(self.relay(role, coil_from, follows), *holds))
            }
            Logic::NotLow { low, holds } => {
                let follows = Logic::NotLow { low: *low, holds: true };
                Ok(thrown(self.relay(RelayRole::CutOff, Rung::Feed, follows), *holds))
            }
            Logic::Held { from, until, before, holds } => {
                let follows = Logic::Held {
                    from: from.clone(),
                    until: until.clone(),
                    before: *before,
                    holds: true,
                };
                // The relay is named before its coil is wired: its own contact is part of that.
                let relay = self.relay(RelayRole::Hold, Rung::Feed, follows);
                let own = ContactOf::Relay { relay, throw: Throw::NormallyOpen };
                let start = self.rung(from)?;
                let hold = Rung::Behind(own, Box::new(Rung::Feed));
                let joined = self.join(vec![start, hold]);
                let stop = self.contact(&until.not())?;
                self.made.relays[relay].coil_from = Rung::Behind(stop, Box::new(joined));
                Ok(thrown(relay, *holds))
            }
        }
    }
}
