package store

import (
	"cmp"
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
	// ID is the one that the server signed for a browser; what a request says is not believed.
	ID   string `json:"id,omitempty"`
	Name string `json:"name"`
}

// Request is a change that is asked for.
type Request struct {
	ClientID string // unique per project; a retry bears the same
	Author   Author
	// Writer is whose earlier changes are no conflict: a window's queue. Empty: the
	// author, for programs that have one queue each.
	Writer  string
	Base    int64 // the revision that the person saw when the change began
	Changes []model.Change
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
	ClientID   string          `db:"client_id" json:"-"`
	AuthorID   string          `db:"author_id" json:"-"`
	WriterID   string          `db:"writer_id" json:"-"`
	AuthorName string          `db:"author_name" json:"author"`
	At         time.Time       `db:"at" json:"at"`
	Summary    string          `db:"summary" json:"summary"`
	States     json.RawMessage `db:"states" json:"-"`
	Inverse    json.RawMessage `db:"inverse" json:"-"`
	Undoes     sql.NullInt64   `db:"undoes" json:"-"`
	UndoneBy   sql.NullInt64   `db:"undone_by" json:"-"`
}

// What is read of an entry: only what is used, since changes, states and inverse can
// be large.
const (
	historyColumns = "revision, author_name, at, summary"
	loggedColumns  = "revision, client_id, author_name, writer_id, states"
	undoneColumns  = "revision, client_id, author_name, writer_id, summary, states, inverse, undoes, undone_by"
	wordingColumns = historyColumns + ", states, inverse"
)

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
		since, err := sinceBase(ctx, tx, id, req.Base, head.Revision)
		if err != nil {
			return nil, err
		}
		next, delta, inverse, err := model.Edit(head.Model, req.Changes)
		if err != nil {
			return nil, explainRefusal(since, req.writer(), err)
		}
		if err := findConflict(head.Model, since, req.writer(), delta, req.Changes); err != nil {
			return nil, err
		}
		r := &Result{Before: head, Delta: delta, Summary: model.Summary(head.Model, next, req.Changes)}
		return r, write(ctx, tx, id, r, next, logged{req.ClientID, req.Author, req.writer(), req.Changes, inverse, sql.NullInt64{}})
	})
}

func (r Request) writer() string { return cmp.Or(r.Writer, r.Author.ID) }

// sinceBase reads the log from the revision that somebody saw. Where the log does
// not reach back so far, conflicts cannot be told: ErrTooOld.
func sinceBase(ctx context.Context, tx *sqlx.Tx, id string, base, head int64) ([]Entry, error) {
	if base > head || base < 0 {
		return nil, model.Faultf(model.CodeInvalid, "revision %d does not exist: the newest is %d", base, head)
	}
	if base == head {
		return nil, nil
	}
	entries, err := entriesSince(ctx, tx, id, base)
	if err != nil {
		return nil, err
	}
	if int64(len(entries)) != head-base {
		return nil, &TooOld{Base: base, Head: head}
	}
	return entries, nil
}

// TooOld is the error of a base from before the beginning of the log: what others
// wrote since is not known any more. Nothing was changed.
type TooOld struct{ Base, Head int64 }

