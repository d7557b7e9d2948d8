package store

import (
	"cmp"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"

	"lexeon/core/model"
)

// UndoRequest asks to take back the author's own last change, of one writer, that is not taken
// back yet, or, as a redo, the author's last undo.
type UndoRequest struct {
	ClientID string
	Author   Author
	Writer   string // as of a Request
	Redo     bool
	Skip     []int64 // revisions that are to be left as they are
	// Target is the client id of the change that is to be taken back; empty: the last
	// one of the writer that can be.
	Target string
}

func (r UndoRequest) writer() string { return cmp.Or(r.Writer, r.Author.ID) }

// Blocked is the error of an undo whose fields somebody else wrote since. The
// author may skip it.
type Blocked struct {
	Conflict
	Undoing int64  `json:"undoing"`
	Summary string `json:"summary"`
}

// Undo is refused by name if others wrote its keys since; nothing is changed
// then.
func (s *Store) Undo(ctx context.Context, id string, req UndoRequest) (*Result, error) {
	return s.locked(ctx, id, req.ClientID, func(tx *sqlx.Tx, head *Version) (*Result, error) {
		e, err := undoable(ctx, tx, id, req, undoneColumns)
		if err != nil {
			return nil, err
		}
		word := "undo"
		if req.Redo {
			word = "redo"
		}
		if e == nil {
			return nil, model.Faultf(model.CodeMissing, "there is nothing of yours to %s", word)
		}
		var back []model.RowState
		if err := json.Unmarshal(e.Inverse, &back); err != nil {
			return nil, fmt.Errorf("log, revision %d: %w", e.Revision, err)
		}
		changes := []model.Change{&model.Restore{Rows: back}}
		since, err := entriesSince(ctx, tx, id, e.Revision)
		if err != nil {
			return nil, err
		}
		if err := blocked(head.Model, since, req.writer(), e); err != nil {
			return nil, err
		}
		next, delta, inverse, err := model.Edit(head.Model, changes)
		if err != nil {
			return nil, explainRefusal(since, req.writer(), err)
		}
		summary := "Undo: " + e.Summary
		if req.Redo {
			summary = "Redo: " + trimWord(e.Summary, "Undo: ")
		} else {
			summary = "Undo: " + trimWord(e.Summary, "Redo: ")
		}
		r := &Result{Before: head, Delta: delta, Summary: summary}
		if err := write(ctx, tx, id, r, next, logged{req.ClientID, req.Author, req.writer(), changes, inverse, sql.NullInt64{Int64: e.Revision, Valid: true}}); err != nil {
			return nil, err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE changes SET undone_by = $3 WHERE project_id = $1 AND revision = $2", id, e.Revision, r.Revision); err != nil {
			return nil, failed("write log", err)
		}
		if req.Redo { // what the undo had taken back stands again
			if _, err := tx.ExecContext(ctx, "UPDATE changes SET undone_by = NULL WHERE project_id = $1 AND revision = $2", id, e.Undoes.Int64); err != nil {
				return nil, failed("write log", err)
			}
		}
		return r, nil
	})
}

func trimWord(s, word string) string {
	for len(s) > len(word) && s[:len(word)] == word {
		s = s[len(word):]
	}
	return s
}

// undoable finds what an undo or redo would take back, nil if there is nothing.
// A change of one's own after an undo ends the way back to what was undone.
func undoable(ctx context.Context, q sqlx.QueryerContext, id string, req UndoRequest, columns string) (*Entry, error) {
	query := "SELECT " + columns + ` FROM changes WHERE project_id = $1 AND writer_id = $2 AND author_id = $3 AND undone_by IS NULL
		AND undoes IS NULL AND NOT revision = ANY($4) ORDER BY revision DESC LIMIT 1`
	if req.Redo {
		// An undo is an entry whose target is no undo itself. What the author did
		// after it, other than undoing and redoing, ends the way back.
		query = "SELECT " + columns + ` FROM changes c WHERE project_id = $1 AND writer_id = $2 AND author_id = $3 AND undone_by IS NULL AND NOT revision = ANY($4)
			AND undoes IS NOT NULL
			AND revision > (SELECT coalesce(max(revision), 0) FROM changes WHERE project_id = $1 AND writer_id = $2 AND undoes IS NULL)
			AND EXISTS (SELECT FROM changes t WHERE t.project_id = c.project_id AND t.revision = c.undoes AND t.undoes IS NULL AND t.undone_by = c.revision)
			ORDER BY revision DESC LIMIT 1`
	}
	args := []any{id, req.writer(), req.Author.ID}
	if req.Target != "" {
		query = "SELECT " + columns + " FROM changes WHERE project_id = $1 AND writer_id = $2 AND author_id = $3 AND client_id = $4 AND undone_by IS NULL"
		args = append(args, req.Target)
	}
	var e Entry
	skip := slices.Clone(req.Skip)
	if skip == nil {
		skip = []int64{}
	}
	if req.Target == "" {
		args = append(args, skip)
	}
	err := sqlx.GetContext(ctx, q, &e, query, args...)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	if err != nil {
		return nil, failed("read log", err)
	}
	return &e, nil
}

