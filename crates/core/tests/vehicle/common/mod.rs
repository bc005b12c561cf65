//! Demo jobs and jobs made for a test.

pub mod bench;
#[path = "../../common/mod.rs"]
mod demo;

pub use demo::demo_jobs;
