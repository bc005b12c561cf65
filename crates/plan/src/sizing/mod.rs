//! Sizing: wire, insulation, fuse, switch and relay, iterated until nothing moves.
//!
//! Each candidate wire is tried in the solved circuit: [`trial::WireTrial`]. The thinnest one that no
//! rule refuses is chosen; why the next thinner one was refused is the governing rule, kept as data.

pub mod bears;
pub mod choice;
pub mod circuit;
mod far_end;
pub mod fuse;
pub mod hardware;
pub mod lead_fuse;
pub mod trial;
