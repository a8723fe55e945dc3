-- +goose Up
-- When a project was put away, in seconds since 1970; a day later it may go.
ALTER TABLE projects ADD COLUMN away INTEGER;

-- +goose Down
ALTER TABLE projects DROP COLUMN away;
