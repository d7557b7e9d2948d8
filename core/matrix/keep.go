package matrix

import (
	"cmp"
	"fmt"
	"slices"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// Kept is where an item of data ends up: the stores it rests in, the attributes that
// keep it, and where its way breaks off.
type Kept struct {
	Stores     []*model.Element // by name
	Attributes []*model.Element // of classes that a store is of first, by class
	Breaks     []string
}

// KeptBy follows an item beyond the flows that carry it: from the stores in which it
// rests to the attribute that keeps it. An attribute keeps an item if both bear one
// name, in whatever manner it is written. Breaks are told in sentences: that it comes
// from nowhere, that flows carry it which hang together with nothing, that it never
// rests, or rests where no attribute keeps it.
func KeptBy(m *model.Model, d *dictionary.Dictionary, item string) Kept {
	var out Kept
	classes := m.Elements(model.Class)
	s := newSpeaking(m, usecase.NewReader(m), d, ItemsOf(m))
	atoms := d.Items(item)
	way := dataflow.LineageOf(m, d, item)
	entry := d.Entry(item)
	made := entry != nil && (entry.Data.Source == model.CreatedHere || entry.Data.Source == model.DerivedFrom)
	reached, loose := 0, []string{}
	of := map[model.ID]bool{} // classes of the stores it rests in
	for _, step := range way {
		if step.Reached {
			reached++
		} else if step.View == model.Logical {
			loose = append(loose, fmt.Sprintf("From %s to %s it hangs together with nothing before.", step.From, step.To))
		}
		f := m.Relationship(step.Flow)
		if to := m.Element(f.Target); to != nil && to.Kind == model.Store {
			if !slices.Contains(out.Stores, to) {
				out.Stores = append(out.Stores, to)
			}
			held := s.ofData(f.Name)
			held = append(slices.Clone(held), s.ofStore(to.ID)...)
			for _, c := range held {
				of[c] = true
			}
		}
	}
	slices.SortFunc(out.Stores, func(a, b *model.Element) int { return compareNames(a, b) })
	var elsewhere []*model.Element
	for _, c := range slices.SortedFunc(slices.Values(classes), compareNames) {
		for _, a := range m.Children(c.ID, model.Attribute) {
			if !atoms[d.Key(a.Name)] && d.Key(a.Name) != d.Key(item) {
				continue
			}
			if of[c.ID] {
				out.Attributes = append(out.Attributes, a)
			} else {
				elsewhere = append(elsewhere, a)
			}
		}
	}
	found := len(out.Attributes) > 0
	out.Attributes = append(out.Attributes, elsewhere...)
	switch {
	case len(way) == 0:
		out.Breaks = append(out.Breaks, "No flow carries it.")
	case reached == 0 && !made:
		out.Breaks = append(out.Breaks, "It never comes from outside, and the dictionary does not say that a process makes it.")
	case !made:
		out.Breaks = append(out.Breaks, loose...)
	}
	if len(way) > 0 && len(out.Stores) == 0 {
		out.Breaks = append(out.Breaks, "It passes through and never rests in a store.")
	}
	if len(out.Stores) > 0 && !found {
		where := out.Stores[0].Name
		if len(of) == 0 {
			out.Breaks = append(out.Breaks, fmt.Sprintf("It rests in %s, whose contents are those of no class.", where))
		} else {
			var names []string
			for _, id := range sorted(of) {
				names = append(names, m.Element(id).Name)
			}
			slices.Sort(names)
			out.Breaks = append(out.Breaks, fmt.Sprintf("It rests in %s, but no attribute of %s keeps it under its name.", where, join(names)))
		}
	}
	return out
}

func compareNames(a, b *model.Element) int {
	return cmp.Or(cmp.Compare(a.Name, b.Name), cmp.Compare(a.ID, b.ID))
}

func join(names []string) string {
	out := ""
	for i, n := range names {
		switch {
		case i == 0:
		case i == len(names)-1:
			out += " or "
		default:
			out += ", "
		}
		out += n
	}
	return out
}
