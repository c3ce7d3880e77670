-- +goose Up
-- How many copies of the file are kept; 0: none is made by itself.
ALTER TABLE shop ADD COLUMN copies INTEGER NOT NULL DEFAULT 14;
