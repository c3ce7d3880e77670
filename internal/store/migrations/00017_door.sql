-- +goose Up
-- What lets a tablet, a link or a code in leaves this file, which is copied: it goes to door.db
-- beside it. Until it has been taken there it stands here.
CREATE TABLE to_door (
    kind TEXT NOT NULL,
    id   TEXT NOT NULL,
    hash TEXT NOT NULL,
    ends TEXT
) STRICT;
INSERT INTO to_door SELECT 'tablet', id, hash, NULL FROM devices WHERE revoked IS NULL;
INSERT INTO to_door SELECT 'link', id, hash, ends FROM links WHERE ended IS NULL;
INSERT INTO to_door SELECT 'code', person, hash, ends FROM secrets WHERE kind = 'code';
DELETE FROM secrets WHERE kind = 'code';
DROP TABLE sessions;

CREATE TABLE tablets (
    id      TEXT PRIMARY KEY,
    name    TEXT NOT NULL,
    since   TEXT NOT NULL,
    by      TEXT NOT NULL REFERENCES people (id),
    revoked TEXT
) STRICT;
INSERT INTO tablets SELECT id, name, since, by, revoked FROM devices ORDER BY rowid;
DROP TABLE devices;
ALTER TABLE tablets RENAME TO devices;

CREATE TABLE made_links (
    id    TEXT PRIMARY KEY,
    job   TEXT NOT NULL,
    what  TEXT NOT NULL,                 -- for whom it was made, in words
    made  TEXT NOT NULL,
    by    TEXT NOT NULL REFERENCES people (id),
    ends  TEXT NOT NULL,
    ended TEXT
) STRICT;
INSERT INTO made_links SELECT id, job, what, made, by, ends, ended FROM links ORDER BY rowid;
DROP TABLE links;
ALTER TABLE made_links RENAME TO links;
