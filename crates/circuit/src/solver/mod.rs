//! Steady operating point of a network.
//!
//! Nodal analysis with Newton steps. Ideal voltage sources are not extra unknowns: the nodes they
//! tie together move as one with fixed offsets, so the matrix stays symmetric. If every lamp had a
//! small capacitor, the point would be stable exactly where that matrix is positive definite; the
//! factorisation tells. Newton starts from "sources on, lamps off" and falls to the highest stable
//! point; where there is none (a line that is too weak for its lamp) the same descent goes on to the
//! dimmed one.
//!
//! - `solution`: what comes out.
//! - `workspace`: a network made ready: unknowns, matrix pattern, stamps.
//! - `ties`: nodes that ideal sources tie together, and islands that reach no reference.
//! - `descent`: the search for the highest stable point.
//! - `conditions`: naming what the point is: collapse, latch, short, open.

mod conditions;
mod descent;
mod solution;
mod ties;
mod workspace;

pub use solution::{Condition, Solution, SolveError};

use super::devices::{Contact, Device};
use super::network::{Network, Relay, Throw};
use workspace::{Shape, Workspace};

/// Solves networks and keeps the shapes that it has met: the same circuit with other figures is
/// then solved without looking for order and fill again.
#[derive(Debug, Default)]
pub struct Solver {
    shapes: Vec<Shape>,
}

/// Shapes kept: each circuit of a large vehicle with and without alternator. One that does not fit is passed over at its
/// first element that differs.
const MOST_SHAPES: usize = 64;

impl Solver {
    /// Solves a network, relays included, and names what the point is.
    ///
    /// # Errors
    /// [`SolveError`] when the network is unsound or has no steady state that could be found.
    pub fn solve(&mut self, net: &Network) -> Result<Solution, SolveError> {
        let (mut solution, work) = self.settle(net)?;
        let buzzing = std::mem::take(&mut solution.conditions);
        work.conditions(&mut solution);
        solution.conditions.extend(buzzing);
        Ok(solution)
    }

    /// Voltages and currents alone, without names for what the point is but for buzzing relays.
    ///
    /// # Errors
    /// As [`Solver::solve`].
    pub fn operating_point(&mut self, net: &Network) -> Result<Solution, SolveError> {
        self.settle(net).map(|(solution, _)| solution)
    }

    fn shape(&mut self, net: &Network) -> Result<&Shape, SolveError> {
        let at = match self.shapes.iter().position(|shape| shape.fits(net)) {
            Some(at) => at,
            None => {
                net.check_names()?;
                if self.shapes.len() == MOST_SHAPES {
                    self.shapes.remove(0);
                }
                self.shapes.push(Shape::new(net)?);
                self.shapes.len() - 1
            }
        };
        Ok(&self.shapes[at])
    }

    /// The point; among its conditions, which relays buzz.
    fn settle<'n>(&'n mut self, net: &'n Network) -> Result<(Solution, Workspace<'n>), SolveError> {
        net.check_figures()?;
        let work = Workspace { net, shape: self.shape(net)? };
        let mut closed: Vec<bool> = net
            .elements()
            .iter()
            .map(|e| matches!(e.device, Device::Contact(Contact { closed: true, .. })))
            .collect();
        let mut energised: Vec<bool> =
            net.relays().iter().map(|r| r.held.or(r.before).unwrap_or(false)).collect();
        apply_relays(net.relays(), &energised, &mut closed);
        let mut steps = 0;
        let mut seen: Vec<Vec<bool>> = Vec::new();
        let mut buzzing = Vec::new();
        let mut node_v = work.settle(&closed, &mut steps)?;
        // A relay that remembers stays as it was until all others have come to rest, as they had.
        let mut waiting = net.relays().iter().any(|r| r.before.is_some());
        while !net.relays().is_empty() {
            seen.push(energised.clone());
            let next: Vec<bool> = net
                .relays()
                .iter()
                .zip(&energised)
                .map(|(relay, &on)| {
                    if let Some(held) = relay.held {
                        return held;
                    }
                    if let (true, Some(before)) = (waiting, relay.before) {
                        return before;
                    }
                    let coil = net.element(relay.coil);
                    let v = (node_v[coil.from.index()] - node_v[coil.to.index()]).abs();
                    if on { v >= relay.drop_out_v } else { v >= relay.pull_in_v }
                })
                .collect();
            if next == energised {
                if !waiting {
                    break;
                }
                waiting = false;
                seen.clear();
                continue;
            }
            if seen.contains(&next) {
                buzzing = (0..next.len()).filter(|&r| next[r] != energised[r]).collect();
                break;
            }
            energised = next;
            apply_relays(net.relays(), &energised, &mut closed);
            node_v = work.settle(&closed, &mut steps)?;
        }
        let element_a = work.element_currents(&node_v, &closed);
        let conditions =
            buzzing.into_iter().map(|relay: usize| Condition::Buzzer { relay }).collect();
        let solution = Solution { node_v, element_a, closed, energised, conditions, steps };
        Ok((solution, work))
    }
}

/// Solves one network, as [`Solver::solve`] does.
///
/// # Errors
/// As [`Solver::solve`].
pub fn solve(net: &Network) -> Result<Solution, SolveError> {
    Solver::default().solve(net)
}

fn apply_relays(relays: &[Relay], energised: &[bool], closed: &mut [bool]) {
    for (relay, &on) in relays.iter().zip(energised) {
        for contact in &relay.contacts {
            closed[contact.element.index()] = on == (contact.throw == Throw::NormallyOpen);
        }
    }
}
