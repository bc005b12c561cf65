//! The harness as it is built: the cut list is the network, whatever the names, and can be made.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

mod any_job;
mod apart;
mod can_be_built;
#[path = "../common/mod.rs"]
mod common;
mod equal_names;
mod meter;
mod netlists;
mod one_drop;
mod protected;
mod readings_hold;
mod rebuilt;
mod short_set;
#[path = "../common/wire.rs"]
mod wire;
