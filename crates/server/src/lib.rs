//! The API, the embedded web app and the `jovek` program.
//!
//! Handlers are thin: they read a request, ask the core or the store, and put the answer into words
//! of HTTP. No rule of the job lives here.

mod answer_parts;
mod answered;
pub mod api;
pub mod assets;
pub mod backups;
pub mod cli;
pub mod compute;
pub mod demo;
pub mod device;
pub mod door;
pub mod extract;
pub mod ics;
pub mod listen;
pub mod live;
pub mod pdf;
pub mod people;
pub mod picture;
pub mod problem;
mod program;
pub mod serve;
pub mod sim;
