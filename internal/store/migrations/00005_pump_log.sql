-- +goose Up
-- What people noted about a pump. Appended to and never changed.
CREATE TABLE pump_log (
    id   TEXT PRIMARY KEY,
    pump INTEGER NOT NULL REFERENCES pumps (id),
    line TEXT NOT NULL               -- record.Line as JSON
) STRICT;
CREATE INDEX pump_log_by_pump ON pump_log (pump);
-- +goose StatementBegin
CREATE TRIGGER pump_log_keep_update BEFORE UPDATE ON pump_log
BEGIN SELECT RAISE(ABORT, 'an entry is never changed'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER pump_log_keep_delete BEFORE DELETE ON pump_log
BEGIN SELECT RAISE(ABORT, 'an entry is never deleted'); END;
-- +goose StatementEnd

-- Drawings and pictures of pumps. The id is the hash of the bytes.
CREATE TABLE papers (
    id    TEXT PRIMARY KEY,
    kept  TEXT NOT NULL,
    type  TEXT NOT NULL CHECK (type IN ('image/jpeg', 'application/pdf')),
    bytes BLOB NOT NULL
) STRICT;
