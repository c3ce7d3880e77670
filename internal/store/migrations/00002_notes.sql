-- +goose Up
-- What was worked out for a pump without a job. Appended to, never changed.
CREATE TABLE notes (
    id     TEXT PRIMARY KEY,
    pump   INTEGER NOT NULL REFERENCES pumps (id),
    record TEXT NOT NULL             -- store.Note as JSON
) STRICT;
CREATE INDEX notes_by_pump ON notes (pump);
