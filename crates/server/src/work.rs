//! Work off the event loop.

use crate::error::RequestError;

/// Computes, or waits for what is slow, off the event loop.
///
/// # Errors
/// Whatever the work says.
pub async fn compute<T: Send + 'static>(
    work: impl FnOnce() -> Result<T, RequestError> + Send + 'static,
) -> Result<T, RequestError> {
    actix_web::web::block(work)
        .await
        .map_err(RequestError::ours)?
}
