-- Back to numbers for ids: those that are none get new ones. What form 1 held stands again word for
-- word; of later forms the request does, and the plan is left out, which the first version refuses
-- to read: nothing is thrown away.
CREATE TABLE cards_before (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    title TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    request_json TEXT NOT NULL,
    plan_json TEXT NOT NULL,
    result TEXT CHECK (result IN ('under', 'right', 'over')),
    note TEXT NOT NULL DEFAULT '',
    removed_at TEXT
);
INSERT INTO cards_before (id, title, saved_at, request_json, plan_json, result, note, removed_at)
    SELECT CASE WHEN id GLOB '[1-9]*' AND id NOT GLOB '*[^0-9]*' THEN CAST(id AS INTEGER) END,
           title, saved_at,
           COALESCE(json_extract(snapshot, '$.request'), ''),
           CASE form WHEN 1 THEN json_extract(snapshot, '$.plan') ELSE '{}' END,
           result, note, removed_at
    FROM cards;
DROP TABLE cards;
ALTER TABLE cards_before RENAME TO cards;
CREATE INDEX cards_saved_at ON cards (saved_at);

CREATE TABLE shelf_before (
    id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('piece', 'lot', 'fish')),
    name TEXT NOT NULL,
    body_json TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    removed_at TEXT
);
INSERT INTO shelf_before (id, kind, name, body_json, saved_at, removed_at)
    SELECT CASE WHEN id GLOB '[1-9]*' AND id NOT GLOB '*[^0-9]*' THEN CAST(id AS INTEGER) END,
           kind, name, snapshot, saved_at, removed_at FROM shelf;
DROP TABLE shelf;
ALTER TABLE shelf_before RENAME TO shelf;
CREATE INDEX shelf_kind ON shelf (kind, saved_at);
