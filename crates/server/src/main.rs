//! The one binary: `cindo serve`, `plan`, `rank`, `simulate`, `heat`, `openapi`.

use clap::Parser;
use std::process::ExitCode;

fn main() -> ExitCode {
    cindo_server::cli::run(cindo_server::cli::Cli::parse())
}
