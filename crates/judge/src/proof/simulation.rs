//! The network of a vehicle that is put into one combination of inputs after another.

use super::faults::put_in;
use jovek_circuit::{Device, ElementId, Solution, SolveError, Solver};
use jovek_job::{FaultKind, Signal, SupplyState, VehicleSide};
use jovek_plan::inputs::{Assignment, Input, Inputs};
use jovek_plan::network::build::{Built, Situation, build};
use jovek_plan::network::parts::PartRef;
use jovek_plan::study::Assessment;

/// Part of its full power from which a lamp counts as lit.
pub const LIT_PART: f64 = 0.3;
/// Part of its full power up to which it counts as dark.
pub const DARK_PART: f64 = 0.01;

/// How the lamps of a circuit burn.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Level {
    /// The brightest lamp, as a part of its full power.
    pub most: f64,
    /// The darkest.
    pub least: f64,
}

impl Level {
    /// Every lamp is lit.
    pub fn is_lit(self) -> bool {
        self.least >= LIT_PART
    }

    /// Every lamp is dark.
    pub fn is_dark(self) -> bool {
        self.most <= DARK_PART
    }
}

/// State of the supply that a combination of inputs goes with.
pub fn supply_of(inputs: &Inputs, a: Assignment) -> SupplyState {
    let running = Input::Signal(VehicleSide::Own, Signal::EngineRunning);
    if a.any(inputs.bit(&running)) {
        SupplyState::Charging
    } else if a.any(inputs.bit(&Input::LowVoltage)) {
        SupplyState::LowBattery
    } else {
        SupplyState::EngineOff
    }
}

/// A vehicle's network with what is needed to solve it again and again.
pub struct Simulation<'a> {
    /// The plan.
    pub study: &'a Assessment,
    /// The network.
    pub built: Built,
    solver: Solver,
    situation: Situation,
    /// What has failed: put in again whenever the network is built anew.
    failed: Vec<(PartRef, FaultKind)>,
}

impl<'a> Simulation<'a> {
    /// Builds the network of a situation.
    pub fn new(study: &'a Assessment, situation: Situation) -> Simulation<'a> {
        let parts = study.parts();
        let whole = study.installed(&parts);
        let built = build(whole, &situation);
        Simulation { study, built, solver: Solver::default(), situation, failed: Vec::new() }
    }

    /// With nothing on and the engine off.
    pub fn at_rest(study: &'a Assessment) -> Simulation<'a> {
        Simulation::new(study, study.situation(SupplyState::EngineOff, Assignment::NONE))
    }

    /// Puts the vehicle into a combination of inputs, with the supply that goes with it.
    pub fn put(&mut self, a: Assignment) {
        self.put_on(supply_of(&self.study.wiring.inputs, a), a);
    }

    /// Puts the vehicle into a combination of inputs on a supply.
    pub fn put_on(&mut self, supply: SupplyState, a: Assignment) {
        if supply == self.situation.supply {
            self.built.put(a);
        } else {
            // Another supply, another network: the alternator comes or goes.
            let next = Simulation::new(self.study, self.study.situation(supply, a));
            self.built = next.built;
            self.situation = next.situation;
            for (part, kind) in self.failed.clone() {
                put_in(self, part, kind);
            }
        }
    }

    /// Lets a part fail; false where it cannot fail so.
    pub fn fail(&mut self, part: PartRef, kind: FaultKind) -> bool {
        let done = put_in(self, part, kind);
        if done {
            self.failed.push((part, kind));
        }
        done
    }

    /// Finds voltages and currents, and which relays buzz.
    ///
    /// # Errors
    /// [`SolveError`] when there is no steady state.
    pub fn solve(&mut self) -> Result<Solution, SolveError> {
        self.solver.operating_point(&self.built.net)
    }

    /// How the lamps of a circuit burn.
    pub fn level(&self, solution: &Solution, circuit: usize) -> Level {
        level(self.study, &self.built, solution, circuit)
    }

    /// Current of a circuit's lamps, A.
    pub fn lamps_a(&self, solution: &Solution, circuit: usize) -> f64 {
        let lamps = &self.built.circuits[circuit].lamps;
        lamps.iter().flatten().map(|&l| solution.current_a(l)).sum()
    }

    /// Replaces the device of an element.
    pub fn set(&mut self, element: ElementId, device: Device) {
        self.built.net.set_device(element, device);
    }
}

/// How the lamps of a circuit burn in a solved network.
pub fn level(study: &Assessment, built: &Built, solution: &Solution, circuit: usize) -> Level {
    let mut level = Level { most: 0.0, least: f64::INFINITY };
    let lamps = &study.circuits[circuit].chain.lamps;
    for (lamp, group) in lamps.iter().zip(&built.circuits[circuit].lamps) {
        for &element in group {
            let part = solution.power_w(&built.net, element) / lamp.power_w.max(1e-9);
            level.most = level.most.max(part);
            level.least = level.least.min(part);
        }
    }
    if level.least.is_infinite() {
        level.least = 0.0;
    }
    level
}
