//! What is kept: SQLite through Diesel. No HTTP, no physics.

pub mod copies;
pub mod door;
pub mod events;
mod file;
pub mod kept;
mod opened;
mod schema;
pub mod snapshot;
mod text;

pub use opened::{OpenError, Store, open, with};

use diesel_migrations::{EmbeddedMigrations, embed_migrations};

/// Migrations, embedded.
pub const MIGRATIONS: EmbeddedMigrations = embed_migrations!();

/// The newest migration: the form of the store that this version writes.
pub const FORM: &str = "2026-12-01";

/// What came of a change.
#[derive(Debug, Clone)]
pub enum Changed {
    /// As it is now.
    Done(kept::Row),
    /// Somebody else changed it since: as it stands, unchanged.
    Stale(kept::Row),
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
    fn offset(self) -> i64 {
        (self.number - 1).saturating_mul(self.size)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use diesel::prelude::*;
    use diesel_migrations::MigrationHarness;

    #[test]
    fn the_form_is_that_of_the_newest_migration() {
        use diesel::migration::MigrationSource;
        let all = MigrationSource::<diesel::sqlite::Sqlite>::migrations(&MIGRATIONS).unwrap();
        let newest = all.iter().map(|m| m.name().version().to_string()).max();
        // Versions are told without their dashes.
        let form = FORM.replace('-', "");
        let newest = newest.unwrap().replace('-', "");
        assert!(newest.starts_with(&form), "{newest}");
    }

    #[test]
    fn every_migration_goes_down_and_up_again() {
        let folder = tempfile::tempdir().unwrap();
        let store = open(folder.path()).unwrap();
        let mut connection = store.get().unwrap();
        connection.revert_all_migrations(MIGRATIONS).unwrap();
        let left: i64 = diesel::dsl::sql::<diesel::sql_types::BigInt>(
            "SELECT count(*) FROM sqlite_master WHERE name IN ('kept', 'cards')",
        )
        .get_result(&mut connection)
        .unwrap();
        assert_eq!(left, 0);
        connection.run_pending_migrations(MIGRATIONS).unwrap();
        let first = Page { number: 1, size: 9 };
        assert!(
            kept::page(
                &mut connection,
                kept::List::Card,
                first,
                &kept::Wanted::default()
            )
            .unwrap()
            .0
            .is_empty()
        );
    }
}
