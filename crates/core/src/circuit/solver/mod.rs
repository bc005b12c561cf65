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
use workspace::Workspace;

/// Solves a network, relays included.
///
/// # Errors
/// [`SolveError`] when the network is unsound or has no steady state that could be found.
pub fn solve(net: &Network) -> Result<Solution, SolveError> {
    net.check()?;
    let work = Workspace::new(net)?;
    let mut closed: Vec<bool> = net
        .elements()
        .iter()
        .map(|e| matches!(e.device, Device::Contact(Contact { closed: true, .. })))
        .collect();
    let mut energised = vec![false; net.relays().len()];
    apply_relays(net.relays(), &energised, &mut closed);
    let mut steps = 0;
    let mut seen: Vec<Vec<bool>> = Vec::new();
    let mut buzzing = Vec::new();
    let mut point = work.settle(&closed, &mut steps)?;
    while !net.relays().is_empty() {
        seen.push(energised.clone());
        let next: Vec<bool> = net
            .relays()
            .iter()
            .zip(&energised)
            .map(|(relay, &on)| {
                let coil = net.element(relay.coil);
                let v = (point[coil.from.index()] - point[coil.to.index()]).abs();
                if on { v >= relay.drop_out_v } else { v >= relay.pull_in_v }
            })
            .collect();
        if next == energised {
            break;
        }
        if seen.contains(&next) {
            buzzing = (0..next.len()).filter(|&r| next[r] != energised[r]).collect();
            break;
        }
        energised = next;
        apply_relays(net.relays(), &energised, &mut closed);
        point = work.settle(&closed, &mut steps)?;
    }
    let mut solution = work.finish(point, closed, energised, steps);
    solution.conditions.extend(buzzing.into_iter().map(|relay| Condition::Buzzer { relay }));
    Ok(solution)
}

fn apply_relays(relays: &[Relay], energised: &[bool], closed: &mut [bool]) {
    for (relay, &on) in relays.iter().zip(energised) {
        for contact in &relay.contacts {
            closed[contact.element.index()] = on == (contact.throw == Throw::NormallyOpen);
        }
    }
}
