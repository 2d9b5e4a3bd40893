//! The door: no stranger in, whatever is asked and however it is written; wrong passcodes, two roles, devices, sign-out.

use super::cooks::Server;
use super::{Kitchen, request};
use actix_web::http::Method;
use serde_json::{Value, json};
use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::path::Path;
use std::process::{Command, Output, Stdio};
use std::time::Duration;

pub const OWNER: &str = "herring 4 two";
const COOKS: &str = "pollock 77 nine";

/// Sets a passcode as whoever is at the machine does.
fn passcode(folder: &Path, more: &[&str], said: &str) -> Output {
    let mut child = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["passcode", "--data"])
        .arg(folder)
        .args(more)
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    writeln!(child.stdin.take().unwrap(), "{said}").unwrap();
    child.wait_with_output().unwrap()
}

pub fn set(folder: &Path, more: &[&str], said: &str) {
    let done = passcode(folder, more, said);
    assert!(done.status.success(), "{done:?}");
}

/// A kitchen with two passcodes, reached from other machines.
fn shut() -> (tempfile::TempDir, Server) {
    let folder = tempfile::tempdir().unwrap();
    set(folder.path(), &[], OWNER);
    set(folder.path(), &["--cooks"], COOKS);
    let server = Server::at("0.0.0.0:0", folder.path());
    (folder, server)
}

/// One answer: status, headers and what came.
struct Heard {
    status: u16,
    head: String,
    json: Value,
}

impl Heard {
    fn header(&self, name: &str) -> Option<&str> {
        let lines = self.head.lines();
        let found = lines.filter_map(|line| line.split_once(": "));
        found
            .filter(|(one, _)| one.eq_ignore_ascii_case(name))
            .map(|(_, value)| value.trim())
            .next()
    }
    fn cookie(&self) -> String {
        let set = self.header("set-cookie").unwrap();
        set.split(';').next().unwrap().to_owned()
    }
    fn code(&self) -> &str {
        self.json["error"]["code"].as_str().unwrap_or("no error")
    }
}

/// Asks as a device with a cookie; `to` is where it connects to.
fn ask(to: &str, method: &str, path: &str, cookie: &str, body: &Value) -> Heard {
    let body = if body.is_null() {
        String::new()
    } else {
        body.to_string()
    };
    let mut stream = TcpStream::connect(to).unwrap();
    write!(
        stream,
        "{method} {path} HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nCookie: {cookie}\r\n\
         If-Match: \"0\"\r\nContent-Length: {}\r\nConnection: close\r\n\r\n{body}",
        body.len()
    )
    .unwrap();
    let mut text = String::new();
    stream.read_to_string(&mut text).unwrap();
    let (head, rest) = text.split_once("\r\n\r\n").unwrap();
    let json = rest.find('{').zip(rest.rfind('}'));
    Heard {
        status: head.split(' ').nth(1).unwrap().parse().unwrap(),
        json: json
            .and_then(|(from, end)| serde_json::from_str(&rest[from..=end]).ok())
            .unwrap_or(Value::Null),
        head: head.to_owned(),
    }
}

fn sign_in(to: &str, said: &str, device: &str) -> Heard {
    let body = json!({ "passcode": said, "device": device });
    ask(to, "POST", "/api/session", "", &body)
}

/// Every address with every method that the description has, with something in its holes.
async fn described() -> Vec<(String, String)> {
    let all = Kitchen::new().get("/api/openapi.json").await.json;
    let mut found = vec![];
    for (path, methods) in all["paths"].as_object().unwrap() {
        for method in methods.as_object().unwrap().keys() {
            if ["get", "post", "put", "patch", "delete"].contains(&method.as_str()) {
                let path = path.replace("{id}", "c1").replace("{scale}", "s1");
                assert!(!path.contains('{'), "{path}");
                found.push((method.to_uppercase(), path));
            }
        }
    }
    assert!(found.len() > 55, "{}", found.len());
    found
}

