package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"lexeon/core/model"
)

// Author of a change: a name, and a random id that the browser keeps.
type Author struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// Request is a change that is asked for.
type Request struct {
	ClientID string // unique per project; a retry bears the same
	Author   Author
	Base     int64 // the revision that the author saw
	Changes  []model.Change
}

// Result of a change.
type Result struct {
	Before, After *Version
	Delta         model.Delta
	Summary       string
	// Again: the change was applied before, and this is a retry after a lost
	// reply. Delta is empty; Revision is the one it got then.
	Again    bool
	Revision int64
}

// Entry is one row of the log.
type Entry struct {
	Revision   int64           `db:"revision" json:"revision"`
	AuthorID   string          `db:"author_id" json:"-"`
	AuthorName string          `db:"author_name" json:"author"`
	At         time.Time       `db:"at" json:"at"`
	Summary    string          `db:"summary" json:"summary"`
	Changes    json.RawMessage `db:"changes" json:"-"`
	States     json.RawMessage `db:"states" json:"-"`
	Inverse    json.RawMessage `db:"inverse" json:"-"`
	Undoes     sql.NullInt64   `db:"undoes" json:"-"`
	UndoneBy   sql.NullInt64   `db:"undone_by" json:"-"`
}

const entryColumns = "revision, author_id, author_name, at, summary, changes, states, inverse, undoes, undone_by"

func (e Entry) states() ([]model.RowState, error) {
	var out []model.RowState
	if err := json.Unmarshal(e.States, &out); err != nil {
		return nil, fmt.Errorf("log, revision %d: %w", e.Revision, err)
	}
	return out, nil
}

// Change applies a change to the newest revision, or refuses it whole. The
// error is a *model.Fault, a *Conflict, or wraps ErrUnavailable.
func (s *Store) Change(ctx context.Context, id string, req Request) (*Result, error) {
	return s.locked(ctx, id, req.ClientID, func(tx *sqlx.Tx, head *Version) (*Result, error) {
		if req.Base > head.Revision || req.Base < 0 {
			return nil, model.Faultf(model.CodeInvalid, "revision %d does not exist: the newest is %d", req.Base, head.Revision)
		}
		var since []Entry
		if req.Base < head.Revision {
			var err error
			if since, err = entriesSince(ctx, tx, id, req.Base); err != nil {
				return nil, err
			}
		}
		next, delta, inverse, err := model.Edit(head.Model, req.Changes)
		if err != nil {
			return nil, explainRefusal(head.Model, since, req.Author.ID, err)
		}
		if err := findConflict(head.Model, since, req.Author.ID, delta, req.Changes); err != nil {
			return nil, err
		}
		r := &Result{Before: head, Delta: delta, Summary: model.Summary(head.Model, next, req.Changes)}
		return r, write(ctx, tx, id, r, next, req.ClientID, req.Author, req.Changes, inverse, sql.NullInt64{})
	})
}

// locked runs f under the locks of the project with its newest version, and
// takes the result over once it is committed.
func (s *Store) locked(ctx context.Context, id, clientID string, f func(*sqlx.Tx, *Version) (*Result, error)) (*Result, error) {
	if !model.ID(clientID).Valid() {
		return nil, model.Faultf(model.CodeInvalid, "a change needs an id of its own: letters, digits, - and _ only, 64 at most").At("", "clientId")
	}
	p := s.project(id)
	p.mu.Lock()
	defer p.mu.Unlock()
	var result *Result
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		revision, err := revisionOf(ctx, tx, id, true)
		if err != nil {
			return err
		}
		if err := p.advance(ctx, tx, id, revision); err != nil {
			return err
		}
		if result, err = appliedBefore(ctx, tx, id, clientID, p.current); result != nil || err != nil {
			return err
		}
		result, err = f(tx, p.current)
		return err
	})
	if err != nil {
		return nil, err
	}
	p.current = result.After
	return result, nil
}

