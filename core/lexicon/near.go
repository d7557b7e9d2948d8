package lexicon

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// NearName is a name that was just written and is one letter off a known one: "berth recrod"
// where there is a berth record. Changes write it as it is known; there are none where that
// would make two elements of one name.
type NearName struct {
	Name    string
	Known   string
	Changes []model.Change
}

// NearNames lists what a change has named that was not named before, and is nearly the name of a
// term, of data or of a performer that was.
func NearNames(before, after *model.Model, delta model.Delta) []NearName {
	written := map[string]string{} // by normal form
	gone := map[string]bool{}
	for _, c := range delta {
		for _, name := range DataNames(c.Old) {
			gone[model.NormalForm(name)] = true
		}
	}
	for _, c := range delta {
		for _, name := range DataNames(c.New) {
			if form := model.NormalForm(name); !gone[form] && !isKnown(before, form) {
				written[form] = name
			}
		}
	}
	if len(written) == 0 {
		return nil
	}
	known := map[string]string{}
	eachDataName(before, func(name string) {
		if form := model.NormalForm(name); !gone[form] {
			if _, twice := written[form]; twice {
				delete(written, form)
			}
			known[form] = name
		}
	})
	rows := make([]model.Row, len(delta))
	for i, c := range delta {
		rows[i] = c.New
	}
	var out []NearName
	for form, name := range written {
		nearest := ""
		for other := range known {
			if model.NearForms(form, other) && (nearest == "" || other < nearest) {
				nearest = other
			}
		}
		if nearest != "" {
			near := NearName{Name: name, Known: known[nearest]}
			near.Changes = WriteAs(after, rows, form, near.Known)
			out = append(out, near)
		}
	}
	slices.SortFunc(out, func(a, b NearName) int { return strings.Compare(a.Name, b.Name) })
	return out
}

// DataNames are the names that a row gives to data, to those who exchange them, and to terms.
func DataNames(r model.Row) []string {
	switch r := r.(type) {
	case *model.Term:
		return []string{r.Name}
	case *model.Relationship:
		if r.Kind == model.DataFlow {
			return []string{r.Name}
		}
	case *model.Element:
		if r.Kind == model.Activity {
			a := r.Activity()
			out := []string{a.Performer}
			for _, d := range slices.Concat(a.Inputs, a.Outputs) {
				out = append(out, d.Data, d.With)
			}
			return slices.DeleteFunc(out, func(name string) bool { return name == "" })
		}
	}
	return nil
}

func eachDataName(m *model.Model, f func(name string)) {
	for _, id := range m.IDs(model.TableTerms) {
		f(m.Term(id).Name)
	}
	for _, r := range m.Relationships(model.DataFlow) {
		f(r.Name)
	}
	for _, e := range m.OfKind(model.Activity) {
		for _, name := range DataNames(e) {
			f(name)
		}
	}
}

func isKnown(m *model.Model, form string) bool {
	return len(m.TermsNamed(form)) > 0 || len(m.FlowsNear(form)) > 0
}

// WriteAs are the changes that give those of the rows which bear a name, in normal form, another
// one, each in its own manner of writing. There are none where two elements would have one name.
func WriteAs(m *model.Model, rows []model.Row, form, known string) (out []model.Change) {
	as := func(name *string, kind model.Kind) (changed bool) {
		if changed = model.NormalForm(*name) == form; changed {
			*name = Renamed(kind, *name, known)
		}
		return changed
	}
	for _, r := range rows {
		switch r := r.(type) {
		case *model.Term:
			if model.NormalForm(r.Name) != form {
				continue
			}
			for _, e := range m.Faces(r.ID) {
				name := Renamed(e.Kind, e.Name, known)
				taken := slices.ContainsFunc(m.TermsNamed(known), func(t *model.Term) bool {
					return slices.ContainsFunc(m.Faces(t.ID), func(o *model.Element) bool { return o.Kind == e.Kind && o.Owner == e.Owner })
				})
				if taken {
					return nil
				}
				out = append(out, &model.SetName{ID: e.ID, Name: name})
			}
		case *model.Relationship:
			if name := r.Name; r.Kind == model.DataFlow && as(&name, model.DataItem) {
				out = append(out, &model.SetName{ID: r.ID, Name: name})
			}
		case *model.Element:
			if r.Kind != model.Activity {
				continue
			}
			a := r.Activity()
			found := as(&a.Performer, model.Entity)
			a.Inputs, a.Outputs = slices.Clone(a.Inputs), slices.Clone(a.Outputs)
			for _, list := range [][]model.Datum{a.Inputs, a.Outputs} {
				for i := range list {
					found = as(&list[i].Data, model.DataItem) || found
					found = as(&list[i].With, model.Entity) || found
				}
			}
			if found {
				out = append(out, &model.SetElement{ID: r.ID, Set: model.P("performer", a.Performer, "inputs", a.Inputs, "outputs", a.Outputs)})
			}
		}
	}
	if _, _, _, err := model.Edit(m, out); err != nil {
		return nil
	}
	return out
}
