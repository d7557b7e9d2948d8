package store

import (
	"context"
	"encoding/json"
	"errors"

	"github.com/jmoiron/sqlx"
)

// Logged is an entry of the log as a page takes it over.
type Logged struct {
	Revision int64           `json:"revision"`
	ClientID string          `json:"clientId"`
	States   json.RawMessage `json:"states"`
}

// maxLogged is how many entries are told at once; who is further behind is better
// off with the whole model.
const maxLogged = 2000

// LogSince lists what was logged after a revision, and the newest one. The error is
// a *TooOld where the log does not reach back so far, or too much was done since.
func (s *Store) LogSince(ctx context.Context, id string, base int64) ([]Logged, int64, error) {
	out := []Logged{}
	var head int64
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		h, err := headOf(ctx, tx, id, false)
		if err != nil {
			return err
		}
		head = h.Revision
		if head > base+maxLogged {
			return &TooOld{Base: base, Head: head}
		}
		entries, err := sinceBase(ctx, tx, id, base, head)
		if err != nil {
			return err
		}
		for _, e := range entries {
			out = append(out, Logged{e.Revision, e.ClientID, e.States})
		}
		return nil
	})
	return out, head, err
}

// Step is one change, undo or redo of a queue.
type Step struct {
	Change *Request
	Undo   *UndoRequest
}

// ClientID of the step.
func (s Step) ClientID() string {
	if s.Undo != nil {
		return s.Undo.ClientID
	}
	return s.Change.ClientID
}

// Outcome is what came of a step.
type Outcome struct {
	Result *Result
	Err    error // why it was refused; nothing of it was done
}

// Run takes the steps of a queue in order, each for itself: one that is refused
// holds up none of the others. It stops where the database cannot be reached, with
// the outcomes so far; the rest can be sent again.
func (s *Store) Run(ctx context.Context, id string, steps []Step) ([]Outcome, error) {
	var out []Outcome
	for _, step := range steps {
		var o Outcome
		if step.Undo != nil {
			o.Result, o.Err = s.Undo(ctx, id, *step.Undo)
		} else {
			o.Result, o.Err = s.Change(ctx, id, *step.Change)
		}
		if errors.Is(o.Err, ErrUnavailable) {
			return out, o.Err
		}
		out = append(out, o)
	}
	return out, nil
}

// Compact shortens the log of a project to its newest entries. A snapshot of the
// model before them is kept, so that snapshot and log still make the rows; what was
// done before can not be undone any more. It tells how many entries went.
func (s *Store) Compact(ctx context.Context, id string, keep int64) (int64, error) {
	var gone int64
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		h, err := headOf(ctx, tx, id, true)
		if err != nil {
			return err
		}
		head := h.Revision
		first := max(head-max(keep, 0), 0) // the revision that the log begins after
		var from struct {
			Revision int64
			File     []byte
		}
		if err := tx.GetContext(ctx, &from, "SELECT revision, file FROM snapshots WHERE project_id = $1 AND revision <= $2 ORDER BY revision DESC LIMIT 1", id, first); err != nil {
			return failed("read snapshot", err)
		}
		if from.Revision < first {
			m, err := readSnapshot(from.File)
			if err != nil {
				return err
			}
			var entries []Entry
			if err := tx.SelectContext(ctx, &entries, "SELECT "+loggedColumns+" FROM changes WHERE project_id = $1 AND revision > $2 AND revision <= $3 ORDER BY revision", id, from.Revision, first); err != nil {
				return failed("read log", err)
			}
			if m, err = replay(m, entries); err != nil {
				return err
			}
			if err := writeSnapshot(ctx, tx, id, first, m); err != nil {
				return err
			}
		}
		if _, err := tx.ExecContext(ctx, "DELETE FROM snapshots WHERE project_id = $1 AND revision < $2", id, first); err != nil {
			return failed("delete snapshots", err)
		}
		result, err := tx.ExecContext(ctx, "DELETE FROM changes WHERE project_id = $1 AND revision <= $2", id, first)
		if err != nil {
			return failed("shorten log", err)
		}
		gone, err = result.RowsAffected()
		return err
	})
	return gone, err
}
