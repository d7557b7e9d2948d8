package model

import (
	"bytes"
	"encoding/json"
	"slices"
	"strings"
)

// RowChange is one row written: Old is nil for a new row, New for a removed one.
type RowChange struct {
	ID       ID
	Old, New Row
	// Renewed: the order key differs because keys were renewed, and nobody wrote it.
	Renewed bool
}

// Table is the table of the row.
func (c RowChange) Table() Table {
	if c.New != nil {
		return c.New.Table()
	}
	return c.Old.Table()
}

// Delta is everything that a change wrote.
type Delta []RowChange

func (d Delta) sort() {
	slices.SortFunc(d, func(a, b RowChange) int {
		if c := slices.Index(Tables, a.Table()) - slices.Index(Tables, b.Table()); c != 0 {
			return c
		}
		return strings.Compare(string(a.ID), string(b.ID))
	})
}

// Key is one field of one row. The empty field stands for the existence of the
// row.
type Key struct {
	ID    ID     `json:"id"`
	Field string `json:"field,omitempty"`
}

// Write is a key with its value before and after; nil where the field holds its
// zero value or the row is not there.
type Write struct {
	Key
	Old, New json.RawMessage
}

// Writes lists the fields that a delta wrote, one by one.
func (d Delta) Writes() []Write {
	var out []Write
	for _, c := range d {
		var was, is []Field
		if c.Old != nil {
			was = Fields(c.Old)
		}
		if c.New != nil {
			is = Fields(c.New)
		}
		if c.Old == nil {
			out = append(out, Write{Key: Key{ID: c.ID}, New: json.RawMessage("true")})
		}
		if c.New == nil {
			out = append(out, Write{Key: Key{ID: c.ID}, Old: json.RawMessage("true")})
		}
		for _, f := range is {
			old := valueOf(was, f.Name)
			if !bytes.Equal(old, f.Value) && !(c.Renewed && f.Name == orderField) {
				out = append(out, Write{Key{c.ID, f.Name}, old, f.Value})
			}
		}
		for _, f := range was {
			if valueOf(is, f.Name) == nil {
				out = append(out, Write{Key{c.ID, f.Name}, f.Value, nil})
			}
		}
	}
	return out
}

func valueOf(fields []Field, name string) json.RawMessage {
	for _, f := range fields {
		if f.Name == name {
			return f.Value
		}
	}
	return nil
}

// LastWins reports whether two people may write the field at once: positions
// and shapes of lines. The last one stays.
func (k Key) LastWins() bool {
	switch k.Field {
	case "x", "y", "w", "h", "bends", "line", "labels", "places":
		return true
	}
	return false
}

// orderField is where an order key stands.
const orderField = "order"

// States turns the delta into row states that lead from old to new.
func (d Delta) States() []RowState {
	out := make([]RowState, 0, len(d))
	for _, c := range d {
		s := stateOf(c, c.Old, c.New)
		if order, ok := s.Set[orderField]; ok && c.Renewed {
			delete(s.Set, orderField)
			out = append(out, RowState{Table: s.Table, ID: s.ID, Set: Patch{orderField: order}, Renewed: true})
			if len(s.Set) == 0 {
				continue
			}
		}
		out = append(out, s)
	}
	return out
}

// inverse turns the delta of an edit of m into row states that lead back. Keys that were
// renewed stay; where an element stood is told by its neighbours too.
func (d Delta) inverse(m *Model) []RowState {
	out := make([]RowState, 0, len(d))
	for _, c := range d {
		s := stateOf(c, c.New, c.Old)
		if c.Renewed {
			delete(s.Set, orderField)
			if len(s.Set) == 0 {
				continue
			}
		}
		if _, moved := s.Set[orderField]; moved || s.Insert != nil {
			s.After, s.Before = m.neighbours(c.Old)
		}
		out = append(out, s)
	}
	return out
}

// stateOf is what leads from one row to another.
func stateOf(c RowChange, from, to Row) RowState {
	s := RowState{Table: c.Table(), ID: c.ID}
	switch {
	case to == nil:
		s.Remove = true
	case from == nil:
		s.Insert = EncodeRow(to)
	default:
		s.Set = map[string]json.RawMessage{}
		was, is := Fields(from), Fields(to)
		for _, f := range is {
			if !bytes.Equal(valueOf(was, f.Name), f.Value) {
				s.Set[f.Name] = f.Value
			}
		}
		for _, f := range was {
			if valueOf(is, f.Name) == nil {
				s.Set[f.Name] = json.RawMessage("null")
			}
		}
	}
	return s
}

// Apply writes the states of a delta that was accepted before; it verifies
// nothing. The delta it returns is what it wrote.
func Apply(m *Model, states []RowState) (*Model, Delta, error) {
	d := m.draft()
	if err := (&Restore{Rows: states}).apply(d); err != nil {
		return nil, nil, err
	}
	return d.freeze(), d.delta(), nil
}
