-- +goose Up
CREATE TABLE projects (
    place    INTEGER PRIMARY KEY,            -- the order on the shelf
    id       TEXT    NOT NULL UNIQUE,
    revision INTEGER NOT NULL,
    document BLOB    NOT NULL                -- the project file, as it is written
) STRICT;

-- Every accepted edit, undo and redo. What undo and redo do next is read from
-- the state of the edits alone.
CREATE TABLE journal (
    project   TEXT    NOT NULL REFERENCES projects (id) ON DELETE CASCADE,
    revision  INTEGER NOT NULL,              -- the project's revision after it
    kind      TEXT    NOT NULL CHECK (kind IN ('edit', 'undo', 'redo')),
    target    INTEGER,                       -- of an undo or redo: the edit's revision
    state     TEXT    NOT NULL CHECK (state IN ('done', 'undone', 'dropped')),
    summary   TEXT    NOT NULL,
    operation BLOB    NOT NULL,
    inverse   BLOB    NOT NULL,
    PRIMARY KEY (project, revision)
) STRICT, WITHOUT ROWID;

CREATE INDEX journal_edits ON journal (project, state, revision) WHERE kind = 'edit';

-- +goose Down
DROP TABLE journal;
DROP TABLE projects;
