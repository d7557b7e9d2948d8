// Package matrix holds use cases and processes against classes and components: who
// creates, reads, updates and deletes what. It is filled from what the model says in
// other places, and every mark names where it comes from.
//
// Steps and conditions: a class that they name by its term is read, unless a verb before it says
// that it is made, changed or removed. What an actor sends or hands over comes to be
// in the system; what the system sends or hands out is read from it. Flows with stores: what a process writes to a
// store it creates, or updates where it reads the same from there too; what it reads
// from a store it reads. Which classes a store or a flow is of is told by its
// contents, never by its name: by an item that is a class's term, by the key that
// identifies it (lot number, where lot is a term of HoneyLot), or by its items being
// attributes of the class. Traces: what stems from the same sentence has to do with
// each other, in a way that is not said.
package matrix

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/graph"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// Access is what somebody does with the objects of a class; several at once.
type Access uint8

const (
	Create Access = 1 << iota
	Read
	Update
	Delete
	Mention // they have to do with each other; how is not said
	Hand    // beside others: it passes the boundary, to somebody or from somebody
)

// String writes the letters of what is done, a dot for a mention alone.
func (a Access) String() string {
	out := ""
	for i, letter := range "CRUD" {
		if a&(1<<i) != 0 {
			out += string(letter)
		}
	}
	if out == "" && a&Mention != 0 {
		return "·"
	}
	return out
}

// Source is where a mark comes from: a step, a flow or a sentence, with its text.
type Source struct {
	Row    model.ID
	Access Access
	Text   string
}

// Cell is what one row does with one column.
type Cell struct {
	Access  Access
	Sources []Source
}

// Matrix is the whole. Rows are use cases by name, then processes that are not
// opened, by number; columns are classes, then components that hold some, by name.
type Matrix struct {
	Rows       []*model.Element
	Classes    []*model.Element
	Components []*model.Element
	cells      map[[2]model.ID]*Cell
	touching   map[model.ID][]model.ID // of a column, its rows that are not empty
	touched    map[model.ID][]model.ID // of a row, its columns that are not empty
	speaking   *speaking
}

// Stores tells, of every store whose contents are written down, the classes that it
// is of.
func (x *Matrix) Stores() map[model.ID][]model.ID { return x.speaking.stores() }

// SpeaksOf reports whether the contents of a store name something, so that a class of that
// name would be what the store is of.
func (x *Matrix) SpeaksOf(store *model.Element, name string) bool {
	contents, err := dictionary.Parse(store.Store().Contents)
	return err == nil && contents != nil && x.speaking.speakOf(contents, name)
}

// ClassesOfData tells of data, by their name, the classes that they are of. It is not
// for concurrent use.
func (x *Matrix) ClassesOfData(name string) []model.ID { return x.speaking.ofData(name) }

// At is a cell; nil where there is nothing.
func (x *Matrix) At(row, column model.ID) *Cell { return x.cells[[2]model.ID{row, column}] }

// Touching lists the rows that have to do with a column.
func (x *Matrix) Touching(column model.ID) []model.ID { return x.touching[column] }

// Touched lists the columns that a row has to do with, as they were met.
func (x *Matrix) Touched(row model.ID) []model.ID { return x.touched[row] }

// Of fills the matrix of a model.
func Of(m *model.Model) *Matrix { return Fill(m, usecase.NewReader(m), dictionary.Of(m)) }

