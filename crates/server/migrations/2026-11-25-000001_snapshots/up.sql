-- What is kept outlives its types: a versioned snapshot instead of the wire's own forms. Ids may be
-- made by whoever writes. A revision tells two editors apart.
-- Form 1 of a snapshot holds what the first version wrote, word for word, readable or not.
CREATE TABLE cards_kept (
    id TEXT PRIMARY KEY NOT NULL,
    title TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    form INTEGER NOT NULL,
    snapshot TEXT NOT NULL,
    result TEXT CHECK (result IN ('under', 'right', 'over')),
    note TEXT NOT NULL DEFAULT '',
    revision INTEGER NOT NULL DEFAULT 1,
    removed_at TEXT
);
INSERT INTO cards_kept (id, title, saved_at, form, snapshot, result, note, removed_at)
    SELECT CAST(id AS TEXT), title, saved_at, 1,
           json_object('request', request_json, 'plan', plan_json), result, note, removed_at
    FROM cards;
DROP TABLE cards;
ALTER TABLE cards_kept RENAME TO cards;
CREATE INDEX cards_saved_at ON cards (saved_at);

CREATE TABLE shelf_kept (
    id TEXT PRIMARY KEY NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('piece', 'lot', 'fish')),
    name TEXT NOT NULL,
    form INTEGER NOT NULL,
    snapshot TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    revision INTEGER NOT NULL DEFAULT 1,
    removed_at TEXT
);
INSERT INTO shelf_kept (id, kind, name, form, snapshot, saved_at, removed_at)
    SELECT CAST(id AS TEXT), kind, name, 1, body_json, saved_at, removed_at FROM shelf;
DROP TABLE shelf;
ALTER TABLE shelf_kept RENAME TO shelf;
CREATE INDEX shelf_kind ON shelf (kind, saved_at);
