//! Whoever makes a request.

use jovek_store::{Person, Role};

/// How people come in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Entry {
    /// One person on this machine, without an account.
    Alone,
    /// Everybody by name and password.
    Accounts,
}

/// Whoever makes a request that is answered.
#[derive(Debug, Clone)]
pub enum Caller {
    /// Somebody on this machine, by the name that they gave.
    Alone(String),
    /// Somebody with an account.
    Known(Person),
    /// Nobody that is known: only what is open to anybody is answered.
    Stranger,
}

impl Caller {
    /// As the history calls them.
    pub fn name(&self) -> &str {
        match self {
            Caller::Alone(name) => name,
            Caller::Known(person) => &person.name,
            Caller::Stranger => "",
        }
    }

    /// What they may do; none for a stranger.
    pub fn role(&self) -> Option<Role> {
        match self {
            Caller::Alone(_) => Some(Role::Lead),
            Caller::Known(person) => Some(person.role),
            Caller::Stranger => None,
        }
    }
}
