-- +goose Up
-- A removed project can be put back until the store is opened again.
ALTER TABLE projects ADD COLUMN removed INTEGER NOT NULL DEFAULT 0 CHECK (removed IN (0, 1));

-- +goose Down
ALTER TABLE projects DROP COLUMN removed;
