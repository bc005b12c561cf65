//! What is lost between source and lamp, and what may be. Sizing, the whole vehicle and the volt line all read
//! the same [`Drop`].

use crate::chain::{Chain, Leg, LinkKind, leg_path};
use crate::factory::PlannedFactory;
use crate::inputs::Assignment;
use crate::need::Need;
use crate::network::build::Built;
use jovek_circuit::{ElementId, Solution};
use jovek_job::SupplyState;

/// What a circuit loses in one solved state: from the battery that lights it to its weakest lamp.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Drop {
    /// The state of the supply.
    pub state: SupplyState,
    /// What its lamps need.
    pub need: Need,
    /// Voltage of the battery that lights it, V: the towing vehicle's where only its wires are live.
    pub source_v: f64,
    /// Voltage across the weakest lamp, V.
    pub lamp_v: f64,
    /// Of what is lost, the part of the diodes on the way, V: no wire mends it, so it is told apart.
    pub diode_v: f64,
    /// Of what is lost, the part of the circuit's own conductors there and back, V.
    pub copper_v: f64,
    /// Of what is lost, the part of ground joint and frame, V.
    pub ground_v: f64,
    /// Current of the lamps, A.
    pub current_a: f64,
}

impl Drop {
    /// Reads the drop of a circuit, by its number among the chains, out of a solved network.
    pub fn of(
        state: SupplyState,
        (built, solution): (&Built, &Solution),
        (circuit, chain): (usize, &Chain),
        (factory, inputs): (&[PlannedFactory], Assignment),
    ) -> Drop {
        let at = &built.circuits[circuit];
        let source_v = solution.node_v(built.source(chain, factory, inputs).1);
        let lamps = || at.lamps.iter().flatten();
        let weakest = at.weakest_lamp(&built.net, solution);
        let lamp_v =
            weakest.map_or(source_v, |(k, n)| solution.across_v(&built.net, at.lamps[k][n]));
        let (mut copper_v, mut ground_v) = (0.0, 0.0);
        let lamps_at = chain.links.iter().position(|l| l.kind == LinkKind::Lamps);
        // A lamp on the shared ground of its housing gets back through that, whatever else the circuit has.
        let grounded = weakest.filter(|w| chain.ground_of(*w).is_some());
        if let Some((k, n)) = grounded {
            ground_v = solution.node_v(built.net.element(at.lamps[k][n]).to);
        }
        let own_end = lamps_at.filter(|_| grounded.is_some()).unwrap_or(chain.links.len());
        for (i, link) in chain.links.iter().enumerate().take(own_end) {
            let across = solution.node_v(at.nodes[i]) - solution.node_v(at.nodes[i + 1]);
            match link.kind {
                LinkKind::Wire(_) => copper_v += across,
                LinkKind::Joint { is_return: true, .. }
                | LinkKind::Connector { is_return: true, .. }
                | LinkKind::Chassis
                | LinkKind::FactoryGround
                | LinkKind::Bus
                | LinkKind::PlugGround
                    if lamps_at.is_some_and(|at| i > at + 1) =>
                {
                    ground_v += across;
                }
                _ => {}
            }
        }
        // Behind a branch: along the legs to the weakest lamp.
        let along = |legs: &[Leg], wires: &[ElementId], copper: &[f64]| -> f64 {
            let end = weakest.and_then(|w| legs.iter().position(|l| l.lamps.contains(&w)));
            let path = end.map(|end| leg_path(legs, end)).unwrap_or_default();
            path.into_iter().map(|l| solution.current_a(wires[l]) * copper[l]).sum()
        };
        copper_v += along(&chain.legs, &at.legs, &at.leg_copper_ohm)
            + along(&chain.back_legs, &at.back_legs, &at.back_leg_copper_ohm);
        Drop {
            state,
            need: chain.need,
            source_v,
            lamp_v,
            diode_v: built.lamp_diode_v(solution, circuit, chain),
            copper_v,
            ground_v,
            current_a: lamps().map(|&l| solution.current_a(l)).sum(),
        }
    }

    /// Lost in wires, joints, fuse and contacts, V.
    pub fn lost_v(&self) -> f64 {
        self.source_v - self.lamp_v - self.diode_v
    }

    /// Lost beside diodes and the circuit's own conductors, V: joints, fuse, contacts, frame, a factory wire.
    pub fn beside_v(&self) -> f64 {
        self.lost_v() - self.copper_v
    }

    /// Lowest voltage at which the lamps must work in this state, V; none where nobody said.
    pub fn needs_v(&self) -> Option<f64> {
        let at_rest = self.need.rest_v.filter(|_| self.state == SupplyState::EngineOff);
        match (self.need.lamp_v, at_rest) {
            (Some(said_v), Some(rest_v)) => Some(said_v.max(rest_v)),
            (said_v, rest_v) => said_v.or(rest_v),
        }
    }

    /// Lowest voltage across the lamps that the need allows in this state, V; none where it asks for nothing here.
    pub fn floor_v(&self) -> Option<f64> {
        let by_copper_v = self.source_v - self.diode_v - self.beside_v() - self.need.copper_v;
        match self.needs_v() {
            Some(lamp_v) if self.judges_copper() => Some(by_copper_v.max(lamp_v)),
            None if self.judges_copper() => Some(by_copper_v),
            lamp_v => lamp_v,
        }
    }

    /// True where the floor is the voltage that the lamps need, not the copper's share.
    pub fn is_floor_of_lamp(&self) -> bool {
        self.needs_v().is_some() && self.floor_v() == self.needs_v()
    }

    /// Where the copper's share counts: while charging; of lamps that only dim always, since they draw less
    /// elsewhere.
    fn judges_copper(&self) -> bool {
        self.state == SupplyState::Charging || !self.need.has_drivers
    }

    /// True where the conductors lose more than their share, by more than the solver's own grain.
    pub fn is_copper_over(&self) -> bool {
        self.judges_copper() && self.copper_v > self.need.copper_v * GRAIN
    }

    /// True where a lamp has less than it needs.
    pub fn is_lamp_short(&self) -> bool {
        self.needs_v().is_some_and(|lamp_v| self.lamp_v * GRAIN < lamp_v)
    }

    /// How much more may be lost here, V: below zero where the need is not met, without end where nothing is asked.
    pub fn slack_v(&self) -> f64 {
        let of_lamp = self.needs_v().map_or(f64::INFINITY, |lamp_v| self.lamp_v - lamp_v);
        let of_copper = self.need.copper_v - self.copper_v;
        if self.judges_copper() { of_copper.min(of_lamp) } else { of_lamp }
    }

    /// True where the need is not met.
    pub fn is_over(&self) -> bool {
        self.is_copper_over() || self.is_lamp_short()
    }

    /// True where not even copper without resistance would give the lamp what it needs.
    pub fn is_beyond_copper(&self) -> bool {
        self.needs_v().is_some_and(|lamp_v| self.lamp_v + self.copper_v < lamp_v)
    }
}

/// The solver's own grain.
const GRAIN: f64 = 1.000_001;
