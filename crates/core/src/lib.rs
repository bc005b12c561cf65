//! The rules and computation of adding lights to vehicles.
//!
//! ```text
//! job -> plan -> network -> answers
//! ```
//!
//! Each layer is a crate of its own, so that an arrow against the pipeline does not compile. From the
//! bottom up:
//!
//! - [`base`]: figures with their units, sources, grades; packing, tables, writers.
//! - [`circuit`]: an electrical network; devices, solver, SPICE. Knows nothing of vehicles.
//! - [`catalog`]: tables and constants of the trade with their sources.
//! - [`job`]: facts and choices, what a person said or measured. The only thing that is stored.
//! - [`plan`]: what will be installed, the network it makes, and the sizes that it needs.
//! - [`judge`]: what is read out of the solved vehicle: proof, harness, light, budget, work, faults,
//!   record, findings.
//! - [`words`]: drawings, packet and open formats: what leaves for people and other programs.
//!
//! Every arrow is a pure function: no clock, no file, no network, no randomness. The same job gives
//! the same answers, to the byte.
//!
//! ```
//! use jovek_core::{answers, job::Job};
//!
//! let job = Job::read(include_str!("../../../demo/unit-14.json")).expect("a demo job reads");
//! let answers = answers::assess(&job);
//! assert!(!answers.cuts.is_empty());
//! ```

pub use jovek_base as base;
pub use jovek_catalog as catalog;
pub use jovek_circuit as circuit;
pub use jovek_job as job;
pub use jovek_judge as judge;
pub use jovek_plan as plan;
pub use jovek_words as words;

pub use jovek_judge::{
    answers, budget, choices, defaults, diagnose, finding, fleet, harness, kinds, light, loads,
    moment, option_value, proof, prove, question, record, road, rules, series, state, stock,
    strip_answers, swap, trailer, usual, volt_line, work,
};
pub use jovek_plan::{route, sizing, strip};
pub use jovek_words::{
    board, diagram, export, formboard, owner, packet, practice, printed, qr, sheet,
};