#[actix_web::test]
async fn nobody_is_answered_without_a_session_whatever_is_asked() {
    let (_folder, server) = shut();
    let open = ["/api/session", "/api/health"];
    for cookie in [
        "",
        "cindo=",
        "cindo=AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA",
        "cindo=1; cindo=2",
    ] {
        for (method, path) in described().await {
            let heard = ask(server.address(), &method, &path, cookie, &json!({}));
            if open.contains(&path.as_str()) {
                continue;
            }
            assert_eq!(
                (heard.status, heard.code()),
                (401, "signed_out"),
                "{method} {path}"
            );
        }
    }
    // An address that is none tells a stranger nothing either, and there is more than one way to write one.
    for path in [
        "/api/nowhere",
        "/api",
        "/api/",
        "/%61pi/cards",
        "/api%2Fcards",
        "/api/cards?page=1",
        "/api/./cards",
        "/api/session/../cards",
        "/api/cards;x",
        "/api/health/../kitchen",
        "/api/session/",
    ] {
        for method in ["GET", "HEAD", "OPTIONS", "POST", "TRACE"] {
            let heard = ask(server.address(), method, path, "", &Value::Null);
            let body = heard.json.to_string();
            assert!(
                [400, 401, 404, 405].contains(&heard.status),
                "{method} {path} {}",
                heard.status
            );
            assert!(
                !body.contains("cards\":") && !body.contains("altitude"),
                "{method} {path} {body}"
            );
        }
    }
    // What is open tells nothing of the kitchen.
    let stands = ask(server.address(), "GET", "/api/session", "", &Value::Null).json;
    assert_eq!(
        (&stands["asks"], &stands["role"], &stands["cooks"]),
        (&json!(true), &Value::Null, &json!(false))
    );
    let page = ask(server.address(), "GET", "/", "", &Value::Null);
    assert_eq!(page.status, 200);
}

/// What a stranger tries who writes requests by hand: two lengths, a request within another, a whole address, an upgrade, other
/// methods in a header, cookies without end.
#[test]
fn requests_written_by_hand_find_no_way_in() {
    let (_folder, server) = shut();
    let raw = |text: &str| {
        let mut stream = TcpStream::connect(server.address()).unwrap();
        stream
            .set_read_timeout(Some(Duration::from_secs(20)))
            .unwrap();
        stream.write_all(text.as_bytes()).unwrap();
        let mut heard = vec![];
        let _ = stream.read_to_end(&mut heard);
        String::from_utf8_lossy(&heard).into_owned()
    };
    let head = "Host: localhost\r\nConnection: close\r\n";
    let cookies = vec!["cindo=1"; 5000].join("; ");
    let within = format!("0\r\n\r\nGET /api/cards HTTP/1.1\r\n{head}\r\n");
    for text in [
        format!(
            "POST /api/session HTTP/1.1\r\n{head}Content-Type: application/json\r\nContent-Length: 4\r\nTransfer-Encoding: chunked\r\n\r\n{within}"
        ),
        format!(
            "POST /api/session HTTP/1.1\r\n{head}Content-Length: 4\r\nContent-Length: 5\r\n\r\nabcd"
        ),
        format!("GET http://localhost/api/cards HTTP/1.1\r\n{head}\r\n"),
        format!("GET http://evil.example/api/cards HTTP/1.1\r\n{head}\r\n"),
        format!("GET /api/cards HTTP/1.1\r\n{head}Upgrade: h2c\r\n\r\n"),
        format!(
            "GET /api/cards HTTP/1.1\r\n{head}X-HTTP-Method-Override: POST\r\nX-Original-URL: /api/health\r\nX-Forwarded-For: 127.0.0.1\r\n\r\n"
        ),
        format!("GET /api/cards HTTP/1.1\r\n{head}Cookie: {cookies}\r\n\r\n"),
        format!("GET /api/cards HTTP/1.1\r\n{head}Authorization: Basic Y2luZG86Y2luZG8=\r\n\r\n"),
        "PRI * HTTP/2.0\r\n\r\nSM\r\n\r\n".to_owned(),
        "GET /api/cards\r\n\r\n".to_owned(),
    ] {
        let heard = raw(&text);
        let status = heard.split(' ').nth(1).unwrap_or_default();
        assert!(["400", "401", "431"].contains(&status), "{text}: {heard}");
        assert!(!heard.contains("\"cards\""), "{text}: {heard}");
    }
}

