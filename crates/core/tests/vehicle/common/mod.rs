//! Demo jobs and jobs made for a test.

pub mod bench;
#[path = "../../common/mod.rs"]
mod demo;
#[path = "../../common/wire.rs"]
mod wire;

pub use demo::demo_jobs;
