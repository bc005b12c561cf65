//! Run: the vehicle as a measured skeleton, and the wires along it.
//!
//! A body in its dimensions, with what was measured, forbidden or added, is a graph of places and ways.
//! Each way has a price in metres: its length with what hazards, holes and exposure add. Every circuit takes
//! the cheapest paths from source to fuse to relay, and the cheapest tree from there to its lamps and from
//! its lamps to ground; what lies on one way is a bundle.
//!
//! - `body`: the bodies. `graph`: places and ways. `price`: what a way costs. `path`, `tree`: the cheapest.
//! - `sites`: where parts sit. `branch`: a tree as trunk and legs. `lay`: all circuits of a job.
//! - `bundle`: what lies side by side. `outline`: the body as it is drawn.

pub mod body;
pub mod branch;
pub mod bundle;
pub mod graph;
pub mod lay;
pub mod outline;
pub mod path;
pub mod price;
mod sites;
pub mod tree;

pub use graph::{Graph, RouteEdge, RouteNode};
pub use lay::{Laid, LaidLeg, LaidRole, LaidWire, Layout, Wanted, lay};
