-- +goose Up

-- A project that was deleted stays for a while, out of sight, and can be brought back.
ALTER TABLE projects ADD COLUMN deleted_at timestamptz;

-- +goose Down
DELETE FROM projects WHERE deleted_at IS NOT NULL;
ALTER TABLE projects DROP COLUMN deleted_at;
