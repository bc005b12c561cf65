//! What is lost between source and lamp, and what may be. Sizing, the whole vehicle and the volt line all read
//! the same [`Drop`].

use crate::chain::Chain;
use crate::factory::PlannedFactory;
use crate::inputs::Assignment;
use crate::network::build::Built;
use jovek_circuit::Solution;
use jovek_job::{DropLimit, SystemVoltage};

/// What a circuit loses in one solved state: from the battery that lights it to its weakest lamp.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Drop {
    /// Voltage of the battery that lights it, V: the towing vehicle's where only its wires are live.
    pub source_v: f64,
    /// Voltage across the weakest lamp, V.
    pub lamp_v: f64,
    /// Of what is lost, the part of the diodes on the way, V: no wire mends it, so it is told apart.
    pub diode_v: f64,
    /// What may be lost besides, V.
    pub limit_v: f64,
    /// Current of the lamps, A.
    pub current_a: f64,
}

/// What may be lost: the shop's rule, 12 or 24 V.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct DropRule {
    /// The rule.
    pub limit: DropLimit,
    /// The vehicle.
    pub system: SystemVoltage,
}

impl Drop {
    /// Reads the drop of a circuit, by its number among the chains, out of a solved network.
    pub fn of(
        rule: DropRule,
        (built, solution): (&Built, &Solution),
        (circuit, chain): (usize, &Chain),
        (factory, inputs): (&[PlannedFactory], Assignment),
    ) -> Drop {
        let source_v = solution.node_v(built.source(chain, factory, inputs).1);
        let lamps = || built.circuits[circuit].lamps.iter().flatten();
        let weakest_v =
            lamps().map(|&l| solution.across_v(&built.net, l)).fold(f64::INFINITY, f64::min);
        Drop {
            source_v,
            lamp_v: if weakest_v.is_finite() { weakest_v } else { source_v },
            diode_v: built.lamp_diode_v(solution, circuit, chain),
            limit_v: drop_limit_v(rule.limit, source_v, rule.system),
            current_a: lamps().map(|&l| solution.current_a(l)).sum(),
        }
    }

    /// Lost in wires, joints, fuse and contacts, V.
    pub fn lost_v(&self) -> f64 {
        self.source_v - self.lamp_v - self.diode_v
    }

    /// Lowest voltage across the lamps that the rule allows, V.
    pub fn floor_v(&self) -> f64 {
        self.source_v - self.diode_v - self.limit_v
    }

    /// True where more is lost than allowed, by more than the solver's own grain.
    pub fn is_over(&self) -> bool {
        self.lost_v() > self.limit_v * 1.000_001
    }
}

/// Voltage that may be lost at a source voltage, V.
pub fn drop_limit_v(limit: DropLimit, source_v: f64, system: SystemVoltage) -> f64 {
    match limit {
        DropLimit::ThreePercent => 0.03 * source_v,
        DropLimit::TenPercent => 0.10 * source_v,
        DropLimit::HalfVolt => 0.5 * system.batteries(),
    }
}

/// Name of the drop rule in force.
pub fn drop_rule_text(limit: DropLimit) -> &'static str {
    match limit {
        DropLimit::ThreePercent => "3 %",
        DropLimit::TenPercent => "10 %",
        DropLimit::HalfVolt => "0.5 V",
    }
}
