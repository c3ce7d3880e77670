-- +goose Up
-- At which text of a plan of its own a lead has looked, where a shipped one was dangerous.
ALTER TABLE own_plans ADD COLUMN looked TEXT NOT NULL DEFAULT '';
