//! A way back: copies under writes, put in place again in another folder; what is no whole copy refused; a folder held by one
//! server; a copy before an upgrade and one a day.

use super::cooks::Server;
use super::request;
use diesel::connection::SimpleConnection;
use serde_json::{Value, json};
use std::path::{Path, PathBuf};
use std::process::{Command, Output};
use std::sync::atomic::{AtomicBool, AtomicUsize, Ordering};

fn run(command: &str, file: &Path, folder: &Path) -> Output {
    Command::new(env!("CARGO_BIN_EXE_cindo"))
        .arg(command)
        .arg(file)
        .arg("--data")
        .arg(folder)
        .output()
        .unwrap()
}

fn done(said: &Output) {
    let words = String::from_utf8_lossy(&said.stderr);
    assert!(said.status.success(), "{words}");
}

/// One line that says why, with the name of the file.
fn refused(said: &Output, word: &str) {
    let words = String::from_utf8_lossy(&said.stderr).into_owned();
    assert!(!said.status.success(), "{word}");
    assert!(words.contains(word), "{word}: {words}");
    assert_eq!(words.trim().lines().count(), 1, "{words}");
}

fn card(id: &str) -> Value {
    json!({ "id": id, "title": "Cod", "request": request() })
}

fn copies(folder: &Path) -> Vec<PathBuf> {
    let all = std::fs::read_dir(folder.join("copies"));
    let mut all: Vec<PathBuf> = all
        .map(|all| all.map(|one| one.unwrap().path()).collect())
        .unwrap_or_default();
    all.sort();
    all
}

/// Moved to another machine by two commands, taken while others write: what was acknowledged before the copy began is in it.
#[test]
fn a_copy_under_writes_is_whole_and_goes_into_another_folder() {
    let (here, out) = (tempfile::tempdir().unwrap(), tempfile::tempdir().unwrap());
    let server = Server::on(here.path());
    let (stop, acknowledged) = (AtomicBool::new(false), AtomicUsize::new(0));
    let mut taken: Vec<(PathBuf, usize)> = vec![];
    std::thread::scope(|all| {
        all.spawn(|| {
            let mut n = 0;
            while !stop.load(Ordering::SeqCst) {
                let said = server.say("POST", "/api/cards", &card(&format!("c{n}")));
                assert_eq!(said["id"], format!("c{n}"), "{said}");
                n += 1;
                acknowledged.store(n, Ordering::SeqCst);
            }
        });
        for i in 0..5 {
            let file = out.path().join(format!("backup-{i}"));
            let before = acknowledged.load(Ordering::SeqCst);
            done(&run("backup", &file, here.path()));
            taken.push((file, before));
            std::thread::sleep(std::time::Duration::from_millis(150));
        }
        stop.store(true, Ordering::SeqCst);
    });
    let written = acknowledged.load(Ordering::SeqCst);
    assert!(written > 5, "{written}");
    for (file, before) in &taken {
        use std::os::unix::fs::PermissionsExt;
        let mode = std::fs::metadata(file).unwrap().permissions().mode();
        assert_eq!(mode & 0o777, 0o600);
        let there = tempfile::tempdir().unwrap();
        done(&run("restore", file, there.path()));
        let other = Server::on(there.path());
        let list = other.say("GET", "/api/cards", &Value::Null);
        let total = list["total"].as_u64().unwrap() as usize;
        assert!(
            (*before..=written).contains(&total),
            "{before} {total} {written}"
        );
    }
    // A copy takes no other's place.
    refused(&run("backup", &taken[0].0, here.path()), "is there already");
    refused(
        &run("backup", &out.path().join("new"), out.path()),
        "no store",
    );
}

