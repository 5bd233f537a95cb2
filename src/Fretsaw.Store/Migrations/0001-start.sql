-- A film is its newest snapshot and the edits after it. Nothing is ever changed in place.
CREATE TABLE films (
    id      TEXT PRIMARY KEY,
    name    TEXT NOT NULL,
    seq     INTEGER NOT NULL,
    created TEXT NOT NULL
) STRICT;

CREATE TABLE edits (
    film    TEXT NOT NULL REFERENCES films (id) ON DELETE CASCADE,
    seq     INTEGER NOT NULL,
    kind    TEXT NOT NULL CHECK (kind IN ('edit', 'undo', 'redo')),
    title   TEXT NOT NULL,
    edit    BLOB NOT NULL,
    inverse BLOB NOT NULL,
    at      TEXT NOT NULL,
    PRIMARY KEY (film, seq)
) STRICT, WITHOUT ROWID;

CREATE TABLE snapshots (
    film TEXT NOT NULL REFERENCES films (id) ON DELETE CASCADE,
    seq  INTEGER NOT NULL,
    json BLOB NOT NULL,
    PRIMARY KEY (film, seq)
) STRICT, WITHOUT ROWID;

-- Pictures, once each, under the SHA-256 of their bytes.
CREATE TABLE assets (
    id    TEXT PRIMARY KEY,
    bytes BLOB NOT NULL
) STRICT;

CREATE TABLE prints (
    id      TEXT PRIMARY KEY,
    film    TEXT NOT NULL REFERENCES films (id) ON DELETE CASCADE,
    seq     INTEGER NOT NULL,
    shot    TEXT NOT NULL,
    format  TEXT NOT NULL,
    "from"  INTEGER NOT NULL,
    "to"    INTEGER NOT NULL,
    width   INTEGER NOT NULL,
    height  INTEGER NOT NULL,
    state   TEXT NOT NULL CHECK (state IN ('waiting', 'running', 'done', 'failed', 'cancelled')),
    done    INTEGER NOT NULL DEFAULT 0,
    message TEXT,
    created TEXT NOT NULL
) STRICT;
