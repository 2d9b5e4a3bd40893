//! The file of the store: opened with a sentence where that fails, and looked at before each use, so that a file that was
//! taken away, replaced or opened by another is noticed and not written into the void.

use super::MIGRATIONS;
use super::file::{FILE, LOCKED, in_words, newer, signs, wrote};
use crate::error::RequestError;
use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use diesel::r2d2::{ConnectionManager, CustomizeConnection, Pool, PooledConnection};
use diesel::result::{DatabaseErrorKind, Error as DieselError};
use diesel::sqlite::SqliteConnection;
use diesel_migrations::MigrationHarness;
use std::fs::File;
use std::os::unix::fs::{FileExt, MetadataExt, PermissionsExt};
use std::path::{Path, PathBuf};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;
use thiserror::Error;

/// Another that writes is waited for so long.
const BUSY_MS: u32 = 1500;
/// A connection is waited for so long.
const WAIT: Duration = Duration::from_secs(2);
/// Where the stamp of whoever opened it last stands in the file: SQLite's `user_version`, big-endian.
const STAMP_AT: u64 = 60;

/// Why the store cannot be opened.
#[derive(Debug, Error)]
pub enum OpenError {
    /// The folder.
    #[error("the folder {} cannot be made: {cause}", path.display())]
    Folder {
        /// Which.
        path: PathBuf,
        /// What the system said.
        cause: std::io::Error,
    },
    /// The file.
    #[error("{} cannot be used as a store: {why}", path.display())]
    File {
        /// Which.
        path: PathBuf,
        /// What is wrong, in words.
        why: String,
    },
    /// Written by a newer version.
    #[error("{} was written by a newer Cindo{}; this one leaves it alone", path.display(), version.as_deref().map(|v| format!(" ({v})")).unwrap_or_default())]
    Newer {
        /// Which.
        path: PathBuf,
        /// The version that wrote it, where it says so.
        version: Option<String>,
    },
    /// The copy that is made before a store is changed.
    #[error("nothing was changed, for no copy of it could be made first. {0}")]
    Copy(#[from] super::copies::CopyError),
}

/// The store: connections to its file.
#[derive(Debug, Clone)]
pub struct Store {
    pool: Pool<ConnectionManager<SqliteConnection>>,
    file: Arc<Opened>,
}

/// The file as it was opened.
#[derive(Debug)]
struct Opened {
    path: PathBuf,
    device: u64,
    inode: u64,
    stamp: i32,
    /// Why the last write failed, until one does not.
    failed: Mutex<Option<String>>,
}

#[derive(Debug)]
struct Pragmas;

impl CustomizeConnection<SqliteConnection, diesel::r2d2::Error> for Pragmas {
    fn on_acquire(&self, c: &mut SqliteConnection) -> Result<(), diesel::r2d2::Error> {
        pragmas(c).map_err(diesel::r2d2::Error::QueryError)
    }
}

fn pragmas(c: &mut SqliteConnection) -> QueryResult<()> {
    // Full: what is acknowledged is on the disk, also when the power goes.
    c.batch_execute(&format!(
        "PRAGMA busy_timeout = {BUSY_MS}; PRAGMA journal_mode = WAL; PRAGMA synchronous = FULL; \
         PRAGMA foreign_keys = ON;"
    ))
}

/// Opens the store in a folder and brings it up to date.
///
/// # Errors
/// With a sentence and the path, within seconds: a folder or file that cannot be used, and one that a newer version wrote.
pub fn open(folder: &Path) -> Result<Store, OpenError> {
    std::fs::create_dir_all(folder).map_err(|cause| OpenError::Folder {
        path: folder.to_owned(),
        cause,
    })?;
    let path = folder.join(FILE);
    let wrong = |why: String| OpenError::File {
        path: path.clone(),
        why,
    };
    let said = |cause: &dyn std::fmt::Display| wrong(in_words(&cause.to_string()));
    // Nobody else on this machine reads what a kitchen writes down.
    let new = !path.exists();
    let mut c =
        SqliteConnection::establish(&path.to_string_lossy()).map_err(|cause| said(&cause))?;
    pragmas(&mut c).map_err(|cause| said(&cause))?;
    if new {
        let mine = std::fs::Permissions::from_mode(0o600);
        std::fs::set_permissions(&path, mine).map_err(|cause| said(&cause))?;
    }
    if newer(&mut c).map_err(|cause| said(&cause))? {
        let version = wrote(&mut c);
        return Err(OpenError::Newer { path, version });
    }
    // A way back before anything is changed.
    if !new
        && c.has_pending_migration(MIGRATIONS)
            .map_err(|cause| said(&cause))?
    {
        let now = jiff::Timestamp::now().strftime("%Y%m%dT%H%M%SZ");
        super::copies::aside(&mut c, folder, &format!("before-upgrade-{now}"))?;
    }
    c.run_pending_migrations(MIGRATIONS)
        .map_err(|cause| said(&cause))?;
    signs(&mut c).map_err(|cause| said(&cause))?;
    // Who opened it last; the file itself says it from now on.
    let stamp = (uuid::Uuid::now_v7().as_u128() & 0x7fff_ffff) as i32;
    c.batch_execute(&format!(
        "PRAGMA user_version = {stamp}; PRAGMA wal_checkpoint(TRUNCATE);"
    ))
    .map_err(|cause| said(&cause))?;
    drop(c);
    let file = std::fs::metadata(&path).map_err(|cause| said(&cause))?;
    let manager = ConnectionManager::<SqliteConnection>::new(path.to_string_lossy());
    let pool = Pool::builder()
        .max_size(4)
        .min_idle(Some(1))
        .connection_timeout(WAIT)
        .connection_customizer(Box::new(Pragmas))
        .build(manager)
        .map_err(|cause| said(&cause))?;
    let file = Opened {
        device: file.dev(),
        inode: file.ino(),
        stamp,
        failed: Mutex::default(),
        path,
    };
    Ok(Store {
        pool,
        file: Arc::new(file),
    })
}

impl Opened {
    /// What is wrong with the file by its looks; nothing where it is the one that was opened.
    fn wrong(&self) -> Option<&'static str> {
        let Ok(now) = std::fs::metadata(&self.path) else {
            return Some("it was moved away or deleted");
        };
        if (now.dev(), now.ino()) != (self.device, self.inode) {
            return Some("another file was put in its place");
        }
        let mut stamp = [0; 4];
        let read = File::open(&self.path).and_then(|f| f.read_exact_at(&mut stamp, STAMP_AT));
        match read {
            Ok(()) if i32::from_be_bytes(stamp) == self.stamp => None,
            Ok(()) => Some("its content was replaced, or another Cindo has opened it"),
            Err(_) => Some("it cannot be read any more"),
        }
    }

