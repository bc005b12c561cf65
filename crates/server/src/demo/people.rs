//! The people of the demo's workshop: one for each role.

use crate::people::{hashed, role_text};
use anyhow::Context;
use jovek_phrases::people as say;
use jovek_store::{Role, Store};

/// Who works at Halt Lane.
const PEOPLE: [(&str, Role); 4] = [
    (super::APPRENTICE, Role::Apprentice),
    (super::FITTER, Role::Fitter),
    (super::PLANNER, Role::Planner),
    (super::LEAD, Role::Lead),
];

/// The password of each of them: it stands on the console, and nothing in the demo is anybody's.
const PASSWORD: &str = "halt lane 14";

/// Gives the people of the demo their accounts. Returns what is said of them on the console.
///
/// # Errors
/// The store's, or that a password cannot be kept.
pub fn add_people(store: &Store) -> anyhow::Result<String> {
    let kept = hashed(PASSWORD).context("the demo's password")?;
    let mut names = Vec::with_capacity(PEOPLE.len());
    for (name, role) in PEOPLE {
        let (_, invitation) = store.add_person(name, role, super::LEAD)?;
        store.join(&invitation, name, &kept)?;
        names.push(say::demo_person(&name, &role_text(role)));
    }
    Ok(say::demo_people(&names.join(", "), &PASSWORD))
}
