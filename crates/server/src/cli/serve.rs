//! Serves the application.

use super::why::StartError;
use super::{passcode, tls};
use crate::config::Config;
use crate::door::{Door, Outside};
use crate::error::RequestError;
use crate::guard::Guard;
use crate::live::Live;
use crate::store::copies;
use crate::{demo, routes, store};
use actix_tls::accept::rustls_0_23::TlsStream;
use actix_web::HttpServer;
use actix_web::rt::net::TcpStream;
use std::io::Write;
use std::net::{IpAddr, Ipv4Addr, Ipv6Addr, SocketAddr, UdpSocket};
use std::path::PathBuf;
use std::time::Duration;

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

/// The address by which this machine goes out to others: a socket is asked, and nothing is sent.
fn own_address() -> Option<IpAddr> {
    let socket = UdpSocket::bind((Ipv4Addr::UNSPECIFIED, 0)).ok()?;
    // An address set apart for documents: anybody's but ours.
    socket.connect((Ipv4Addr::new(192, 0, 2, 1), 9)).ok()?;
    let ip = socket.local_addr().ok()?.ip();
    (!ip.is_loopback() && !ip.is_unspecified()).then_some(ip)
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
    let beyond = Guard::listens_beyond(&config.listen);
    if beyond {
        passcode::at_first_start(&store, &config.listen, folder)?;
    }
    let tls = config.tls.as_ref().map(tls::read).transpose()?;
    let outside = Outside {
        beyond,
        secure: tls.is_some(),
    };
    let door = Door::new(&store, outside).map_err(StartError::File)?;
    actix_web::rt::System::new().block_on(async {
        let guard = Guard::new(&config.listen, &config.hosts);
        let live = Live::default()
            .with_probes(config.probes.clone())
            .with_scales(config.scales.clone());
        crate::probe::take_up(&store, &live).await;
        if !config.demo {
            actix_web::rt::spawn(copy_each_day(folder.to_owned()));
        }
        let server = HttpServer::new(move || {
            routes::app(store.clone(), guard.clone(), live.clone(), door.clone())
        })
        // Small answers go out at once, not when the last is acknowledged.
        .on_connect(|connection, _| {
            let plain = connection.downcast_ref::<TcpStream>();
            let within = connection.downcast_ref::<TlsStream<TcpStream>>();
            let stream = plain.or(within.map(|tls| tls.get_ref().0));
            if let Some(Err(cause)) = stream.map(|stream| stream.set_nodelay(true)) {
                tracing::warn!(%cause, "answers may be late");
            }
        })
        .workers(WORKERS)
        .max_connections(connections())
        .shutdown_timeout(1);
        let server = match tls {
            None => server.bind(&config.listen),
            Some(tls) => server.bind_rustls_0_23(&config.listen, tls),
        }
        .map_err(io(config.listen.clone()))?;
        let scheme = if outside.secure { "https" } else { "http" };
        for address in server.addrs() {
            tracing::info!(%address, "listening");
            // Every address of this machine is none to ask at.
            let any = address.ip().is_unspecified();
            let port = address.port();
            let address: SocketAddr = match address.ip() {
                ip if !any => (ip, port).into(),
                ip if ip.is_ipv4() => (Ipv4Addr::LOCALHOST, port).into(),
                _ => (Ipv6Addr::LOCALHOST, port).into(),
            };
            let ready = writeln!(std::io::stdout(), "Cindo is ready at {scheme}://{address}");
            ready.map_err(io("standard output".into()))?;
            if let Some(ip) = any.then(own_address).flatten() {
                let there = SocketAddr::from((ip, port));
                let said = writeln!(
                    std::io::stdout(),
                    "Other machines ask at {scheme}://{there}"
                );
                said.map_err(io("standard output".into()))?;
            }
        }
        server.run().await.map_err(io("serving".into()))
    })
}