// Fill fills the matrix of a model with a reader that may know its texts already, and its
// dictionary.
func Fill(m *model.Model, reader *usecase.Reader, d *dictionary.Dictionary) *Matrix {
	x := &Matrix{cells: map[[2]model.ID]*Cell{}, touching: map[model.ID][]model.ID{}, touched: map[model.ID][]model.ID{}}
	x.Rows = m.OfKind(model.UseCase)
	SortByName(x.Rows)
	x.Rows = append(x.Rows, lowest(m)...)
	x.Classes = m.Elements(model.Class)
	SortByName(x.Classes)
	for _, c := range m.OfKind(model.Component) {
		if len(m.Held(c.ID)) > 0 {
			x.Components = append(x.Components, c)
		}
	}
	SortByName(x.Components)
	s := newSpeaking(m, x.Classes, reader, d)
	x.speaking = s
	for _, row := range x.Rows {
		if row.Kind == model.UseCase {
			x.steps(m, s, row)
		} else {
			x.flows(m, s, row)
		}
		x.traces(m, row)
	}
	for _, c := range x.Components { // what is done with what they hold
		for _, class := range m.Held(c.ID) {
			for _, row := range x.Touching(class.ID) {
				for _, src := range x.At(row, class.ID).Sources {
					src.Text = class.Name + ": " + src.Text
					x.add(row, c.ID, src)
				}
			}
		}
	}
	return x
}

// SortByName puts elements in the order in which a matrix has them.
func SortByName(list []*model.Element) {
	lower := make(map[model.ID]string, len(list))
	for _, e := range list {
		lower[e.ID] = strings.ToLower(e.Name)
	}
	slices.SortFunc(list, func(a, b *model.Element) int {
		return cmp.Or(strings.Compare(lower[a.ID], lower[b.ID]), strings.Compare(string(a.ID), string(b.ID)))
	})
}

func (x *Matrix) add(row, column model.ID, src Source) {
	key := [2]model.ID{row, column}
	c := x.cells[key]
	if c == nil {
		c = &Cell{}
		x.cells[key] = c
		x.touching[column] = append(x.touching[column], row)
		x.touched[row] = append(x.touched[row], column)
	}
	c.Access |= src.Access
	if !slices.Contains(c.Sources, src) {
		c.Sources = append(c.Sources, src)
	}
}

// leads tells of a class its kinds and its wholes: what is done with these is done with it.
func (x *Matrix) leads(m *model.Model) map[model.ID][]model.ID {
	out := map[model.ID][]model.ID{}
	for _, g := range m.Relationships(model.Generalization) {
		out[g.Target] = append(out[g.Target], g.Source)
	}
	for _, r := range m.Relationships(model.Association) {
		a := r.Association()
		if a.Aggregation != model.Composite {
			continue
		}
		ends := m.Ends(r.ID)
		for i, e := range ends {
			for k, part := range ends {
				if e.ID == a.Whole && i != k && e.Type != part.Type {
					out[part.Type] = append(out[part.Type], e.Type)
				}
			}
		}
	}
	return out
}

// Gap is what is missing in a row or a column.
type Gap struct {
	Element *model.Element
	Missing Access // of a class: Create, Read or both; of a row: 0, it touches nothing
}

// Gaps lists the classes that something is done with but that nobody creates or
// reads, then the rows that touch no class, in their order. A class whose kinds are
// created is created; values that belong to something else come with it: the parts
// of a composition are created where their whole is.
func (x *Matrix) Gaps(m *model.Model) []Gap {
	sum := map[model.ID]Access{}
	touches := map[model.ID]bool{}
	for key, c := range x.cells {
		sum[key[1]] |= c.Access
		touches[key[0]] = true
	}
	leads := x.leads(m)
	var touched []model.ID
	for _, c := range x.Classes {
		if sum[c.ID] != 0 {
			touched = append(touched, c.ID)
		}
	}
	all := map[model.ID]Access{}
	for _, circle := range graph.Components(touched, func(id model.ID) []model.ID { return leads[id] }) { // each after those it leads to
		var access Access
		for _, id := range circle {
			access |= sum[id]
			for _, to := range leads[id] {
				access |= all[to]
			}
		}
		for _, id := range circle {
			all[id] = access
		}
	}
	var out []Gap
	for _, c := range x.Classes {
		if sum[c.ID] == 0 {
			continue // nothing is said of it at all
		}
		if missing := (Create | Read) &^ all[c.ID]; missing != 0 {
			out = append(out, Gap{c, missing})
		}
	}
	for _, r := range x.Rows {
		if !touches[r.ID] {
			out = append(out, Gap{Element: r})
		}
	}
	return out
}
