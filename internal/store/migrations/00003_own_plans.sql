-- +goose Up
-- The plans a shop has written itself: which text stands for each key now.
CREATE TABLE own_plans (
    key      TEXT PRIMARY KEY,
    hash     TEXT NOT NULL REFERENCES plans (hash),
    imported TEXT NOT NULL,
    by       TEXT NOT NULL               -- name of the person
) STRICT;
