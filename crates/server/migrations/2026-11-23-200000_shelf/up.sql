-- What a kitchen keeps by name: pieces it cooks often, lots that came in, fish of its own.
CREATE TABLE shelf (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('piece', 'lot', 'fish')),
    name TEXT NOT NULL,
    body_json TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    removed_at TEXT
);
CREATE INDEX shelf_kind ON shelf (kind, saved_at);
