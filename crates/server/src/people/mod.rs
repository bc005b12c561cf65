//! Who may come in, and what they may do: one place for the whole API.
//!
//! On this machine alone one person works without an account, as long as nobody has one. Everywhere else each request needs
//! a session, and its operation a role. The guard of the API (`api/guard.rs`) asks here.

mod caller;
mod password;
mod rights;
mod role;
mod throttle;

pub use caller::{Caller, Entry};
pub(crate) use password::{fits, hashed, of_nobody};
pub(crate) use rights::{Needs, Rights};
pub(crate) use role::role_text;
pub(crate) use throttle::Throttle;

/// The cookie that carries a session.
pub(crate) const COOKIE: &str = "jovek_session";
