//! The rules and computation of adding lights to vehicles.
//!
//! ```text
//! job -> plan -> network -> answers
//! ```
//!
//! - [`job`]: facts and choices, what a person said or measured. The only thing that is stored.
//! - [`plan`]: what will be installed. Each lamp circuit becomes a chain of links, source to ground.
//! - [`circuit`]: the same as an electrical network; devices, solver, SPICE.
//! - [`sizing`]: wire, fuse, switch and relay, each tried in the solved circuit; reasons as data.
//! - [`answers`]: volt lines, choices, findings, cut list, parts, expected readings.
//! - [`proof`]: every combination of inputs, and every single failure, held against the wishes.
//! - [`budget`]: charge over a shift, hours of light, "will it start on Monday".
//! - [`rules`]: findings; [`prove`]: readings and their judgement; [`harness`]: cut and parts lists.
//! - [`diagram`]: the circuit diagram, laid out by rule.
//! - [`export`]: SPICE, CSV, SVG.
//! - [`catalog`]: tables with their sources.
//! - [`moment`]: the vehicle in one state: how each lamp burns, and what changed.
//! - [`road`]: what may be where on the road, by region.
//! - [`light`]: where the light falls, aim, glare, colour.
//! - [`fresh`]: what new things start as.
//! - [`state`]: a state of the vehicle by its names.
//! - [`work`]: steps, their gates and order, how far they are.
//! - [`stock`]: what the shop holds and pays; the estimate.
//! - [`strip`]: strip around edges, modules behind openings, screws.
//! - [`table`]: tables from CSV, bad rows by line.
//! - [`swap`]: bulbs that become LED; [`trailer`]: connectors and trailers.
//! - [`diagnose`]: what is wrong, how likely, what to read next; [`record`]: as built, signed, looked at again.
//! - [`question`]: which unmeasured figure matters most.
//!
//! Every arrow is a pure function: no clock, no file, no network, no randomness. The same job gives
//! the same answers, to the byte.

pub mod answers;
pub mod budget;
pub mod catalog;
pub mod circuit;
pub mod diagnose;
pub mod diagram;
pub mod export;
pub mod fresh;
pub mod harness;
pub mod job;
pub mod light;
pub mod moment;
pub mod plan;
pub mod proof;
pub mod prove;
pub mod question;
pub mod record;
pub mod road;
pub mod route;
pub mod rules;
pub mod sizing;
pub mod state;
pub mod stock;
pub mod strip;
pub mod swap;
pub mod table;
pub mod trailer;
pub mod without;
pub mod work;
