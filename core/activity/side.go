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
	// Questions are data that nobody gives or takes, or of which it is not said who does.
	Questions []Question
	// Goods are data of the table that the dictionary says are goods: they are no flows.
	Goods []string
}

// Question is a datum of a row that nothing else in the table gives or takes.
type Question struct {
	Row   *model.Element
	Data  string
	Input bool
	Party *Party // who is said to give or take it, and does not; nil where nobody is named
}

// Text asks it.
func (q Question) Text() string {
	switch {
	case q.Party != nil && q.Input:
		return fmt.Sprintf("Which activity of %s puts out %s, which %q takes in?", q.Party.Name, q.Data, q.Row.Name)
	case q.Party != nil:
		return fmt.Sprintf("Which activity of %s takes in %s, which %q puts out?", q.Party.Name, q.Data, q.Row.Name)
	case q.Input:
		return fmt.Sprintf("Where does %s come from, which %q takes in?", q.Data, q.Row.Name)
	}
	return fmt.Sprintf("Where does %s go to, which %q puts out?", q.Data, q.Row.Name)
}

// Fact says that data go from one party to another. A sender's row and a
// receiver's row meet in one.
type Fact struct {
	From, To *Party
	Data     string
	Key      string // of the data
	Rows     []*model.Element
	gives    []*model.Element // rows that put it out
	takes    []*model.Element // rows that take it in
}

// Of reads the table of a model.
func Of(m *model.Model) *Table {
	t := &Table{m: m, Rows: m.OfKind(model.Activity), byKey: map[string]*Party{}}
	for _, r := range t.Rows {
		a := r.Activity()
		if p := t.party(a.Performer); p != nil {
			p.Rows = append(p.Rows, string(r.ID))
		}
	}
	for _, r := range t.Rows {
		a := r.Activity()
		for _, d := range slices.Concat(a.Inputs, a.Outputs) {
			if t.isGoods(d.Data) || !d.Store && (t.isSystem(d.With) || len(t.called(d.With)) > 0) {
				continue // no flow, or no party of its own
			}
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

// isGoods: the dictionary says that it is a thing and no data.
func (t *Table) isGoods(data string) bool {
	return slices.ContainsFunc(t.m.ByTerm(data, model.DataItem), func(e *model.Element) bool { return e.DataItem().Goods })
}

// isSystem: the system as a whole, which no row performs.
func (t *Table) isSystem(name string) bool {
	form := model.NormalForm(name)
	if form == "" || t.byKey[t.m.TermKey(name)] != nil && len(t.byKey[t.m.TermKey(name)].Rows) > 0 {
		return false
	}
	return form == model.NormalForm("the system") || form == model.NormalForm("system") || t.m.TermKey(name) == t.m.TermKey(t.m.Project().Name)
}

// called are the rows of an activity that stands in the place of a counterparty; a performer of
// that name comes first.
func (t *Table) called(name string) []*model.Element {
	form := model.NormalForm(name)
	if p := t.byKey[t.m.TermKey(name)]; form == "" || p != nil && len(p.Rows) > 0 {
		return nil
	}
	var out []*model.Element
	for _, r := range t.Rows {
		if model.NormalForm(r.Name) == form {
			out = append(out, r)
		}
	}
	return out
}

// half is what one row says of a datum: that it takes it in, or puts it out, and with whom.
type half struct {
	row   *model.Element
	by    *Party
	data  string
	key   string
	input bool
	with  *Party           // nil: nobody is named
	rows  []*model.Element // where activities are named
	self  bool             // the performer itself
}

// meets reports whether an output and an input of one datum may be the same: neither names
// somebody else.
func (h half) meets(o half) bool {
	return h.key == o.key && h.input != o.input && h.row != o.row && h.allows(o) && o.allows(h)
}

// allows: nobody is named, or it, or its performer.
func (h half) allows(o half) bool {
	switch {
	case len(h.rows) > 0:
		return slices.Contains(h.rows, o.row)
	case h.with != nil:
		return h.with == o.by
	}
	return o.by != nil && (o.by.Side == Inside || h.by != nil && h.by.Side == Inside)
}

func (t *Table) halves() []half {
	var out []half
	for _, r := range t.Rows {
		a := r.Activity()
		by := t.party(a.Performer)
		for i, d := range slices.Concat(a.Inputs, a.Outputs) {
			data := strings.TrimSpace(d.Data)
			switch {
			case data == "":
				continue
			case t.isGoods(data):
				if !slices.Contains(t.Goods, data) {
					t.Goods = append(t.Goods, data)
				}
				continue
			}
			h := half{row: r, by: by, data: data, key: t.m.TermKey(data), input: i < len(a.Inputs)}
			if rows := t.called(d.With); !d.Store && len(rows) > 0 {
				h.rows = rows
			} else if d.Store || !t.isSystem(d.With) {
				h.with = t.party(d.With)
			}
			h.self = h.with != nil && h.with == by
			out = append(out, h)
		}
	}
	return out
}

// with adds a row that is not there yet.
func with(rows []*model.Element, r *model.Element) []*model.Element {
	if slices.Contains(rows, r) {
		return rows
	}
	return append(rows, r)
}

func (t *Table) facts() {
	known := map[string]*Fact{}
	add := func(from, to *Party, h half, halves ...half) {
		id := from.Key + "\x00" + to.Key + "\x00" + h.key
		f := known[id]
		if f == nil {
			f = &Fact{From: from, To: to, Data: h.data, Key: h.key}
			known[id] = f
			t.Facts = append(t.Facts, f)
		}
		for _, x := range halves {
			f.Rows = with(f.Rows, x.row)
			if x.input {
				f.takes = with(f.takes, x.row)
			} else {
				f.gives = with(f.gives, x.row)
			}
		}
	}
	all := t.halves()
	for _, h := range all {
		if h.by == nil {
			continue
		}
		var partners []half
		for _, o := range all {
			if o.by != nil && h.meets(o) {
				partners = append(partners, o)
			}
		}
		for _, o := range partners {
			from, to := h.by, o.by
			if h.input {
				from, to = to, from
			}
			add(from, to, h, h, o)
		}
		switch {
		case len(partners) > 0:
		case h.with == nil || h.self:
			t.Questions = append(t.Questions, Question{Row: h.row, Data: h.data, Input: h.input})
		default:
			from, to := h.by, h.with
			if h.input {
				from, to = to, from
			}
			add(from, to, h, h)
			if h.with.Side == Inside && h.by.Side == Inside { // it is led there all the same
				t.Questions = append(t.Questions, Question{Row: h.row, Data: h.data, Input: h.input, Party: h.with})
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