/// Put over what is there: refused while it is served, else what was there is moved aside, whole, and can be put back.
#[test]
fn what_was_there_is_moved_aside_and_can_be_put_back() {
    let (here, out) = (tempfile::tempdir().unwrap(), tempfile::tempdir().unwrap());
    let file = out.path().join("yesterday");
    let server = Server::on(here.path());
    server.say("POST", "/api/cards", &card("a"));
    done(&run("backup", &file, here.path()));
    server.say("POST", "/api/cards", &card("b"));
    refused(&run("restore", &file, here.path()), "is running on");
    let both = server.say("GET", "/api/cards", &Value::Null);
    assert_eq!(both["total"], 2);
    // Killed: what was not yet written back stands in the -wal.
    drop(server);
    done(&run("restore", &file, here.path()));
    let total = |folder: &Path| {
        let server = Server::on(folder);
        server.say("GET", "/api/cards", &Value::Null)["total"].clone()
    };
    assert_eq!(total(here.path()), 1);
    let name = |path: &PathBuf| path.file_name().unwrap().to_string_lossy().into_owned();
    let aside = copies(here.path());
    let aside: Vec<&PathBuf> = aside
        .iter()
        .filter(|path| name(path).starts_with("replaced-"))
        .collect();
    assert!(!aside.is_empty());
    // With its -wal beside it, under the name that goes with it.
    let back = aside
        .iter()
        .find(|path| name(path).ends_with(".sqlite"))
        .unwrap();
    let there = tempfile::tempdir().unwrap();
    for path in &aside {
        let end = name(path).split(".sqlite").nth(1).unwrap().to_owned();
        std::fs::copy(path, there.path().join(format!("cindo.sqlite{end}"))).unwrap();
    }
    assert!(back.exists());
    assert_eq!(total(there.path()), 2);
}

/// Half a copy, something else, a newer form, nothing: each says so, and the store stands as it stood.
#[test]
fn what_is_no_whole_copy_is_refused_and_nothing_is_changed() {
    let (here, out) = (tempfile::tempdir().unwrap(), tempfile::tempdir().unwrap());
    let file = out.path().join("whole");
    {
        let server = Server::on(here.path());
        for i in 0..30 {
            server.say("POST", "/api/cards", &card(&format!("c{i}")));
        }
        done(&run("backup", &file, here.path()));
    }
    let bytes = std::fs::read(&file).unwrap();
    let written = |name: &str, bytes: &[u8]| {
        let path = out.path().join(name);
        std::fs::write(&path, bytes).unwrap();
        path
    };
    let half = written("half", &bytes[..bytes.len() / 2]);
    let text = written(
        "text",
        b"a shopping list, long enough to be taken for something",
    );
    let empty = written("empty", b"");
    let mut torn = bytes.clone();
    for byte in &mut torn[bytes.len() / 2..bytes.len() / 2 + 3000] {
        *byte = 0x5a;
    }
    let torn = written("torn", &torn);
    let newer = written("newer", &bytes);
    {
        use diesel::Connection;
        let mut c = diesel::sqlite::SqliteConnection::establish(newer.to_str().unwrap()).unwrap();
        c.batch_execute(
            "INSERT INTO __diesel_schema_migrations (version) VALUES ('20990101000000'); \
             UPDATE kept SET title = '9.9.9' WHERE list = 'meta'",
        )
        .unwrap();
    }
    let before = std::fs::read(here.path().join("cindo.sqlite")).unwrap();
    let missing = out.path().join("missing");
    for (path, word) in [
        (&half, "damaged"),
        (&torn, "damaged"),
        (&text, "no store of Cindo's"),
        (&empty, "no backup of Cindo's"),
        (&newer, "newer Cindo (9.9.9)"),
        (&missing, "missing"),
    ] {
        refused(&run("restore", path, here.path()), word);
        let after = std::fs::read(here.path().join("cindo.sqlite")).unwrap();
        assert_eq!(after, before, "{word}");
        assert!(!here.path().join("cindo.sqlite.new").exists(), "{word}");
    }
}

