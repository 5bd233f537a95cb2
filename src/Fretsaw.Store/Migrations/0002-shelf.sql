-- A puppet of the shelf is the edit with which a film takes it. Every change of it gets the next version.
CREATE TABLE shelf (
    id      TEXT PRIMARY KEY,
    name    TEXT NOT NULL,
    version INTEGER NOT NULL,
    edit    BLOB NOT NULL
) STRICT;

-- Which version each film has; 0 for one that came with a bundle.
CREATE TABLE shelf_uses (
    shelf   TEXT NOT NULL REFERENCES shelf (id) ON DELETE CASCADE,
    film    TEXT NOT NULL REFERENCES films (id) ON DELETE CASCADE,
    version INTEGER NOT NULL,
    PRIMARY KEY (shelf, film)
) STRICT, WITHOUT ROWID;
