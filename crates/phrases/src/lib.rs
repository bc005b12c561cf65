//! Every sentence for people, by subject. Above this crate nothing has words of its own: it names a sentence and
//! gives it its figures, already in the shop's units, and names that people typed.
//!
//! A table is a line a sentence, so that a native fitter reads all of a subject in one place, and mends it there.

#[macro_use]
mod sentences;
mod language;

pub use language::{Language, capital, small, speak};

pub mod answers;
pub mod begin;
pub mod budget;
pub mod catalog;
pub mod choices;
pub mod common;
pub mod diagnose;
pub mod figures;
pub mod fleet;
pub mod harness;
pub mod job;
pub mod light;
pub mod limits;
pub mod look_walk;
pub mod moment;
pub mod owner;
pub mod paper;
pub mod parts;
pub mod people;
pub mod plan;
pub mod program;
pub mod proof;
pub mod prove;
pub mod question;
pub mod record;
pub mod refusals;
pub mod road;
pub mod route;
pub mod rules;
pub mod series;
pub mod sisters;
pub mod stock;
pub mod store;
pub mod strip_answers;
pub mod swap;
pub mod switching;
pub mod trailer;
pub mod volt_line;
pub mod work;
pub mod yard;
