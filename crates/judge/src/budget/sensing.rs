//! A relay that joins two batteries while it sees a charging voltage.

/// Closes at this voltage, V for each 12 V. Common practice: 13.2 to 13.7.
pub const ON_V: f64 = 13.3;
/// Opens below this voltage, V for each 12 V. Common practice: 12.7 to 12.9.
pub const OFF_V: f64 = 12.8;
/// Waits this long before it closes, s. Common practice: some seconds, against surges.
pub const ON_DELAY_S: f64 = 10.0;
/// Waits this long before it opens, s. Common practice: half a minute, over starting and dips.
pub const OFF_DELAY_S: f64 = 30.0;

/// Whether it is closed, and how long the voltage has called for the other.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct Sensing {
    is_closed: bool,
    waited_s: f64,
}

impl Sensing {
    /// True while it joins the batteries.
    pub fn is_closed(self) -> bool {
        self.is_closed
    }

    /// Sees a voltage, V for each 12 V, for some seconds. Returns the part of that time in which it is
    /// closed, 0 to 1.
    pub fn sees(&mut self, volts_each: f64, seconds: f64) -> f64 {
        let calls = if self.is_closed { volts_each < OFF_V } else { volts_each >= ON_V };
        let closed = |yes: bool| if yes { 1.0 } else { 0.0 };
        if !calls {
            self.waited_s = 0.0;
            return closed(self.is_closed);
        }
        let delay_s = if self.is_closed { OFF_DELAY_S } else { ON_DELAY_S };
        let left_s = delay_s - self.waited_s;
        if left_s > seconds {
            self.waited_s += seconds;
            return closed(self.is_closed);
        }
        let before = left_s / seconds;
        let was = closed(self.is_closed);
        self.is_closed = !self.is_closed;
        self.waited_s = 0.0;
        was * before + closed(self.is_closed) * (1.0 - before)
    }
}
