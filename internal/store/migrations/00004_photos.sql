-- +goose Up
-- Pictures of jobs, as they are shown. The id is the hash of the bytes, which
-- entries name, so the chain of a job covers its pictures.
CREATE TABLE photos (
    id    TEXT PRIMARY KEY,
    job   INTEGER NOT NULL REFERENCES jobs (id),
    taken TEXT NOT NULL,
    bytes BLOB NOT NULL              -- JPEG
) STRICT;
CREATE INDEX photos_by_job ON photos (job);
