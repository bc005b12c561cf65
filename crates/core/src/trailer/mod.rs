//! Trailers and towed vehicles: lamps that obey somebody else's wires.
//!
//! - [`connectors`]: pins of both faces, colours by country. [`convert`]: combined and separate stop and turn.
//! - [`link`]: a socket on a plug, function by function; what must come between. [`ground`]: a lost ground, solved.
//! - [`build`]: a trailer's lamps from its length, width and the rule book.

pub mod build;
pub mod connectors;
pub mod convert;
pub mod ground;
pub mod link;

pub use link::{LinkReport, link};