#[actix_web::test]
async fn a_cook_does_everything_but_what_is_the_owners() {
    let (_folder, server) = shut();
    let cook = sign_in(server.address(), COOKS, "tablet at the pass");
    assert_eq!((cook.status, &cook.json["role"]), (200, &json!("cook")));
    let set = cook.header("set-cookie").unwrap();
    assert!(
        set.contains("HttpOnly") && set.contains("SameSite=Strict") && set.contains("Path=/"),
        "{set}"
    );
    assert_eq!(cook.header("cache-control"), Some("no-store"));
    let mut owners = vec![];
    for (method, path) in described().await {
        if path == "/api/session" || path == "/api/live" {
            continue;
        }
        let heard = ask(server.address(), &method, &path, &cook.cookie(), &json!({}));
        assert_ne!(heard.status, 401, "{method} {path}");
        if heard.status == 403 {
            assert_eq!(heard.code(), "owner_only");
            owners.push(format!("{method} {path}"));
        }
    }
    owners.sort();
    assert_eq!(
        owners,
        [
            "DELETE /api/owner/devices/c1",
            "GET /api/owner/devices",
            "POST /api/owner/restore",
            "PUT /api/kitchen",
            "PUT /api/owner/passcode"
        ]
    );
    // Nor does a cook say what the kitchen has by a file.
    let file = json!({ "cindo_cards": 3, "cards": [], "kitchen": { "altitude_m": 900 } });
    let brought = |cookie: &str| ask(server.address(), "POST", "/api/import", cookie, &file);
    let refused = brought(&cook.cookie());
    assert_eq!((refused.status, refused.code()), (403, "owner_only"));
    let card = json!({ "cindo_cards": 3, "cards": [{ "title": "Cod", "request": request() }] });
    let card = ask(
        server.address(),
        "POST",
        "/api/import",
        &cook.cookie(),
        &card,
    );
    assert_eq!(card.status, 200, "{}", card.json);
    let owner = sign_in(server.address(), OWNER, "").cookie();
    let kit = ask(
        server.address(),
        "PUT",
        "/api/kitchen",
        &owner,
        &json!({ "altitude_m": 300 }),
    );
    assert_eq!(kit.status, 200, "{}", kit.json);
    let seen = ask(
        server.address(),
        "GET",
        "/api/kitchen",
        &cook.cookie(),
        &Value::Null,
    );
    assert_eq!(seen.json["kitchen"]["altitude_m"], 300.0);
}

/// Signs in from another of the addresses of this machine: another device.
async fn stranger(port: u16, said: &str) -> String {
    use tokio::io::{AsyncReadExt, AsyncWriteExt};
    let socket = tokio::net::TcpSocket::new_v4().unwrap();
    socket.bind("127.0.0.2:0".parse().unwrap()).unwrap();
    let to = std::net::SocketAddr::from(([127, 0, 0, 1], port));
    let mut stream = socket.connect(to).await.unwrap();
    let body = json!({ "passcode": said }).to_string();
    let asked = format!(
        "POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n\
         Content-Length: {}\r\nConnection: close\r\n\r\n{body}",
        body.len()
    );
    stream.write_all(asked.as_bytes()).await.unwrap();
    let mut text = String::new();
    stream.read_to_string(&mut text).await.unwrap();
    text
}

