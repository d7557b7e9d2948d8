package check

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/model"
)

// nameBook keeps the names of all elements that have terms, by kind. It never changes:
// what a delta renames goes into a copy of the kinds concerned.
type nameBook map[model.Kind]map[model.ID]string

var bookKinds = model.TermKinds()

var nameBooks = &Fact[nameBook]{
	name:  "names",
	rests: func(r model.Row) bool { return slices.Contains(bookKinds, kindOf(r)) },
	find:  func(f *facts) nameBook { return newNameBook(f.m) },
	carry: func(at *carrying, b nameBook) (nameBook, outcome) {
		if next, renamed := b.after(at.delta); renamed {
			return next, updated
		}
		return b, kept
	},
}

func newNameBook(m *model.Model) nameBook {
	out := nameBook{}
	for _, k := range bookKinds {
		list := m.Elements(k)
		names := make(map[model.ID]string, len(list))
		for _, e := range list {
			if strings.TrimSpace(e.Name) != "" {
				names[e.ID] = e.Name
			}
		}
		out[k] = names
	}
	return out
}

// after is the book after a change, and whether it is another one.
func (b nameBook) after(delta model.Delta) (nameBook, bool) {
	var out nameBook
	copied := map[model.Kind]bool{}
	of := func(r model.Row) map[model.ID]string {
		k := kindOf(r)
		if !slices.Contains(bookKinds, k) {
			return nil
		}
		if out == nil {
			out = maps.Clone(b)
		}
		if !copied[k] {
			copied[k], out[k] = true, maps.Clone(b[k])
		}
		return out[k]
	}
	for _, c := range delta {
		if c.Old != nil && c.New != nil && rowName(c.Old) == rowName(c.New) && kindOf(c.Old) == kindOf(c.New) {
			continue
		}
		if c.Old != nil {
			if names := of(c.Old); names != nil {
				delete(names, c.ID)
			}
		}
		if c.New != nil && strings.TrimSpace(rowName(c.New)) != "" {
			if names := of(c.New); names != nil {
				names[c.ID] = rowName(c.New)
			}
		}
	}
	return out, out != nil
}

// onNames runs a rule on the names of each kind that has terms.
func onNames(run func(p *Pass, kind model.Kind, names map[model.ID]string)) Scope {
	return Whole{
		Touched: func(r model.Row) bool { return slices.Contains(bookKinds, kindOf(r)) },
		// A change that leaves the name as it is gives no reason to look at names again.
		Silent: func(old, next model.Row) bool { return old != nil && next != nil && rowName(old) == rowName(next) },
		Run: func(p *Pass) {
			names := nameBooks.of(p)
			for _, k := range bookKinds {
				if of := names[k]; len(of) > 0 {
					run(p, k, of)
				}
			}
		},
	}
}
