//! The command line: the same core and the same JSON as over HTTP.

use crate::config::Config;
use crate::doctor::Finding;
use crate::error::RequestError;
use crate::files::ExportRequest;
use crate::guard::Guard;
use crate::live::Live;
use crate::store::copies::{self, CopyError};
use crate::wire::{
    self, CookRequest, CoolRequest, HeatRequest, LeftoverRequest, PlanRequest, PrepRequest,
    RankRequest, SchoolsRequest, ServiceRequest, SettleRequest, SimulateRequest, ThawRequest,
    TogetherRequest,
};
use crate::{demo, routes, store};
use actix_web::HttpServer;
use actix_web::rt::net::TcpStream;
use clap::{Parser, Subcommand};
use serde::Serialize;
use serde::de::DeserializeOwned;
use std::io::{Read, Write};
use std::net::{Ipv4Addr, Ipv6Addr};
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use std::sync::OnceLock;
use std::time::Duration;
use thiserror::Error;
use utoipa::OpenApi;

/// With the form of its store.
fn version() -> &'static str {
    static SAID: OnceLock<String> = OnceLock::new();
    SAID.get_or_init(|| format!("{} (store {})", env!("CARGO_PKG_VERSION"), store::FORM))
}

/// Cooking times for the piece of fish in hand.
#[derive(Debug, Parser)]
#[command(name = "cindo", version = version())]
pub struct Cli {
    #[command(subcommand)]
    command: Command,
}

