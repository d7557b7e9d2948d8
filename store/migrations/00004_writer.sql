-- +goose Up

-- The writer of a change: one window's queue, apart from the author. What the same
-- writer did earlier is no conflict, and undo goes back through what it did.
ALTER TABLE changes ADD COLUMN writer_id text NOT NULL DEFAULT '';
UPDATE changes SET writer_id = author_id;
CREATE INDEX ON changes (project_id, writer_id, revision);

-- +goose Down
ALTER TABLE changes DROP COLUMN writer_id;
