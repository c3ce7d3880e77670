-- +goose Up
-- A sheet kept with the signature of its job, with an end without one, and with
-- what comes after. The bytes are compressed; the hash, which the entry names, is of
-- the sheet itself.
CREATE TABLE sheets (
    job   INTEGER NOT NULL REFERENCES jobs (id),
    seq   INTEGER NOT NULL,
    hash  TEXT NOT NULL,
    later INTEGER NOT NULL DEFAULT 0, -- made for a job signed before sheets were kept
    gzip  BLOB NOT NULL,
    PRIMARY KEY (job, seq)
) STRICT;
-- +goose StatementBegin
CREATE TRIGGER sheets_keep_update BEFORE UPDATE ON sheets
BEGIN SELECT RAISE(ABORT, 'a kept sheet is never changed'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER sheets_keep_delete BEFORE DELETE ON sheets
BEGIN SELECT RAISE(ABORT, 'a kept sheet is never deleted'); END;
-- +goose StatementEnd

-- What each step of a job came to when somebody last looked (job.Glance as JSON);
-- blank until the first start with this column.
ALTER TABLE jobs ADD COLUMN glance TEXT NOT NULL DEFAULT '';

-- A job may end without a signature.
DROP INDEX jobs_open;
CREATE INDEX jobs_open ON jobs (changed DESC, id DESC) WHERE state NOT IN ('signed', 'ended');
CREATE INDEX jobs_ended ON jobs (changed DESC, id DESC) WHERE state = 'ended';
