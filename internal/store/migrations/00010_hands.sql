-- +goose Up
-- Who has begun a step and not kept it yet, and the clock that runs at it. It is no
-- record of the work: the entry is.
CREATE TABLE hands (
    job     INTEGER NOT NULL REFERENCES jobs (id),
    step    TEXT NOT NULL,
    person  TEXT NOT NULL,
    since   TEXT NOT NULL,
    began   TEXT,
    minutes REAL,
    PRIMARY KEY (job, step, person)
) STRICT;
-- What an open job waits for is told from now on.
UPDATE jobs SET coded = 0 WHERE state NOT IN ('signed', 'ended');
