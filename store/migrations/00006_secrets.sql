-- +goose Up

-- What all servers of this database know and nobody else: they sign with it.
CREATE TABLE secrets (
    name text PRIMARY KEY,
    value bytea NOT NULL
);

-- +goose Down
DROP TABLE secrets;
