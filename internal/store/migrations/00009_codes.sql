-- +goose Up
-- What was found on a part is kept as a code, such as sleeve/groove; a search finds it
-- by the words it has today. In jobs.search a code stands as its number.
CREATE TABLE codes (
    id   INTEGER PRIMARY KEY,
    code TEXT NOT NULL UNIQUE
) STRICT;
-- 0: its search holds the words of the day, from before there were codes.
ALTER TABLE jobs ADD COLUMN coded INTEGER NOT NULL DEFAULT 0;
CREATE INDEX jobs_uncoded ON jobs (id) WHERE coded = 0;

-- The terms of the index of words, to find what has fewer than three letters.
CREATE VIRTUAL TABLE job_terms USING fts5vocab('job_words', 'row');

-- The construction of a job's pump, so that a page of one construction reads a page.
ALTER TABLE jobs ADD COLUMN construction TEXT NOT NULL DEFAULT '';
UPDATE jobs SET construction = coalesce((SELECT construction FROM pumps WHERE pumps.id = jobs.pump), '');
CREATE INDEX jobs_by_construction ON jobs (construction, changed DESC, id DESC);
-- +goose StatementBegin
CREATE TRIGGER jobs_construction AFTER UPDATE OF record ON pumps
BEGIN
    UPDATE jobs SET construction = coalesce(json_extract(new.record, '$.construction'), '')
    WHERE pump = new.id AND construction <> coalesce(json_extract(new.record, '$.construction'), '');
END;
-- +goose StatementEnd