// blocked reports the first key of the entry that somebody else wrote since.
func blocked(head *model.Model, since []Entry, writer string, e *Entry) error {
	others, err := writtenByOthers(since, writer)
	if err != nil || len(others) == 0 {
		return err
	}
	own, err := writtenByOthers([]Entry{*e}, "nobody else")
	if err != nil {
		return err
	}
	keys := make([]model.Key, 0, len(others))
	for k := range others {
		// Taking back the making of a row takes all its fields.
		_, same := own[k]
		made := own[model.Key{ID: k.ID}].value != nil && !k.LastWins()
		if same || made {
			keys = append(keys, k)
		}
	}
	if len(keys) == 0 {
		return nil
	}
	first := slices.MinFunc(keys, func(a, b model.Key) int {
		return cmp.Or(cmp.Compare(a.ID, b.ID), cmp.Compare(a.Field, b.Field))
	})
	c := newConflict(head, first, others[first], nil)
	c.Message = fmt.Sprintf("%q cannot be undone: meanwhile %s changed %s to %s. You can skip it and undo what came before.", e.Summary, c.Who, c.What, c.Theirs)
	return &Blocked{Conflict: *c, Undoing: e.Revision, Summary: e.Summary}
}

// Pending tells what undo and redo of an author would take back next, empty for nothing.
func (s *Store) Pending(ctx context.Context, id, author string) (undo, redo string, err error) {
	for _, w := range []struct {
		redo bool
		to   *string
	}{{false, &undo}, {true, &redo}} {
		e, err := undoable(ctx, s.db, id, UndoRequest{Author: Author{ID: author}, Redo: w.redo}, "revision, summary")
		if err != nil {
			return "", "", err
		}
		if e != nil {
			*w.to = trimWord(trimWord(e.Summary, "Undo: "), "Redo: ")
		}
	}
	return undo, redo, nil
}

// History lists the newest entries of the log: who did what, and when.
func (s *Store) History(ctx context.Context, id string, limit int) ([]Entry, error) {
	return s.newest(ctx, historyColumns, id, limit)
}

// Wordings lists the newest entries of the log with what they wrote and what stood
// there before.
func (s *Store) Wordings(ctx context.Context, id string, limit int) ([]Entry, error) {
	return s.newest(ctx, wordingColumns, id, limit)
}

func (s *Store) newest(ctx context.Context, columns, id string, limit int) ([]Entry, error) {
	out := []Entry{}
	if err := s.db.SelectContext(ctx, &out, "SELECT "+columns+" FROM changes WHERE project_id = $1 AND EXISTS (SELECT FROM projects WHERE id = $1 AND deleted_at IS NULL) ORDER BY revision DESC LIMIT $2", id, limit); err != nil {
		return nil, failed("read log", err)
	}
	return out, nil
}

// Replay rebuilds a project from its snapshot and its log alone.
func (s *Store) Replay(ctx context.Context, id string) (*model.Model, error) {
	var m *model.Model
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var from struct {
			Revision int64
			File     []byte
		}
		if err := tx.GetContext(ctx, &from, "SELECT revision, file FROM snapshots WHERE project_id = $1 ORDER BY revision LIMIT 1", id); err != nil {
			return failed("read snapshot", err)
		}
		var err error
		if m, err = readSnapshot(from.File); err != nil {
			return err
		}
		entries, err := entriesSince(ctx, tx, id, from.Revision)
		if err != nil {
			return err
		}
		m, err = replay(m, entries)
		return err
	})
	return m, err
}

// Reload reads all rows anew, whatever is cached.
func (s *Store) Reload(ctx context.Context, id string) (*model.Model, error) {
	var m *model.Model
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var err error
		m, _, err = loadRows(ctx, tx, id)
		return err
	})
	return m, err
}
