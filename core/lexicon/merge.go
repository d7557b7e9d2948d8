package lexicon

import (
	"slices"

	"lexeon/core/model"
)

// MergeChanges tells the changes that make one term of two, everywhere: names of data are written
// anew, and of two stores or external entities one is drawn, with the flows of both. The old word
// stays an alias.
func MergeChanges(m *model.Model, from, into model.ID) ([]model.Change, error) {
	f, t := m.Term(from), m.Term(into)
	if f == nil || t == nil {
		return nil, model.Faultf(model.CodeMissing, "There is no such term any more.").At(from, "")
	}
	if from == into {
		return nil, model.Faultf(model.CodeInvalid, "A term is not merged with itself.").At(from, "")
	}
	out := []model.Change{&model.MergeTerms{From: from, Into: into}}
	for _, u := range Uses(m, from, t.Name) {
		if u.What != "face" {
			out = append(out, u.Changes...)
		}
	}
	g := &merging{m: m, renamed: map[model.ID]string{}}
	for _, c := range out {
		if name, is := c.(*model.SetName); is {
			g.renamed[name.ID] = name.Name
		}
	}
	for _, kind := range []model.Kind{model.Entity, model.Store} {
		stays := slices.IndexFunc(m.Faces(into), func(e *model.Element) bool { return e.Kind == kind })
		if stays < 0 {
			continue
		}
		for _, e := range m.Faces(from) {
			if e.Kind == kind {
				out = append(out, g.element(e, m.Faces(into)[stays])...)
			}
		}
	}
	if _, _, _, err := model.Edit(m, out); err != nil {
		return nil, err
	}
	return out, nil
}

type merging struct {
	m       *model.Model
	renamed map[model.ID]string // flows that are called otherwise now
}

func (g *merging) name(f *model.Relationship) string {
	if now, ok := g.renamed[f.ID]; ok {
		return now
	}
	return f.Name
}

// element lets another one stand for an element: where it was drawn, with its flows, and with
// what it stems from.
func (g *merging) element(gone, stays *model.Element) (out []model.Change) {
	m := g.m
	shown := map[model.ID]bool{}
	for _, p := range m.PlacementsOf(gone.ID) {
		if m.PlacementOn(p.Diagram, stays.ID) == nil && !shown[p.Diagram] {
			out = append(out, &model.Place{ID: model.DeriveID("merged", string(p.ID)), Diagram: p.Diagram, Subject: stays.ID, X: p.X, Y: p.Y, W: p.W, H: p.H})
		}
		shown[p.Diagram] = true
	}
	end := func(id model.ID) model.ID {
		if id == gone.ID {
			return stays.ID
		}
		return id
	}
	there := func(source, target model.ID, name string) bool {
		return slices.ContainsFunc(m.Flows(stays.ID), func(o *model.Relationship) bool {
			return o.Source == source && o.Target == target && model.NormalForm(g.name(o)) == model.NormalForm(name)
		})
	}
	for _, f := range m.Flows(gone.ID) {
		source, target := end(f.Source), end(f.Target)
		if source == target || there(source, target, g.name(f)) {
			continue
		}
		id := model.DeriveID("merged", string(f.ID))
		out = append(out, &model.Connect{ID: id, Kind: model.DataFlow, Name: g.name(f), Source: source, Target: target})
		if f.Definition != "" {
			out = append(out, &model.SetDefinition{ID: id, Text: f.Definition})
		}
		for _, p := range m.PlacementsOf(f.ID) {
			out = append(out, &model.Place{ID: model.DeriveID("merged", string(p.ID)), Diagram: p.Diagram, Subject: id})
		}
		for _, t := range m.TracesOf(f.ID) {
			out = append(out, &model.Connect{ID: model.DeriveID("merged", string(t.ID)), Kind: model.Trace, Traced: id, Target: t.Target})
		}
	}
	for _, t := range m.TracesOf(gone.ID) {
		if !slices.ContainsFunc(m.TracesOf(stays.ID), func(o *model.Relationship) bool { return o.Target == t.Target }) {
			out = append(out, &model.Connect{ID: model.DeriveID("merged", string(t.ID)), Kind: model.Trace, Source: stays.ID, Target: t.Target})
		}
	}
	if gone.Kind == model.Store && stays.Store().Contents == "" && gone.Store().Contents != "" {
		out = append(out, &model.SetElement{ID: stays.ID, Set: model.P("contents", gone.Store().Contents)})
	}
	return append(out, &model.Delete{ID: gone.ID})
}

// Loose is a name of data that stands in flows, contents or the activity table and is no term.
type Loose struct {
	Name  string `json:"name"`  // as it is first written
	Count int    `json:"count"` // flows and activities that name it
}

// LooseNames lists the names of data that are no terms yet, those that stand in most places first.
func LooseNames(m *model.Model) []Loose {
	at := map[string]int{}
	out := []Loose{}
	note := func(name string) {
		form := model.NormalForm(name)
		if form == "" || len(m.TermsNamed(name)) > 0 {
			return
		}
		if i, ok := at[form]; ok {
			out[i].Count++
			return
		}
		at[form] = len(out)
		out = append(out, Loose{name, 1})
	}
	for _, f := range m.Relationships(model.DataFlow) {
		note(f.Name)
	}
	for _, r := range m.OfKind(model.Activity) {
		a := r.Activity()
		note(a.Performer)
		for _, d := range slices.Concat(a.Inputs, a.Outputs) {
			note(d.Data)
			note(d.With)
		}
	}
	slices.SortStableFunc(out, func(a, b Loose) int { return b.Count - a.Count })
	return out
}
