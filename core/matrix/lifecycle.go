package matrix

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// Life is what is missing in the life of the objects of a class.
type Life struct {
	Class   *model.Element
	Missing Access           // Create or Read
	By      []*model.Element // the rows that do something with it
}

// Equal reports whether the same is missing to the same class, for the same rows.
func (l Life) Equal(o Life) bool {
	return l.Class == o.Class && l.Missing == o.Missing && slices.Equal(l.By, o.By)
}

// Lives lists the classes that are worked with but never come to be, and those that
// come to be and that nobody looks at, in no particular order. It is stricter than [Matrix.Gaps], which lists
// every empty place:
//
// Judged is only a model whose use cases are all described: else the missing step may
// just not be written yet. What comes from outside has come to be there, what goes
// outside is read there: by flows from and to external entities, by what actors send
// and what is printed or sent to them; the objects of a class that is an actor too are
// known by themselves. A store that is only read, or only written, is told of on its
// own. That nobody creates what a single row looks at is not held against it: it may
// be a word in passing.
func (x *Matrix) Lives(m *model.Model) []Life {
	for _, r := range x.Rows {
		if r.Kind == model.UseCase && len(m.Children(r.ID, model.Step)) == 0 {
			return nil
		}
	}
	gaps := x.gapsOfClasses(m)
	if len(gaps) == 0 {
		return nil
	}
	arrives, leaves := x.outside(m)
	unwritten, unread := x.oneSided(m)
	var out []Life
	for _, g := range gaps {
		c := g.Element
		if x.isOutside(m, c) {
			continue
		}
		l := Life{Class: c}
		var sum Access
		for _, row := range x.Touching(c.ID) {
			cell := x.At(row, c.ID)
			sum |= cell.Access
			if cell.Access&^Mention != 0 {
				l.By = append(l.By, m.Element(row))
			}
		}
		switch {
		case g.Missing&Create != 0:
			if arrives[c.ID] || unwritten[c.ID] || len(l.By) < 2 {
				continue
			}
			l.Missing = Create
		case g.Missing&Read != 0:
			if leaves[c.ID] || unread[c.ID] || sum&Hand != 0 || sum&Create == 0 || x.partRead(m, c.ID) {
				continue
			}
			l.Missing = Read
		}
		out = append(out, l)
	}
	return out
}

// partRead reports whether somebody looks at a part of a class.
func (x *Matrix) partRead(m *model.Model, class model.ID) bool {
	for _, r := range m.RelationshipsOf(class) {
		a := r.Association()
		if r.Kind != model.Association || a.Aggregation == model.NoAggregation {
			continue
		}
		if whole := m.Element(a.Whole); whole == nil || whole.Type != class {
			continue
		}
		for _, e := range m.Ends(r.ID) {
			if e.ID != a.Whole && slices.ContainsFunc(x.Touching(e.Type), func(row model.ID) bool { return x.At(row, e.Type).Access&Read != 0 }) {
				return true
			}
		}
	}
	return false
}

// isOutside reports whether the objects of a class are actors, or external entities.
func (x *Matrix) isOutside(m *model.Model, c *model.Element) bool {
	return slices.ContainsFunc(m.Faces(c.Term), func(e *model.Element) bool { return e.Kind == model.Actor || e.Kind == model.Entity })
}

// outside tells the classes whose data come from external entities and go to them.
func (x *Matrix) outside(m *model.Model) (arrives, leaves map[model.ID]bool) {
	arrives, leaves = map[model.ID]bool{}, map[model.ID]bool{}
	for _, e := range m.OfKind(model.Entity) {
		for _, f := range m.Flows(e.ID) {
			if strings.TrimSpace(f.Name) == "" {
				continue
			}
			for _, c := range x.speaking.ofData(f.Name) {
				arrives[c] = arrives[c] || f.Source == e.ID
				leaves[c] = leaves[c] || f.Target == e.ID
			}
		}
	}
	return arrives, leaves
}

// oneSided tells the classes that rest only in stores that nobody writes, and only in
// stores that nobody reads; what is kept outside is written there, and an archive is
// for later.
func (x *Matrix) oneSided(m *model.Model) (unwritten, unread map[model.ID]bool) {
	written, read, kept := map[model.ID]bool{}, map[model.ID]bool{}, map[model.ID]bool{}
	for _, store := range m.OfKind(model.Store) {
		id := store.ID
		classes, told := x.StoreClasses(id)
		if !told {
			continue
		}
		var in, out bool
		for _, f := range m.Flows(id) {
			in = in || f.Target == id
			out = out || f.Source == id
		}
		s := store.Store()
		for _, c := range classes {
			kept[c] = true
			written[c] = written[c] || in && !s.Outside
			read[c] = read[c] || out && !s.Archive
		}
	}
	unwritten, unread = map[model.ID]bool{}, map[model.ID]bool{}
	for c := range kept {
		unwritten[c], unread[c] = !written[c], !read[c]
	}
	return unwritten, unread
}
