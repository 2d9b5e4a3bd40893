//! The file of a store: its name, of which form it is, who wrote it, and what is wrong with it in words.

use super::MIGRATIONS;
use diesel::prelude::*;
use diesel::sqlite::{Sqlite, SqliteConnection};
use diesel_migrations::MigrationHarness;

/// Its name.
pub(super) const FILE: &str = "cindo.sqlite";

/// There are migrations in it that this version does not know.
pub(super) fn newer(c: &mut SqliteConnection) -> diesel::migration::Result<bool> {
    use diesel::migration::MigrationSource;
    let known = MigrationSource::<Sqlite>::migrations(&MIGRATIONS)?;
    let known: Vec<String> = known
        .iter()
        .map(|m| m.name().version().to_string())
        .collect();
    let applied = c.applied_migrations()?;
    Ok(applied.iter().any(|one| !known.contains(&one.to_string())))
}

/// The version that writes to it from now on, in a row of its own: whoever cannot read the rest may read that.
pub(super) fn signs(c: &mut SqliteConnection) -> QueryResult<usize> {
    diesel::sql_query(
        "INSERT INTO kept (list, id, kind, title, note, state, form, snapshot, saved_at, revision) \
         VALUES ('meta', 'version', '', ?1, '', '', 1, '', strftime('%Y-%m-%dT%H:%M:%fZ', 'now'), 1) \
         ON CONFLICT (list, id) DO UPDATE SET title = ?1 WHERE title <> ?1",
    )
    .bind::<diesel::sql_types::Text, _>(env!("CARGO_PKG_VERSION"))
    .execute(c)
}

/// The version that wrote it last, where it says so.
pub(super) fn wrote(c: &mut SqliteConnection) -> Option<String> {
    let said = diesel::dsl::sql::<diesel::sql_types::Text>(
        "SELECT title FROM kept WHERE list = 'meta' AND id = 'version'",
    );
    said.get_result(c).ok()
}

pub(super) const LOCKED: &str = "another program holds it locked";

/// What SQLite says, as a person says it.
pub(super) fn in_words(said: &str) -> String {
    let known = [
        ("readonly", "it cannot be written to"),
        ("read-only", "it cannot be written to"),
        (
            "unable to open",
            "it cannot be opened (is it a folder, or somebody else's?)",
        ),
        (
            "Unable to open",
            "it cannot be opened (is it a folder, or somebody else's?)",
        ),
        ("locked", LOCKED),
        ("not a database", "it is no store of Cindo's, or damaged"),
        ("malformed", "it is damaged"),
        ("full", "the disk is full"),
        ("disk I/O error", "the disk does not answer as it should"),
    ];
    let found = known.iter().find(|(word, _)| said.contains(word));
    found.map_or_else(|| said.to_owned(), |(_, words)| (*words).to_owned())
}
