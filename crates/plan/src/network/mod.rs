//! Plan -> network: the chains of a job as one electrical circuit, and what sits where in it.

pub mod apart;
pub mod build;
mod builder;
pub mod cache;
mod drawing;
pub mod hardware;
pub mod parts;
mod vehicle;

pub use build::{Built, BuiltCircuit, Situation};
