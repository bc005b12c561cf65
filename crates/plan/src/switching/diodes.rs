//! Where rungs meet: which of them needs a diode, so that no factory wire is fed backwards.
//!
//! A diode is placed where, in some combination that can occur, another rung is live while a factory
//! wire behind this one is not and the contacts between stand closed. Any other diode would only
//! cost voltage.

use crate::inputs::Assignment;
use crate::switching::{ContactOf, RelayRole, Rung, Switching};
use jovek_circuit::Throw;

/// What is known while rungs are joined.
pub struct Meeting<'a> {
    /// Relays planned so far.
    pub switching: &'a Switching,
    /// Inputs that make each factory wire live, by index in the job.
    pub live_by: &'a [u64],
    /// Combinations that can occur.
    pub combinations: &'a [Assignment],
}

impl Meeting<'_> {
    /// Joins rungs, with a diode in each that needs one.
    pub fn join(&self, mut rungs: Vec<Rung>) -> Rung {
        if rungs.len() == 1 {
            return rungs.remove(0);
        }
        let needs: Vec<bool> = (0..rungs.len()).map(|k| self.needs_diode(&rungs, k)).collect();
        let guarded = rungs
            .into_iter()
            .zip(needs)
            .map(|(rung, needs)| if needs { Rung::Diode(Box::new(rung)) } else { rung });
        Rung::Joined(guarded.collect())
    }

    fn needs_diode(&self, rungs: &[Rung], at: usize) -> bool {
        let fed = rungs[at].taps().iter().fold(0, |m, &i| m | self.live_by[i]);
        !rungs[at].taps().is_empty()
            && self.combinations.iter().any(|&a| {
                self.reaches_dead_wire(&rungs[at], a)
                    && rungs.iter().enumerate().any(|(k, r)| k != at && self.is_live(r, a, fed))
            })
    }

    /// True where a contact is closed in a combination. What should release a relay that holds itself
    /// may be just the wire that it would feed: it counts as closed there too.
    fn may_be_closed(&self, contact: &ContactOf, a: Assignment, fed: u64) -> bool {
        let holds_itself = matches!(contact, ContactOf::Relay { relay, throw: Throw::NormallyOpen }
            if self.switching.relays.get(*relay).is_some_and(|r| r.role == RelayRole::Hold));
        self.switching.is_closed(contact, a)
            || (holds_itself && self.switching.is_closed(contact, Assignment(a.0 | fed)))
    }

    /// True where power reaches the end of a rung.
    fn is_live(&self, rung: &Rung, a: Assignment, fed: u64) -> bool {
        match rung {
            Rung::Feed => true,
            Rung::Tap(i) => a.any(self.live_by[*i]),
            Rung::Behind(contact, of) => {
                self.may_be_closed(contact, a, fed) && self.is_live(of, a, fed)
            }
            Rung::Diode(of) => self.is_live(of, a, fed),
            Rung::Joined(list) => list.iter().any(|r| self.is_live(r, a, fed)),
        }
    }

    /// True where power put on the end of a rung would reach a factory wire that is off.
    fn reaches_dead_wire(&self, rung: &Rung, a: Assignment) -> bool {
        match rung {
            Rung::Feed | Rung::Diode(_) => false,
            Rung::Tap(i) => !a.any(self.live_by[*i]),
            Rung::Behind(contact, of) => {
                self.switching.is_closed(contact, a) && self.reaches_dead_wire(of, a)
            }
            Rung::Joined(list) => list.iter().any(|r| self.reaches_dead_wire(r, a)),
        }
    }
}
