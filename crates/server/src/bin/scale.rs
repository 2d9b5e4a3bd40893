//! A simulated kitchen scale: a bowl stands on it, somebody pours, it creeps a little, and says so line by line.

use cindo_server::scale::{Simulated, simulate};
use clap::Parser;
use std::io::Write;
use std::process::ExitCode;

/// A simulated kitchen scale.
#[derive(Debug, Parser)]
#[command(name = "cindo-scale", version)]
struct Cli {
    /// Address and port to listen on; port 0 takes a free one.
    #[arg(long, default_value = "127.0.0.1:4330")]
    listen: String,
    /// What it calls itself.
    #[arg(long, default_value = "simulated scale")]
    name: String,
    /// A bowl that stands on it, g.
    #[arg(long, default_value_t = 420.0)]
    bowl_g: f64,
    /// What is poured in, g a second.
    #[arg(long, default_value_t = 4.0)]
    pour_g_s: f64,
    /// Until so much is in, g.
    #[arg(long, default_value_t = 200.0)]
    to_g: f64,
    /// How it creeps, g a minute.
    #[arg(long, default_value_t = 0.2, allow_hyphen_values = true)]
    drift_g_min: f64,
    /// Its noise, g.
    #[arg(long, default_value_t = 0.3)]
    noise_g: f64,
    /// It shows multiples of this, g.
    #[arg(long, default_value_t = 1.0)]
    step_g: f64,
}

fn main() -> ExitCode {
    let cli = Cli::parse();
    let scale = Simulated {
        name: cli.name,
        bowl_g: cli.bowl_g,
        pour_g_s: cli.pour_g_s,
        to_g: cli.to_g,
        drift_g_min: cli.drift_g_min,
        noise_g: cli.noise_g,
        step_g: cli.step_g.max(0.01),
    };
    let served: std::io::Result<()> = actix_web::rt::System::new().block_on(async {
        let listener = tokio::net::TcpListener::bind(&cli.listen).await?;
        let address = listener.local_addr()?;
        writeln!(std::io::stdout(), "The scale listens on {address}")?;
        simulate(listener, scale).await
    });
    if let Err(cause) = served {
        let _ = writeln!(std::io::stderr(), "{}: {cause}", cli.listen);
        return ExitCode::FAILURE;
    }
    ExitCode::SUCCESS
}