/// An older folder is copied before it is changed; the copy opens as it was, and a second start makes no other.
#[test]
fn a_folder_of_an_older_version_is_copied_before_it_is_changed() {
    let folder = tempfile::tempdir().unwrap();
    let older = include_bytes!("data/before_one_table.db");
    std::fs::write(folder.path().join("cindo.sqlite"), older).unwrap();
    for _ in 0..2 {
        drop(cindo_server::store::open(folder.path()).unwrap());
        let copies = copies(folder.path());
        assert_eq!(copies.len(), 1, "{copies:?}");
        let name = copies[0]
            .file_name()
            .unwrap()
            .to_string_lossy()
            .into_owned();
        assert!(name.starts_with("before-upgrade-"), "{name}");
    }
    // The older tables are in it, and it can be put in place by the version that is here now.
    let there = tempfile::tempdir().unwrap();
    done(&run("restore", &copies(folder.path())[0], there.path()));
    let store = cindo_server::store::open(there.path()).unwrap();
    drop(store);
    // A new folder has nothing to go back to.
    let new = tempfile::tempdir().unwrap();
    drop(cindo_server::store::open(new.path()).unwrap());
    assert!(copies(new.path()).is_empty());
}

/// Served, a folder has its copy of the day; which version it is says the form of its store.
#[test]
fn a_server_makes_the_copy_of_the_day() {
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(folder.path());
    server.say("POST", "/api/cards", &card("a"));
    for _ in 0..100 {
        if !copies(folder.path()).is_empty() {
            break;
        }
        std::thread::sleep(std::time::Duration::from_millis(50));
    }
    let now = jiff::Timestamp::now();
    let day = now.to_zoned_datetime(jiff::tz::TimeZone::system()).date();
    let wanted = folder.path().join(format!("copies/day-{day}.sqlite"));
    assert!(wanted.exists(), "{:?}", copies(folder.path()));
    let version = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .arg("--version")
        .output();
    let said = String::from_utf8(version.unwrap().stdout).unwrap();
    assert!(
        said.contains(&format!("(store {})", cindo_server::store::FORM)),
        "{said}"
    );
}

/// The demo's whole folder out as one JSON file and into an empty one: written again it is the same, cooks under way, services
/// and the board among it; brought in twice nothing is twice. A file of another program says what it is not.
#[test]
fn the_whole_folder_goes_out_as_json_and_comes_back_equal() {
    let (here, there, out) = (
        tempfile::tempdir().unwrap(),
        tempfile::tempdir().unwrap(),
        tempfile::tempdir().unwrap(),
    );
    let store = cindo_server::store::open(here.path()).unwrap();
    cindo_server::demo::fill(&store, jiff::Timestamp::now()).unwrap();
    drop(store);
    let (first, second) = (
        out.path().join("first.json"),
        out.path().join("second.json"),
    );
    done(&run("export", &first, here.path()));
    let said = run("import", &first, there.path());
    done(&said);
    let came: usize = String::from_utf8_lossy(&said.stdout)
        .split(' ')
        .next()
        .unwrap()
        .parse()
        .unwrap();
    done(&run("export", &second, there.path()));
    let read =
        |path: &Path| -> Value { serde_json::from_slice(&std::fs::read(path).unwrap()).unwrap() };
    let (was, is) = (read(&first), read(&second));
    for list in ["cards", "shelf", "cooks", "services", "board"] {
        assert!(!was[list].is_null(), "{list}");
        assert_eq!(was[list], is[list], "{list}");
    }
    assert_eq!(was, is);
    let under_way = was["cooks"].as_array().unwrap().iter();
    assert!(under_way.filter(|cook| cook["under_way"] == true).count() >= 1);
    let again = run("import", &first, there.path());
    done(&again);
    let words = String::from_utf8_lossy(&again.stdout).into_owned();
    assert!(
        words.starts_with(&format!("0 came in, {came} were")),
        "{words}"
    );
    refused(&run("export", &first, here.path()), "exists");
    // Refused while it is served; what another program wrote, half a file.
    let server = Server::on(there.path());
    refused(&run("import", &first, there.path()), "is running on");
    done(&run(
        "export",
        &out.path().join("served.json"),
        there.path(),
    ));
    assert_eq!(server.say("GET", "/api/health", &Value::Null)["ok"], true);
    drop(server);
    for (text, word) in [
        ("{\"name\": \"a game\"}", "no cards of Cindo"),
        ("{\"cindo_cards\": 3, \"car", "broken"),
    ] {
        let file = out.path().join("other.json");
        std::fs::write(&file, text).unwrap();
        refused(&run("import", &file, there.path()), word);
    }
}

