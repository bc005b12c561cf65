//! Regulated LED lamp: constant power above its cut-in voltage.

use super::{CORNER_V, Flow, LAMP_LEAK_OHM, SpiceCards, positive, soft_clamp, soft_ramp};

/// A lamp with a driver. Above `cut_in_v` it takes constant power, so the current falls as the
/// voltage rises; below, the driver limits its input to `power_w / cut_in_v`; from `start_v +
/// ramp_v` down to `start_v` it fades out.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RegulatedLed {
    /// Power above cut-in, W.
    pub power_w: f64,
    /// Lowest voltage at full power, V.
    pub cut_in_v: f64,
    /// Voltage at which it starts to draw, V.
    pub start_v: f64,
    /// Width of the fade from `start_v` up, V.
    pub ramp_v: f64,
}

impl RegulatedLed {
    fn offset(&self) -> f64 {
        soft_clamp(-self.start_v / self.ramp_v, CORNER_V / self.ramp_v).0
    }

    pub(super) fn flow(&self, v: f64) -> Flow {
        // smax(V, Vc): the larger of the two with a rounded corner.
        let (over, over_slope) = soft_ramp(v - self.cut_in_v, CORNER_V);
        let divisor = self.cut_in_v + over;
        let (ramp, ramp_slope) =
            soft_clamp((v - self.start_v) / self.ramp_v, CORNER_V / self.ramp_v);
        let level = ramp - self.offset();
        let leak = 1.0 / LAMP_LEAK_OHM;
        Flow {
            current_a: self.power_w * level / divisor + v * leak,
            slope_s: self.power_w
                * (ramp_slope / self.ramp_v / divisor - level * over_slope / (divisor * divisor))
                + leak,
        }
    }

    pub(super) fn check(&self) -> Result<(), String> {
        positive("power in W", self.power_w)?;
        positive("cut-in in V", self.cut_in_v)?;
        positive("start voltage in V", self.start_v)?;
        positive("ramp in V", self.ramp_v)?;
        if self.start_v + self.ramp_v > self.cut_in_v {
            return Err("the fade ends above the cut-in voltage".into());
        }
        Ok(())
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        let RegulatedLed { power_w: p, cut_in_v: c, start_v: s, ramp_v: w } = *self;
        let e2 = CORNER_V * CORNER_V;
        let ew2 = (CORNER_V / w) * (CORNER_V / w);
        let top = s + w;
        let sub = format!("ledp_{p}_{c}_{s}_{w}").replace('.', "p");
        let body = format!(
            ".subckt {sub} p n\nBload p n I={p}/(0.5*(V(p,n)+{c}+sqrt((V(p,n)-{c})*(V(p,n)-{c})+{e2})))*(0.5*(1+sqrt(((V(p,n)-{s})/{w})*((V(p,n)-{s})/{w})+{ew2})-sqrt(((V(p,n)-{top})/{w})*((V(p,n)-{top})/{w})+{ew2}))-({}))\nRleak p n {LAMP_LEAK_OHM}\n.ends",
            self.offset()
        );
        SpiceCards::shared(format!("X{name} {from} {to} {sub}"), sub, body)
    }
}
