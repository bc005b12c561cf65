//! The solver against what stands outside the project, and the conditions that it names.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic)]

mod named_conditions;
mod reference_circuits;
