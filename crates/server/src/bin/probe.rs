//! A simulated probe thermometer: reads a hidden piece that is not quite what was planned, and says so line by line.

use cindo_core::cook::HiddenAsked;
use cindo_core::run::TruthAsked;
use clap::Parser;
use std::io::Write;
use std::process::ExitCode;

/// A simulated probe thermometer.
#[derive(Debug, Parser)]
#[command(name = "cindo-probe", version)]
struct Cli {
    /// Address and port to listen on; port 0 takes a free one.
    #[arg(long, default_value = "127.0.0.1:4320")]
    listen: String,
    /// What it calls itself.
    #[arg(long, default_value = "simulated probe")]
    name: String,
    /// Thickness of the hidden piece, mm; as planned when not said.
    #[arg(long)]
    thickness_mm: Option<f64>,
    /// The fire is so much hotter than set, K.
    #[arg(long, allow_hyphen_values = true)]
    heat_k: Option<f64>,
    /// How far the tip is off the middle, mm.
    #[arg(long, default_value_t = 0.0, allow_hyphen_values = true)]
    off_mm: f64,
    /// How slowly it follows, s.
    #[arg(long, default_value_t = 3.0)]
    lag_s: f64,
    /// Its noise, K.
    #[arg(long, default_value_t = 0.3)]
    noise_k: f64,
}

fn main() -> ExitCode {
    let cli = Cli::parse();
    let hidden = HiddenAsked {
        truth: TruthAsked {
            thickness_mm: cli.thickness_mm,
            heat_k: cli.heat_k,
            ..TruthAsked::default()
        },
        off_mm: cli.off_mm,
        lag_s: cli.lag_s,
        noise_k: cli.noise_k,
        seed: 7,
    };
    let served: std::io::Result<()> = actix_web::rt::System::new().block_on(async {
        let listener = tokio::net::TcpListener::bind(&cli.listen).await?;
        let address = listener.local_addr()?;
        writeln!(std::io::stdout(), "The probe listens on {address}")?;
        cindo_server::probe::simulate(listener, cli.name, hidden).await
    });
    if let Err(cause) = served {
        let _ = writeln!(std::io::stderr(), "{}: {cause}", cli.listen);
        return ExitCode::FAILURE;
    }
    ExitCode::SUCCESS
}
