//! Bulbs that become LED: the whole circuit is judged, not the bulb.
//!
//! - [`bulbs`]: watts, light, base. [`resistor`]: ohms, watts, heat.
//! - [`judge`]: what the flasher or module makes of the new load. [`remedies`]: what can be done, with figures.
//! - [`notes`]: polarity, heat, dust, codes.
//! - [`ghost`]: a lost ground behind two filaments, solved as a circuit.

pub mod ghost;
pub mod judge;
pub(crate) mod notes;
pub mod remedies;
pub mod resistor;

pub use judge::{SwapReport, swap};
