//! What every layer above speaks in: a figure and how it is shown, where a fact comes from, how grave
//! something is, and the writers and readers that more than one layer needs.
//!
//! Knows nothing of lamps, vehicles or circuits.

pub mod coding;
pub mod csv;
pub mod figure;
pub mod grade;
pub mod packing;
pub mod source;
pub mod table;
pub mod units;
pub mod wanted;
pub mod xml;
