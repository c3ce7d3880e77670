-- +goose Up
-- The shop's gauges. What is known of one follows from its log, which is appended to and
-- never changed.
CREATE TABLE gauge_log (
    id    TEXT PRIMARY KEY,
    gauge TEXT NOT NULL COLLATE NOCASE, -- its key
    line  TEXT NOT NULL                 -- record.GaugeLine as JSON
) STRICT;
CREATE INDEX gauge_log_by_gauge ON gauge_log (gauge);
-- +goose StatementBegin
CREATE TRIGGER gauge_log_keep_update BEFORE UPDATE ON gauge_log
BEGIN SELECT RAISE(ABORT, 'an entry is never changed'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER gauge_log_keep_delete BEFORE DELETE ON gauge_log
BEGIN SELECT RAISE(ABORT, 'an entry is never deleted'); END;
-- +goose StatementEnd

-- Which entries a gauge was used at. It follows from the entries.
CREATE TABLE gauge_uses (
    gauge TEXT NOT NULL COLLATE NOCASE,
    job   INTEGER NOT NULL REFERENCES jobs (id),
    seq   INTEGER NOT NULL,
    PRIMARY KEY (gauge, job, seq)
) STRICT, WITHOUT ROWID;

-- The gauge of each kind that a person has in the hand; blank: none of the register.
CREATE TABLE gauge_hands (
    person TEXT NOT NULL,
    kind   TEXT NOT NULL,
    gauge  TEXT NOT NULL,
    PRIMARY KEY (person, kind)
) STRICT, WITHOUT ROWID;
