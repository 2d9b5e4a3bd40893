//! What is kept: SQLite through Diesel. No HTTP, no physics.

pub mod cards;
pub mod cooks;
pub mod kitchen;
mod schema;
pub mod shelf;
pub mod snapshot;

use diesel::connection::SimpleConnection;
use diesel::r2d2::{ConnectionManager, CustomizeConnection, Pool};
use diesel::sqlite::SqliteConnection;
use diesel_migrations::{EmbeddedMigrations, MigrationHarness, embed_migrations};
use std::path::Path;

/// Migrations, embedded.
pub const MIGRATIONS: EmbeddedMigrations = embed_migrations!();

/// Connections to the store.
pub type Store = Pool<ConnectionManager<SqliteConnection>>;

/// What came of a change.
#[derive(Debug, Clone)]
pub enum Changed<R> {
    /// As it is now.
    Done(R),
    /// Somebody else changed it since: as it stands, unchanged.
    Stale(R),
    /// It is not there.
    Missing,
}

/// A page of a list, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Page {
    /// Which.
    pub number: i64,
    /// How many on each.
    pub size: i64,
}

impl Page {
    fn size(self) -> i64 {
        self.size
    }
    fn offset(self) -> i64 {
        (self.number - 1).saturating_mul(self.size)
    }
}

/// Error of the store on opening.
pub type OpenError = Box<dyn std::error::Error + Send + Sync>;

#[derive(Debug)]
struct Pragmas;

impl CustomizeConnection<SqliteConnection, diesel::r2d2::Error> for Pragmas {
    fn on_acquire(&self, connection: &mut SqliteConnection) -> Result<(), diesel::r2d2::Error> {
        connection
            // Full: what is acknowledged is on the disk, also when the power goes.
            .batch_execute(
                "PRAGMA busy_timeout = 5000; PRAGMA journal_mode = WAL; \
                 PRAGMA synchronous = FULL; PRAGMA foreign_keys = ON;",
            )
            .map_err(diesel::r2d2::Error::QueryError)
    }
}

/// Opens the store in a folder and brings it up to date.
///
/// # Errors
/// When the folder or file cannot be written, or a migration fails.
pub fn open(folder: &Path) -> Result<Store, OpenError> {
    std::fs::create_dir_all(folder)?;
    let file = folder.join("cindo.sqlite");
    let manager = ConnectionManager::<SqliteConnection>::new(file.to_string_lossy());
    let pool = Pool::builder()
        .max_size(4)
        .connection_customizer(Box::new(Pragmas))
        .build(manager)?;
    pool.get()?.run_pending_migrations(MIGRATIONS)?;
    Ok(pool)
}

#[cfg(test)]
mod tests {
    use super::*;
    use diesel::prelude::*;

    #[test]
    fn every_migration_goes_down_and_up_again() {
        let folder = tempfile::tempdir().unwrap();
        let store = open(folder.path()).unwrap();
        let mut connection = store.get().unwrap();
        connection.revert_all_migrations(MIGRATIONS).unwrap();
        let left: i64 = diesel::dsl::sql::<diesel::sql_types::BigInt>(
            "SELECT count(*) FROM sqlite_master WHERE name = 'cards'",
        )
        .get_result(&mut connection)
        .unwrap();
        assert_eq!(left, 0);
        connection.run_pending_migrations(MIGRATIONS).unwrap();
        let first = Page { number: 1, size: 9 };
        assert!(
            cards::list(&mut connection, first, &cards::Wanted::default())
                .unwrap()
                .0
                .is_empty()
        );
    }
}
