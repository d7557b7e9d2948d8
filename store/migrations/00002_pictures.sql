-- +goose Up

-- Small pictures that elements show, kept once by their content.
CREATE TABLE pictures (
    project_id text NOT NULL REFERENCES projects ON DELETE CASCADE,
    id         text NOT NULL,
    data       jsonb NOT NULL,
    extra      json,
    PRIMARY KEY (project_id, id)
);

ALTER TABLE elements ADD COLUMN picture_id text;
ALTER TABLE elements ADD FOREIGN KEY (project_id, picture_id) REFERENCES pictures DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON elements (project_id, picture_id);

-- +goose Down
ALTER TABLE elements DROP COLUMN picture_id;
DROP TABLE pictures;
