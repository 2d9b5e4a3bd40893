//! The page, embedded in the binary.

use crate::error::RequestError;
use crate::refusal::Refusal;
use actix_web::http::Method;
use actix_web::http::header::{CACHE_CONTROL, ContentEncoding, ContentType};
use actix_web::{HttpRequest, HttpResponse};
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Page;

const NOT_BUILT: &str = "<!doctype html><title>Cindo</title><p>The page is not built. \
                         Run <code>make demo</code>, or build web and then the server.";

/// Which page this server ships: another one after an upgrade.
pub(super) fn build() -> String {
    let hash = Page::get("index.html").map(|index| index.metadata.sha256_hash());
    let bytes = hash.iter().flatten().take(8);
    bytes.map(|byte| format!("{byte:02x}")).collect()
}

/// A file of the page, or the page itself for every address that the page routes.
pub async fn page(request: HttpRequest) -> Result<HttpResponse, Refusal> {
    if ![Method::GET, Method::HEAD].contains(request.method()) {
        return Err(Refusal::Method {
            allowed: vec!["GET".into(), "HEAD".into()],
        });
    }
    let path = request.path().trim_start_matches('/');
    if let Some(file) = Page::get(path).filter(|_| !path.is_empty()) {
        let kind = mime_guess::from_path(path).first_or_octet_stream();
        // Names of built files carry a hash of what is in them.
        let keep = if path.starts_with("assets/") {
            "public, max-age=31536000, immutable"
        } else {
            "no-cache"
        };
        let mut response = HttpResponse::Ok();
        response.content_type(kind.as_ref());
        response.insert_header((CACHE_CONTROL, keep));
        if ["font", "image"].contains(&kind.type_().as_str()) && kind.subtype() != "svg" {
            response.insert_header(ContentEncoding::Identity); // compressed as they are
        }
        return Ok(response.body(file.data.into_owned()));
    }
    // A script that has gone with an upgrade is gone; the page must not come in its place.
    if path.starts_with("assets/") || path.contains('.') {
        return Err(RequestError::NotFound {
            what: "file",
            id: path.chars().take(120).collect(),
        }
        .into());
    }
    Ok(match Page::get("index.html") {
        Some(index) => HttpResponse::Ok()
            .insert_header(ContentType::html())
            .insert_header((CACHE_CONTROL, "no-cache"))
            .body(index.data.into_owned()),
        None => HttpResponse::ServiceUnavailable()
            .insert_header(ContentType::html())
            .body(NOT_BUILT),
    })
}
