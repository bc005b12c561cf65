//! The harness as it is built: the cut list is the network, whatever the names, and can be made.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

mod any_job;
mod can_be_built;
#[path = "../common/mod.rs"]
mod common;
mod equal_names;
mod netlists;
mod one_drop;
mod rebuilt;
#[path = "../common/wire.rs"]
mod wire;
