package store

import (
	"bytes"
	"encoding/json"
	"fmt"

	"lexeon/core/model"
)

// Conflict is the error of a change whose author did not see what another writer
// wrote to the same field. Nothing was changed.
type Conflict struct {
	Who  string `json:"who"`
	What string `json:"what"` // "the name of class Hive"
	// Row and Field are what both wrote; an empty field is the row itself.
	Row      model.ID `json:"row"`
	Field    string   `json:"field,omitempty"`
	Theirs   string   `json:"theirs"`
	Yours    string   `json:"yours"`
	Revision int64    `json:"revision"` // the one that wrote theirs
	Message  string   `json:"message"`
}

func (c *Conflict) Error() string { return c.Message }

// written says who wrote which key since a base, the last one wins.
type written struct {
	by       string
	revision int64
	value    json.RawMessage
}

func writtenByOthers(entries []Entry, writer string) (map[model.Key]written, error) {
	out := map[model.Key]written{}
	for _, e := range entries {
		if e.WriterID == writer {
			continue
		}
		states, err := e.states()
		if err != nil {
			return nil, err
		}
		for _, s := range states {
			if s.Renewed {
				continue // nobody wrote that
			}
			note := func(field string, value json.RawMessage) {
				if string(value) == "null" {
					value = nil
				}
				out[model.Key{ID: s.ID, Field: field}] = written{e.AuthorName, e.Revision, value}
			}
			fields := map[string]json.RawMessage(s.Set)
			switch {
			case s.Insert != nil:
				note("", json.RawMessage("true"))
				if err := json.Unmarshal(s.Insert, &fields); err != nil {
					return nil, fmt.Errorf("log, revision %d: %w", e.Revision, err)
				}
			case s.Remove:
				note("", nil)
			}
			for f, v := range fields {
				note(f, v)
			}
		}
	}
	return out, nil
}

// findConflict is the one rule of conflict: a key that the change writes or
// reads was written to another value since its base by another writer. Positions
// do not count: the last one wins.
func findConflict(head *model.Model, since []Entry, writer string, delta model.Delta, changes []model.Change) error {
	others, err := writtenByOthers(since, writer)
	if err != nil || len(others) == 0 {
		return err
	}
	var onTerm *Conflict
	for _, w := range delta.Writes() {
		o, ok := others[w.Key]
		if !ok || w.Key.LastWins() || bytes.Equal(compact(o.value), compact(w.New)) {
			continue
		}
		found := newConflict(head, w.Key, o, w.New)
		if head.Term(w.Key.ID) == nil {
			return found
		}
		if onTerm == nil { // told by the element that bears the term, where that differs too
			onTerm = found
		}
	}
	if onTerm != nil {
		return onTerm
	}
	for _, c := range changes {
		for _, k := range c.Reads() {
			if o, ok := others[k]; ok && !k.LastWins() {
				return newConflict(head, k, o, nil)
			}
		}
	}
	return nil
}

func compact(v json.RawMessage) []byte {
	if v == nil {
		return nil
	}
	var b bytes.Buffer
	if err := json.Compact(&b, v); err != nil {
		return v
	}
	return b.Bytes()
}

func newConflict(head *model.Model, k model.Key, o written, yours json.RawMessage) *Conflict {
	what := head.Describe(k.ID)
	if k.Field != "" {
		what = "the " + k.Field + " of " + what
	}
	c := &Conflict{Who: o.by, What: what, Row: k.ID, Field: k.Field, Theirs: plainValue(o.value), Yours: plainValue(yours), Revision: o.revision}
	c.Message = fmt.Sprintf("Meanwhile %s changed %s to %s; your change would make it %s. Nothing was changed: look at it again, and decide.",
		c.Who, c.What, c.Theirs, c.Yours)
	return c
}

func plainValue(v json.RawMessage) string {
	if len(v) == 0 || string(v) == "null" {
		return "nothing"
	}
	var s string
	if json.Unmarshal(v, &s) == nil {
		if s == "" {
			return "nothing"
		}
		return "“" + s + "”"
	}
	return string(v)
}

// explainRefusal turns "does not exist" into who deleted it, where somebody else
// did so since the base.
func explainRefusal(since []Entry, writer string, err error) error {
	f, ok := model.AsFault(err)
	if !ok || len(since) == 0 {
		return err
	}
	others, werr := writtenByOthers(since, writer)
	if werr != nil {
		return werr
	}
	if o, ok := others[model.Key{ID: f.Subject}]; ok && o.value == nil {
		return &Conflict{Who: o.by, What: string(f.Subject), Row: f.Subject, Theirs: "nothing", Yours: "", Revision: o.revision,
			Message: fmt.Sprintf("Meanwhile %s deleted what you were changing. Nothing was changed.", o.by)}
	}
	return err
}
