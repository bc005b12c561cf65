//! Job -> plan -> network: what will be installed, as a chain of links, and the circuit it makes.
//!
//! A lamp circuit is planned as one [`chain::Chain`]: source, joints, wires, fuse, control, lamps,
//! return. Volt line, network, cut list and expected readings all walk that same chain.

pub mod assumed;
pub mod build;
pub mod chain;
mod drawing;
pub mod feed;
mod hand;
pub mod inputs;
pub mod lamp;
pub mod logic;
pub mod places;
pub mod rig;
pub mod rungs;
pub mod supply;
pub mod switching;
pub mod wiring;

pub use assumed::Assumption;
pub use build::{Built, BuiltCircuit, Situation};
pub use chain::{Chain, Link, LinkKind, WireRole, WireRun};
pub use lamp::PlannedLamp;
pub use supply::SupplyState;
