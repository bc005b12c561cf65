//! Whole jobs: what is planned, proven and shown. One program, because linking costs more than running.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

mod bad_input;
mod bays;
mod bays_without_idling;
mod bodies;
mod cache_keeps_nothing;
mod common;
mod cut_and_parts;
mod dimmers_and_coils;
mod each_finding;
mod fault_finding;
mod faults_show;
mod feeds;
mod ground_bus;
mod harness_sheet;
mod inputs_and_words;
mod isolation;
mod joints_and_connectors;
mod laid;
mod moment_and_drawing;
mod order_of_work;
mod outputs;
mod parts_fail;
mod proof_holds;
mod properties;
mod proving;
mod random_vehicles;
mod record;
mod rules_of_the_job;
mod shift_budget;
mod spice_agreement;
mod stock_and_estimate;
mod strips;
mod switching_options;
mod what_changed;
mod wishes_hold;
