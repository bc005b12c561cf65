//! The electrical circuit: one model that every answer reads.
//!
//! A [`Network`] is a list of two-terminal [`Device`]s between named nodes, plus the relays that tie
//! coils to contacts. [`solve`] finds its stable operating point; [`spice::netlist`] writes the same
//! circuit for any SPICE. Nothing here knows about vehicles, wires or rules of the job.
//!
//! Sign convention: an element's current flows from its first node to its second *inside* the
//! element. A battery between plus and minus therefore shows a negative current while it delivers.
//!
//! ```
//! use jovek_circuit::{Device, Network, NodeId, devices::Battery, solve};
//!
//! // 12.6 V behind 10 mohm, 1.25 ohm across it: Ohm's law.
//! let mut net = Network::new();
//! let plus = net.node("plus");
//! let battery = Battery { open_circuit_v: 12.6, internal_ohm: 0.01, charge_ohm: 0.3 };
//! net.add("battery", plus, NodeId::GROUND, Device::Battery(battery));
//! let lamp = net.add("lamp", plus, NodeId::GROUND, Device::ohm(1.25));
//! let solution = solve(&net)?;
//! assert!((solution.current_a(lamp) - 10.0).abs() < 1e-3);
//! # Ok::<(), jovek_circuit::SolveError>(())
//! ```

pub mod devices;
pub mod network;
pub mod solver;
mod sparse;
pub mod spice;

pub use devices::Device;
pub use network::{ElementId, Network, NetworkError, NodeId, Relay, RelayContact, Throw};
pub use solver::{Condition, Solution, SolveError, Solver, solve};
