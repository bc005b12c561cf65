//! jovek-core
pub mod circuit;
