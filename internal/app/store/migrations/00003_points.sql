-- +goose Up
-- Revisions that were given a name, with the project as it was, so that it need
-- not be worked out again.
CREATE TABLE points (
    project  TEXT    NOT NULL REFERENCES projects (id) ON DELETE CASCADE,
    revision INTEGER NOT NULL,
    name     TEXT    NOT NULL,
    document BLOB    NOT NULL,
    PRIMARY KEY (project, revision)
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE points;
