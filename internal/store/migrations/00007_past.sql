-- +goose Up
-- What the page of a pump goes by of a job (job.Past as JSON), written with each
-- entry; blank in a job from before this was kept, until its next entry.
ALTER TABLE jobs ADD COLUMN past TEXT NOT NULL DEFAULT '';
