CREATE TABLE cards (
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
CREATE INDEX cards_saved_at ON cards (saved_at);
-- The way back has three words for how it came out: raw was under, dry was over.
INSERT INTO cards
    SELECT id, title, saved_at, form, snapshot,
           CASE state WHEN '' THEN NULL WHEN 'raw' THEN 'under' WHEN 'dry' THEN 'over' ELSE state END,
           note, revision, removed_at
    FROM kept WHERE list = 'card';
CREATE TABLE shelf (
    id TEXT PRIMARY KEY NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('piece', 'lot', 'fish')),
    name TEXT NOT NULL,
    form INTEGER NOT NULL,
    snapshot TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    revision INTEGER NOT NULL DEFAULT 1,
    removed_at TEXT
);
CREATE INDEX shelf_kind ON shelf (kind, saved_at);
INSERT INTO shelf
    SELECT id, kind, title, form, snapshot, saved_at, revision, removed_at FROM kept WHERE list = 'shelf';
CREATE TABLE kitchen (
    id INTEGER PRIMARY KEY NOT NULL CHECK (id = 1),
    form INTEGER NOT NULL,
    snapshot TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    revision INTEGER NOT NULL
);
INSERT INTO kitchen SELECT 1, form, snapshot, saved_at, revision FROM kept WHERE list = 'kitchen';
CREATE TABLE cooks (
    id TEXT PRIMARY KEY NOT NULL,
    title TEXT NOT NULL,
    form INTEGER NOT NULL,
    snapshot TEXT NOT NULL,
    pan TEXT,
    made_ms BIGINT NOT NULL,
    ended BOOLEAN NOT NULL DEFAULT FALSE
);
CREATE INDEX cooks_by_time ON cooks (made_ms);
INSERT INTO cooks
    SELECT id, title, 1,
           CASE WHEN json_valid(snapshot) THEN json_extract(snapshot, '$.plan') ELSE snapshot END,
           CASE WHEN json_valid(snapshot) THEN json_extract(snapshot, '$.pan') END,
           CAST(ROUND((julianday(saved_at) - 2440587.5) * 86400000.0) AS INTEGER), state = 'over'
    FROM kept WHERE list = 'cook' AND removed_at IS NULL;
CREATE TABLE cook_events_before (
    seq INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    cook TEXT NOT NULL REFERENCES cooks (id) ON DELETE CASCADE,
    id TEXT NOT NULL,
    form INTEGER NOT NULL,
    body TEXT NOT NULL,
    kept_ms BIGINT NOT NULL,
    UNIQUE (cook, id)
);
INSERT INTO cook_events_before
    SELECT seq, cook, id, form, body, kept_ms FROM cook_events WHERE cook IN (SELECT id FROM cooks);
DROP TABLE cook_events;
ALTER TABLE cook_events_before RENAME TO cook_events;
DROP TABLE kept;
