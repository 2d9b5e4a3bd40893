//! The file of the store taken away, replaced, locked, full, not writable, newer, or none at all: noticed at once, refused with
//! a word and the path, and nothing that was acknowledged is lost.

use super::cooks::Server;
use super::{Kitchen, request};
use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use serde_json::{Value, json};
use std::path::Path;
use std::process::Command;

fn card(id: &str) -> Value {
    json!({ "id": id, "title": "Cod", "request": request() })
}

/// Health, and what a write gets.
fn refused(server: &Server) -> (Value, Value) {
    (
        server.say("GET", "/api/health", &Value::Null),
        server.say("POST", "/api/cards", &card("b")),
    )
}

fn serving(folder: &Path) -> Server {
    let server = Server::on(folder);
    let said = server.say("POST", "/api/cards", &card("a"));
    assert_eq!(said["id"], "a", "{said}");
    server
}

fn assert_said(server: &Server, word: &str) {
    let (health, write) = refused(server);
    assert_eq!(health["ok"], false, "{health}");
    for said in [&health["store"], &write["error"]["message"]] {
        let said = said.as_str().unwrap_or_default();
        assert!(
            said.contains("cindo.sqlite") && said.contains(word),
            "{said}"
        );
    }
    assert_eq!(write["error"]["code"], "not_kept");
}

#[test]
fn a_file_that_is_deleted_is_noticed() {
    let folder = tempfile::tempdir().unwrap();
    let server = serving(folder.path());
    assert_eq!(server.say("GET", "/api/health", &Value::Null)["ok"], true);
    std::fs::remove_file(folder.path().join("cindo.sqlite")).unwrap();
    assert_said(&server, "deleted");
}

#[test]
fn a_folder_that_is_renamed_is_noticed_and_taken_up_again() {
    let all = tempfile::tempdir().unwrap();
    let (here, there) = (all.path().join("here"), all.path().join("there"));
    let server = serving(&here);
    std::fs::rename(&here, &there).unwrap();
    assert_said(&server, "moved");
    std::fs::rename(&there, &here).unwrap();
    let said = server.say("POST", "/api/cards", &card("b"));
    assert_eq!(said["id"], "b", "{said}");
}

#[test]
fn a_backup_put_in_its_place_is_noticed() {
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("cindo.sqlite");
    let backup = tempfile::tempdir().unwrap();
    drop(cindo_server::store::open(backup.path()).unwrap());
    let copy = backup.path().join("cindo.sqlite");
    // Over it, so that it is the same file with another content; and another file by the same name.
    let server = serving(folder.path());
    std::fs::write(&file, std::fs::read(&copy).unwrap()).unwrap();
    assert_said(&server, "replaced");
    drop(server);
    let folder = tempfile::tempdir().unwrap();
    let server = serving(folder.path());
    std::fs::rename(&copy, folder.path().join("cindo.sqlite")).unwrap();
    assert_said(&server, "another file");
}

#[test]
fn a_second_server_on_the_same_folder_does_not_start() {
    let folder = tempfile::tempdir().unwrap();
    let first = serving(folder.path());
    let said = starts(folder.path());
    assert!(said.contains("a Cindo is running on"), "{said}");
    assert_eq!(said.trim().lines().count(), 1, "{said}");
    assert_eq!(first.say("POST", "/api/cards", &card("b"))["id"], "b");
    // One that knows of no lock, of an older version, is noticed by the first.
    drop(cindo_server::store::open(folder.path()).unwrap());
    assert_said(&first, "another Cindo");
}

#[test]
fn one_that_another_program_holds_is_said_to_be_locked() {
    let folder = tempfile::tempdir().unwrap();
    let server = serving(folder.path());
    let file = folder.path().join("cindo.sqlite");
    let mut other = SqliteConnection::establish(file.to_str().unwrap()).unwrap();
    other.batch_execute("BEGIN IMMEDIATE").unwrap();
    assert_said(&server, "locked");
    // What is only read goes on meanwhile.
    let list = server.say("GET", "/api/cards", &Value::Null);
    assert_eq!(list["total"], 1);
    other.batch_execute("ROLLBACK").unwrap();
    assert_eq!(server.say("GET", "/api/health", &Value::Null)["ok"], true);
    assert_eq!(server.say("POST", "/api/cards", &card("b"))["id"], "b");
}

/// Full by SQLite's own limit: the same error as that of a full disk.
#[actix_web::test]
async fn a_full_disk_is_said() {
    let folder = tempfile::tempdir().unwrap();
    let store = cindo_server::store::open(folder.path()).unwrap();
    let add = |most_pages: u32| {
        store.work(|c| {
            c.batch_execute(&format!("PRAGMA max_page_count = {most_pages}"))?;
            diesel::sql_query("INSERT INTO kept (list, id, title, form, snapshot, saved_at) VALUES ('card', 'x', '', 1, hex(zeroblob(999999)), '')")
                .execute(c)?;
            Ok(())
        })
    };
    let full = add(1);
    let said = full.unwrap_err().to_string();
    assert!(
        said.contains("disk is full") && said.contains("cindo.sqlite"),
        "{said}"
    );
    // What can still be read does not make it well; a write does.
    let cards = store.work(|c| Ok(diesel::sql_query("SELECT 1 FROM kept").execute(c)?));
    assert!(cards.is_ok());
    assert!(store.wrong().unwrap().to_string().contains("full"));
    add(1_000_000).unwrap();
    assert!(store.wrong().is_none());
}

/// What starting on a folder says, and that it ends at once.
fn starts(folder: &Path) -> String {
    let said = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["serve", "--listen", "127.0.0.1:0", "--data"])
        .arg(folder)
        .output()
        .unwrap();
    assert!(!said.status.success());
    String::from_utf8_lossy(&said.stderr).into_owned()
}

#[test]
fn what_cannot_be_opened_is_said_in_one_line_with_the_path() {
    let all = tempfile::tempdir().unwrap();
    let folder = |name: &str| {
        let folder = all.path().join(name);
        std::fs::create_dir(&folder).unwrap();
        folder
    };
    let no_database = folder("text");
    std::fs::write(
        no_database.join("cindo.sqlite"),
        "a shopping list, long enough to be no header",
    )
    .unwrap();
    let a_folder = folder("folder");
    std::fs::create_dir(a_folder.join("cindo.sqlite")).unwrap();
    let a_file = all.path().join("file");
    std::fs::write(&a_file, "").unwrap();
    let newer = folder("newer");
    let store = cindo_server::store::open(&newer).unwrap();
    let later = "INSERT INTO __diesel_schema_migrations (version) VALUES ('20990101000000')";
    store.get().unwrap().batch_execute(later).unwrap();
    drop(store);
    for (folder, word) in [
        (&no_database, "no store of Cindo's"),
        (&a_folder, "cannot be opened"),
        (&a_file, "cannot be made"),
        (&newer, "newer Cindo"),
    ] {
        let said = starts(folder);
        assert!(said.contains(word), "{said}");
        assert!(said.contains(folder.to_str().unwrap()), "{said}");
        assert_eq!(said.trim().lines().count(), 1, "{said}");
    }
}

/// Nobody else on the machine reads it.
#[test]
fn the_file_is_its_owners() {
    use std::os::unix::fs::PermissionsExt;
    let kitchen = Kitchen::new();
    drop(cindo_server::store::open(kitchen.folder.path()).unwrap());
    let file = kitchen.folder.path().join("cindo.sqlite");
    let mode = std::fs::metadata(file).unwrap().permissions().mode();
    assert_eq!(mode & 0o777, 0o600);
}
