//! The lists of what is kept, all alike: rows with a form and a snapshot, changed at a revision, removed and restored, read
//! in pages. What a snapshot holds is in [`super::snapshot`].

use super::schema::{cook_events, kept};
use super::text::{Lossy, MaybeLossy};
use super::{Changed, Page};
use crate::error::RequestError;
use diesel::prelude::*;

/// A list of what is kept.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum List {
    /// Cards of the book.
    Card,
    /// Pieces, lots and fish of the kitchen's own.
    Shelf,
    /// The kitchen: one row.
    Kitchen,
    /// Cooks under way and gone by.
    Cook,
    /// The board of a service: one row.
    Board,
    /// Services that are over.
    Service,
}

impl List {
    /// Its name in the store.
    pub fn name(self) -> &'static str {
        match self {
            Self::Card => "card",
            Self::Shelf => "shelf",
            Self::Kitchen => "kitchen",
            Self::Cook => "cook",
            Self::Board => "board",
            Self::Service => "service",
        }
    }
}

/// A row as kept.
#[derive(Debug, Clone, PartialEq, Queryable, Selectable, Insertable)]
#[diesel(table_name = kept)]
pub struct Row {
    /// Of which list.
    #[diesel(deserialize_as = Lossy)]
    pub list: String,
    /// Its name to programs.
    #[diesel(deserialize_as = Lossy)]
    pub id: String,
    /// Of what kind within its list.
    #[diesel(deserialize_as = Lossy)]
    pub kind: String,
    /// What it is called.
    #[diesel(deserialize_as = Lossy)]
    pub title: String,
    /// What to remember.
    #[diesel(deserialize_as = Lossy)]
    pub note: String,
    /// How it came out, or that it is over; empty where that is not said.
    #[diesel(deserialize_as = Lossy)]
    pub state: String,
    /// Form of the snapshot.
    pub form: i32,
    /// What it is: see [`super::snapshot`].
    #[diesel(deserialize_as = Lossy)]
    pub snapshot: String,
    /// RFC 3339.
    #[diesel(deserialize_as = Lossy)]
    pub saved_at: String,
    /// Counts changes, from 1.
    pub revision: i32,
    /// RFC 3339, when it was taken out.
    #[diesel(deserialize_as = MaybeLossy)]
    pub removed_at: Option<String>,
}

impl Row {
    /// A row to keep, with nothing said of it yet.
    pub fn new(list: List, id: String, title: String, saved_at: String) -> Self {
        Self {
            list: list.name().to_owned(),
            id,
            kind: String::new(),
            title,
            note: String::new(),
            state: String::new(),
            form: 0,
            snapshot: String::new(),
            saved_at,
            revision: 1,
            removed_at: None,
        }
    }
}

/// A change to a row; `None` leaves a field.
#[derive(Debug, Clone, Default, AsChangeset)]
#[diesel(table_name = kept)]
pub struct Edit {
    /// What it is called.
    pub title: Option<String>,
    /// What to remember.
    pub note: Option<String>,
    /// How it came out, or that it is over.
    pub state: Option<String>,
    /// Form of the snapshot.
    pub form: Option<i32>,
    /// What it is.
    pub snapshot: Option<String>,
}

impl Edit {
    fn is_empty(&self) -> bool {
        let Self {
            title,
            note,
            state,
            form,
            snapshot,
        } = self;
        [title, note, state, snapshot].iter().all(|f| f.is_none()) && form.is_none()
    }
}

/// Which rows of a list are looked for.
#[derive(Debug, Clone, Default)]
pub struct Wanted {
    /// Those taken out instead of those that are there.
    pub removed: bool,
    /// Each stands in the title or the note, whatever its case.
    pub words: Vec<String>,
    /// Only those that stand so.
    pub stands: Stands,
}