/// Over HTTP too: everything makes room for what is in a file, all or none; what was there is in a copy; whoever read the old
/// does not write over the new.
#[actix_web::test]
async fn a_file_put_back_over_http_takes_the_place_of_everything() {
    let here = tempfile::tempdir().unwrap();
    let store = cindo_server::store::open(here.path()).unwrap();
    cindo_server::demo::fill(&store, jiff::Timestamp::now()).unwrap();
    drop(store);
    let server = Server::on(here.path());
    let body = |server: &Server| {
        let text = server.text("GET", "/api/book", &Value::Null);
        let (head, rest) = text.split_once("\r\n\r\n").unwrap();
        assert!(head.contains("cindo-book.json"), "{head}");
        serde_json::from_str::<Value>(rest).unwrap()
    };
    let was = body(&server);
    let id = was["cards"][0]["id"].as_str().unwrap().to_owned();
    let path = format!("/api/cards/{id}");
    let stood = server.say("GET", &path, &Value::Null)["revision"]
        .as_i64()
        .unwrap();
    server.say("POST", "/api/cards", &card("later"));
    server.text(
        "DELETE",
        &format!("/api/cards/{}", was["cards"][1]["id"].as_str().unwrap()),
        &json!({}),
    );
    assert_ne!(body(&server), was);
    let changed = body(&server);
    for (text, code, status) in [
        (json!({ "name": "a game" }), "not_ours", "422"),
        (json!({ "cindo_cards": 9, "cards": [] }), "not_ours", "422"),
        (
            json!({ "cindo_cards": 3, "cards": [{ "title": "" }] }),
            "",
            "400",
        ),
        (
            json!({ "cindo_cards": 3, "cards": [{ "title": "Cod", "request": { "piece": { "fish": "cod", "thickness_mm": -1 }, "method": { "kind": "steam" } } }] }),
            "",
            "422",
        ),
    ] {
        let said = server.text("POST", "/api/owner/restore", &text);
        assert!(
            said.contains(code) && said.split(' ').nth(1) == Some(status),
            "{text} {said}"
        );
        assert_eq!(body(&server), changed, "{text}");
    }
    let came = server.say("POST", "/api/owner/restore", &was);
    assert_eq!(body(&server), was);
    let aside = here.path().join(came["aside"].as_str().unwrap());
    assert!(aside.exists(), "{came}");
    let now = server.say("GET", &path, &Value::Null)["revision"]
        .as_i64()
        .unwrap();
    assert!(now > stood, "{now} {stood}");
    drop(server);
    // What made room is one command away.
    let there = tempfile::tempdir().unwrap();
    done(&run("restore", &aside, there.path()));
    assert_eq!(body(&Server::on(there.path())), changed);
}

