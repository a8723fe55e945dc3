-- +goose Up
-- Kits that several projects use, each of their revisions as a kit's file.
CREATE TABLE library (
    id       TEXT    NOT NULL,
    revision INTEGER NOT NULL,               -- from 1
    file     BLOB    NOT NULL,
    PRIMARY KEY (id, revision)
) STRICT;

-- +goose Down
DROP TABLE library;
