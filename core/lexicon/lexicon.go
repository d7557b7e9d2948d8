// Package lexicon works on the terms of a model: where a term is used, what
// renaming it would change, and the glossary.
package lexicon

import (
	"slices"
	"strings"
	"unicode"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// Use is a place where a term is used.
type Use struct {
	Row    model.ID
	Title  string // for a person
	What   string // face, flow, contents, activity, step
	Before string // the words as they stand there
	After  string // as they would stand if it were renamed
	// Changes rename it there; none where it follows by itself.
	Changes []model.Change
}

// Manner is a way of writing a name.
type Manner func(words []string) string

// MannerOf tells how a name is written, from the name itself: HoneyLot, honeyLot,
// honey_lot, Honey lot, honey lot, Honey Lot.
func MannerOf(name string) Manner {
	switch {
	case strings.Contains(strings.TrimSpace(name), "_"):
		return func(w []string) string { return strings.Join(w, "_") }
	case strings.Contains(strings.TrimSpace(name), "-"):
		return func(w []string) string { return strings.Join(w, "-") }
	}
	first := []rune(strings.TrimSpace(name))
	isCapital := len(first) > 0 && unicode.IsUpper(first[0])
	fields := strings.Fields(name)
	switch {
	case len(fields) > 1:
		all := true
		for _, f := range fields[1:] {
			all = all && unicode.IsUpper([]rune(f)[0])
		}
		return func(w []string) string {
			out := slices.Clone(w)
			for i := range out {
				if i == 0 && isCapital || i > 0 && all {
					out[i] = model.Capital(out[i])
				}
			}
			return strings.Join(out, " ")
		}
	case len(model.Words(name)) > 1: // written together
		return func(w []string) string {
			out := slices.Clone(w)
			for i := range out {
				if i > 0 || isCapital {
					out[i] = model.Capital(out[i])
				}
			}
			return strings.Join(out, "")
		}
	}
	return nil // one word tells only whether it begins with a capital
}

// usualManner is how names of a kind are written where one word tells too little.
func usualManner(kind model.Kind, name string) Manner {
	if m := MannerOf(name); m != nil {
		return m
	}
	first := []rune(strings.TrimSpace(name))
	isCapital := len(first) > 0 && unicode.IsUpper(first[0])
	return func(w []string) string {
		out := slices.Clone(w)
		for i := range out {
			if kind.IsClassifier() && i > 0 || i == 0 && isCapital {
				out[i] = model.Capital(out[i])
			}
		}
		if kind.IsClassifier() {
			return strings.Join(out, "")
		}
		return strings.Join(out, " ")
	}
}

// Renamed is a name with the new words in its own manner of writing, plural if
// it was.
func Renamed(kind model.Kind, was string, to string) string {
	words := model.Words(to)
	if len(words) == 0 {
		return to
	}
	old := model.Words(was)
	if len(old) > 0 && model.Singular(old[len(old)-1]) != old[len(old)-1] {
		words[len(words)-1] = model.Plural(model.Singular(words[len(words)-1]))
	}
	return usualManner(kind, was)(words)
}

// Uses lists where a term is used, and what renaming it to the given name would
// make of each; with an empty name nothing is renamed.
func Uses(m *model.Model, term model.ID, to string) []Use {
	t := m.Term(term)
	if t == nil {
		return nil
	}
	forms := map[string]bool{model.NormalForm(t.Name): true}
	for _, a := range t.Aliases {
		forms[model.NormalForm(a)] = true
	}
	renames := model.NormalForm(t.Name) // aliases stay aliases
	name := func(kind model.Kind, was string) string {
		if to == "" || model.NormalForm(was) != renames {
			return was
		}
		return Renamed(kind, was, to)
	}
	var out []Use
	add := func(u Use, change func(after string) []model.Change) {
		if u.After != u.Before {
			u.Changes = change(u.After)
		}
		out = append(out, u)
	}
	for _, e := range m.Faces(term) {
		add(Use{Row: e.ID, What: "face", Title: m.Describe(e.ID), Before: e.Name, After: name(e.Kind, e.Name)}, func(after string) []model.Change {
			return []model.Change{&model.SetName{ID: e.ID, Name: after}}
		})
	}
	for _, f := range m.Relationships(model.DataFlow) {
		if forms[model.NormalForm(f.Name)] {
			add(Use{Row: f.ID, What: "flow", Title: m.Describe(f.ID), Before: f.Name, After: name(model.DataItem, f.Name)}, func(after string) []model.Change {
				return []model.Change{&model.SetName{ID: f.ID, Name: after}}
			})
		}
	}
	for _, e := range append(m.OfKind(model.DataItem), m.OfKind(model.Store)...) {
		contents := e.DataItem().Contents + e.Store().Contents
		parsed, err := dictionary.Parse(contents)
		if err != nil || parsed == nil {
			continue
		}
		found := false
		parsed.Names(func(n *dictionary.Expression) {
			if forms[model.NormalForm(n.Text)] {
				found = true
				n.Text = name(model.DataItem, n.Text)
			}
		})
		if found {
			after := contents
			if to != "" && parsed.String() != contents {
				after = parsed.String()
			}
			add(Use{Row: e.ID, What: "contents", Title: "contents of " + m.Describe(e.ID), Before: contents, After: after}, func(after string) []model.Change {
				return []model.Change{&model.SetElement{ID: e.ID, Set: model.P("contents", after)}}
			})
		}
	}
	for _, e := range m.OfKind(model.DataItem) {
		from := slices.Clone(e.DataItem().From)
		found := false
		for i, n := range from {
			if forms[model.NormalForm(n)] {
				from[i], found = name(model.DataItem, n), true
			}
		}
		if found {
			add(Use{Row: e.ID, What: "contents", Title: "derivation of " + m.Describe(e.ID), Before: strings.Join(e.DataItem().From, ", "), After: strings.Join(from, ", ")},
				func(string) []model.Change {
					return []model.Change{&model.SetElement{ID: e.ID, Set: model.P("from", from)}}
				})
		}
	}
	for _, e := range m.OfKind(model.Activity) {
		a, found := e.Activity(), false
		var before, after []string
		a.Inputs, a.Outputs = slices.Clone(a.Inputs), slices.Clone(a.Outputs)
		rename := func(s *string, kind model.Kind) {
			if forms[model.NormalForm(*s)] && *s != "" {
				was := *s
				*s, found = name(kind, was), true
				if !slices.Contains(before, was) {
					before, after = append(before, was), append(after, *s)
				}
			}
		}
		rename(&a.Performer, model.Entity)
		for _, list := range [][]model.Datum{a.Inputs, a.Outputs} {
			for i := range list {
				rename(&list[i].Data, model.DataItem)
				rename(&list[i].With, model.Entity)
			}
		}
		if found {
			u := Use{Row: e.ID, What: "activity", Title: m.Describe(e.ID), Before: strings.Join(before, ", "), After: strings.Join(after, ", ")}
			if to != "" {
				u.Changes = []model.Change{&model.SetElement{ID: e.ID, Set: model.P("performer", a.Performer, "inputs", a.Inputs, "outputs", a.Outputs)}}
			}
			out = append(out, u)
		}
	}
	return append(out, stepUses(m, t, to, name)...)
}

// RenameChanges tells the changes that rename a term, and with it the given uses,
// or all of them if none is given.
func RenameChanges(m *model.Model, term model.ID, to string, only []model.ID) ([]model.Change, error) {
	t := m.Term(term)
	if t == nil {
		return nil, model.Faultf(model.CodeMissing, "There is no such term any more.").At(term, "")
	}
	if strings.TrimSpace(to) == "" || model.NormalForm(to) == "" {
		return nil, model.Faultf(model.CodeInvalid, "A term needs a name.").At(term, "name")
	}
	for _, o := range m.TermsNamed(to) {
		if o.ID != term {
			return nil, model.Faultf(model.CodeExists, "%s is in the lexicon already. Merge the two terms instead.", o.Name).At(o.ID, "name")
		}
	}
	// The term first, so that faces find it under its new name. The old word stays an alias: the
	// brief goes on saying it, and whoever knows it finds the term.
	set := model.P("name", strings.TrimSpace(to))
	if was := model.NormalForm(t.Name); was != "" && was != model.NormalForm(to) {
		aliases := slices.DeleteFunc(slices.Clone(t.Aliases), func(a string) bool {
			return model.NormalForm(a) == was || model.NormalForm(a) == model.NormalForm(to)
		})
		set["aliases"] = model.P("x", append(aliases, t.Name))["x"]
	}
	out := []model.Change{&model.SetTerm{ID: term, Set: set}}
	for _, u := range Uses(m, term, to) {
		if len(only) == 0 || slices.Contains(only, u.Row) {
			out = append(out, u.Changes...)
		}
	}
	return out, nil
}

// Names reports whether a text speaks of one of the names, in the singular or the
// plural, whole words only.
func Names(text string, names []string) bool {
	said := " " + model.Stems(text) + " "
	for _, n := range names {
		if s := model.Stems(n); s != "" && strings.Contains(said, " "+s+" ") {
			return true
		}
	}
	return false
}
