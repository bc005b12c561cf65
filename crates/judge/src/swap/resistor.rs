//! Load resistors: ohms, watts, heat.
//!
//! R = V² / (P bulb − P LED); power V²/R; in a flashing circuit half of it on the mean. Source: Ohm's law.

use jovek_base::units::Units;
use jovek_job::ResistorSeat;
use jovek_phrases::swap as say;

/// Voltage at which bulbs and LED are compared, V. Source: reference 9.4, the design voltage of trade bulbs.
pub const AT_V: f64 = 12.8;
/// Highest bus voltage for the heat, V.
pub const MOST_V: f64 = 14.4;
/// Heat that goes into still air, W/(m² K). Source: reference table 9.4, computed, low confidence.
const AIR_W_M2_K: f64 = 12.0;
/// Values that wire-wound resistors in metal cases are sold in, ohm. Common practice, no source.
pub const VALUES_OHM: [f64; 18] = [
    3.3, 3.9, 4.7, 5.6, 6.0, 6.8, 7.5, 8.2, 10.0, 12.0, 15.0, 18.0, 22.0, 27.0, 33.0, 39.0, 47.0,
    50.0,
];
/// Above this a surface burns skin, °C; PVC gives in at 100, cross-linked tape at 80. Common practice, no source.
pub const BURNS_C: f64 = 60.0;

/// A load resistor.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Resistor {
    /// Exact value, ohm.
    pub exact_ohm: f64,
    /// Value that is sold, ohm.
    pub ohm: f64,
}

impl Resistor {
    /// The resistor that makes an LED draw what its bulb drew; none where it does already.
    pub fn beside(bulb_w: f64, led_w: f64) -> Option<Resistor> {
        let less_w = bulb_w - led_w;
        (less_w > 0.0).then(|| Resistor::of(AT_V * AT_V / less_w))
    }

    /// The nearest that is sold; of two as near, the larger: it stays cooler.
    pub fn of(exact_ohm: f64) -> Resistor {
        let off = |v: f64| ((v - exact_ohm).abs() * 1e6).round();
        let ohm =
            VALUES_OHM.into_iter().min_by(|&a, &b| off(a).total_cmp(&off(b)).then(b.total_cmp(&a)));
        Resistor { exact_ohm, ohm: ohm.unwrap_or(exact_ohm) }
    }

    /// One that is there, of whatever value.
    pub fn fitted(ohm: f64) -> Resistor {
        Resistor { exact_ohm: ohm, ohm }
    }

    /// Current at a voltage, A.
    pub fn current_a(&self, volt_v: f64) -> f64 {
        volt_v / self.ohm
    }

    /// Power at a voltage, W.
    pub fn watt(&self, volt_v: f64) -> f64 {
        volt_v * volt_v / self.ohm
    }

    /// Heat at the highest bus voltage while the function works, W: half of it where it flashes.
    pub fn mean_w(&self, is_flashing: bool) -> f64 {
        if is_flashing { 0.5 * self.watt(MOST_V) } else { self.watt(MOST_V) }
    }

    /// Rating to choose: twice its full power at 14.4 V, W, since a rating holds on a heat sink. Common practice.
    pub fn rating_w(&self) -> f64 {
        2.0 * self.watt(MOST_V)
    }
}

/// Air around a resistor behind a lamp, °C. Common practice.
const AMBIENT_C: f64 = 30.0;
/// Surface of its case, and of the sheet that spreads its heat, cm². Common practice for 25 to 50 W cases.
const CASE_CM2: f64 = 50.0;
/// See [`CASE_CM2`].
const SHEET_CM2: f64 = 100.0;

/// Temperature of a resistor's case in the steady state, °C.
pub fn case_c(watt: f64, seat: ResistorSeat) -> f64 {
    let sheet_cm2 = match seat {
        ResistorSeat::BareMetal => SHEET_CM2,
        ResistorSeat::FreeAir | ResistorSeat::Plastic => 0.0,
    };
    AMBIENT_C + rise_k(watt, CASE_CM2, sheet_cm2)
}

/// The same in words, and whether it burns skin: `74 °C, burns skin`.
pub fn case_text(watt: f64, seat: ResistorSeat, units: Units) -> String {
    let case_c = case_c(watt, seat);
    let burns = if case_c > BURNS_C { say::burns_skin() } else { "" };
    format!("{}{burns}", units.degrees(case_c))
}

/// Rise of a case over the air around it, K, in the steady state: with its own surface, and bolted to bare sheet.
///
/// W / (12 W/(m² K) × area). Source: reference table 9.4, computed, low confidence.
pub fn rise_k(watt: f64, case_cm2: f64, sheet_cm2: f64) -> f64 {
    watt / (AIR_W_M2_K * (case_cm2 + sheet_cm2) * 1e-4)
}
