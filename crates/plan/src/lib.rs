//! Job -> plan -> network: what will be installed, as a chain of links, the circuit it makes and the
//! sizes that it needs.
//!
//! A lamp circuit is planned as one [`chain::Chain`]: source, joints, wires, fuse, control, lamps,
//! return. Volt line, network, cut list and expected readings all walk that same chain.
//!
//! In the order in which data passes:
//!
//! - [`probe`], [`survey`]: what was read on the vehicle before anything is planned, judged.
//! - [`inputs`], [`logic`]: what can be on, and when a lamp is wanted. [`switching`]: relays and diodes
//!   that follow a wish; [`switching_options`]: which of them are offered.
//! - [`supply`], [`factory`], [`lamp`], [`lamp_curve`], [`feed`]: sources, factory circuits, lamps and what was measured of them, where power comes from;
//!   [`keyed`]: a fuse position that is live with the key.
//! - [`route`]: paths along the skeleton; [`strip`], [`strips`]: strip along its edges.
//! - [`fact`]: what of the job tells a piece of a circuit.
//! - [`end`], [`plugs`]: where a wire can end; connectors with their cavities.
//! - [`fuse_block`], [`charge_cable`], [`housing`]: what several circuits share: a feed, a second battery's cable, a ground.
//! - [`wiring`], [`chain`]: each circuit as links in order; [`wires`]: every piece of wire of it; [`sizes`]: what was chosen for it.
//! - [`network`]: the same as a circuit to be solved. [`drop`]: what may be lost on the way.
//! - [`sizing`]: the thinnest wire that no rule refuses.
//! - [`study`]: the whole vehicle, planned, sized and solved: what every judgement reads.
//! - [`bundles`]: wires side by side at the sizes chosen.
//!
//! ```
//! use jovek_job::Job;
//! use jovek_plan::{end::End, study::study, wires::wires};
//!
//! let study = study(&Job::starter("14"));
//! let (chain, sizes) = study.parts()[0];
//! // Every piece of wire has two ends, the first of them at the battery.
//! let pieces = wires(chain, sizes).pieces;
//! assert!(matches!(pieces[0].from, End::Post(_)));
//! assert!(sizes.fuse.is_some_and(|fuse| fuse.rating_a > 0.0));
//! ```

pub mod assumed;
pub mod bundles;
pub mod chain;
pub mod charge_cable;
pub mod drop;
pub mod end;
pub mod fact;
pub mod factory;
pub mod feed;
pub mod feed_option;
pub mod fuse_block;
pub mod housing;
pub mod inputs;
pub mod keyed;
pub mod lamp;
pub mod lamp_curve;
pub mod logic;
pub mod need;
pub mod network;
pub mod plug_feed;
pub mod plugs;
pub mod probe;
pub mod route;
pub mod sizes;
pub mod sizing;
pub mod strip;
pub mod strips;
pub mod study;
pub mod supply;
pub mod survey;
pub mod switching;
pub mod switching_options;
pub mod wires;
pub mod wiring;

pub use assumed::Assumption;
pub use chain::{Chain, Link, LinkKind, WireRole, WireRun};
pub use jovek_job::SupplyState;
pub use lamp::PlannedLamp;
pub use network::{Built, BuiltCircuit, Situation};
