//! Finding a fault: what could be wrong, how likely each is after the readings so far, and what to read next.
//!
//! ```text
//! plan -> points, readings, suspects -> every reading under every suspect -> likelihoods -> next reading
//! ```
//!
//! - [`points`]: where a lead can go; [`measures`]: what can be read; [`suspects`]: what can be wrong, and how
//!   often it is; [`edit`]: what a fault changes in the network.
//! - [`predict`]: the network of each suspect solved in each state. [`meter`]: how far a reading errs.
//! - [`belief`]: Bayes' rule; [`next`]: the reading that tells most for its time.
//! - [`vehicle`]: a vehicle with a hidden fault; [`trial`]: the search played on it.
//! - [`practice`]: the same for somebody who learns, on a [`board`], against the [`shortest`] way. [`report`]: all of it in words.

pub mod belief;
pub mod case;
pub mod edit;
pub mod measures;
pub mod meter;
pub mod next;
pub mod points;
pub mod predict;
pub mod report;
pub mod shortest;
pub mod suspects;
pub mod trial;
pub mod vehicle;
pub mod words;

pub use belief::Taken;
pub use case::{Case, can_be_read};
pub use report::{
    Diagnosis, NextAnswer, Outcome, ReadingAnswer, SuspectAnswer, diagnose, diagnose_while,
};
pub use suspects::FaultOf;
