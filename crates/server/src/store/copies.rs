//! Copies of the store: one file each, made while others write, and put in place again; and who holds a folder.

use super::MIGRATIONS;
use super::file::{FILE, in_words, newer, wrote};
use diesel::connection::SimpleConnection;
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;
use diesel_migrations::MigrationHarness;
use std::fs::{File, TryLockError};
use std::os::unix::fs::PermissionsExt;
use std::path::{Path, PathBuf};
use thiserror::Error;

/// Where copies of a folder stand that nobody asked for.
const COPIES: &str = "copies";
/// Whoever serves a folder holds this.
const LOCK: &str = "cindo.lock";
/// A copy a day is kept so many days.
const DAYS: usize = 7;

/// Why a copy cannot be made, or put in place.
#[derive(Debug, Error)]
pub enum CopyError {
    /// A file or folder.
    #[error("{}: {why}", path.display())]
    File {
        /// Which.
        path: PathBuf,
        /// What is wrong, in words.
        why: String,
    },
    /// Somebody serves the folder.
    #[error("a Cindo is running on {}: stop it first, then try again", path.display())]
    Held {
        /// Which.
        path: PathBuf,
    },
    /// A copy that a newer version made.
    #[error("{} was written by a newer Cindo{}; put that version in place first", path.display(), version.as_deref().map(|v| format!(" ({v})")).unwrap_or_default())]
    Newer {
        /// Which.
        path: PathBuf,
        /// The version that wrote it, where it says so.
        version: Option<String>,
    },
}

fn wrong(path: &Path, why: impl std::fmt::Display) -> CopyError {
    CopyError::File {
        path: path.to_owned(),
        why: in_words(&why.to_string()),
    }
}

