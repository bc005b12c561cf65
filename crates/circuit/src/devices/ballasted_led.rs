//! LED group with a series resistor: strip segments and simple lamps.

use super::{CORNER_V, Flow, LAMP_LEAK_OHM, SpiceCards, positive, soft_ramp};

/// Nothing below `forward_v`, a straight line of `series_ohm` above.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BallastedLed {
    /// Sum of the forward voltages of the string, V.
    pub forward_v: f64,
    /// Series resistance, ohm.
    pub series_ohm: f64,
}

impl BallastedLed {
    fn offset(&self) -> f64 {
        soft_ramp(-self.forward_v, CORNER_V).0
    }

    pub(super) fn flow(&self, v: f64) -> Flow {
        let (over, slope) = soft_ramp(v - self.forward_v, CORNER_V);
        let leak = 1.0 / LAMP_LEAK_OHM;
        Flow {
            current_a: (over - self.offset()) / self.series_ohm + v * leak,
            slope_s: slope / self.series_ohm + leak,
        }
    }

    pub(super) fn check(&self) -> Result<(), String> {
        positive("forward voltage in V", self.forward_v)?;
        positive("series resistance in ohm", self.series_ohm)
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        let BallastedLed { forward_v: f, series_ohm: r } = *self;
        let e2 = CORNER_V * CORNER_V;
        let sub = format!("ledr_{f}_{r}").replace('.', "p");
        let body = format!(
            ".subckt {sub} p n\nBload p n I=(0.5*(V(p,n)-{f}+sqrt((V(p,n)-{f})*(V(p,n)-{f})+{e2}))-({}))/{r}\nRleak p n {LAMP_LEAK_OHM}\n.ends",
            self.offset()
        );
        SpiceCards::shared(format!("X{name} {from} {to} {sub}"), sub, body)
    }
}
