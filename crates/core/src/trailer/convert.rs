//! Combined stop and turn lamps (one filament a side, turn before stop) against separate ones.
//!
//! Source: truth tables of reference 6.4, computed: turn overrides stop on its own side.

/// What a wire does.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
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
