-- The kitchen as its cooks said it is: one row, or none while nobody has said.
CREATE TABLE kitchen (
    id INTEGER PRIMARY KEY NOT NULL CHECK (id = 1),
    form INTEGER NOT NULL,
    snapshot TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    revision INTEGER NOT NULL
);
