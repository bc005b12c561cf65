//! What may be lost between source and lamp.

use jovek_job::{DropLimit, SystemVoltage};

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
