//! Filament lamp.

use super::{Flow, SpiceCards, positive};

/// Hot over cold resistance at which the model levels off near 0 V.
const HOT_OVER_COLD: f64 = 12.0;
/// Exponent of current against voltage of a hot filament. Common practice, no source.
const EXPONENT: f64 = 0.55;

/// A filament lamp: I ~ V^0.55 when hot, a cold resistance of a twelfth of the hot one near 0 V.
///
/// I = (P/Vn)·x·((x² + b²)/(1 + b²))^(−0.225), x = V/Vn, b² = 12^(−2/0.45).
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Incandescent {
    /// Power at the rated voltage, W.
    pub power_w: f64,
    /// Rated voltage, V.
    pub rated_v: f64,
}

impl Incandescent {
    fn b2() -> f64 {
        HOT_OVER_COLD.powf(-2.0 / (1.0 - EXPONENT))
    }

    /// Current of the cold filament at voltage `v`, A.
    pub fn cold_current_a(&self, v: f64) -> f64 {
        v * HOT_OVER_COLD * self.power_w / (self.rated_v * self.rated_v)
    }

    pub(super) fn flow(&self, v: f64) -> Flow {
        let half = 0.5 * (1.0 - EXPONENT);
        let b2 = Self::b2();
        let x = v / self.rated_v;
        let base = (x * x + b2) / (1.0 + b2);
        let scale = base.powf(-half);
        let rated_a = self.power_w / self.rated_v;
        Flow {
            current_a: rated_a * x * scale,
            slope_s: rated_a / self.rated_v * scale * (1.0 - 2.0 * half * x * x / (x * x + b2)),
        }
    }

    pub(super) fn check(&self) -> Result<(), String> {
        positive("power in W", self.power_w)?;
        positive("rated voltage in V", self.rated_v)
    }

    pub(super) fn spice(&self, name: &str, from: &str, to: &str) -> SpiceCards {
        let (p, vn) = (self.power_w, self.rated_v);
        let b2 = Self::b2();
        let sub = format!("inc_{p}_{vn}").replace('.', "p");
        let body = format!(
            ".subckt {sub} p n\nBload p n I={}*(V(p,n)/{vn})*exp(-{}*log((V(p,n)*V(p,n)/{}+{b2})/{}))\n.ends",
            p / vn,
            0.5 * (1.0 - EXPONENT),
            vn * vn,
            1.0 + b2
        );
        SpiceCards::shared(format!("X{name} {from} {to} {sub}"), sub, body)
    }
}
