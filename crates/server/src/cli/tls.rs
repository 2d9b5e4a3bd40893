//! Certificates and their key, from files.

use super::why::StartError;
use rustls::ServerConfig;
use rustls::pki_types::pem::PemObject;
use rustls::pki_types::{CertificateDer, PrivateKeyDer};
use std::path::{Path, PathBuf};
use std::sync::Arc;

fn wrong(path: &Path, why: impl std::fmt::Display) -> StartError {
    StartError::Tls {
        path: path.to_owned(),
        why: why.to_string(),
    }
}

/// What the server shows to whoever asks by https.
///
/// # Errors
/// Files that cannot be read, that hold neither, or that do not belong together.
pub fn read((cert, key): &(PathBuf, PathBuf)) -> Result<ServerConfig, StartError> {
    let chain: Vec<CertificateDer<'static>> = CertificateDer::pem_file_iter(cert)
        .and_then(Iterator::collect)
        .map_err(|cause| wrong(cert, cause))?;
    if chain.is_empty() {
        return Err(wrong(cert, "there is no certificate in it"));
    }
    let key_of = PrivateKeyDer::from_pem_file(key).map_err(|cause| wrong(key, cause))?;
    let provider = Arc::new(rustls::crypto::ring::default_provider());
    ServerConfig::builder_with_provider(provider)
        .with_safe_default_protocol_versions()
        .map_err(|cause| wrong(cert, cause))?
        .with_no_client_auth()
        .with_single_cert(chain, key_of)
        .map_err(|cause| wrong(key, cause))
}
