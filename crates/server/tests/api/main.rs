//! The whole application over the same `configure` as in production, and the command line.
#![allow(clippy::unwrap_used, missing_docs)]

mod cards;
mod command_line;
mod counter;
mod engine;

use actix_web::body::to_bytes;
use actix_web::dev::{Service, ServiceResponse};
use actix_web::http::{Method, StatusCode};
use actix_web::{App, test};
use cindo_server::{routes, store};
use serde_json::{Value, json};

/// A request as the application answers it.
struct Answer {
    status: StatusCode,
    json: Value,
}

impl Answer {
    fn field(&self) -> &str {
        self.json["error"]["field"].as_str().unwrap_or("no error")
    }
    fn code(&self) -> &str {
        self.json["error"]["code"].as_str().unwrap_or("no error")
    }
}

/// The application over a store of its own.
struct Kitchen {
    folder: tempfile::TempDir,
}

impl Kitchen {
    fn new() -> Self {
        Self {
            folder: tempfile::tempdir().unwrap(),
        }
    }

    /// One request to a freshly started application: whatever is kept must outlive a restart.
    async fn ask(&self, method: Method, path: &str, body: impl Into<Vec<u8>>) -> Answer {
        let store = store::open(self.folder.path()).unwrap();
        let app = test::init_service(App::new().configure(routes::configure(store))).await;
        let request = test::TestRequest::with_uri(path)
            .method(method)
            .set_payload(body.into())
            .to_request();
        let response: ServiceResponse = app.call(request).await.unwrap();
        let status = response.status();
        let bytes = to_bytes(response.into_body()).await.unwrap();
        let json = serde_json::from_slice(&bytes).unwrap_or(Value::Null);
        Answer { status, json }
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