/// A disk that fills in the middle of a copy, of a file that goes out, of one that comes back: a word each, nothing lost.
#[test]
fn a_disk_that_fills_in_the_middle_costs_nothing() {
    let folder = tempfile::tempdir().unwrap();
    let store = cindo_server::store::open(folder.path()).unwrap();
    cindo_server::demo::fill(&store, jiff::Timestamp::now()).unwrap();
    drop(store);
    let out = tempfile::tempdir().unwrap();
    // No file of this process grows beyond so much, KiB: the same to whoever writes as a disk that is full.
    let limited = |most_kib: u32, command: &str, file: &Path| {
        Command::new("sh")
            .arg("-c")
            .arg(format!(
                "ulimit -f {most_kib}; trap '' XFSZ; exec \"$0\" {command} \"$1\" --data \"$2\""
            ))
            .arg(env!("CARGO_BIN_EXE_cindo"))
            .arg(file)
            .arg(folder.path())
            .output()
            .unwrap()
    };
    let before = std::fs::read(folder.path().join("cindo.sqlite")).unwrap();
    for command in ["backup", "export"] {
        let file = out.path().join(command);
        let said = limited(40, command, &file);
        let words = String::from_utf8_lossy(&said.stderr).into_owned();
        assert!(
            !said.status.success() && words.trim().lines().count() == 1,
            "{command} {words}"
        );
        let left: Vec<_> = std::fs::read_dir(out.path()).unwrap().collect();
        assert!(left.is_empty(), "{command}: {left:?}");
    }
    let whole = out.path().join("whole");
    done(&run("backup", &whole, folder.path()));
    let said = limited(40, "restore", &whole);
    assert!(!said.status.success(), "{said:?}");
    assert_eq!(
        std::fs::read(folder.path().join("cindo.sqlite")).unwrap(),
        before
    );
    done(&run("restore", &whole, folder.path()));
}

/// Looked at: a folder that is well, one that others can read, one whose store is torn, a clock that went back, a port.
#[test]
fn the_doctor_says_what_is_wrong_and_what_to_do() {
    use std::os::unix::fs::PermissionsExt;
    let folder = tempfile::tempdir().unwrap();
    let look = |folder: &Path, listen: &str| {
        let said = Command::new(env!("CARGO_BIN_EXE_cindo"))
            .args(["doctor", "--listen", listen, "--data"])
            .arg(folder)
            .output()
            .unwrap();
        (
            said.status.success(),
            String::from_utf8(said.stdout).unwrap(),
        )
    };
    let (well, said) = look(folder.path(), "127.0.0.1:0");
    assert!(well && said.contains("nothing is kept"), "{said}");
    let server = Server::on(folder.path());
    server.say("POST", "/api/cards", &card("a"));
    let (well, said) = look(folder.path(), "127.0.0.1:0");
    assert!(
        well && said.contains("is whole: 1 cards and cooks") && said.contains("MB are free"),
        "{said}"
    );
    assert_eq!(server.say("GET", "/api/health", &Value::Null)["ok"], true);
    drop(server);
    let file = folder.path().join("cindo.sqlite");
    let mode =
        |bits| std::fs::set_permissions(&file, std::fs::Permissions::from_mode(bits)).unwrap();
    mode(0o644);
    let (well, said) = look(folder.path(), "127.0.0.1:0");
    assert!(
        !well && said.contains("WRONG") && said.contains("chmod 600"),
        "{said}"
    );
    mode(0o600);
    let (well, said) = look(folder.path(), "the kitchen");
    assert!(!well && said.contains("is no address"), "{said}");
    // Reached by others, it needs a passcode.
    let (well, said) = look(folder.path(), "0.0.0.0:0");
    assert!(!well && said.contains("cindo passcode"), "{said}");
    super::door::set(folder.path(), &[], super::door::OWNER);
    let (well, said) = look(folder.path(), "0.0.0.0:0");
    assert!(well && said.contains("a passcode is asked for"), "{said}");
    {
        use diesel::Connection;
        let mut c = diesel::sqlite::SqliteConnection::establish(file.to_str().unwrap()).unwrap();
        c.batch_execute("UPDATE kept SET saved_at = '2999-01-01T00:00:00Z' WHERE list = 'card'")
            .unwrap();
    }
    let (well, said) = look(folder.path(), "127.0.0.1:0");
    assert!(!well && said.contains("clock"), "{said}");
    std::fs::write(
        &file,
        b"a shopping list, long enough to be taken for something",
    )
    .unwrap();
    let (well, said) = look(folder.path(), "127.0.0.1:0");
    assert!(!well && said.contains("no store of Cindo's"), "{said}");
}
