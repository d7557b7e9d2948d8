-- +goose Up

-- The model of a project is a set of rows with ids that are unique within the
-- project. References are real foreign keys, checked at commit, so that the rows
-- of one change may come in any order. data holds what only one kind of row has;
-- extra and file hold members that this version does not know, as text, since
-- jsonb would rewrite them.

CREATE TABLE projects (
    id         text PRIMARY KEY,
    name       text NOT NULL,
    data       jsonb NOT NULL DEFAULT '{}',
    extra      json,
    file       json,
    source     text UNIQUE,
    revision   bigint NOT NULL DEFAULT 0,
    created_at timestamptz NOT NULL DEFAULT now(),
    changed_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE terms (
    project_id text NOT NULL REFERENCES projects ON DELETE CASCADE,
    id         text NOT NULL,
    name       text NOT NULL,
    data       jsonb NOT NULL,
    extra      json,
    PRIMARY KEY (project_id, id)
);

CREATE TABLE elements (
    project_id      text NOT NULL REFERENCES projects ON DELETE CASCADE,
    id              text NOT NULL,
    kind            text NOT NULL,
    name            text NOT NULL,
    owner_id        text,
    relationship_id text,
    sort_key        text COLLATE "C" NOT NULL,
    term_id         text,
    type_id         text,
    data            jsonb NOT NULL,
    extra           json,
    PRIMARY KEY (project_id, id),
    FOREIGN KEY (project_id, owner_id) REFERENCES elements DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (project_id, term_id) REFERENCES terms DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (project_id, type_id) REFERENCES elements DEFERRABLE INITIALLY DEFERRED,
    CHECK (owner_id IS NULL OR relationship_id IS NULL)
);

CREATE TABLE relationships (
    project_id text NOT NULL REFERENCES projects ON DELETE CASCADE,
    id         text NOT NULL,
    kind       text NOT NULL,
    name       text NOT NULL,
    source_id  text,
    target_id  text,
    class_id   text,
    set_id     text,
    data       jsonb NOT NULL,
    extra      json,
    PRIMARY KEY (project_id, id),
    FOREIGN KEY (project_id, source_id) REFERENCES elements DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (project_id, target_id) REFERENCES elements DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (project_id, class_id) REFERENCES elements DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (project_id, set_id) REFERENCES elements DEFERRABLE INITIALLY DEFERRED
);

ALTER TABLE elements ADD FOREIGN KEY (project_id, relationship_id) REFERENCES relationships DEFERRABLE INITIALLY DEFERRED;

CREATE TABLE diagrams (
    project_id text NOT NULL REFERENCES projects ON DELETE CASCADE,
    id         text NOT NULL,
    kind       text NOT NULL,
    name       text NOT NULL,
    data       jsonb NOT NULL,
    extra      json,
    PRIMARY KEY (project_id, id)
);

CREATE TABLE placements (
    project_id      text NOT NULL REFERENCES projects ON DELETE CASCADE,
    id              text NOT NULL,
    diagram_id      text NOT NULL,
    element_id      text,
    relationship_id text,
    data            jsonb NOT NULL,
    extra           json,
    PRIMARY KEY (project_id, id),
    FOREIGN KEY (project_id, diagram_id) REFERENCES diagrams DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (project_id, element_id) REFERENCES elements DEFERRABLE INITIALLY DEFERRED,
    FOREIGN KEY (project_id, relationship_id) REFERENCES relationships DEFERRABLE INITIALLY DEFERRED,
    CHECK ((element_id IS NULL) <> (relationship_id IS NULL))
);

-- Checking a reference at commit looks from the row referred to as well.
CREATE INDEX ON elements (project_id, owner_id);
CREATE INDEX ON elements (project_id, relationship_id);
CREATE INDEX ON elements (project_id, term_id);
CREATE INDEX ON elements (project_id, type_id);
CREATE INDEX ON relationships (project_id, source_id);
CREATE INDEX ON relationships (project_id, target_id);
CREATE INDEX ON relationships (project_id, class_id);
CREATE INDEX ON relationships (project_id, set_id);
CREATE INDEX ON placements (project_id, diagram_id);
CREATE INDEX ON placements (project_id, element_id);
CREATE INDEX ON placements (project_id, relationship_id);

-- The log. states leads from the revision before to this one, inverse leads
-- back; undoes names the revision that an undo or redo takes back, undone_by the
-- one that took this back.
CREATE TABLE changes (
    project_id  text NOT NULL REFERENCES projects ON DELETE CASCADE,
    revision    bigint NOT NULL,
    client_id   text NOT NULL,
    author_id   text NOT NULL,
    author_name text NOT NULL,
    at          timestamptz NOT NULL DEFAULT now(),
    version     integer NOT NULL,
    summary     text NOT NULL,
    changes     json NOT NULL,
    states      json NOT NULL,
    inverse     json NOT NULL,
    undoes      bigint,
    undone_by   bigint,
    PRIMARY KEY (project_id, revision),
    UNIQUE (project_id, client_id)
);
CREATE INDEX ON changes (project_id, author_id, revision);

CREATE TABLE snapshots (
    project_id text NOT NULL REFERENCES projects ON DELETE CASCADE,
    revision   bigint NOT NULL,
    file       bytea NOT NULL,
    at         timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (project_id, revision)
);

-- +goose Down
DROP TABLE snapshots, changes, placements, diagrams, relationships, elements, terms, projects CASCADE;
