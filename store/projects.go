package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"lexeon/core/interchange"
	"lexeon/core/model"
)

// Project is an entry of the list of projects.
type Project struct {
	ID        string    `db:"id" json:"id"`
	Name      string    `db:"name" json:"name"`
	Revision  int64     `db:"revision" json:"revision"`
	ChangedAt time.Time `db:"changed_at" json:"changedAt"`
	Classes   int       `db:"classifiers" json:"classifiers"`
	Diagrams  int       `db:"diagrams" json:"diagrams"`
	Demo      bool      `db:"demo" json:"demo"` // it was loaded from a source, and not made here
}

// Projects lists all projects, the last changed first.
func (s *Store) Projects(ctx context.Context) ([]Project, error) {
	out := []Project{}
	kinds := make([]string, 0, 4)
	for _, k := range model.ClassifierKinds() {
		kinds = append(kinds, string(k))
	}
	err := s.db.SelectContext(ctx, &out, `SELECT p.id, p.name, p.revision, p.changed_at, p.source IS NOT NULL AS demo,
		(SELECT count(*) FROM elements e WHERE e.project_id = p.id AND e.kind = ANY($1)) AS classifiers,
		(SELECT count(*) FROM diagrams d WHERE d.project_id = p.id) AS diagrams
		FROM projects p WHERE p.deleted_at IS NULL ORDER BY p.changed_at DESC, p.id`, kinds)
	if err != nil {
		return nil, failed("list projects", err)
	}
	return out, nil
}

// Create stores a model as a new project at revision 0. source marks where it
// came from, so that the same source is not loaded twice; it may be empty.
func (s *Store) Create(ctx context.Context, id, source string, m *model.Model) error {
	if !model.ID(id).Valid() {
		return model.Faultf(model.CodeInvalid, "%q is not an id", id)
	}
	var delta model.Delta
	for _, r := range m.Rows() {
		delta = append(delta, model.RowChange{ID: r.RowID(), Old: nil, New: r})
	}
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var src *string
		if source != "" {
			src = &source
		}
		if _, err := tx.ExecContext(ctx, "DELETE FROM projects WHERE id = $1 AND deleted_at IS NOT NULL", id); err != nil {
			return failed("create project", err) // one that is made anew under its id is not to be brought back
		}
		result, err := tx.ExecContext(ctx, "INSERT INTO projects (id, name, source) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING", id, m.Project().Name, src)
		if err != nil {
			return failed("create project", err)
		}
		if n, err := result.RowsAffected(); err != nil {
			return failed("create project", err)
		} else if n == 0 {
			return model.Faultf(model.CodeExists, "this project is there already")
		}
		if err := writeDelta(ctx, tx, id, m, delta); err != nil {
			return err
		}
		return writeSnapshot(ctx, tx, id, 0, m)
	})
}

// FindSource finds the project that was loaded from a source, "" if none.
func (s *Store) FindSource(ctx context.Context, source string) (string, error) {
	var id string
	err := s.db.GetContext(ctx, &id, "SELECT id FROM projects WHERE source = $1 AND deleted_at IS NULL", source)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	if err != nil {
		return "", failed("find project", err)
	}
	return id, nil
}

// Delete takes a project out of sight. For thirty days it can be brought back, with its
// history; then it goes for good, when the next one is deleted or somebody asks for those that
// were. What it was loaded from may be loaded again.
func (s *Store) Delete(ctx context.Context, id string) error {
	p := s.project(id)
	p.mu.Lock()
	defer p.mu.Unlock()
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx, "UPDATE projects SET deleted_at = now(), source = NULL WHERE id = $1 AND deleted_at IS NULL", id)
		if err != nil {
			return failed("delete project", err)
		}
		if n, _ := result.RowsAffected(); n == 0 {
			return noProject(id)
		}
		if _, err := tx.ExecContext(ctx, "DELETE FROM presence WHERE project_id = $1", id); err != nil {
			return failed("forget who is there", err)
		}
		return forgetOld(ctx, tx)
	})
	if err == nil {
		p.current = nil
		s.projects.Remove(id)
	}
	return err
}

