//! Plug-in relays.

use crate::conductor::copper_factor;
use crate::system::SystemVoltage;
use jovek_phrases::catalog as say;
use serde::{Deserialize, Serialize};
use strum::EnumIter;
use utoipa::ToSchema;

/// What takes up the kick of a relay coil that lets go.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema, EnumIter,
)]
#[serde(rename_all = "snake_case")]
pub enum Suppression {
    /// A diode across the coil, stripe to 86: kindest to what drives it, slow to let go, has a right
    /// way round.
    #[default]
    Diode,
    /// A resistor across the coil: lets go fast, fits either way round, kicks to about 100 V.
    Resistor,
}

impl Suppression {
    /// True for the usual one, which a file leaves out.
    pub fn is_diode(&self) -> bool {
        *self == Suppression::Diode
    }
}

/// The body of a relay.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum RelayBody {
    /// ISO micro, a plug-in.
    Micro,
    /// ISO mini, a plug-in.
    Mini,
    /// Studs for 30 and 87.
    Studs,
    /// Small, for signals.
    Signal,
}

impl RelayBody {
    /// As it is spoken.
    pub fn name(self) -> &'static str {
        match self {
            RelayBody::Micro => say::iso_micro_relay(),
            RelayBody::Mini => say::iso_mini_relay(),
            RelayBody::Studs => say::high_current_relay_with_studs(),
            RelayBody::Signal => say::small_signal_relay(),
        }
    }
}

/// A relay family. Figures: common practice, typical product data; ISO 7588 fixes outline and
/// terminals, not the ratings.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RelayType {
    /// Its body.
    pub body: RelayBody,
    /// System voltage.
    pub system: SystemVoltage,
    /// Coil resistance at 23 °C, ohm.
    pub coil_ohm: f64,
    /// Highest pull-in voltage at 23 °C, V.
    pub pull_in_v: f64,
    /// Lowest drop-out voltage, V.
    pub drop_out_v: f64,
    /// Rating of the normally open contact, resistive, A.
    pub contact_a: f64,
    /// What takes up the kick of the coil.
    pub suppression: Suppression,
}

impl RelayType {
    /// The same relay with its coil suppressed in a way.
    pub fn suppressed_by(self, suppression: Suppression) -> RelayType {
        RelayType { suppression, ..self }
    }

    /// What the coil circuit sees, ohm: the coil, with a resistor beside it where there is one. A diode
    /// blocks.
    pub fn load_ohm(&self) -> f64 {
        match self.suppression {
            Suppression::Diode => self.coil_ohm,
            Suppression::Resistor => {
                let beside_ohm = suppression_ohm(self.system);
                self.coil_ohm * beside_ohm / (self.coil_ohm + beside_ohm)
            }
        }
    }

    /// Voltage to which the coil kicks when a supply is cut, V. The coil's current goes on through what
    /// lies beside it: I·R, or the forward voltage of a diode.
    pub fn kick_v(&self, supply_v: f64) -> f64 {
        match self.suppression {
            Suppression::Diode => 0.9,
            Suppression::Resistor => supply_v / self.coil_ohm * suppression_ohm(self.system),
        }
    }

    /// What lies across the coil: `diode, stripe to 86` or `680 ohm across it`.
    pub fn suppression_text(&self) -> String {
        match self.suppression {
            Suppression::Diode => say::diode_across_it_stripe_to_86().into(),
            Suppression::Resistor => say::ohm_across(&suppression_ohm(self.system)),
        }
    }

    /// As it is ordered: `ISO mini relay 12 V 40 A, with diode`.
    pub fn order_text(&self) -> String {
        let with = match self.suppression {
            Suppression::Diode => say::diode(),
            Suppression::Resistor => say::resistor(),
        };
        let (name, system) = (self.body.name(), self.system.nominal_v());
        say::v_a(&name, &system, &self.contact_a, &with)
    }
}

/// Resistor across a coil, ohm. Common practice: 680 at 12 V, 2.7 k at 24 V.
pub fn suppression_ohm(system: SystemVoltage) -> f64 {
    match system {
        SystemVoltage::V12 => 680.0,
        SystemVoltage::V24 => 2700.0,
    }
}

