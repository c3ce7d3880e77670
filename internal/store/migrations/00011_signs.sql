-- +goose Up
-- What a job showed of causes is kept with its past from now on. It follows from the log, and
-- is worked out again when somebody asks.
UPDATE jobs SET past = '';
