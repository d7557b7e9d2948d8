// Package activity works out what follows from the activity table: who is
// outside, what crosses the boundary, the context diagram, the physical and the
// logical first level. Everything is decided by rule, and told row by row.
package activity

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Side is where somebody or something stands.
type Side string

const (
	Inside  Side = "inside"
	Outside Side = "outside"
	AtRest  Side = "store"
)

// Party is a performer or counterparty of the table.
type Party struct {
	Key    string // names meet by their term
	Name   string // as it is first written
	Side   Side
	Why    string   // the reason, for a person
	Rows   []string // ids of the rows it performs
	Forced bool     // a person put it there
	// Contradicted: a person put it outside, though it processes information.
	Contradicted bool
}

// form is the key of derived ids: it is there before the lexicon has the term.
func (p *Party) form() string { return model.NormalForm(p.Name) }

// Table is the activity table with what follows from it directly.
type Table struct {
	m       *model.Model
	Rows    []*model.Element
	Parties []*Party // in the order in which the table names them
	byKey   map[string]*Party
	Facts   []*Fact
	// Questions are the data whose counterparty is missing.
	Questions []Question
}

// Question is a datum of a row without a counterparty.
type Question struct {
	Row   *model.Element
	Data  string
	Input bool
}

// Fact says that data go from one party to another. A sender's row and a
// receiver's row meet in one.
type Fact struct {
	From, To *Party
	Data     string
	Key      string // of the data
	Rows     []*model.Element
}

// Of reads the table of a model.
func Of(m *model.Model) *Table {
	t := &Table{m: m, Rows: m.OfKind(model.Activity), byKey: map[string]*Party{}}
	for _, r := range t.Rows {
		a := r.Activity()
		if p := t.party(a.Performer); p != nil {
			p.Rows = append(p.Rows, string(r.ID))
		}
		for _, d := range slices.Concat(a.Inputs, a.Outputs) {
			if p := t.party(d.With); p != nil && d.Store {
				p.Side = AtRest
			}
		}
	}
	t.sides()
	t.facts()
	return t
}

func (t *Table) party(name string) *Party {
	name = strings.TrimSpace(name)
	if name == "" || model.NormalForm(name) == "" {
		return nil
	}
	key := t.m.TermKey(name)
	p := t.byKey[key]
	if p == nil {
		p = &Party{Key: key, Name: name}
		if terms := t.m.TermsNamed(name); len(terms) > 0 && len(terms[0].Name) > 0 && model.NormalForm(terms[0].Name) != model.NormalForm(name) {
			p.Name = terms[0].Name // an alias: the term's own name
		}
		t.byKey[key] = p
		t.Parties = append(t.Parties, p)
		if len(t.m.ByTerm(name, model.Store)) > 0 && len(t.m.ByTerm(name, model.Entity)) == 0 {
			p.Side = AtRest
		}
	}
	return p
}

// sides: inside are the performers with an activity that processes information;
// stores are marked; outside are the rest. A person may override it.
func (t *Table) sides() {
	forced := map[string]model.PerformerSide{}
	for _, s := range t.m.Project().Performers {
		forced[t.m.TermKey(s.Name)] = s
	}
	processing := map[string]*model.Element{}
	for _, r := range t.Rows {
		key := t.m.TermKey(r.Activity().Performer)
		if r.Activity().Processing == model.Yes && processing[key] == nil {
			processing[key] = r
		}
	}
	for _, p := range t.Parties {
		row := processing[p.Key]
		if p.Side == AtRest && len(p.Rows) == 0 {
			p.Why = "It is marked as a store: data rest there."
			continue
		}
		switch {
		case row != nil:
			p.Side, p.Why = Inside, fmt.Sprintf("It processes information: %q.", row.Name)
		case len(p.Rows) > 0:
			p.Side, p.Why = Outside, "None of its activities processes information: it only sends and receives."
		default:
			p.Side, p.Why = Outside, "It performs nothing in this table."
		}
		// Somebody who performs nothing does nothing inside.
		if s, ok := forced[p.Key]; ok && len(p.Rows) > 0 {
			side := Outside
			if s.Inside {
				side = Inside
			}
			p.Forced, p.Contradicted = true, side == Outside && row != nil
			p.Side = side
			p.Why = "Somebody put it " + string(side) + "."
			if s.Reason != "" {
				p.Why = "Somebody put it " + string(side) + ": " + s.Reason
			}
		}
	}
}

func (t *Table) facts() {
	known := map[string]*Fact{}
	add := func(from, to *Party, d model.Datum, row *model.Element) {
		key := t.m.TermKey(d.Data)
		id := from.Key + "\x00" + to.Key + "\x00" + key
		f := known[id]
		if f == nil {
			f = &Fact{From: from, To: to, Data: strings.TrimSpace(d.Data), Key: key}
			known[id] = f
			t.Facts = append(t.Facts, f)
		}
		if !slices.Contains(f.Rows, row) {
			f.Rows = append(f.Rows, row)
		}
	}
	for _, r := range t.Rows {
		a := r.Activity()
		performer := t.party(a.Performer)
		for i, d := range slices.Concat(a.Inputs, a.Outputs) {
			if strings.TrimSpace(d.Data) == "" {
				continue
			}
			input := i < len(a.Inputs)
			other := t.party(d.With)
			switch {
			case other == nil:
				t.Questions = append(t.Questions, Question{r, d.Data, input})
			case performer == nil || other == performer:
			case input:
				add(other, performer, d, r)
			default:
				add(performer, other, d, r)
			}
		}
	}
}

// Verdict says what becomes of a fact.
type Verdict string

const (
	Crosses    Verdict = "crosses"    // one end inside, one outside: on the context diagram
	Internal   Verdict = "internal"   // it stays inside
	OutOfScope Verdict = "outOfScope" // from outside to outside
	AtStore    Verdict = "error"      // the outside reaches into a store
)

// Verdict of a fact, with its reason.
func (f *Fact) Verdict() (Verdict, string) {
	sides := [2]Side{f.From.Side, f.To.Side}
	switch {
	case sides == [2]Side{Outside, Outside}:
		return OutOfScope, fmt.Sprintf("%s and %s are both outside: what they exchange is not the system's business.", f.From.Name, f.To.Name)
	case slices.Contains(sides[:], Outside) && slices.Contains(sides[:], AtRest):
		return AtStore, fmt.Sprintf("%s is outside and reaches into a store: a process of the system has to stand between.", map[bool]string{true: f.From.Name, false: f.To.Name}[f.From.Side == Outside])
	case sides == [2]Side{AtRest, AtRest}:
		return AtStore, fmt.Sprintf("Data go from %s to %s by themselves: a process has to move them.", f.From.Name, f.To.Name)
	case slices.Contains(sides[:], Outside):
		return Crosses, fmt.Sprintf("%s is outside and %s inside: it crosses the boundary.", outsider(f).Name, insider(f).Name)
	}
	return Internal, "Both ends are inside: it shows on the first level."
}

func outsider(f *Fact) *Party {
	if f.From.Side == Outside {
		return f.From
	}
	return f.To
}

func insider(f *Fact) *Party {
	if f.From.Side == Inside {
		return f.From
	}
	return f.To
}
