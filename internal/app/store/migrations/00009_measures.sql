-- +goose Up
-- What browsers measured of the content of pages, beside the projects. It can be measured again.
CREATE TABLE measures (
    project TEXT NOT NULL,
    page    TEXT NOT NULL,
    body    BLOB NOT NULL, -- of package content
    PRIMARY KEY (project, page)
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE measures;
