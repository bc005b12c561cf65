//! The supply with its assumed figures, and its states.

use crate::assumed::Assumed;
use jovek_catalog::battery as table;
use jovek_circuit::devices::{Alternator, Battery};
pub use jovek_job::SupplyState;
use jovek_job::{Auxiliary, Chemistry, Isolation, Job};
use jovek_phrases::plan as say;

/// Battery and alternator with every figure filled in.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PlannedSupply {
    /// 12 V batteries in series.
    pub batteries: f64,
    /// How the battery is made.
    pub chemistry: Chemistry,
    /// Capacity, Ah.
    pub capacity_ah: f64,
    /// Internal resistance of the bank, ohm.
    pub internal_ohm: f64,
    /// Nobody measured that resistance.
    pub is_internal_assumed: bool,
    /// Regulated voltage, V.
    pub regulated_v: f64,
    /// Alternator current at working speed, hot, A.
    pub working_a: f64,
    /// Alternator current at idle, A.
    pub idle_a: f64,
    /// The auxiliary battery.
    pub auxiliary: Option<PlannedAuxiliary>,
}

/// Resistance of the cable between two batteries when nobody measured it, there and back, mohm.
/// Common practice: 3 m each way of 16 mm².
pub const ASSUMED_CABLE_MOHM: f64 = 6.5;
/// Current of a DC-DC charger when nobody said, A.
const ASSUMED_CHARGER_A: f64 = 25.0;

/// An auxiliary battery with its figures filled in.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PlannedAuxiliary {
    /// How it is made.
    pub chemistry: Chemistry,
    /// Capacity, Ah.
    pub capacity_ah: f64,
    /// Internal resistance of the bank, ohm.
    pub internal_ohm: f64,
    /// How it is charged and kept apart.
    pub isolation: Isolation,
    /// Cable between the batteries, there and back, ohm.
    pub cable_ohm: f64,
    /// Rated current of a converter, A.
    pub charger_a: f64,
}

impl PlannedSupply {
    /// Fills in the supply of a job.
    pub fn new(job: &Job, assumed: &mut Assumed) -> Self {
        let n = job.vehicle.system.batteries();
        let battery = &job.supply.battery;
        let alternator = &job.supply.alternator;
        let capacity_ah = assumed.or(
            battery.capacity_ah,
            table::ASSUMED_AH,
            "supply.battery.capacity_ah",
            say::battery_capacity(),
            "Ah",
        );
        let internal_mohm = assumed.or(
            battery.internal_mohm,
            (n * table::RESISTANCE_OHM_AH / capacity_ah * 1e4).round() / 10.0,
            "supply.battery.internal_mohm",
            say::battery_internal_resistance(),
            "mohm",
        );
        let regulated_v = assumed.or(
            alternator.regulated_v,
            n * table::ASSUMED_REGULATED_V,
            "supply.alternator.regulated_v",
            say::charging_voltage(),
            "V",
        );
        let rated_a = assumed.or(
            alternator.rated_a,
            table::ASSUMED_RATED_A,
            "supply.alternator.rated_a",
            say::alternator_rating(),
            "A",
        );
        let idle_a = assumed.or(
            alternator.idle_a,
            (rated_a * table::ASSUMED_IDLE_PART * table::HOT_PART).round(),
            "supply.alternator.idle_a",
            say::alternator_current_at_idle(),
            "A",
        );
        PlannedSupply {
            batteries: n,
            chemistry: battery.chemistry,
            capacity_ah,
            internal_ohm: internal_mohm / 1000.0,
            is_internal_assumed: battery.internal_mohm.is_none(),
            regulated_v,
            working_a: rated_a * table::HOT_PART,
            idle_a,
            auxiliary: job.supply.auxiliary.as_ref().map(|a| auxiliary(a, n, assumed)),
        }
    }

    /// The auxiliary battery as a device, at a charge in percent.
    pub fn auxiliary_battery(&self, charge_percent: f64) -> Option<Battery> {
        let a = self.auxiliary?;
        let open_circuit_v = self.batteries * table::open_circuit_v(a.chemistry, charge_percent);
        let acceptance_a = table::ACCEPTANCE_PER_H * a.capacity_ah;
        let charge_ohm = (self.regulated_v - open_circuit_v).max(0.1) / acceptance_a;
        Some(Battery {
            open_circuit_v,
            internal_ohm: a.internal_ohm,
            charge_ohm: charge_ohm.max(a.internal_ohm),
        })
    }

    /// Open-circuit voltage at a charge in percent, V.
    pub fn open_circuit_v(&self, charge_percent: f64) -> f64 {
        self.batteries * table::open_circuit_v(self.chemistry, charge_percent)
    }

    /// The battery as a device.
    pub fn battery(&self, open_circuit_v: f64) -> Battery {
        // Charging, the plates polarise: the slope is set so that the regulated voltage pushes in
        // what a nearly full battery accepts.
        let acceptance_a = table::ACCEPTANCE_PER_H * self.capacity_ah;
        let charge_ohm = (self.regulated_v - open_circuit_v).max(0.1) / acceptance_a;
        Battery {
            open_circuit_v,
            internal_ohm: self.internal_ohm,
            charge_ohm: charge_ohm.max(self.internal_ohm),
        }
    }

    /// The alternator as a device; none while the engine is off.
    pub fn alternator(&self, state: SupplyState) -> Option<Alternator> {
        let limit_a = match state {
            SupplyState::Charging => self.working_a,
            SupplyState::Idle => self.idle_a,
            SupplyState::EngineOff | SupplyState::LowBattery => return None,
        };
        Some(Alternator {
            regulated_v: self.regulated_v,
            limit_a,
            droop_ohm: table::ALTERNATOR_DROOP_OHM,
        })
    }
}

fn auxiliary(a: &Auxiliary, n: f64, assumed: &mut Assumed) -> PlannedAuxiliary {
    let at = "supply.auxiliary";
    let capacity_ah = assumed.or(
        a.battery.capacity_ah,
        table::ASSUMED_AH,
        format!("{at}.battery.capacity_ah"),
        say::auxiliary_battery_capacity(),
        "Ah",
    );
    let internal_mohm = assumed.or(
        a.battery.internal_mohm,
        (n * table::RESISTANCE_OHM_AH / capacity_ah * 1e4).round() / 10.0,
        format!("{at}.battery.internal_mohm"),
        say::auxiliary_battery_internal_resistance(),
        "mohm",
    );
    // A cable that this job fits is worked out once its load is known.
    let cable_mohm = match a.fitted {
        Some(_) => a.cable_mohm.unwrap_or(ASSUMED_CABLE_MOHM),
        None => assumed.or(
            a.cable_mohm,
            ASSUMED_CABLE_MOHM,
            format!("{at}.cable_mohm"),
            say::cable_between_the_batteries(),
            "mohm",
        ),
    };
    PlannedAuxiliary {
        chemistry: a.battery.chemistry,
        capacity_ah,
        internal_ohm: internal_mohm / 1000.0,
        isolation: a.isolation,
        cable_ohm: cable_mohm / 1000.0,
        charger_a: a.charger_a.unwrap_or(ASSUMED_CHARGER_A),
    }
}
