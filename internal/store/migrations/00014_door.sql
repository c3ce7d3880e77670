-- +goose Up
-- Who may come in. Those who are on the list become accounts; who leaves stays on it.
CREATE TABLE accounts (
    id     TEXT PRIMARY KEY,
    name   TEXT NOT NULL UNIQUE COLLATE NOCASE,
    role   TEXT NOT NULL CHECK (role IN ('technician', 'lead', 'reader')),
    keeper INTEGER NOT NULL DEFAULT 0,   -- keeps people, devices and copies, beside the role
    gone   TEXT                          -- since when nobody comes in by this name
) STRICT;
INSERT OR IGNORE INTO accounts (id, name, role) SELECT id, name, role FROM people ORDER BY rowid;
-- Two names that differ in large and small letters only are told apart by their id.
INSERT OR IGNORE INTO accounts (id, name, role) SELECT id, name || ' ' || id, role FROM people;
DROP TABLE people;
ALTER TABLE accounts RENAME TO people;

-- What a person comes in with, as argon2id. A code is given by a keeper, works once and ends.
CREATE TABLE secrets (
    person TEXT NOT NULL REFERENCES people (id),
    kind   TEXT NOT NULL CHECK (kind IN ('pin', 'passphrase', 'code')),
    hash   TEXT NOT NULL,
    ends   TEXT,
    PRIMARY KEY (person, kind)
) STRICT;

-- Tablets that were let in. The token itself is on the tablet only.
CREATE TABLE devices (
    id      TEXT PRIMARY KEY,
    name    TEXT NOT NULL,
    hash    TEXT NOT NULL UNIQUE,
    since   TEXT NOT NULL,
    by      TEXT NOT NULL REFERENCES people (id),
    revoked TEXT
) STRICT;

-- Sessions, as the library that keeps them wants the table.
CREATE TABLE sessions (
    token  TEXT PRIMARY KEY,
    data   BLOB NOT NULL,
    expiry REAL NOT NULL
);
CREATE INDEX sessions_by_expiry ON sessions (expiry);

-- Links that show one job to somebody who has no account.
CREATE TABLE links (
    id    TEXT PRIMARY KEY,
    hash  TEXT NOT NULL UNIQUE,
    job   TEXT NOT NULL,
    what  TEXT NOT NULL,                 -- for whom it was made, in words
    made  TEXT NOT NULL,
    by    TEXT NOT NULL REFERENCES people (id),
    ends  TEXT NOT NULL,
    ended TEXT
) STRICT;

-- Sign-ins, and what keepers did. Appended to and never changed.
CREATE TABLE doings (
    id      INTEGER PRIMARY KEY,
    at      TEXT NOT NULL,
    what    TEXT NOT NULL,               -- a code: store.Doing
    person  TEXT NOT NULL,
    about   TEXT NOT NULL,
    device  TEXT NOT NULL,
    address TEXT NOT NULL
) STRICT;
-- +goose StatementBegin
CREATE TRIGGER doings_keep_update BEFORE UPDATE ON doings
BEGIN SELECT RAISE(ABORT, 'the record of sign-ins is never changed'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER doings_keep_delete BEFORE DELETE ON doings
BEGIN SELECT RAISE(ABORT, 'the record of sign-ins is never deleted'); END;
-- +goose StatementEnd

-- The shop's keys, the old ones too, and what was signed with them.
CREATE TABLE keys (
    id     TEXT PRIMARY KEY,             -- its fingerprint
    public BLOB NOT NULL,
    since  TEXT NOT NULL,
    own    INTEGER NOT NULL              -- 0: of another shop, whose job was taken in
) STRICT;
CREATE TABLE signatures (
    job       INTEGER NOT NULL REFERENCES jobs (id),
    seq       INTEGER NOT NULL,
    key       TEXT NOT NULL REFERENCES keys (id),
    signature BLOB NOT NULL,
    PRIMARY KEY (job, seq)
) STRICT;
-- +goose StatementBegin
CREATE TRIGGER signatures_keep_update BEFORE UPDATE ON signatures
BEGIN SELECT RAISE(ABORT, 'a signature is never changed'); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER signatures_keep_delete BEFORE DELETE ON signatures
BEGIN SELECT RAISE(ABORT, 'a signature is never deleted'); END;
-- +goose StatementEnd

-- After so many minutes a tablet that nobody touches is locked.
ALTER TABLE shop ADD COLUMN lock INTEGER NOT NULL DEFAULT 10;