    fn said(&self, why: &str) -> RequestError {
        RequestError::NotKept {
            path: self.path.display().to_string(),
            why: why.to_owned(),
        }
    }
}

impl Store {
    /// A connection.
    ///
    /// # Errors
    /// Where none is free, or the file cannot be opened.
    pub fn get(
        &self,
    ) -> Result<PooledConnection<ConnectionManager<SqliteConnection>>, diesel::r2d2::PoolError>
    {
        self.pool.get()
    }

    /// The folder it lies in.
    pub fn folder(&self) -> &Path {
        self.file.path.parent().unwrap_or(Path::new("."))
    }

    /// Copies all that is kept aside; answers the name of the copy within the folder.
    ///
    /// # Errors
    /// As a backup.
    pub fn aside(&self, why: &str) -> Result<String, RequestError> {
        let now = jiff::Timestamp::now().strftime("%Y%m%dT%H%M%SZ");
        let name = format!("{why}-{now}-{}", uuid::Uuid::now_v7().simple());
        let mut c = self
            .get()
            .map_err(|cause| self.file.said(&in_words(&cause.to_string())))?;
        super::copies::aside(&mut c, self.folder(), &name)
            .map_err(|cause| self.file.said(&in_words(&cause.to_string())))
    }

    /// Why nothing can be kept now; nothing where it can.
    pub fn wrong(&self) -> Option<RequestError> {
        if let Some(why) = self.file.wrong() {
            return Some(self.file.said(why));
        }
        // Tries what a write begins with; nothing is written.
        let begun = self
            .get()
            .map_err(|cause| cause.to_string())
            .and_then(|mut c| {
                c.batch_execute("BEGIN IMMEDIATE; ROLLBACK")
                    .map_err(|cause| cause.to_string())
            });
        if let Err(cause) = begun {
            return Some(self.file.said(&in_words(&cause)));
        }
        let failed = self
            .file
            .failed
            .lock()
            .unwrap_or_else(PoisonError::into_inner);
        failed.as_deref().map(|why| self.file.said(why))
    }

    /// Uses the store, and says what is wrong with it where it fails.
    ///
    /// # Errors
    /// [`RequestError::NotKept`], and whatever the work says.
    pub fn work<T>(
        &self,
        work: impl FnOnce(&mut SqliteConnection) -> Result<T, RequestError>,
    ) -> Result<T, RequestError> {
        if let Some(why) = self.file.wrong() {
            return Err(self.file.said(why));
        }
        let mut c = self
            .get()
            .map_err(|cause| self.file.said(&in_words(&cause.to_string())))?;
        let before = changes(&mut c);
        let done = work(&mut c);
        let mut failed = self
            .file
            .failed
            .lock()
            .unwrap_or_else(PoisonError::into_inner);
        match done {
            Err(RequestError::Ours(cause)) => match kept_from(&*cause) {
                Some(why) => {
                    tracing::error!(%cause, path = %self.file.path.display(), "the store does not take it");
                    // Whether somebody holds it is tried at each look.
                    if why != LOCKED {
                        *failed = Some(why.clone());
                    }
                    Err(self.file.said(&why))
                }
                None => Err(RequestError::Ours(cause)),
            },
            done => {
                // What could be read says nothing of what can be written.
                if failed.is_some() && done.is_ok() && changes(&mut c) > before {
                    *failed = None;
                }
                done
            }
        }
    }
}

/// Rows that this connection has changed so far.
fn changes(c: &mut SqliteConnection) -> i64 {
    let counted = diesel::dsl::sql::<diesel::sql_types::BigInt>("SELECT total_changes()");
    counted.get_result(c).unwrap_or(0)
}

/// What keeps the store from working, where the cause lies there and not in what was asked of it.
fn kept_from(cause: &(dyn std::error::Error + Send + Sync + 'static)) -> Option<String> {
    let said = match cause.downcast_ref::<DieselError>()? {
        DieselError::DatabaseError(kind, said) => match kind {
            DatabaseErrorKind::UniqueViolation | DatabaseErrorKind::NotNullViolation => {
                return None;
            }
            _ => said.message().to_owned(),
        },
        _ => return None,
    };
    let words = in_words(&said);
    (words != said).then_some(words)
}

/// Uses the store off the event loop.
///
/// # Errors
/// [`RequestError::NotKept`], and whatever the work says.
pub async fn with<T: Send + 'static>(
    store: &Store,
    work: impl FnOnce(&mut SqliteConnection) -> Result<T, RequestError> + Send + 'static,
) -> Result<T, RequestError> {
    let store = store.clone();
    crate::work::compute(move || store.work(work)).await
}
