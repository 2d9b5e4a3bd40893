//! Headers, limits, names and methods, on the application as it is served.

use super::{Kitchen, request};
use actix_web::http::{Method, StatusCode};
use serde_json::json;

#[actix_web::test]
async fn a_rebound_name_and_another_origin_get_nothing() {
    let kitchen = Kitchen::new();
    let new = json!({ "title": "Planted", "request": request() }).to_string();
    let rebound = [("host", "evil.example")];
    let read = kitchen
        .ask_with(Method::GET, "/api/cards", "", &rebound)
        .await;
    assert_eq!(read.status.as_u16(), 421);
    assert!(read.json.get("cards").is_none());
    for headers in [
        &[("origin", "http://evil.example")][..],
        &[("origin", "null")],
        &[("sec-fetch-site", "cross-site")],
        &[("content-type", "text/plain")],
        &[("content-type", "application/x-www-form-urlencoded")],
    ] {
        let planted = kitchen
            .ask_with(Method::POST, "/api/cards", new.clone(), headers)
            .await;
        assert!(
            matches!(planted.status.as_u16(), 403 | 415),
            "{headers:?} {}",
            planted.status
        );
        assert_eq!(planted.code(), "not_from_here");
    }
    assert_eq!(kitchen.get("/api/cards").await.json["total"], 0);
    let own = [
        ("origin", "http://localhost"),
        ("sec-fetch-site", "same-origin"),
    ];
    let kept = kitchen
        .ask_with(Method::POST, "/api/cards", new, &own)
        .await;
    assert_eq!(kept.status, StatusCode::CREATED);
}

#[actix_web::test]
async fn every_answer_carries_its_headers_refusals_too() {
    let kitchen = Kitchen::new();
    let rebound = [("host", "evil.example")];
    for answer in [
        kitchen.get("/api/health").await,
        kitchen.get("/api/nowhere").await,
        kitchen.ask_with(Method::GET, "/", "", &rebound).await,
    ] {
        let said = |name: &str| answer.header(name).to_owned();
        assert_eq!(said("x-content-type-options"), "nosniff");
        let policy = said("content-security-policy");
        for part in [
            "default-src 'self'",
            "frame-ancestors 'none'",
            "base-uri 'none'",
            "form-action 'self'",
        ] {
            assert!(policy.contains(part), "{policy}");
        }
    }
}

#[actix_web::test]
async fn answers_are_compressed_when_asked() {
    let kitchen = Kitchen::new();
    let asked = [("accept-encoding", "gzip")];
    let answer = kitchen
        .ask_with(
            Method::POST,
            "/api/rank",
            json!({ "piece": request()["piece"] }).to_string(),
            &asked,
        )
        .await;
    assert_eq!(answer.status, StatusCode::OK);
    assert_eq!(answer.header("content-encoding"), "gzip");
}

#[actix_web::test]
async fn an_address_that_takes_other_methods_says_which() {
    let kitchen = Kitchen::new();
    for (method, path, allowed) in [
        (Method::GET, "/api/plan", "POST"),
        (Method::DELETE, "/api/cards", "GET, POST"),
        (Method::PUT, "/api/cards/7", "GET, PATCH, DELETE"),
        (Method::POST, "/", "GET, HEAD"),
    ] {
        let answer = kitchen.ask(method.clone(), path, "").await;
        let mut said: Vec<&str> = answer.header("allow").split(", ").collect();
        let mut wanted: Vec<&str> = allowed.split(", ").collect();
        said.sort_unstable();
        wanted.sort_unstable();
        assert_eq!(
            (answer.status.as_u16(), said),
            (405, wanted),
            "{method} {path}"
        );
    }
    for path in ["/api/nowhere", "/api/cards/7/eat", "/api/"] {
        assert_eq!(
            kitchen.get(path).await.status,
            StatusCode::NOT_FOUND,
            "{path}"
        );
    }
}

/// After an upgrade an open page asks for scripts that have gone: that is not the page.
#[actix_web::test]
async fn a_script_that_is_not_there_is_no_page() {
    let kitchen = Kitchen::new();
    for path in ["/assets/Card-0a1b2c.js", "/favicon.ico"] {
        let answer = kitchen.get(path).await;
        assert_eq!(answer.status, StatusCode::NOT_FOUND, "{path}");
        assert_eq!(answer.code(), "not_found");
    }
}