func appliedBefore(ctx context.Context, tx *sqlx.Tx, id, clientID string, current *Version) (*Result, error) {
	var e Entry
	err := tx.GetContext(ctx, &e, "SELECT revision, summary FROM changes WHERE project_id = $1 AND client_id = $2", id, clientID)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	if err != nil {
		return nil, unavailable("read log", err)
	}
	return &Result{Before: current, After: current, Again: true, Revision: e.Revision, Summary: e.Summary}, nil
}

// advance brings the cached value to a revision: by the states of the log, or by
// reading all rows.
func (p *project) advance(ctx context.Context, tx *sqlx.Tx, id string, revision int64) error {
	if p.current != nil && p.current.Revision == revision {
		return nil
	}
	if p.current != nil && p.current.Revision < revision && revision-p.current.Revision <= 100 {
		entries, err := entriesSince(ctx, tx, id, p.current.Revision)
		if err != nil {
			return err
		}
		m, err := replay(p.current.Model, entries)
		if err == nil && int64(len(entries)) == revision-p.current.Revision {
			p.current = &Version{revision, m}
			return nil
		}
	}
	m, read, err := loadRows(ctx, tx, id)
	if err != nil {
		return err
	}
	p.current = &Version{read, m}
	return nil
}

func replay(m *model.Model, entries []Entry) (*model.Model, error) {
	for _, e := range entries {
		states, err := e.states()
		if err != nil {
			return nil, err
		}
		if m, _, err = model.Apply(m, states); err != nil {
			return nil, fmt.Errorf("log, revision %d: %w", e.Revision, err)
		}
	}
	return m, nil
}

func entriesSince(ctx context.Context, tx *sqlx.Tx, id string, base int64) ([]Entry, error) {
	var out []Entry
	if err := tx.SelectContext(ctx, &out, "SELECT "+entryColumns+" FROM changes WHERE project_id = $1 AND revision > $2 ORDER BY revision", id, base); err != nil {
		return nil, unavailable("read log", err)
	}
	return out, nil
}

// write stores a result: the rows of its delta, one row of the log, the
// revision, and now and then a snapshot. A change that changes nothing leaves
// everything as it is.
func write(ctx context.Context, tx *sqlx.Tx, id string, r *Result, next *model.Model, clientID string, author Author,
	changes, inverse []model.Change, undoes sql.NullInt64) error {
	if len(r.Delta) == 0 && !undoes.Valid {
		r.After, r.Revision = r.Before, r.Before.Revision
		return nil
	}
	r.Revision = r.Before.Revision + 1
	r.After = &Version{r.Revision, next}
	if err := writeDelta(ctx, tx, id, next, r.Delta); err != nil {
		return err
	}
	states, err := json.Marshal(r.Delta.States())
	if err != nil {
		return fmt.Errorf("log: %w", err)
	}
	back, err := json.Marshal(inverse[0].(*model.Restore).Rows)
	if err != nil {
		return fmt.Errorf("log: %w", err)
	}
	if _, err := tx.ExecContext(ctx, `INSERT INTO changes (project_id, revision, client_id, author_id, author_name, version, summary, changes, states, inverse, undoes)
		VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
		id, r.Revision, clientID, author.ID, author.Name, model.ChangeVersion, r.Summary, string(model.EncodeChanges(changes)), string(states), string(back), undoes); err != nil {
		return unavailable("write log", err)
	}
	if _, err := tx.ExecContext(ctx, "UPDATE projects SET revision = $2, changed_at = now() WHERE id = $1", id, r.Revision); err != nil {
		return unavailable("write revision", err)
	}
	if r.Revision%SnapshotEvery == 0 {
		if err := writeSnapshot(ctx, tx, id, r.Revision, next); err != nil {
			return err
		}
	}
	if _, err := tx.ExecContext(ctx, "SELECT pg_notify('lexeon', $1)", fmt.Sprintf("%s %d", id, r.Revision)); err != nil {
		return unavailable("notify", err)
	}
	return nil
}
