//! A line of the log for what is asked: method, path, status, how long. What is only read and went well is told at `debug`.

use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::Method;
use actix_web::middleware::Next;
use std::time::Instant;

/// Round every request; without what was asked after the `?`, which may be words of a cook.
///
/// # Errors
/// Whatever the service answers.
pub async fn logged<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<B>, actix_web::Error> {
    let (method, path) = (request.method().clone(), request.path().to_owned());
    let begun = Instant::now();
    let answer = next.call(request).await;
    let status = match &answer {
        Ok(response) => response.status(),
        Err(error) => error.as_response_error().status_code(),
    };
    let ms = begun.elapsed().as_millis() as u64;
    let code = status.as_u16();
    if status.is_server_error() && code != 503 {
        tracing::error!(%method, path, status = code, ms, "asked");
    } else if status.is_success() && [Method::GET, Method::HEAD].contains(&method) {
        tracing::debug!(%method, path, status = code, ms, "asked");
    } else {
        tracing::info!(%method, path, status = code, ms, "asked");
    }
    answer
}