/// A folder that is held: let go when this is dropped, or its process ends however it ends.
#[derive(Debug)]
pub struct Held(#[allow(dead_code, reason = "the lock lives as long as the file is open")] File);

/// Holds a folder.
///
/// # Errors
/// [`CopyError::Held`] when another does.
pub fn hold(folder: &Path) -> Result<Held, CopyError> {
    let path = folder.join(LOCK);
    let made = std::fs::create_dir_all(folder);
    made.map_err(|cause| wrong(folder, format!("the folder cannot be made: {cause}")))?;
    let open = File::options()
        .create(true)
        .truncate(false)
        .write(true)
        .open(&path);
    let file = open.map_err(|cause| wrong(&path, cause))?;
    match file.try_lock() {
        Ok(()) => Ok(Held(file)),
        Err(TryLockError::WouldBlock) => Err(CopyError::Held {
            path: folder.to_owned(),
        }),
        Err(TryLockError::Error(cause)) => Err(wrong(&path, cause)),
    }
}

/// Writes all that a connection sees into a new file: whole, or not at all.
fn write(c: &mut SqliteConnection, to: &Path) -> Result<(), CopyError> {
    let mut part = to.as_os_str().to_owned();
    part.push(".part");
    let part = PathBuf::from(part);
    let gone =
        |cause: std::io::Error| (cause.kind() != std::io::ErrorKind::NotFound).then_some(cause);
    if let Some(cause) = std::fs::remove_file(&part).err().and_then(gone) {
        return Err(wrong(&part, cause));
    }
    let made = diesel::sql_query("VACUUM INTO ?")
        .bind::<diesel::sql_types::Text, _>(part.to_string_lossy())
        .execute(c)
        .map_err(|cause| wrong(to, cause));
    let made = made.and_then(|_| {
        let mine = std::fs::Permissions::from_mode(0o600);
        std::fs::set_permissions(&part, mine).map_err(|cause| wrong(&part, cause))?;
        let file = File::open(&part).map_err(|cause| wrong(&part, cause))?;
        file.sync_all().map_err(|cause| wrong(&part, cause))?;
        std::fs::rename(&part, to).map_err(|cause| wrong(to, cause))
    });
    if made.is_err()
        && let Some(cause) = std::fs::remove_file(&part).err().and_then(gone)
    {
        tracing::warn!(%cause, path = %part.display(), "half a copy is left");
    }
    made
}

fn connect(path: &Path) -> Result<SqliteConnection, CopyError> {
    let mut c = SqliteConnection::establish(&path.to_string_lossy()).map_err(|e| wrong(path, e))?;
    // Whoever writes is waited for.
    c.batch_execute("PRAGMA busy_timeout = 5000")
        .map_err(|e| wrong(path, e))?;
    Ok(c)
}

/// A connection to the store of a folder that somebody serves, who goes on serving it.
///
/// # Errors
/// No store there, or one of another form.
pub fn beside(folder: &Path) -> Result<SqliteConnection, CopyError> {
    let store = folder.join(FILE);
    if !store.exists() {
        return Err(wrong(&store, "there is no store in this folder"));
    }
    let mut c = connect(&store)?;
    let same = !newer(&mut c).map_err(|cause| wrong(&store, cause))?
        && !c
            .has_pending_migration(MIGRATIONS)
            .map_err(|cause| wrong(&store, cause))?;
    if !same {
        let why = "the Cindo that runs on it is of another version than this one";
        return Err(wrong(&store, why));
    }
    Ok(c)
}

/// Copies the store of a folder into a new file, whoever writes to it meanwhile.
///
/// # Errors
/// No store there, a file that is there already, a disk that is full.
pub fn backup(folder: &Path, to: &Path) -> Result<(), CopyError> {
    let store = folder.join(FILE);
    if !store.exists() {
        return Err(wrong(&store, "there is no store in this folder"));
    }
    if to.exists() {
        return Err(wrong(
            to,
            "it is there already, and a backup takes no other's place",
        ));
    }
    write(&mut connect(&store)?, to)
}

/// Puts a copy in the place of the store of a folder. What was there is moved among the copies.
///
/// # Errors
/// Half a copy, something that is none, one of a newer version; a folder that somebody serves.
pub fn restore(folder: &Path, from: &Path) -> Result<(), CopyError> {
    let _held = hold(folder)?;
    // Looked at as a copy of itself: nothing is written beside what was given.
    let new = folder.join("cindo.sqlite.new");
    std::fs::copy(from, &new).map_err(|cause| wrong(from, cause))?;
    let fits = fits(from, &new);
    if fits.is_err() {
        std::fs::remove_file(&new).map_err(|cause| wrong(&new, cause))?;
    }
    fits?;
    signed_out(&new)?;
    let stamp = jiff::Timestamp::now()
        .strftime("%Y%m%dT%H%M%SZ")
        .to_string();
    let copies = folder.join(COPIES);
    std::fs::create_dir_all(&copies).map_err(|cause| wrong(&copies, cause))?;
    for end in ["", "-wal", "-shm"] {
        let was = folder.join(format!("{FILE}{end}"));
        let aside = copies.join(format!("replaced-{stamp}.sqlite{end}"));
        if was.exists() {
            std::fs::rename(&was, &aside).map_err(|cause| wrong(&was, cause))?;
        }
    }
    let store = folder.join(FILE);
    std::fs::rename(&new, &store).map_err(|cause| wrong(&store, cause))?;
    let dir = File::open(folder).map_err(|cause| wrong(folder, cause))?;
    dir.sync_all().map_err(|cause| wrong(folder, cause))
}

/// Nobody is signed in by a copy: whoever was signed out since it was made would be in again.
fn signed_out(copy: &Path) -> Result<(), CopyError> {
    let mut c = connect(copy)?;
    let there: i64 = diesel::dsl::sql::<diesel::sql_types::BigInt>(
        "SELECT count(*) FROM sqlite_master WHERE name = 'sessions'",
    )
    .get_result(&mut c)
    .map_err(|cause| wrong(copy, cause))?;
    if there > 0 {
        c.batch_execute("DELETE FROM sessions")
            .map_err(|cause| wrong(copy, cause))?;
    }
    Ok(())
}

/// Whether a copy is whole, and of a version that is read here.
///
/// # Errors
/// What is wrong with it.
pub fn whole(copy: &Path) -> Result<(), CopyError> {
    fits(copy, copy)
}

/// Whether a file is a whole store that this version reads.
fn fits(named: &Path, path: &Path) -> Result<(), CopyError> {
    #[derive(QueryableByName)]
    struct Said {
        #[diesel(sql_type = diesel::sql_types::Text)]
        integrity_check: String,
    }
    let mine = std::fs::Permissions::from_mode(0o600);
    std::fs::set_permissions(path, mine).map_err(|cause| wrong(path, cause))?;
    let mut c = connect(path)?;
    // Read once and closed: nothing beside it.
    c.batch_execute("PRAGMA journal_mode = DELETE")
        .map_err(|cause| wrong(named, cause))?;
    let said: Vec<Said> = diesel::sql_query("PRAGMA integrity_check")
        .load(&mut c)
        .map_err(|cause| wrong(named, cause))?;
    if said.first().is_none_or(|one| one.integrity_check != "ok") {
        return Err(wrong(named, "it is damaged, or only half of a backup"));
    }
    let tables: i64 = diesel::dsl::sql::<diesel::sql_types::BigInt>(
        "SELECT count(*) FROM sqlite_master WHERE name = '__diesel_schema_migrations'",
    )
    .get_result(&mut c)
    .map_err(|cause| wrong(named, cause))?;
    if tables == 0 {
        return Err(wrong(named, "it is no backup of Cindo's"));
    }
    if newer(&mut c).map_err(|cause| wrong(named, cause))? {
        return Err(CopyError::Newer {
            path: named.to_owned(),
            version: wrote(&mut c),
        });
    }
    Ok(())
}

/// A copy of what a connection sees, among the copies of a folder.
pub(super) fn aside(
    c: &mut SqliteConnection,
    folder: &Path,
    name: &str,
) -> Result<String, CopyError> {
    let copies = folder.join(COPIES);
    std::fs::create_dir_all(&copies).map_err(|cause| wrong(&copies, cause))?;
    let to = copies.join(format!("{name}.sqlite"));
    if !to.exists() {
        write(c, &to)?;
    }
    Ok(format!("{COPIES}/{name}.sqlite"))
}

/// The copy of a day, where there is none yet; those of the last days are kept.
///
/// # Errors
/// As [`backup`].
pub fn daily(folder: &Path, day: jiff::civil::Date) -> Result<(), CopyError> {
    let store = folder.join(FILE);
    aside(&mut connect(&store)?, folder, &format!("day-{day}"))?;
    let copies = folder.join(COPIES);
    let there = std::fs::read_dir(&copies).map_err(|cause| wrong(&copies, cause))?;
    let mut days: Vec<PathBuf> = vec![];
    for one in there {
        let path = one.map_err(|cause| wrong(&copies, cause))?.path();
        let name = path.file_name().unwrap_or_default().to_string_lossy();
        if name.starts_with("day-") && name.ends_with(".sqlite") {
            days.push(path);
        }
    }
    // Days are written so that their names are in order.
    days.sort();
    for old in days.iter().rev().skip(DAYS) {
        std::fs::remove_file(old).map_err(|cause| wrong(old, cause))?;
    }
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::store::open;

    fn names(folder: &Path) -> Vec<String> {
        let there = std::fs::read_dir(folder.join(COPIES)).unwrap();
        let mut names: Vec<String> = there
            .map(|one| one.unwrap().file_name().to_string_lossy().into_owned())
            .collect();
        names.sort();
        names
    }

    #[test]
    fn a_copy_a_day_is_kept_for_seven_days() {
        let folder = tempfile::tempdir().unwrap();
        drop(open(folder.path()).unwrap());
        let first = jiff::civil::date(2026, 11, 26);
        for day in 0..9 {
            let day = first + jiff::Span::new().days(day);
            daily(folder.path(), day).unwrap();
            daily(folder.path(), day).unwrap();
        }
        let kept = names(folder.path());
        assert_eq!(kept.len(), 7, "{kept:?}");
        assert_eq!(
            (kept[0].as_str(), kept[6].as_str()),
            ("day-2026-11-28.sqlite", "day-2026-12-04.sqlite")
        );
    }

    #[test]
    fn a_folder_is_held_by_one() {
        let folder = tempfile::tempdir().unwrap();
        let held = hold(folder.path()).unwrap();
        let second = hold(folder.path()).unwrap_err();
        assert!(second.to_string().contains("is running on"), "{second}");
        drop(held);
        hold(folder.path()).unwrap();
    }
}
