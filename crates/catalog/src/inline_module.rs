//! Dimmers and flashers: modules in the feed of lamps that switch it on and off by themselves.

use jovek_phrases::catalog as say;
use jovek_phrases::common;

/// What kind of module stands in the feed of lamps.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum InlineModule {
    /// Switches the lamps at an even rate that is seen.
    Flasher,
    /// Switches them some hundred times a second.
    Dimmer,
}

/// A terminal of such a module.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum ModuleTerminal {
    /// Feed: 49 of a flasher.
    In,
    /// To the lamps: 49a of a flasher.
    Out,
    /// Ground of its electronics: 31.
    Ground,
}

impl InlineModule {
    /// Its name.
    pub fn label(self) -> &'static str {
        match self {
            InlineModule::Flasher => say::flasher(),
            InlineModule::Dimmer => say::dimmer(),
        }
    }

    /// The number of a terminal. Source: DIN 72552, recalled from memory: 49 and 49a of a flasher, 31 ground; a dimmer
    /// has none in it, and is named by what goes in and comes out.
    pub fn terminal_label(self, terminal: ModuleTerminal) -> &'static str {
        match (self, terminal) {
            (InlineModule::Flasher, ModuleTerminal::In) => "49",
            (InlineModule::Flasher, ModuleTerminal::Out) => "49a",
            (InlineModule::Dimmer, ModuleTerminal::In) => common::goes_in(),
            (InlineModule::Dimmer, ModuleTerminal::Out) => common::out(),
            (_, ModuleTerminal::Ground) => "31",
        }
    }
}

/// Ratings on the shelf, A. Common practice.
pub const RATINGS_A: [f64; 3] = [5.0, 10.0, 20.0];
/// Largest continuous load, as a part of the rating. Common practice.
pub const CONTINUOUS_PART: f64 = 0.8;
/// Resistance while it conducts, ohm. Common practice: one transistor and two terminals.
pub const ON_OHM: f64 = 0.02;

/// The smallest module that carries a current, A; none where no such module will do.
pub fn smallest_a(current_a: f64) -> Option<f64> {
    RATINGS_A.into_iter().find(|rating| rating * CONTINUOUS_PART >= current_a)
}
