//! Many who ask at once: the server lives, some are told to come again, and what is kept goes on beside it.

use actix_web::dev::{Service, ServiceResponse};
use actix_web::http::StatusCode;
use actix_web::rt;
use actix_web::test::{self, TestRequest};
use cindo_server::door::{Door, Outside};
use cindo_server::guard::Guard;
use cindo_server::live::Live;
use cindo_server::{routes, store};
use serde_json::json;
use std::rc::Rc;

/// 320 small rankings at once once ended the process: threads that wait in one ranking took up others on the same stack.
const AT_ONCE: usize = 320;

#[actix_web::test]
async fn hundreds_of_rankings_at_once_do_not_end_it() {
    let folder = tempfile::tempdir().unwrap();
    let store = store::open(folder.path()).unwrap();
    let door = Door::new(&store, Outside::default()).unwrap();
    let app = test::init_service(routes::app(store, Guard::default(), Live::default(), door)).await;
    let app = Rc::new(app);
    let ask = |path: &str, mm: Option<f64>| {
        let request = TestRequest::with_uri(path).insert_header(("host", "localhost"));
        let request = match mm {
            // Each another question: nothing is answered from memory.
            Some(mm) => request
                .method(actix_web::http::Method::POST)
                .set_json(json!({ "piece": { "fish": "hake", "thickness_mm": mm } })),
            None => request,
        };
        let app = Rc::clone(&app);
        rt::spawn(async move {
            let answer: ServiceResponse<_> = app.call(request.to_request()).await.unwrap();
            let retry = answer.headers().get("retry-after").cloned();
            (answer.status(), retry)
        })
    };
    let asked: Vec<_> = (0..AT_ONCE)
        .map(|i| ask("/api/rank", Some(15.0 + 0.01 * i as f64)))
        .collect();
    let beside = [
        ask("/api/health", None),
        ask("/api/cards", None),
        ask("/api/cooks", None),
    ];
    for one in beside {
        assert_eq!(one.await.unwrap().0, StatusCode::OK);
    }
    let (mut answered, mut again) = (0, 0);
    for one in asked {
        match one.await.unwrap() {
            (StatusCode::OK, _) => answered += 1,
            (StatusCode::SERVICE_UNAVAILABLE, retry) => {
                assert_eq!(retry.unwrap(), "1");
                again += 1;
            }
            (status, _) => panic!("{status}"),
        }
    }
    assert_eq!(answered + again, AT_ONCE);
    assert!(answered >= 8 && again >= 200, "{answered} {again}");
    // And it goes on.
    assert_eq!(
        ask("/api/rank", Some(40.0)).await.unwrap().0,
        StatusCode::OK
    );
}

/// Whoever goes away while waiting gives the place back: the queue is full of them, and the next is answered, not told to come
/// again.
#[test]
fn askers_who_leave_hold_no_place() {
    use super::cooks::Server;
    use std::io::Write;
    use std::net::TcpStream;
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(folder.path());
    let settle = |mm: f64| {
        json!({ "plan": { "piece": { "fish": "hake", "thickness_mm": mm, "thin_end_mm": 16 },
                          "method": { "kind": "slow_bake" } }, "within_s": 1500 })
        .to_string()
    };
    let ask = |mm: f64| {
        let body = settle(mm);
        let mut line = TcpStream::connect(server.address()).unwrap();
        write!(
            line,
            "POST /api/settle HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n\
             Content-Length: {}\r\n\r\n{body}",
            body.len()
        )
        .unwrap();
        line
    };
    let all: Vec<TcpStream> = (0..200).map(|i| ask(25.0 + 0.05 * f64::from(i))).collect();
    let answered_now = || {
        server.tries("POST", "/api/plan", &json!({ "piece": { "fish": "cod", "thickness_mm": 20 }, "method": { "kind": "steam" } }))
    };
    drop(all);
    // It takes a moment until the server hears that they are gone; but not the minute that they would have taken.
    let answered = (0..40).any(|_| {
        let one = answered_now();
        std::thread::sleep(std::time::Duration::from_millis(100));
        one
    });
    assert!(answered);
}
