-- Films, logs and shelf puppets of film format 1 are brought to format 2 when they are next opened; see Format1Films.
ALTER TABLE films ADD COLUMN format INTEGER NOT NULL DEFAULT 1;
ALTER TABLE shelf ADD COLUMN format INTEGER NOT NULL DEFAULT 1;

-- A snapshot names the version of each piece of the film: the film without its lists, every drawing, puppet and shot. A piece that
-- no edit has touched is written once, however many snapshots name it.
CREATE TABLE snapshot_pieces (
    film  TEXT NOT NULL REFERENCES films (id) ON DELETE CASCADE,
    kind  TEXT NOT NULL CHECK (kind IN ('head', 'drawing', 'puppet', 'shot')),
    id    TEXT NOT NULL,
    seq   INTEGER NOT NULL,
    json  BLOB NOT NULL,
    PRIMARY KEY (film, kind, id, seq)
) STRICT, WITHOUT ROWID;

-- place: where the piece stands in its list.
CREATE TABLE snapshot_lists (
    film      TEXT NOT NULL REFERENCES films (id) ON DELETE CASCADE,
    seq       INTEGER NOT NULL,
    kind      TEXT NOT NULL,
    place     INTEGER NOT NULL,
    id        TEXT NOT NULL,
    piece_seq INTEGER NOT NULL,
    PRIMARY KEY (film, seq, kind, place)
) STRICT, WITHOUT ROWID;
