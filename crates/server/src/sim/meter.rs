//! The simulated multimeter: reads the simulated vehicle, with noise, resolution and burden.

use super::Session;
use super::scpi::{Command, ScpiError, number};
use jovek_core::catalog::meter::OVERLOAD_OHM;
use jovek_core::diagnose::Case;
use jovek_core::diagnose::measures::MeasureKind;
use jovek_core::diagnose::vehicle::HiddenVehicle;
use jovek_core::job::CheckId;

/// What the dial is set to.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Function {
    Volts,
    Amps,
    Ohms,
}

/// One connection to the meter.
pub struct MeterSession<'a, 'c> {
    case: &'c Case<'a>,
    vehicle: HiddenVehicle<'a, 'c>,
    function: Function,
    state: usize,
    leads: Option<(usize, usize)>,
    /// A reading of the plan that the leads were put to as a whole.
    check: Option<usize>,
}

impl<'a, 'c> MeterSession<'a, 'c> {
    /// A meter on a sound vehicle, or on the one with the hidden fault of a seed.
    pub fn new(case: &'c Case<'a>, fault: Option<u64>) -> MeterSession<'a, 'c> {
        let vehicle = match fault {
            Some(seed) => HiddenVehicle::of_seed(case, seed),
            None => HiddenVehicle::new(case, 0, 0),
        };
        MeterSession {
            case,
            vehicle,
            function: Function::Volts,
            state: 0,
            leads: None,
            check: None,
        }
    }

    fn point(&self, key: &str) -> Result<usize, ScpiError> {
        let at = self.case.points.iter().position(|p| p.key == key);
        at.ok_or_else(|| ScpiError::parameter(format!("no point {key}")))
    }

    fn read(&mut self) -> Result<f64, ScpiError> {
        let unsolved =
            |e: jovek_core::circuit::SolveError| ScpiError(-200, format!("Execution error;{e}"));
        if let Some(k) = self.check {
            let of = match self.case.measures[k].kind {
                MeasureKind::Volts { .. } => Function::Volts,
                MeasureKind::LampsA { .. } | MeasureKind::LampA { .. } | MeasureKind::BatteryA => {
                    Function::Amps
                }
                MeasureKind::Ohms { .. } => Function::Ohms,
                _ => return Err(ScpiError::conflict("a meter does not read this")),
            };
            if of != self.function {
                return Err(ScpiError::conflict("the dial is set to another quantity"));
            }
            let value = self.vehicle.read(k).map_err(unsolved)?;
            // What is out of range reads as the standard's not-a-number.
            let is_over = of == Function::Ohms && value >= 0.9 * OVERLOAD_OHM;
            return Ok(if is_over { OVERLOAD } else { value });
        }
        let (red, black) =
            self.leads.ok_or_else(|| ScpiError::conflict("no leads: ROUTe:LEADs first"))?;
        if self.function != Function::Volts {
            return Err(ScpiError::conflict("two points give volts; name a check for A and ohm"));
        }
        self.vehicle.volts(self.state, red, black).map_err(unsolved)
    }

    fn set(&mut self, command: &Command) -> Option<Function> {
        let named = [
            ("VOLTage:DC", Function::Volts),
            ("VOLTage", Function::Volts),
            ("CURRent:DC", Function::Amps),
            ("CURRent", Function::Amps),
            ("RESistance", Function::Ohms),
        ];
        let of = |verb: &str| {
            named.iter().find(|(n, _)| command.is(&format!("{verb}:{n}"))).map(|(_, f)| *f)
        };
        of(if command.is_query { "MEASure" } else { "CONFigure" })
    }
}

/// Overload, as SCPI answers it.
const OVERLOAD: f64 = 9.9e37;

impl Session for MeterSession<'_, '_> {
    fn identity(&self) -> String {
        "JOVEK,Simulated meter,0,1".into()
    }

    fn perform(&mut self, command: &Command) -> Result<Option<String>, ScpiError> {
        if let Some(function) = self.set(command) {
            self.function = function;
            return if command.is_query { self.read().map(|v| Some(number(v))) } else { Ok(None) };
        }
        if command.is("READ") && command.is_query {
            return self.read().map(|v| Some(number(v)));
        }
        if command.is("CONFigure") && command.is_query {
            let name = match self.function {
                Function::Volts => "VOLT:DC",
                Function::Amps => "CURR:DC",
                Function::Ohms => "RES",
            };
            return Ok(Some(format!("\"{name}\"")));
        }
        if command.is("*RST") {
            (self.function, self.leads, self.check) = (Function::Volts, None, None);
            return Ok(None);
        }
        if command.is("ROUTe:LEADs") && !command.is_query {
            let (red, black) =
                (self.point(command.parameter(0)?)?, self.point(command.parameter(1)?)?);
            (self.leads, self.check) = (Some((red, black)), None);
            return Ok(None);
        }
        if command.is("ROUTe:CHECk") && !command.is_query {
            let id = command.parameter(0)?;
            let at = self.case.measure(&CheckId::from(id));
            let none = || ScpiError::parameter(format!("the simulated vehicle has no check {id}"));
            self.check = Some(at.ok_or_else(none)?);
            return Ok(None);
        }
        if command.is("SIMulation:STATe") && !command.is_query {
            let key = command.parameter(0)?;
            let at = (0..self.case.states.len()).find(|&s| self.case.state_key(s) == key);
            self.state = at.ok_or_else(|| ScpiError::parameter(format!("no state {key}")))?;
            return Ok(None);
        }
        if command.is("SIMulation:POINts") && command.is_query {
            let keys: Vec<String> =
                self.case.points.iter().map(|p| format!("\"{}\"", p.key)).collect();
            return Ok(Some(keys.join(",")));
        }
        Err(ScpiError::undefined())
    }
}
