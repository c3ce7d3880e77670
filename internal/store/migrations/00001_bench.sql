-- +goose Up
CREATE TABLE shop (
    one   INTEGER PRIMARY KEY CHECK (one = 1),
    name  TEXT NOT NULL,
    rules TEXT NOT NULL              -- job.Rules as JSON
) STRICT;

CREATE TABLE people (
    id   TEXT PRIMARY KEY,
    name TEXT NOT NULL UNIQUE,
    role TEXT NOT NULL CHECK (role IN ('technician', 'lead'))
) STRICT;

CREATE TABLE pumps (
    id     INTEGER PRIMARY KEY,
    tag    TEXT NOT NULL UNIQUE COLLATE NOCASE,
    record TEXT NOT NULL             -- store.Pump as JSON
) STRICT;

-- A job keeps the plan it was started with, whatever is shipped later.
CREATE TABLE plans (
    hash TEXT PRIMARY KEY,
    text BLOB NOT NULL
) STRICT;

CREATE TABLE jobs (
    id      INTEGER PRIMARY KEY,
    number  TEXT NOT NULL UNIQUE,
    pump    INTEGER NOT NULL REFERENCES pumps (id),
    plan    TEXT NOT NULL REFERENCES plans (hash),
    opened  TEXT NOT NULL,
    changed TEXT NOT NULL,
    state   TEXT NOT NULL,
    length  INTEGER NOT NULL,        -- entries in its log
    search  TEXT NOT NULL,           -- lower-case words the job is found by
    summary TEXT NOT NULL            -- store.Summary as JSON, derived
) STRICT;
CREATE INDEX jobs_by_change ON jobs (changed DESC, id DESC);
CREATE INDEX jobs_by_pump ON jobs (pump, id DESC);

CREATE TABLE entries (
    job  INTEGER NOT NULL REFERENCES jobs (id),
    seq  INTEGER NOT NULL,
    id   TEXT NOT NULL UNIQUE,
    line TEXT NOT NULL,              -- job.Entry as JSON
    PRIMARY KEY (job, seq)
) STRICT;

-- The log is appended to and never changed.
-- +goose StatementBegin
CREATE TRIGGER entries_keep_update BEFORE UPDATE ON entries
BEGIN SELECT RAISE(ABORT, 'an entry is never changed'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER entries_keep_delete BEFORE DELETE ON entries
BEGIN SELECT RAISE(ABORT, 'an entry is never deleted'); END;
-- +goose StatementEnd