// keptDays is how long a project that was deleted can be brought back.
const keptDays = 30

// forgetOld removes projects for good that were deleted long ago.
func forgetOld(ctx context.Context, tx *sqlx.Tx) error {
	if _, err := tx.ExecContext(ctx, "DELETE FROM projects WHERE deleted_at < now() - make_interval(days => $1)", keptDays); err != nil {
		return failed("forget deleted projects", err)
	}
	return nil
}

// DeletedProject is one that can be brought back, until a time.
type DeletedProject struct {
	ID        string    `db:"id" json:"id"`
	Name      string    `db:"name" json:"name"`
	DeletedAt time.Time `db:"deleted_at" json:"deletedAt"`
	Until     time.Time `db:"until" json:"until"`
}

// Deleted lists the projects that can be brought back, the last deleted first.
func (s *Store) Deleted(ctx context.Context) ([]DeletedProject, error) {
	out := []DeletedProject{}
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := forgetOld(ctx, tx); err != nil {
			return err
		}
		return tx.SelectContext(ctx, &out, `SELECT id, name, deleted_at, deleted_at + make_interval(days => $1) AS until
			FROM projects WHERE deleted_at IS NOT NULL ORDER BY deleted_at DESC, id`, keptDays)
	})
	if err != nil {
		return nil, failed("list deleted projects", err)
	}
	return out, nil
}

// BringBack undoes the deletion of a project.
func (s *Store) BringBack(ctx context.Context, id string) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx, "UPDATE projects SET deleted_at = NULL WHERE id = $1 AND deleted_at IS NOT NULL", id)
		if err != nil {
			return failed("bring project back", err)
		}
		if n, _ := result.RowsAffected(); n == 0 {
			return model.Faultf(model.CodeMissing, "there is no deleted project %q", id)
		}
		return nil
	})
}

// Current returns the project at its newest revision.
func (s *Store) Current(ctx context.Context, id string) (*Version, error) {
	p := s.project(id)
	p.mu.Lock()
	defer p.mu.Unlock()
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		h, err := headOf(ctx, tx, id, false)
		if err != nil {
			return err
		}
		return p.advance(ctx, tx, id, h)
	})
	if err != nil {
		return nil, err
	}
	s.remember(id, p)
	return p.current, nil
}

func noProject(id string) error {
	return model.Faultf(model.CodeMissing, "there is no project %q", id)
}

// Head is where a project stands: its newest revision, and when it was made, which tells it
// from another one that had the same id before.
type Head struct {
	Revision int64     `db:"revision"`
	Made     time.Time `db:"created_at"`
}

func headOf(ctx context.Context, tx *sqlx.Tx, id string, lock bool) (Head, error) {
	query := "SELECT revision, created_at FROM projects WHERE id = $1 AND deleted_at IS NULL"
	if lock {
		query += " FOR UPDATE"
	}
	var h Head
	err := tx.GetContext(ctx, &h, query, id)
	if errors.Is(err, sql.ErrNoRows) {
		return h, noProject(id)
	}
	if err != nil {
		return h, failed("read project", err)
	}
	return h, nil
}

func writeSnapshot(ctx context.Context, tx *sqlx.Tx, id string, revision int64, m *model.Model) error {
	if _, err := tx.ExecContext(ctx, "INSERT INTO snapshots (project_id, revision, file) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING",
		id, revision, interchange.WriteFile(m)); err != nil {
		return failed("write snapshot", err)
	}
	return nil
}

func readSnapshot(file []byte) (*model.Model, error) {
	m, err := interchange.ReadFile(file)
	if err != nil {
		return nil, fmt.Errorf("snapshot: %w", err)
	}
	return m, nil
}

// Snapshots lists the revisions at which the whole model was kept.
func (s *Store) Snapshots(ctx context.Context, id string) ([]int64, error) {
	out := []int64{}
	if err := s.db.SelectContext(ctx, &out, "SELECT revision FROM snapshots WHERE project_id = $1 ORDER BY revision", id); err != nil {
		return nil, failed("list snapshots", err)
	}
	return out, nil
}
