//! The simulated trailer lamp tester: powers one function after the other and reads its current.

use super::Session;
use super::scpi::{Command, ScpiError, number};
use jovek_core::diagnose::Case;
use jovek_core::diagnose::vehicle::HiddenVehicle;
use jovek_core::job::VehicleSide;
use jovek_core::plan::inputs::{Assignment, Input, signal_key};

/// One connection to the tester.
pub struct TesterSession<'a, 'c> {
    case: &'c Case<'a>,
    vehicle: HiddenVehicle<'a, 'c>,
    on: Vec<usize>,
}

impl<'a, 'c> TesterSession<'a, 'c> {
    /// A tester on a sound vehicle, or on the one with the hidden fault of a seed.
    pub fn new(case: &'c Case<'a>, fault: Option<u64>) -> TesterSession<'a, 'c> {
        let vehicle = match fault {
            Some(seed) => HiddenVehicle::of_seed(case, seed),
            None => HiddenVehicle::new(case, 0, 0),
        };
        TesterSession { case, vehicle, on: Vec::new() }
    }

    /// The signals that it can power, with their bit.
    fn functions(&self) -> Vec<(String, usize)> {
        let list = self.case.study.wiring.inputs.list();
        let own = list.iter().enumerate().filter_map(|(k, input)| match input {
            Input::Signal(VehicleSide::Own, s) => Some((signal_key(*s).to_ascii_uppercase(), k)),
            Input::Signal(VehicleSide::Towing, s) => {
                Some((format!("TOW_{}", signal_key(*s).to_ascii_uppercase()), k))
            }
            _ => None,
        });
        own.collect()
    }

    fn current_a(&mut self, on: &[usize]) -> Result<f64, ScpiError> {
        let bits = on.iter().fold(0u64, |m, k| m | 1 << k);
        let inputs = &self.case.study.wiring.inputs;
        let a = inputs.completed(Assignment(bits));
        self.vehicle.signals_a(a).map_err(|e| ScpiError(-200, format!("Execution error;{e}")))
    }
}

impl Session for TesterSession<'_, '_> {
    fn identity(&self) -> String {
        "JOVEK,Simulated trailer lamp tester,0,1".into()
    }

    fn perform(&mut self, command: &Command) -> Result<Option<String>, ScpiError> {
        let functions = self.functions();
        if command.is("FUNCtion:CATalog") && command.is_query {
            let names: Vec<&str> = functions.iter().map(|(n, _)| n.as_str()).collect();
            return Ok(Some(names.join(",")));
        }
        if command.is("FUNCtion") && !command.is_query {
            self.on = command
                .parameters
                .iter()
                .filter(|p| !p.eq_ignore_ascii_case("OFF"))
                .map(|p| {
                    let found = functions.iter().find(|(n, _)| n.eq_ignore_ascii_case(p));
                    found
                        .map(|f| f.1)
                        .ok_or_else(|| ScpiError::parameter(format!("no function {p}")))
                })
                .collect::<Result<_, _>>()?;
            return Ok(None);
        }
        if command.is("MEASure:CURRent") && command.is_query {
            let on = self.on.clone();
            return Ok(Some(number(self.current_a(&on)?)));
        }
        // The usual round: each function alone, in the tester's order.
        if command.is("FUNCtion:SEQuence") && command.is_query {
            let mut out = Vec::new();
            for (name, k) in functions {
                out.push(format!("{name} {:.2}", self.current_a(&[k])?));
            }
            return Ok(Some(out.join(",")));
        }
        Err(ScpiError::undefined())
    }
}
