-- Cooks under way and gone by. What happened is only ever added to; what takes it back is an event too.
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
CREATE TABLE cook_events (
    seq INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    cook TEXT NOT NULL REFERENCES cooks (id) ON DELETE CASCADE,
    id TEXT NOT NULL,
    form INTEGER NOT NULL,
    body TEXT NOT NULL,
    kept_ms BIGINT NOT NULL,
    UNIQUE (cook, id)
);
