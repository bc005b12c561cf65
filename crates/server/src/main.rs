//! The `jovek` program.

use clap::Parser;
use mimalloc::MiMalloc;
use std::process::ExitCode;

/// An assessment makes thousands of short-lived strings: this allocator hands them out in half the
/// time.
#[global_allocator]
static ALLOCATOR: MiMalloc = MiMalloc;

fn main() -> ExitCode {
    tracing_subscriber::fmt()
        .with_writer(std::io::stderr)
        .with_max_level(tracing::Level::WARN)
        .init();
    jovek_server::cli::run(&jovek_server::cli::Cli::parse())
}
