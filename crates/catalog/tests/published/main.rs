//! Tables against their publications, and devices with the catalog's figures against worked examples.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

mod diodes_and_relays;
mod published_tables;
mod tables;
mod worked_examples;
