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
	"maps"
	"slices"
	"strings"
	"sync"

	"lexeon/core/dictionary"
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
// It does not change, but for what it remembers of data that it is asked for.
type Matrix struct {
	Rows       []*model.Element
	Components []*model.Element
	lines      map[model.ID]*line      // of rows
	touching   map[model.ID][]model.ID // of a column, its rows that are not empty, in their order
	sum        map[model.ID]Access     // of a column, what all rows do
	done       map[model.ID]Access     // of a class, what is done with it by way of its kinds and wholes too
	speaking   *speaking
	classes    func() []*model.Element
}

// Classes are the columns that are classes, by name.
func (x *Matrix) Classes() []*model.Element { return x.classes() }

// StoreClasses lists the classes that a store is of; told is false where its contents are
// not written down.
func (x *Matrix) StoreClasses(store model.ID) (classes []model.ID, told bool) {
	of := x.speaking.known[contentsOf(store)]
	if of == nil {
		return nil, false
	}
	return of.classes, true
}

// SpeaksOf reports whether the contents of a store name something, so that a class of that
// name would be what the store is of.
func (x *Matrix) SpeaksOf(store *model.Element, name string) bool {
	contents, err := dictionary.Parsed(store.Store().Contents)
	return err == nil && contents != nil && x.speaking.speakOf(contents, name)
}

// ClassesOfData tells of data, by their name, the classes that they are of. It is not
// for concurrent use.
func (x *Matrix) ClassesOfData(name string) []model.ID { return x.speaking.ofData(name) }

// At is a cell; nil where there is nothing.
func (x *Matrix) At(row, column model.ID) *Cell {
	if l := x.lines[row]; l != nil {
		return l.cells[column]
	}
	return nil
}

// Touching lists the rows that have to do with a column.
func (x *Matrix) Touching(column model.ID) []model.ID { return x.touching[column] }

// Touched lists the columns that a row has to do with, as they were met.
func (x *Matrix) Touched(row model.ID) []model.ID {
	if l := x.lines[row]; l != nil {
		return l.columns
	}
	return nil
}

// Of fills the matrix of a model.
func Of(m *model.Model) *Matrix {
	return Fill(m, usecase.NewReader(m), dictionary.Of(m), ItemsOf(m))
}

// Fill fills the matrix of a model with a reader that may know its texts already, its
// dictionary, and the items of its classes.
func Fill(m *model.Model, reader *usecase.Reader, d *dictionary.Dictionary, items *Items) *Matrix {
	x := &Matrix{Rows: rowsOf(m), Components: holders(m), lines: map[model.ID]*line{}, touching: map[model.ID][]model.ID{}, classes: classesOf(m)}
	x.speaking = newSpeaking(m, reader, d, items)
	for _, row := range x.Rows {
		l := x.speaking.lineOf(row)
		x.lines[row.ID] = l
		for _, column := range l.columns {
			x.touching[column] = append(x.touching[column], row.ID)
		}
	}
	x.speaking.readStores()
	x.sum, x.done = make(map[model.ID]Access, len(x.touching)), map[model.ID]Access{}
	for column := range x.touching {
		x.sum[column] = x.sumOf(column)
	}
	x.follow(slices.Collect(maps.Keys(x.touching)), leadsOfAll(m))
	return x
}

// rowsOf are the rows of the matrix, in their order.
func rowsOf(m *model.Model) []*model.Element {
	cases := m.OfKind(model.UseCase)
	SortByName(cases)
	return append(cases, lowest(m)...)
}

// holders are the components that hold something, by name.
func holders(m *model.Model) []*model.Element {
	holds := map[model.ID]bool{}
	for _, h := range m.Relationships(model.Holds) {
		holds[h.Source] = true
	}
	out := slices.DeleteFunc(m.OfKind(model.Component), func(c *model.Element) bool { return !holds[c.ID] })
	SortByName(out)
	return out
}

// classesOf sorts the classes when somebody asks for them.
func classesOf(m *model.Model) func() []*model.Element {
	return sync.OnceValue(func() []*model.Element {
		list := m.Elements(model.Class)
		SortByName(list)
		return list
	})
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

func compareFolded(a, b *model.Element) int {
	return cmp.Or(strings.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)), strings.Compare(string(a.ID), string(b.ID)))
}

// line is a row of the matrix with its cells.
type line struct {
	columns []model.ID // that are not empty, as they were met: classes, then components
	cells   map[model.ID]*Cell
	data    map[string]bool // what it was told by, of what the speaking knows
}

func (l *line) add(column model.ID, src Source) {
	c := l.cells[column]
	if c == nil {
		c = &Cell{}
		if l.cells == nil {
			l.cells = map[model.ID]*Cell{}
		}
		l.cells[column] = c
		l.columns = append(l.columns, column)
	}
	c.Access |= src.Access
	if !slices.Contains(c.Sources, src) {
		c.Sources = append(c.Sources, src)
	}
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
	out := x.gapsOfClasses(m)
	slices.SortFunc(out, func(a, b Gap) int { return compareFolded(a.Element, b.Element) })
	for _, r := range x.Rows {
		if len(x.Touched(r.ID)) == 0 {
			out = append(out, Gap{Element: r})
		}
	}
	return out
}

// gapsOfClasses are the gaps of the columns that are classes, in no particular order.
func (x *Matrix) gapsOfClasses(m *model.Model) []Gap {
	var out []Gap
	for column := range x.touching { // of others nothing is said at all
		if missing := (Create | Read) &^ x.done[column]; missing != 0 {
			if c := m.Element(column); c.Kind == model.Class {
				out = append(out, Gap{c, missing})
			}
		}
	}
	return out
}
