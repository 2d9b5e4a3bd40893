//! Text as it is read: bytes that are no text hide nothing but the row they stand in.

use diesel::deserialize::{self, FromSql, FromSqlRow, Queryable};
use diesel::sql_types::{Binary, Nullable, Text};
use diesel::sqlite::{Sqlite, SqliteValue};

/// Text; what is none of it stands as the mark for that.
#[derive(Debug, FromSqlRow)]
pub struct Lossy(String);

impl FromSql<Text, Sqlite> for Lossy {
    fn from_sql(value: SqliteValue<'_, '_, '_>) -> deserialize::Result<Self> {
        let bytes = <Vec<u8> as FromSql<Binary, Sqlite>>::from_sql(value)?;
        Ok(Self(String::from_utf8_lossy(&bytes).into_owned()))
    }
}

impl From<Lossy> for String {
    fn from(text: Lossy) -> Self {
        text.0
    }
}

/// Text, or none.
#[derive(Debug)]
pub struct MaybeLossy(Option<Lossy>);

impl Queryable<Nullable<Text>, Sqlite> for MaybeLossy {
    type Row = Option<Lossy>;

    fn build(row: Self::Row) -> deserialize::Result<Self> {
        Ok(Self(row))
    }
}

impl From<MaybeLossy> for Option<String> {
    fn from(text: MaybeLossy) -> Self {
        text.0.map(String::from)
    }
}
