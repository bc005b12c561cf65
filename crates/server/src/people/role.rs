//! Roles in words.

use jovek_phrases::people as say;
use jovek_store::Role;

/// A role as it is called.
pub(crate) fn role_text(role: Role) -> &'static str {
    match role {
        Role::Apprentice => say::apprentice(),
        Role::Fitter => say::fitter(),
        Role::Planner => say::planner(),
        Role::Lead => say::lead(),
    }
}
