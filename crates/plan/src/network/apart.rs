//! What has to be looked at together: a circuit that rests takes nothing from the others, so that a state in which few
//! are on is solved without the rest of the vehicle.

use crate::inputs::Assignment;
use crate::network::build::Built;
use crate::network::parts::{Memory, PartKind};
use jovek_circuit::{NodeId, Solution};

/// A circuit that takes less than this with nothing on counts as dead, A. A hundred of them move a battery of 20 mohm by
/// 0.2 mV.
const DEAD_A: f64 = 1e-4;

/// What ties each circuit to the others.
#[derive(Debug, Clone)]
pub struct Apart(Vec<Ties>);

#[derive(Debug, Clone, Default)]
struct Ties {
    /// Inputs of which any moves something that it hangs on.
    moved_by: u64,
    /// Factory wires that it is joined to, a bit each.
    taps: u64,
    draws_at_rest: bool,
}

impl Apart {
    /// The ties of a whole vehicle, from its network and from how it stands with nothing on. None where there are more
    /// factory wires than can be told apart here: then all of it belongs together.
    pub fn new(built: &Built, at_rest: &Solution) -> Option<Apart> {
        if built.factory.len() > u64::BITS as usize {
            return None;
        }
        let mut ties = vec![Ties::default(); built.circuits.len()];
        let mut behind_key: Option<(NodeId, u64)> = None;
        let mut tap_moved_by = vec![0u64; built.factory.len()];
        for m in &built.moved {
            let place = built.places[m.element.index()];
            match (place.circuit, place.what) {
                (Some(circuit), _) => ties[circuit].moved_by |= m.mask,
                (None, PartKind::FactorySource(wire)) => tap_moved_by[wire] |= m.mask,
                (None, PartKind::BlockRelay) => {
                    behind_key = Some((built.net.element(m.element).to, m.mask));
                }
                // Nothing else of the vehicle is moved by hand; what is, moves all.
                (None, _) => ties.iter_mut().for_each(|t| t.moved_by |= m.mask),
            }
        }
        for relay in &built.relays {
            match relay.memory {
                Memory::None => {}
                Memory::Before(mask) | Memory::Timer(mask) | Memory::Unless(mask) => {
                    ties[relay.circuit].moved_by |= mask;
                }
            }
        }
        for (place, (id, element)) in built.places.iter().zip(built.net.iter()) {
            let Some(circuit) = place.circuit else { continue };
            let own = &mut ties[circuit];
            own.draws_at_rest |= at_rest.current_a(id).abs() > DEAD_A;
            let ends = [element.from, element.to];
            for (wire, factory) in built.factory.iter().enumerate() {
                let Some(factory) = factory else { continue };
                if ends.contains(&factory.tap) || factory.minus.is_some_and(|m| ends.contains(&m)) {
                    own.taps |= 1 << wire;
                    own.moved_by |= tap_moved_by[wire];
                }
            }
            if let Some((node, mask)) = behind_key
                && ends.contains(&node)
            {
                own.moved_by |= mask;
            }
        }
        Some(Apart(ties))
    }

    /// The circuits that stand with one in a combination of inputs: itself, what the inputs move, what draws at rest, and
    /// what hangs on the same factory wires. By number, rising.
    pub fn with(&self, circuit: usize, inputs: Assignment) -> Vec<usize> {
        let own = self.0[circuit].taps;
        let stands = |(k, ties): (usize, &Ties)| {
            let is_with = k == circuit
                || inputs.any(ties.moved_by)
                || ties.draws_at_rest
                || ties.taps & own != 0;
            is_with.then_some(k)
        };
        self.0.iter().enumerate().filter_map(stands).collect()
    }
}
