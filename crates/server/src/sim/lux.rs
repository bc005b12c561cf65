//! The simulated lux meter: put at a marked spot, it reads the light of the simulated vehicle.

use super::Session;
use super::scpi::{Command, ScpiError, number};
use jovek_core::light::meter::LuxMeter;

/// One connection to the lux meter.
pub struct LuxSession {
    meter: LuxMeter,
    spot: Option<String>,
}

impl LuxSession {
    /// A session with a meter of its own.
    pub fn new(meter: LuxMeter) -> LuxSession {
        LuxSession { meter, spot: None }
    }
}

impl Session for LuxSession {
    fn identity(&self) -> String {
        "JOVEK,Simulated lux meter,0,1".into()
    }

    fn perform(&mut self, command: &Command) -> Result<Option<String>, ScpiError> {
        if command.is("ROUTe:SPOT:CATalog") && command.is_query {
            let names: Vec<String> =
                self.meter.spots().iter().map(|n| format!("\"{}\"", n.replace('"', "'"))).collect();
            return Ok(Some(names.join(",")));
        }
        if command.is("ROUTe:SPOT") && !command.is_query {
            let name = command.parameter(0)?;
            if !self.meter.spots().contains(&name) {
                return Err(ScpiError::parameter(format!("no spot {name}")));
            }
            self.spot = Some(name.to_owned());
            return Ok(None);
        }
        if command.is("MEASure:ILLuminance") && command.is_query {
            let spot = self.spot.clone().ok_or_else(|| {
                ScpiError::conflict("the meter lies nowhere yet; ROUTe:SPOT names a marked spot")
            })?;
            return Ok(self.meter.read(&spot).map(number));
        }
        Err(ScpiError::undefined())
    }
}
