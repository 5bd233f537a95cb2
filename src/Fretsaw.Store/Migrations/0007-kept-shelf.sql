-- Poses, actions and expressions for all films, each as the edit with which a film takes it.
CREATE TABLE kept_shelf (
    id   TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    kind TEXT NOT NULL,
    edit BLOB NOT NULL
) STRICT;
