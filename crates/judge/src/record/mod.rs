//! The record: what was installed, signed, frozen, and looked at again.
//!
//! `job -> as-built record -> packet for the glovebox`
//!
//! - [`built`]: the record; [`fuse_map`]: its fuses; [`closing`]: what is still open when it is signed; [`frozen`]: what a signature forbids; [`visits`]: what is due, what has drifted.

pub mod built;
pub mod closing;
pub mod frozen;
pub mod fuse_map;
pub mod visits;

pub use built::{AsBuilt, as_built};
pub use closing::{Closing, standing};
pub use frozen::{FrozenError, may_follow, reopen, sign};
pub use visits::{Drift, Drifted, Due};
