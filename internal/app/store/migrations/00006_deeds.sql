-- +goose Up
-- The number a client gave a change, so that one that is sent again is not made again.
ALTER TABLE journal ADD COLUMN deed TEXT NOT NULL DEFAULT '';

CREATE UNIQUE INDEX journal_deeds ON journal (project, deed) WHERE deed <> '';

-- +goose Down
DROP INDEX journal_deeds;
ALTER TABLE journal DROP COLUMN deed;
