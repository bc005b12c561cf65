//! Circuits and tables against what stands outside the project; no job is needed.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

mod by_hand;
mod diodes_and_relays;
mod named_conditions;
mod paths;
mod published_tables;
mod reference_circuits;
mod tables;
mod worked_examples;
