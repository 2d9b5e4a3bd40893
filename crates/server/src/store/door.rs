//! Who may come in, as kept: passcodes as hashes, and the devices that are signed in.

use super::schema::{passcodes, sessions};
use diesel::prelude::*;
use diesel::sqlite::SqliteConnection;

/// What one who comes in may do.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Role {
    /// Everything but what is the owner's.
    Cook,
    /// Everything.
    Owner,
}

impl Role {
    /// Its name.
    pub fn name(self) -> &'static str {
        match self {
            Self::Cook => "cook",
            Self::Owner => "owner",
        }
    }

    fn named(name: &str) -> Option<Self> {
        [Self::Cook, Self::Owner]
            .into_iter()
            .find(|role| role.name() == name)
    }
}

/// A device that is signed in.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Session {
    /// SHA-256 of its token, as hexadecimal digits.
    pub token: String,
    /// Its name to programs.
    pub id: String,
    /// As whom.
    pub role: Role,
    /// What it is called.
    pub device: String,
    /// When it signed in, ms since 1970.
    pub begun_ms: i64,
    /// When it last asked, ms since 1970; not written at each asking.
    pub seen_ms: i64,
}

#[derive(Queryable, Selectable, Insertable)]
#[diesel(table_name = sessions)]
struct SessionRow {
    token: String,
    id: String,
    role: String,
    device: String,
    begun_ms: i64,
    seen_ms: i64,
}

/// Passcodes as hashes, and the devices that are signed in.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Kept {
    /// PHC strings.
    pub passcodes: Vec<(Role, String)>,
    /// Devices.
    pub sessions: Vec<Session>,
}

/// All of it. A row that nobody understands lets nobody in.
///
/// # Errors
/// Whatever the database says.
pub fn all(c: &mut SqliteConnection) -> QueryResult<Kept> {
    let codes: Vec<(String, String)> = passcodes::table
        .select((passcodes::role, passcodes::phc))
        .load(c)?;
    let rows: Vec<SessionRow> = sessions::table.select(SessionRow::as_select()).load(c)?;
    Ok(Kept {
        passcodes: codes
            .into_iter()
            .filter_map(|(role, phc)| Some((Role::named(&role)?, phc)))
            .collect(),
        sessions: rows
            .into_iter()
            .filter_map(|row| {
                Some(Session {
                    role: Role::named(&row.role)?,
                    token: row.token,
                    id: row.id,
                    device: row.device,
                    begun_ms: row.begun_ms,
                    seen_ms: row.seen_ms,
                })
            })
            .collect(),
    })
}

/// Sets the passcode of a role, or takes it away; whoever was signed in by the last one is signed out, but for one session.
///
/// # Errors
/// Whatever the database says.
pub fn set(
    c: &mut SqliteConnection,
    role: Role,
    phc: Option<&str>,
    but: Option<&str>,
) -> QueryResult<()> {
    c.immediate_transaction(|c| {
        match phc {
            Some(phc) => {
                let at = jiff::Timestamp::now().to_string();
                diesel::replace_into(passcodes::table)
                    .values((
                        passcodes::role.eq(role.name()),
                        passcodes::phc.eq(phc),
                        passcodes::set_at.eq(at),
                    ))
                    .execute(c)?;
            }
            None => {
                diesel::delete(passcodes::table.find(role.name())).execute(c)?;
            }
        }
        let gone = sessions::table
            .filter(sessions::role.eq(role.name()))
            .filter(sessions::id.ne(but.unwrap_or_default()));
        diesel::delete(gone).execute(c)?;
        Ok(())
    })
}

/// Signs a device in.
///
/// # Errors
/// Whatever the database says.
pub fn add(c: &mut SqliteConnection, session: &Session) -> QueryResult<()> {
    let row = SessionRow {
        token: session.token.clone(),
        id: session.id.clone(),
        role: session.role.name().to_owned(),
        device: session.device.clone(),
        begun_ms: session.begun_ms,
        seen_ms: session.seen_ms,
    };
    diesel::insert_into(sessions::table)
        .values(&row)
        .execute(c)?;
    Ok(())
}

/// Writes down when a device last asked.
///
/// # Errors
/// Whatever the database says.
pub fn seen(c: &mut SqliteConnection, id: &str, seen_ms: i64) -> QueryResult<()> {
    diesel::update(sessions::table.filter(sessions::id.eq(id)))
        .set(sessions::seen_ms.eq(seen_ms))
        .execute(c)?;
    Ok(())
}

/// Signs a device out; false where it was not signed in.
///
/// # Errors
/// Whatever the database says.
pub fn remove(c: &mut SqliteConnection, id: &str) -> QueryResult<bool> {
    let gone = diesel::delete(sessions::table.filter(sessions::id.eq(id))).execute(c)?;
    Ok(gone > 0)
}

/// Signs out whoever was last seen before a moment, ms since 1970.
///
/// # Errors
/// Whatever the database says.
pub fn forget(c: &mut SqliteConnection, before_ms: i64) -> QueryResult<()> {
    diesel::delete(sessions::table.filter(sessions::seen_ms.lt(before_ms))).execute(c)?;
    Ok(())
}
