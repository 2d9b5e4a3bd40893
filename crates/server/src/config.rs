//! How the server is started.

use std::path::PathBuf;

/// Where to listen and where to keep things.
#[derive(Debug, Clone)]
pub struct Config {
    /// Address and port.
    pub listen: String,
    /// Folder of the store.
    pub data: PathBuf,
    /// Names by which it may be asked, besides those of this machine.
    pub hosts: Vec<String>,
    /// Fill the store with the demo kitchen.
    pub demo: bool,
    /// Addresses of probes.
    pub probes: Vec<String>,
    /// Addresses of scales.
    pub scales: Vec<String>,
    /// Certificates and their key, as PEM files: then it is asked by https.
    pub tls: Option<(PathBuf, PathBuf)>,
}

/// Largest request body, KiB.
pub const MOST_BODY_KIB: usize = 256;
