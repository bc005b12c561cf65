//! What is read out of the planned and solved vehicle, and judged.
//!
//! Everything here reads [`jovek_plan::study`]; nothing here plans. In the order in which they may
//! use each other:
//!
//! - [`state`]: a state of the vehicle by its names. [`proof`]: every combination of inputs and every
//!   single failure, held against the wishes.
//! - [`volt_line`]: each circuit at its true distances; [`strip_answers`]: strips as they are read out.
//! - [`moment`]: the vehicle in one state: how each lamp burns, and what changed.
//! - [`part_names`]: what relays and modules are called.
//! - [`loads`]: what each circuit takes from the vehicle's own batteries, lit and parked.
//! - [`swap`]: bulbs that become LED. [`harness`]: cut list, connectors, pins, joints, parts, reels.
//! - [`prove`]: readings to expect, and their judgement. [`light`]: where the light falls, aim, glare.
//!   [`road`]: what may be where on the road, by region. [`budget`]: charge over a shift.
//!   [`trailer`]: connectors and trailers.
//! - [`finding`], [`rules`]: what a person should know; one file a rule.
//! - [`answers`]: all of it for one job, as it leaves.
//! - [`look_walk`]: what is read on the vehicle before anything is planned.
//! - [`question`], [`option_value`]: which unmeasured figure matters most; what a way is worth.
//! - [`stock`]: what the shop holds and pays. [`record`]: as built, signed. [`work`]: steps and order.
//!   [`diagnose`]: what is wrong, how likely, what to read next. [`defaults`]: what new things start as.
//!
//! ```
//! use jovek_job::Job;
//! use jovek_judge::{answers::assess, proof::prove};
//!
//! let job = Job::starter("14");
//! let answers = assess(&job);
//! assert!(answers.parts.iter().any(|p| p.part.contains("fuse")));
//! assert!(answers.checks.iter().any(|c| c.id.0.ends_with(".lamp_v")));
//! assert!(prove(&job, Vec::new()).wishes.iter().all(|w| w.missed == 0));
//! ```

pub mod answers;
pub mod budget;
pub mod choices;
pub mod defaults;
pub mod diagnose;
pub mod finding;
pub mod fleet;
pub mod harness;
pub mod kinds;
pub mod light;
pub mod loads;
pub mod look_walk;
pub mod moment;
pub mod option_value;
pub mod part_names;
pub mod proof;
pub mod prove;
pub mod question;
pub mod record;
pub mod road;
pub mod rules;
pub mod series;
pub mod state;
pub mod stock;
pub mod strip_answers;
pub mod swap;
pub mod trailer;
pub mod usual;
pub mod volt_line;
pub mod work;
