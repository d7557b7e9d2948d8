package check

import (
	"maps"
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// asking is which classes something asks for.
type asking struct {
	classes map[model.ID]bool
	stems   map[model.ID][]string // of a class, those of all its names
	of      int                   // so many classes there are
	silent  bool                  // there is nothing that could ask
}

// judged: most classes are asked for.
func (a *asking) judged() bool { return !a.silent && len(a.classes)*2 > a.of }

var askedClasses = &Fact[*asking]{
	name: "classes asked for", needs: []Requirement{outsideMentions}, rests: restsOnAsking,
	find: func(f *facts) *asking {
		texts := outsideMentions.in(f)
		a := &asking{classes: map[model.ID]bool{}, stems: map[model.ID][]string{}, of: f.m.Count(model.Class), silent: texts.empty()}
		if a.silent {
			return a
		}
		for _, c := range f.m.Elements(model.Class) {
			a.stems[c.ID] = stemsOfNames(f.m, c)
			if texts.ask(f.m, c) {
				a.classes[c.ID] = true
			}
		}
		return a
	},
	carry: func(at *carrying, was *asking) (*asking, outcome) {
		m, texts := at.next.m, outsideMentions.in(at.next)
		if was.silent || texts.empty() {
			return nil, lost
		}
		next := &asking{classes: maps.Clone(was.classes), stems: maps.Clone(was.stems), of: m.Count(model.Class)}
		doubtful := askedAnew(m, at.delta)
		for id := range doubtful {
			if c := m.Element(id); c != nil && c.Kind == model.Class {
				next.stems[id] = stemsOfNames(m, c)
			} else {
				delete(next.stems, id)
			}
		}
		if at.changed[outsideMentions].any() {
			said := stemsSaid(at.delta)
			for id, stems := range next.stems {
				if slices.ContainsFunc(stems, func(s string) bool { return said[s] }) {
					doubtful[id] = true
				}
			}
		}
		for id := range doubtful {
			c := m.Element(id)
			is := c != nil && c.Kind == model.Class && texts.ask(m, c)
			if is == was.classes[id] {
				continue
			}
			if is {
				next.classes[id] = true
			} else {
				delete(next.classes, id)
			}
			for _, g := range classifier.Above(m, id) { // generals of what is asked for are excused
				at.reaches(g)
			}
		}
		if next.judged() != was.judged() {
			return next, updated
		}
		return next, patched
	},
}

// restsOnAsking tells the rows that decide whether a class is asked for, beside the texts.
func restsOnAsking(r model.Row) bool {
	switch r := r.(type) {
	case *model.Term:
		return true
	case *model.Element:
		return r.Kind == model.Class || r.Term != ""
	case *model.Relationship:
		return r.Kind == model.Trace
	}
	return false
}

// askedAnew are the classes of which it may have become another thing whether they are asked
// for.
func askedAnew(m *model.Model, delta model.Delta) map[model.ID]bool {
	out := map[model.ID]bool{}
	faces := func(term model.ID) {
		for _, e := range m.Faces(term) {
			out[e.ID] = true
		}
	}
	for _, c := range delta {
		for _, r := range []model.Row{c.Old, c.New} {
			switch r := r.(type) {
			case *model.Term:
				faces(r.ID)
			case *model.Element:
				out[r.ID] = true
				if !r.Kind.IsClassifier() {
					faces(r.Term)
				}
			case *model.Relationship:
				out[r.Source] = true
			}
		}
	}
	return out
}

// stemsOfNames are the words of all names of a class, in the singular.
func stemsOfNames(m *model.Model, c *model.Element) []string {
	out := stemsOf(c.Name)
	if t := m.Term(c.Term); t != nil {
		out = slices.Clone(out)
		for _, name := range namesOfTerm(t) {
			out = append(out, stemsOf(name)...)
		}
	}
	return out
}

func namesOfTerm(t *model.Term) []string {
	return append(append([]string{t.Name}, t.Aliases...), t.Rejected...)
}

// stemsSaid are the words of all texts and names that were written, as they were and as they
// are.
func stemsSaid(delta model.Delta) map[string]bool {
	out := map[string]bool{}
	for _, c := range delta {
		for _, r := range []model.Row{c.Old, c.New} {
			for _, text := range append(mentionedIn(r), textOf(r)) {
				for _, s := range stemsOf(text) {
					out[s] = true
				}
			}
		}
	}
	return out
}
