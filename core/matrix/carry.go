package matrix

import (
	"maps"
	"slices"

	"lexeon/core/dictionary"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// Sources are what a matrix is filled from beside the model, brought to the next model, and
// what has become different in them.
type Sources struct {
	Reading    *usecase.Reading
	Read       map[model.ID]bool // use cases that may be read otherwise
	Dictionary *dictionary.Dictionary
	Otherwise  bool // the dictionary may say something else of what was written into it
	Items      *Items
	Attributes map[model.ID]bool // classes that have other items
}

// After is the matrix of the next model, and the rows, columns and stores of which
// something is different. Only those lines are filled again that a change may concern.
func (x *Matrix) After(next *model.Model, delta model.Delta, from Sources) (*Matrix, map[model.ID]bool) {
	c := &carrying{old: x, delta: delta, from: from, lines: map[model.ID]bool{}, changed: map[model.ID]bool{}, next: &Matrix{
		Rows: x.Rows, Components: x.Components, lines: maps.Clone(x.lines), touching: maps.Clone(x.touching), sum: x.sum, done: x.done, classes: classesOf(next),
		speaking: newSpeaking(next, from.Reading.Reader, from.Dictionary, from.Items),
	}}
	c.data()
	maps.Copy(c.lines, from.Read)
	c.rows()
	c.list()
	c.fill()
	c.done()
	return c.next, c.changed
}

// carrying is the way of a matrix from one model to the next.
type carrying struct {
	old, next *Matrix
	delta     model.Delta
	from      Sources
	lines     map[model.ID]bool // rows to be filled again
	changed   map[model.ID]bool
	owned     bool // sums were copied
}

// each calls f for all rows that were written, as they were and as they are.
func (c *carrying) each(f func(m *model.Model, r model.Row)) {
	for _, d := range c.delta {
		if d.Old != nil {
			f(c.old.speaking.m, d.Old)
		}
		if d.New != nil {
			f(c.next.speaking.m, d.New)
		}
	}
}

// data brings on what is known of data, and finds the lines that were told by what is
// another thing now.
func (c *carrying) data() {
	s, was := c.next.speaking, c.old.speaking
	doubt := c.doubt()
	s.known = maps.Clone(was.known)
	different := map[string]bool{}
	for name, of := range was.known {
		if !doubt.of(of) && !(doubt.all && c.from.Otherwise) {
			continue
		}
		now := s.read(name)
		if now == nil {
			delete(s.known, name)
		} else {
			s.known[name] = now
		}
		if now == nil || !slices.Equal(now.classes, of.classes) {
			different[name] = true
		}
	}
	for _, e := range s.m.OfKind(model.Store) {
		name := contentsOf(e.ID)
		if s.known[name] == nil && s.ofStore(e.ID) != nil {
			different[name] = true
		}
		if different[name] {
			c.changed[e.ID] = true
		}
	}
	if len(different) == 0 {
		return
	}
	for row, l := range c.old.lines {
		for name := range different {
			if l.data[name] {
				c.lines[row] = true
			}
		}
	}
}

// doubts are the names and items that may be of other classes than they were.
type doubts struct {
	forms, atoms, keys map[string]bool
	// all: terms were written, by which names of data may meet otherwise.
	all bool
}

func (d doubts) of(known *spoken) bool {
	return len(d.forms) > 0 && slices.ContainsFunc(known.forms, func(f string) bool { return d.forms[f] }) ||
		len(d.atoms) > 0 && slices.ContainsFunc(known.atoms, func(a string) bool { return d.atoms[a] }) ||
		len(d.keys) > 0 && slices.ContainsFunc(known.keys, func(k string) bool { return d.keys[k] })
}

// doubt lists them. A class that came to another term also makes texts doubtful.
func (c *carrying) doubt() doubts {
	out := doubts{forms: map[string]bool{}, atoms: map[string]bool{}, keys: map[string]bool{}}
	var names []string
	term := func(t *model.Term) {
		if t != nil {
			names = append(append(names, t.Name), t.Aliases...)
		}
	}
	c.each(func(m *model.Model, r model.Row) {
		switch r := r.(type) {
		case *model.Term:
			term(r)
			out.all = true
		case *model.Element:
			switch r.Kind {
			case model.Class:
				term(m.Term(r.Term))
			case model.DataItem:
				out.keys[c.old.speaking.d.Key(r.Name)], out.keys[c.from.Dictionary.Key(r.Name)] = true, true
			case model.Store:
				out.keys[contentsOf(r.ID)] = true
			}
		}
	})
	for _, n := range names {
		out.forms[model.NormalForm(n)] = true
	}
	for _, u := range c.from.Reading.Saying(names...) {
		c.lines[u] = true
	}
	for class := range c.from.Attributes {
		for _, k := range append(slices.Clone(c.old.speaking.items.of[class]), c.from.Items.of[class]...) {
			out.atoms[k] = true
		}
	}
	return out
}

// rows finds the lines that a row which was written may concern.
func (c *carrying) rows() {
	line := func(id model.ID) { c.lines[id] = true }
	touching := func(column model.ID) {
		for _, row := range c.old.Touching(column) {
			line(row)
		}
	}
	ofSentence := func(m *model.Model, id model.ID) {
		for _, t := range m.TracesTo(id) {
			line(t.Source)
		}
	}
	c.each(func(m *model.Model, r model.Row) {
		switch r := r.(type) {
		case *model.Element:
			switch r.Kind {
			case model.UseCase, model.Process:
				line(r.ID)
			case model.Class, model.Component: // texts of what is held name it
				touching(r.ID)
				c.changed[r.ID] = true
			case model.Store:
				for _, f := range m.Flows(r.ID) {
					line(f.Source)
					line(f.Target)
				}
			case model.Sentence:
				ofSentence(m, r.ID)
			}
		case *model.Relationship:
			switch r.Kind {
			case model.DataFlow:
				line(r.Source)
				line(r.Target)
			case model.Holds:
				touching(r.Target)
			case model.Trace:
				line(r.Source)
				ofSentence(m, r.Target)
			}
		}
	})
}

// list brings rows and components to the next model, where there may be others.
func (c *carrying) list() {
	var rows, components bool
	c.each(func(_ *model.Model, r model.Row) {
		switch r := r.(type) {
		case *model.Element:
			rows = rows || r.Kind == model.UseCase || r.Kind == model.Process
			components = components || r.Kind == model.Component
		case *model.Relationship:
			components = components || r.Kind == model.Holds
		}
	})
	m := c.next.speaking.m
	if components {
		c.next.Components = holders(m)
	}
	if !rows {
		return
	}
	c.next.Rows = rowsOf(m)
	is := map[model.ID]bool{}
	for _, r := range c.next.Rows {
		is[r.ID] = true
		if c.old.lines[r.ID] == nil {
			c.lines[r.ID] = true
		}
	}
	for id := range c.old.lines {
		if !is[id] {
			c.lines[id] = true
		}
	}
	order := c.order()
	for column, list := range c.next.touching { // rows may stand in another order
		byOrder := func(a, b model.ID) int { return order[a] - order[b] }
		if slices.IsSortedFunc(list, byOrder) {
			continue
		}
		list = slices.Clone(list)
		slices.SortFunc(list, byOrder)
		c.next.touching[column] = list
	}
}

// order is the place of each row; those that are gone come first.
func (c *carrying) order() map[model.ID]int {
	out := make(map[model.ID]int, len(c.next.Rows))
	for i, r := range c.next.Rows {
		out[r.ID] = i + 1
	}
	return out
}

// fill fills the lines again.
func (c *carrying) fill() {
	x := c.next
	var order map[model.ID]int
	var rows map[model.ID]*model.Element
	for id := range c.lines {
		if c.old.lines[id] == nil && x.speaking.m.Element(id) == nil {
			continue
		}
		if order == nil {
			order = c.order()
			rows = make(map[model.ID]*model.Element, len(x.Rows))
			for _, r := range x.Rows {
				rows[r.ID] = r
			}
		}
		was := x.lines[id]
		var now *line
		if row := rows[id]; row != nil {
			now = x.speaking.lineOf(row)
			x.lines[id] = now
		} else if was == nil {
			continue // it is no row
		} else {
			delete(x.lines, id)
			now = &line{}
		}
		if was == nil {
			was = &line{}
		}
		c.changed[id] = true
		for _, column := range was.columns {
			if !was.cells[column].equal(now.cells[column]) {
				c.changed[column] = true
			}
			if now.cells[column] == nil {
				x.touching[column] = slices.DeleteFunc(slices.Clone(x.touching[column]), func(r model.ID) bool { return r == id })
				if len(x.touching[column]) == 0 {
					delete(x.touching, column)
				}
			}
		}
		for _, column := range now.columns {
			if was.cells[column] == nil {
				c.changed[column] = true
				list := append(slices.Clone(x.touching[column]), id)
				slices.SortFunc(list, func(a, b model.ID) int { return order[a] - order[b] })
				x.touching[column] = list
			}
		}
	}
}

// done brings on what is done with classes.
func (c *carrying) done() {
	x, m := c.next, c.next.speaking.m
	var doubtful []model.ID
	for id := range c.changed {
		was, known := c.old.sum[id]
		if len(x.touching[id]) == 0 {
			if known {
				c.own()
				delete(x.sum, id)
				doubtful = append(doubtful, id)
			}
			continue
		}
		if now := x.sumOf(id); !known || now != was {
			c.own()
			x.sum[id] = now
			doubtful = append(doubtful, id)
		}
	}
	c.each(func(m *model.Model, r model.Row) {
		switch r := r.(type) {
		case *model.Element:
			if r.Kind == model.End {
				doubtful = append(doubtful, r.Type)
				for _, e := range m.Ends(r.Owner) {
					doubtful = append(doubtful, e.Type)
				}
			}
		case *model.Relationship:
			switch r.Kind {
			case model.Generalization:
				doubtful = append(doubtful, r.Target)
			case model.Association:
				for _, e := range m.Ends(r.ID) {
					doubtful = append(doubtful, e.Type)
				}
			}
		}
	})
	if len(doubtful) == 0 {
		return
	}
	c.own()
	seen := map[model.ID]bool{}
	for i := 0; i < len(doubtful); i++ {
		if id := doubtful[i]; !seen[id] {
			seen[id] = true
			doubtful = append(doubtful, led(m, id)...)
		}
	}
	x.follow(slices.Collect(maps.Keys(seen)), func(class model.ID) []model.ID { return leads(x.speaking.m, class) })
}

// own makes the sums those of the next matrix alone.
func (c *carrying) own() {
	if !c.owned {
		c.owned = true
		c.next.sum, c.next.done = maps.Clone(c.next.sum), maps.Clone(c.next.done)
	}
}

// equal reports whether two cells hold the same.
func (c *Cell) equal(o *Cell) bool {
	return c != nil && o != nil && c.Access == o.Access && slices.Equal(c.Sources, o.Sources)
}
