-- +goose Up
-- The revision that a project's document is of. That of a large project may be some revisions behind: what was done since
-- stands in its journal.
ALTER TABLE projects ADD COLUMN written INTEGER NOT NULL DEFAULT 0; -- 0 for the current one

UPDATE projects SET written = revision;

-- +goose Down
ALTER TABLE projects DROP COLUMN written;