/// No answer of the bare solver passes 8 MB, and none of its questions takes long.
#[actix_web::test]
async fn the_bare_solver_is_bounded() {
    let kitchen = Kitchen::new();
    let face = json!({ "h_w_m2k": 400, "fluid_c": 100 });
    let ask = |times: usize, depths: usize, stages: usize| {
        let report: Vec<f64> = (1..=times).map(|i| i as f64 / times as f64).collect();
        let shares: Vec<f64> = (0..depths).map(|i| i as f64 / depths as f64).collect();
        let stage = json!({ "duration_s": 1, "low": face, "high": face });
        json!({ "geometry": "slab", "thickness_mm": 20, "k_w_mk": 0.5, "rho_kg_m3": 1000,
                "cp_j_kgk": 3800, "start_c": 5, "stages": vec![stage; stages],
                "report_s": report, "at_share": shares })
    };
    let most = kitchen.post("/api/heat", &ask(1000, 100, 1)).await;
    assert_eq!(most.status, StatusCode::OK, "{}", most.json["error"]);
    assert!(most.json.to_string().len() < 8_000_000);
    let more = kitchen.post("/api/heat", &ask(1001, 100, 1)).await;
    assert_eq!((more.status.as_u16(), more.field()), (422, "report_s"));
    let many = kitchen.post("/api/heat", &ask(1, 1, 25)).await;
    assert_eq!(many.field(), "stages");
    // The slice of a plan, and of every way at once.
    for (path, size, status) in [
        ("/api/plan", json!({ "times": 300, "depths": 60 }), 200),
        ("/api/plan", json!({ "times": 600, "depths": 200 }), 422),
        ("/api/rank", json!({ "times": 120, "depths": 30 }), 200),
        ("/api/rank", json!({ "times": 600, "depths": 100 }), 422),
    ] {
        let mut asked = json!({ "piece": request()["piece"], "field": size });
        if path == "/api/plan" {
            asked["method"] = json!({ "kind": "steam" });
        }
        let answer = kitchen.post(path, &asked).await;
        assert_eq!(
            answer.status.as_u16(),
            status,
            "{path} {size} {}",
            answer.json["error"]
        );
    }
}

/// The page packs nothing that it sends; a small packed body can be a very large one.
#[actix_web::test]
async fn packed_bodies_are_not_unpacked() {
    let kitchen = Kitchen::new();
    let new = json!({ "title": "Packed", "request": request() }).to_string();
    for how in ["gzip", "br", "zstd", "deflate", "gzip, gzip"] {
        let packed = kitchen
            .ask_with(
                Method::POST,
                "/api/cards",
                new.clone(),
                &[("content-encoding", how)],
            )
            .await;
        assert_eq!(packed.status, StatusCode::UNSUPPORTED_MEDIA_TYPE, "{how}");
    }
    let plain = [("content-encoding", "identity")];
    let kept = kitchen
        .ask_with(Method::POST, "/api/cards", new, &plain)
        .await;
    assert_eq!(kept.status, StatusCode::CREATED);
}

/// Listening everywhere, it says addresses at which it answers: on this machine, and by what others ask.
#[test]
fn what_it_says_it_is_ready_at_answers() {
    use std::io::{BufRead, BufReader};
    let folder = tempfile::tempdir().unwrap();
    super::door::set(folder.path(), &[], super::door::OWNER);
    let mut child = std::process::Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["serve", "--listen", "0.0.0.0:0", "--data"])
        .arg(folder.path())
        .stdout(std::process::Stdio::piped())
        .stderr(std::process::Stdio::null())
        .spawn()
        .unwrap();
    let mut said = BufReader::new(child.stdout.take().unwrap()).lines();
    let mut lines = vec![said.next().unwrap().unwrap()];
    assert!(lines[0].contains("//127.0.0.1:"), "{lines:?}");
    // A machine without a network has no other.
    let alone = std::net::UdpSocket::bind("0.0.0.0:0")
        .and_then(|socket| socket.connect("192.0.2.1:9"))
        .is_err();
    if !alone {
        lines.push(said.next().unwrap().unwrap());
    }
    for line in &lines {
        let address = line.rsplit("//").next().unwrap();
        let mut stream = std::net::TcpStream::connect(address).unwrap();
        let asked =
            format!("GET /api/health HTTP/1.1\r\nHost: {address}\r\nConnection: close\r\n\r\n");
        std::io::Write::write_all(&mut stream, asked.as_bytes()).unwrap();
        let mut text = String::new();
        std::io::Read::read_to_string(&mut stream, &mut text).unwrap();
        assert!(text.contains("\"ok\":true"), "{line} {text}");
    }
    child.kill().unwrap();
    child.wait().unwrap();
}
