-- A card: what was planned, as asked and as answered, and how it came out.
CREATE TABLE cards (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    title TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    request_json TEXT NOT NULL,
    plan_json TEXT NOT NULL,
    result TEXT CHECK (result IN ('under', 'right', 'over')),
    note TEXT NOT NULL DEFAULT '',
    removed_at TEXT
);
CREATE INDEX cards_saved_at ON cards (saved_at);
