-- +goose Up
-- Files of pictures are kept once, by digest. Documents, operations and points name them.
CREATE TABLE files (
    digest  TEXT PRIMARY KEY,                -- SHA-256 in hexadecimal digits
    content BLOB NOT NULL
) STRICT, WITHOUT ROWID;

-- Which files a project needs, now or in its history.
CREATE TABLE uses (
    project TEXT NOT NULL REFERENCES projects (id) ON DELETE CASCADE,
    digest  TEXT NOT NULL REFERENCES files (digest),
    PRIMARY KEY (project, digest)
) STRICT, WITHOUT ROWID;

-- A random number that tells a project from a later one of the same id.
ALTER TABLE projects ADD COLUMN birth INTEGER NOT NULL DEFAULT 0;

-- A point without a name is one that the store keeps itself.

-- +goose Down
ALTER TABLE projects DROP COLUMN birth;
DROP TABLE uses;
DROP TABLE files;