/// How rows that are looked for stand.
#[derive(Debug, Clone, Default)]
pub enum Stands {
    /// Any.
    #[default]
    Any,
    /// In a state, and saved since then.
    Since(&'static str, String),
    /// In a state, or saved before then.
    OrBefore(&'static str, String),
    /// Saved from one moment on, and before another.
    Between(String, String),
}

impl Wanted {
    /// Those that stand so.
    pub fn stand(stands: Stands) -> Self {
        Self {
            stands,
            ..Self::default()
        }
    }

    fn query(&self, list: List) -> kept::BoxedQuery<'_, diesel::sqlite::Sqlite> {
        let mut some = kept::table
            .filter(kept::list.eq(list.name()))
            .filter(kept::removed_at.is_not_null().eq(self.removed))
            .into_boxed();
        some = match &self.stands {
            Stands::Any => some,
            Stands::Since(state, at) => {
                some.filter(kept::state.eq(state).and(kept::saved_at.ge(at)))
            }
            Stands::Between(from, to) => {
                some.filter(kept::saved_at.ge(from).and(kept::saved_at.lt(to)))
            }
            Stands::OrBefore(state, at) => {
                some.filter(kept::state.eq(state).or(kept::saved_at.lt(at)))
            }
        };
        for word in &self.words {
            // A percent sign that was typed is one.
            let plain = word
                .replace('\\', "\\\\")
                .replace('%', "\\%")
                .replace('_', "\\_");
            let pattern = format!("%{plain}%");
            some = some.filter(
                kept::title
                    .like(pattern.clone())
                    .escape('\\')
                    .or(kept::note.like(pattern).escape('\\')),
            );
        }
        some
    }
}

/// A page of those that are wanted, newest first, and how many there are on all pages.
///
/// # Errors
/// Whatever the database says.
pub fn page(
    c: &mut SqliteConnection,
    list: List,
    page: Page,
    wanted: &Wanted,
) -> QueryResult<(Vec<Row>, i64)> {
    let rows = wanted
        .query(list)
        .order((kept::saved_at.desc(), kept::id.desc()))
        .limit(page.size)
        .offset(page.offset())
        .select(Row::as_select())
        .load(c)?;
    let total = wanted.query(list).count().get_result(c)?;
    Ok((rows, total))
}

/// All that are wanted, oldest first, so many at most.
///
/// # Errors
/// Whatever the database says.
pub fn all(
    c: &mut SqliteConnection,
    list: List,
    wanted: &Wanted,
    most: i64,
) -> QueryResult<Vec<Row>> {
    wanted
        .query(list)
        .order((kept::saved_at.asc(), kept::id.asc()))
        .limit(most)
        .select(Row::as_select())
        .load(c)
}

/// Those that come after one, oldest first, so many at most.
///
/// # Errors
/// Whatever the database says.
pub fn after(
    c: &mut SqliteConnection,
    list: List,
    last: Option<&(String, String)>,
    most: i64,
) -> QueryResult<Vec<Row>> {
    let wanted = Wanted::default();
    let mut some = wanted.query(list);
    if let Some((at, id)) = last {
        let later = kept::saved_at.gt(at);
        some = some.filter(later.or(kept::saved_at.eq(at).and(kept::id.gt(id))));
    }
    some.order((kept::saved_at.asc(), kept::id.asc()))
        .limit(most)
        .select(Row::as_select())
        .load(c)
}

/// Reads everything as it stood at one moment.
///
/// # Errors
/// Whatever the work says.
pub fn as_it_stands<T>(
    c: &mut SqliteConnection,
    work: impl FnOnce(&mut SqliteConnection) -> Result<T, RequestError>,
) -> Result<T, RequestError> {
    c.transaction(work)
}

/// Takes lists away altogether, with what happened to their cooks. Answers at which revision each row stood.
///
/// # Errors
/// Whatever the database says.
pub fn clear(c: &mut SqliteConnection, lists: &[List]) -> QueryResult<Vec<(String, String, i32)>> {
    let names: Vec<&str> = lists.iter().map(|list| list.name()).collect();
    let of = kept::table.filter(kept::list.eq_any(names));
    let was: Vec<(Lossy, Lossy, i32)> = of
        .clone()
        .select((kept::list, kept::id, kept::revision))
        .load(c)?;
    diesel::delete(of).execute(c)?;
    if lists.contains(&List::Cook) {
        diesel::delete(cook_events::table).execute(c)?;
    }
    let told = was.into_iter();
    Ok(told
        .map(|(list, id, at)| (list.into(), id.into(), at))
        .collect())
}

/// Rows that stood here before go on counting from there.
///
/// # Errors
/// Whatever the database says.
pub fn go_on(c: &mut SqliteConnection, was: &[(String, String, i32)]) -> QueryResult<()> {
    for (list, id, revision) in was {
        diesel::update(kept::table.find((list, id)))
            .set(kept::revision.eq(kept::revision + revision))
            .execute(c)?;
    }
    Ok(())
}

/// How many there are in each state, and how many were taken out.
///
/// # Errors
/// Whatever the database says.
pub fn tally(c: &mut SqliteConnection, list: List) -> QueryResult<(Vec<(String, i64)>, i64)> {
    let of = kept::table.filter(kept::list.eq(list.name()));
    let states = of
        .filter(kept::removed_at.is_null())
        .group_by(kept::state)
        .select((kept::state, diesel::dsl::count_star()))
        .load::<(Lossy, i64)>(c)?;
    let removed = of
        .filter(kept::removed_at.is_not_null())
        .count()
        .get_result(c)?;
    let states = states.into_iter().map(|(state, n)| (state.into(), n));
    Ok((states.collect(), removed))
}

/// One row, if it is there; those taken out too.
///
/// # Errors
/// Whatever the database says.
pub fn one(c: &mut SqliteConnection, list: List, id: &str) -> QueryResult<Option<Row>> {
    kept::table
        .find((list.name(), id))
        .select(Row::as_select())
        .first(c)
        .optional()
}

/// Keeps a row. When one of that name is there already, that is what is answered, and that nothing was made: a write that
/// is sent again makes one thing.
///
/// # Errors
/// Whatever the database says.
pub fn add(c: &mut SqliteConnection, row: &Row) -> QueryResult<(Row, bool)> {
    c.immediate_transaction(|c| add_one(c, row))
}

/// The same within a transaction.
///
/// # Errors
/// Whatever the database says.
pub fn add_one(c: &mut SqliteConnection, row: &Row) -> QueryResult<(Row, bool)> {
    let made = diesel::insert_or_ignore_into(kept::table)
        .values(row)
        .execute(c)?;
    let there = kept::table
        .find((&row.list, &row.id))
        .select(Row::as_select())
        .first(c)?;
    Ok((there, made == 1))
}

/// Keeps rows; those whose name is there already are answered as they stand. And how many were made. All or none within a
/// transaction ([`atomic`]).
///
/// # Errors
/// Whatever the database says.
pub fn add_each(c: &mut SqliteConnection, rows: &[Row]) -> QueryResult<(Vec<Row>, usize)> {
    let mut made = 0;
    let all = rows.iter().map(|row| {
        let (there, new) = add_one(c, row)?;
        made += usize::from(new);
        Ok(there)
    });
    Ok((all.collect::<QueryResult<_>>()?, made))
}

/// Keeps rows, as [`add_each`]. One whose id is taken by the same is there already; one whose id is taken by another gets an
/// id of its own. Answers those that were made, and how many were there.
///
/// # Errors
/// Whatever the database says.
pub fn add_all(
    c: &mut SqliteConnection,
    rows: Vec<Row>,
    same: impl Fn(&Row, &Row) -> bool,
) -> QueryResult<(Vec<Row>, usize)> {
    let (mut made, mut there) = (vec![], 0);
    for row in rows {
        let (kept, new) = add_one(c, &row)?;
        if new {
            made.push(kept);
        } else if same(&kept, &row) {
            there += 1;
        } else {
            let id = uuid::Uuid::now_v7().to_string();
            made.push(add_one(c, &Row { id, ..row })?.0);
        }
    }
    Ok((made, there))
}

/// All of it or none, and nobody writes meanwhile.
///
/// # Errors
/// Whatever the work says.
pub fn atomic<T>(
    c: &mut SqliteConnection,
    work: impl FnOnce(&mut SqliteConnection) -> Result<T, RequestError>,
) -> Result<T, RequestError> {
    c.immediate_transaction(work)
}

/// Changes a row that stands at a revision.
///
/// # Errors
/// Whatever the database says.
pub fn change(
    c: &mut SqliteConnection,
    list: List,
    id: &str,
    revision: i32,
    edit: &Edit,
) -> QueryResult<Changed> {
    c.immediate_transaction(|c| {
        let Some(there) = one(c, list, id)?.filter(|row| row.removed_at.is_none()) else {
            return Ok(Changed::Missing);
        };
        if there.revision != revision {
            return Ok(Changed::Stale(there));
        }
        if edit.is_empty() {
            return Ok(Changed::Done(there));
        }
        diesel::update(kept::table.find((list.name(), id)))
            .set((edit, kept::revision.eq(revision + 1)))
            .returning(Row::as_returning())
            .get_result(c)
            .map(Changed::Done)
    })
}

/// Writes on a row whatever its revision: what the server itself adds to it.
///
/// # Errors
/// Whatever the database says.
pub fn write_on(c: &mut SqliteConnection, list: List, id: &str, edit: &Edit) -> QueryResult<()> {
    diesel::update(kept::table.find((list.name(), id)))
        .set(edit)
        .execute(c)?;
    Ok(())
}

/// Says what a row is in place of what was said at a revision; 0 where nothing was.
///
/// # Errors
/// Whatever the database says.
pub fn put(c: &mut SqliteConnection, row: &Row, revision: i32) -> QueryResult<Changed> {
    c.immediate_transaction(|c| put_one(c, row, revision))
}

/// The same within a transaction.
///
/// # Errors
/// Whatever the database says.
pub fn put_one(c: &mut SqliteConnection, row: &Row, revision: i32) -> QueryResult<Changed> {
    let there: Option<Row> = kept::table
        .find((&row.list, &row.id))
        .select(Row::as_select())
        .first(c)
        .optional()?;
    if there.as_ref().map_or(0, |row| row.revision) != revision {
        return Ok(there.map_or(Changed::Missing, Changed::Stale));
    }
    let row = Row {
        revision: revision + 1,
        ..row.clone()
    };
    diesel::replace_into(kept::table).values(&row).execute(c)?;
    Ok(Changed::Done(row))
}

/// Takes a row out (`Some` time) or brings it back (`None`); answers it, or nothing when it is not there to be taken out or
/// brought back.
///
/// # Errors
/// Whatever the database says.
pub fn put_away(
    c: &mut SqliteConnection,
    list: List,
    id: &str,
    at: Option<&str>,
) -> QueryResult<Option<Row>> {
    c.immediate_transaction(|c| {
        let there = one(c, list, id)?;
        if there.is_none_or(|row| at.is_some() && row.removed_at.is_some()) {
            return Ok(None);
        }
        diesel::update(kept::table.find((list.name(), id)))
            .set((
                kept::removed_at.eq(at),
                kept::revision.eq(kept::revision + 1),
            ))
            .returning(Row::as_returning())
            .get_result(c)
            .optional()
    })
}