#[actix_web::test]
async fn a_thousand_wrong_ones_make_their_device_wait_and_slow_nobody_else() {
    let (_folder, server) = shut();
    let port = server
        .address()
        .rsplit(':')
        .next()
        .unwrap()
        .parse()
        .unwrap();
    let cook = sign_in(server.address(), COOKS, "tablet").cookie();
    let mut told = std::collections::BTreeMap::<String, usize>::new();
    for n in 0..1000 {
        let text = stranger(port, &format!("guess number {n}")).await;
        *told
            .entry(text.split(' ').nth(1).unwrap().to_owned())
            .or_default() += 1;
        if text.starts_with("HTTP/1.1 429") {
            assert!(
                text.to_ascii_lowercase().contains("retry-after: "),
                "{text}"
            );
        }
        if n % 100 == 99 {
            // Who is in goes on, and another device comes in at the first try.
            let heard = ask(server.address(), "GET", "/api/kitchen", &cook, &Value::Null);
            assert_eq!(heard.status, 200);
            assert_eq!(sign_in(server.address(), COOKS, "phone").status, 200);
        }
    }
    let looked_at = told["401"];
    assert!((3..12).contains(&looked_at), "{told:?}");
    assert_eq!(looked_at + told["429"], 1000, "{told:?}");
    // The right one waits with the wrong ones on that device.
    assert!(stranger(port, OWNER).await.starts_with("HTTP/1.1 429"));
}

#[test]
fn a_device_that_is_signed_out_is_out_at_once_its_line_too() {
    let (folder, server) = shut();
    let owner = sign_in(server.address(), OWNER, "office").cookie();
    let stolen = sign_in(server.address(), COOKS, "tablet").cookie();
    let mut line = TcpStream::connect(server.address()).unwrap();
    write!(
        line,
        "GET /api/live HTTP/1.1\r\nHost: localhost\r\nCookie: {stolen}\r\n\r\n"
    )
    .unwrap();
    line.set_read_timeout(Some(Duration::from_secs(20)))
        .unwrap();
    let mut watched = BufReader::new(line);
    let mut heard = String::new();
    while !heard.contains("now_ms") {
        assert!(watched.read_line(&mut heard).unwrap() > 0, "{heard}");
    }
    let devices = ask(
        server.address(),
        "GET",
        "/api/owner/devices",
        &owner,
        &Value::Null,
    )
    .json;
    let all = devices["devices"].as_array().unwrap();
    assert_eq!(all.len(), 2);
    let of = |name: &str| all.iter().find(|one| one["device"] == name).unwrap();
    assert_eq!(
        (&of("office")["own"], &of("tablet")["role"]),
        (&json!(true), &json!("cook"))
    );
    let id = of("tablet")["id"].as_str().unwrap();
    let out = ask(
        server.address(),
        "DELETE",
        &format!("/api/owner/devices/{id}"),
        &owner,
        &Value::Null,
    );
    assert_eq!(out.status, 204);
    let after = ask(
        server.address(),
        "GET",
        "/api/kitchen",
        &stolen,
        &Value::Null,
    );
    assert_eq!((after.status, after.code()), (401, "signed_out"));
    // Nothing more comes down its line: it ends.
    let mut rest = String::new();
    watched.read_to_string(&mut rest).unwrap();
    assert!(!rest.contains("changed"), "{rest}");
    let again = ask(
        server.address(),
        "DELETE",
        &format!("/api/owner/devices/{id}"),
        &owner,
        &Value::Null,
    );
    assert_eq!(again.status, 404);
    // Nothing of a token stands in the file.
    let token = owner.split('=').nth(1).unwrap();
    for file in ["cindo.sqlite", "cindo.sqlite-wal"] {
        let bytes = std::fs::read(folder.path().join(file)).unwrap_or_default();
        assert!(
            !bytes
                .windows(token.len())
                .any(|some| some == token.as_bytes()),
            "{file}"
        );
        assert!(
            !bytes
                .windows(OWNER.len())
                .any(|some| some == OWNER.as_bytes()),
            "{file}"
        );
    }
    // Signing oneself out forgets the cookie.
    let out = ask(
        server.address(),
        "DELETE",
        "/api/session",
        &owner,
        &Value::Null,
    );
    assert!(out.header("set-cookie").unwrap().contains("Max-Age=0"));
    assert_eq!(
        ask(server.address(), "GET", "/api/cards", &owner, &Value::Null).status,
        401
    );
}