func (e *TooOld) Error() string {
	return fmt.Sprintf("The log does not reach back to revision %d any more, so nobody can tell what others changed since. Look at the project as it is now, revision %d, and do it again if it still fits.", e.Base, e.Head)
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
		h, err := headOf(ctx, tx, id, true)
		if err != nil {
			return err
		}
		if err := p.advance(ctx, tx, id, h); err != nil {
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
	s.remember(id, p)
	return result, nil
}

func appliedBefore(ctx context.Context, tx *sqlx.Tx, id, clientID string, current *Version) (*Result, error) {
	var e Entry
	err := tx.GetContext(ctx, &e, "SELECT revision, summary FROM changes WHERE project_id = $1 AND client_id = $2", id, clientID)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	if err != nil {
		return nil, failed("read log", err)
	}
	return &Result{Before: current, After: current, Again: true, Revision: e.Revision, Summary: e.Summary}, nil
}

// advance brings the cached value to a revision: by the states of the log, or by
// reading all rows.
func (p *project) advance(ctx context.Context, tx *sqlx.Tx, id string, h Head) error {
	revision := h.Revision
	if p.current != nil && !p.current.Made.Equal(h.Made) { // deleted meanwhile, and made anew
		p.current = nil
	}
	if p.current != nil && p.current.Revision == revision {
		return nil
	}
	if p.current != nil && p.current.Revision < revision && revision-p.current.Revision <= maxLogged {
		entries, err := entriesSince(ctx, tx, id, p.current.Revision)
		if err != nil {
			return err
		}
		m, err := replay(p.current.Model, entries)
		if err == nil && int64(len(entries)) == revision-p.current.Revision {
			p.current = &Version{Revision: revision, Made: h.Made, Model: m}
			return nil
		}
	}
	m, read, err := loadRows(ctx, tx, id)
	if err != nil {
		return err
	}
	p.current = &Version{Revision: read, Made: h.Made, Model: m}
	return nil
}

// replay leads a model through entries of the log, all at once.
func replay(m *model.Model, entries []Entry) (*model.Model, error) {
	if len(entries) == 0 {
		return m, nil
	}
	var all []model.RowState
	for _, e := range entries {
		states, err := e.states()
		if err != nil {
			return nil, err
		}
		all = append(all, states...)
	}
	m, _, err := model.Apply(m, all)
	if err != nil {
		return nil, fmt.Errorf("log, revisions %d to %d: %w", entries[0].Revision, entries[len(entries)-1].Revision, err)
	}
	return m, nil
}

func entriesSince(ctx context.Context, tx *sqlx.Tx, id string, base int64) ([]Entry, error) {
	var out []Entry
	if err := tx.SelectContext(ctx, &out, "SELECT "+loggedColumns+" FROM changes WHERE project_id = $1 AND revision > $2 ORDER BY revision", id, base); err != nil {
		return nil, failed("read log", err)
	}
	return out, nil
}

// logged is what the log keeps of a change beside its result.
type logged struct {
	clientID string
	author   Author
	writer   string
	changes  []model.Change
	inverse  []model.Change
	undoes   sql.NullInt64
}

// write stores a result: the rows of its delta, one row of the log, the
// revision. A change that changes nothing leaves
// everything as it is.
func write(ctx context.Context, tx *sqlx.Tx, id string, r *Result, next *model.Model, e logged) error {
	if len(r.Delta) == 0 && !e.undoes.Valid {
		r.After, r.Revision = r.Before, r.Before.Revision
		return nil
	}
	r.Revision = r.Before.Revision + 1
	r.After = &Version{Revision: r.Revision, Made: r.Before.Made, Model: next}
	if err := writeDelta(ctx, tx, id, next, r.Delta); err != nil {
		return err
	}
	states, err := json.Marshal(r.Delta.States())
	if err != nil {
		return fmt.Errorf("log: %w", err)
	}
	back, err := json.Marshal(e.inverse[0].(*model.Restore).Rows)
	if err != nil {
		return fmt.Errorf("log: %w", err)
	}
	if _, err := tx.ExecContext(ctx, `INSERT INTO changes (project_id, revision, client_id, author_id, author_name, writer_id, version, summary, changes, states, inverse, undoes)
		VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)`,
		id, r.Revision, e.clientID, e.author.ID, e.author.Name, e.writer, model.ChangeVersion, r.Summary, string(model.EncodeChanges(e.changes)), string(states), string(back), e.undoes); err != nil {
		return failed("write log", err)
	}
	if _, err := tx.ExecContext(ctx, "UPDATE projects SET revision = $2, changed_at = now() WHERE id = $1", id, r.Revision); err != nil {
		return failed("write revision", err)
	}
	if _, err := tx.ExecContext(ctx, "SELECT pg_notify('lexeon', $1)", fmt.Sprintf("%s %d", id, r.Revision)); err != nil {
		return failed("notify", err)
	}
	return nil
}
