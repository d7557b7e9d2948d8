// Package replica holds a project as a page holds it: the model that the server
// confirmed at a revision, and changes on top of it that are not confirmed yet. What
// is shown is the one edited with the others, in order.
//
// A change is known by its client id, never by its place. It leaves the pending ones
// when the log shows that id, or when it is dropped.
package replica

import (
	"encoding/json"
	"slices"

	"lexeon/core/model"
)

// Replica is one project. It is not safe for concurrent use.
type Replica struct {
	confirmed *model.Model
	revision  int64
	pending   []pending
	shown     *model.Model
	version   int64
}

type pending struct {
	clientID string
	changes  []model.Change
	// after is the model with it and everything before it, nil where it does not fit;
	// wrote are the rows that it wrote.
	after *model.Model
	wrote model.Delta
}

// New makes a Replica of a model that the server has at a revision.
func New(m *model.Model, revision int64) *Replica {
	return &Replica{confirmed: m, revision: revision, shown: m, version: 1}
}

// Shown is the model with everything pending in it.
func (r *Replica) Shown() *model.Model { return r.shown }

// Confirmed is the model as the server has it at Revision.
func (r *Replica) Confirmed() *model.Model { return r.confirmed }

// Revision is the newest one that is known.
func (r *Replica) Revision() int64 { return r.revision }

// Version grows with everything that changes what is shown.
func (r *Replica) Version() int64 { return r.version }

// Pending lists the client ids of what is not confirmed, in order.
func (r *Replica) Pending() []string {
	out := make([]string, 0, len(r.pending))
	for _, p := range r.pending {
		out = append(out, p.clientID)
	}
	return out
}

// Effect is what a change did to what is shown.
type Effect struct {
	Summary string           `json:"summary"`
	Rows    []Row            `json:"rows"`
	Inverse []model.RowState `json:"inverse"` // leads back
	// Added are changes that were pushed beside those that were asked for: they make room
	// for what has grown.
	Added json.RawMessage `json:"added,omitempty"`
	// Near are names that were just written and are one letter off known ones.
	Near []NearName `json:"near,omitempty"`
}

// NearName is a name that is most likely misspelt. Changes write it as the known one; there
// are none where somebody has to decide otherwise.
type NearName struct {
	Name    string          `json:"name"`
	Known   string          `json:"known"`
	Changes json.RawMessage `json:"changes,omitempty"`
}

// Row names a row that was written.
type Row struct {
	Table   model.Table `json:"table"`
	ID      model.ID    `json:"id"`
	Removed bool        `json:"removed,omitempty"`
}

// Push puts a change behind all others. The error is a *model.Fault, and nothing is
// pushed then. A client id that is pending already is an error too.
func (r *Replica) Push(clientID string, changes []model.Change) (Effect, error) {
	if slices.Contains(r.Pending(), clientID) {
		return Effect{}, model.Faultf(model.CodeExists, "the change %q is pending already", clientID)
	}
	next, delta, inverse, err := model.Edit(r.shown, changes)
	if err != nil {
		return Effect{}, err
	}
	out := Effect{Summary: model.Summary(r.shown, next, changes), Rows: rowsOf(delta), Inverse: inverse[0].(*model.Restore).Rows}
	r.pending = append(r.pending, pending{clientID, changes, next, delta})
	r.shown = next
	r.version++
	return out, nil
}

// Resume puts a change behind all others that was pushed before, in a window that is
// gone. It is not refused where it does not fit any more: the server will say why.
func (r *Replica) Resume(clientID string, changes []model.Change) {
	if slices.Contains(r.Pending(), clientID) {
		return
	}
	p := pending{clientID: clientID, changes: changes}
	p.fit(r.shown)
	r.pending = append(r.pending, p)
	if p.after != nil {
		r.shown = p.after
	}
	r.version++
}

// Logged is an entry of the server's log.
type Logged struct {
	Revision int64            `json:"revision"`
	ClientID string           `json:"clientId"`
	States   []model.RowState `json:"states"`
}

// Settle takes over entries of the log, in order; those that are known already are
// passed over. It tells which rows they wrote. Where entries are missing before the
// first one, or an entry does not fit, the model has to be fetched anew: the error
// says so, and nothing is taken over.
func (r *Replica) Settle(log []Logged) ([]Row, error) {
	m, revision := r.confirmed, r.revision
	rows := []Row{}
	done := map[string]bool{}
	for _, e := range log {
		done[e.ClientID] = true
		if e.Revision <= revision {
			continue
		}
		if e.Revision != revision+1 {
			return nil, model.Faultf(model.CodeInvalid, "revision %d does not follow revision %d", e.Revision, revision)
		}
		next, delta, err := model.Apply(m, e.States)
		if err != nil {
			return nil, err
		}
		m, revision = next, e.Revision
		rows = append(rows, rowsOf(delta)...)
	}
	if n := r.confirms(log, m); n > 0 { // as it was foreseen: what is shown stays
		r.confirmed, r.revision = r.pending[n-1].after, revision
		r.pending = r.pending[n:]
		return []Row{}, nil
	}
	r.confirmed, r.revision = m, revision
	r.forget(done)
	return rows, nil
}

// confirms tells how many of the pending changes, from the first, the log holds and
// nothing else, with m as the model that was foreseen; 0 where it is otherwise. Only
// rows that either wrote can differ.
func (r *Replica) confirms(log []Logged, m *model.Model) int {
	if len(log) == 0 || len(log) > len(r.pending) || log[0].Revision != r.revision+1 {
		return 0
	}
	foreseen := r.pending[len(log)-1].after
	if foreseen == nil {
		return 0
	}
	for i, e := range log {
		p := &r.pending[i]
		if e.ClientID != p.clientID || p.after == nil {
			return 0
		}
		for _, c := range p.wrote {
			if !model.EqualRows(m.Row(c.ID), foreseen.Row(c.ID)) {
				return 0
			}
		}
		for _, s := range e.States {
			if !model.EqualRows(m.Row(s.ID), foreseen.Row(s.ID)) {
				return 0
			}
		}
	}
	return len(log)
}

// Replace takes over a whole model; everything pending stays.
func (r *Replica) Replace(m *model.Model, revision int64) {
	r.confirmed, r.revision = m, revision
	r.show()
}

// Drop takes changes out of what is pending: they were refused, or given up, or they
// changed nothing.
func (r *Replica) Drop(clientIDs ...string) {
	done := map[string]bool{}
	for _, id := range clientIDs {
		done[id] = true
	}
	r.forget(done)
}

func (r *Replica) forget(done map[string]bool) {
	if len(done) == 0 {
		r.show()
		return
	}
	r.pending = slices.DeleteFunc(slices.Clone(r.pending), func(p pending) bool { return done[p.clientID] })
	r.show()
}

// show edits what is pending into what is confirmed. What does not fit is left out
// of what is shown, and stays pending until the server has said why it does not fit.
func (r *Replica) show() {
	r.shown = r.confirmed
	for i := range r.pending {
		p := &r.pending[i]
		if p.fit(r.shown); p.after != nil {
			r.shown = p.after
		}
	}
	r.version++
}

func (p *pending) fit(m *model.Model) {
	p.after, p.wrote = nil, nil
	if next, delta, _, err := model.Edit(m, p.changes); err == nil {
		p.after, p.wrote = next, delta
	}
}

func rowsOf(delta model.Delta) []Row {
	out := make([]Row, 0, len(delta))
	for _, c := range delta {
		out = append(out, Row{c.Table(), c.ID, c.New == nil})
	}
	return out
}
