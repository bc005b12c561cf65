//! Networks kept from one situation to the next: the same parts, operated again and again.

use crate::chain::LinkKind;
use crate::network::build::{Built, Installed, Situation, build_over};
use crate::sizes::ControlChoice;
use jovek_circuit::{Solution, SolveError, Solver};

/// Keeps networks and shapes from one operation to the next: only saves work, never changes an
/// answer.
#[derive(Debug, Default)]
pub struct NetworkCache {
    solver: Solver,
    built: Vec<(u64, Built)>,
}

impl NetworkCache {
    /// Builds the parts in a situation, solves them and names what the point is.
    ///
    /// # Errors
    /// [`SolveError`] when there is no steady state.
    pub fn solve(
        &mut self,
        installed: Installed,
        situation: &Situation,
    ) -> Result<(&Built, Solution), SolveError> {
        let at = self.build(installed, situation);
        let built = &self.built[at].1;
        Ok((built, self.solver.solve(&built.net)?))
    }

    /// Builds the parts in a situation without solving them.
    pub fn built(&mut self, installed: Installed, situation: &Situation) -> &Built {
        let at = self.build(installed, situation);
        &self.built[at].1
    }

    /// Builds the parts in a situation, with the solver for what is made of them.
    pub fn built_to_solve(
        &mut self,
        installed: Installed,
        situation: &Situation,
    ) -> (&Built, &mut Solver) {
        let at = self.build(installed, situation);
        (&self.built[at].1, &mut self.solver)
    }

    /// Builds the parts in a situation and finds their voltages and currents.
    ///
    /// # Errors
    /// [`SolveError`] when there is no steady state.
    pub fn operate(
        &mut self,
        installed: Installed,
        situation: &Situation,
    ) -> Result<(&Built, Solution), SolveError> {
        let at = self.build(installed, situation);
        let built = &self.built[at].1;
        Ok((built, self.solver.operating_point(&built.net)?))
    }

    fn build(&mut self, installed: Installed, situation: &Situation) -> usize {
        let kind = kind(installed, situation);
        let at = self.built.iter().position(|(k, _)| *k == kind);
        let before = at.map(|at| self.built.swap_remove(at).1);
        let built = build_over(before, installed, situation);
        self.built.push((kind, built));
        self.built.len() - 1
    }
}

/// Equal for situations whose networks have the same shape; others seldom share it, and then the
/// network is built anew.
fn kind(installed: Installed, situation: &Situation) -> u64 {
    let mut kind = u64::from(installed.supply.alternator(situation.supply).is_some());
    for (chain, sizes) in installed.parts {
        let relay = matches!(sizes.control, ControlChoice::Relay { .. });
        let lit = chain.links.iter().any(|l| l.kind == LinkKind::Lamps);
        let parts = chain.switching.as_ref().map_or(0, |s| 1 + s.relays.len() + 8 * s.diodes());
        let traits = parts as u64 * 4096
            + chain.links.len() as u64 * 4
            + sizes.lead_fuses.len() as u64 * 1024
            + u64::from(relay) * 2
            + u64::from(lit);
        kind = kind.wrapping_mul(1_000_003).wrapping_add(traits);
    }
    kind
}
