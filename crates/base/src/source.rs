//! Where a figure comes from.

use serde::Serialize;
use utoipa::ToSchema;

/// What stands behind a figure.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Basis {
    /// Worked out from a formula.
    Computed,
    /// Believed to stand in the named standard; recalled from memory.
    Standard,
    /// Trade habit or typical product figure; nobody can be cited.
    CommonPractice,
    /// What a person of this job said or measured.
    Fitter,
}

/// A named source.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct Source {
    /// Name, such as a standard with its table.
    pub name: &'static str,
    /// What kind of source it is.
    pub basis: Basis,
}

impl Source {
    /// A formula.
    pub const fn computed(name: &'static str) -> Self {
        Source { name, basis: Basis::Computed }
    }

    /// A standard, recalled from memory.
    pub const fn standard(name: &'static str) -> Self {
        Source { name, basis: Basis::Standard }
    }

    /// Common practice, no source.
    pub const fn practice(name: &'static str) -> Self {
        Source { name, basis: Basis::CommonPractice }
    }
}
