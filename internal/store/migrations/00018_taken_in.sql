-- +goose Up
-- What a signature covers beside the head of the chain (format 2): the number of the job, the entry
-- from which the log is the shop's own, and the pump's plate and papers as they stood.
ALTER TABLE signatures ADD COLUMN format INTEGER NOT NULL DEFAULT 1;
ALTER TABLE signatures ADD COLUMN number TEXT NOT NULL DEFAULT '';
ALTER TABLE signatures ADD COLUMN own_from INTEGER NOT NULL DEFAULT 0;
ALTER TABLE signatures ADD COLUMN plate TEXT NOT NULL DEFAULT '';

-- The plates and papers that were signed, by their SHA-256.
CREATE TABLE plates (
    hash TEXT PRIMARY KEY,
    text TEXT NOT NULL                   -- record.Pump as JSON
) STRICT;

-- What a key of another shop is called here, once somebody has taken it in on purpose.
ALTER TABLE keys ADD COLUMN name TEXT NOT NULL DEFAULT '';

-- Pictures of a job from elsewhere that were made anew: which picture here is the one that its
-- entries name.
CREATE TABLE made_pictures (
    was   TEXT NOT NULL,
    job   INTEGER NOT NULL REFERENCES jobs (id),
    photo TEXT NOT NULL REFERENCES photos (id),
    PRIMARY KEY (was, job)
) STRICT, WITHOUT ROWID;

-- Each line of the record covers, by its hash, all before it.
CREATE TABLE doing_hashes (
    doing INTEGER PRIMARY KEY REFERENCES doings (id),
    hash  TEXT NOT NULL
) STRICT;
-- +goose StatementBegin
CREATE TRIGGER doing_hashes_keep_update BEFORE UPDATE ON doing_hashes
BEGIN SELECT RAISE(ABORT, 'the record is never changed'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER doing_hashes_keep_delete BEFORE DELETE ON doing_hashes
BEGIN SELECT RAISE(ABORT, 'the record is never deleted'); END;
-- +goose StatementEnd
