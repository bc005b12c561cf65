//! Trailers and towed vehicles: lamps that obey somebody else's wires.
//!
//! - [`connectors`]: pins of both faces, colours by country. [`convert`]: combined and separate stop and turn.
//! - [`link`]: a socket on a plug, function by function; what must come between. [`ground`]: a lost ground, solved.
//! - [`probe`]: what a wire does, told by the meter. [`hitch`]: a lamp between socket and plug.
//! - [`towed`]: a vehicle on its wheels, every combination solved.
//! - [`build`]: a trailer's lamps from its length, width and the rule book.

pub mod build;
pub mod connectors;
pub mod convert;
pub mod ground;
pub mod hitch;
pub mod link;
pub mod probe;
pub mod towed;

pub use link::{LinkReport, link};
