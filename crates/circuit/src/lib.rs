//! The electrical circuit: one model that every answer reads.
//!
//! A [`Network`] is a list of two-terminal [`Device`]s between named nodes, plus the relays that tie
//! coils to contacts. [`solve`] finds its stable operating point; [`spice::netlist`] writes the same
//! circuit for any SPICE. Nothing here knows about vehicles, wires or rules of the job.
//!
//! Sign convention: an element's current flows from its first node to its second *inside* the
//! element. A battery between plus and minus therefore shows a negative current while it delivers.

pub mod devices;
pub mod network;
pub mod solver;
mod sparse;
pub mod spice;

pub use devices::Device;
pub use network::{ElementId, Network, NetworkError, NodeId, Relay, RelayContact, Throw};
pub use solver::{Condition, Solution, SolveError, Solver, solve};
