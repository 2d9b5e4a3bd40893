//! The command line: the same core and the same JSON as over HTTP.

mod passcode;
mod serve;
mod tls;
mod why;

pub use why::StartError;

use crate::config::Config;
use crate::doctor::Finding;
use crate::door::Role;
use crate::error::RequestError;
use crate::files::ExportRequest;
use crate::store::copies::{self, CopyError};
use crate::wire::{
    self, CookRequest, CoolRequest, HeatRequest, LeftoverRequest, PlanRequest, PrepRequest,
    RankRequest, SchoolsRequest, ServiceRequest, SettleRequest, SimulateRequest, ThawRequest,
    TogetherRequest,
};
use crate::{routes, store};
use clap::{Parser, Subcommand};
use serde::Serialize;
use serde::de::DeserializeOwned;
use std::io::{Read, Write};
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use std::sync::OnceLock;
use utoipa::OpenApi;
use why::complain;

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
        /// Certificates as a PEM file, its own first: it is then asked by https.
        #[arg(long, requires = "key")]
        cert: Option<PathBuf>,
        /// The key of the certificate, as a PEM file.
        #[arg(long, requires = "cert")]
        key: Option<PathBuf>,
    },
    /// Set the owner's passcode, or that of the cooks; asked for here, or read as a line of standard input. Whoever signed in by
    /// the last one is signed out.
    Passcode {
        /// That of the cooks, who change neither kit nor passcodes.
        #[arg(long)]
        cooks: bool,
        /// Folder that things are kept in.
        #[arg(long, default_value = "data")]
        data: PathBuf,
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
            cert,
            key,
        } => match serve::serve(&Config {
            listen,
            hosts,
            data,
            demo,
            probes,
            scales,
            tls: cert.zip(key),
        }) {
            Ok(()) => ExitCode::SUCCESS,
            Err(error) => {
                complain(&error.to_string());
                ExitCode::FAILURE
            }
        },
        Command::Passcode { cooks, data } => {
            let role = if cooks { Role::Cook } else { Role::Owner };
            whole(passcode::set(&data, role))
        }
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
        Ok(words) if words.is_empty() => ExitCode::SUCCESS,
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
    let write = |out: &mut dyn Write| {
        let mut out = std::io::BufWriter::new(out);
        let left_out = store.work(|c| crate::kept::whole::write(c, &mut out));
        let left_out = left_out.map_err(StartError::File)?;
        out.flush().map_err(io)?;
        Ok::<_, StartError>(left_out)
    };
    if file == Path::new("-") {
        write(&mut std::io::stdout().lock())?;
        return Ok(String::new());
    }
    // No file takes another's place; half a one stays nowhere.
    let mut new = std::fs::File::create_new(file).map_err(io)?;
    let done = write(&mut new).and_then(|left_out| {
        new.sync_all().map_err(io)?;
        Ok(left_out)
    });
    if done.is_err() {
        std::fs::remove_file(file).map_err(io)?;
    }
    let left_out = match done?.len() {
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