#[test]
fn a_lost_passcode_is_set_anew_at_the_machine_while_it_runs() {
    let (folder, server) = shut();
    let owner = sign_in(server.address(), OWNER, "office").cookie();
    let cook = sign_in(server.address(), COOKS, "tablet").cookie();
    set(folder.path(), &[], "cuttlefish ink");
    // It is read anew within two seconds.
    let out = |cookie: &str| {
        ask(
            server.address(),
            "GET",
            "/api/kitchen",
            cookie,
            &Value::Null,
        )
        .status
            == 401
    };
    let since = std::time::Instant::now();
    while !out(&owner) {
        assert!(since.elapsed() < Duration::from_secs(20));
        std::thread::sleep(Duration::from_millis(200));
    }
    assert!(!out(&cook), "the cooks' is the same");
    assert_eq!(sign_in(server.address(), OWNER, "").status, 401);
    let back = sign_in(server.address(), "cuttlefish ink", "");
    assert_eq!((back.status, &back.json["role"]), (200, &json!("owner")));
    // What the server keeps goes on being kept.
    let kept = ask(
        server.address(),
        "POST",
        "/api/cards",
        &cook,
        &json!({ "title": "Cod", "request": request() }),
    );
    assert_eq!(kept.status, 201, "{}", kept.json);
    for (more, said, word) in [
        (&[][..], "short", "8 to 128"),
        (&[], "12345678", "first that anybody"),
        (&["--cooks"], "cuttlefish ink", "two different"),
    ] {
        let said = passcode(folder.path(), more, said);
        let words = String::from_utf8_lossy(&said.stderr);
        assert!(
            !said.status.success() && words.contains(word),
            "{word}: {words}"
        );
    }
}

#[test]
fn a_passcode_is_changed_by_who_knows_the_last_one() {
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(folder.path());
    let to = server.address();
    let put = |cookie: &str, body: Value| ask(to, "PUT", "/api/owner/passcode", cookie, &body);
    // On this machine alone nobody is asked, until a passcode is set; whoever sets it stays in.
    assert_eq!(ask(to, "GET", "/api/kitchen", "", &Value::Null).status, 200);
    let early = put("", json!({ "role": "cook", "passcode": COOKS }));
    assert_eq!((early.status, early.code()), (422, "no_owner"));
    let first = put(
        "",
        json!({ "role": "owner", "passcode": OWNER, "device": "office" }),
    );
    assert_eq!(
        (first.status, &first.json["role"]),
        (200, &json!("owner")),
        "{}",
        first.json
    );
    let owner = first.cookie();
    assert_eq!(ask(to, "GET", "/api/kitchen", "", &Value::Null).status, 401);
    assert_eq!(
        ask(to, "GET", "/api/kitchen", &owner, &Value::Null).status,
        200
    );
    let cases = [
        (
            json!({ "role": "cook", "passcode": COOKS, "now": "not it at all" }),
            422,
            "now",
        ),
        (
            json!({ "role": "cook", "passcode": "1234", "now": OWNER }),
            422,
            "passcode",
        ),
        (
            json!({ "role": "cook", "passcode": OWNER, "now": OWNER }),
            422,
            "passcode",
        ),
        (json!({ "role": "owner", "now": OWNER }), 422, "passcode"),
        (
            json!({ "role": "chef", "passcode": COOKS, "now": OWNER }),
            400,
            "role",
        ),
    ];
    for (body, status, field) in cases {
        let heard = put(&owner, body.clone());
        assert_eq!(
            (heard.status, heard.json["error"]["field"].as_str()),
            (status, Some(field)),
            "{body}"
        );
    }
    assert_eq!(
        put(
            &owner,
            json!({ "role": "cook", "passcode": COOKS, "now": OWNER })
        )
        .status,
        200
    );
    let cook = sign_in(to, COOKS, "").cookie();
    // Taken away again, whoever came in by it is out; the owner stays.
    let gone = put(&owner, json!({ "role": "cook", "now": OWNER }));
    assert_eq!((gone.status, &gone.json["cooks"]), (200, &json!(false)));
    assert_eq!(
        ask(to, "GET", "/api/kitchen", &cook, &Value::Null).status,
        401
    );
    assert_eq!(
        ask(to, "GET", "/api/kitchen", &owner, &Value::Null).status,
        200
    );
    assert_eq!(sign_in(to, COOKS, "").status, 401);
    // After a restart a session is still one.
    drop(server);
    let server = Server::on(folder.path());
    assert_eq!(
        ask(
            server.address(),
            "GET",
            "/api/kitchen",
            &owner,
            &Value::Null
        )
        .status,
        200
    );
}

