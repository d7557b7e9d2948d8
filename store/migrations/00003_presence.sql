-- +goose Up

-- Who looks at what right now. A window tells it every few seconds; what is not
-- told again is over. Nothing of it has to outlive a crash.
CREATE UNLOGGED TABLE presence (
    project_id text NOT NULL REFERENCES projects ON DELETE CASCADE,
    window_id  text NOT NULL,
    author_id  text NOT NULL,
    name       text NOT NULL,
    diagram_id text NOT NULL,
    subject_id text NOT NULL,
    seen_at    timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (project_id, window_id)
);

-- +goose Down
DROP TABLE presence;
