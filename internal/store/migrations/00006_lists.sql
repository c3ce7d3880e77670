-- +goose Up
-- What a list shows or sorts by stands in columns, so that a page of fifty among
-- a hundred thousand reads fifty.
ALTER TABLE jobs ADD COLUMN complaint TEXT NOT NULL DEFAULT '';
ALTER TABLE jobs ADD COLUMN decide INTEGER NOT NULL DEFAULT 0; -- readings that wait for a decision
UPDATE jobs SET
    complaint = coalesce((SELECT json_extract(line, '$.open.complaint') FROM entries WHERE job = jobs.id AND seq = 1), ''),
    decide = coalesce(json_extract(summary, '$.decide'), 0);
CREATE INDEX jobs_by_opening ON jobs (opened DESC, id DESC);
CREATE INDEX jobs_by_number ON jobs (length(number) DESC, number DESC);
CREATE INDEX jobs_open ON jobs (changed DESC, id DESC) WHERE state <> 'signed';
CREATE INDEX jobs_to_decide ON jobs (changed DESC, id DESC) WHERE decide > 0;

ALTER TABLE pumps ADD COLUMN name TEXT GENERATED ALWAYS AS (json_extract(record, '$.name')) VIRTUAL;
ALTER TABLE pumps ADD COLUMN construction TEXT GENERATED ALWAYS AS (json_extract(record, '$.construction')) VIRTUAL;
ALTER TABLE pumps ADD COLUMN plate TEXT NOT NULL DEFAULT '';  -- lower-case words of its plate
ALTER TABLE pumps ADD COLUMN noted TEXT NOT NULL DEFAULT '';  -- and of what was noted about it
UPDATE pumps SET plate = lower(tag || ' ' || name || ' ' || coalesce(json_extract(record, '$.place'), '') || ' ' ||
    coalesce(json_extract(record, '$.maker'), '') || ' ' || coalesce(json_extract(record, '$.model'), '') || ' ' || coalesce(json_extract(record, '$.serial'), ''));
CREATE INDEX pumps_by_construction ON pumps (construction);

-- Three letters anywhere in a job's words find it.
CREATE VIRTUAL TABLE job_words USING fts5(search, content = 'jobs', content_rowid = 'id', tokenize = 'trigram');
INSERT INTO job_words (job_words) VALUES ('rebuild');
-- +goose StatementBegin
CREATE TRIGGER job_words_insert AFTER INSERT ON jobs
BEGIN INSERT INTO job_words (rowid, search) VALUES (new.id, new.search); END;
-- +goose StatementEnd
-- +goose StatementBegin
CREATE TRIGGER job_words_update AFTER UPDATE OF search ON jobs
BEGIN
    INSERT INTO job_words (job_words, rowid, search) VALUES ('delete', old.id, old.search);
    INSERT INTO job_words (rowid, search) VALUES (new.id, new.search);
END;
-- +goose StatementEnd
