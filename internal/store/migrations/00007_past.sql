-- +goose Up
-- What the page of a pump goes by of a job (job.Past as JSON), written with each
-- entry; blank in a job from before this was kept, until its next entry.
ALTER TABLE jobs ADD COLUMN past TEXT NOT NULL DEFAULT '';

-- A job taken in beside one of its number has a tail, J-0003-2, and stands next
-- to it.
DROP INDEX jobs_by_number;
CREATE INDEX jobs_by_number ON jobs (CAST(substr(number, 3) AS INTEGER) DESC, number DESC);
