//! Combined stop and turn lamps (one filament a side, turn before stop) against separate ones.
//!
//! Source: truth tables of reference 6.4, computed: turn overrides stop on its own side.

use jovek_phrases::common;
use jovek_phrases::trailer as say;
use serde::Serialize;
use utoipa::ToSchema;

/// What a wire does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Wire {
    /// Nothing.
    Off,
    /// On.
    Steady,
    /// On and off.
    Flash,
}

/// What the driver does: stop, left, right; both turns are hazard.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Driver {
    /// Brake pedal.
    pub stop: bool,
    /// Left turn.
    pub left: bool,
    /// Right turn.
    pub right: bool,
}

impl Driver {
    /// All eight.
    pub fn all() -> [Driver; 8] {
        std::array::from_fn(|k| Driver { stop: k & 4 != 0, left: k & 2 != 0, right: k & 1 != 0 })
    }

    /// True with nothing on.
    pub fn is_off(self) -> bool {
        !(self.stop || self.left || self.right)
    }

    /// As a tester calls it.
    pub fn words(self) -> String {
        let turn = match (self.left, self.right) {
            (true, true) => Some(say::hazard()),
            (true, false) => Some(common::left()),
            (false, true) => Some(common::right()),
            (false, false) => None,
        };
        match (self.stop, turn) {
            (true, Some(turn)) => say::brake_and(&turn),
            (true, None) => common::brake().into(),
            (false, Some(turn)) => turn.into(),
            (false, None) => say::nothing().into(),
        }
    }
}

/// Left and right wire of a combined system.
pub fn combined(d: Driver) -> (Wire, Wire) {
    let side = |turn: bool| match (turn, d.stop) {
        (true, _) => Wire::Flash,
        (false, true) => Wire::Steady,
        (false, false) => Wire::Off,
    };
    (side(d.left), side(d.right))
}

/// What a converter makes of two combined wires: stop, left, right. Stop cannot be told under hazard: none then.
pub fn separate(left: Wire, right: Wire) -> (Option<bool>, bool, bool) {
    use Wire::{Flash, Steady};
    let turn = (left == Flash, right == Flash);
    let stop = match (left, right) {
        (Flash, Flash) => None,
        _ => Some(left == Steady || right == Steady),
    };
    (stop, turn.0, turn.1)
}

impl Wire {
    /// Two sources over diodes on one lamp: what is steady hides what flashes.
    pub fn or(self, other: Wire) -> Wire {
        use Wire::{Flash, Off, Steady};
        match (self, other) {
            (Steady, _) | (_, Steady) => Steady,
            (Flash, _) | (_, Flash) => Flash,
            (Off, Off) => Off,
        }
    }

    /// Lit only while both are.
    pub fn and(self, other: Wire) -> Wire {
        use Wire::{Flash, Off, Steady};
        match (self, other) {
            (Off, _) | (_, Off) => Off,
            (Flash, _) | (_, Flash) => Flash,
            (Steady, Steady) => Steady,
        }
    }
}
