-- +goose Up

-- One row that is written to learn whether anything can be.
CREATE TABLE readiness (
    id smallint PRIMARY KEY CHECK (id = 1),
    at timestamptz NOT NULL
);

-- +goose Down
DROP TABLE readiness;
