//! The whole application over the same `configure` as in production, and the command line.
#![allow(clippy::unwrap_used, missing_docs)]

mod answers;
mod cards;
mod command_line;
mod cooks;
mod copies;
mod counter;
mod crash;
mod described;
mod door;
mod engine;
mod files;
mod fuzz;
mod gate;
mod guarded;
mod kept;
mod kitchen;
mod load;
mod prep;
mod probes;
mod safety;
mod service;
mod sheet;
mod soak;
mod store_gone;

use actix_web::body::to_bytes;
use actix_web::dev::{Service, ServiceResponse};
use actix_web::http::header::HeaderMap;
use actix_web::http::{Method, StatusCode};
use actix_web::test;
use cindo_server::door::{Door, Outside};
use cindo_server::guard::Guard;
use cindo_server::live::Live;
use cindo_server::{routes, store};
use serde_json::{Value, json};

/// A request as the application answers it.
struct Answer {
    status: StatusCode,
    headers: HeaderMap,
    /// As it came.
    text: String,
    json: Value,
}

impl Answer {
    fn field(&self) -> &str {
        self.json["error"]["field"].as_str().unwrap_or("no error")
    }
    /// A header; empty when it is not there.
    fn header(&self, name: &str) -> &str {
        self.headers.get(name).map_or("", |v| v.to_str().unwrap())
    }
    fn code(&self) -> &str {
        self.json["error"]["code"].as_str().unwrap_or("no error")
    }
}

/// The application over a store of its own.
struct Kitchen {
    folder: tempfile::TempDir,
    /// Addresses of scales.
    scales: Vec<String>,
}

impl Kitchen {
    fn new() -> Self {
        Self::with_scales(vec![])
    }

    /// With scales at these addresses.
    fn with_scales(scales: Vec<String>) -> Self {
        Self {
            folder: tempfile::tempdir().unwrap(),
            scales,
        }
    }

    /// Over a store that is there already.
    fn on(database: &[u8]) -> Self {
        let kitchen = Self::new();
        std::fs::write(kitchen.folder.path().join("cindo.sqlite"), database).unwrap();
        kitchen
    }

    /// One request to a freshly started application: whatever is kept must outlive a restart.
    async fn ask(&self, method: Method, path: &str, body: impl Into<Vec<u8>>) -> Answer {
        self.ask_with(method, path, body, &[]).await
    }

    /// The same with headers, which go in place of the usual ones.
    async fn ask_with(
        &self,
        method: Method,
        path: &str,
        body: impl Into<Vec<u8>>,
        headers: &[(&str, &str)],
    ) -> Answer {
        let store = store::open(self.folder.path()).unwrap();
        let live = Live::default().with_scales(self.scales.clone());
        let door = Door::new(&store, Outside::default()).unwrap();
        let app = test::init_service(routes::app(store, Guard::default(), live, door)).await;
        let body = body.into();
        let mut request = test::TestRequest::with_uri(path)
            .method(method)
            .insert_header(("host", "localhost"))
            .insert_header(("content-length", body.len().to_string()))
            .insert_header(("content-type", "application/json"))
            .set_payload(body);
        for (name, value) in headers {
            request = request.insert_header((*name, *value));
        }
        let response: ServiceResponse<_> = app.call(request.to_request()).await.unwrap();
        let (status, headers) = (response.status(), response.headers().clone());
        let bytes = to_bytes(response.into_body()).await.ok().unwrap();
        let json = serde_json::from_slice(&bytes).unwrap_or(Value::Null);
        Answer {
            status,
            headers,
            text: String::from_utf8_lossy(&bytes).into_owned(),
            json,
        }
    }

    /// A change of what stands at a revision.
    async fn change(&self, method: Method, path: &str, revision: i64, body: &Value) -> Answer {
        let tag = format!("\"{revision}\"");
        self.ask_with(method, path, body.to_string(), &[("if-match", &tag)])
            .await
    }

    async fn post(&self, path: &str, body: &Value) -> Answer {
        self.ask(Method::POST, path, body.to_string()).await
    }
    async fn get(&self, path: &str) -> Answer {
        self.ask(Method::GET, path, "").await
    }
}

fn request() -> Value {
    json!({
        "piece": { "fish": "cod", "cut": "fillet", "thickness_mm": 25, "thin_end_mm": 12,
                   "mass_g": 170, "pieces": 2, "skin": "on", "start_c": 8 },
        "method": { "kind": "sear_skin_first", "pan": "clad", "pan_c": 215, "hold_c": 195 },
        "target": { "low_c": 52, "high_c": 56 },
        "range": false
    })
}