#[test]
fn other_machines_reach_nothing_before_there_is_a_passcode() {
    let folder = tempfile::tempdir().unwrap();
    let said = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["serve", "--listen", "0.0.0.0:0", "--data"])
        .arg(folder.path())
        .stdin(Stdio::null())
        .output()
        .unwrap();
    let words = String::from_utf8_lossy(&said.stderr);
    assert!(
        !said.status.success() && words.contains("cindo passcode --data"),
        "{words}"
    );
    // The demo has none to lose, and none of its own either.
    let demo = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["serve", "--demo", "--listen", "0.0.0.0:0"])
        .stdin(Stdio::null())
        .output()
        .unwrap();
    assert!(!demo.status.success());
}

/// Whoever was signed out since a copy was made is not in again by it.
#[test]
fn nobody_is_signed_in_by_a_copy() {
    let (folder, server) = shut();
    let tablet = sign_in(server.address(), COOKS, "tablet").cookie();
    let copy = folder.path().join("copy");
    let run = |command: &str, data: &Path| {
        let done = Command::new(env!("CARGO_BIN_EXE_cindo"))
            .arg(command)
            .arg(&copy)
            .arg("--data")
            .arg(data)
            .output()
            .unwrap();
        assert!(done.status.success(), "{done:?}");
    };
    run("backup", folder.path());
    let there = tempfile::tempdir().unwrap();
    run("restore", there.path());
    let other = Server::at("0.0.0.0:0", there.path());
    assert_eq!(
        ask(
            other.address(),
            "GET",
            "/api/kitchen",
            &tablet,
            &Value::Null
        )
        .status,
        401
    );
    assert_eq!(
        sign_in(other.address(), COOKS, "").status,
        200,
        "the passcode came along"
    );
}

/// Written by the last version that knew no passcode: opened, with a copy of it beside, and shut to other machines.
#[actix_web::test]
async fn a_folder_from_before_the_door_is_opened() {
    let kitchen = Kitchen::on(include_bytes!("data/before_the_door.db"));
    let cards = kitchen.get("/api/cards").await.json;
    assert!(cards["total"].as_u64().unwrap() > 3, "{cards}");
    let stands = kitchen.get("/api/session").await.json;
    assert_eq!(
        (&stands["asks"], &stands["role"]),
        (&json!(false), &json!("owner"))
    );
    let copies = std::fs::read_dir(kitchen.folder.path().join("copies")).unwrap();
    let names: Vec<String> = copies
        .map(|one| one.unwrap().file_name().to_string_lossy().into_owned())
        .collect();
    assert!(
        names.iter().any(|name| name.starts_with("before-upgrade")),
        "{names:?}"
    );
    assert_eq!(
        kitchen
            .ask(Method::PUT, "/api/owner/passcode", "{}")
            .await
            .code(),
        "bad_json"
    );
}

