//! What the server says of itself.

use super::ApiDoc;
use actix_web::http::header::ContentType;
use actix_web::{HttpResponse, get};
use std::sync::OnceLock;
use utoipa::OpenApi;
use utoipa::openapi::PathItem;

/// Whether the server is up.
#[utoipa::path(responses((status = 200, description = "The server is up")))]
#[get("/api/health")]
pub async fn health() -> HttpResponse {
    HttpResponse::Ok().json(serde_json::json!({ "ok": true }))
}

fn described() -> &'static utoipa::openapi::OpenApi {
    static ALL: OnceLock<utoipa::openapi::OpenApi> = OnceLock::new();
    ALL.get_or_init(ApiDoc::openapi)
}

/// This description.
#[utoipa::path(responses((status = 200, description = "The OpenAPI description")))]
#[get("/api/openapi.json")]
pub async fn description() -> HttpResponse {
    static TEXT: OnceLock<String> = OnceLock::new();
    let text = TEXT.get_or_init(|| serde_json::to_string(described()).unwrap_or_default());
    HttpResponse::Ok()
        .insert_header(ContentType::json())
        .body(text.as_str())
}

fn methods(item: &PathItem) -> Vec<String> {
    [
        ("GET", item.get.is_some()),
        ("POST", item.post.is_some()),
        ("PUT", item.put.is_some()),
        ("PATCH", item.patch.is_some()),
        ("DELETE", item.delete.is_some()),
    ]
    .into_iter()
    .filter(|(_, there)| *there)
    .map(|(name, _)| name.to_owned())
    .collect()
}

/// Methods that an address takes; none when it is no address.
pub fn methods_of(path: &str) -> Vec<String> {
    let fits = |template: &str| {
        let (mut here, mut there) = (path.split('/'), template.split('/'));
        loop {
            match (here.next(), there.next()) {
                (None, None) => return true,
                (Some(part), Some(slot)) if slot.starts_with('{') && !part.is_empty() => {}
                (Some(part), Some(slot)) if part == slot => {}
                _ => return false,
            }
        }
    };
    let paths = described().paths.paths.iter();
    let found = paths.filter(|(template, _)| fits(template));
    found.flat_map(|(_, item)| methods(item)).collect()
}
