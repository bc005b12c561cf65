//! The `jovek` program.

use clap::Parser;
use std::process::ExitCode;

fn main() -> ExitCode {
    tracing_subscriber::fmt()
        .with_writer(std::io::stderr)
        .with_max_level(tracing::Level::WARN)
        .init();
    jovek_server::cli::run(&jovek_server::cli::Cli::parse())
}
