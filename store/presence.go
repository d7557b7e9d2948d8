package store

import (
	"context"

	"lexeon/core/model"
)

// Presence is a window that somebody has open on a project. Its id and its author's are
// told to nobody.
type Presence struct {
	Window  string   `db:"window_id"`
	Author  string   `db:"author_id"`
	Name    string   `db:"name"`
	Diagram model.ID `db:"diagram_id"` // empty: another stage of the work
	Subject model.ID `db:"subject_id"` // what is selected
}

// presenceSeconds is how long a window counts as open after it was heard last.
const presenceSeconds = 12

// SetPresence says that a window is open and where it is. Others are notified if
// that is news. A window that another author opened stays where it is.
func (s *Store) SetPresence(ctx context.Context, project string, p Presence) error {
	var news bool
	err := s.db.GetContext(ctx, &news, `WITH old AS (
			SELECT name, diagram_id, subject_id FROM presence
			WHERE project_id = $1 AND window_id = $2 AND seen_at > now() - make_interval(secs => $7)
		), put AS (
			INSERT INTO presence (project_id, window_id, author_id, name, diagram_id, subject_id)
			SELECT id, $2, $3, $4, $5, $6 FROM projects WHERE id = $1 AND deleted_at IS NULL
			ON CONFLICT (project_id, window_id) DO UPDATE SET name = $4, diagram_id = $5, subject_id = $6, seen_at = now()
				WHERE presence.author_id = $3
			RETURNING 1
		), gone AS (
			DELETE FROM presence WHERE project_id = $1 AND window_id <> $2 AND seen_at <= now() - make_interval(secs => $7) RETURNING 1
		)
		SELECT EXISTS (SELECT 1 FROM gone) OR EXISTS (SELECT 1 FROM put)
			AND NOT EXISTS (SELECT 1 FROM old WHERE name = $4 AND diagram_id = $5 AND subject_id = $6)`,
		project, p.Window, p.Author, p.Name, p.Diagram, p.Subject, presenceSeconds)
	if err != nil {
		return failed("write presence", err)
	}
	if news {
		return s.notifyPresence(ctx, project)
	}
	return nil
}

// Leave says that a window of an author was closed.
func (s *Store) Leave(ctx context.Context, project, author, window string) error {
	if _, err := s.db.ExecContext(ctx, "DELETE FROM presence WHERE project_id = $1 AND author_id = $2 AND window_id = $3", project, author, window); err != nil {
		return failed("write presence", err)
	}
	return s.notifyPresence(ctx, project)
}

func (s *Store) notifyPresence(ctx context.Context, project string) error {
	if _, err := s.db.ExecContext(ctx, "SELECT pg_notify('lexeon', $1)", project+" presence"); err != nil {
		return failed("notify", err)
	}
	return nil
}

// Present lists the windows that are open on a project, by name.
func (s *Store) Present(ctx context.Context, project string) ([]Presence, error) {
	out := []Presence{}
	if err := s.db.SelectContext(ctx, &out, `SELECT window_id, author_id, name, diagram_id, subject_id FROM presence
		WHERE project_id = $1 AND seen_at > now() - make_interval(secs => $2) ORDER BY name, window_id`, project, presenceSeconds); err != nil {
		return nil, failed("read presence", err)
	}
	return out, nil
}
