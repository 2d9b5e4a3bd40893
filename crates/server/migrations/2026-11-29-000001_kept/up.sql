-- One table for every list of what is kept, so that all are read, changed, removed and restored alike.
CREATE TABLE kept (
    list TEXT NOT NULL,
    id TEXT NOT NULL,
    -- Of what kind within its list: a piece, a lot or a fish of the shelf.
    kind TEXT NOT NULL DEFAULT '',
    title TEXT NOT NULL,
    note TEXT NOT NULL DEFAULT '',
    -- How a card came out; that a cook is over.
    state TEXT NOT NULL DEFAULT '',
    form INTEGER NOT NULL,
    snapshot TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    revision INTEGER NOT NULL DEFAULT 1,
    removed_at TEXT,
    PRIMARY KEY (list, id)
);
CREATE INDEX kept_by_time ON kept (list, saved_at);

INSERT INTO kept (list, id, title, note, state, form, snapshot, saved_at, revision, removed_at)
    SELECT 'card', id, title, note, COALESCE(result, ''), form, snapshot, saved_at, revision, removed_at FROM cards;
INSERT INTO kept (list, id, kind, title, form, snapshot, saved_at, revision, removed_at)
    SELECT 'shelf', id, kind, name, form, snapshot, saved_at, revision, removed_at FROM shelf;
INSERT INTO kept (list, id, title, form, snapshot, saved_at, revision)
    SELECT 'kitchen', 'kitchen', '', form, snapshot, saved_at, revision FROM kitchen;
-- Form 1 of a cook: the request of its plan word for word, readable or not, and the name of its pan.
INSERT INTO kept (list, id, title, state, form, snapshot, saved_at)
    SELECT 'cook', id, title, CASE WHEN ended THEN 'over' ELSE '' END, form,
           json_object('plan', CAST(snapshot AS TEXT), 'pan', pan),
           strftime('%Y-%m-%dT%H:%M:%fZ', made_ms / 1000.0, 'unixepoch')
    FROM cooks;

-- What happened to a cook is only ever added to; the cook itself is never deleted any more.
CREATE TABLE events_kept (
    seq INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    cook TEXT NOT NULL,
    id TEXT NOT NULL,
    form INTEGER NOT NULL,
    body TEXT NOT NULL,
    kept_ms BIGINT NOT NULL,
    UNIQUE (cook, id)
);
INSERT INTO events_kept SELECT seq, cook, id, form, body, kept_ms FROM cook_events;
DROP TABLE cook_events;
ALTER TABLE events_kept RENAME TO cook_events;
DROP TABLE cards;
DROP TABLE shelf;
DROP TABLE kitchen;
DROP TABLE cooks;
