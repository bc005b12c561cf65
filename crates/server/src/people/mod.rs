//! Who may come in, and what they may do: one place for the whole API.
//!
//! On this machine alone one person works without an account, as long as nobody has one. Everywhere else each request needs
//! a session, and its operation a role.

mod caller;
mod guard;
mod password;
mod rights;
mod throttle;

pub use caller::{Caller, Entry};
pub(crate) use guard::{guard, role_text};
pub(crate) use password::{fits, hashed, of_nobody};
pub(crate) use rights::{Needs, Rights};
pub(crate) use throttle::Throttle;

/// The cookie that carries a session.
pub(crate) const COOKIE: &str = "jovek_session";
