//! The simulated body module: watches the lamps of its outputs, keeps faults, has a coding value.

use super::Session;
use super::scpi::{Command, ScpiError};
use jovek_core::base::coding::{BitPlace, CodingError, CodingValue};
use jovek_core::diagnose::Case;
use jovek_core::diagnose::vehicle::HiddenVehicle;
use jovek_core::plan::inputs::Assignment;

/// Part of the usual current below which a lamp counts as out, and above which the output is switched off.
/// Common practice, no source.
const OUT_PART: f64 = 0.6;
const OVER_PART: f64 = 1.7;
/// Coding value that the module leaves the works with.
const AT_FIRST: CodingValue = CodingValue::Number(130);

/// One connection to the module.
pub struct ModuleSession<'a, 'c> {
    case: &'c Case<'a>,
    vehicle: HiddenVehicle<'a, 'c>,
    coding: CodingValue,
    faults: Vec<String>,
}

impl<'a, 'c> ModuleSession<'a, 'c> {
    /// A module on a sound vehicle, or on the one with the hidden fault of a seed.
    pub fn new(case: &'c Case<'a>, fault: Option<u64>) -> ModuleSession<'a, 'c> {
        let vehicle = match fault {
            Some(seed) => HiddenVehicle::of_seed(case, seed),
            None => HiddenVehicle::new(case, 0, 0),
        };
        ModuleSession { case, vehicle, coding: AT_FIRST, faults: Vec::new() }
    }

    /// Switches every output on and compares its current with what it carried before the work.
    fn look(&mut self) -> Result<(), ScpiError> {
        let study = &self.case.study;
        for (i, f) in self.case.job.factory.iter().enumerate() {
            let planned = &study.factory[i];
            let inputs = &study.wiring.inputs;
            let a: Assignment = inputs.completed(inputs.lowest_of(planned.live_by));
            let read = self.vehicle.factory_a(i, a);
            let current_a = read.map_err(|e| ScpiError(-200, format!("Execution error;{e}")))?;
            let usual_a = planned.existing_a;
            let fault = if usual_a <= 0.0 {
                continue;
            } else if current_a < OUT_PART * usual_a {
                format!("{}: lamp out, {current_a:.2} A of {usual_a:.2} A", f.id)
            } else if current_a > OVER_PART * usual_a {
                format!("{}: overload, {current_a:.2} A of {usual_a:.2} A", f.id)
            } else {
                continue;
            };
            // A fault stays until it is cleared, whatever is mended meanwhile.
            let same = |old: &String| old.split(',').next() == fault.split(',').next();
            if !self.faults.iter().any(same) {
                self.faults.push(fault);
            }
        }
        Ok(())
    }

    fn coded(
        &mut self,
        done: Result<CodingValue, CodingError>,
    ) -> Result<Option<String>, ScpiError> {
        self.coding = done.map_err(|e| ScpiError::conflict(e.to_string()))?;
        Ok(None)
    }
}

impl Session for ModuleSession<'_, '_> {
    fn identity(&self) -> String {
        "JOVEK,Simulated body module,0,1".into()
    }

    fn perform(&mut self, command: &Command) -> Result<Option<String>, ScpiError> {
        let bit = |c: &Command| {
            let text = c.parameter(0)?;
            let bit = text.parse().map_err(|_| ScpiError::parameter(format!("no bit {text}")))?;
            Ok(BitPlace { byte: None, bit })
        };
        if command.is("CODing") && command.is_query {
            return Ok(Some(self.coding.to_string()));
        }
        if command.is("CODing:SET") && !command.is_query {
            let bit = bit(command)?;
            return self.coded(self.coding.set(bit));
        }
        if command.is("CODing:CLEar") && !command.is_query {
            let bit = bit(command)?;
            return self.coded(self.coding.clear(bit));
        }
        if command.is("FAULt") && command.is_query {
            self.look()?;
            let none = || "none".to_owned();
            return Ok(Some(if self.faults.is_empty() { none() } else { self.faults.join("|") }));
        }
        if command.is("FAULt:CLEar") && !command.is_query {
            self.faults.clear();
            return Ok(None);
        }
        Err(ScpiError::undefined())
    }
}