/// By https the cookie goes over no other line; keys that do not belong together are said at the start.
#[test]
fn it_is_asked_by_https_where_it_has_certificates() {
    let data = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/api/data/tls");
    let file = |name: &str| data.join(name).display().to_string();
    let folder = tempfile::tempdir().unwrap();
    set(folder.path(), &[], OWNER);
    let server = Server::with(
        folder.path(),
        &["--cert", &file("cert.pem"), "--key", &file("key.pem")],
    );
    let address = server.address().rsplit("//").next().unwrap().to_owned();
    let mut roots = rustls::RootCertStore::empty();
    use rustls::pki_types::pem::PemObject;
    let own = rustls::pki_types::CertificateDer::from_pem_file(file("cert.pem")).unwrap();
    roots.add(own).unwrap();
    let provider = std::sync::Arc::new(rustls::crypto::ring::default_provider());
    let config = rustls::ClientConfig::builder_with_provider(provider)
        .with_safe_default_protocol_versions()
        .unwrap()
        .with_root_certificates(roots)
        .with_no_client_auth();
    let name = "localhost".try_into().unwrap();
    let client = rustls::ClientConnection::new(std::sync::Arc::new(config), name).unwrap();
    let mut stream = rustls::StreamOwned::new(client, TcpStream::connect(&address).unwrap());
    let body = json!({ "passcode": OWNER }).to_string();
    write!(
        stream,
        "POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n\
         Content-Length: {}\r\nConnection: close\r\n\r\n{body}",
        body.len()
    )
    .unwrap();
    let mut said = String::new();
    let ended = stream.read_to_string(&mut said);
    assert!(
        said.starts_with("HTTP/1.1 200") && said.contains("; Secure"),
        "{said} {ended:?}"
    );
    // Plain words at that door are none.
    let mut plain = TcpStream::connect(&address).unwrap();
    plain
        .write_all(b"GET / HTTP/1.1\r\nHost: localhost\r\n\r\n")
        .unwrap();
    let mut heard = vec![];
    let _ = plain.read_to_end(&mut heard);
    assert!(!String::from_utf8_lossy(&heard).contains("200 OK"));
    for (cert, key) in [
        ("cert.pem", "cert.pem"),
        ("key.pem", "key.pem"),
        ("none.pem", "key.pem"),
    ] {
        let said = Command::new(env!("CARGO_BIN_EXE_cindo"))
            .args(["serve", "--listen", "127.0.0.1:0", "--data"])
            .arg(tempfile::tempdir().unwrap().path())
            .args(["--cert", &file(cert), "--key", &file(key)])
            .output()
            .unwrap();
        let words = String::from_utf8_lossy(&said.stderr);
        assert!(
            !said.status.success() && words.contains(".pem: "),
            "{cert} {key}: {words}"
        );
    }
}

/// A line for what is written or refused: method, path, status, time; no words of a cook, no passcode, no cookie.
#[test]
fn the_log_tells_who_asked_what_and_nothing_secret() {
    let folder = tempfile::tempdir().unwrap();
    set(folder.path(), &[], OWNER);
    let log = tempfile::NamedTempFile::new().unwrap();
    let mut child = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["serve", "--listen", "127.0.0.1:0", "--data"])
        .arg(folder.path())
        .stdout(Stdio::piped())
        .stderr(log.reopen().unwrap())
        .spawn()
        .unwrap();
    let mut line = String::new();
    BufReader::new(child.stdout.as_mut().unwrap())
        .read_line(&mut line)
        .unwrap();
    let to = line.trim().rsplit("//").next().unwrap().to_owned();
    sign_in(&to, "not the one", "");
    let cookie = sign_in(&to, OWNER, "").cookie();
    ask(&to, "GET", "/api/cards?find=secret", &cookie, &Value::Null);
    ask(&to, "GET", "/api/cards?find=secret", "", &Value::Null);
    ask(
        &to,
        "POST",
        "/api/cards",
        &cookie,
        &json!({ "title": "Cod", "request": request() }),
    );
    child.kill().unwrap();
    child.wait().unwrap();
    let text = std::fs::read_to_string(log.path()).unwrap();
    let told: Vec<Value> = text
        .lines()
        .map(|line| serde_json::from_str::<Value>(line).unwrap()["fields"].take())
        .filter(|fields| fields["message"] == "asked")
        .collect();
    let lines: Vec<_> = told
        .iter()
        .map(|one| {
            (
                one["method"].as_str().unwrap(),
                one["path"].as_str().unwrap(),
                one["status"].as_u64().unwrap(),
            )
        })
        .collect();
    assert_eq!(
        lines,
        [
            ("POST", "/api/session", 401),
            ("POST", "/api/session", 200),
            ("GET", "/api/cards", 401),
            ("POST", "/api/cards", 201)
        ],
        "{text}"
    );
    assert!(told.iter().all(|one| one["ms"].is_u64()));
    let token = cookie.split('=').nth(1).unwrap();
    for secret in [OWNER, "not the one", "secret", token] {
        assert!(!text.contains(secret), "{secret}");
    }
}
