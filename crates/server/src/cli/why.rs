//! Why a command did not run, and words to whoever sits there.

use crate::error::RequestError;
use crate::store::copies::CopyError;
use std::io::Write;
use thiserror::Error;

/// Says something on standard error.
pub(super) fn complain(text: &str) {
    // Nothing is left to do when standard error is closed.
    let _ = writeln!(std::io::stderr(), "{text}");
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
    /// The passcode.
    #[error("{0}")]
    Passcode(String),
    /// Certificates or their key.
    #[error("{}: {why}", path.display())]
    Tls {
        /// Which file.
        path: std::path::PathBuf,
        /// What is wrong with it.
        why: String,
    },
    /// The demo kitchen.
    #[error("the demo kitchen cannot be set up: {0}")]
    Demo(RequestError),
}
