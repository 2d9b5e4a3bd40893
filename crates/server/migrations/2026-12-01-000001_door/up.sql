-- Who may come in. A form of its own: an older Cindo, which knows no passcode, refuses the folder and does not open the door.
CREATE TABLE passcodes (
    -- cook or owner
    role TEXT PRIMARY KEY NOT NULL,
    -- Argon2id, as a PHC string.
    phc TEXT NOT NULL,
    set_at TEXT NOT NULL
);
CREATE TABLE sessions (
    -- SHA-256 of the token in the cookie: whoever reads this file is not signed in by it.
    token TEXT PRIMARY KEY NOT NULL,
    id TEXT NOT NULL UNIQUE,
    role TEXT NOT NULL,
    device TEXT NOT NULL,
    begun_ms BIGINT NOT NULL,
    seen_ms BIGINT NOT NULL
);