/// Relays that the planner offers, weakest first.
pub const RELAYS: [RelayType; 4] = [
    RelayType {
        body: RelayBody::Micro,
        system: SystemVoltage::V12,
        coil_ohm: 100.0,
        pull_in_v: 7.2,
        drop_out_v: 1.2,
        contact_a: 20.0,
        suppression: Suppression::Diode,
    },
    RelayType {
        body: RelayBody::Mini,
        system: SystemVoltage::V12,
        coil_ohm: 90.0,
        pull_in_v: 7.8,
        drop_out_v: 1.2,
        contact_a: 40.0,
        suppression: Suppression::Diode,
    },
    RelayType {
        body: RelayBody::Micro,
        system: SystemVoltage::V24,
        coil_ohm: 360.0,
        pull_in_v: 14.4,
        drop_out_v: 2.4,
        contact_a: 10.0,
        suppression: Suppression::Diode,
    },
    RelayType {
        body: RelayBody::Mini,
        system: SystemVoltage::V24,
        coil_ohm: 340.0,
        pull_in_v: 15.6,
        drop_out_v: 2.4,
        contact_a: 20.0,
        suppression: Suppression::Diode,
    },
];

/// Relays for a whole fuse block, 30 and 87 on studs. Common practice, typical product data.
pub const MASTER: [RelayType; 2] = [
    RelayType {
        body: RelayBody::Studs,
        system: SystemVoltage::V12,
        coil_ohm: 85.0,
        pull_in_v: 7.8,
        drop_out_v: 1.2,
        contact_a: 70.0,
        suppression: Suppression::Diode,
    },
    RelayType {
        body: RelayBody::Studs,
        system: SystemVoltage::V24,
        coil_ohm: 320.0,
        pull_in_v: 15.6,
        drop_out_v: 2.4,
        contact_a: 50.0,
        suppression: Suppression::Diode,
    },
];

/// The relay for coils and signals that need no strong contact.
pub fn micro(system: SystemVoltage) -> RelayType {
    RELAYS.into_iter().find(|r| r.system == system).unwrap_or(RELAYS[0])
}

/// The strongest relay for a system.
pub fn strongest(system: SystemVoltage) -> RelayType {
    RELAYS.into_iter().rfind(|r| r.system == system).unwrap_or(RELAYS[0])
}

/// Part of the rating of contact 87 that contact 87a bears: its spring is weaker than the magnet.
/// Common practice: half to three quarters.
pub const BREAK_PART: f64 = 0.5;

/// Takes up a signal without loading it: 12 mA. Common practice, typical product data.
pub fn signal_relay(system: SystemVoltage) -> RelayType {
    let n = system.batteries();
    RelayType {
        body: RelayBody::Signal,
        system,
        coil_ohm: 1000.0 * n,
        pull_in_v: 7.8 * n,
        drop_out_v: 1.2 * n,
        contact_a: 5.0,
        suppression: Suppression::Diode,
    }
}

/// Input resistance of a timer or cut-off module, ohm. Common practice.
pub const MODULE_INPUT_OHM: f64 = 10_000.0;
/// What a module draws all the time, A. Common practice: a few milliamperes.
pub const MODULE_STANDBY_A: f64 = 0.005;
/// Ratings of timers and cut-offs on the shelf, A. Common practice.
pub const MODULE_RATINGS_A: [f64; 4] = [10.0, 20.0, 40.0, 60.0];
/// Input voltage at which a timer module starts and stops, V for each 12 V. Common practice.
pub const TIMER_INPUT_V: (f64, f64) = (6.0, 3.0);
/// A low-voltage cut-off closes again at the first and opens below the second, V for each 12 V.
/// Common practice: 12.6 to 13.2 V and, on a starter battery, 12.0 to 12.2 V loaded.
pub const CUT_OFF_V: (f64, f64) = (12.8, 12.1);

/// Largest continuous load of a contact, as a part of its rating. Common practice.
pub const CONTINUOUS_PART: f64 = 0.8;
/// Part of the resistive rating that remains for filament lamps. Common practice.
pub const FILAMENT_PART: f64 = 0.5;
/// Resistance of a closed relay contact, ohm. Common practice: 2 to 5 mohm.
pub const CONTACT_OHM: f64 = 0.0035;
/// How much a coil warms itself, K. Common practice: 30 to 60 K.
pub const COIL_RISE_K: f64 = 40.0;

/// Pull-in voltage of a coil at a temperature, V: the current stays, the copper's resistance grows.
pub fn pull_in_at_v(pull_in_23c_v: f64, coil_c: f64) -> f64 {
    pull_in_23c_v * copper_factor(coil_c) / copper_factor(23.0)
}
