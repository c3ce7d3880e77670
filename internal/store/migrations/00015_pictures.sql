-- +goose Up
-- A picture is kept once, and may belong to several jobs: two that were sent the same bytes.
CREATE TABLE photo_jobs (
    photo TEXT NOT NULL REFERENCES photos (id),
    job   INTEGER NOT NULL REFERENCES jobs (id),
    PRIMARY KEY (photo, job)
) STRICT, WITHOUT ROWID;
INSERT INTO photo_jobs (photo, job) SELECT id, job FROM photos;