#[derive(Debug, Subcommand)]
enum Command {
    /// Serve the application.
    Serve {
        /// Fill a store of its own with the demo kitchen, fresh each time.
        #[arg(long)]
        demo: bool,
        /// Address and port to listen on; port 0 takes a free one.
        #[arg(long, default_value = "127.0.0.1:4310")]
        listen: String,
        /// A name by which other machines ask for this one; may be said more than once. Names of
        /// this machine itself are always known.
        #[arg(long = "host")]
        hosts: Vec<String>,
        /// Folder to keep things in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
        /// Address of a probe thermometer (docs/PROBE.md); may be said more than once.
        #[arg(long = "probe")]
        probes: Vec<String>,
        /// Address of a kitchen scale (docs/SCALE.md); may be said more than once.
        #[arg(long = "scale")]
        scales: Vec<String>,
    },
    /// Copy all that is kept into one new file, while it is in use.
    Backup {
        /// The file to make.
        file: PathBuf,
        /// Folder that things are kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Put a backup in the place of what is kept; what was there is moved aside. Refused while Cindo runs on the folder.
    Restore {
        /// A file that `cindo backup` made.
        file: PathBuf,
        /// Folder to keep things in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Look at folder, store, disk, clock and port, and say what to do where one is wrong.
    Doctor {
        /// Folder that things are kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
        /// Address and port it listens on.
        #[arg(long, default_value = "127.0.0.1:4310")]
        listen: String,
    },
    /// Write all that is kept as one JSON file, while it is in use.
    Export {
        /// The file to make, or - for standard output.
        file: PathBuf,
        /// Folder that things are kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Bring in what such a file holds; what is there already stays. Refused while Cindo runs on the folder.
    Import {
        /// A JSON file, or - for standard input.
        file: PathBuf,
        /// Folder to keep things in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
    },
    /// Settings and target in, times out.
    Plan {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// Piece, target and wishes in, every method planned and ordered.
    Rank {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// Which heat reaches the target with the least overcooked.
    Settle {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// What cooks disagree about, each answer cooked with this piece.
    Schools {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// What is done before the heat, how much of everything, one clock back from the plate.
    Prep {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// Many plates to one time: who does what when, on what.
    Service {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// Several pieces in one pan: when each goes in and comes out.
    Together {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// Settings and times in, temperatures out.
    Simulate {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// A cook under way: plan, events and the time in, what is so and what comes next out.
    Cook {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// The bare solver with constant properties.
    Heat {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// How long a frozen piece takes to thaw.
    Thaw {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// How long a cooked piece takes to cool.
    Cool {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// What becomes of cooked fish that is left: held hot, cooled, kept, reheated.
    Leftover {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// Write a card as a file: its JSON, a recipe, a table of temperatures or a calendar.
    Card {
        /// A JSON file, or - for standard input.
        file: PathBuf,
    },
    /// Print the OpenAPI description.
    Openapi,
}

/// Exit code for bad input.
const BAD_INPUT: u8 = 2;

/// Runs one command.
pub fn run(cli: Cli) -> ExitCode {
    match cli.command {
        Command::Serve {
            demo,
            listen,
            hosts,
            data,
            probes,
            scales,
        } => match serve(&Config {
            listen,
            hosts,
            data,
            demo,
            probes,
            scales,
        }) {
            Ok(()) => ExitCode::SUCCESS,
            Err(error) => {
                complain(&error.to_string());
                ExitCode::FAILURE
            }
        },
        Command::Backup { file, data } => copied(
            copies::backup(&data, &file),
            &format!(
                "All that is kept in {} is in {}",
                data.display(),
                file.display()
            ),
        ),
        Command::Restore { file, data } => copied(
            copies::restore(&data, &file),
            &format!(
                "{} is in place in {}; what was there is in its folder copies",
                file.display(),
                data.display()
            ),
        ),
        Command::Doctor { data, listen } => looked(&crate::doctor::look(&data, &listen)),
        Command::Export { file, data } => whole(export(&data, &file)),
        Command::Import { file, data } => whole(import(&data, &file)),
        Command::Plan { file } => answer(&file, |r: PlanRequest| r.answer()),
        Command::Rank { file } => answer(&file, |r: RankRequest| r.answer()),
        Command::Settle { file } => answer(&file, |r: SettleRequest| r.answer()),
        Command::Schools { file } => answer(&file, |r: SchoolsRequest| r.answer()),
        Command::Prep { file } => answer(&file, |r: PrepRequest| r.answer()),
        Command::Service { file } => answer(&file, |r: ServiceRequest| r.answer()),
        Command::Together { file } => answer(&file, |r: TogetherRequest| r.answer()),
        Command::Simulate { file } => answer(&file, |r: SimulateRequest| r.answer()),
        Command::Cook { file } => answer(&file, |r: CookRequest| r.answer()),
        Command::Heat { file } => answer(&file, |r: HeatRequest| r.answer()),
        Command::Thaw { file } => answer(&file, |r: ThawRequest| r.answer()),
        Command::Cool { file } => answer(&file, |r: CoolRequest| r.answer()),
        Command::Leftover { file } => answer(&file, |r: LeftoverRequest| r.answer()),
        Command::Card { file } => answer_with(
            &file,
            |r: ExportRequest| r.answer(),
            |file| write_out(Ok(file.text)),
        ),
        Command::Openapi => print(&routes::ApiDoc::openapi()),
    }
}

fn complain(text: &str) {
    // Nothing is left to do when standard error is closed.
    let _ = writeln!(std::io::stderr(), "{text}");
}

/// Each finding a line; a failure where one is wrong.
fn looked(all: &[Finding]) -> ExitCode {
    let line = |one: &Finding| {
        format!(
            "{}  {}",
            if one.well { "well " } else { "WRONG" },
            one.words
        )
    };
    let lines: Vec<String> = all.iter().map(line).collect();
    let said = write_out(Ok(lines.join("\n")));
    if all.iter().all(|one| one.well) {
        said
    } else {
        ExitCode::FAILURE
    }
}

fn whole(done: Result<String, StartError>) -> ExitCode {
    match done {
        Ok(words) => write_out(Ok(words)),
        Err(error) => {
            complain(&error.to_string());
            ExitCode::FAILURE
        }
    }
}

/// All that is kept as JSON: of a copy, so that whoever serves it is not disturbed.
fn export(data: &Path, file: &Path) -> Result<String, StartError> {
    let io = |cause| StartError::Io {
        what: file.display().to_string(),
        cause,
    };
    let copy = tempfile::tempdir().map_err(io)?;
    copies::backup(data, &copy.path().join("cindo.sqlite"))?;
    let store = store::open(copy.path())?;
    let book = store
        .work(crate::kept::whole::book)
        .map_err(StartError::File)?;
    let text = serde_json::to_string_pretty(&book)
        .map_err(|cause| StartError::File(RequestError::ours(cause)))?;
    if file == Path::new("-") {
        return Ok(text);
    }
    // No file takes another's place.
    let mut new = std::fs::File::create_new(file).map_err(io)?;
    new.write_all(text.as_bytes()).map_err(io)?;
    new.sync_all().map_err(io)?;
    let left_out = match book.left_out.len() {
        0 => String::new(),
        n => format!(", but for {n} that cannot be read"),
    };
    Ok(format!(
        "All that is kept in {} is in {}{left_out}",
        data.display(),
        file.display()
    ))
}

fn import(data: &Path, file: &Path) -> Result<String, StartError> {
    let bytes = input(file).map_err(StartError::File)?;
    let rows = crate::files::read_whole(&bytes)
        .and_then(crate::kept::whole::read)
        .map_err(StartError::File)?;
    let _held = copies::hold(data)?;
    let store = store::open(data)?;
    let came = store.work(|c| rows.put(c)).map_err(StartError::File)?;
    Ok(format!(
        "{} came in, {} were there already",
        came.cards.len() + came.others,
        came.there
    ))
}

/// Says what was copied, or why not.
fn copied(done: Result<(), CopyError>, words: &str) -> ExitCode {
    match done {
        Ok(()) => write_out(Ok(words.to_owned())),
        Err(error) => {
            complain(&error.to_string());
            ExitCode::FAILURE
        }
    }
}

/// Prints JSON.
fn print<T: Serialize>(value: &T) -> ExitCode {
    write_out(serde_json::to_string_pretty(value).map_err(std::io::Error::from))
}

/// Writes text; a closed pipe ends the command without fuss.
fn write_out(text: std::io::Result<String>) -> ExitCode {
    match text.and_then(|text| writeln!(std::io::stdout(), "{text}")) {
        Ok(()) => ExitCode::SUCCESS,
        Err(error) if error.kind() == std::io::ErrorKind::BrokenPipe => ExitCode::SUCCESS,
        Err(error) => {
            complain(&error.to_string());
            ExitCode::FAILURE
        }
    }
}

fn input(file: &Path) -> Result<Vec<u8>, RequestError> {
    let mut bytes = Vec::new();
    let done = if file == Path::new("-") {
        std::io::stdin().read_to_end(&mut bytes).map(drop)
    } else {
        std::fs::read(file).map(|read| bytes = read)
    };
    done.map_err(|cause| RequestError::Field {
        code: "cannot_read",
        field: "",
        message: format!("{}: {cause}", file.display()),
    })?;
    Ok(bytes)
}

fn answer<R: DeserializeOwned, A: Serialize>(
    file: &Path,
    work: impl FnOnce(R) -> Result<A, RequestError>,
) -> ExitCode {
    answer_with(file, work, |answer| print(&answer))
}

fn answer_with<R: DeserializeOwned, A>(
    file: &Path,
    work: impl FnOnce(R) -> Result<A, RequestError>,
    show: impl FnOnce(A) -> ExitCode,
) -> ExitCode {
    match input(file)
        .and_then(|bytes| wire::read(&bytes))
        .and_then(work)
    {
        Ok(answer) => show(answer),
        Err(error) => {
            let body = serde_json::to_string(&error.body());
            complain(&body.unwrap_or_else(|_| error.to_string()));
            ExitCode::from(BAD_INPUT)
        }
    }
}

/// Why the server did not start, or a command did not run.
#[derive(Debug, Error)]
pub enum StartError {
    /// A file or a socket.
    #[error("{what}: {cause}")]
    Io {
        /// What was tried.
        what: String,
        /// What the system said.
        cause: std::io::Error,
    },
    /// The store.
    #[error(transparent)]
    Store(#[from] crate::store::OpenError),
    /// The folder, which another serves.
    #[error(transparent)]
    Held(#[from] CopyError),
    /// What a file holds.
    #[error(transparent)]
    File(RequestError),
    /// The demo kitchen.
    #[error("the demo kitchen cannot be set up: {0}")]
    Demo(RequestError),
}

const WORKERS: usize = 2;

/// So many connections a worker, that those that idle never take the last descriptor from one that asks for health.
fn connections() -> usize {
    let most = rustix::process::getrlimit(rustix::process::Resource::Nofile).current;
    // The store, the probes, and who is being answered.
    let free = most.unwrap_or(1024).saturating_sub(64) as usize;
    (free / WORKERS).clamp(32, 2048)
}

/// The day by the clock of the kitchen.
fn today() -> jiff::civil::Date {
    let now = jiff::Timestamp::now();
    now.to_zoned_datetime(jiff::tz::TimeZone::system()).date()
}

/// Looks now and then whether the copy of the day is there.
async fn copy_each_day(folder: PathBuf) {
    const LOOK: Duration = Duration::from_secs(600);
    loop {
        let there = folder.clone();
        let made = crate::work::compute(move || {
            copies::daily(&there, today()).map_err(RequestError::ours)
        });
        if let Err(cause) = made.await {
            tracing::error!(%cause, folder = %folder.display(), "no copy of the day");
        }
        tokio::time::sleep(LOOK).await;
    }
}

/// Serves until told to stop.
///
/// # Errors
/// When the store cannot be opened or the address cannot be listened on.
pub fn serve(config: &Config) -> Result<(), StartError> {
    tracing_subscriber::fmt()
        .json()
        .with_writer(std::io::stderr)
        .with_env_filter(
            tracing_subscriber::EnvFilter::try_from_default_env()
                .unwrap_or_else(|_| tracing_subscriber::EnvFilter::new("warn,cindo_server=info")),
        )
        .init();
    let io = |what: String| move |cause| StartError::Io { what, cause };
    // The folder of the demo goes away with this value.
    let demo_folder = config
        .demo
        .then(|| tempfile::Builder::new().prefix("cindo-demo-").tempdir())
        .transpose()
        .map_err(io("a folder for the demo".into()))?;
    let folder = demo_folder
        .as_ref()
        .map_or(config.data.as_path(), |dir| dir.path());
    let _held = copies::hold(folder)?;
    let store = store::open(folder)?;
    if config.demo {
        demo::fill(&store, jiff::Timestamp::now()).map_err(StartError::Demo)?;
    }
    actix_web::rt::System::new().block_on(async {
        let guard = Guard::new(&config.listen, &config.hosts);
        let live = Live::default()
            .with_probes(config.probes.clone())
            .with_scales(config.scales.clone());
        if Guard::listens_beyond(&config.listen) {
            complain(
                "Cindo can be reached from other machines, and there is no passcode yet: anyone \
                 there can read and change what is kept.",
            );
        }
        crate::probe::take_up(&store, &live).await;
        if !config.demo {
            actix_web::rt::spawn(copy_each_day(folder.to_owned()));
        }
        let server =
            HttpServer::new(move || routes::app(store.clone(), guard.clone(), live.clone()))
                // Small answers go out at once, not when the last is acknowledged.
                .on_connect(|connection, _| {
                    if let Some(stream) = connection.downcast_ref::<TcpStream>()
                        && let Err(cause) = stream.set_nodelay(true)
                    {
                        tracing::warn!(%cause, "answers may be late");
                    }
                })
                .workers(WORKERS)
                .max_connections(connections())
                .shutdown_timeout(1)
                .bind(&config.listen)
                .map_err(io(config.listen.clone()))?;
        for address in server.addrs() {
            tracing::info!(%address, "listening");
            // Every address of this machine is none to ask at.
            let address = match address.ip() {
                ip if !ip.is_unspecified() => address,
                ip if ip.is_ipv4() => (Ipv4Addr::LOCALHOST, address.port()).into(),
                _ => (Ipv6Addr::LOCALHOST, address.port()).into(),
            };
            let ready = writeln!(std::io::stdout(), "Cindo is ready at http://{address}");
            ready.map_err(io("standard output".into()))?;
        }
        server.run().await.map_err(io("serving".into()))
    })
}
